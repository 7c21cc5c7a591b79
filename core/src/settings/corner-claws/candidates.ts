import type { Stone } from '../../stone/index.js'
import { section, COMMON_SIZES, WIRE_SIZES, wireSize, type WireSize } from '../../wire/index.js'
import type { CandidateGroup, OptionSpace, Wish } from '../family.js'
import { between, oneOf } from '../shared/cube.js'
import { readOptions, type ClawOptions } from './options.js'

const tenth = (v: number): number => Math.round(v * 10) / 10
const nearest = (list: readonly WireSize[], mm: number): WireSize =>
  list.reduce((best, s) => (Math.abs(s.mm - mm) < Math.abs(best.mm - mm) ? s : best))

/** Inside diameter that a ring is first planned for, mm: commonly met; the maker types the finger's own. */
const FINGER = 17.3

/** How far seats and claws reach, as shares of the smaller side; claws over the seat's wire. */
const REACHES = [
  { claw: 0.1, seat: 0.12 },
  { claw: 0.16, seat: 0.13 },
  { claw: 0.13, seat: 0.155 },
  { claw: 0.07, seat: 0.085 },
  { claw: 0.12, seat: 0.06 },
] as const
const CLAWS = [1, 1.25, 1.6, 2]

/** What is decided about claws; everything else follows by the craft's rules. */
export interface ClawDecision {
  readonly size: WireSize
  readonly clawSize: WireSize
  readonly seat: number
  readonly claw: number
}

/** Gauges in reach, of the common series and of what is kept. */
export const seatGauges = (stone: Stone, wish: Wish): readonly WireSize[] =>
  WIRE_SIZES.filter(
    (s) =>
      (COMMON_SIZES.includes(s) || wish.kept?.includes(s.label)) &&
      s.mm >= 0.5 &&
      s.mm <= Math.min(1.3, Math.min(stone.length, stone.width) / 7),
  )
/** What claws may be made of, as among the choices. */
export const clawGauges = COMMON_SIZES.filter((s) => s.mm >= 0.4 && s.mm <= 1.7)

/** Claws with ties two fifths as thick as the seat, four turns and more a corner, a neck by its wire. */
export function clawOptions(wish: Wish, { size, clawSize, seat, claw }: ClawDecision): ClawOptions {
  const fine = COMMON_SIZES.filter((s) => s.mm >= 0.2 && s.mm <= 0.5)
  const tie = nearest(fine, Math.max(0.25, size.mm * 0.4))
  return {
    mount: wish.worn ?? 'pendant',
    ring: FINGER,
    clear: 0.5,
    seat: Math.max(0.5, tenth(seat)),
    claw: Math.max(0.4, tenth(claw)),
    claws: 'four sides',
    play: 0.05,
    size: size.label,
    clawSize: clawSize.label,
    tieSize: tie.label,
    tie: Math.max(1.5, Math.ceil(2 * 4.2 * tie.mm) / 2),
    alloy: wish.alloy as ClawOptions['alloy'],
    temper: wish.temper as ClawOptions['temper'],
    bail: 5,
    neck: Math.max(4, Math.round(5 * size.mm + 2)),
    margin: 6,
  }
}

/** Options worth trying for a faceted stone, lightest wire first: gauges in reach, seats and claws from 7 % of the smaller side on. */
export function candidates(stone: Stone, wish: Wish): CandidateGroup[] {
  const small = Math.min(stone.length, stone.width)
  return seatGauges(stone, wish)
    .flatMap((size) =>
      CLAWS.map((by) => ({ size, clawSize: nearest(clawGauges, size.mm * by) })).filter(
        (x, i, all) => all.findIndex((y) => y.clawSize === x.clawSize) === i,
      ),
    )
    .map(({ size, clawSize }): CandidateGroup => ({
      wire: section('square', size.mm).area * 90 + section('half-round', clawSize.mm).area * 60,
      options: () =>
        REACHES.map(({ claw, seat }) => ({
          ...clawOptions(wish, { size, clawSize, seat: seat * small, claw: claw * small }),
        })),
    }))
    .sort((p, q) => p.wire - q.wire)
}

/** Shares of the smaller side that seats and claws may reach. */
const SEATS = { least: 0.035, most: 0.24 }
const CLAW_REACHES = { least: 0.025, most: 0.22 }

/** Seat and claws of any gauge in reach, each reaching from hardly to far. */
export function space(stone: Stone, wish: Wish): OptionSpace {
  const small = Math.min(stone.length, stone.width)
  const gauges = seatGauges(stone, wish)
  return {
    dimensions: 4,
    varies: ['size', 'clawSize', 'seat', 'claw'],
    at: (u) => {
      if (gauges.length === 0) return undefined
      const decision = {
        size: oneOf(gauges, u[0]!),
        clawSize: oneOf(clawGauges, u[1]!),
        seat: between(SEATS, u[2]!) * small,
        claw: between(CLAW_REACHES, u[3]!) * small,
      }
      return { ...clawOptions(wish, decision) }
    },
    settled: (options) => {
      const { size, clawSize, seat, claw } = readOptions(options)
      return { ...clawOptions(wish, { size: wireSize(size), clawSize: wireSize(clawSize), seat, claw }) }
    },
  }
}
