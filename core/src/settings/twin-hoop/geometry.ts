import { bisect, mirrorX, remember, type Vec3 } from '../../geom/index.js'
import { hermite, moveSegment, reverseSegment, type Segment } from '../../path/index.js'
import { outline, outlinePoint, outlineRun, type Outline } from '../../stone/index.js'
import { arcSegments } from '../shared/arcs.js'
import { advance, along, endCoil, passingTurn, startCoil, widening, type Post } from '../shared/coilRound.js'
import { loopPath } from '../shared/loopBail.js'
import { shankFigures, shankPath, type ShankSpec } from '../shared/shank.js'
import { shoulderOf, shoulderPath, type ShoulderSpec } from '../shared/shoulder.js'

/**
 * What the shape of two hoops hangs on, as plain figures in mm. Worked out upright: y is the hoops' common axis, toward the finger or the
 * bail; the wires that carry the hoops rise along the stone in the plane z = 0, and each hoop is wound round them.
 */
export interface TwinHoopShape {
  /** Size of the stone across, and along its own length. */
  readonly across: number
  readonly length: number
  readonly ring: boolean
  /** Inside diameters of the near and the far hoop. */
  readonly seat: number
  readonly hoop: number
  readonly play: number
  readonly turns: number
  readonly size: number
  readonly shankSize: number
  readonly shank: number
  readonly inside: number
  readonly bulge: number
  readonly bail: number
  readonly neck: number
  readonly leave: number
  /** Radius by which the carriers' ends are turned back. */
  readonly hook: number
  /** Of a piece worked from one wire: the radius by which its shank turns into the far hoop. */
  readonly bend?: number
}

/** Packed turns stand this much farther apart than the wire is thick. */
const PACKED = 1.04
/** Lead of a wound end over the wire's thickness: it takes up its lead slowly. */
const LEAD = 1.15
/** A hoop as wide as the stone, or wider, touches nothing: it is put where the stone's normal is this far above its equator, radians. */
const LOOSE_AT = 0.6
/** A bound stretch at the far side of the finger, where the shank has several wires, mm. */
export const PALM = 5
/** A carrier goes on past the far hoop's coil by this much before it is turned back over it, mm; and lies on it for so much. */
const STUB = 0.3
const LAID = 1.2
/** Curves of the carriers, in thicknesses of their wire: where a shank rises from the finger, where a bail's legs come together. */
const TURN = 1.2
const LEG = 2

/** Where one hoop lies on the post, seen upright as the near one: the far hoop is worked out so, and mirrored. */
export interface HoopPlace {
  /** y of its middle, and y at which it would touch the stone without play. */
  readonly height: number
  readonly touch: number
  /** Normal direction at its middle, and at its front and back halves. */
  readonly psi: number
  readonly front: number
  readonly back: number
  /** How far apart the halves stand along the post, and the lead of a wound end. */
  readonly gap: number
  readonly lead: number
  /** The stretch of the right post that its wound ends take, and of the left one that its turn in passing takes, mm to either side of its middle. */
  readonly tied: Readonly<Record<'left' | 'right', number>>
  /** Run along the post from the equator to its middle. */
  readonly latitude: number
}

export interface TwinHoopGeometry {
  readonly shape: TwinHoopShape
  readonly outline: Outline
  readonly post: Post
  /** Of the hoops' wire from the stone, to its middle: half a wire and the play's share. */
  readonly offset: number
  readonly near: HoopPlace
  readonly far: HoopPlace
  /** Where the posts begin: at the shank's curve, or at the shoulder. */
  readonly begins: number
  readonly shank: ShankSpec | undefined
  readonly shoulder: ShoulderSpec | undefined
}

/** The normal direction at which the curve at a distance is as far out as x; undefined where it nowhere is. */
function reaching(o: Outline, x: number, offset: number): number | undefined {
  if (!(x < o.right + offset - 1e-9)) return undefined
  return bisect((psi) => outlinePoint(o, psi, offset)[0] - x, 0, Math.PI / 2, 1e-13).root
}

/** Distance of the hoops' wire from the stone, so that the stone may move by `play` in all between them. */
function offsetFor(o: Outline, radii: readonly number[], d: number, play: number): number {
  const touching = radii.map((r) => reaching(o, r, d / 2))
  const height = (r: number, offset: number) => outlinePoint(o, reaching(o, r, offset)!, offset)[1]
  const held = radii.filter((_, i) => touching[i] !== undefined)
  const moved = (g: number) => held.reduce((sum, r) => sum + height(r, d / 2 + g) - height(r, d / 2), 0)
  const snug =
    held.length > 0 && play > 1e-9
      ? bisect((g) => moved(g) - (play * held.length) / radii.length, 0, play, 1e-12).root
      : 0
  const loose = radii
    .filter((_, i) => touching[i] === undefined)
    .map((r) => bisect((g) => outlinePoint(o, LOOSE_AT, d / 2 + g)[0] - r, 0, r, 1e-12).root)
  return d / 2 + Math.max(snug, ...loose)
}

