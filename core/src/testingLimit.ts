import type { Design } from './design/index.js'
import {
  add,
  along,
  anySquare,
  cross,
  dot,
  sub,
  triangleOf,
  unit,
  type MeshIndex,
  type Vec3,
} from './geom/index.js'
import { stationsOfDesign, type Pose, type Station } from './hold/index.js'
import { alloy, section } from './wire/index.js'

/** What is used of the solver. */
export interface Solver {
  solve(
    program: string,
    options?: { readonly time_limit?: number; readonly solver?: 'ipm' },
  ): {
    readonly Status: string
    readonly ObjectiveValue: number
  }
}

/** For tests only: a stone among wires, and where they touch it. */
export interface LimitCase {
  readonly design: Design
  /** Middle of the stone's mass, and half of its largest measure, mm. */
  readonly centre: Vec3
  readonly length: number
  /** Places on the wires are this far apart, mm. */
  readonly pitch: number
  readonly contacts: (station: Station) => readonly LimitContact[]
}

/** A wire pushed along m at q by the stone. */
export interface LimitContact {
  readonly m: Vec3
  readonly q: Vec3
}

/** For tests only: a stone's surface in triangles as it lies, and how near a wire counts as touching it, mm. */
export interface LimitSurface {
  readonly surface: MeshIndex
  readonly pose: Pose
  readonly near: number
}

/** Places on the wires are this far apart for contacts with the surface, mm. */
export const PITCH = 0.5

/** Normals of planes round a ball of moments (two of bending, one of twist): the axes, edges and corners of a cube. */
const PLANES: readonly Vec3[] = [-1, 0, 1].flatMap((a) =>
  [-1, 0, 1].flatMap((b) => [-1, 0, 1].flatMap((c): Vec3[] => (a || b || c ? [unit([a, b, c])] : []))),
)
/** The stone may slide this far aside, or turn by this over its length, for 1 mm along: no flatter wedge is counted on. */
const SLIDE = 100

/** A place on a wire's skin, and the wire's own normal there where it lies on a flat side. */
interface SkinPoint {
  readonly p: Vec3
  readonly side?: Vec3
}

const STEPS = [-0.6, 0.6]
/** A flat side that leans by more than this from the stone's surface touches it with a corner, cos. */
const FLUSH = Math.cos(0.2)
/** A wedge that rises by less, mm a mm, is counted as flat: a whole hoop stretches sooner than it breaks there. */
const FLAT = 0.06
/** Corners of a wire beside edges of the stone that are sharper than this are left out, cos: no direction is told there. */
const SHARP = Math.cos(0.3)

/** Points of a wire's skin; a round wire is its middle. */
function skinOf({ p, section: { profile, size, axes } }: Station): SkinPoint[] {
  const h = size / 2
  const [a, b] = axes
  const at = (u: number, v: number): Vec3 => along(along(p, a, u * h), b, v * h)
  const flip = (v: Vec3): Vec3 => [-v[0], -v[1], -v[2]]
  if (profile === 'round') return [{ p }]
  if (profile === 'square')
    return [
      ...[-1, 1].flatMap((x) => [-1, 1].map((y) => ({ p: at(x, y) }))),
      ...STEPS.flatMap((k) => [
        { p: at(1, k), side: a },
        { p: at(-1, k), side: flip(a) },
        { p: at(k, 1), side: b },
        { p: at(k, -1), side: flip(b) },
      ]),
    ]
  return [
    ...[-1, 1].map((y) => ({ p: at(0, y) })),
    ...STEPS.map((k) => ({ p: at(0, k), side: flip(a) })),
    ...[0.2, 0.35, 0.5, 0.65, 0.8].map((k) => ({ p: at(Math.sin(k * Math.PI), Math.cos(k * Math.PI)) })),
  ]
}

