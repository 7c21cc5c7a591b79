import { remember, type Vec3 } from '../../geom/index.js'
import { fullStone, groupStones, rowShares, shapeOf, type FullStone } from '../../stone/index.js'
import { HAND_PACKING } from '../../weave/index.js'
import { leaf, numberOf, type Quantity } from '../../working/index.js'
import { figure, figures, mm, type Given } from '../kit/index.js'
import { fixed } from '../shared/efforts.js'
import { facetSlope } from '../shared/facetSlope.js'
import type { choices } from './choices.js'

/**
 * A row lies along x with its faces to the front, the stones' girdles in one plane. Two upper rails run over the crowns, two lower ones under the
 * pavilions, far and near: y above and below 0. All lengths in mm.
 */
export type K = Given<typeof choices>

/** A figure of eight round two wires lies on each of them as two strands. */
export const STRANDS = 2
const tan = (degrees: number): number => Math.tan((degrees * Math.PI) / 180)

export const { make: F, formulas } = figures('row', {
  gauge: mm(
    '{share} × ({side} / 2 − {reach}) + {cover} + {thick} / 2: from the middle line out to the rail’s middle',
    ({ share, side, reach, cover, thick }) => share * (side / 2 - reach) + cover + thick / 2,
  ),
  rise: mm(
    '{share} × ({girdle} / 2 + {reach} × tan {slope}°, no more than the crown’s {crown}) + {play} + {thick} / 2: from the girdle’s middle up to the rail’s',
    ({ share, girdle, reach, slope, crown, play, thick }) =>
      share * (girdle / 2 + Math.min(reach * tan(slope), crown)) + play + thick / 2,
  ),
  fall: mm(
    '{share} × ({girdle} / 2 + {reach} × tan {slope}°) + {cover} + {thick} / 2: from the girdle’s middle down to the rail’s',
    ({ share, girdle, reach, slope, cover, thick }) =>
      share * (girdle / 2 + reach * tan(slope)) + cover + thick / 2,
  ),
  slot: mm(
    '{rise} + {fall} − {upper} / 2 − {lower} / 2: free between upper and lower rail, what is wound on the lower one counted as free',
    ({ rise, fall, upper, lower }) => rise + fall - upper / 2 - lower / 2,
  ),
  between: mm('2 × {gauge} − {thick}: between both rails', ({ gauge, thick }) => 2 * gauge - thick),
  tied: mm(
    '{eights} × {strands} strands of {lace} × {packing}: what a tie takes along the rail',
    ({ eights, strands, lace, packing }) => eights * strands * lace * packing,
  ),
  needed: mm(
    'the larger of {post} and {crossing} + {wide} × {lace} × {packing}, less {lace} / 2, and half of {tied}: from the stone’s middle to the middle of the tie beside it, nothing touching the stone',
    ({ post, crossing, wide, lace, packing, tied }) =>
      Math.max(post, crossing + wide * lace * packing) - lace / 2 + tied / 2,
  ),
  half: mm(
    'the larger of {share} × {width} / 2 + {gap} / 2 and {needed}: from the stone’s middle to the middle of the tie beside it',
    ({ share, width, gap, needed }) => Math.max((share * width) / 2 + gap / 2, needed),
  ),
  ended: figure('', '{eights} + {more} at the ends of the row', ({ eights, more }) => eights + more),
  room: mm('{half} − {needed} + {tied} / 2: half a tie', (x) => x.half - x.needed + x.tied / 2),
  eights: figure(
    '',
    'as many figures of eight, {strands} strands of {lace} × {packing} each, as have room in 2 × the smaller of {before} and {behind}; {eights} at least',
    ({ strands, lace, packing, before, behind, eights }) =>
      Math.max(eights, Math.floor((2 * Math.min(before, behind)) / (strands * lace * packing) + 1e-9)),
  ),
  pitch: mm('2 × {half}: from stone to stone', ({ half }) => 2 * half),
  apart: mm('2 × {gauge}: from rail to rail', ({ gauge }) => 2 * gauge),
  turns: figure(
    'turns',
    '{seated} / ({lace} × {packing}) − 2 × {wide} of both crossings, whole ones: round each lower rail, under one stone',
    ({ seated, lace, packing, wide }) => Math.max(1, Math.floor(seated / (lace * packing) - 2 * wide + 1e-9)),
  ),
  seated: mm(
    '2 × {half} + {out} − {before} / 2 − {behind} / 2: from tie to tie',
    ({ half, out, before, behind }) => 2 * half + out - before / 2 - behind / 2,
  ),
  bound: figure('turns', '{turns} + 2 × {strands} that cross', (x) => x.turns + 2 * x.strands),
  strands: figure('turns', '{eights} × {strands}', ({ eights, strands }) => eights * strands),
  eight: mm(
    'half of a taut figure of eight of {lace} round two wires of {first} and {second}, their middles {apart} apart',
    ({ lace, first, second, apart }) => eightRound(lace, first, second, apart) / 2,
  ),
  seat: mm(
    '(2 × {strands} × {eight} + 2 × {turns} turns of 4 × ({lower} + {lace})) / ({turns} + 2 × {strands}): a row of the seat’s winding, on both rails',
    ({ strands, eight, turns, lower, lace }) =>
      (2 * strands * eight + 2 * turns * 4 * (lower + lace)) / (turns + 2 * strands),
  ),
  inward: mm('{gauge} − {beside}: in beside the other wires', ({ gauge, beside }) => gauge - beside),
  up: mm('{rise} + {fall}: up between the upper rails', ({ rise, fall }) => rise + fall),
  beside: mm('{lower} + {upper} / 2: outside both lower rails', ({ lower, upper }) => lower + upper / 2),
  inside: mm('{lower} / 2: beside the other lower rail', ({ lower }) => lower / 2),
  radius: mm('({inside} + {thick}) / 2: radius of a loop', ({ inside, thick }) => (inside + thick) / 2),
  roll: figure(
    '°',
    '360° − arccos(1 − ({thick} + {lace}) / {radius}): until the end lies behind the bind',
    ({ thick, lace, radius }) => 360 - (Math.acos(1 - (thick + lace) / radius) * 180) / Math.PI,
  ),
  hull: mm(
    '2 × (2 × {lower} + 2 × {upper}) + 2 × the larger of both: a taut string round all four side by side',
    ({ lower, upper }) => 4 * (lower + upper) + 2 * Math.max(lower, upper),
  ),
})

