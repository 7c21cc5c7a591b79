import { sql, type Kysely, type Migration } from 'kysely'

/** Forward only, applied in the order of their names under Kysely's advisory lock. Never edit one that was released. */
export const migrations: Record<string, Migration> = {
  '0001_first': {
    async up(db: Kysely<unknown>) {
      const statements = [
        `create table workshops (
          id text primary key, name text not null, demo boolean not null default false,
          settings jsonb not null, created_at timestamptz not null default now())`,
        `create table makers (
          workshop_id text not null references workshops(id) on delete cascade, id text not null,
          email text not null, name text not null, password_hash text not null,
          created_at timestamptz not null default now(), primary key (workshop_id, id))`,
        `create unique index makers_email on makers (lower(email))`,
        `create table sessions (
          token_hash text primary key, workshop_id text not null, maker_id text not null,
          expires_at timestamptz not null, created_at timestamptz not null default now(),
          foreign key (workshop_id, maker_id) references makers(workshop_id, id) on delete cascade)`,
        `create table stones (
          workshop_id text not null references workshops(id) on delete cascade, id text not null,
          version integer not null default 1, name text not null default '', note text not null default '',
          stone jsonb not null, created_at timestamptz not null default now(), primary key (workshop_id, id))`,
        `create table pieces (
          workshop_id text not null, id text not null, version integer not null default 1,
          name text not null default '', note text not null default '',
          station text not null check (station in ('measure','plan','cut','wrap','proof','ledger')),
          stone_id text not null, plan jsonb, created_at timestamptz not null default now(),
          updated_at timestamptz not null default now(), primary key (workshop_id, id),
          foreign key (workshop_id, stone_id) references stones(workshop_id, id))`,
        `create table bench_events (
          workshop_id text not null, id text not null, piece_id text not null, kind text not null,
          subject text not null, value jsonb, at timestamptz not null, received_at timestamptz not null default now(),
          primary key (workshop_id, id),
          foreign key (workshop_id, piece_id) references pieces(workshop_id, id) on delete cascade)`,
        `create index bench_events_piece on bench_events (workshop_id, piece_id)`,
        `create table ledger (
          workshop_id text not null, piece_id text not null, figures jsonb not null,
          finished_at timestamptz not null default now(), primary key (workshop_id, piece_id),
          foreign key (workshop_id, piece_id) references pieces(workshop_id, id) on delete cascade)`,
        `create table attempts (key text primary key, count integer not null, since timestamptz not null)`,
      ]
      for (const statement of statements) await sql.raw(statement).execute(db)
    },
  },
  '0002_accounts_variants_costs': {
    async up(db: Kysely<unknown>) {
      const statements = [
        `alter table makers add column role text not null default 'owner' check (role in ('owner','maker'))`,
        `alter table sessions add column id text not null default md5(random()::text || clock_timestamp()::text)`,
        `alter table sessions add column agent text not null default ''`,
        `alter table sessions add column seen_at timestamptz not null default now()`,
        `create unique index sessions_id on sessions (workshop_id, id)`,
        `create table invites (
          token_hash text primary key, workshop_id text not null references workshops(id) on delete cascade,
          role text not null check (role in ('owner','maker')), made_by text not null, expires_at timestamptz not null,
          used_at timestamptz, created_at timestamptz not null default now(),
          foreign key (workshop_id, made_by) references makers(workshop_id, id) on delete cascade)`,
        `alter table stones add column removed_at timestamptz`,
        `alter table pieces add column removed_at timestamptz`,
        `alter table pieces add column variants jsonb not null default '[]'`,
        `alter table pieces add column costs jsonb`,
      ]
      for (const statement of statements) await sql.raw(statement).execute(db)
    },
  },
  '0003_photos_instruments_away': {
    async up(db: Kysely<unknown>) {
      const statements = [
        `alter table stones add column away_at timestamptz`,
        `create table photos (
          workshop_id text not null, stone_id text not null, "large" bytea not null, "small" bytea not null,
          made_at timestamptz not null default now(), primary key (workshop_id, stone_id),
          foreign key (workshop_id, stone_id) references stones(workshop_id, id) on delete cascade)`,
        `create table instruments (
          workshop_id text not null references workshops(id) on delete cascade, id text not null,
          kind text not null check (kind in ('caliper','scale')), name text not null, state jsonb,
          created_at timestamptz not null default now(), primary key (workshop_id, id))`,
        `create table readings (
          workshop_id text not null, id text not null, instrument_id text not null,
          seq bigint generated always as identity, value double precision not null, unit text not null,
          at timestamptz not null, primary key (workshop_id, id),
          foreign key (workshop_id, instrument_id) references instruments(workshop_id, id) on delete cascade)`,
        `create index readings_seq on readings (workshop_id, instrument_id, seq)`,
      ]
      for (const statement of statements) await sql.raw(statement).execute(db)
    },
  },
  '0004_drawer': {
    async up(db: Kysely<unknown>) {
      await sql
        .raw(
          `create table drawer (
            workshop_id text not null references workshops(id) on delete cascade, id text not null,
            version integer not null default 1, item jsonb not null, removed_at timestamptz,
            created_at timestamptz not null default now(), primary key (workshop_id, id))`,
        )
        .execute(db)
    },
  },
  '0005_choose': {
    async up(db: Kysely<unknown>) {
      for (const statement of [
        `alter table pieces drop constraint pieces_station_check`,
        `alter table pieces add constraint pieces_station_check
          check (station in ('measure','choose','plan','cut','wrap','proof','ledger'))`,
      ])
        await sql.raw(statement).execute(db)
    },
  },
  '0006_order_versions_resets': {
    async up(db: Kysely<unknown>) {
      for (const statement of [
        // the order in which events came to the server: no device's clock has a say in which correction is newer
        `alter table bench_events add column seq bigint generated always as identity`,
        `drop index bench_events_piece`,
        `create unique index bench_events_order on bench_events (workshop_id, piece_id, seq)`,
        `alter table workshops add column version integer not null default 1`,
        `alter table invites add column id text not null default md5(random()::text || clock_timestamp()::text)`,
        `create unique index invites_id on invites (workshop_id, id)`,
        `create table resets (
          token_hash text primary key, workshop_id text not null, maker_id text not null, expires_at timestamptz not null,
          created_at timestamptz not null default now(),
          foreign key (workshop_id, maker_id) references makers(workshop_id, id) on delete cascade)`,
        `create unique index resets_maker on resets (workshop_id, maker_id)`,
        // how a saved plan looks, worked out once
        `alter table pieces add column glance jsonb`,
        `create index pieces_latest on pieces (workshop_id, updated_at desc, id)`,
        `create index pieces_stone on pieces (workshop_id, stone_id)`,
        `create index sessions_maker on sessions (workshop_id, maker_id)`,
        `create index sessions_end on sessions (expires_at)`,
        `create index attempts_since on attempts (since)`,
      ])
        await sql.raw(statement).execute(db)
    },
  },
  '0007_rack_commissions': {
    async up(db: Kysely<unknown>) {
      for (const statement of [
        // what a wire was cut from
        `alter table bench_events add column taken_from jsonb`,
        // an archive that is brought back keeps the order of its events
        `alter table bench_events alter column seq set generated by default`,
        `create index bench_events_cut on bench_events (workshop_id, piece_id, subject, seq) where kind = 'cut'`,
        `create index bench_events_measured on bench_events (workshop_id, piece_id, subject, seq) where kind = 'measured'`,
        `create index bench_events_undo on bench_events (workshop_id, (value #>> '{}')) where kind = 'undo'`,
        // in one order with the cuts: a length that was measured knows of those before it
        `create table rack_events (
          workshop_id text not null references workshops(id) on delete cascade, id text not null, rack_id text not null,
          event jsonb not null, received_at timestamptz not null default now(),
          seq bigint not null default nextval(pg_get_serial_sequence('bench_events', 'seq')),
          primary key (workshop_id, id))`,
        // whom a piece is for is kept apart from it, so that it can be erased by itself
        `create table commissions (
          workshop_id text not null, piece_id text not null, version integer not null default 1,
          commission jsonb not null, primary key (workshop_id, piece_id),
          foreign key (workshop_id, piece_id) references pieces(workshop_id, id) on delete cascade)`,
        `create table piece_photos (
          workshop_id text not null, piece_id text not null, id text not null, large bytea not null, small bytea not null,
          made_at timestamptz not null default now(), primary key (workshop_id, piece_id, id),
          foreign key (workshop_id, piece_id) references pieces(workshop_id, id) on delete cascade)`,
        `alter table pieces add column batch jsonb`,
        `alter table pieces add column practice boolean not null default false`,
        // pieces on the way: all that nobody has finished
        `create index pieces_on_the_way on pieces (workshop_id) where station <> 'ledger' and removed_at is null`,
        `create index bench_events_time on bench_events (workshop_id, piece_id) include (value) where kind = 'time'`,
        `create unique index rack_events_order on rack_events (workshop_id, seq)`,
      ])
        await sql.raw(statement).execute(db)
    },
  },
}
