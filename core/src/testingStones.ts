import { OUTLINE_KINDS, type BeadForm, type OutlineKind, type Stone, type StoneKind } from './stone/index.js'

/** For tests only: what all round stones of agate have. */
export const agate = { mineral: 'agate', outline: 'round' } as const

/** For tests only: a ball of agate, drilled where its hole is not 0. */
export const sphere = (d: number, hole = 0): Stone => ({
  ...agate,
  kind: 'bead',
  form: 'sphere',
  length: d,
  width: d,
  depth: d,
  hole,
})

/** For tests only: a random stone of a kind that can be measured so, with everything it may have sometimes typed and sometimes not. */
export function randomStoneOf(kind: StoneKind, random: () => number): Stone {
  const between = (a: number, b: number) => Number((a + random() * (b - a)).toFixed(2))
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const maybe = <T extends object>(make: () => T): T | Record<string, never> => (random() < 0.6 ? make() : {})
  const width = between(8, 34)
  const mineral = 'agate'
  const outlined = (outline: OutlineKind) => {
    const slim = outline === 'drop' || outline === 'marquise'
    const length =
      outline === 'round' ? width : Number((width * (slim ? between(1.2, 2) : between(0.9, 1.7))).toFixed(2))
    return { outline, width, length, ...(outline === 'free' ? { points: freePoints(random) } : {}) }
  }
  const outlines = kind === 'faceted' ? OUTLINE_KINDS.filter((o) => o !== 'free') : OUTLINE_KINDS
  const flat = outlined(pick(outlines))
  const depth = Number((width * between(0.2, 0.5)).toFixed(2))
  switch (kind) {
    case 'cabochon': {
      const wall = Number((depth * between(0, 0.45)).toFixed(2))
      return {
        kind,
        mineral,
        ...flat,
        depth,
        ...maybe(() => ({
          wall,
          chamfer: Number((wall * between(0, 0.5)).toFixed(2)),
          draft: between(0, 12),
        })),
        ...maybe(() => ({ fullness: between(1.4, 4) })),
      }
    }
    case 'puffy':
      return {
        kind,
        mineral,
        ...flat,
        depth,
        ...maybe(() => ({
          wall: Number((depth * between(0, 0.2)).toFixed(2)),
          back: Number((depth * between(0.2, 0.5)).toFixed(2)),
        })),
        ...maybe(() => ({ fullness: between(1.4, 4), backFullness: between(1.4, 4) })),
      }
    case 'faceted': {
      const deep = Number((width * between(0.5, 0.8)).toFixed(2))
      return {
        kind,
        mineral,
        ...flat,
        depth: deep,
        ...maybe(() => ({ crown: Number((deep * between(0.15, 0.35)).toFixed(2)), table: between(45, 75) })),
      }
    }
    case 'slab':
      return {
        kind,
        mineral,
        ...flat,
        depth: Number((width * between(0.2, 0.35)).toFixed(2)),
        edge: Number((width * between(0.03, 0.08)).toFixed(2)),
        ...(random() < 0.5 && ['round', 'oval', 'drop', 'cushion', 'square', 'hexagon'].includes(flat.outline)
          ? {
              hole: Number((width * between(0.04, 0.08)).toFixed(2)),
              way: pick(['length', 'width', 'depth'] as const),
              place: Number((flat.length * between(0.3, 0.45)).toFixed(2)),
            }
          : {}),
      }
    case 'bead': {
      const form = pick([
        'sphere',
        'egg',
        'flattened',
        'barrel',
        'tube',
        'coin',
      ] as const satisfies readonly BeadForm[])
      const length = form === 'sphere' ? width : Number((width * between(0.6, 1.6)).toFixed(2))
      const turned = form !== 'egg' && form !== 'coin'
      return {
        kind,
        mineral,
        outline: 'round',
        form,
        length,
        width,
        depth: turned ? width : Number((width * between(0.4, 0.9)).toFixed(2)),
        hole: random() < 0.3 ? 0 : Number((Math.min(width, length) * between(0.06, 0.15)).toFixed(2)),
        way: pick(['length', 'width', 'depth'] as const),
      }
    }
    case 'crystal': {
      const length = Number((width * between(1.6, 4)).toFixed(2))
      return {
        kind,
        mineral,
        outline: 'round',
        length,
        width,
        depth: Number((width * between(0.6, 1)).toFixed(2)),
        ...(random() < 0.5
          ? { faces: Array.from({ length: 3 + Math.floor(random() * 6) }, () => between(3, 5.5)) }
          : { sides: 3 + Math.floor(random() * 6) }),
        ...maybe(() => ({
          baseWidth: Number((width * between(0.95, 1.2)).toFixed(2)),
          shoulder: Number((length * between(0.6, 0.95)).toFixed(2)),
          chip: Number((length * between(0, 0.1)).toFixed(2)),
        })),
      }
    }
    case 'stalk': {
      const length = Number((width * between(0.8, 1.6)).toFixed(2))
      return {
        kind,
        mineral,
        outline: 'round',
        length,
        width,
        depth: width,
        sections: [
          { at: 0, across: Number((width * between(0.3, 0.6)).toFixed(2)) },
          {
            at: Number((length * between(0.2, 0.35)).toFixed(2)),
            across: Number((width * between(0.2, 0.4)).toFixed(2)),
          },
          { at: Number((length * between(0.45, 0.55)).toFixed(2)), across: width },
          {
            at: Number((length * between(0.6, 0.7)).toFixed(2)),
            across: Number((width * between(0.8, 0.95)).toFixed(2)),
          },
        ],
      }
    }
    case 'shell':
      return {
        kind,
        mineral,
        outline: 'round',
        length: Number((width * between(0.8, 1.6)).toFixed(2)),
        width,
        depth: width,
        opening: Number((width * between(0.3, 0.6)).toFixed(2)),
        lip: Number((width * between(0, 0.06)).toFixed(2)),
        thickness: Number((width * between(0.04, 0.09)).toFixed(2)),
      }
    default: {
      const never: never = kind
      throw new RangeError(String(never))
    }
  }
}

/** A wavy closed line, seen whole from its middle. */
function freePoints(random: () => number): [number, number][] {
  const n = 9 + Math.floor(random() * 8)
  const wave = [random() * 0.14, random() * 0.08]
  const turn = random() * 6
  return Array.from({ length: n }, (_, i) => {
    const a = (2 * Math.PI * i) / n
    const r = 10 * (1 + wave[0]! * Math.cos(2 * a + turn) + wave[1]! * Math.cos(3 * a))
    return [Number((r * Math.cos(a)).toFixed(3)), Number((1.3 * r * Math.sin(a)).toFixed(3))]
  })
}