/** For tests only: where the skin of a wire touches the triangles of a stone at one place. */
export function surfaceContacts({ pose, surface, near }: LimitSurface, station: Station): LimitContact[] {
  const [x, y, z] = pose.axes
  const inStone = (v: Vec3): Vec3 => [dot(x, v), dot(y, v), dot(z, v)]
  const back = (v: Vec3): Vec3 => along(along([x[0] * v[0], x[1] * v[0], x[2] * v[0]], y, v[1]), z, v[2])
  const off = station.section.profile === 'round' ? station.section.size / 2 : 0
  return skinOf(station).flatMap(({ p, side }) =>
    surface.nearestAll(inStone(sub(p, pose.shift)), off + near).flatMap((n) => {
      if (n.distance - off >= near) return []
      const q = add(back(n.q), pose.shift)
      const m = back(n.m)
      if (off > 0) return [{ m, q }]
      if (side) return -dot(side, m) > FLUSH ? [{ m: [-side[0], -side[1], -side[2]] as Vec3, q }] : []
      const [a, b, c] = triangleOf(surface.mesh, n.triangle)
      return dot(unit(cross(sub(b, a), sub(c, a))), n.m) > SHARP ? [{ m, q }] : []
    }),
  )
}

/** Rows of a linear program in HiGHS' text form: terms by name. */
class Program {
  private readonly rows: string[] = []
  private readonly free: string[] = []
  row(terms: readonly (readonly [number, string])[], is: '=' | '<=', right: number): void {
    const text = terms
      .filter(([k]) => Math.abs(k) > 1e-12)
      .map(([k, name]) => `${k < 0 ? '-' : '+'} ${Math.abs(k).toPrecision(10)} ${name}`)
    if (text.length > 0) this.rows.push(` r${this.rows.length}: ${text.join(' ')} ${is} ${right}`)
  }
  signed(...names: string[]): void {
    this.free.push(...names)
  }
  most(what: string): string {
    return [
      'Maximize',
      ` obj: ${what}`,
      'Subject To',
      ...this.rows,
      'Bounds',
      ...this.free.map((n) => ` ${n} free`),
      'End',
    ].join('\n')
  }
}

/**
 * For tests only: the largest force along d through the stone's middle that the wires can balance without friction, N, by limit analysis of all of
 * them as one linear program. It shares with holding where spans begin and end and what the metal bears; the moments along every wire are
 * unknowns of their own, and any load that the contacts can share is allowed. Joints are held in space.
 * @returns undefined when the solver does not end
 */
