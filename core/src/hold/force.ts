import { cross, dot, solveLinearProgram, sub, type Vec3 } from '../geom/index.js'
import { collapseLoad } from '../path/index.js'
import { section } from '../wire/index.js'
import { lowYield, shearLoad, type Span, type Station } from './stations.js'
import type { Touch } from './walk.js'

/** Capacities met so far, so that a contact pushed the same way in several directions is worked out once. */
export type CapacityMemory = Map<number, { readonly m: Vec3; readonly load: number }>

/**
 * Force a wire can take at one contact before it gives: the plastic collapse load of its span there, capped by shear.
 * Inside a joint the wire is carried by the bundle and only shear counts.
 */
export function capacity(
  spans: readonly Span[],
  station: Station,
  at: number,
  m: Vec3,
  memory: CapacityMemory,
): number {
  const known = memory.get(at)
  if (known && dot(known.m, m) > 0.985) return known.load
  const span = spans[station.span]!
  const shear = shearLoad(span.wire)
  let load = shear
  if (span.kind === 'span') {
    // at an anchor itself a bar cannot bend: there shear alone counts
    const inner = station.index > 0 && station.index < span.points.length - 1
    if (inner) {
      const plastic = collapseLoad(
        {
          points: span.points,
          start: span.start,
          end: span.end,
          profile: span.wire.stock.profile,
          size: span.wire.stock.size.mm,
          yieldStress: lowYield(span.wire),
        },
        station.index,
        m,
      )
      load = Math.min(shear, plastic)
    }
  }
  memory.set(at, { m, load })
  return load
}

/** How far over the straight bar's rule a guess is set, so that it is not below the true capacity. */
const GENEROUS = 1.7

/** A capacity that is not too low: shear, or the straight clamped bar's 2 Mp L / (a b), which curved bars stay under. */
function optimistic(span: Span, station: Station): number {
  const shear = shearLoad(span.wire)
  const at = station.index
  const last = span.points.length - 1
  if (span.kind === 'bound' || at === 0 || at === last) return shear
  const { profile, size } = span.wire.stock
  const mp = section(profile, size.mm).plastic * lowYield(span.wire)
  const length = span.length
  const a = (length * at) / last
  return Math.min(shear, (GENEROUS * 2 * mp * length) / (a * (length - a)))
}

/** The force that takes the stone out in a direction, and the wires that give way for it. */
export interface ForceResult {
  /** N; 0 when the contacts cannot resist this direction at all. */
  readonly force: number
  /** Ids of spans whose limit is reached. */
  readonly yielding: readonly string[]
}

/**
 * An imbalance may remain at this price per newton: contacts that would resist only by a wedge flatter than one in SLIDE
 * (the stone sliding SLIDE mm aside for 1 mm of progress) are not counted on. It keeps the noise of nearly parallel
 * contacts out of the answer.
 */
const SLIDE = 100

/**
 * Largest force along d that the touching wires can balance: max F with Σ f w + F w_d = 0 about the centre (moments over a
 * length), f >= 0, and Σ f / c <= 1 for each span. Frictionless.
 */
export function holdingForce(spec: {
  readonly spans: readonly Span[]
  readonly stations: readonly Station[]
  readonly contacts: readonly Touch[]
  readonly centre: Vec3
  readonly direction: Vec3
  readonly length: number
  readonly memory: CapacityMemory
}): ForceResult {
  const { spans, stations, contacts, centre, direction, length, memory } = spec
  const used = [...new Set(contacts.map((c) => stations[c.station]!.span))]
  const rows = 6 + used.length
  // a contact counts with a generous guess until the answer leans on it: then its true capacity is worked out and the
  // program solved again. The last answer leans on true ones only, so it is the optimum.
  const loads = contacts.map((c) => optimistic(spans[stations[c.station]!.span]!, stations[c.station]!))
  const known = contacts.map(() => false)
  const top = Math.max(1e-9, ...loads)
  const shapes = contacts.map((c) => {
    const moment = cross(sub(c.q, centre), c.m)
    return { moment, row: 6 + used.indexOf(stations[c.station]!.span) }
  })
  const push = new Array<number>(rows).fill(0)
  for (let k = 0; k < 3; k++) push[k] = direction[k as 0 | 1 | 2]
  const slacks = used.map((_, k) => {
    const slack = new Array<number>(rows).fill(0)
    slack[6 + k] = 1
    return slack
  })
  const loose = Array.from({ length: 12 }, (_, k) => {
    const column = new Array<number>(rows).fill(0)
    column[k >> 1] = k % 2 === 0 ? 1 : -1
    return column
  })
  const cost = [...contacts.map(() => 0), -1, ...used.map(() => 0), ...loose.map(() => SLIDE)]
  const rhs = [0, 0, 0, 0, 0, 0, ...used.map(() => 1)]
  for (let round = 0; round <= contacts.length; round++) {
    // unknowns are forces over `top`, so that rows and columns are of one size
    const columns = contacts.map((c, i) => {
      const column = new Array<number>(rows).fill(0)
      const { moment, row } = shapes[i]!
      for (let k = 0; k < 3; k++) {
        column[k] = -c.m[k as 0 | 1 | 2]
        column[3 + k] = -moment[k as 0 | 1 | 2] / length
      }
      column[row] = top / loads[i]!
      return column
    })
    const result = solveLinearProgram({ columns: [...columns, push, ...slacks, ...loose], cost, rhs })
    if (result.status !== 'optimal') return { force: 0, yielding: [] }
    let fresh = false
    contacts.forEach((c, i) => {
      if (known[i] || result.x[i]! * top < 1e-9) return
      loads[i] = Math.max(capacity(spans, stations[c.station]!, c.station, c.m, memory), 1e-6)
      known[i] = true
      fresh = true
    })
    if (fresh) continue
    const yielding = used.filter((_, k) => result.x[contacts.length + 1 + k]! < 1e-7).map((s) => spans[s]!.id)
    return { force: Math.max(0, -result.value * top), yielding }
  }
  return { force: 0, yielding: [] }
}
