import { family, type Options } from '../settings/index.js'
import type { Stone } from '../stone/index.js'
import { numberOf } from '../working/index.js'

/** A choice that brings a size to bend over to a tool that is there, and the size that comes of it, mm. */
export interface FittedTool {
  readonly choice: string
  readonly value: number
  readonly size: number
}

/** Steps of the secant, each with a piece of its own: sizes follow their choices almost straight. */
const STEPS = 5

/**
 * The choice that makes an output's size that of a tool: such as how far loops reach when they are wound on the rod that one has. Found by the
 * secant method, on the choice's own step. Undefined where the output follows no choice, or its limits stand in the way.
 * @example fittedTool(stone, 'bound-frame', options, 'height', 3)?.choice ?? 'follows no one choice' // 'follows no one choice'
 */
export function fittedTool(
  stone: Stone,
  id: string,
  options: Options,
  output: string,
  size: number,
): FittedTool | undefined {
  const chosen = family(id)
  const sizeAt = (o: Options) => chosen.outputs(stone, o).find((x) => x.id === output)
  const now = sizeAt(options)
  const p = chosen.params(stone).find((x) => x.id === now?.follows)
  if (!now || p?.kind !== 'number') return undefined
  const onStep = (v: number) =>
    Number((Math.round(Math.min(p.max, Math.max(p.min, v)) / p.step) * p.step).toFixed(6))
  const off = (v: number): number => {
    try {
      const at = sizeAt({ ...options, [p.id]: v })
      return at ? numberOf(at.quantity) - size : NaN
    } catch (error) {
      // with this value there are no shapes
      if (error instanceof RangeError) return NaN
      throw error
    }
  }
  let [a, offA] = [Number(options[p.id]), numberOf(now.quantity) - size]
  let b = onStep(a - Math.sign(offA || 1) * p.step)
  for (let k = 0; k < STEPS && b !== a; k++) {
    const offB = off(b)
    if (!Number.isFinite(offB)) return undefined
    if (Math.abs(offB) >= Math.abs(offA) && k > 0) break
    const next = offB === offA ? b : onStep(b - (offB * (b - a)) / (offB - offA))
    ;[a, offA] = [b, offB]
    b = next
  }
  return { choice: p.id, value: a, size: offA + size }
}
