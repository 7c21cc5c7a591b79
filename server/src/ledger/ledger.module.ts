import { Controller, Get, Inject, Injectable, Module } from '@nestjs/common'
import {
  costsSchema,
  leftOver,
  NO_COSTS,
  type Costs,
  type LedgerRow,
  type Lesson,
  type Needed,
} from '@verger/contract'
import { sql } from 'kysely'
import { DB, type Db } from '../db/database.js'
import { Who, type Caller } from '../http/caller.js'

interface Found {
  readonly id: string
  readonly name: string
  readonly mineral: string
  readonly family: string
  readonly alloy: string
  readonly photo: string | null
  readonly finished_at: Date | null
  readonly minutes: number
  readonly reckoned: number
  readonly metal: number
  readonly costs: Costs | null
  readonly planned: Record<string, number> | null
  readonly used: Record<string, number> | null
  readonly measured: Record<string, number> | null
  readonly needs: Needed[] | null
  readonly stages: LedgerRow['stages']
}

/** The last lengths of a kind that nobody took back, by what they are of, of the piece `p`. */
const lastOf = (kind: 'cut' | 'measured') => sql`(
  select jsonb_object_agg(subject, value) from (
    select distinct on (e.subject) e.subject, e.value from bench_events e
    where e.workshop_id = p.workshop_id and e.piece_id = p.id and e.kind = ${sql.lit(kind)} and not exists (
      select from bench_events u
      where u.workshop_id = p.workshop_id and u.kind = 'undo' and u.value #>> '{}' = e.id)
    order by e.subject, e.seq desc) told)`

@Injectable()
export class LedgerRepository {
  constructor(@Inject(DB) private readonly db: Db) {}

  /** Pieces that stand at the ledger with a plan, those finished last first. */
  async rows(workshop: string): Promise<LedgerRow[]> {
    const { rows } = await sql<Found>`
      select p.id, p.name, s.stone->>'mineral' as mineral, plan.family, coalesce(plan.options->>'alloy', '') as alloy,
        floor(extract(epoch from front.made_at) * 1000)::text as photo,
        l.finished_at, plan.minutes as reckoned, plan.metal, plan.needs, p.costs,
        coalesce(took.minutes, (
          select sum((e.value #>> '{}')::float8) / 60000 from bench_events e
          where e.workshop_id = p.workshop_id and e.piece_id = p.id and e.kind = 'time'), 0)::float8 as minutes,
        took.planned, took.used, took.stages, ${lastOf('measured')} as measured
      from pieces p
      join stones s on s.workshop_id = p.workshop_id and s.id = p.stone_id
      left join ledger l on l.workshop_id = p.workshop_id and l.piece_id = p.id
      left join piece_photos front on front.workshop_id = p.workshop_id and front.piece_id = p.id and front.id = 'front'
      -- a plan is unpacked once, not for every figure of it
      cross join lateral jsonb_to_record(p.plan) as plan(
        family text, options jsonb, minutes float8, metal float8, needs jsonb)
      left join lateral jsonb_to_record(l.figures) as took(
        minutes float8, planned jsonb, used jsonb, stages jsonb) on true
      where p.workshop_id = ${workshop} and p.removed_at is null and p.station = 'ledger' and p.plan is not null
        and not p.practice
      order by l.finished_at desc nulls last, p.id`.execute(this.db)
    return rows.map(({ id, finished_at, costs, planned, used, measured, needs, ...row }) => {
      const wires = Object.entries(used ?? {}).flatMap(([wire, cut]) => {
        const [rest, net] = [measured?.[leftOver(wire)], needs?.find((n) => n.id === wire)?.net]
        if (rest !== undefined && net !== undefined) return [{ planned: net, used: cut - rest }]
        const whole = planned?.[wire]
        return whole === undefined ? [] : [{ planned: whole, used: cut }]
      })
      return {
        pieceId: id,
        ...row,
        finishedAt: finished_at?.toISOString() ?? null,
        costs: costs ? costsSchema.parse(costs) : NO_COSTS,
        planned: wires.reduce((sum, w) => sum + w.planned, 0),
        used: wires.reduce((sum, w) => sum + w.used, 0),
      }
    })
  }
}

/** The pieces that were finished last teach; older ones were made by another hand. */
const LATEST = 200

interface Taught {
  readonly id: string
  readonly name: string
  readonly finished_at: Date
  readonly needs: Needed[] | null
  readonly reckoned: Record<string, number> | null
  readonly took: Record<string, number> | null
  readonly met: Lesson['lengths'] | null
  /** Last lengths that were cut and measured, by wire and by what was measured. */
  readonly cut: Record<string, number> | null
  readonly measured: Record<string, number> | null
}

@Injectable()
export class Lessons {
  constructor(@Inject(DB) private readonly db: Db) {}

  async lessons(workshop: string): Promise<Lesson[]> {
    const { rows } = await sql<Taught>`
      select p.id, p.name, l.finished_at, p.plan->'needs' as needs, p.plan->'minutesBy' as reckoned,
        l.figures->'took' as took, l.figures->'met' as met, ${lastOf('cut')} as cut, ${lastOf('measured')} as measured
      from ledger l join pieces p on p.workshop_id = l.workshop_id and p.id = l.piece_id
      where l.workshop_id = ${workshop} and p.removed_at is null
      order by l.finished_at desc, p.id limit ${LATEST}`.execute(this.db)
    return rows.map((p) => ({
      pieceId: p.id,
      name: p.name,
      finishedAt: p.finished_at.toISOString(),
      wires: (p.needs ?? []).flatMap(({ id, net, technique }) => {
        const [cut, left] = [p.cut?.[id], p.measured?.[leftOver(id)]]
        // what was cut says how long it was; only what was left of it says what it took
        if (net === undefined || technique === undefined || cut === undefined || left === undefined) return []
        return cut - left > 0 ? [{ technique, planned: net, used: cut - left }] : []
      }),
      work: Object.entries(p.took ?? {}).flatMap(([kind, took]) => {
        const reckoned = p.reckoned?.[kind]
        return reckoned !== undefined && reckoned > 0 && took > 0 ? [{ kind, reckoned, took }] : []
      }),
      lengths: p.met ?? [],
    }))
  }
}

@Controller('api/ledger')
export class LedgerController {
  constructor(
    @Inject(LedgerRepository) private readonly ledger: LedgerRepository,
    @Inject(Lessons) private readonly taught: Lessons,
  ) {}

  @Get('lessons')
  lessons(@Who() who: Caller): Promise<Lesson[]> {
    return this.taught.lessons(who.workshop)
  }

  @Get()
  rows(@Who() who: Caller): Promise<LedgerRow[]> {
    return this.ledger.rows(who.workshop)
  }
}

@Module({ controllers: [LedgerController], providers: [LedgerRepository, Lessons] })
export class LedgerModule {}
