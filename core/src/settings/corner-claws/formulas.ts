import { convexHull, perimeter, type Vec2 } from '../../geom/index.js'
import { pathLength } from '../../path/index.js'
import { stoneFrom } from '../../stone/index.js'
import { mandrelFor } from '../../wire/index.js'
import type { Formulas } from '../../working/index.js'
import { armHalves } from './arms.js'
import { axisOf, geometryOf, type ClawGeometry, type ClawShape } from './geometry.js'
import type { Clawed, Side } from './options.js'
import { extentOf, faceShown } from './seen.js'

type Numbers = Readonly<Record<string, number>>
type Words = Readonly<Record<string, string>>

/** Stone measures travel under their own names; everything else is an option. */
const shapeOf = (x: Numbers, w: Words): ClawShape => {
  const own = (of: Readonly<Record<string, number | string>>) =>
    Object.fromEntries(
      Object.entries(of).flatMap(([k, v]) => (k.startsWith('stone ') ? [[k.slice(6), v]] : [])),
    )
  return {
    stone: stoneFrom(own(x) as Numbers, own(w) as Words),
    ring: w.mount === 'ring',
    inside: x.ring ?? 17,
    clear: x.clear ?? 0,
    seat: x.seat ?? 1,
    claw: x.claw ?? 1,
    play: x.play ?? 0,
    size: x.size ?? 1,
    clawSize: x.clawSize ?? 1,
    tieSize: x.tieSize ?? 0.3,
    tie: x.tie ?? 2,
    bail: x.bail ?? 5,
    neck: x.neck ?? 5,
    seatBend: x.seatBend ?? 1,
    clawBend: x.clawBend ?? 1,
  }
}
const geometryFrom = (x: Numbers, w: Words): ClawGeometry => geometryOf(shapeOf(x, w))

/** Length of a named stretch of an arm. */
const stretch = (text: string) => ({
  unit: 'mm' as const,
  text,
  of: (x: Numbers, w: Words): number => {
    const halves = armHalves(geometryFrom(x, w), w.tier as 'seat' | 'claw', w.side as Side)
    const found = halves[w.half as 'left' | 'right'].find((s) => s.id === w.stretch)
    return found ? pathLength({ segments: found.segments }) : NaN
  },
})

/** Taut string round the tails of a corner: two square wires below, so many half-round ones, flat side down, above. */
function cornerHull(size: number, clawSize: number, claws: number): number {
  const points: Vec2[] = [
    [-size, 0],
    [size, 0],
    [-size, -size],
    [size, -size],
  ]
  const middles = claws === 2 ? [-clawSize / 2, clawSize / 2] : claws === 1 ? [clawSize / 2] : []
  for (const m of middles)
    for (let i = 0; i <= 64; i++)
      points.push([
        m + (clawSize / 2) * Math.cos((Math.PI * i) / 64),
        (clawSize / 2) * Math.sin((Math.PI * i) / 64),
      ])
  return perimeter(convexHull(points))
}