function placeOf(post: Post, offset: number, r: number, d: number, turns: number): HoopPlace {
  const o = post.outline
  const psi = reaching(o, r, offset) ?? LOOSE_AT
  const touching = reaching(o, r, d / 2)
  const height = outlinePoint(o, psi, offset)[1]
  const wider = widening(post, psi)
  const gap = PACKED * d * wider
  const lead = LEAD * d * wider
  return {
    height,
    touch: touching === undefined ? height : outlinePoint(o, touching, d / 2)[1],
    psi,
    front: along(post, psi, -gap / 2),
    back: along(post, psi, gap / 2),
    gap,
    lead,
    tied: {
      left: gap / 2 + (d * wider) / 2,
      right: gap / 2 + advance(lead, turns) + (d * wider) / 2,
    },
    latitude: outlineRun(o, 0, psi, post.offset),
  }
}

/** Room between the first turn beside a bend and the bend, in thicknesses. */
const BESIDE = 0.55

/**
 * The far hoop of one wire, seen upright as the near one: its front half goes on from the shank, which turns into it past the place where the
 * back half is wound on.
 */
function turnedInto(post: Post, offset: number, r: number, { size: d, bend = d }: TwinHoopShape): HoopPlace {
  const plain = placeOf(post, offset, r, d, 1)
  const wider = widening(post, plain.psi)
  const gap = (BESIDE * d + bend) * wider
  const tied = gap / 2 + (d * wider) / 2
  return {
    ...plain,
    front: along(post, plain.psi, gap / 2),
    back: along(post, plain.psi, -gap / 2),
    gap: -gap,
    tied: { left: tied, right: tied },
  }
}

const known = remember<string, TwinHoopGeometry>(16)

/** The figures of two hoops about a ball or an egg. Where a shank cannot meet the posts `begins` is NaN; `fits` says so. */
export const geometryOf = (shape: TwinHoopShape): TwinHoopGeometry =>
  known(JSON.stringify(shape), () => workOut(shape))

function workOut(shape: TwinHoopShape): TwinHoopGeometry {
  const { across, length, ring, size: d, shankSize: ds } = shape
  const tall = ring ? across : length
  const o = Math.abs(tall - across) < 1e-9 ? outline('round', across, across) : outline('oval', tall, across)
  const [near, far] = [(shape.seat + d) / 2, (shape.hoop + d) / 2]
  const offset = offsetFor(o, [near, far], d, shape.play)
  const reach = (d + ds) / 2
  const post: Post = { outline: o, offset: offset + reach, half: ((shape.shank - 1) * ds) / 2, reach }
  const shank: ShankSpec | undefined = ring
    ? {
        inside: shape.inside,
        thickness: ds,
        sides: across / 2 + post.offset,
        centre: across / 2 + shape.inside / 2 - shape.bulge,
        radius: TURN * ds,
      }
    : undefined
  const shoulder: ShoulderSpec | undefined = ring
    ? undefined
    : {
        outline: o,
        offset: post.offset,
        upright: ds / 2,
        before: (shape.leave * Math.PI) / 180,
        radius: LEG * ds,
      }
  return {
    shape,
    outline: o,
    post,
    offset,
    near: placeOf(post, offset, near, d, shape.turns),
    far:
      shape.bend === undefined
        ? placeOf(post, offset, far, d, shape.turns)
        : turnedInto(post, offset, far, shape),
    begins: shank ? (shankFigures(shank)?.begins ?? NaN) : shoulderOf(shoulder!).leave,
    shank,
    shoulder,
  }
}

/** A named stretch of a wire, outward from its middle. */
export interface Stretch {
  readonly id: string
  readonly kind: string
  readonly segments: readonly Segment[]
}

