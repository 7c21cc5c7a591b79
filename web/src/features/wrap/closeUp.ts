import {
  jointOf,
  measurePath,
  pathAt,
  type Design,
  type Operation,
  type Seen,
  type Vec3,
  type WireState,
} from '@verger/core'
import type { Bounds } from '../../drawing/shown.js'
import { project, type View } from '../../drawing/project.js'

/** Places along a wire are looked at this far apart, mm. */
const STEP = 0.4
/** Bent here by more than this between two places it is another form than before, radians. */
const BENT = 0.03
/** Space round what is worked, as a share of it, and at least, mm; and the least side of a close picture, mm. */
const AIR = { share: 0.3, least: 3.5 } as const
const LEAST = 16
/** Work is shown from another side where it fills so many times as much of the picture there. */
const BETTER = 1.5
/** A picture that is hardly larger than the whole shows the whole; and the breadth of a sheet, as a share of its height. */
const WHOLE = 0.75
const SHEET = 1.3

/** What an operation works: stretches of wire as they lie after it, and the wires that have another form then. */
export interface Worked {
  readonly stretches: readonly (readonly Vec3[])[]
  readonly bent: readonly string[]
}

/** Places of a stretch of a wire, both its ends included. */
function stretchOf({ path }: WireState, s0: number, s1: number): { s: number; p: Vec3; t: Vec3 }[] {
  const count = Math.max(1, Math.ceil((s1 - s0) / STEP))
  return Array.from({ length: count + 1 }, (_, i) => {
    const s = s0 + ((s1 - s0) * i) / count
    return { s, ...pathAt(path, s) }
  })
}

const angle = (a: Vec3, b: Vec3): number =>
  Math.acos(Math.max(-1, Math.min(1, a[0] * b[0] + a[1] * b[1] + a[2] * b[2])))

/** Runs of a stretch that are bent otherwise than they were. */
function bentRuns(before: WireState, after: WireState, s0: number, s1: number): Vec3[][] {
  const now = stretchOf(after, s0, s1)
  const was = stretchOf(before, s0, s1)
  const runs: Vec3[][] = []
  let open: Vec3[] | undefined
  for (let i = 1; i < now.length; i++) {
    const turned = Math.abs(angle(now[i - 1]!.t, now[i]!.t) - angle(was[i - 1]!.t, was[i]!.t)) > BENT
    if (turned) {
      if (!open) runs.push((open = [now[i - 1]!.p]))
      open.push(now[i]!.p)
    } else open = undefined
  }
  return runs
}

/** What is worked at an operation, by the forms it gives, the joint it makes and what it puts on. Nothing where it is the whole piece. */
export function workedAt(
  design: Design,
  op: Operation,
  before: readonly WireState[],
  after: readonly WireState[],
): Worked {
  const stretches: (readonly Vec3[])[] = []
  const bent = new Set<string>()
  const state = (list: readonly WireState[], id: string) => list.find((w) => w.id === id)
  for (const form of [...op.forms, ...(op.places ?? []).flatMap((p) => p.forms)]) {
    const [was, now] = [state(before, form.wire), state(after, form.wire)]
    if (!was || !now) continue
    const whole = Math.min(measurePath(was.path).length, measurePath(now.path).length)
    const runs = bentRuns(was, now, Math.max(0, form.s0), Math.min(whole, form.s1))
    if (runs.length > 0) bent.add(form.wire)
    stretches.push(...runs)
  }
  const joints = [...(op.joint === undefined ? [] : [op.joint]), ...(op.places ?? []).map((p) => p.joint)]
  for (const { wire, s0, s1 } of joints.flatMap((id) => jointOf(design, id).members)) {
    const now = state(after, wire)
    if (now) stretches.push(stretchOf(now, s0, s1).map((q) => q.p))
  }
  const accent = design.accents.find((a) => a.id === op.accent)
  if (accent) {
    const { centre: c, radius: r } = accent
    stretches.push([
      [c[0] - r, c[1] - r, c[2] - r],
      [c[0] + r, c[1] + r, c[2] + r],
    ])
  }
  return { stretches, bent: [...bent] }
}

const boxOf = (points: readonly Vec3[], view: View): Bounds => {
  const at = points.map((p) => project(view, p))
  const [xs, ys] = [at.map((p) => p[0]), at.map((p) => p[1])]
  return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) }
}

/** The side that work is best seen from: the one that is looked at, unless it is much more open to another. */
export function viewOf({ stretches }: Worked, seen: Seen, worn: Design['worn']): View {
  const points = stretches.flat()
  if (points.length === 0) return seen
  const open = (view: View): number => {
    const b = boxOf(points, view)
    // wire is never thinner than itself
    return (b.x1 - b.x0 + 2) * (b.y1 - b.y0 + 2)
  }
  const others: readonly View[] = worn === 'ring' ? ['end', 'side'] : ['side']
  return others.reduce<View>((best, view) => (open(view) > BETTER * open(best) ? view : best), seen)
}

/** Extent of what is worked, in a view; undefined where that is the whole piece. */
export function workedBox({ stretches }: Worked, view: View): Bounds | undefined {
  const points = stretches.flat()
  return points.length === 0 ? undefined : boxOf(points, view)
}

/** The part of a drawing that shows a box in it near by; undefined where that is about the whole of it. */
export function windowOn(b: Bounds, whole: Bounds): Bounds | undefined {
  const air = Math.max(AIR.least, AIR.share * Math.max(b.x1 - b.x0, b.y1 - b.y0))
  const side = (from: number, to: number): readonly [number, number] => {
    const half = Math.max(LEAST / 2, (to - from) / 2 + air)
    return [(from + to) / 2 - half, (from + to) / 2 + half]
  }
  const [x0, x1] = side(b.x0, b.x1)
  const [y0, y1] = side(b.y0, b.y1)
  const near = { x0, x1, y0, y1 }
  return scaleOf(whole) > WHOLE * scaleOf(near) ? undefined : near
}

/** How large a box is drawn, on a sheet that is a little wider than tall. */
const scaleOf = ({ x0, x1, y0, y1 }: Bounds): number => Math.min(SHEET / (x1 - x0), 1 / (y1 - y0))
