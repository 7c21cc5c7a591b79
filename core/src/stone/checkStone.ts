import { convexHull, type Vec2 } from '../geom/index.js'
import type { Finding } from '../finding/index.js'
import { numberOf } from '../working/index.js'
import { bodyOf, bodyVolume, outlineOf } from './body.js'
import { groupMeasures } from './group.js'
import { stoneMeasures } from './measures.js'
import { mineral, MINERALS } from './minerals.js'
import { outlinePoints } from './outline.js'
import { hollowOf } from './shape.js'
import { thinOutline } from './thinOutline.js'
import {
  BEAD_FORMS,
  fullStone,
  GROUP_LIMITS,
  HOLE_WAYS,
  KINDS,
  measuresOf,
  OUTLINE_KINDS,
  TREATMENTS,
  widthIsLength,
  type FullStone,
  type Stone,
} from './stone.js'

/** Smallest and largest measure that is taken for a stone to be set in wire, mm; its depth may be less: a brilliant of 2 mm is little more than one deep. */
export const STONE_LIMITS = { least: 2, shallowest: 1, most: 200 } as const
const leastOf = (field: string): number => (field === 'depth' ? STONE_LIMITS.shallowest : STONE_LIMITS.least)

type Say = (
  code: string,
  severity: Finding['severity'],
  field: string,
  values: Finding['values'],
  mend?: Finding['mend'],
) => void

const collect = (): { readonly out: Finding[]; readonly say: Say } => {
  const out: Finding[] = []
  return {
    out,
    say: (code, severity, field, values, mend) =>
      out.push({ code: `stone.${code}`, severity, field, values, ...(mend ? { mend } : {}) }),
  }
}

/**
 * What is wrong with the measures, so that nothing can be computed. Quick for every stone: no triangles are made, so that it can be
 * asked of thousands that come in at once.
 * @example stoneErrors({ ...oval, wall: 9, depth: 7 })[0].code // 'stone.wall-over-depth'
 */
export function stoneErrors(given: Stone): Finding[] {
  const { out, say } = collect()
  ranges(given, say)
  if (out.length > 0) return out
  const stone = fullStone(given)
  shapeErrors(given, stone, say)
  groupErrors(given, say)
  if (out.length > 0) return out
  try {
    bodyOf(stone)
  } catch (error) {
    // every cause known has words of its own above; what is left is said with what the geometry found
    if (stone.width > UPRIGHT * stone.length && KINDS[stone.kind].outlines.length > 0)
      say('swapped-hidden', 'error', 'width', { length: stone.length, width: stone.width })
    say('encloses-nothing', 'error', 'kind', {
      cause: error instanceof Error ? error.message : String(error),
    })
    return out
  }
  holeWalls(stone, say)
  return out.filter((f) => f.severity === 'error')
}

/**
 * What is wrong with the measures (errors: nothing can be computed), what is merely unusual (doubts: asked, not refused), and where
 * measures that hang together disagree, with the likelier culprit.
 * @example checkStone({ ...oval, width: 10, depth: 14 })[0].code // 'stone.depth-over-width'
 */
export function checkStone(given: Stone): Finding[] {
  const errors = stoneErrors(given)
  if (errors.length > 0) return errors
  const { out, say } = collect()
  const stone = fullStone(given)
  proportions(given, stone, say)
  holeWalls(stone, say)
  hollows(stone, say)
  manyPoints(stone, say)
  agreement(given, say)
  likeness(given, say)
  return out
}

/** Every measure within what Verger plans for. */
function ranges(given: Stone, say: Say): void {
  const stone = fullStone(given)
  for (const [field, value] of Object.entries({
    length: given.length,
    width: stone.width,
    depth: stone.depth,
  })) {
    if (!Number.isFinite(value) || value < leastOf(field))
      say('too-small', 'error', field, { value, least: leastOf(field) })
    else if (value > STONE_LIMITS.most) say('too-large', 'error', field, { value, most: STONE_LIMITS.most })
  }
  for (const m of measuresOf(given)) {
    const value = given[m.id]
    if (value === undefined) continue
    if (m.id === 'wall' && !(value >= 0)) say('wall-negative', 'error', 'wall', { value })
    else if (m.id === 'fullness' && !(value >= m.least && value <= m.most))
      say('fullness', 'error', 'fullness', { value })
    else if (!Number.isFinite(value) || value < m.least || value > m.most)
      say('out-of-range', 'error', m.id, { value, least: m.least, most: m.most, unit: m.unit })
  }
}

