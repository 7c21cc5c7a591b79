import { Body, Controller, Get, HttpCode, Inject, Injectable, Module, Post } from '@nestjs/common'
import {
  rackOf,
  rackWriteSchema,
  type RackCut,
  type RackEvent,
  type RackLine,
  type RackRow,
} from '@verger/contract'
import { sql } from 'kysely'
import type { z } from 'zod'
import { DB, type Db } from '../db/database.js'
import { Who, type Caller } from '../http/caller.js'
import { ProblemError, zod } from '../http/problem.js'

/** Spools, lengths and coils that a workshop may have had. */
const MOST = 20_000

@Injectable()
export class RackRepository {
  constructor(@Inject(DB) private readonly db: Db) {}

  /** The rack as it is, out of what happened on it and of the last cut of every wire. */
  async rows(workshop: string): Promise<RackRow[]> {
    const [events, cuts] = await Promise.all([
      this.db
        .selectFrom('rack_events')
        .select(['event', 'seq'])
        .where('workshop_id', '=', workshop)
        .execute(),
      // of each wire the last that nobody took back, wherever it was cut from
      sql<Omit<RackCut, 'at' | 'from'> & { at: Date; from: RackCut['from'] | null; seq: string }>`
        select distinct on (c.piece_id, c.subject)
          c.id, c.piece_id as piece, c.subject as wire, c.at, c.taken_from as "from", c.seq
        from bench_events c
        where c.workshop_id = ${workshop} and c.kind = 'cut' and not exists (
          select from bench_events u
          where u.workshop_id = ${workshop} and u.kind = 'undo' and u.value #>> '{}' = c.id)
        order by c.piece_id, c.subject, c.seq desc`.execute(this.db),
    ])
    const lines = [
      ...events.map(({ event, seq }) => ({ seq, line: { event } as RackLine })),
      ...cuts.rows.flatMap(({ seq, at, from, ...cut }) =>
        from === null ? [] : [{ seq, line: { cut: { ...cut, from, at: at.toISOString() } } as RackLine }],
      ),
    ]
    lines.sort((a, b) => (BigInt(a.seq) < BigInt(b.seq) ? -1 : 1))
    return rackOf(lines.map((l) => l.line))
  }

  /** Adds what is not there yet: an id that is sent twice counts once. */
  async append(workshop: string, events: readonly RackEvent[]): Promise<void> {
    await this.db.transaction().execute(async (tx) => {
      // one sender after the other: numbers come in the order in which they can be read
      await tx
        .selectFrom('workshops')
        .select('id')
        .where('id', '=', workshop)
        .forUpdate()
        .executeTakeFirstOrThrow()
      const known = await tx
        .selectFrom('rack_events')
        .select('rack_id')
        .distinct()
        .where('workshop_id', '=', workshop)
        .execute()
      const racks = new Set(known.map((r) => r.rack_id))
      for (const [i, e] of events.entries()) {
        if (e.kind === 'laid-in') racks.add(e.rack)
        else if (!racks.has(e.rack)) throw nothingThere(i)
      }
      if (racks.size > MOST)
        throw new ProblemError(409, 'The rack is full', `It takes ${MOST} spools, lengths and coils in all.`)
      await tx
        .insertInto('rack_events')
        .values(
          events.map((e) => ({ workshop_id: workshop, id: e.id, rack_id: e.rack, event: JSON.stringify(e) })),
        )
        .onConflict((c) => c.columns(['workshop_id', 'id']).doNothing())
        .execute()
    })
  }
}

const nothingThere = (i: number): ProblemError =>
  new ProblemError(400, 'Some of this cannot be used', 'Lay it into the rack first.', [
    { path: `events.${i}.rack`, message: 'is nothing that lies on the rack' },
  ])

@Controller('api/rack')
export class RackController {
  constructor(@Inject(RackRepository) private readonly rack: RackRepository) {}

  @Get()
  rows(@Who() who: Caller): Promise<RackRow[]> {
    return this.rack.rows(who.workshop)
  }

  @Post('events')
  @HttpCode(201)
  async append(
    @Who() who: Caller,
    @Body(zod(rackWriteSchema)) body: z.output<typeof rackWriteSchema>,
  ): Promise<RackRow[]> {
    await this.rack.append(who.workshop, body.events)
    return this.rack.rows(who.workshop)
  }
}

@Module({ controllers: [RackController], providers: [RackRepository], exports: [RackRepository] })
export class RackModule {}