/** Half of the near hoop in front (z > 0) from the right to the left, or behind from the left to the right, at one height; of its front from an angle on. */
export function halfHoop(g: TwinHoopGeometry, at: number, face: 'front' | 'back', from = 0): Segment {
  const [x, y] = outlinePoint(g.outline, at, g.offset)
  const sign = face === 'front' ? 1 : -1
  if (!g.shape.ring || Math.abs(g.shape.length - g.shape.across) < 1e-9)
    return {
      kind: 'arc',
      centre: [0, y, 0],
      x: [sign * Math.cos(from), 0, sign * Math.sin(from)],
      y: [-sign * Math.sin(from), 0, sign * Math.cos(from)],
      radius: x,
      sweep: Math.PI - from,
    }
  // an egg lying across: it is turned about z, so the parallel curve of its long outline gives the distance from that axis at each z
  const long = outline('oval', g.shape.length, g.shape.across)
  const at2 = (psi: number): readonly [across: number, z: number] => {
    const [rho, z] = outlinePoint(long, psi, g.offset)
    return [Math.sqrt(Math.max(0, rho * rho - y * y)), z]
  }
  const last = bisect((psi) => outlinePoint(long, psi, g.offset)[0] - y, 0, Math.PI / 2, 1e-13).root
  const place = (angle: number): Vec3 => {
    // the quarter's own angle about the hoop's middle, 0 at the right
    const quarter = angle <= Math.PI / 2 ? angle : Math.PI - angle
    if (quarter < 1e-12) return [angle < 1 ? x : -x, y, 0]
    const psi =
      quarter > Math.PI / 2 - 1e-9
        ? last
        : bisect(
            (p) => {
              const [u, z] = at2(p)
              return z * Math.cos(quarter) - u * Math.sin(quarter)
            },
            0,
            last,
            1e-13,
          ).root
    const [u, z] = at2(psi)
    return [angle <= Math.PI / 2 ? u : -u, y, z]
  }
  const n = 24
  const angles = Array.from({ length: n + 1 }, (_, k) =>
    k <= n / 2 ? from + ((Math.PI / 2 - from) * 2 * k) / n : (Math.PI * k) / n,
  )
  const points = angles.map(place)
  const e = 1e-4
  const slope = angles.map((a, k): Vec3 => {
    if (k === 0 && from === 0) return [0, 0, x]
    if (k === n) return [0, 0, -x]
    const [p, q] = [place(a - e), place(a + e)]
    // the middle, where both quarters meet, runs straight across
    return k === n / 2
      ? [(q[0] - p[0]) / (2 * e), 0, 0]
      : [(q[0] - p[0]) / (2 * e), 0, (q[2] - p[2]) / (2 * e)]
  })
  const segment = hermite(angles, points, slope)
  if (face === 'front') return segment
  const turn = ([a, b, c]: Vec3): Vec3 => [-a, b, -c]
  return moveSegment(segment, turn, turn)
}

export const flipY = (p: Vec3): Vec3 => [p[0], -p[1], p[2]]
export const mirroredY = (s: Stretch): Stretch => ({
  ...s,
  segments: s.segments.map((seg) => moveSegment(seg, flipY, flipY)),
})

/** A hoop's halves from the middle of its passing turn (left) outward, upright. The far hoop is the near one seen in the mirror y = 0. */
export function hoopStretches(g: TwinHoopGeometry, which: 'near' | 'far'): TwoSides {
  return hoopsMade(g, () => ({ near: makeHoop(g, 'near'), far: makeHoop(g, 'far') }))[which]
}

export interface TwoSides {
  readonly left: readonly Stretch[]
  readonly right: readonly Stretch[]
}

const hoopsMade = remember<TwinHoopGeometry, Readonly<Record<'near' | 'far', TwoSides>>>(16)

function makeHoop(g: TwinHoopGeometry, which: 'near' | 'far'): TwoSides {
  const { post } = g
  const { front, back, gap, lead } = g[which]
  const { turns } = g.shape
  const [enters, leaves] = passingTurn(post, front, gap)
  const left: Stretch[] = [
    { id: 'pass', kind: 'pass', segments: [reverseSegment(enters)] },
    { id: 'front', kind: 'front', segments: [reverseSegment(halfHoop(g, front, 'front'))] },
    { id: 'coil', kind: 'coil', segments: [reverseSegment(startCoil(post, front, -1, turns, lead))] },
  ]
  const right: Stretch[] = [
    { id: 'pass', kind: 'pass', segments: [leaves] },
    { id: 'back', kind: 'back', segments: [halfHoop(g, back, 'back')] },
    { id: 'coil', kind: 'coil', segments: [endCoil(post, back, 1, turns, lead)] },
  ]
  return which === 'near' ? { left, right } : { left: left.map(mirroredY), right: right.map(mirroredY) }
}

/** A stretch along the posts from a normal direction down to a lower one, in the plane z. */
export function side(g: TwinHoopGeometry, from: number, to: number, z: number): Segment[] {
  return arcSegments(g.outline, to, from, g.post.offset, z).map(reverseSegment).reverse()
}

