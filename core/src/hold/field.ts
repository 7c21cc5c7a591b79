import { along, cross, scale, sub, unit, type Vec3 } from '../geom/index.js'
import { collapseLoad, type Bar } from '../path/index.js'
import { lowYield, pullLoad, shearLoad, type Span, type Station } from './stations.js'
import type { Touch } from './contacts.js'

/**
 * Capacities met so far by span, point of it and direction, so that a contact pushed the same way again is worked out once. Directions are taken
 * to the nearest of a grid (within 4 degrees): what is found then never hangs on what was asked before.
 */
export type CapacityMemory = Map<number, number>

/** Cells of the grid of directions from 0 to 1. */
const CELLS = 12
/** A taut wire nearer to the stone than this lies on it, mm. */
const CLOSE = 0.02
/** No span has as many points. */
const MOST_POINTS = 1e5

/** Rounded alike to either side: mirrored directions have mirrored cells. */
const cellOf = (v: number): number => Math.sign(v) * Math.round(CELLS * Math.abs(v))

/** A span as the bar that bends. */
export const barOf = (span: Span): Bar => ({
  points: span.points,
  start: span.start,
  end: span.end,
  profile: span.wire.stock.profile,
  size: span.wire.stock.size.mm,
  yieldStress: lowYield(span.wire),
  harder: span.harder,
})

/**
 * Force a wire can take at one contact before it gives: the plastic collapse load of its span there, capped by shear.
 * Inside a joint the wire is carried by the bundle and only shear counts.
 */
export function capacity(spans: readonly Span[], station: Station, m: Vec3, memory: CapacityMemory): number {
  const span = spans[station.span]!
  const shear = shearLoad(span.wire)
  // at an anchor itself a bar cannot bend: there shear alone counts
  const last = span.points.length - 1
  const anchored =
    (station.index === 0 && span.start !== 'free') || (station.index === last && span.end !== 'free')
  if (span.kind === 'bound' || anchored) return Math.min(shear, carriedLoad(spans, span, station.p, m))
  const cell: Vec3 = [cellOf(m[0]), cellOf(m[1]), cellOf(m[2])]
  const wide = 2 * CELLS + 1
  const key =
    (((station.span * MOST_POINTS + station.index) * wide + cell[0] + CELLS) * wide + cell[1] + CELLS) *
      wide +
    cell[2] +
    CELLS
  const known = memory.get(key)
  if (known !== undefined) return known
  const way = unit(cell)
  const own = collapseLoad(barOf(span), station.index, way)
  const load = Math.min(shear, own, carriedLoad(spans, span, station.p, way))
  memory.set(key, load)
  return load
}

/**
 * What the span that alone carries a floating part bears of a force on that part: as a finger's end does, and where the force is farther from its
 * root than that, less by the lever.
 */
function carriedLoad(spans: readonly Span[], { carried }: Span, p: Vec3, m: Vec3): number {
  if (!carried) return Infinity
  const finger = spans[carried.by]!
  const last = finger.points.length - 1
  const [tip, root] = carried.at === 'start' ? [0, last] : [last, 0]
  const lever = (q: Vec3): number => Math.hypot(...sub(q, finger.points[root]!))
  const far = Math.max(1, lever(p) / lever(finger.points[tip]!))
  return Math.min(collapseLoad(barOf(finger), tip, m) / far, carriedLoad(spans, finger, p, m))
}

/**
 * What touches the stone in one pose, ready to be asked for any direction. Each thing that resists is a contact, or a taut span; their figures
 * lie in flat arrays, for they are gone through many times.
 */
export interface Field {
  /** How fast each is driven by a motion (v, w): n·v + (r × n)·w / length; six figures each. */
  readonly wrench: Float64Array
  /** What each bears, N; NaN where it was not asked yet, as of what the stone may never come to: see `bearsAt`. */
  readonly cap: Float64Array
  /** Works out what is not known yet. */
  readonly find?: (i: number) => number
  /** How far the stone goes before it is touched, mm a mm of the way: 0 where it is touched. */
  readonly free: Float64Array
  /** Row of its span among `used`. */
  readonly row: Int32Array
  /** The station it stands at. */
  readonly station: Int32Array
  /** Indices of the spans that are touched; behind them, from the end of the list of spans on, rows of cables by their first. */
  readonly used: readonly number[]
  readonly spans: readonly Span[]
  readonly stations: readonly Station[]
  /** Loads that contacts of one span bear together, found so far. */
  readonly shared: SharedLoad[]
}

/** Forces at several contacts of one span at once, as one thing that resists. */
export interface SharedLoad {
  /** Rate of its work by a motion, N, as a contact's wrench is; less `cost` for what is not touched yet. */
  readonly wrench: Float64Array
  readonly cost: number
  readonly row: number
}

/** What a thing that resists bears, N: worked out when it is first asked for. */
export function bearsAt(field: Field, i: number): number {
  const known = field.cap[i]!
  return known === known ? known : (field.cap[i] = field.find!(i))
}

/** A field of so many things that resist, to be filled. */
const emptyField = (
  count: number,
  { used, spans, stations }: Pick<Field, 'used' | 'spans' | 'stations'>,
): Field => ({
  spans,
  stations,
  shared: [],
  wrench: new Float64Array(6 * count),
  cap: new Float64Array(count),
  free: new Float64Array(count),
  row: new Int32Array(count),
  station: new Int32Array(count),
  used,
})

/**
 * Contacts as things that resist: each with the collapse load of its own span, moments over `length`. A taut span is one, a cable: its tension
 * pulls on the stone from its last touching points toward both anchors, until it stretches or a joint slips. Of cables in a row each bears what
 * the friction of its joints lets it bear alone, and all together one tension besides, up to the wire's pull.
 */
