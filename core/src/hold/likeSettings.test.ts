import { crossingWires } from './crossingWires'
import type { Design } from '../design/index'
import type { Vec3 } from '../geom/index'
import type { Fold, Segment } from '../path/index'
import { DEFAULT_SETTINGS, plan, settingOfPlan } from '../plan/index'
import { FAMILIES } from '../settings/index'
import { holdOf, releases, settingOf, SPACING, type Held } from './index'
import { examplesOf, isSlow } from '../testingPlans'
import { parseWeave, writeWeave } from '../weave/index'

/** A whole setting that is like another: its points as `place` says, its directions as `way` says, its lengths `times` as large. */
interface Like {
  readonly place: (p: Vec3) => Vec3
  readonly back: (p: Vec3) => Vec3
  readonly way: (v: Vec3) => Vec3
  readonly times: number
  readonly mirrored: boolean
}

const MIRRORED: Like = (() => {
  const flip = ([x, y, z]: Vec3): Vec3 => [-x, y, z]
  return { place: flip, back: flip, way: flip, times: 1, mirrored: true }
})()
const scaled = (times: number): Like => ({
  place: ([x, y, z]) => [x * times, y * times, z * times],
  back: ([x, y, z]) => [x / times, y / times, z / times],
  way: (v) => v,
  times,
  mirrored: false,
})

function segmentLike(seg: Segment, like: Like): Segment {
  const { place, way, times, mirrored } = like
  switch (seg.kind) {
    case 'line':
      return { ...seg, from: place(seg.from), to: place(seg.to) }
    case 'spline':
      return { ...seg, points: seg.points.map(place) }
    case 'pattern': {
      const fold = (f: Fold | undefined): Fold | undefined =>
        f && { ...f, from: f.from * times, radii: f.radii.map((r) => r * times) }
      const knot = ([u, v, w]: Vec3): Vec3 => [u, v * times, w * times]
      return {
        ...seg,
        carrier: seg.carrier.map((s) => segmentLike(s, like)),
        up: way(seg.up),
        // outward is across the carrier and the way up, which a mirror turns about
        side: mirrored ? (seg.side === 1 ? -1 : 1) : seg.side,
        unit: seg.unit.map((k) => ({ ...k, at: knot(k.at), slope: knot(k.slope) })),
        over: fold(seg.over),
        under: fold(seg.under),
      }
    }
    default: {
      const turned = { centre: place(seg.centre), x: way(seg.x), y: way(seg.y), radius: seg.radius * times }
      return seg.kind === 'arc'
        ? { ...seg, ...turned }
        : { ...seg, ...turned, rise: seg.rise * times * (mirrored ? -1 : 1) }
    }
  }
}

/** What is woven, from the wires in the other order: with them so, its mirror image. */
function wovenBack(repeat: string, wires: number): string {
  const read = parseWeave(repeat, wires)
  if (!read.ok) throw new Error(repeat)
  const back = (wire: number) => wires + 1 - wire
  return writeWeave({
    ...read.weave,
    weavers: read.weave.weavers.map((w) => ({
      ...w,
      moves: w.moves.map((m) => ({ ...m, from: back(m.to), to: back(m.from) })),
    })),
  })
}

function designLike(design: Design, like: Like): Design {
  const { times, way, mirrored } = like
  const along = <T extends { readonly s0: number; readonly s1: number }>(x: T): T => ({
    ...x,
    s0: x.s0 * times,
    s1: x.s1 * times,
  })
  return {
    ...design,
    wires: design.wires.map((w) => ({
      ...w,
      stock: { ...w.stock, size: { ...w.stock.size, mm: w.stock.size.mm * times } },
      path: { segments: w.path.segments.map((s) => segmentLike(s, like)) },
      roll: w.roll.map((r) => ({ ...along(r), face: way(r.face) })),
      parts: w.parts.map(along),
      anchor: w.anchor * times,
    })),
    joints: design.joints.map((joint) => {
      const { members, woven, slip } = joint
      const like = { ...joint, members: members.map(along), slip: slip * times ** 2 }
      return mirrored && woven && members.length > 1
        ? {
            ...like,
            members: [...like.members].reverse(),
            woven: { ...woven, repeat: wovenBack(woven.repeat, members.length) },
          }
        : like
    }),
  }
}

