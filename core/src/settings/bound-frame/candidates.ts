import {
  fullStone,
  outlineOf,
  outlineAfter,
  outlinePerimeter,
  outlinePoint,
  outlineRun,
  type Stone,
} from '../../stone/index.js'
import { section, WIRE_SIZES, type WireSize } from '../../wire/index.js'
import type { Options, Wish } from '../family.js'
import { bendForm } from '../shared/faceBend.js'
import { frameBasis, wireHeight } from './build.js'
import { bendRadius, type BoundFrameOptions } from './options.js'

const nearest = (list: readonly WireSize[], mm: number): WireSize =>
  list.reduce((best, s) => (Math.abs(s.mm - mm) < Math.abs(best.mm - mm) ? s : best))

const step = (value: number, to: number): number => Number((Math.round(value / to) * to).toFixed(2))

/** Latest leaving angle (degrees before the top) at which the neck's fillet still fits with some room. */
function leaveAngle(stone: Stone, thickness: number, radius: number): number {
  const full = fullStone(stone)
  const o = outlineOf(full)
  for (let degrees = 18; degrees <= 78; degrees++) {
    const nu = (degrees * Math.PI) / 180
    const [x] = outlinePoint(o, Math.PI / 2 - nu, thickness / 2)
    const room = (x - thickness / 2) / Math.cos(nu) - radius * Math.tan((Math.PI / 2 - nu) / 2)
    if (room > 0.6) return degrees
  }
  return 78
}

/** The clock place of the outline's point with normal direction psi on the right half, to a tenth of an hour. */
function hourOf(x: number, y: number): number {
  const hour = ((Math.PI / 2 - Math.atan2(y, x)) * 6) / Math.PI
  return step(hour, 0.1)
}

/**
 * Bends for one face as far apart as they fit between foot and shoulder: two a side, one a side where there is no room
 * for two, with a third of the spare run left toward foot and neck.
 */
function places(stone: Stone, options: BoundFrameOptions, face: 'front' | 'back'): number[] {
  const { solid, line, stations } = frameBasis(stone, { ...options })
  const a = line.thickness
  const offset = a / 2
  const free = outlineRun(line.outline, stations.easeEnd, stations.leave, offset)
  const z = wireHeight(face === 'front' ? options.wires - 1 : 0, options.wires, a)
  const overlap = face === 'front' ? options.frontOverlap : options.backOverlap
  const halfAt = (run: number) => {
    const summit = outlineAfter(line.outline, stations.easeEnd, run, offset)
    return bendForm({
      solid,
      face,
      profile: options.profile,
      thickness: a,
      radius: bendRadius(options),
      z,
      overlap,
      summit,
    }).half
  }
  const low = halfAt(free * 0.25)
  const high = halfAt(free * 0.75)
  const spare = free - 2 * (low + high)
  const runs = spare > 0.4 ? [low + 0.25 * spare, free - high - 0.25 * spare] : [free / 2]
  const hours = runs.map((run) => {
    const psi = outlineAfter(line.outline, stations.easeEnd, run, offset)
    return hourOf(...outlinePoint(line.outline, psi))
  })
  return [...hours, ...hours.map((h) => step(12 - h, 0.1))].sort((p, q) => p - q)
}

/**
 * Options worth trying for a stone, lightest wire first: for each gauge in reach the number of wires whose stack comes
 * nearest to the edge, reaches of 5 % and more of the smaller side, and binding about half as thick as the frame.
 * `plan` tries them against findings and holding.
 */
export function candidates(stone: Stone, wish: Wish): Options[] {
  const full = fullStone(stone)
  const small = Math.min(full.length, full.width)
  const edge = Math.max(full.wall, full.depth * 0.3)
  const around = outlinePerimeter(outlineOf(full))
  const gauges = WIRE_SIZES.filter(
    (s) => (s.awg !== undefined || wish.kept?.includes(s.label)) && s.mm >= 0.5 && s.mm <= 1.3,
  ).sort((p, q) => p.mm - q.mm)
  const out: { options: BoundFrameOptions; wire: number }[] = []
  for (const size of gauges) {
    const a = size.mm
    if (a > small / 8) continue
    const wires = Math.max(3, Math.min(5, Math.round((edge + a) / a)))
    const fine = WIRE_SIZES.filter((s) => s.mm >= 0.3)
    // what is kept is bound with where it is about as thick
    const here = fine.filter((s) => wish.kept?.includes(s.label) && Math.abs(s.mm / a - 0.62) < 0.14)
    const binding = nearest(here.length > 0 ? here : fine.filter((s) => s.awg !== undefined), a * 0.62)
    const neckRadius = step(Math.max(2.5 * a, 1.5), 0.1)
    for (const share of [0.05, 0.07, 0.09, 0.115]) {
      const overlap = Math.max(0.5, step(share * small, 0.1))
      const plain: BoundFrameOptions = {
        wires,
        size: size.label,
        profile: 'square',
        alloy: wish.alloy as BoundFrameOptions['alloy'],
        temper: wish.temper as BoundFrameOptions['temper'],
        binding: 'half-round',
        bindingSize: binding.label,
        foot: step(Math.max(4, Math.min(14, around * 0.12)), 0.5),
        neck: step(Math.max(4, 5 * a + 2), 0.5),
        leave: leaveAngle(stone, a, neckRadius),
        neckRadius,
        frontBends: [],
        frontOverlap: overlap,
        backBends: [],
        backOverlap: step(overlap + 0.2, 0.1),
        bail: 5,
        tail: step(Math.max(16, small), 1),
        margin: 10,
      }
      try {
        out.push({
          wire: wires * section('square', a).area * around,
          options: {
            ...plain,
            frontBends: places(stone, plain, 'front'),
            backBends: places(stone, plain, 'back'),
          },
        })
      } catch (error) {
        // a foot that swallows the outline: not a candidate
        if (!(error instanceof RangeError)) throw error
      }
    }
  }
  return out.sort((p, q) => p.wire - q.wire).map((c) => ({ ...c.options }))
}
