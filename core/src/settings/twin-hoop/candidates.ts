import { outline, type Stone } from '../../stone/index.js'
import {
  alloy,
  section,
  COMMON_SIZES,
  WIRE_SIZES,
  wireSize,
  type Temper,
  type WireSize,
} from '../../wire/index.js'
import type { CandidateGroup, OptionSpace, Wish } from '../family.js'
import { between, oneOf } from '../shared/unitInterval.js'
import { shoulderOf } from '../shared/shoulder.js'
import { readOptions, type TwinHoopOptions } from './options.js'

const tenth = (v: number): number => Math.round(v * 10) / 10
const nearest = (list: readonly WireSize[], mm: number): WireSize =>
  list.reduce((best, s) => (Math.abs(s.mm - mm) < Math.abs(best.mm - mm) ? s : best))

/** Inside diameter that a ring is first planned for, mm: commonly met; the maker types the finger's own. */
const FINGER = 17.3
/** A ring's shank bears the hand: about this thick, mm. Typical, uncited. */
const RING_SHANK = 1.02
/** Hoops over the stone's width: from deep on the stone to near its equator. */
const SHARES = [0.74, 0.8, 0.86, 0.91]

/** Least angle before the top at which the curves into a pendant's neck have room, degrees. */
function leaveFor(stone: Stone, mount: string, size: number, shank: number): number {
  if (mount === 'ring') return 20
  const o =
    Math.abs(stone.length - stone.width) < 1e-9
      ? outline('round', stone.width, stone.width)
      : outline('oval', stone.length, stone.width)
  const offset = size + shank / 2
  for (let degrees = 12; degrees < 50; degrees++) {
    const before = (degrees * Math.PI) / 180
    if (shoulderOf({ outline: o, offset, upright: shank / 2, before, radius: 2 * shank }).straight > 0.3)
      return degrees
  }
  return 50
}

/** A ring's lower hoop over the stone's width at least, and how far it bulges toward the finger, mm. */
const LOWER_HOOP = 0.91
const BULGE = [0, -0.6, -1.2]
/** On a ball smaller than this a ring's hoops stand apart: the upper one narrow, the lower one near the finger, mm. */
const SMALL = 12.5
const NARROW = [0.86, 0.8, 0.74, 0.7]
const LOW = [-0.6, -1.2, -2]

/** What is decided about two hoops; everything else follows by the craft's rules. */
export interface HoopDecision {
  readonly mount: 'ring' | 'pendant'
  readonly size: WireSize
  readonly shankSize: WireSize
  readonly seat: number
  readonly hoop: number
  readonly turns: number
  readonly bulge: number
}

/** Gauges in reach, of the common series and of what is kept. */
export const hoopGauges = (stone: Stone, wish: Wish): readonly WireSize[] =>
  WIRE_SIZES.filter(
    (s) =>
      (COMMON_SIZES.includes(s) || wish.kept?.includes(s.label)) &&
      s.mm >= 0.6 &&
      s.mm <= Math.min(1.7, stone.width / 6),
  )

/** What can carry hoops of this wire: no thinner than the wire bends round. */
export const carrierGauges = (wish: Wish, size: WireSize): readonly WireSize[] => {
  const least = (2 * (alloy(wish.alloy).bend[wish.temper as Temper] + 0.5) - 1) * size.mm
  return COMMON_SIZES.filter((s) => s.mm >= Math.max(size.mm, least) - 1e-9)
}

/** Two hoops with a neck and a binding by their wire, leaving the stone as late as the curves have room. */
export function hoopOptions(stone: Stone, wish: Wish, d: HoopDecision): TwinHoopOptions {
  const fine = COMMON_SIZES.filter((s) => s.mm >= 0.3 && s.mm <= 0.7)
  return {
    mount: d.mount,
    ring: FINGER,
    shank: 1,
    bulge: d.bulge,
    seat: tenth(d.seat),
    hoop: tenth(d.hoop),
    play: 0.1,
    turns: d.turns,
    size: d.size.label,
    shankSize: d.shankSize.label,
    alloy: wish.alloy as TwinHoopOptions['alloy'],
    temper: wish.temper as TwinHoopOptions['temper'],
    bail: 5,
    neck: Math.max(3, Math.round(5 * d.size.mm)),
    leave: leaveFor(stone, d.mount, d.size.mm, d.shankSize.mm),
    binding: 'half-round',
    bindingSize: nearest(fine, d.size.mm * 0.62).label,
    work: 'several wires',
    margin: 8,
  }
}

