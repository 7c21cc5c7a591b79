import type { Design } from './design/index.js'
import { massProperties, type Vec3 } from './geom/index.js'
import {
  heldMesh,
  heldOf,
  REST,
  settingFrom,
  settingOf,
  SPACING,
  smaller,
  stationsOfDesign,
  touches,
  walkIn,
  WAYS,
  type Held,
  type WalkResult,
} from './hold/index.js'
import { newMemory } from './hold/contacts.js'
import { plan, DEFAULT_SETTINGS } from './plan/index.js'
import { stoneShapes, wireShapes, type RigidShape, type Shaken } from './shake/index.js'
import { fullStone, shapeOf, solidOf, type Stone } from './stone/index.js'
import { ball, bareDesign, claws, cone, hoop, rail, type BareWire } from './testingDesigns.js'
import { FRAME, OVAL } from './testing.js'

/** For tests only: a stone among wires, and a way to push it. */
export interface ShakeCase {
  readonly name: string
  readonly shaken: Shaken
  readonly d: Vec3
  /** What the walk says, and what it says of a stone larger and smaller all round by MARGIN. */
  readonly walk: WalkResult['outcome']
  readonly larger: WalkResult['outcome']
  readonly smaller: WalkResult['outcome']
  /** What it says with a little less and a little more play than MARGIN. */
  readonly around: readonly [WalkResult['outcome'], WalkResult['outcome']]
}

/** A case nearer to its threshold than this is borderline, mm. */
export const MARGIN = 0.1
/** Of a stone that is smaller by MARGIN, one nearer to its threshold than this, mm. */
const CLOSE = 0.03
/** Wires stand in the stone by no more than this when a case begins, mm. */
const DEEP = 0.005

interface Raw {
  readonly name: string
  readonly design: Design
  readonly held: Held
  readonly stone: readonly RigidShape[]
}

const ringOf = (radius: number, y: number, n = 72): Vec3[] =>
  // circles through the middle of a chord's sagitta: as often inside as outside
  Array.from({ length: n }, (_, i): Vec3 => {
    const a = (2 * Math.PI * i) / n
    const r = (radius * 2) / (1 + Math.cos(Math.PI / n))
    return [r * Math.cos(a), y, r * Math.sin(a)]
  })

type Random = () => number
const between = (random: Random, a: number, b: number) => a + (b - a) * random()
const ballIn = (name: string, R: number, wires: readonly BareWire[]): Raw => ({
  name,
  design: bareDesign(wires),
  held: ball(R),
  stone: [{ kind: 'ball', at: [0, 0, 0], radius: R }],
})

