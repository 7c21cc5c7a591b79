import { Controller, Get, Inject, Injectable, Module } from '@nestjs/common'
import { costsSchema, NO_COSTS, type Costs, type LedgerRow } from '@verger/contract'
import { sql } from 'kysely'
import { DB, type Db } from '../db/database.js'
import { Who, type Caller } from '../http/caller.js'

interface Found {
  readonly id: string
  readonly name: string
  readonly mineral: string
  readonly family: string
  readonly alloy: string
  readonly finished_at: Date | null
  readonly minutes: number
  readonly reckoned: number
  readonly metal: number
  readonly costs: Costs | null
  readonly planned: Record<string, number> | null
  readonly used: Record<string, number> | null
  readonly stages: LedgerRow['stages']
}

@Injectable()
export class LedgerRepository {
  constructor(@Inject(DB) private readonly db: Db) {}

  /** Pieces that stand at the ledger with a plan, those finished last first. */
  async rows(workshop: string): Promise<LedgerRow[]> {
    const { rows } = await sql<Found>`
      select p.id, p.name, s.stone->>'mineral' as mineral, p.plan->>'family' as family,
        coalesce(p.plan->'options'->>'alloy', '') as alloy, l.finished_at,
        coalesce((l.figures->>'minutes')::float8, (
          select sum((e.value #>> '{}')::float8) / 60000 from bench_events e
          where e.workshop_id = p.workshop_id and e.piece_id = p.id and e.kind = 'time'), 0)::float8 as minutes,
        (p.plan->>'minutes')::float8 as reckoned, (p.plan->>'metal')::float8 as metal, p.costs,
        l.figures->'planned' as planned, l.figures->'used' as used, l.figures->'stages' as stages
      from pieces p
      join stones s on s.workshop_id = p.workshop_id and s.id = p.stone_id
      left join ledger l on l.workshop_id = p.workshop_id and l.piece_id = p.id
      where p.workshop_id = ${workshop} and p.removed_at is null and p.station = 'ledger' and p.plan is not null
      order by l.finished_at desc nulls last, p.id`.execute(this.db)
    return rows.map(({ id, finished_at, costs, planned, used, ...row }) => {
      const known = Object.keys(used ?? {}).filter((wire) => planned?.[wire] !== undefined)
      const sum = (of: Record<string, number> | null) =>
        known.reduce((all, wire) => all + (of?.[wire] ?? 0), 0)
      return {
        pieceId: id,
        ...row,
        finishedAt: finished_at?.toISOString() ?? null,
        costs: costs ? costsSchema.parse(costs) : NO_COSTS,
        planned: sum(planned),
        used: sum(used),
      }
    })
  }
}

@Controller('api/ledger')
export class LedgerController {
  constructor(@Inject(LedgerRepository) private readonly ledger: LedgerRepository) {}

  @Get()
  rows(@Who() who: Caller): Promise<LedgerRow[]> {
    return this.ledger.rows(who.workshop)
  }
}

@Module({ controllers: [LedgerController], providers: [LedgerRepository] })
export class LedgerModule {}