export const searched = {
  slope: ['°', 'slope of the {which} of the stone, against the girdle'],
  post: 'from the middle of a stone, {which}, along the row to a strand from rail to rail that touches it',
  crossing:
    'from the middle of a stone, {which}, along the row to a strand between the lower rails that touches it',
  beyond: 'by which its ties lie farther apart than between two stones: {which}',
  rail: 'of a rail between both ends, by the heights and widths of its stones: the {which}',
  wait: 'straight on until all four rails lie side by side: the {which}',
} as const

/** A crossed belt round two square wires, as if these were round: both strands between them and what lies on each. */
function eightRound(lace: number, first: number, second: number, apart: number): number {
  const around = (first + second) / 4 + lace / 2
  const sine = Math.min(1, (2 * around) / apart)
  return (
    2 * Math.sqrt(Math.max(0, apart ** 2 - 4 * around ** 2)) + 2 * around * (Math.PI + 2 * Math.asin(sine))
  )
}

/** One stone of the row, in its order. */
export interface RowStone {
  /** Its size against the largest. */
  readonly share: number
  /** Where its middle lies along the row. */
  readonly x: number
  readonly half: Quantity
  /** Round each lower rail under it. */
  readonly turns: Quantity
  /** What is wound for it along the lower rails, from tie to tie. */
  readonly seated: Quantity
}

/** The ties of upper to lower rails between two stones, far and near, or beside the first or the last one. */
export interface RowTie {
  readonly x: number
  readonly eights: Quantity
  /** What it takes along the rails. */
  readonly tied: Quantity
}

/** Where the rails run at one stone: out from the middle line, and up from the girdle. */
export interface Lines {
  readonly out: Quantity
  readonly up: Quantity
}

/** The row before its ends: stones, ties, and where the rails run beside each. */
export interface Row {
  readonly stones: readonly RowStone[]
  /** One more than stones. */
  readonly ties: readonly RowTie[]
  readonly upper: (share: number) => Lines
  readonly lower: (share: number) => Lines
}

export const PACKING = leaf('table', 'packing by hand', HAND_PACKING, '', 'typical, uncited')
/** The first and the last tie have so many more figures of eight: no stone beyond holds theirs. */
const MORE = fixed('more figures of eight at the ends', 2)
/** A crossing between the lower rails takes as much along them as so many turns. */
const WIDE = fixed('turns that a crossing takes along the rails', 1.3)
export const CROSSED = fixed('strands of a figure of eight on each wire', STRANDS)

/** Names of the stones, in order. */
export const stoneId = (i: number): string => `row-${i + 1}`

const sharesOf = ({ group, length }: FullStone): number[] =>
  group?.kind === 'row'
    ? rowShares({
        count: group.count,
        share: (group.last ?? length) / length,
        order: group.order ?? 'to one end',
      })
    : [1]