const KINDS: readonly ((random: Random) => Raw | undefined)[] = [
  // a ball between two or three hoops
  (random) => {
    const R = between(random, 4, 8)
    const d = [0.6, 0.8, 1, 1.2][Math.floor(4 * random())]!
    const wires = [1, -1].map((side, k) => {
      const inside = R * between(random, 0.55, 1.15)
      const least = inside < R ? Math.sqrt((R + d / 2) ** 2 - (inside + d / 2) ** 2) : R * 0.3
      const size = `${d.toFixed(1)} metric`
      return hoop(`hoop-${k}`, inside + d / 2, side * (least + between(random, 0.02, 0.6)), 'z', { size })
    })
    return ballIn('ball in hoops', R, wires)
  },
  // a ball in claws, some of them left out
  (random) => {
    const R = between(random, 3, 6)
    const up = claws(R, 1, between(random, -10, 60), between(random, 5, 9), 3 + Math.floor(3 * random()))
    const down = claws(R, 1, between(random, -10, 60), between(random, 5, 9), 3 + Math.floor(3 * random()))
    const turned = down.map((w, k): BareWire => {
      const [line] = w.path.segments
      if (line?.kind !== 'line') throw new Error('a claw is straight')
      const flip = ([x, y, z]: Vec3): Vec3 => [x, -y, -z]
      return {
        ...w,
        id: `down-${k}`,
        path: { segments: [{ ...line, from: flip(line.from), to: flip(line.to) }] },
      }
    })
    const kept = [...up, ...turned].filter(() => random() > 0.25)
    return ballIn('ball in claws', R, kept)
  },
  // a ball behind a window of four rails, another window behind it
  (random) => {
    const R = between(random, 4, 6)
    const wires = [1, -1].flatMap((side) => {
      const [a, b] = [between(random, 0.45, 1.1) * R, between(random, 0.45, 1.1) * R]
      const z = side * (R + between(random, 0.4, 1.4))
      return [
        rail(`left ${side}`, [-a - 0.5, -20, z], [-a - 0.5, 20, z]),
        rail(`right ${side}`, [a + 0.5, -20, z], [a + 0.5, 20, z]),
        rail(`below ${side}`, [-20, -b - 0.5, z + side], [20, -b - 0.5, z + side]),
        rail(`above ${side}`, [-20, b + 0.5, z + side], [20, b + 0.5, z + side]),
      ]
    })
    return ballIn('ball behind windows', R, wires)
  },
  // a tapered crystal in wraps, with or without a stop at either end
  (random) => {
    const thin = between(random, 2, 4)
    const thick = thin + (random() < 0.2 ? 0 : between(random, 0.5, 3))
    const length = between(random, 16, 26)
    const slope = (thick - thin) / length
    const wires: BareWire[] = [-0.3, 0, 0.3].slice(0, 2 + Math.floor(2 * random())).map((at, k) => {
      const y = at * length
      const r = (thin + thick) / 2 + slope * y + 0.5 * Math.hypot(1, slope)
      return hoop(`wrap-${k}`, r + between(random, 0.02, 0.4), y, 'y')
    })
    for (const end of [1, -1])
      if (random() < 0.5) {
        const y = end * (length / 2 + 0.5 + between(random, 0.05, 0.6))
        wires.push(rail(`stop ${end}`, [-12, y, between(random, -1, 1)], [12, y, between(random, -1, 1)]))
      }
    return {
      name: 'crystal in wraps',
      design: bareDesign(wires),
      held: cone(thin, thick, length),
      stone: [{ kind: 'hull', points: [...ringOf(thin, -length / 2), ...ringOf(thick, length / 2)] }],
    }
  },
  // a faceted stone, held by its triangles, in a cage of rails: four about its middle, two across each side
  (random) => {
    const stone = fullStone({
      kind: 'faceted',
      outline: 'cushion',
      length: between(random, 10, 16),
      width: between(random, 8, 12),
      depth: between(random, 5, 8),
      mineral: 'topaz',
    })
    const { mesh, index } = shapeOf(stone, 0.02)
    const held = heldMesh(index, massProperties(mesh).centre, true)
    const { low, high } = held
    const [x, y] = [high[0] + 0.5 + between(random, 0.02, 0.3), high[1] + 0.5 + between(random, 0.02, 0.3)]
    const wires = [1, -1].flatMap((side) => {
      const z = side > 0 ? high[2] + 0.5 : low[2] - 0.5
      // a rail that stands far enough in stops the face, one that stands out lets it by
      const [a, b] = [high[0] * between(random, 0.3, 1.3), high[0] * between(random, 0.3, 1.3)]
      return [
        rail(`side ${side}`, [side * x, -12, 0], [side * x, 12, 0]),
        rail(`end ${side}`, [-12, side * y, 0], [12, side * y, 0]),
        rail(`left ${side}`, [-a, -12, z + side * 0.05], [-a, 12, z + side * 0.05]),
        rail(`right ${side}`, [b, -12, z + side * 0.05], [b, 12, z + side * 0.05]),
      ]
    })
    return { name: 'faceted in rails', design: bareDesign(wires), held, stone: stoneShapes(stone) }
  },
  // an oval stone in a frame, bends left out, shallow or deep
  (random) => {
    const stone: Stone = {
      ...OVAL,
      length: between(random, 24, 34),
      width: between(random, 16, 23),
      depth: between(random, 5, 8),
      wall: between(random, 0, 2.5),
    }
    const hours = () => [1.4, 4, 8, 10.6].filter(() => random() < 0.5)
    const made = plan({
      stone,
      family: 'bound-frame',
      options: {
        ...FRAME,
        frontBends: hours(),
        backBends: hours(),
        frontOverlap: Number(between(random, 0, 1.6).toFixed(1)),
        backOverlap: Number(between(random, 0, 1.6).toFixed(1)),
      },
      settings: DEFAULT_SETTINGS,
    })
    if (!made.ok) return undefined
    const full = fullStone(stone)
    return {
      name: 'oval in a frame',
      design: made.plan.design,
      held: heldOf(solidOf(full)),
      stone: stoneShapes(full),
    }
  },
]

/**
 * For tests only: cases at random, kinds in turn. Those that begin with a wire in the stone are not made; every other one of a kind is pushed where
 * the walk finds a way out, if there is one, so that enough of them fall out.
 */
export function* shakeCases(random: () => number): Generator<ShakeCase, never, undefined> {
  for (let k = 0; ; k++) {
    const raw = KINDS[k % KINDS.length]!(random)
    if (!raw) continue
    const { name, design, held, stone } = raw
    const setting = settingOf(design, held)
    const { stations } = stationsOfDesign(design, SPACING)
    const scene = { held, stations, memory: newMemory(stations.length) }
    if (touches(scene, REST, 0).some((t) => t.gap < -DEEP)) continue
    const toTry = random() < 0.5 ? WAYS : [WAYS[Math.floor(26 * random())]!]
    const order = [...toTry].sort(() => random() - 0.5)
    const d = order.find((x) => walkIn(setting, x).outcome === 'out') ?? order[0]!
    const as = (by: number) => {
      const { spans, stations: all } = stationsOfDesign(design, SPACING)
      return walkIn(settingFrom(spans, all, smaller(held, -by)), d).outcome
    }
    yield {
      name,
      shaken: { setting, stone, wires: wireShapes(design) },
      d,
      walk: walkIn(setting, d).outcome,
      larger: as(MARGIN),
      smaller: as(-MARGIN),
      around: [as(CLOSE - MARGIN), as(-CLOSE - MARGIN)],
    }
  }
}