/** Measures that leave nothing between them. */
function shapeErrors(given: Stone, stone: FullStone, say: Say): void {
  const { length, width, depth } = stone
  const outlines = KINDS[stone.kind].outlines
  if (outlines.length > 0) {
    if (!outlines.includes(stone.outline))
      say('no-such-outline', 'error', 'outline', { outline: stone.outline })
    if (stone.outline === 'drop' && length <= width * 1.05)
      say('drop-not-longer', 'error', 'length', { length, width })
    if (stone.outline === 'marquise' && length <= width * 1.05)
      say('marquise-not-longer', 'error', 'length', { length, width })
    if (stone.outline === 'heart' && stone.cleft > width / 4)
      say('cleft-too-deep', 'error', 'cleft', { cleft: stone.cleft, most: width / 4 })
    if (stone.outline === 'free') {
      if ((stone.points?.length ?? 0) < 5)
        say('points-missing', 'error', 'points', { count: stone.points?.length ?? 0 })
      else
        try {
          outlineOf(stone)
        } catch {
          say('points-crossing', 'error', 'points', {})
        }
    } else
      try {
        outlineOf(stone)
      } catch {
        if (['square', 'cushion', 'cut-corner', 'triangle'].includes(stone.outline))
          say('corner-too-large', 'error', 'corner', { corner: stone.corner })
      }
  }
  switch (stone.kind) {
    case 'cabochon':
      if (stone.wall > depth - 0.2) say('wall-over-depth', 'error', 'wall', { wall: stone.wall, depth })
      if (stone.chamfer > stone.wall)
        say('chamfer-over-wall', 'error', 'chamfer', { chamfer: stone.chamfer, wall: stone.wall })
      break
    case 'puffy':
      if (depth - stone.wall - stone.back < 0.2)
        say('back-over-depth', 'error', 'back', { back: stone.back, wall: stone.wall, depth })
      break
    case 'faceted':
      // one of the two was typed: what it leaves for the other decides the words
      if (depth - stone.girdle - stone.crown < 0.1)
        say('pavilion-missing', 'error', 'crown', { crown: stone.crown, girdle: stone.girdle, depth })
      break
    case 'bead':
      if (!stone.form || !BEAD_FORMS.includes(stone.form)) say('form-missing', 'error', 'form', {})
      if (stone.form === 'barrel' && stone.ends > width)
        say('ends-over-width', 'error', 'ends', { ends: stone.ends, width })
      break
    case 'slab':
      if (stone.edge >= Math.min(width, length) / 2)
        say('edge-over-width', 'error', 'edge', { edge: stone.edge, width })
      break
    case 'crystal':
      if (stone.faces) {
        const most = Math.max(...stone.faces)
        const rest = stone.faces.reduce((a, b) => a + b, 0) - most
        if (stone.faces.length < 3 || stone.faces.length > 8 || stone.faces.some((f) => !(f > 0)))
          say('faces-count', 'error', 'faces', { count: stone.faces.length })
        else if (!(most < rest * (1 - 1e-9))) say('face-too-wide', 'error', 'faces', { widest: most, rest })
      } else if (!Number.isInteger(stone.sides)) say('sides-whole', 'error', 'sides', { sides: stone.sides })
      if (stone.shoulder > length)
        say('shoulder-over-length', 'error', 'shoulder', { shoulder: stone.shoulder, length })
      if (stone.chip >= stone.shoulder / 2) say('chip-too-deep', 'error', 'chip', { chip: stone.chip })
      break
    case 'stalk': {
      const sections = given.sections ?? []
      if (sections.length < 3 || sections.length > 6) {
        say('sections-count', 'error', 'sections', { count: sections.length })
        break
      }
      sections.forEach((s, i) => {
        if (!(s.across > 0 && s.across <= width + 1e-9))
          say('section-across', 'error', 'sections', { across: s.across, width })
        if (!(s.at >= 0 && s.at <= length) || (i > 0 && s.at <= sections[i - 1]!.at))
          say('section-order', 'error', 'sections', { at: s.at, length })
      })
      break
    }
    case 'shell':
      if (stone.opening / 2 + stone.thickness + stone.lip > width / 2 + 1e-9)
        say('mouth-over-width', 'error', 'opening', { opening: stone.opening, width })
      else if (stone.thickness >= Math.min(width / 4, length / 4))
        say('wall-too-thick', 'error', 'thickness', { thickness: stone.thickness })
      break
    default: {
      const never: never = stone.kind
      throw new RangeError(`unknown kind ${String(never)}`)
    }
  }
  if (given.way && !HOLE_WAYS.includes(given.way)) say('way', 'error', 'way', { way: given.way })
  if (!OUTLINE_KINDS.includes(given.outline))
    say('no-such-outline', 'error', 'outline', { outline: given.outline })
  for (const t of given.treatments ?? [])
    if (!TREATMENTS.includes(t)) say('treatment', 'error', 'treatments', { treatment: t })
}