/** Everything that hangs on no end: how the rails run, and how far apart the stones lie. */
export function rowOf(k: K): Row {
  const { q, measured, stone } = k
  const { girdle, crown } = measured as { readonly girdle: Quantity; readonly crown: Quantity }
  const side = measured.length
  const slope = (part: 'crown' | 'pavilion') => k.found('slope', part, facetSlope(stone, part, 'y'), k.on())
  const slopes = { crown: slope('crown'), pavilion: slope('pavilion') }
  const named = (share: number) => leaf('table', 'size against the largest', share, '', 'the row')
  const upper = (s: number): Lines => {
    const share = named(s)
    return {
      out: F.gauge({ share, side, reach: q.over, cover: fixed('nothing wound on it', 0), thick: q.size }),
      up: F.rise({
        share,
        girdle,
        reach: q.over,
        slope: slopes.crown,
        crown,
        play: q.play,
        thick: q.size,
      }),
    }
  }
  const lower = (s: number): Lines => {
    const share = named(s)
    const own = { share, reach: q.under, cover: q.lace, thick: q.lower }
    return { out: F.gauge({ ...own, side }), up: F.fall({ ...own, girdle, slope: slopes.pavilion }) }
  }
  const wound = { strands: CROSSED, wide: WIDE, lace: q.lace, packing: PACKING }
  const least = F.tied({ ...wound, eights: q.eights })
  const on = k.on('over', 'under', 'play', 'size', 'lower', 'lace')
  const known = remember<number, { readonly half: Quantity; readonly room: Quantity }>(64)
  const beside = (share: number) =>
    known(share, () => {
      const near = nearest(k, share, { upper: upper(share), lower: lower(share) })
      const which = share === 1 ? 'the largest' : `${share.toFixed(3)} as large as the largest`
      const needed = F.needed({
        ...wound,
        tied: least,
        post: k.found('post', which, near.post, on),
        crossing: k.found('crossing', which, near.crossing, on),
      })
      const half = F.half({ share: named(share), width: measured.width, gap: q.gap, needed })
      return { half, room: F.room({ half, needed, tied: least }) }
    })
  const shares = sharesOf(stone)
  const halves = shares.map((share) => beside(share).half)
  const all = halves.reduce((sum, h) => sum + 2 * numberOf(h), 0)
  const last = shares.length
  let x = -all / 2
  const ties = Array.from({ length: last + 1 }, (_, i): RowTie => {
    const at = x
    if (i < last) x += 2 * numberOf(halves[i]!)
    if (i > 0 && i < last) {
      const [before, behind] = [beside(shares[i - 1]!).room, beside(shares[i]!).room]
      const eights = F.eights({ ...wound, eights: q.eights, before, behind })
      return { x: at, eights, tied: F.tied({ ...wound, eights }) }
    }
    // no stone beyond is in the way of the outer ones
    const eights = F.ended({ eights: q.eights, more: MORE })
    const tied = F.tied({ ...wound, eights })
    const out = (numberOf(tied) - numberOf(least)) / 2
    return { x: i === 0 ? at - out : at + out, eights, tied }
  })
  const stones = shares.map((share, i): RowStone => {
    const [half, before, behind] = [halves[i]!, ties[i]!, ties[i + 1]!]
    const out = k.found('beyond', `stone ${i + 1}`, behind.x - before.x - 2 * numberOf(half), {
      ...on,
      eights: q.eights,
      gap: q.gap,
    })
    const seated = F.seated({ half, out, before: before.tied, behind: behind.tied })
    const turns = F.turns({ ...wound, seated })
    const middle = -all / 2 + halves.slice(0, i).reduce((sum, h) => sum + 2 * numberOf(h), 0) + numberOf(half)
    return { share, x: middle, half, turns, seated }
  })
  return { stones, ties, upper, lower }
}

/** Wire stands off the stone by a hair, mm. */
const HAIR = 0.02
/** The most that is looked at, and how closely, mm. */
const MOST = 12
const STEP = 0.01

/**
 * How near to the middle of a stone a strand of fine wire may stand, square to the row: one from an upper rail to the lower one beside it, and one
 * that crosses between the lower rails.
 */
function nearest(
  k: K,
  share: number,
  { upper, lower }: { readonly upper: Lines; readonly lower: Lines },
): { readonly post: number; readonly crossing: number } {
  const own = groupStones(k.stone)[sharesOf(k.stone).indexOf(share)]!
  const { index } = shapeOf(fullStone(own))
  const lace = k.thick('lace')
  const [uy, uz, ly, lz] = [numberOf(upper.out), numberOf(upper.up), numberOf(lower.out), -numberOf(lower.up)]
  const [u, l] = [(k.thick('size') + lace) / 2, (k.thick('lower') + lace) / 2]
  /** Lines across the row, from one place out and up to another. */
  const clear = (...lines: readonly (readonly [number, number, number, number])[]): number => {
    const touches = (x: number): boolean =>
      lines.some(([y, z, toY, toZ]) =>
        Array.from({ length: 13 }, (_, i) => i / 12).some((t) => {
          const p: Vec3 = [x, y + t * (toY - y), z + t * (toZ - z)]
          return index.nearest(p).distance < lace / 2 + HAIR
        }),
      )
    let [near, far] = [0, MOST]
    while (far - near > STEP) {
      const middle = (near + far) / 2
      if (touches(middle)) near = middle
      else far = middle
    }
    return far
  }
  return {
    // both strands of a figure of eight, and what lies round the rails on the stone's side
    post: clear([uy - u, uz, ly + l, lz], [uy + u, uz, ly - l, lz], [uy - u, uz - u, ly - l, lz + l]),
    crossing: clear([-ly, lz + l, ly, lz - l]),
  }
}
