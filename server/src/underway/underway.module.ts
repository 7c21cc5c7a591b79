import { Controller, Get, Inject, Injectable, Module } from '@nestjs/common'
import type { Needed, SavedPlan, StationId, Work } from '@verger/contract'
import { sql } from 'kysely'
import { Compute } from '../compute/compute.module.js'
import { DB, type Db } from '../db/database.js'
import { Who, type Caller } from '../http/caller.js'

/** Most pieces on the way that are told at once, those that are due first before the latest. */
const MOST = 200
/** A pace is learned from so many finished pieces at least, and from the latest of them. */
const FEWEST = 3
const LATEST = 50

interface Found {
  readonly id: string
  readonly name: string
  readonly station: StationId
  readonly stone_id: string
  readonly due: string | null
  readonly client: string | null
  readonly occasion: string | null
  readonly family: string | null
  readonly minutes: number | null
  readonly needs: Needed[] | null
  readonly spent: number
  readonly cut: string[]
}

@Injectable()
export class UnderwayService {
  constructor(
    @Inject(DB) private readonly db: Db,
    @Inject(Compute) private readonly compute: Compute,
  ) {}

  async work(workshop: string): Promise<Work> {
    const [found, pace] = await Promise.all([this.onTheWay(workshop), this.pace(workshop)])
    const pieces = await Promise.all(
      found.map(async (p) => ({
        pieceId: p.id,
        name: p.name,
        station: p.station,
        stoneId: p.stone_id,
        due: p.due,
        client: p.client ?? '',
        occasion: p.occasion ?? '',
        family: p.family,
        minutes: p.minutes,
        spent: p.spent,
        needs: (p.needs ?? (p.minutes === null ? [] : await this.needs(workshop, p.id))).filter(
          (n) => !p.cut.includes(n.id),
        ),
      })),
    )
    return { pieces, pace }
  }

  private async onTheWay(workshop: string): Promise<Found[]> {
    const { rows } = await sql<Found>`
      select p.id, p.name, p.station, p.stone_id,
        c.commission->>'due' as due, c.commission->>'client' as client, c.commission->>'occasion' as occasion,
        plan.family, plan.minutes, plan.needs,
        coalesce((
          select sum((e.value #>> '{}')::float8) from bench_events e
          where e.workshop_id = p.workshop_id and e.piece_id = p.id and e.kind = 'time'), 0)::float8 as spent,
        array(
          select distinct e.subject from bench_events e
          where e.workshop_id = p.workshop_id and e.piece_id = p.id and e.kind = 'cut' and not exists (
            select from bench_events u
            where u.workshop_id = p.workshop_id and u.kind = 'undo' and u.value #>> '{}' = e.id)) as cut
      from pieces p
      left join commissions c on c.workshop_id = p.workshop_id and c.piece_id = p.id
      left join lateral jsonb_to_record(p.plan) as plan(family text, minutes float8, needs jsonb) on true
      where p.workshop_id = ${workshop} and p.removed_at is null and p.station <> 'ledger'
      order by c.commission->>'due' nulls last, p.updated_at desc, p.id
      limit ${MOST}`.execute(this.db)
    return rows
  }

  /** What finished pieces took of what was reckoned, all together. */
  private async pace(workshop: string): Promise<Work['pace']> {
    const { rows } = await sql<{ took: number | null; reckoned: number | null; pieces: number }>`
      select sum(took)::float8 as took, sum(reckoned)::float8 as reckoned, count(*)::int as pieces from (
        select (l.figures->>'minutes')::float8 as took, (p.plan->>'minutes')::float8 as reckoned
        from ledger l join pieces p on p.workshop_id = l.workshop_id and p.id = l.piece_id
        where l.workshop_id = ${workshop} and p.removed_at is null and not p.practice and (l.figures->>'minutes')::float8 > 0
        order by l.finished_at desc limit ${LATEST}) finished`.execute(this.db)
    const { took, reckoned, pieces } = rows[0]!
    return pieces >= FEWEST && took && reckoned ? { times: took / reckoned, pieces } : { times: 1, pieces: 0 }
  }

  /** Of a plan that an older Verger saved without them: worked out once, and kept with it. */
  private async needs(workshop: string, id: string): Promise<Needed[]> {
    const row = await this.db
      .selectFrom('pieces')
      .select('plan')
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .executeTakeFirst()
    const plan: SavedPlan | null | undefined = row?.plan
    if (!plan) return []
    const made = await this.compute.unchecked(plan).catch(() => undefined)
    if (!made?.ok) return []
    const needs = made.saved.needs ?? []
    await sql`update pieces set plan = plan || ${JSON.stringify({ needs })}::jsonb
      where workshop_id = ${workshop} and id = ${id} and plan = ${JSON.stringify(plan)}::jsonb`.execute(
      this.db,
    )
    return needs
  }
}

@Controller('api/work')
export class UnderwayController {
  constructor(@Inject(UnderwayService) private readonly service: UnderwayService) {}

  @Get()
  work(@Who() who: Caller): Promise<Work> {
    return this.service.work(who.workshop)
  }
}

@Module({ controllers: [UnderwayController], providers: [UnderwayService] })
export class UnderwayModule {}
