import { outline, type Stone } from '../../stone/index.js'
import { alloy, section, WIRE_SIZES, type Temper, type WireSize } from '../../wire/index.js'
import type { Options, Wish } from '../family.js'
import { shoulderOf } from '../shared/shoulder.js'
import type { TwinHoopOptions } from './options.js'

const tenth = (v: number): number => Math.round(v * 10) / 10
const nearest = (list: readonly WireSize[], mm: number): WireSize =>
  list.reduce((best, s) => (Math.abs(s.mm - mm) < Math.abs(best.mm - mm) ? s : best))

/** Inside diameter that a ring is first planned for, mm: commonly met; the maker types the finger's own. */
const FINGER = 17.3
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

/** Options worth trying for a ball or an egg, lightest wire first: gauges in reach, hoops from narrow to wide, an end wound once to three times. */
export function candidates(stone: Stone, wish: Wish): Options[] {
  const across = stone.width
  const gauges = WIRE_SIZES.filter(
    (s) =>
      (s.awg !== undefined || wish.kept?.includes(s.label)) &&
      s.mm >= 0.6 &&
      s.mm <= Math.min(1.7, across / 6),
  )
  const fine = WIRE_SIZES.filter((s) => s.awg !== undefined && s.mm >= 0.3 && s.mm <= 0.7)
  const out: { options: TwinHoopOptions; wire: number }[] = []
  for (const mount of wish.worn ? [wish.worn] : (['pendant', 'ring'] as const))
    for (const size of gauges) {
      // what is wound round must be no thinner than the wire bends; and a shank bears the hand
      const least = (2 * (alloy(wish.alloy).bend[wish.temper as Temper] + 0.5) - 1) * size.mm
      const stout = WIRE_SIZES.filter((s) => s.awg !== undefined && s.mm >= Math.max(size.mm, least) - 1e-9)
      if (stout.length === 0) continue
      const shank = nearest(stout, mount === 'ring' ? 1.02 : size.mm)
      for (const bulge of mount === 'ring' ? [0, -0.6, -1.2] : [0])
        for (const share of SHARES)
          for (const turns of [3, 4]) {
            const options: TwinHoopOptions = {
              mount,
              ring: FINGER,
              shank: 1,
              bulge,
              seat: tenth((mount === 'ring' ? Math.max(share, 0.91) : share) * across),
              hoop: tenth(share * across),
              play: 0.1,
              turns,
              size: size.label,
              shankSize: shank.label,
              alloy: wish.alloy as TwinHoopOptions['alloy'],
              temper: wish.temper as TwinHoopOptions['temper'],
              bail: 5,
              neck: Math.max(3, Math.round(5 * size.mm)),
              leave: leaveFor(stone, mount, size.mm, shank.mm),
              binding: 'half-round',
              bindingSize: nearest(fine, size.mm * 0.62).label,
              margin: 8,
            }
            const hoop = Math.PI * options.hoop + turns * 2 * Math.PI * (size.mm + shank.mm)
            out.push({
              options,
              wire: 2 * hoop * section('round', size.mm).area + 60 * section('round', shank.mm).area,
            })
          }
    }
  return out.sort((p, q) => p.wire - q.wire).map((c) => ({ ...c.options }))
}
