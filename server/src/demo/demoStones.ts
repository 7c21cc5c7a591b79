import type { Costs, StationId } from '@verger/contract'
import { FAMILIES, familyFor, type Options, type Stone, type Worn } from '@verger/core'

/** A made-up stone, and the piece that is made of it where there is one. */
export interface DemoStone {
  readonly id: string
  readonly name: string
  readonly note?: string
  readonly stone: Stone
  readonly costs?: Costs
  readonly piece?: {
    readonly name: string
    readonly station: StationId
    readonly alloy: string
    /** Its setting by name, where it is not the first that takes the stone. */
    readonly setting?: string
    readonly worn?: Worn
    /** Choices that differ from what it would start with. */
    readonly choices?: Options
  }
}

/** The family that its piece is set in; undefined where there is no piece. */
export function pieceFamily({ stone, piece }: DemoStone): string | undefined {
  if (!piece) return undefined
  const { setting } = piece
  return setting ? FAMILIES.find((f) => f.text.name === setting)?.id : familyFor(stone)
}

const cab = (
  outline: Stone['outline'],
  mineral: string,
  length: number,
  width: number,
  depth: number,
  more: Partial<Stone> = {},
): Stone => ({
  kind: 'cabochon',
  outline,
  mineral,
  length,
  width,
  depth,
  ...more,
})

