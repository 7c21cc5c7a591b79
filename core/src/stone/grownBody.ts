import type { Vec2 } from '../geom/index.js'
import type { Body, Slice, Stretch } from './body.js'
import { dome, ellipse, holeOf, line, roundedSlab, sectionOf, WHOLE } from './bodyParts.js'
import { outline } from './makeOutline.js'
import type { Diameter, FullStone } from './stone.js'

export function beadBody(s: FullStone): Body {
  const half = s.length / 2
  const form = s.form ?? 'sphere'
  if (form === 'coin') {
    const o = outline('oval', s.length, s.width)
    return {
      axis: 'z',
      section: sectionOf(o),
      outline: o,
      stretches: roundedSlab(s.depth, s.edge, [s.width / 2, s.length / 2]),
      holes: holeOf(s, half),
    }
  }
  const middle: Slice = { h: 0, ...WHOLE }
  const stretches = ((): Stretch[] => {
    switch (form) {
      case 'sphere':
      case 'egg':
        return [dome(middle, -half, 2, 'rim'), dome(middle, half, 2, 'point')]
      case 'flattened':
        return [dome(middle, -half, FLATTENED, 'rim'), dome(middle, half, FLATTENED, 'point')]
      case 'tube':
        return [line({ h: -half, ...WHOLE }, { h: half, ...WHOLE })]
      case 'barrel':
        return [bulge(half, s.ends / s.width)]
      default: {
        const never: never = form
        throw new RangeError(`unknown form of bead ${String(never)}`)
      }
    }
  })()
  return {
    axis: 'y',
    section: ellipse(s.width, s.depth),
    outline: undefined,
    stretches,
    holes: holeOf(s, half),
  }
}

/** Profile exponent of a flattened bead: fuller than an ellipse. */
const FLATTENED = 2.5

/** A barrel: its profile is the parabola through the ends and the middle. */
const bulge = (half: number, ends: number): Stretch => ({
  straight: false,
  at: (t) => {
    const x = 2 * t - 1
    const k = 1 - (1 - ends) * x * x
    return { h: half * x, u: k, v: k }
  },
})

/** Corners of the polygon with these sides that lies in a circle, about its centre, stretched to width and depth: the broadest side, the first of them, lies behind, as on a bench. @throws RangeError when one side is longer than the others together */
export function faceCorners(faces: readonly number[], width: number, depth: number): Vec2[] {
  const longest = Math.max(...faces)
  const sum = faces.reduce((a, b) => a + b, 0)
  if (!(faces.length >= 3 && longest < (sum - longest) * (1 - 1e-9)))
    throw new RangeError('one face is wider than all the others together')
  // angles at the centre add up to a turn; with the centre outside the polygon the longest counts the other way
  const turn = (r: number, outside: boolean) =>
    faces.reduce((a, f) => {
      const half = Math.asin(Math.min(1, f / (2 * r)))
      return a + 2 * (outside && f === longest ? Math.PI - half : half)
    }, 0)
  const outside = turn(longest / 2, false) < 2 * Math.PI
  let [lo, hi] = [longest / 2, sum * 100]
  for (let i = 0; i < 200; i++) {
    const mid = (lo + hi) / 2
    const more = turn(mid, outside) > 2 * Math.PI
    // centre inside: a larger circle turns less; outside: it turns more
    if (more !== outside) lo = mid
    else hi = mid
  }
  const r = (lo + hi) / 2
  const halves = faces.map((f) => {
    const half = Math.asin(Math.min(1, f / (2 * r)))
    return outside && f === longest ? Math.PI - half : half
  })
  const broadest = faces.indexOf(longest)
  const before = halves.slice(0, broadest).reduce((sum, half) => sum + 2 * half, 0)
  let angle = Math.PI / 2 - before - halves[broadest]!
  const raw = halves.map((half): Vec2 => {
    const here: Vec2 = [r * Math.cos(angle), r * Math.sin(angle)]
    angle += 2 * half
    return here
  })
  const range = (k: 0 | 1) => [Math.min(...raw.map((p) => p[k])), Math.max(...raw.map((p) => p[k]))] as const
  const [x, y] = [range(0), range(1)]
  return raw.map((p): Vec2 => [
    ((p[0] - (x[0] + x[1]) / 2) * width) / (x[1] - x[0]),
    ((p[1] - (y[0] + y[1]) / 2) * depth) / (y[1] - y[0]),
  ])
}

