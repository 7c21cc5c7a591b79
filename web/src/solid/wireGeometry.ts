import { measurePath, rollAt, segmentAt, segmentLength, type Path, type Vec3, type Wire } from '@verger/core'
import { BufferGeometry, Float32BufferAttribute } from 'three'

const ROUND_SIDES = 8
/** Chords of a half-round wire's back. */
const HALF_SIDES = 5

/** Lengths along a path at which its tube has a ring: ends of lines, and steps along curves. */
function stops(path: Path, most = Infinity): number[] {
  const out = [0]
  let at = 0
  for (const seg of path.segments) {
    const length = segmentLength(seg)
    let count =
      seg.kind === 'line'
        ? 1
        : Math.max(
            2,
            Math.ceil(
              length / (seg.kind === 'spline' || seg.kind === 'pattern' ? 0.55 : Math.sqrt(0.5 * seg.radius)),
            ),
          )
    count = Math.max(count, Math.ceil(length / most))
    for (let i = 1; i <= count; i++) out.push(at + (length * i) / count)
    at += length
  }
  return out
}

/** A face's normal turned about the wire by an angle. */
const turnedBy = ([face, other]: readonly [Vec3, Vec3], angle: number): Vec3 => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return [c * face[0] + s * other[0], c * face[1] + s * other[1], c * face[2] + s * other[2]]
}

/** A wire as a tube of its true profile along its path, lying as it is rolled. Square wire has flat sides, round wire eight. */
export function wireGeometry(wire: Wire, path: Path): BufferGeometry {
  const half = wire.stock.size.mm / 2
  const square = wire.stock.profile === 'square'
  const corners: (readonly [number, number])[] = square
    ? [
        [1, 1],
        [-1, 1],
        [-1, -1],
        [1, -1],
      ]
    : wire.stock.profile === 'half-round'
      ? Array.from({ length: HALF_SIDES + 1 }, (_, i) => {
          const a = (Math.PI * i) / HALF_SIDES
          return [Math.sin(a), Math.cos(a)] as const
        })
      : Array.from({ length: ROUND_SIDES }, (_, i) => {
          const a = (2 * Math.PI * i) / ROUND_SIDES
          return [Math.cos(a), Math.sin(a)] as const
        })
  const m = measurePath(path)
  const same = path === wire.path
  const positions: number[] = []
  const index: number[] = []
  let segment = 0
  let carried: Vec3 | undefined
  // a twisted wire needs a ring every sixteenth of a turn
  const rings = stops(path, wire.twist && same ? wire.twist.pitch / 16 : Infinity).map((s) => {
    while (segment < path.segments.length - 1 && s > m.starts[segment + 1]! - 1e-9) segment++
    const { p, t } = segmentAt(path.segments[segment]!, s - m.starts[segment]!)
    // half-bent wires have no roll of their own: the face is carried along without twisting
    let face: Vec3
    if (wire.twist && same)
      face = turnedBy(rollAt(wire, s, t), (2 * Math.PI * wire.twist.sense * s) / wire.twist.pitch)
    else if (same || !carried) face = rollAt(wire, s, t)[0]
    else {
      const d = carried[0] * t[0] + carried[1] * t[1] + carried[2] * t[2]
      const raw: Vec3 = [carried[0] - d * t[0], carried[1] - d * t[1], carried[2] - d * t[2]]
      const size = Math.hypot(...raw)
      face = size > 1e-6 ? [raw[0] / size, raw[1] / size, raw[2] / size] : rollAt(wire, s, t)[0]
    }
    carried = face
    const other: Vec3 = [
      t[1] * face[2] - t[2] * face[1],
      t[2] * face[0] - t[0] * face[2],
      t[0] * face[1] - t[1] * face[0],
    ]
    return corners.map(([u, v]): Vec3 => [
      p[0] + half * (u * face[0] + v * other[0]),
      p[1] + half * (u * face[1] + v * other[1]),
      p[2] + half * (u * face[2] + v * other[2]),
    ])
  })
  const n = corners.length
  // sides of a square do not share their corners, so that its edges stay sharp
  for (let k = 0; k < n; k++) {
    const next = (k + 1) % n
    const base = positions.length / 3
    for (const ring of rings) positions.push(...ring[k]!, ...ring[next]!)
    for (let i = 0; i + 1 < rings.length; i++) {
      const a = base + 2 * i
      index.push(a, a + 1, a + 2, a + 1, a + 3, a + 2)
    }
  }
  for (const [ring, flip] of [
    [rings[0]!, true],
    [rings[rings.length - 1]!, false],
  ] as const) {
    const base = positions.length / 3
    for (const corner of ring) positions.push(...corner)
    for (let k = 1; k + 1 < n; k++) index.push(base, base + (flip ? k + 1 : k), base + (flip ? k : k + 1))
  }
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new Float32BufferAttribute(positions, 3))
  geometry.setIndex(index)
  geometry.computeVertexNormals()
  return geometry
}