export const clawFormulas = {
  'claws.angle': {
    unit: '°',
    text: 'slope of the {part} under or over the sides across {axis}, against the girdle',
    of: (x, w) => {
      const g = geometryFrom(x, w)
      const angle = (w.part === 'crown' ? g.crown : g.pavilion)[w.axis as 'x' | 'y']
      return (angle * 180) / Math.PI
    },
  },
  'claws.gap': {
    unit: 'mm',
    text: '{girdle} + {seat} × tan {pavilion}° + {claw} × tan {crown}°, no more than the crown’s {height}, + {play}: between the tiers where they touch the stone',
    of: ({ girdle, seat, pavilion, claw, crown, height, play }) =>
      girdle! +
      seat! * Math.tan((pavilion! * Math.PI) / 180) +
      Math.min(claw! * Math.tan((crown! * Math.PI) / 180), height!) +
      play!,
  },
  'claws.opening': {
    unit: 'mm',
    text: '{side} − 2 × {seat}: between the seat wires’ inner edges, smaller than the stone',
    of: ({ side, seat }) => side! - 2 * seat!,
  },
  'claws.half': {
    unit: 'mm',
    text: '{side} / 2 − {reach} + {thickness} / 2: from the stone’s middle to the wire’s',
    of: ({ side, reach, thickness }) => side! / 2 - reach! + thickness! / 2,
  },
  'claws.vertex': {
    unit: 'mm',
    text: '{own} − ({seatOwn} − {seatOther}) − {thickness} / √2: half of the width between two bends, to where their lines meet',
    of: ({ own, seatOwn, seatOther, thickness }) => own! - (seatOwn! - seatOther!) - thickness! / Math.SQRT2,
  },
  'claws.width': { unit: 'mm', text: '2 × {vertex}', of: ({ vertex }) => 2 * vertex! },
  'claws.middle': {
    unit: 'mm',
    text: '{vertex} − {radius} × tan 22.5°: half of the straight middle',
    of: ({ vertex, radius }) => vertex! - radius! * Math.tan(Math.PI / 8),
  },
  'claws.bend': {
    unit: 'mm',
    text: 'π / 4 × {radius}: a bend of 45°',
    of: ({ radius }) => (Math.PI / 4) * radius!,
  },
  'claws.level': stretch('of the {tier}’s {side} wire, straight on until it is past the stone’s edge'),
  'claws.ramp': stretch(
    'of the {tier}’s {side} wire, the way up or down to where the tails of a corner meet',
  ),
  'claws.wait': stretch(
    'of the {tier}’s {side} wire, straight on until all tails of the corner lie together',
  ),
  'claws.end': { unit: 'mm', text: '{past}', of: ({ past }) => past! },
  'claws.slope': {
    unit: '°',
    text: 'the way of the {tier} on the {side}: arccos(1 − rise / (2 × its bend’s radius)), 60° at most',
    of: (x, w) => {
      const g = geometryFrom(x, w)
      const arm = (w.tier === 'seat' ? g.seats : g.claws)[axisOf(w.side as Side)]
      return (arm.slope * 180) / Math.PI
    },
  },
  'claws.shoulder': stretch(
    'from the tie over to the neck: two curves of 2.5 × {size} and what is straight between them',
  ),
  'claws.bail': stretch('one side of the bail’s strip, bound: a bail {bail} inside, rolled backward'),
  'claws.bare': { unit: 'mm', text: '{bare}', of: ({ bare }) => bare! },
  'claws.rise': stretch('from the tie down to beside the finger, {ring} inside, the {half} end'),
  'claws.finger': stretch('round the finger, {ring} inside, to the bound middle, the {half} end'),
  'claws.lap': stretch('under the finger, past each other, the {half} end'),
  'claws.hull': {
    unit: 'mm',
    text: 'taut string round two square wires of {size} and {claws} half-round ones of {clawSize} on them',
    of: ({ size, clawSize, claws }) => cornerHull(size!, clawSize!, claws!),
  },
  'claws.extent': {
    unit: 'mm',
    text: 'from end to end of wires and stone along {axis}',
    of: (x, w) => extentOf(geometryFrom(x, w), w.axis as 'x' | 'y' | 'z', w.claws as Clawed),
  },
  'claws.face': {
    unit: '%',
    text: '100 − the share of the stone, seen from the front, that a wire lies before, by a raster',
    of: (x, w) => 100 * faceShown(geometryFrom(x, w), w.claws as Clawed),
  },
  'claws.clear': {
    unit: 'mm',
    text: 'from the stone’s lowest point up to the lowest face of the seat: room that a flat surface under it leaves',
    of: (x, w) => {
      const g = geometryFrom(x, w)
      return Math.min(g.seats.x.z, g.seats.y.z) - g.shape.size / 2 - g.culet
    },
  },
  'claws.mandrel': {
    unit: 'mm',
    text: 'the mandrel over which square wire of {size} springs open to {ring}: yield {yieldStress}, modulus {modulus}',
    of: (x) =>
      mandrelFor(
        { section: 'rectangular', thickness: x.size!, modulus: x.modulus!, yield: x.yieldStress! },
        x.ring!,
      ),
  },
  'claws.count.turns': {
    unit: 'turns',
    text: 'all turns of the ties',
    of: (x) => Object.values(x).reduce((a, b) => a + b, 0),
  },
  'claws.count.wires': { unit: '', text: '4 seat wires + {claws} claws', of: ({ claws }) => 4 + claws! },
} as const satisfies Formulas