export function crystalBody(s: FullStone): Body {
  const faces = s.faces ?? Array.from({ length: Math.round(s.sides) }, () => 1)
  const corners = faceCorners(faces, s.width, s.depth)
  const foot = -s.length / 2
  const shoulder = foot + s.shoulder
  if (!(s.shoulder > 0 && s.shoulder <= s.length && s.chip < s.shoulder / 2))
    throw new RangeError('the shoulder lies within the length, above the chip')
  const [u, v] = [s.baseWidth / s.width, s.baseDepth / s.depth]
  const middle: Slice = { h: (foot + shoulder) / 2, ...WHOLE }
  const top: Slice = { h: shoulder, u: s.shoulderWidth / s.width, v: s.shoulderDepth / s.depth }
  const [xs, ys] = [corners.map((p) => p[0]), corners.map((p) => p[1])]
  // broken off aslant, lower on the left, through faces that stay plane
  const slant = s.chip / s.baseWidth
  const left = Math.min(...xs)
  // its middle stands as high as its lowest corner on the foot asks, its corners as its faces ask: found in turn
  let h = foot + s.chip / 2
  let widen: readonly [number, number] = [0, 0]
  for (let i = 0; i < 20; i++) {
    widen = [(1 - u) / (middle.h - h), (1 - v) / (middle.h - h)]
    h = foot - (slant * u * left) / (1 - widen[0] * slant * left)
  }
  const base: Slice = {
    h,
    u,
    v,
    ...(s.chip > 0 ? { slant, widen } : {}),
  }
  let [area, cx, cy] = [0, 0, 0]
  corners.forEach((p, i) => {
    const q = corners[(i + 1) % corners.length]!
    const k = p[0] * q[1] - q[0] * p[1]
    area += k / 2
    cx += ((p[0] + q[0]) * k) / 6
    cy += ((p[1] + q[1]) * k) / 6
  })
  return {
    axis: 'y',
    section: {
      points: () => [...corners],
      area,
      centre: [cx / area, cy / area],
      box: { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) },
    },
    outline: undefined,
    stretches: [
      line(base, middle),
      line(middle, top),
      ...(s.shoulder < s.length - 1e-9 ? [line(top, { h: s.length / 2, u: 0, v: 0 })] : []),
    ],
    holes: [],
  }
}

/** A turned stone: straight between its measured diameters, a round cap above the last. */
export function stalkBody(s: FullStone, sections: readonly Diameter[]): Body {
  if (sections.length < 3) throw new RangeError('a turned stone needs three diameters or more')
  const foot = -s.length / 2
  const slices = sections.map(({ at, across }): Slice => ({
    h: foot + at,
    u: across / s.width,
    v: across / s.width,
  }))
  slices.forEach((k, i) => {
    if (!(k.u > 0 && (i === 0 || k.h > slices[i - 1]!.h)))
      throw new RangeError('diameters are above 0, and each lies above the one before')
  })
  const last = slices[slices.length - 1]!
  const cap = s.length / 2 - last.h
  return {
    axis: 'y',
    section: ellipse(s.width, s.width),
    outline: undefined,
    stretches: [
      ...slices.slice(1).map((k, i) => line(slices[i]!, k)),
      ...(cap > 1e-9 ? [dome(last, cap, 2, 'point')] : []),
    ],
    holes: [],
  }
}

/** Height of a shell's widest place, and of its neck, as shares of its length. */
const SHELL = { widest: 0.42, neck: 0.86 } as const

/** A hollow turned stone, mouth up: outside from the foot to the lip, and back down inside. */
export function shellBody(s: FullStone): Body {
  const foot = -s.length / 2
  const R = s.width / 2
  const mouth = s.opening / 2
  const neck = mouth + s.thickness
  const lip = neck + s.lip
  if (!(lip <= R && s.thickness < R / 2 && s.thickness < s.length / 4 && mouth > 0))
    throw new RangeError('the mouth with its lip is wider than the shell')
  const at = (h: number, r: number): Slice => ({ h, u: r / R, v: r / R })
  const wide = foot + SHELL.widest * s.length
  const throat = foot + SHELL.neck * s.length
  const top = s.length / 2
  const inner = (k: number) => k - s.thickness
  const outside = arch(at(wide, R), at(throat, neck))
  const inside = arch(at(wide, inner(R)), at(throat, mouth))
  return {
    axis: 'y',
    section: ellipse(s.width, s.width),
    outline: undefined,
    stretches: [
      dome(at(wide, R), foot - wide, 2, 'rim'),
      outside,
      line(at(throat, neck), at(top, lip)),
      line(at(top, lip), at(top, mouth)),
      line(at(top, mouth), at(throat, mouth)),
      { straight: false, at: (t) => inside.at(1 - t) },
      dome(at(wide, inner(R)), foot - wide + s.thickness, 2, 'point'),
    ],
    holes: [],
  }
}

/** From the widest slice to a narrower one above, leaving it upright: half a wave of the cosine. */
const arch = (low: Slice, high: Slice): Stretch => ({
  straight: false,
  at: (t) => {
    const k = (1 + Math.cos(Math.PI * t)) / 2
    return {
      h: low.h + (high.h - low.h) * t,
      u: high.u + (low.u - high.u) * k,
      v: high.v + (low.v - high.v) * k,
    }
  },
})