/** A row that can be laid, and a mate that is a stone. */
function groupErrors({ group, length }: Stone, say: Say): void {
  if (!group) return
  if (group.kind === 'row') {
    const { count, last = length } = group
    if (!Number.isInteger(count) || count < GROUP_LIMITS.least || count > GROUP_LIMITS.most)
      say('row-count', 'error', 'group', { count, ...GROUP_LIMITS })
    if (last > length) say('row-upside-down', 'error', 'group', { last, length })
    else if (last < SMALLEST_SHARE * length)
      say('row-too-steep', 'error', 'group', { last, least: SMALLEST_SHARE * length })
    return
  }
  for (const id of ['length', 'width', 'depth'] as const) {
    const value = group.mate?.[id]
    if (value === undefined) continue
    if (value < leastOf(id)) say('too-small', 'error', 'group', { value, least: leastOf(id) })
    else if (value > STONE_LIMITS.most) say('too-large', 'error', 'group', { value, most: STONE_LIMITS.most })
  }
}

/** The smallest stone of a row against its largest, at least. */
const SMALLEST_SHARE = 0.2
/** From here on the eye or the ear lobe tells the two of a pair apart; typical, uncited. */
const UNLIKE = { size: 0.04, mm: 0.3, mass: 0.08 } as const

/** Are the two of a pair alike enough to hang from two ears. */
function likeness(given: Stone, say: Say): void {
  if (given.group?.kind !== 'pair') return
  const { mate } = given.group
  for (const id of ['length', 'width', 'depth'] as const) {
    const [one, other] = [given[id], mate?.[id]]
    if (other === undefined) continue
    const apart = Math.abs(one - other)
    if (apart > UNLIKE.mm && apart > UNLIKE.size * one)
      say('pair-size', 'doubt', 'group', { measure: id, one, other, apart })
  }
  const together = groupMeasures(given)
  if (together?.kind !== 'pair') return
  const apart = numberOf(together.apart)
  if (apart > 100 * UNLIKE.mass) say('pair-mass', 'doubt', 'group', { apart })
}

/** So many times as wide as it is long a stone is likelier measured the other way round; an oval at once. */
const UPRIGHT = 1.4
/** A coin is thinner than this share of what it measures across. */
const THICK_COIN = 0.3

