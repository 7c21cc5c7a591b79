import { unit, type Vec3 } from '../geom/index.js'

export type DirectionId = 'front' | 'back' | 'up' | 'down' | 'left' | 'right'

/** The six ways that have a name, the piece lying face up. */
export const DIRECTIONS: readonly { readonly id: DirectionId; readonly d: Vec3 }[] = [
  { id: 'front', d: [0, 0, 1] },
  { id: 'back', d: [0, 0, -1] },
  { id: 'up', d: [0, 1, 0] },
  { id: 'down', d: [0, -1, 0] },
  { id: 'left', d: [-1, 0, 0] },
  { id: 'right', d: [1, 0, 0] },
]

/** 26 ways: along the axes, between two of them, and between three. The six named ones come first, in the order of `DIRECTIONS`. */
export const WAYS: readonly Vec3[] = (() => {
  const out: Vec3[] = DIRECTIONS.map((x) => x.d)
  for (const x of [-1, 0, 1])
    for (const y of [-1, 0, 1])
      for (const z of [-1, 0, 1]) if (Math.abs(x) + Math.abs(y) + Math.abs(z) > 1) out.push(unit([x, y, z]))
  return out
})()

/** How often an icosahedron's edge is parted: 10 n² + 2 corners. */
const PARTS = 4

/** 162 ways spread evenly over the sphere: the corners of an icosahedron whose edges are parted in four, and its triangles for drawing. */
export const SPHERE: {
  readonly ways: readonly Vec3[]
  readonly faces: readonly (readonly [number, number, number])[]
} = (() => {
  const g = (1 + Math.sqrt(5)) / 2
  const corners: Vec3[] = [0, 1, 2].flatMap((turn) =>
    [
      [0, 1, g],
      [0, 1, -g],
      [0, -1, g],
      [0, -1, -g],
    ].map((p) => [p[turn % 3]!, p[(turn + 1) % 3]!, p[(turn + 2) % 3]!] as Vec3),
  )
  const near = (a: Vec3, b: Vec3) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) < 2.01
  const ways: Vec3[] = []
  const known = new Map<string, number>()
  const put = (p: Vec3): number => {
    const d = unit(p)
    const key = d.map((v) => Math.round(v * 1e6) / 1e6 + 0).join(' ')
    const old = known.get(key)
    if (old !== undefined) return old
    known.set(key, ways.length)
    ways.push(d)
    return ways.length - 1
  }
  const faces: [number, number, number][] = []
  for (let i = 0; i < 12; i++)
    for (let j = i + 1; j < 12; j++)
      for (let k = j + 1; k < 12; k++) {
        const [a, b, c] = [corners[i]!, corners[j]!, corners[k]!]
        if (!near(a, b) || !near(b, c) || !near(a, c)) continue
        const at = (u: number, v: number) =>
          put(
            [0, 1, 2].map(
              (n) => (a[n]! * (PARTS - u - v) + b[n]! * u + c[n]! * v) / PARTS,
            ) as unknown as Vec3,
          )
        for (let u = 0; u < PARTS; u++)
          for (let v = 0; u + v < PARTS; v++) {
            faces.push([at(u, v), at(u + 1, v), at(u, v + 1)])
            if (u + v < PARTS - 1) faces.push([at(u + 1, v), at(u + 1, v + 1), at(u, v + 1)])
          }
      }
  return { ways, faces }
})()

/** Which of these ways is nearest to a direction. */
export function nearestWay(d: Vec3, ways: readonly Vec3[]): number {
  let best = 0
  let most = -Infinity
  ways.forEach((w, i) => {
    const c = w[0] * d[0] + w[1] * d[1] + w[2] * d[2]
    if (c > most + 1e-12) {
      most = c
      best = i
    }
  })
  return best
}