export function limitForce(solver: Solver, which: LimitCase, d: Vec3): number | undefined {
  const { design, centre, length, pitch, contacts } = which
  const { spans, stations } = stationsOfDesign(design, pitch)
  const program = new Program()
  const onStone: { readonly n: Vec3; readonly moment: Vec3; readonly name: string; readonly unit: number }[] =
    []
  const axes = ['x', 'y', 'z']
  const triple = (name: string) => axes.map((a) => `${name}${a}`)
  spans.forEach((span, k) => {
    const nodes = stations.filter((s) => s.span === k)
    const on = nodes.map(contacts)
    if (on.every((list) => list.length === 0)) return
    const { stock } = span.wire
    const s = section(stock.profile, stock.size.mm)
    const stress = alloy(stock.alloy).yield[stock.temper][0]
    const [mp, np] = [s.plastic * stress, s.area * stress]
    const tp = (s.torsion * stress) / Math.sqrt(3)
    const shear = np / Math.sqrt(3)
    // forces are told in plastic moments a millimetre, moments in plastic moments
    const put = (c: LimitContact, name: string) => {
      const rises = dot(c.m, d)
      const n = rises > 0 && rises < FLAT ? along(c.m, d, -rises) : c.m
      onStone.push({ n, moment: cross(sub(c.q, centre), n), name, unit: mp })
    }
    if (span.kind === 'bound') {
      const names = on.flatMap((list, j) =>
        list.map((c, i) => (put(c, `f${k}_${j}_${i}`), `f${k}_${j}_${i}`)),
      )
      program.row(
        names.map((n) => [1, n]),
        '<=',
        shear / mp,
      )
      return
    }
    const { points, harder } = span
    const last = points.length - 1
    // force in the wire changes only at contacts
    let force = `R${k}_0`
    const forceIn: string[] = []
    if (span.start === 'free') for (const n of triple(force)) program.row([[1, n]], '=', 0)
    program.signed(...triple(force))
    on.forEach((list, j) => {
      if (list.length > 0) {
        const next = `R${k}_${j}n`
        program.signed(...triple(next))
        list.forEach((c, i) => put(c, `f${k}_${j}_${i}`))
        axes.forEach((a, x) =>
          program.row(
            [
              [1, `${next}${a}`],
              [-1, `${force}${a}`],
              ...list.map((c, i) => [c.m[x as 0], `f${k}_${j}_${i}`] as const),
            ],
            '=',
            0,
          ),
        )
        force = next
      }
      forceIn.push(force)
    })
    if (span.end === 'free') for (const n of triple(force)) program.row([[1, n]], '=', 0)
    points.forEach((p, j) => {
      program.signed(...triple(`M${k}_${j}`))
      if (j < last) {
        const arm = sub(points[j + 1]!, p)
        // M after = M before + arm × force
        axes.forEach((a, x) => {
          const [y, z] = [(x + 1) % 3, (x + 2) % 3]
          program.row(
            [
              [1, `M${k}_${j + 1}${a}`],
              [-1, `M${k}_${j}${a}`],
              [-arm[y as 0], `${forceIn[j]}${axes[z]}`],
              [arm[z as 0], `${forceIn[j]}${axes[y]}`],
            ],
            '=',
            0,
          )
        })
      }
      const held = j === 0 ? span.start : j === last ? span.end : undefined
      if (held && held !== 'clamp') {
        for (const n of triple(`M${k}_${j}`)) program.row([[1, n]], '=', 0)
        return
      }
      const before = j > 0 ? sub(p, points[j - 1]!) : sub(points[1]!, p)
      const after = j < last ? sub(points[j + 1]!, p) : before
      const t = unit(add(unit(before), unit(after)))
      const e1 = Math.abs(t[2]) < 0.999 ? unit(along([0, 0, 1], t, -t[2])) : anySquare(t)
      const e2 = cross(t, e1)
      const strength = harder[j]!
      for (const force of new Set([forceIn[j - 1] ?? forceIn[j]!, forceIn[j]!])) {
        for (const [v, most] of [
          [t, np],
          [e1, shear],
          [e2, shear],
        ] as const)
          for (const sign of [-1, 1])
            program.row(
              axes.map((axis, x) => [sign * v[x as 0], `${force}${axis}`] as const),
              '<=',
              (most / mp) * strength,
            )
      }
      for (const [a, b, c] of PLANES)
        program.row(
          axes.map(
            (axis, x) =>
              [a * e1[x as 0] + b * e2[x as 0] + c * (mp / tp) * t[x as 0], `M${k}_${j}${axis}`] as const,
          ),
          '<=',
          strength,
        )
    })
  })
  if (onStone.length === 0) return 0
  const scale = Math.max(...onStone.map((c) => c.unit))
  for (let x = 0; x < 3; x++) {
    program.row(
      [
        ...onStone.map((c) => [(c.unit / scale) * c.n[x as 0], c.name] as const),
        [-d[x as 0], 'F'],
        [1, `p${x}`],
        [-1, `m${x}`],
      ],
      '=',
      0,
    )
    program.row(
      [
        ...onStone.map((c) => [((c.unit / scale) * c.moment[x as 0]) / length, c.name] as const),
        [1, `p${x + 3}`],
        [-1, `m${x + 3}`],
      ],
      '=',
      0,
    )
  }
  const text = program.most(
    `F ${[0, 1, 2, 3, 4, 5].map((x) => `- ${SLIDE} p${x} - ${SLIDE} m${x}`).join(' ')}`,
  )
  const solved = solver.solve(text, { time_limit: 60, solver: 'ipm' })
  if (solved.Status !== 'Optimal') return undefined
  return solved.ObjectiveValue * scale
}