/** Measures that look taken for each other, or mistyped: a question, no refusal. */
function proportions(given: Stone, stone: FullStone, say: Say): void {
  const { length, width, depth } = stone
  const grown =
    stone.kind === 'crystal' || stone.kind === 'stalk' || stone.kind === 'shell' || stone.kind === 'bead'
  if (!grown && depth > width) say('depth-over-width', 'doubt', 'depth', { depth, width })
  const across = grown
    ? stone.form === 'coin' && width > UPRIGHT * length
    : width > (stone.outline === 'oval' ? 1 : UPRIGHT) * length
  if (!widthIsLength(given) && across) say('swapped', 'doubt', 'width', { length, width })
  if (stone.form === 'coin' && stone.kind === 'bead' && depth > THICK_COIN * Math.min(length, width))
    say('thick-coin', 'doubt', 'depth', { depth, width: Math.max(length, width) })
  if (stone.kind === 'crystal' && width > length) say('swapped', 'doubt', 'width', { length, width })
  if (length > 4 * width && !grown) say('very-long', 'doubt', 'length', { length, width })
  if (depth < 0.08 * width) say('very-thin', 'doubt', 'depth', { depth, width })
  if (stone.kind === 'cabochon' && stone.wall > 0.75 * depth)
    say('wall-high', 'doubt', 'wall', { wall: stone.wall, depth })
  if (stone.kind === 'faceted') {
    const pavilion = depth - stone.girdle - stone.crown
    if (pavilion > 0.75 * width) say('pavilion-deep', 'doubt', 'depth', { pavilion, width })
    if (pavilion < stone.crown) say('crown-over-pavilion', 'doubt', 'crown', { crown: stone.crown, pavilion })
  }
  if (stone.kind === 'crystal') {
    const base = Math.max(stone.baseWidth, stone.baseDepth)
    const shoulder = Math.max(stone.shoulderWidth, stone.shoulderDepth)
    if (shoulder > base * 1.02) say('inverted-taper', 'doubt', 'shoulderWidth', { base, shoulder })
  }
}

/** A hole needs wall round it. */
function holeWalls(stone: FullStone, say: Say): void {
  if (!(stone.hole > 0)) return
  const way = stone.way ?? (stone.kind === 'slab' ? 'depth' : 'length')
  let room: number
  if (stone.kind === 'slab' && way === 'depth') {
    const o = outlineOf(stone)
    // from the hole's middle to the nearest edge of the flat
    const y = o.top - stone.place
    room = Infinity
    for (const [px, py] of outlinePoints(o, 0.05)) room = Math.min(room, Math.hypot(px, py - y))
    if (y < o.bottom || room === Infinity) room = 0
    room = 2 * (room - stone.edge)
  } else if (stone.kind === 'slab' && way === 'width') {
    room = Math.min(stone.depth, 2 * Math.max(0, Math.min(stone.place, stone.length - stone.place)))
  } else
    room = Math.min(
      ...(way === 'length'
        ? [stone.width, stone.depth]
        : way === 'width'
          ? [stone.length, stone.depth]
          : [stone.length, stone.width]),
    )
  const across = stone.form === 'barrel' && way === 'length' ? Math.min(room, stone.ends) : room
  if (stone.hole >= across * 0.9)
    say('hole-too-wide', 'error', 'hole', { hole: stone.hole, most: Math.max(0, across * 0.9) })
  else if (stone.hole > across * 0.6)
    say('hole-thin-wall', 'doubt', 'hole', { hole: stone.hole, wall: (across - stone.hole) / 2 })
}

/** A cleft or hollow so deep that the measure is likelier wrong than the stone. */
function hollows(stone: FullStone, say: Say): void {
  if (stone.outline !== 'free' || KINDS[stone.kind].outlines.length === 0) return
  const deep = hollowOf(outlinePoints(outlineOf(stone), 0.05))
  if (deep > Math.min(stone.width, stone.length) / 2)
    say('cleft-deep', 'doubt', 'points', { deep, half: Math.min(stone.width, stone.length) / 2 })
}

/** A line of very many points, which is drawn through fewer: with how far off that is. */
function manyPoints({ outline, points = [], length, kind }: FullStone, say: Say): void {
  if (outline !== 'free' || KINDS[kind].outlines.length === 0) return
  const heights = points.map((p) => p[1])
  const tall = Math.max(...heights) - Math.min(...heights)
  if (!(tall > 0)) return
  const thin = thinOutline(points)
  if (thin.points.length === points.length) return
  say('points-thinned', 'note', 'points', {
    count: points.length,
    kept: thin.points.length,
    off: (thin.off * length) / tall,
  })
}

/** Share by which a tape or a scale may be off before it is worth a word. */
const APART = { tape: 0.03, mass: 0.12 } as const
/** Thickness of a paper tape, mm; a tape reads π × its thickness high. A cord is thicker. */
const TAPE = 0.2

