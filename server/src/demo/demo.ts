import {
  type BenchEvent,
  type Costs,
  type DrawerItem,
  type SavedPlan,
  type StationId,
} from '@verger/contract'
import {
  DEFAULT_SETTINGS,
  familyFor,
  family as familyOf,
  plan,
  startingOptions,
  withKeptPrices,
  type AlloyId,
  type Stone,
  type Worn,
  type Temper,
} from '@verger/core'
import { randomBytes } from 'node:crypto'
import { AuthService } from '../auth/auth.service.js'
import compute from '../compute/plan.worker.js'
import type { Db } from '../db/database.js'
import { layOutStandIns } from '../instruments/instruments.repository.js'

interface DemoStone {
  readonly id: string
  readonly name: string
  readonly note?: string
  readonly stone: Stone
  readonly costs?: Costs
  readonly piece?: {
    readonly name: string
    readonly station: StationId
    readonly alloy: string
    readonly worn?: Worn
  }
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
    piece: { name: 'Winter sky pendant', station: 'wrap', alloy: 'copper' },
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
  },
  {
    id: 'demo-sodalite',
    name: 'Cellar blue',
    stone: cab('oval', 'sodalite', 25, 18, 6.2, { wall: 1.8 }),
    piece: { name: 'Cellar blue pendant', station: 'cut', alloy: 'brass' },
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

const wire = (
  alloy: AlloyId,
  size: string,
  profile: 'round' | 'square' | 'half-round',
  temper: Temper,
  price: number | null,
): DrawerItem => ({
  kind: 'wire',
  alloy,
  size,
  profile,
  width: null,
  pitch: null,
  temper,
  price,
  per: 'kg',
})

/** A round wire without a price, to be given another profile. */
const plain = (alloy: AlloyId, size: string, temper: Temper) =>
  ({
    kind: 'wire',
    alloy,
    size,
    profile: 'round',
    width: null,
    pitch: null,
    temper,
    price: null,
    per: 'kg',
  }) as const

/** What lies in the made-up workshop's drawer. */
const DEMO_DRAWER: readonly DrawerItem[] = [
  wire('copper', '20 AWG', 'square', 'dead soft', 3200),
  wire('copper', '21 AWG', 'square', 'half hard', 3200),
  wire('copper', '24 AWG', 'half-round', 'half hard', 3400),
  wire('copper', '28 AWG', 'round', 'dead soft', 3600),
  wire('sterling silver', '20 AWG', 'square', 'half hard', 118_000),
  wire('sterling silver', '22 AWG', 'half-round', 'half hard', null),
  wire('brass', '0.8 metric', 'round', 'half hard', 2900),
  { ...plain('copper', '26 AWG', 'dead soft'), profile: 'flat', width: 1.6, price: 4100 },
  { ...plain('copper', '22 AWG', 'dead soft'), profile: 'twisted pair', pitch: 3.2 },
  { kind: 'bead', name: 'Seed bead, moss', size: 2.2, hole: 0.9, price: 4 },
  { kind: 'bead', name: 'Round jasper, small', size: 4, hole: 0.8, price: 25 },
  { kind: 'bead', name: 'Copper tube, short', size: 3, hole: 1.8, price: 12 },
  { kind: 'finding', type: 'chain', name: 'Cable chain, thin', end: 3.2, price: 420 },
  { kind: 'finding', type: 'cord', name: 'Waxed cord with clasp', end: 5.5, price: 240 },
  { kind: 'finding', type: 'jump ring', name: 'Jump ring 5 mm', end: null, price: 6 },
  { kind: 'finding', type: 'ear wire', name: 'Ear wire, plain', end: null, price: 35 },
  { kind: 'tool', type: 'rod', name: 'Brass rods', sizes: [2, 3, 4, 5, 6, 8, 10] },
  { kind: 'tool', type: 'stepped pliers', name: 'Bail-forming pliers', sizes: [3, 5, 7, 9] },
  { kind: 'tool', type: 'jaws', name: 'Flat-nose pliers', sizes: [5] },
  { kind: 'tool', type: 'cone', name: 'Ring mandrel', sizes: [12, 24] },
]

const eventId = () => randomBytes(12).toString('hex')

/** Loads the demo workshop once. Returns false when it is there already. */
export async function loadDemo(db: Db, now: Date, tell: (line: string) => void): Promise<boolean> {
  const there = await db.selectFrom('workshops').select('id').where('demo', '=', true).executeTakeFirst()
  if (there) {
    await layOutStandIns(db, there.id)
    return false
  }
  tell('Loading the demo workshop …')
  const workshop = 'demo-fruit-store'
  const settings = DEFAULT_SETTINGS
  const password_hash = await AuthService.hashPassword(randomBytes(24).toString('hex'))
  const rows = DEMO_STONES.map((d) => {
    if (!d.piece) return { d, saved: undefined }
    const { alloy, worn } = d.piece
    const family = familyFor(d.stone)
    const options =
      family && startingOptions(d.stone, family, { alloy, temper: 'half hard', ...(worn ? { worn } : {}) })
    if (!options) throw new Error(`the demo stone ${d.id} cannot be planned`)
    const prices = withKeptPrices(
      settings.prices,
      DEMO_DRAWER.flatMap((item) => (item.kind === 'wire' ? [item] : [])),
    )
    const result = compute({
      stone: d.stone,
      family,
      options,
      settings: { ...settings, prices },
    })
    if (!result.ok) throw new Error(`the demo stone ${d.id} has a plan with errors`)
    return { d, saved: result.saved }
  })
  await db.transaction().execute(async (tx) => {
    await tx
      .insertInto('workshops')
      .values({
        id: workshop,
        name: 'Old fruit store workshop',
        demo: true,
        settings: JSON.stringify(settings),
      })
      .execute()
    await tx
      .insertInto('makers')
      .values({
        workshop_id: workshop,
        id: 'demo-maker',
        email: 'demo@fruit-store.invalid',
        name: 'Demo maker',
        password_hash,
      })
      .execute()
    for (const [i, { d, saved }] of rows.entries()) {
      await tx
        .insertInto('stones')
        .values({
          workshop_id: workshop,
          id: d.id,
          name: d.name,
          note: d.note ?? '',
          stone: JSON.stringify(d.stone),
          created_at: new Date(now.getTime() + i),
        })
        .execute()
      if (!d.piece || !saved) continue
      const piece = d.id.replace('demo-', 'piece-')
      await tx
        .insertInto('pieces')
        .values({
          workshop_id: workshop,
          id: piece,
          name: d.piece.name,
          note: '',
          station: d.piece.station,
          stone_id: d.id,
          plan: JSON.stringify(saved),
          costs: d.costs ? JSON.stringify(d.costs) : null,
          updated_at: new Date(now.getTime() - (d.piece.station === 'wrap' ? 0 : 3_600_000 * (i + 1))),
        })
        .execute()
      const events = demoEvents(d, saved, now)
      for (let k = 0; k < events.length; k += 100)
        await tx
          .insertInto('bench_events')
          .values(
            events.slice(k, k + 100).map(({ value, ...e }) => ({
              ...e,
              workshop_id: workshop,
              piece_id: piece,
              value: value === undefined ? null : JSON.stringify(value),
            })),
          )
          .execute()
    }
  })
  await db
    .insertInto('drawer')
    .values(
      DEMO_DRAWER.map((item, i) => ({
        workshop_id: workshop,
        id: `demo-drawer-${i + 1}`,
        item: JSON.stringify(item),
        created_at: new Date(now.getTime() + i),
      })),
    )
    .execute()
  await layOutStandIns(db, workshop)
  return true
}

/** Work already done on the demo pieces: the one on the bench half-way through its foot, the finished one to its end. */
function demoEvents(
  d: DemoStone,
  { family, options }: Pick<SavedPlan, 'family' | 'options'>,
  now: Date,
): BenchEvent[] {
  const station = d.piece?.station
  if (station !== 'wrap' && station !== 'ledger') return []
  const result = plan({ stone: d.stone, family, options, settings: DEFAULT_SETTINGS })
  if (!result.ok) return []
  const { steps, cut } = result.plan
  let at = now.getTime() - 9 * 3_600_000
  const out: BenchEvent[] = []
  const push = (kind: BenchEvent['kind'], subject: string, value?: number | string) => {
    at += 900
    out.push({
      id: eventId(),
      kind,
      subject,
      at: new Date(at).toISOString(),
      ...(value === undefined ? {} : { value }),
    })
  }
  for (const wire of cut.wires) push('cut', wire.id, Number(wire.shown.value))
  // the one on the bench stands at the first step that counts
  const last = station === 'ledger' ? steps.length : steps.findIndex((s) => s.count)
  steps.slice(0, last).forEach((step) => {
    for (let k = 0; k < (step.count?.target ?? 0); k++) push('turn', step.id)
    push('time', step.id, Math.round(step.minutes * 1.15 * 60_000))
    push('step-done', step.id)
  })
  if (station === 'wrap') {
    const step = steps[last]!
    for (let k = 0; k < Math.floor((step.count?.target ?? 0) * 0.6); k++) push('turn', step.id)
    push('time', step.id, 140_000)
  } else
    for (const check of ['weakest', ...familyOf(family).checks(d.stone, options)])
      push('proof', check, 'pass')
  return out
}