/** The same stone as it is there: asked at the place it was, and told where it is. */
function heldLike(held: Held, { place, back, way, times }: Like): Held {
  const corners = [place(held.low), place(held.high)] as const
  const at = (pick: (...v: number[]) => number): Vec3 =>
    [0, 1, 2].map((k) => pick(...corners.map((c) => c[k as 0]))) as unknown as Vec3
  const { outside } = held
  return {
    nearest: (p, seed) => {
      const found = held.nearest(back(p), seed)
      return {
        q: place(found.q),
        m: way(found.m),
        distance: found.distance * times,
        ...(found.flat ? { flat: found.flat } : {}),
        ...(found.edge ? { edge: [way(found.edge[0]), way(found.edge[1])] as const } : {}),
        get beside() {
          const { beside } = found
          return beside && { distance: beside.distance * times, m: way(beside.m) }
        },
      }
    },
    ...(outside
      ? {
          outside: (x, y) => {
            const [u, v] = back([x, y, 0])
            const told = outside(u, v)
            const [a, b] = way([told.way[0], told.way[1], 0])
            return { distance: told.distance * times, way: [a, b] as const }
          },
        }
      : {}),
    convex: held.convex,
    ...(held.beside
      ? {
          beside: held.beside.map(({ id, thick, line }) => ({
            id,
            thick: thick * times,
            line: line.map(place),
          })),
        }
      : {}),
    low: at(Math.min),
    high: at(Math.max),
    centre: place(held.centre),
    size: held.size * times,
  }
}

describe.each(FAMILIES.map((f) => f.id))('settings like one of %s', (id) => {
  const cases = examplesOf(id)
    .sound.slice(0, isSlow(id) ? 1 : 2)
    .map(({ stone, options }) => {
      const result = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
      if (!result.ok) throw new Error(JSON.stringify(result.findings))
      const { held } = settingOfPlan(result.plan)
      return { design: result.plan.design, held, asked: result.plan.asked }
    })
    .filter((c) => c.held.convex)

  const of = (c: (typeof cases)[number], like?: Like) => {
    const setting = like
      ? settingOf(designLike(c.design, like), heldLike(c.held, like), SPACING * like.times)
      : settingOf(c.design, c.held, SPACING)
    const hold = holdOf(setting, c.asked)
    expect(hold.caught).toBe(true)
    const { weakest, energy } = releases(setting, hold)
    return { first: hold.force, rattle: hold.rattle, pushed: weakest.force, energy }
  }

  it('its mirror image bears the same within 2 %', () => {
    for (const c of cases) {
      const [one, two] = [of(c), of(c, MIRRORED)]
      expect(Math.abs(two.pushed / one.pushed - 1)).toBeLessThan(0.02)
      // with play a stone under many loops lies on a few of them, and which of those on both sides hangs on a hair
      const looped = c.design.joints.some((j) => j.kind === 'knot')
      expect(Math.abs(two.first / one.first - 1)).toBeLessThan(looped ? 0.3 : 0.02)
    }
  }, 240_000)

  // the first check counts what touches within 0.02 mm, a length that does not grow with the piece
  it.each(process.env.LIKE_SIZES ? [0.5, 2] : [2])(
    '%d times as large in everything is pushed out by the square of that',
    (times) => {
      for (const c of cases) {
        const one = of(c).pushed
        // a push goes on in steps of a fixed length, and may stumble over one of them: the middle one of three sizes nearly alike
        const [, off] = [0.97 * times, times, 1.03 * times]
          .map((size) => of(c, scaled(size)).pushed / one / size ** 2 - 1)
          .sort((a, b) => a - b)
        // where a finger gives to it, or loops do, the steps are coarse for a piece half as large
        const laced =
          c.design.wires.some((w) => w.parts.some((p) => p.kind === 'taut')) ||
          crossingWires(c.design).length > 0
        const looped = c.design.wires.some((w) => w.path.segments.some((s) => s.kind === 'pattern'))
        expect(Math.abs(off!)).toBeLessThan(looped ? 0.3 : laced ? 0.2 : 0.05)
      }
    },
    240_000,
  )
})