/** Do tape and scale agree with the calipers, and if not, what is the likeliest culprit. */
function agreement(given: Stone, say: Say): void {
  if (given.taped === undefined && given.weighed === undefined) return
  const m = stoneMeasures(given)
  if (given.taped !== undefined) {
    const read = given.taped - Math.PI * TAPE
    const girths = [
      ['edge', numberOf(m.girthEdge)],
      ['lengthwise', numberOf(m.girthLength)],
      ['crosswise', numberOf(m.girthWidth)],
    ] as const
    const off = (v: number) => Math.abs(read - v) / v
    if (off(girths[0][1]) > APART.tape) {
      const better = girths.slice(1).find(([, v]) => off(v) <= APART.tape)
      if (better)
        say('tape-other-girth', 'doubt', 'taped', { taped: given.taped, girth: better[0], value: better[1] })
      else say('tape-off', 'doubt', 'taped', { taped: given.taped, value: girths[0][1] })
    }
  }
  if (given.weighed !== undefined) {
    const { density } = mineral(given.mineral)
    const volume = numberOf(m.volume)
    const [least, most] = [(density[0] * volume) / 1000, (density[2] * volume) / 1000]
    const expected = (density[1] * volume) / 1000
    if (given.weighed < least * (1 - APART.mass) || given.weighed > most * (1 + APART.mass)) {
      const fullness = fullnessFor(given, (given.weighed * 1000) / density[1])
      if (fullness !== undefined)
        say(
          'mass-fullness',
          'doubt',
          'weighed',
          { weighed: given.weighed, expected, fullness },
          { field: 'fullness', value: fullness },
        )
      else {
        const fits = (given.weighed / volume) * 1000
        const others = MINERALS.filter((x) => fits >= x.density[0] && fits <= x.density[2])
          .slice(0, 4)
          .map((x) => x.id)
        say(others.length > 0 ? 'mass-mineral' : 'mass-off', 'doubt', 'weighed', {
          weighed: given.weighed,
          expected,
          density: fits,
          minerals: others.join(', '),
        })
      }
    }
  }
}

/** The dome's fullness at which the stone has this volume, where there is one within its limits: the first culprit when a mass is off. */
export function fullnessFor(given: Stone, volume: number): number | undefined {
  if (given.kind !== 'cabochon' && given.kind !== 'puffy') return undefined
  const at = (p: number) => bodyVolume(bodyOf({ ...fullStone(given), fullness: p, backFullness: p })).volume
  let [lo, hi] = [1.3, 4.5]
  if (!(at(lo) <= volume && at(hi) >= volume)) return undefined
  for (let i = 0; i < 30; i++) {
    const mid = (lo + hi) / 2
    if (at(mid) < volume) lo = mid
    else hi = mid
  }
  return Number(((lo + hi) / 2).toFixed(2))
}

/**
 * Points of a free outline from widths measured at heights on both sides of a centre line: heights from the foot up, mm.
 * @throws RangeError for fewer than five heights
 * @example outlineFromWidths([0, 5, 10, 15, 20].map((at) => ({ at, left: 5, right: 5 }))).length > 8 // true
 */
export function outlineFromWidths(
  widths: readonly { readonly at: number; readonly left: number; readonly right: number }[],
): Vec2[] {
  if (widths.length < 5) throw new RangeError('five heights or more are needed')
  const sorted = [...widths].sort((a, b) => a.at - b.at)
  const right = sorted.filter((w) => w.right > 0).map((w): Vec2 => [w.right, w.at])
  const left = sorted
    .filter((w) => w.left > 0)
    .map((w): Vec2 => [-w.left, w.at])
    .reverse()
  const [low, high] = [sorted[0]!, sorted[sorted.length - 1]!]
  return [
    ...(low.left === 0 && low.right === 0 ? [[0, low.at] as Vec2] : []),
    ...right,
    ...(high.left === 0 && high.right === 0 ? [[0, high.at] as Vec2] : []),
    ...left,
  ]
}

/** Girth of a free outline as a tape would read it: its hull's perimeter, and π × the tape's thickness. */
export function tapeReading(points: readonly Vec2[]): number {
  const hull = convexHull(points)
  let sum = 0
  hull.forEach((p, i) => {
    const q = hull[(i + 1) % hull.length]!
    sum += Math.hypot(q[0] - p[0], q[1] - p[1])
  })
  return sum + Math.PI * TAPE
}
