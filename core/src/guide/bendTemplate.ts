import { spanOf, type Design, type Operation, type Wire } from '../design/index.js'
import { add, cross, dot, norm, scale, squareTo, sub, unit, type Vec2, type Vec3 } from '../geom/index.js'
import { measurePath, pathAt, stationsOf } from '../path/index.js'

/** A mark on a template: where a joint's middle comes to lie. */
export interface TemplateMark {
  readonly joint: string
  /** Which joint of the design it is, from 1. */
  readonly number: number
  readonly at: Vec2
}

/** A wire that is bent flat, as a line to lay it on: true to size, seen from the front, x right and y up, mm. */
export interface BendTemplate {
  readonly operation: string
  readonly wire: string
  /** The wire's thickness as it lies. */
  readonly size: number
  /** Its middle line. */
  readonly points: readonly Vec2[]
  readonly marks: readonly TemplateMark[]
  readonly length: number
}

/** Places on the line are so far apart, mm: between two of them a bend of 1 mm stands out by 0.005 mm. */
const SPACING = 0.2
/** What leaves its plane by less than this is flat, mm; a wire that crosses itself leaves it by a good thickness, and still lies on its line. */
const FLAT = 0.02
const CROSSES = 1.25
/** A wire that turns by less than this in all needs no template: half a circle more than twice, radians. */
const TURNS = 2 * Math.PI
const UP: Vec3 = [0, 1, 0]
const RIGHT: Vec3 = [1, 0, 0]

interface Stretch {
  readonly wire: string
  readonly s0: number
  readonly s1: number
}

/** The stretches of one wire that an operation brings to their last form: of several one after the other the whole. */
function formedBy(op: Operation): readonly Stretch[] {
  const forms = op.forms.filter((f) => f.to === 'path')
  const [first] = forms
  if (!first || op.kind !== 'bend' || forms.some((f) => f.wire !== first.wire)) return []
  return [...forms]
    .sort((a, b) => a.s0 - b.s0)
    .reduce<Stretch[]>((list, { wire, s0, s1 }) => {
      const last = list[list.length - 1]
      if (!last || s0 > last.s1 + FLAT) return [...list, { wire, s0, s1 }]
      return [...list.slice(0, -1), { wire, s0: last.s0, s1: Math.max(last.s1, s1) }]
    }, [])
}

/** The way along which places lie farthest apart about their middle, by power iteration. */
function spread(about: readonly Vec3[]): Vec3 {
  let way = about.reduce((best, x) => (norm(x) > norm(best) ? x : best))
  for (let i = 0; i < ROUNDS; i++)
    way = unit(about.reduce((sum, x) => add(sum, scale(x, dot(x, way))), [0, 0, 0]))
  return way
}
const ROUNDS = 30

/** The normal of the plane to which places lie nearest. */
function normalOf(points: readonly Vec3[]): Vec3 {
  const middle = scale(
    points.reduce((sum, p) => add(sum, p), [0, 0, 0]),
    1 / points.length,
  )
  const about = points.map((p) => sub(p, middle))
  const along = spread(about)
  const across = spread(about.map((x) => sub(x, scale(along, dot(x, along)))))
  return unit(cross(along, across))
}

/** How far a stretch of wire turns in all, radians. */
function turning(wire: Wire, s0: number, s1: number): number {
  const ways = stationsOf(wire.path, s0, s1, SPACING).map((x) => x.at.t)
  return ways.slice(1).reduce((sum, t, i) => sum + Math.acos(Math.max(-1, Math.min(1, dot(t, ways[i]!)))), 0)
}

/**
 * Templates of a design: for every step that bends one wire to and fro in one plane, the line to lay it on at true size, with the places of the
 * joints on it. None where nothing is bent so.
 * @example bendTemplates(design) // []
 */
export function bendTemplates(design: Design): BendTemplate[] {
  const stretches = design.operations.flatMap((op) => formedBy(op).map((formed) => ({ op, formed })))
  return stretches.flatMap(({ op, formed }): BendTemplate[] => {
    const wire = design.wires.find((w) => w.id === formed.wire)
    if (!wire || formed.s1 > measurePath(wire.path).length + FLAT) return []
    const { s0, s1 } = formed
    if (turning(wire, s0, s1) < TURNS) return []
    const list = stationsOf(wire.path, s0, s1, SPACING).map((x) => x.at)
    const normal = normalOf(list.map(({ p }) => p))
    const origin = list[0]!.p
    const out = list.map(({ p }) => dot(sub(p, origin), normal))
    if (Math.max(...out) - Math.min(...out) > Math.max(FLAT, CROSSES * spanOf(wire))) return []
    const up = Math.abs(dot(normal, UP)) > 0.9 ? squareTo(RIGHT, normal) : squareTo(UP, normal)
    const side = cross(up, normal)
    const right: Vec3 = dot(side, RIGHT) < 0 ? [-side[0], -side[1], -side[2]] : side
    const flat = (p: Vec3): Vec2 => [dot(sub(p, origin), right), dot(sub(p, origin), up)]
    const marks = design.joints.flatMap((joint, i): TemplateMark[] =>
      joint.members
        .filter((m) => m.wire === wire.id && m.s0 >= s0 - FLAT && m.s1 <= s1 + FLAT)
        .map((m) => ({ joint: joint.id, number: i + 1, at: flat(pathAt(wire.path, (m.s0 + m.s1) / 2).p) })),
    )
    return [
      {
        operation: op.id,
        wire: wire.id,
        size: wire.stock.size.mm,
        points: list.map(({ p }) => flat(p)),
        marks,
        length: s1 - s0,
      },
    ]
  })
}
