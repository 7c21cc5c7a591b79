import type { Design } from '../../design/index.js'
import type { Finding } from '../../finding/index.js'
import { leastRadius } from '../../path/index.js'
import { fullStone, stoneErrors, type Stone } from '../../stone/index.js'
import { alloy, wireSize } from '../../wire/index.js'
import type { Options } from '../family.js'
import { kindWord } from '../shared/kindWord.js'
import { bailRuns } from '../shared/rolledBail.js'
import { basisOf } from './build.js'
import { neckOf, shoulderRun } from './arms.js'
import { fingerAt } from './carrying.js'
import { clawSides } from './options.js'

const say = (
  code: string,
  severity: Finding['severity'],
  field: string,
  values: Finding['values'],
  mend?: Finding['mend'],
): Finding => ({ code: `corner-claws.${code}`, severity, field, values, ...(mend ? { mend } : {}) })

const TAKEN: ReadonlySet<string> = new Set(['square', 'cut-corner', 'cushion', 'round', 'oval'])
/** The bail strip's end stays this far above the stone, mm. */
const BAIL_CLEAR = 0.3

/** Can a stone like this be set so at all; and with options: is there room for everything they ask. */
export function fits(stone: Stone, options?: Options): Finding[] {
  const wrong = stoneErrors(stone)
  if (wrong.length > 0) return wrong
  const full = fullStone(stone)
  if (stone.group?.kind === 'row') return [say('row', 'error', 'group', {})]
  if (full.kind !== 'faceted') return [say('not-faceted', 'error', 'kind', { kind: kindWord(full) })]
  if (!TAKEN.has(full.outline)) return [say('outline', 'error', 'outline', { outline: full.outline })]
  if (!options) return []
  const out: Finding[] = []
  const { o, geometry: g } = basisOf(stone, options)
  for (const [tier, arms, field] of [
    ['seat', g.seats, 'seat'],
    ['claw', g.claws, 'claw'],
  ] as const)
    for (const k of ['x', 'y'] as const) {
      const m = arms[k]
      if (m.straight < 0.3) {
        out.push(say('no-middle', 'error', field, { tier, lacks: 0.3 - m.straight }))
        break
      }
      // what reaches past the table or the culet touches nothing
      const room = tier === 'seat' ? g.half[k] - o.seat : g.half[k] - o.claw
      if (room < 0.25 * g.half[k]) {
        out.push(say('past-middle', 'error', field, { tier, reach: o[field] }))
        break
      }
    }
  if (out.length > 0) return out
  const { shape } = g
  if (o.mount === 'pendant') {
    if (shoulderRun(g) < 0) out.push(say('no-shoulder', 'error', 'size', { lacks: -shoulderRun(g) }))
    const runs = bailRuns({ inside: o.bail, thickness: shape.size, binder: shape.tieSize, neck: o.neck })
    if (runs.turnBack < 0.6 * shape.size) {
      const least =
        Math.ceil(2 * (1.6 * shape.size + 2 * shape.tieSize - shape.size / 2 - shape.tieSize) * 2) / 2
      out.push(
        say('bail-too-small', 'error', 'bail', { bail: o.bail, least }, { field: 'bail', value: least }),
      )
    } else {
      const room = neckOf(g).join + o.neck - g.half.y - runs.turnBack - runs.end
      if (room < BAIL_CLEAR) {
        const neck = Math.min(15, Math.ceil((o.neck + BAIL_CLEAR - room) * 2) / 2)
        out.push(
          say(
            'bail-onto-stone',
            'error',
            'neck',
            { bail: o.bail, neck: o.neck, need: neck },
            { field: 'neck', value: neck },
          ),
        )
      }
    }
  } else {
    // the seat lies above the finger's opening, and its tails can come down outside it
    const top = fingerAt(g) + shape.inside / 2
    const low = Math.min(g.seats.x.z, g.seats.y.z) - shape.size / 2
    if (low < top - 0.2) out.push(say('seat-on-finger', 'error', 'clear', { by: top - low }))
  }
  return out
}

/** Doubts and errors that show on the built piece. */
export function review(stone: Stone, options: Options, design: Design): Finding[] {
  const out: Finding[] = []
  const { o, geometry: g } = basisOf(stone, options)
  for (const [field, size] of [
    ['size', o.size],
    ['clawSize', o.clawSize],
  ] as const) {
    const least = (alloy(o.alloy).bend[o.temper] + 0.5) * wireSize(size).mm
    const prefix = field === 'size' ? 'seat-' : 'claw-'
    const tightest = Math.min(
      ...design.wires
        .filter((w) => w.id.startsWith(prefix))
        .flatMap((w) => w.path.segments.map((s) => leastRadius(s))),
    )
    if (tightest < 0.98 * least) out.push(say('bend-too-tight', 'error', field, { radius: tightest, least }))
  }
  const clawed = clawSides(o.claws).length
  if (clawed < 3 || o.claw <= 0)
    out.push(say('few-claws', 'doubt', 'claws', { count: o.claw <= 0 ? 0 : clawed }))
  if (o.seat < 0.4) out.push(say('seat-narrow', 'doubt', 'seat', { seat: o.seat }))
  if (o.play > 0.3) out.push(say('loose', 'doubt', 'play', { play: o.play }))
  const steep = (Math.max(g.claws.x.slope, g.claws.y.slope, g.seats.x.slope, g.seats.y.slope) * 180) / Math.PI
  if (steep > 70) out.push(say('steep', 'doubt', 'size', { slope: steep }))
  const ties = design.joints.find((j) => j.id === 'top-left')!
  if (ties.turns < 3) out.push(say('few-turns', 'doubt', 'tie', { turns: ties.turns }))
  const below = Math.min(g.seats.x.z, g.seats.y.z) - g.shape.size / 2 - g.culet
  if (o.mount === 'pendant' && below > 0) out.push(say('culet-below', 'note', 'seat', { below }))
  return out
}
