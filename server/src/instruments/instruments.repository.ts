import { Inject, Injectable } from '@nestjs/common'
import type {
  InstrumentKind,
  InstrumentRow,
  InstrumentWrite,
  Press,
  Reading,
  ReadingWrite,
} from '@verger/contract'
import { UNITS_OF } from '@verger/contract'
import { randomUUID } from 'node:crypto'
import type { Kysely } from 'kysely'
import { DB, type Db } from '../db/database.js'
import type { Tables } from '../db/schema.js'
import { notFound, ProblemError } from '../http/problem.js'
import { RackRepository } from '../rack/rack.module.js'
import { displayed, otherUnit, spoolMass, switchedOn, truthOf, zeroed, type StandInState } from './standIn.js'

/** Readings of an instrument that are kept; older ones have long been taken into a field. */
const KEPT = 200

interface Found {
  readonly id: string
  readonly kind: InstrumentKind
  readonly name: string
  readonly state: StandInState | null
}

@Injectable()
export class InstrumentsRepository {
  constructor(
    @Inject(DB) private readonly db: Db,
    @Inject(RackRepository) private readonly rack: RackRepository,
  ) {}

  async list(workshop: string): Promise<InstrumentRow[]> {
    const rows = await this.db
      .selectFrom('instruments')
      .select(['id', 'kind', 'name', 'state'])
      .where('workshop_id', '=', workshop)
      .orderBy('created_at')
      .orderBy('id')
      .execute()
    return Promise.all(rows.map((r) => this.row(this.db, workshop, r)))
  }

  async add(workshop: string, { kind, name }: InstrumentWrite): Promise<InstrumentRow> {
    const found: Found = { id: randomUUID(), kind, name, state: null }
    await this.db
      .insertInto('instruments')
      .values({ workshop_id: workshop, ...found, state: null })
      .execute()
    return this.row(this.db, workshop, found)
  }

  async remove(workshop: string, id: string): Promise<void> {
    const done = await this.db
      .deleteFrom('instruments')
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .executeTakeFirst()
    if (done.numDeletedRows === 0n) throw notFound('instrument')
  }

  /** Readings after the numbered one, oldest first. */
  async readings(workshop: string, id: string, after: number): Promise<Reading[]> {
    await this.find(this.db, workshop, id)
    const rows = await this.db
      .selectFrom('readings')
      .select(['id', 'value', 'unit', 'at', 'seq'])
      .where('workshop_id', '=', workshop)
      .where('instrument_id', '=', id)
      .where('seq', '>', String(after))
      .orderBy('seq')
      .execute()
    return rows.map((r) => ({ ...r, at: r.at.toISOString(), seq: Number(r.seq) }))
  }

  /** Takes a reading from a driver: of a real instrument, or of a stand-in, there is no difference from here on. */
  async take(
    workshop: string,
    id: string,
    reading: ReadingWrite,
    db: Kysely<Tables> = this.db,
  ): Promise<Reading> {
    const { kind } = await this.find(db, workshop, id)
    if (!UNITS_OF[kind].includes(reading.unit))
      throw new ProblemError(
        400,
        'Some of this cannot be used',
        `A ${kind} reads ${UNITS_OF[kind].join(' or ')}.`,
        [{ path: 'unit', message: `must be ${UNITS_OF[kind].join(' or ')}` }],
      )
    const values = { workshop_id: workshop, instrument_id: id, ...reading }
    await db
      .insertInto('readings')
      .values(values)
      .onConflict((c) => c.columns(['workshop_id', 'id']).doNothing())
      .execute()
    const kept = await db
      .selectFrom('readings')
      .select(['id', 'value', 'unit', 'at', 'seq'])
      .where('workshop_id', '=', workshop)
      .where('id', '=', reading.id)
      .executeTakeFirstOrThrow()
    await db
      .deleteFrom('readings')
      .where('workshop_id', '=', workshop)
      .where('instrument_id', '=', id)
      .where('seq', '<', (eb) =>
        eb
          .selectFrom('readings as kept')
          .select('kept.seq')
          .where('kept.workshop_id', '=', workshop)
          .where('kept.instrument_id', '=', id)
          .orderBy('kept.seq', 'desc')
          .offset(KEPT - 1)
          .limit(1),
      )
      .execute()
    return { ...kept, at: kept.at.toISOString(), seq: Number(kept.seq) }
  }

