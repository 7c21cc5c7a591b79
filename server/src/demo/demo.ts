import type { BenchEvent, SavedPlan } from '@verger/contract'
import { DEFAULT_SETTINGS, family as familyOf, plan, type Plan } from '@verger/core'
import { randomBytes } from 'node:crypto'
import { Piscina } from 'piscina'
import { Passwords } from '../auth/passwords.js'
import type { Db } from '../db/database.js'
import { layOutStandIns } from '../instruments/instruments.repository.js'
import { DEMO_DRAWER } from './demoDrawer.js'
import { demoFrom, demoRack } from './demoRack.js'
import { finishedFigures, loadSeason } from './demoSeason.js'
import type { DemoPlan } from './demoPlan.worker.js'
import { DEMO_STONES, type DemoStone } from './demoStones.js'

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
  const password_hash = await new Passwords().hash(randomBytes(24).toString('hex'))
  const pool = new Piscina({
    filename: new URL('./demoPlan.worker.js', import.meta.url).href,
    minThreads: 0,
    maxThreads: 2,
  })
  const rows = await Promise.all(
    DEMO_STONES.map(async (d) => ({ d, saved: (await pool.run(d.id)) as DemoPlan | undefined })),
  ).finally(() => pool.destroy())
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
    await tx
      .insertInto('rack_events')
      .values(
        demoRack(now).map((e) => ({
          workshop_id: workshop,
          id: e.id,
          rack_id: e.rack,
          event: JSON.stringify(e),
        })),
      )
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
          plan: JSON.stringify(saved.saved),
          glance: JSON.stringify(saved.glance),
          costs: d.costs ? JSON.stringify(d.costs) : null,
          updated_at: new Date(now.getTime() - (d.piece.station === 'wrap' ? 0 : 3_600_000 * (i + 1))),
        })
        .execute()
      const { events, made } = demoEvents(d, saved.saved, now)
      if (made && d.costs && d.piece.station === 'ledger')
        await tx
          .insertInto('ledger')
          .values({
            workshop_id: workshop,
            piece_id: piece,
            figures: JSON.stringify(finishedFigures(made, saved.saved, events, { costs: d.costs })),
            finished_at: new Date(now.getTime() - 4 * 86_400_000),
          })
          .execute()
      for (let k = 0; k < events.length; k += 100)
        await tx
          .insertInto('bench_events')
          .values(
            events.slice(k, k + 100).map(({ value, from, ...e }) => ({
              ...e,
              taken_from: from ? JSON.stringify(from) : null,
              workshop_id: workshop,
              piece_id: piece,
              value: value === undefined ? null : JSON.stringify(value),
            })),
          )
          .execute()
    }
    await loadSeason(
      tx,
      workshop,
      now,
      new Map(
        rows.flatMap(({ d, saved }) => (saved ? [[d.id, { stone: d.stone, plan: saved }] as const] : [])),
      ),
    )
    await tx
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
  })
  await layOutStandIns(db, workshop)
  return true
}

/** Work already done on the demo pieces: the one on the bench half-way through its foot, the finished one to its end. */
function demoEvents(
  d: DemoStone,
  { family, options }: Pick<SavedPlan, 'family' | 'options'>,
  now: Date,
): { readonly events: BenchEvent[]; readonly made?: Plan } {
  const station = d.piece?.station
  if (station !== 'wrap' && station !== 'ledger') return { events: [] }
  const result = plan({ stone: d.stone, family, options, settings: DEFAULT_SETTINGS })
  if (!result.ok) return { events: [] }
  const { steps, cut } = result.plan
  let at = now.getTime() - 9 * 3_600_000
  const out: BenchEvent[] = []
  const push = (
    kind: BenchEvent['kind'],
    subject: string,
    value?: number | string,
    from?: BenchEvent['from'],
  ) => {
    at += 900
    out.push({
      id: eventId(),
      kind,
      subject,
      at: new Date(at).toISOString(),
      ...(value === undefined ? {} : { value }),
      ...(from ? { from } : {}),
    })
  }
  for (const wire of cut.wires) {
    const length = Number(wire.shown.value)
    const from = demoFrom({ ...wire.stock, size: wire.stock.size.label }, length)
    push('cut', wire.id, length, from)
  }
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
  return { events: out, made: result.plan }
}
