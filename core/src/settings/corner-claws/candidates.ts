import type { Stone } from '../../stone/index.js'
import { section, WIRE_SIZES, type WireSize } from '../../wire/index.js'
import type { Options, Wish } from '../family.js'
import type { ClawOptions } from './options.js'

const tenth = (v: number): number => Math.round(v * 10) / 10
const nearest = (list: readonly WireSize[], mm: number): WireSize =>
  list.reduce((best, s) => (Math.abs(s.mm - mm) < Math.abs(best.mm - mm) ? s : best))

/** Inside diameter that a ring is first planned for, mm: commonly met; the maker types the finger's own. */
const FINGER = 17.3

/** Options worth trying for a faceted stone, lightest wire first: gauges in reach, seats and claws from 7 % of the smaller side on. */
export function candidates(stone: Stone, wish: Wish): Options[] {
  const small = Math.min(stone.length, stone.width)
  const gauges = WIRE_SIZES.filter(
    (s) =>
      (s.awg !== undefined || wish.kept?.includes(s.label)) &&
      s.mm >= 0.5 &&
      s.mm <= Math.min(1.3, small / 7),
  )
  const fine = WIRE_SIZES.filter((s) => s.awg !== undefined && s.mm >= 0.2 && s.mm <= 0.5)
  const stocked = WIRE_SIZES.filter((s) => s.awg !== undefined && s.mm >= 0.4)
  const mount = wish.worn ?? 'pendant'
  const out: { options: ClawOptions; wire: number }[] = []
  for (const size of gauges)
    for (const share of [0.07, 0.1, 0.13]) {
      const claw = nearest(stocked, size.mm * 1.25)
      const tie = nearest(fine, Math.max(0.25, size.mm * 0.4))
      const options: ClawOptions = {
        mount,
        ring: FINGER,
        clear: 0.5,
        seat: Math.max(0.5, tenth(share * 1.2 * small)),
        claw: Math.max(0.4, tenth(share * small)),
        claws: 'four sides',
        play: 0.05,
        size: size.label,
        clawSize: claw.label,
        tieSize: tie.label,
        tie: Math.max(1.5, Math.ceil(2 * 4.2 * tie.mm) / 2),
        alloy: wish.alloy as ClawOptions['alloy'],
        temper: wish.temper as ClawOptions['temper'],
        bail: 5,
        neck: Math.max(4, Math.round(5 * size.mm + 2)),
        margin: 6,
      }
      out.push({
        options,
        wire: section('square', size.mm).area * 90 + section('half-round', claw.mm).area * 60 + share,
      })
    }
  return out.sort((p, q) => p.wire - q.wire).map((c) => ({ ...c.options }))
}