  /** A button of a stand-in, or a stone laid into it. What it sends goes the way of every reading. */
  press(workshop: string, id: string, press: Press): Promise<InstrumentRow> {
    return this.db.transaction().execute(async (tx) => {
      const found = await this.find(tx, workshop, id, true)
      const { kind } = found
      if (!found.state)
        throw new ProblemError(
          409,
          'This is a real instrument',
          'Its buttons are on itself: press them there.',
        )
      let state: StandInState = { ...found.state, turn: found.state.turn + 1 }
      switch (press.button) {
        case 'zero':
          state = zeroed(kind, state, await this.truth(tx, workshop, kind, state))
          break
        case 'unit':
          state = otherUnit(kind, state)
          break
        case 'clear':
          state = { ...state, holds: null }
          break
        case 'lay': {
          const { stoneId, measure } = press
          const stone = await this.stone(tx, workshop, stoneId)
          if (!stone) throw notFound('stone')
          if (truthOf(kind, stone, measure) === undefined)
            throw new ProblemError(400, 'Some of this cannot be used', 'Choose a length of this stone.', [
              { path: 'measure', message: `a ${kind} does not measure that at this stone` },
            ])
          state = { ...state, holds: { stoneId, measure } }
          break
        }
        case 'lay-spool': {
          const { rackId } = press
          if (kind !== 'scale')
            throw new ProblemError(400, 'Some of this cannot be used', 'Lay it on a scale.', [
              { path: 'rackId', message: `a ${kind} does not weigh` },
            ])
          if (!(await this.spool(workshop, rackId))) throw notFound('thing on the rack')
          state = { ...state, holds: { rackId } }
          break
        }
        case 'send': {
          const truth = await this.truth(tx, workshop, kind, state)
          const value = displayed(kind, state, truth)
          await this.take(workshop, id, { id: press.id, value, unit: state.unit, at: press.at }, tx)
          break
        }
        default: {
          const never: never = press
          throw new RangeError(`unknown button ${String(never)}`)
        }
      }
      await tx
        .updateTable('instruments')
        .set({ state: JSON.stringify(state) })
        .where('workshop_id', '=', workshop)
        .where('id', '=', id)
        .execute()
      return this.row(tx, workshop, { ...found, state })
    })
  }

  private async find(db: Kysely<Tables>, workshop: string, id: string, lock = false): Promise<Found> {
    const query = db
      .selectFrom('instruments')
      .select(['id', 'kind', 'name', 'state'])
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
    const row = await (lock ? query.forUpdate() : query).executeTakeFirst()
    if (!row) throw notFound('instrument')
    return row
  }

  private async spool(workshop: string, id: string) {
    return (await this.rack.rows(workshop)).find((r) => r.id === id && r.gone === null)
  }

  private async stone(db: Kysely<Tables>, workshop: string, id: string) {
    const row = await db
      .selectFrom('stones')
      .select('stone')
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .where('removed_at', 'is', null)
      .executeTakeFirst()
    return row?.stone
  }

  /** What lies in a stand-in, mm or g; 0 with nothing in it, or what was removed meanwhile. */
  private async truth(db: Kysely<Tables>, workshop: string, kind: InstrumentKind, state: StandInState) {
    if (!state.holds) return 0
    if ('rackId' in state.holds) {
      const spool = await this.spool(workshop, state.holds.rackId)
      return spool ? spoolMass(spool) : 0
    }
    const stone = await this.stone(db, workshop, state.holds.stoneId)
    return (stone && truthOf(kind, stone, state.holds.measure)) ?? 0
  }

  private async row(db: Kysely<Tables>, workshop: string, found: Found): Promise<InstrumentRow> {
    const { id, kind, name, state } = found
    const last = await db
      .selectFrom('readings')
      .select(['seq', 'unit', 'value'])
      .where('workshop_id', '=', workshop)
      .where('instrument_id', '=', id)
      .orderBy('seq', 'desc')
      .limit(1)
      .executeTakeFirst()
    return {
      id,
      kind,
      name,
      standIn: state !== null,
      unit: state?.unit ?? last?.unit ?? UNITS_OF[kind][0],
      shows: state
        ? displayed(kind, state, await this.truth(db, workshop, kind, state))
        : (last?.value ?? null),
      holds: state?.holds ?? null,
      latest: last ? Number(last.seq) : 0,
    }
  }
}

/** The stand-ins of the demo workshop, where they are not there yet. */
export async function layOutStandIns(db: Db, workshop: string): Promise<void> {
  for (const [kind, name] of [
    ['caliper', 'Stand-in caliper'],
    ['scale', 'Stand-in scale'],
  ] as const)
    await db
      .insertInto('instruments')
      .values({
        workshop_id: workshop,
        id: `stand-in-${kind}`,
        kind,
        name,
        state: JSON.stringify(switchedOn(kind)),
      })
      .onConflict((c) => c.columns(['workshop_id', 'id']).doNothing())
      .execute()
}