/** Made-up stones of a made-up workshop in an old fruit store, preparing for a winter market. */
export const DEMO_STONES: readonly DemoStone[] = [
  {
    id: 'demo-labradorite',
    name: 'Blue flash',
    note: 'Flash runs from lower left to upper right.',
    stone: cab('oval', 'labradorite', 30, 22, 7, { wall: 2 }),
    piece: {
      name: 'Winter sky pendant',
      station: 'wrap',
      alloy: 'copper',
      choices: { surface: 'darkened before setting' },
    },
  },
  {
    id: 'demo-prehnite',
    name: 'Green drop',
    stone: cab('drop', 'prehnite', 27, 18, 6, { wall: 1.6 }),
    piece: { name: 'Orchard drop', station: 'plan', alloy: 'sterling silver' },
  },
  {
    id: 'demo-chrysoprase',
    name: 'Small apple',
    stone: cab('round', 'chrysoprase', 16, 16, 5.5, { wall: 1.5 }),
    piece: { name: 'Apple in a ring of loops', station: 'wrap', alloy: 'copper', setting: 'Ring of loops' },
  },
  {
    id: 'demo-sodalite',
    name: 'Cellar blue',
    stone: cab('oval', 'sodalite', 25, 18, 6.2, { wall: 1.8 }),
    piece: { name: 'Cellar blue pendant', station: 'cut', alloy: 'brass' },
  },
  {
    id: 'demo-thicket',
    name: 'Thicket',
    note: 'A high edge: room for knots.',
    stone: cab('oval', 'jasper', 26, 20, 6.6, { wall: 2.4 }),
    piece: { name: 'Thicket in knots', station: 'plan', alloy: 'copper', setting: 'Knotted band' },
  },
  { id: 'demo-moss', name: 'Moss window', stone: cab('oval', 'moss agate', 34, 25, 5.8) },
  { id: 'demo-carnelian', name: 'Ember', stone: cab('drop', 'carnelian', 32, 20, 7.5, { wall: 2.2 }) },
  {
    id: 'demo-rose',
    name: 'Pale round',
    stone: cab('round', 'rose quartz', 20, 20, 8, { wall: 2 }),
    piece: { name: 'Frost button', station: 'ledger', alloy: 'copper' },
    costs: {
      stone: 650,
      source: 'winter fair, tray of odd rounds',
      findings: [
        { name: 'cord with clasp', cost: 240 },
        { name: 'jump ring', cost: 15 },
      ],
      packaging: 120,
      fees: 8,
      method: 'time and materials',
      margin: 15,
      multiple: 4,
      sold: 5800,
    },
  },
  {
    id: 'demo-puff',
    name: 'Soft window',
    stone: {
      ...cab('oval', 'moonstone', 28, 21, 9.4, { wall: 0.8, back: 3.6 }),
      kind: 'puffy',
      readings: { length: [27.9, 28, 28.1] },
    },
    piece: { name: 'Two-sided moon', station: 'plan', alloy: 'sterling silver' },
  },
  {
    id: 'demo-seeds',
    name: 'Two seeds',
    note: 'The left one is a little fuller.',
    stone: cab('drop', 'peridot', 15, 10, 4.4, {
      wall: 1.2,
      weighed: 1.24,
      group: { kind: 'pair', mate: { length: 15.1, weighed: 1.2 } },
    }),
  },
  {
    id: 'demo-ledge',
    name: 'Cut ledge',
    stone: cab('cushion', 'rhodonite', 24, 21, 6.6, { wall: 2 }),
    piece: { name: 'Ledge pendant', station: 'plan', alloy: 'copper' },
  },
  {
    id: 'demo-cushion',
    name: 'Pond ice',
    stone: {
      ...cab('cushion', 'aquamarine', 16, 14, 10, { girdle: 0.5, crown: 2.6, table: 58 }),
      kind: 'faceted',
    },
    piece: { name: 'Pond ice pendant', station: 'plan', alloy: 'sterling silver' },
  },
  {
    id: 'demo-spark',
    name: 'Row of sparks',
    note: 'Nine, smaller toward both ends.',
    stone: {
      ...cab('round', 'garnet', 4, 4, 2.5, { girdle: 0.15, crown: 0.7 }),
      kind: 'faceted',
      group: { kind: 'row', count: 9, last: 2.6, order: 'largest in the middle', gap: 0.4 },
    },
    piece: { name: 'Spark bar', station: 'plan', alloy: 'sterling silver' },
  },
  {
    id: 'demo-candle',
    name: 'Frosted candle',
    note: 'A corner of the base is missing.',
    stone: {
      kind: 'crystal',
      outline: 'round',
      mineral: 'fluorite',
      length: 34,
      width: 13,
      depth: 12,
      faces: [6.2, 7.4, 6, 6.8, 7.1, 6.4],
      baseWidth: 14.5,
      baseDepth: 13.2,
      shoulder: 26,
      shoulderWidth: 10.5,
      shoulderDepth: 10,
      chip: 1.8,
    },
    piece: { name: 'Candle drop', station: 'plan', alloy: 'copper' },
  },
  {
    id: 'demo-snowball',
    name: 'Snowball',
    stone: {
      kind: 'bead',
      outline: 'round',
      form: 'sphere',
      mineral: 'rock crystal',
      length: 20,
      width: 20,
      depth: 20,
      hole: 0,
      weighed: 11.1,
    },
  },
  {
    id: 'demo-marble',
    name: 'Dusk marble',
    stone: {
      kind: 'bead',
      outline: 'round',
      form: 'sphere',
      mineral: 'sodalite',
      length: 13,
      width: 13,
      depth: 13,
      hole: 0,
    },
    piece: { name: 'Dusk ring', station: 'plan', alloy: 'copper', worn: 'ring' },
  },
  {
    id: 'demo-plover',
    name: 'Plover egg',
    stone: {
      kind: 'bead',
      outline: 'round',
      form: 'egg',
      mineral: 'jasper',
      length: 19,
      width: 14,
      depth: 14,
      hole: 0,
    },
  },
  {
    id: 'demo-barrel',
    name: 'Cider barrel',
    stone: {
      kind: 'bead',
      outline: 'round',
      form: 'barrel',
      mineral: 'tiger eye',
      length: 18,
      width: 13,
      depth: 13,
      ends: 9,
      hole: 1.2,
    },
    piece: { name: 'Cider drop', station: 'plan', alloy: 'brass', setting: 'Spine' },
  },
  {
    id: 'demo-coin',
    name: 'Hearth coin',
    stone: {
      kind: 'bead',
      outline: 'round',
      form: 'coin',
      mineral: 'carnelian',
      length: 20,
      width: 20,
      depth: 5,
      edge: 2,
      hole: 1.3,
    },
    piece: { name: 'Hearth pendant', station: 'wrap', alloy: 'copper', setting: 'Spine' },
  },
  {
    id: 'demo-lantern',
    name: 'Lantern, wide hole',
    stone: {
      kind: 'bead',
      outline: 'round',
      form: 'flattened',
      mineral: 'dichroic glass',
      length: 10,
      width: 15,
      depth: 15,
      hole: 5,
    },
  },
  {
    id: 'demo-frostheart',
    name: 'Frost heart',
    stone: { ...cab('heart', 'rose quartz', 24, 25, 9, { wall: 0.6, back: 4, cleft: 3.2 }), kind: 'puffy' },
    piece: { name: 'Frost heart, crossed', station: 'wrap', alloy: 'copper', setting: 'Criss-cross cage' },
  },
  {
    id: 'demo-creek',
    name: 'Creek slab',
    note: 'Free form, widths taken at six heights.',
    stone: {
      ...cab('free', 'petrified wood', 36, 24, 5, { edge: 1.6 }),
      kind: 'slab',
      points: [
        [0, 0],
        [8, 3],
        [12, 11],
        [11, 20],
        [12, 28],
        [6, 35],
        [-3, 36],
        [-10, 31],
        [-12, 21],
        [-9, 11],
        [-7, 3],
      ],
    },
    piece: { name: 'River find', station: 'plan', alloy: 'copper', setting: 'Criss-cross cage' },
  },
  {
    id: 'demo-hedge',
    name: 'Hedge pebble',
    note: 'Cut freely along its bands: no two sides alike.',
    stone: {
      ...cab('free', 'jasper', 33, 23, 6.5, { wall: 1.8 }),
      points: [
        [0, 0],
        [6, 1.5],
        [10.5, 6.5],
        [12, 13],
        [11.5, 20],
        [9, 27],
        [4, 32],
        [-1, 33],
        [-6, 30],
        [-9.5, 24],
        [-10.6, 17],
        [-10.4, 10],
        [-7, 3],
      ],
    },
    piece: {
      name: 'Hedge pendant',
      station: 'plan',
      alloy: 'copper',
      choices: { ball: 4 },
    },
  },
  {
    id: 'demo-focal',
    name: 'Side-drilled drop',
    stone: {
      ...cab('drop', 'jasper', 33, 20, 6, { edge: 2, hole: 1, place: 4 }),
      kind: 'slab',
      way: 'width',
    },
  },
  {
    id: 'demo-cap',
    name: 'Late cap',
    stone: {
      kind: 'stalk',
      outline: 'round',
      mineral: 'agate',
      length: 27,
      width: 23,
      depth: 23,
      sections: [
        { at: 0, across: 10 },
        { at: 8, across: 6.5 },
        { at: 14, across: 7.5 },
        { at: 16.5, across: 23 },
      ],
    },
  },
  {
    id: 'demo-shell',
    name: 'Hollow shell',
    stone: {
      kind: 'shell',
      outline: 'round',
      mineral: 'mother of pearl',
      length: 25,
      width: 19,
      depth: 19,
      opening: 10,
      lip: 1.2,
      thickness: 1.3,
    },
  },
]