/** Options worth trying for a ball or an egg, lightest wire first: gauges in reach, hoops from wide to narrow, an end wound three or four times. */
export function candidates(stone: Stone, wish: Wish): CandidateGroup[] {
  const across = stone.width
  const small = across < SMALL
  const out: CandidateGroup[] = []
  for (const mount of wish.worn ? [wish.worn] : (['pendant', 'ring'] as const))
    for (const size of hoopGauges(stone, wish)) {
      const stout = carrierGauges(wish, size)
      if (stout.length === 0) continue
      const shankSize = nearest(stout, mount === 'ring' ? RING_SHANK : size.mm)
      for (const turns of [2, 3, 4]) {
        const hoop = Math.PI * 0.85 * across + turns * 2 * Math.PI * (size.mm + shankSize.mm)
        out.push({
          wire: 2 * hoop * section('round', size.mm).area + 60 * section('round', shankSize.mm).area,
          options: () =>
            (mount === 'ring' ? (small ? LOW : BULGE) : [0]).flatMap((bulge) =>
              (mount === 'ring' && small ? NARROW : [...SHARES].reverse()).map((share) => ({
                ...hoopOptions(stone, wish, {
                  mount,
                  size,
                  shankSize,
                  seat: (mount === 'ring' ? Math.max(share, LOWER_HOOP) : share) * across,
                  hoop: share * across,
                  turns,
                  bulge,
                }),
              })),
            ),
        })
      }
    }
  return out.sort((p, q) => p.wire - q.wire)
}

/** Shares of the stone's width that hoops, and a ring's lower hoop, may have; how far a ring's bulges toward the finger, mm. */
const HOOPS = { least: 0.58, most: 0.97 }
const LOWER = { least: 0.7, most: 0.97 }
const BULGES = { least: -2, most: 0 }
const TURNS = [2, 3, 4]
/** A pendant's wire is not thicker than this, mm. */
const CARRIER = 2.1

/** Hoops of any gauge in reach, wide or narrow, wound often or seldom; a pendant's wire may be as thin as they bend, a ring's shank bears the hand. */
export function space(stone: Stone, wish: Wish): OptionSpace {
  const gauges = hoopGauges(stone, wish)
  const mount = wish.worn ?? 'pendant'
  return {
    dimensions: 5,
    varies:
      mount === 'ring' ? ['size', 'hoop', 'turns', 'seat', 'bulge'] : ['size', 'hoop', 'turns', 'shankSize'],
    at: (u) => {
      if (gauges.length === 0) return undefined
      const size = oneOf(gauges, u[0]!)
      const carriers = carrierGauges(wish, size).filter((s) => s.mm <= CARRIER)
      if (carriers.length === 0) return undefined
      const hoop = between(HOOPS, u[1]!) * stone.width
      const common = { mount, size, hoop, turns: oneOf(TURNS, u[2]!) }
      return mount === 'ring'
        ? {
            ...hoopOptions(stone, wish, {
              ...common,
              shankSize: nearest(carriers, RING_SHANK),
              seat: between(LOWER, u[3]!) * stone.width,
              bulge: Math.round((BULGES.least + u[4]! * (BULGES.most - BULGES.least)) * 10) / 10,
            }),
          }
        : {
            ...hoopOptions(stone, wish, {
              ...common,
              shankSize: oneOf(carriers, u[3]!),
              seat: hoop,
              bulge: 0,
            }),
          }
    },
    settled: (options) => {
      const { mount, size, shankSize, seat, hoop, turns, bulge } = readOptions(options)
      return {
        ...hoopOptions(stone, wish, {
          mount,
          size: wireSize(size),
          shankSize: wireSize(shankSize),
          seat: mount === 'ring' ? seat : hoop,
          hoop,
          turns,
          bulge,
        }),
      }
    },
  }
}
