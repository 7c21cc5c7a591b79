import { clashes, seatedStones, type Clash, type Design } from '../design/index.js'
import { fill, inUnits, type Finding } from '../finding/index.js'
import { heldSeated } from '../hold/index.js'
import { family, type Family, type Options, type OptionValue, type Param } from '../settings/index.js'
import type { Stone } from '../stone/index.js'
import type { Plan } from './plan.js'
import { inStone, type InStone } from './inStone.js'
import { wholeDesign } from './wholeDesign.js'

/** Other values of a choice are tried so many steps away, nearest first. */
const STEPS = [1, 2, 3, 5, 8, 12, 20]
/** Designs that are built to find a mend, at most: each takes some milliseconds. */
const MOST_TRIES = 40

/** A choice at this leaves a thing out that the maker asked for: no mend, the hand leads one wire over the other. */
const isLeftOut = (v: OptionValue): boolean => v === 'no' || v === 0

/** Other values of a choice, nearest first. */
function others(p: Param, now: OptionValue | undefined): OptionValue[] {
  if (p.kind === 'places' || now === undefined) return []
  if (p.kind === 'choice') {
    const at = p.values.indexOf(String(now))
    const far = (v: string) => Math.abs(p.values.indexOf(v) - at)
    return p.values.filter((v) => v !== now && !isLeftOut(v)).sort((a, b) => far(a) - far(b))
  }
  return STEPS.flatMap((n) =>
    [1, -1].map((sign) => Number((Number(now) + sign * n * p.step).toFixed(6))),
  ).filter((v) => v >= p.min && v <= p.max && !isLeftOut(v))
}

/** A wire in the place of another thing, the stone among them. */
type Conflict = Clash | InStone

/** Wires in each other, in themselves, in beads and in the stone. */
const conflicts = (design: Design, stone: Stone): Conflict[] => [
  ...clashes(design),
  ...seatedStones({ design, stone }).flatMap((s) => inStone(design, heldSeated(s.stone, s.seat))),
]

const isSame = (a: Conflict, b: Conflict): boolean =>
  a.wire === b.wire && a.other.kind === b.other.kind && a.other.id === b.other.id

/** The nearest change of one choice after which a clash is gone and no other has come; none where none was found. */
function mendOf(
  chosen: Family,
  stone: Stone,
  options: Options,
  all: readonly Conflict[],
  clash: Conflict,
): Finding['mend'] {
  const ids = [...new Set(clash.parts.flatMap((kind) => chosen.room[kind] ?? []))]
  const params = ids.flatMap((id) => chosen.params(stone).filter((p) => p.id === id))
  let tries = 0
  for (const p of params)
    for (const value of others(p, options[p.id])) {
      const next = { ...options, [p.id]: value }
      if (chosen.fits(stone, next).some((f) => f.severity === 'error')) continue
      if (++tries > MOST_TRIES) return undefined
      let left: readonly Conflict[]
      try {
        left = conflicts(wholeDesign(chosen, stone, next), stone)
      } catch (error) {
        // these cannot be made: no mend
        if (error instanceof RangeError) continue
        throw error
      }
      if (left.length < all.length && !left.some((c) => isSame(c, clash))) return { field: p.id, value }
    }
  return undefined
}

/** What a mend changes, in the words of its choice and the workshop's unit. */
function sayMend(
  chosen: Family,
  stone: Stone,
  { field, value }: NonNullable<Finding['mend']>,
  units: 'mm' | 'in',
): string {
  const p = chosen.params(stone).find((x) => x.id === field)
  const template = p && 'unit' in p && p.unit === 'mm' ? ': “{choice}” to {to:1} mm' : ': “{choice}” to {to}'
  const values = {
    choice: chosen.text.params[field] ?? field,
    to: typeof value === 'object' ? value.join(', ') : value,
  }
  return fill(inUnits(template, values, units), values)
}

const CLASH = 'plan.clash-'

/** A conflict in words, with the change of a choice that gives it room where one is known. */
function tellConflict(chosen: Family, design: Design, conflict: Conflict, room = ''): Finding {
  const { wires, parts, joints } = chosen.text
  const [part, other] = conflict.parts.map((kind) => parts[kind] ?? kind)
  const { kind, id } = conflict.other
  const named =
    kind === 'wire'
      ? (wires[id] ?? id)
      : kind === 'binding'
        ? (joints[id] ?? id)
        : design.accents.find((a) => a.id === id)?.kind
  return {
    code: `${CLASH}${kind}`,
    severity: 'doubt',
    values: {
      wire: wires[conflict.wire] ?? conflict.wire,
      part: part ?? '',
      deep: conflict.deep,
      ...(named === undefined ? {} : { other: named }),
      ...(other === undefined ? {} : { otherPart: other }),
      room,
    },
  }
}

/** Where a wire would stand in another, in itself, in a bead or in the stone. */
export const clashFindings = (chosen: Family, stone: Stone, design: Design): Finding[] =>
  conflicts(design, stone).map((c) => tellConflict(chosen, design, c))

/**
 * The findings of a plan, each clash with the nearest change of one choice that gives it room, where one is found. It builds up to forty designs
 * for each, so it is asked for apart from the plan. The very same findings where there is no clash.
 * @example findingsWithRoom(framed, 'mm') === framed.findings // true: nothing stands in anything
 */
export function findingsWithRoom(
  { family: id, stone, options, design, findings }: Plan,
  units: 'mm' | 'in',
): readonly Finding[] {
  if (!findings.some((f) => f.code.startsWith(CLASH))) return findings
  const chosen = family(id)
  const all = conflicts(design, stone)
  const told = all.map((conflict) => {
    const mend = mendOf(chosen, stone, options, all, conflict)
    const room = mend ? sayMend(chosen, stone, mend, units) : ''
    return { ...tellConflict(chosen, design, conflict, room), ...(mend ? { field: mend.field, mend } : {}) }
  })
  return findings.map((f) => (f.code.startsWith(CLASH) ? told.shift()! : f))
}
