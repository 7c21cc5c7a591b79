import type {
  Batch,
  BenchEvent,
  Commission,
  Costs,
  DrawerItem,
  Glance,
  InstrumentKind,
  RackEvent,
  ReadingUnit,
  Role,
  SavedPlan,
  Settings,
  StationId,
  Variant,
} from '@verger/contract'
import type { Stone } from '@verger/core'
import type { ColumnType, Generated, GeneratedAlways } from 'kysely'
import type { StandInState } from '../instruments/standIn.js'

/** jsonb: read as a value, written as its text. */
type Json<T> = ColumnType<T, string, string>
type Made = Generated<Date>
/** A number in the server's order: given by the database, and by hand only where an archive is brought back. */
type Ordered = ColumnType<string, string | undefined, never>

export interface Tables {
  workshops: {
    id: string
    name: string
    demo: boolean
    settings: Json<Settings>
    version: Generated<number>
    created_at: Made
  }
  makers: {
    workshop_id: string
    id: string
    email: string
    name: string
    password_hash: string
    role: Generated<Role>
    created_at: Made
  }
  sessions: {
    token_hash: string
    id: string
    workshop_id: string
    maker_id: string
    agent: string
    seen_at: Made
    expires_at: Date
    created_at: Made
  }
  invites: {
    token_hash: string
    id: Generated<string>
    workshop_id: string
    role: Role
    made_by: string
    expires_at: Date
    used_at: Date | null
    created_at: Made
  }
  /** One-time links with which a maker sets a new password. */
  resets: {
    token_hash: string
    workshop_id: string
    maker_id: string
    expires_at: Date
    created_at: Made
  }
  stones: {
    workshop_id: string
    id: string
    version: Generated<number>
    name: string
    note: string
    stone: Json<Stone>
    removed_at: Date | null
    away_at: Date | null
    created_at: Made
  }
  photos: { workshop_id: string; stone_id: string; large: Buffer; small: Buffer; made_at: Date }
  piece_photos: {
    workshop_id: string
    piece_id: string
    id: string
    large: Buffer
    small: Buffer
    made_at: Date
  }
  instruments: {
    workshop_id: string
    id: string
    kind: InstrumentKind
    name: string
    state: ColumnType<StandInState | null, string | null, string | null>
    created_at: Made
  }
  drawer: {
    workshop_id: string
    id: string
    version: Generated<number>
    item: Json<DrawerItem>
    removed_at: Date | null
    created_at: Made
  }
  readings: {
    workshop_id: string
    id: string
    instrument_id: string
    seq: GeneratedAlways<string>
    value: number
    unit: ReadingUnit
    at: ColumnType<Date, string, string>
  }
  pieces: {
    workshop_id: string
    id: string
    version: Generated<number>
    name: string
    note: string
    station: StationId
    stone_id: string
    plan: ColumnType<SavedPlan | null, string | null, string | null>
    variants: ColumnType<Variant[], string | undefined, string>
    costs: ColumnType<Costs | null, string | null | undefined, string | null>
    glance: ColumnType<Glance | null, string | null | undefined, string | null>
    batch: ColumnType<Batch | null, string | null | undefined, string | null>
    practice: Generated<boolean>
    removed_at: Date | null
    created_at: Made
    updated_at: Made
  }
  bench_events: {
    workshop_id: string
    id: string
    piece_id: string
    kind: BenchEvent['kind']
    subject: string
    value: ColumnType<number | string | null, string | null, string | null>
    /** What a cut was cut from. */
    taken_from: ColumnType<NonNullable<BenchEvent['from']> | null, string | null | undefined, string | null>
    at: ColumnType<Date, string, string>
    received_at: Made
    seq: Ordered
  }
  commissions: {
    workshop_id: string
    piece_id: string
    version: Generated<number>
    commission: Json<Commission>
  }
  rack_events: {
    workshop_id: string
    id: string
    rack_id: string
    event: Json<RackEvent>
    received_at: Made
    seq: Ordered
  }
  ledger: { workshop_id: string; piece_id: string; figures: Json<Record<string, unknown>>; finished_at: Made }
  attempts: { key: string; count: number; since: Date }
}