/** The places along a post, as normal directions from near to far, between which its stretches lie. */
export function postPlaces(
  g: TwinHoopGeometry,
  which: 'left' | 'right',
): readonly [string, number, number][] {
  const { post, near, far } = g
  const at = (run: number) => along(post, 0, run)
  const [top, low] = [at(near.latitude + near.tied[which]), at(near.latitude - near.tied[which])]
  const [begin, end] = [at(far.tied[which] - far.latitude), at(-far.latitude - far.tied[which])]
  return [
    ['rise', g.begins, top],
    ['near', top, low],
    ['mid', low, begin],
    ['far', begin, end],
    ['stub', end, at(-far.latitude - far.tied[which] - STUB)],
  ]
}

/** A carrier's halves from its middle (the far side of the finger, the top of the bail) outward, upright. */
export const carrierStretches = (g: TwinHoopGeometry, index: number): TwoSides =>
  carriersMade(g, () =>
    Array.from({ length: g.shape.shank }, (_, i) => ({
      left: makeCarrier(g, i, 'left').map(mirroredX),
      right: makeCarrier(g, i, 'right'),
    })),
  )[index]!

const carriersMade = remember<TwinHoopGeometry, readonly TwoSides[]>(16)

/** A carrier's half as it lies on the right, from its middle to where it comes along the stone. */
export function upToPosts(g: TwinHoopGeometry, index: number): Stretch[] {
  const { shape } = g
  const { shankSize: ds } = shape
  const z = (index - (shape.shank - 1) / 2) * ds
  const out: Stretch[] = []
  const put = (id: string, kind: string, ...segments: Segment[]) => out.push({ id, kind, segments })
  if (g.shank) {
    const { finger, turn } = shankPath(g.shank, z)
    if (shape.shank > 1 && finger.kind === 'arc') {
      const angle = PALM / 2 / finger.radius
      put('palm', 'palm', { ...finger, sweep: angle })
      const [c, s] = [Math.cos(angle), Math.sin(angle)]
      put('finger', 'finger', {
        ...finger,
        x: [s, c, 0],
        y: [c, -s, 0],
        sweep: finger.sweep - angle,
      })
    } else put('finger', 'finger', finger)
    put('turn', 'turn', turn)
  } else {
    const spec = g.shoulder!
    const { join } = shoulderOf(spec)
    const bail = { inside: shape.bail, thickness: ds, neckRadius: LEG * ds }
    const { loop, leg } = loopPath(bail, join + shape.neck, z)
    put('loop', 'loop', loop)
    put('leg', 'leg', leg)
    put('neck', 'neck', { kind: 'line', from: [ds / 2, join + shape.neck, z], to: [ds / 2, join, z] })
    put('shoulder', 'shoulder', ...shoulderPath(spec, z).map(reverseSegment).reverse())
  }
  return out
}

/** As it lies on the right; the left one differs by how much its coils take. */
export function makeCarrier(g: TwinHoopGeometry, index: number, which: 'left' | 'right'): readonly Stretch[] {
  const { shape, post } = g
  const z = (index - (shape.shank - 1) / 2) * shape.shankSize
  const out = upToPosts(g, index)
  const put = (id: string, kind: string, ...segments: Segment[]) => out.push({ id, kind, segments })
  for (const [id, from, to] of postPlaces(g, which))
    put(id, id === 'near' || id === 'far' ? 'tied' : 'side', ...side(g, from, to, z))
  // turned back over the coil: half a circle outward, then straight
  const end = postPlaces(g, which)[4]![2]
  const [nx, ny] = [Math.cos(end), Math.sin(end)]
  const c = shape.hook
  const [x, y] = outlinePoint(g.outline, end, post.offset)
  const [hx, hy] = outlinePoint(g.outline, end, post.offset + 2 * c)
  put(
    'hook',
    'hook',
    {
      kind: 'arc',
      centre: [x + c * nx, y + c * ny, z],
      x: [-nx, -ny, 0],
      y: [ny, -nx, 0],
      radius: c,
      sweep: Math.PI,
    },
    { kind: 'line', from: [hx, hy, z], to: [hx - LAID * ny, hy + LAID * nx, z] },
  )
  return out
}

/** Seen in the mirror x = 0, for the left side. */
export const mirroredX = (s: Stretch): Stretch => ({
  ...s,
  segments: s.segments.map((seg) => moveSegment(seg, mirrorX, mirrorX)),
})

/** From upright to as it is worn: a ring's finger lies behind the stone, a pendant stays as it is. */
export function asWorn(ring: boolean, stretches: readonly Stretch[]): Stretch[] {
  if (!ring) return [...stretches]
  const turn = ([x, y, z]: Vec3): Vec3 => [x, z, -y]
  return stretches.map((s) => ({ ...s, segments: s.segments.map((seg) => moveSegment(seg, turn, turn)) }))
}