export function fieldOf(spec: {
  readonly spans: readonly Span[]
  readonly stations: readonly Station[]
  readonly contacts: readonly Touch[]
  readonly centre: Vec3
  readonly length: number
  readonly memory: CapacityMemory
  /** What each contact bears at most for another reason: elastic give. */
  readonly atMost?: (touch: Touch) => number
  /** How far the stone is about to go, mm: what it comes to on that way resists from there on. Without it all of them do at once. */
  readonly step?: number
}): Field {
  const { spans, stations, contacts, centre, length, memory, atMost, step } = spec
  const touched = [...new Set(contacts.map((c) => stations[c.station]!.span))].filter((s) => !spans[s]!.knot)
  const plain = contacts.filter((c) => {
    const { taut, knot } = spans[stations[c.station]!.span]!
    return !taut && !knot
  })
  const cables = touched.filter((s) => spans[s]!.taut)
  const rows = [...new Set(cables.flatMap((s) => spans[s]!.taut!.row?.first ?? []))]
  // what a row of cables bears alike is a thing of its own, told by the row's first span from the end of the list
  const used = [...touched, ...rows.map((first) => spans.length + first)]
  const find = (i: number): number => {
    const c = plain[i]!
    const load = capacity(spans, stations[c.station]!, c.m, memory)
    return Math.max(1e-6, Math.min(load, atMost ? atMost(c) : Infinity))
  }
  const count = plain.length + cables.length + rows.length
  const field: Field = { ...emptyField(count, { used, spans, stations }), find }
  const put = (i: number, n: Vec3, at: Vec3) => {
    const moment = cross(sub(at, centre), n)
    for (let k = 0; k < 3; k++) {
      field.wrench[6 * i + k]! += n[k as 0 | 1 | 2]
      field.wrench[6 * i + 3 + k]! += moment[k as 0 | 1 | 2] / length
    }
  }
  plain.forEach((c, i) => {
    const station = stations[c.station]!
    put(i, c.m, c.q)
    field.free[i] = step === undefined ? 0 : Math.max(0, c.gap) / step
    // of a push only what is driven outward is ever asked
    field.cap[i] = step === undefined ? find(i) : NaN
    field.row[i] = used.indexOf(station.span)
    field.station[i] = c.station
  })
  cables.forEach((s, k) => {
    const i = plain.length + k
    const span = spans[s]!
    const sorted = contacts
      .filter((c) => stations[c.station]!.span === s)
      .sort((x, y) => stations[x.station]!.index - stations[y.station]!.index)
    // what it does not touch yet draws it nowhere: until then the nearest place stands for all
    const nearest = sorted.reduce((x, y) => (y.gap < x.gap ? y : x))
    const on = sorted.filter((c) => c.gap < CLOSE)
    const [a, b] = [on[0] ?? nearest, on[on.length - 1] ?? nearest]
    field.free[i] = step === undefined || on.length > 0 ? 0 : Math.max(0, nearest.gap) / step
    const half = span.wire.stock.size.mm / 2
    // driven outward the cable grows longer: at either end by the motion away from its anchor, from where the stone has pushed it to
    const away = (touch: Touch, anchor: Vec3, inward: 1 | -1) => {
      const station = stations[touch.station]!
      const at = touch.gap < 0 ? along(touch.q, touch.m, half) : station.p
      const from = sub(at, anchor)
      // where it lies on the stone up to its anchor it pulls as it goes there
      put(i, Math.hypot(...from) > 1e-9 ? unit(from) : scale(station.way, inward), touch.q)
    }
    away(a, span.points[0]!, 1)
    away(b, span.points[span.points.length - 1]!, -1)
    const own = Math.min(pullLoad(span.wire), span.taut!.slip)
    field.cap[i] = Math.max(1e-6, own)
    field.row[i] = used.indexOf(s)
    field.station[i] = a.station
    const { row } = span.taut!
    if (!row) return
    // one tension in all of them: it pulls on as each of them does, beside what each bears by the friction of its joints
    const j = plain.length + cables.length + rows.indexOf(row.first)
    for (let m = 0; m < 6; m++) field.wrench[6 * j + m]! += field.wrench[6 * i + m]!
    field.cap[j] = Math.max(1e-6, Math.min(field.cap[j] || Infinity, pullLoad(span.wire) - own, row.slip))
    field.row[j] = used.indexOf(spans.length + row.first)
    field.station[j] = a.station
  })
  return field
}

/** Fields of several poses as one: what stands at a station is taken from the first that has it. */
export function mergedFields(fields: readonly Field[]): Field {
  const [only] = fields
  if (fields.length === 1) return only!
  const used = [...new Set(fields.flatMap((f) => f.used))]
  const seen = new Set<number>()
  const picked: number[] = []
  fields.forEach((f, n) => {
    f.station.forEach((s, i) => {
      if (!seen.has(s)) picked.push(n, i)
    })
    // only now: in a hollow one wire may be touched on several sides
    for (const s of f.station) seen.add(s)
  })
  const field = emptyField(picked.length / 2, { ...only!, used })
  for (let k = 0; k < picked.length; k += 2) {
    const from = fields[picked[k]!]!
    const [i, to] = [picked[k + 1]!, k / 2]
    for (let j = 0; j < 6; j++) field.wrench[6 * to + j] = from.wrench[6 * i + j]!
    field.cap[to] = bearsAt(from, i)
    field.free[to] = from.free[i]!
    field.row[to] = used.indexOf(from.used[from.row[i]!]!)
    field.station[to] = from.station[i]!
  }
  return field
}
