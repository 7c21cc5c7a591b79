import 'reflect-metadata'
import { RequestMethod, type PipeTransform } from '@nestjs/common'
import { METHOD_METADATA, PATH_METADATA, ROUTE_ARGS_METADATA } from '@nestjs/common/constants'
import { openApi, ROUTES, stoneWriteSchema, type RouteContract } from '@verger/contract'
import { DEFAULT_SETTINGS, FAMILIES, startingOptions, STONE_KINDS, type Stone } from '@verger/core'
import { randomStoneOf } from '../../core/src/testingStones'
import { AuthController } from '../src/auth/auth.controller'
import { DrawerController } from '../src/drawer/drawer.module'
import { CommissionsController } from '../src/commissions/commissions.module'
import { DocsController, HealthController } from '../src/health/health.module'
import { InstrumentsController } from '../src/instruments/instruments.module'
import { LedgerController } from '../src/ledger/ledger.module'
import { PhotosController } from '../src/photos/photos.module'
import { PiecesController } from '../src/pieces/pieces.controller'
import { RackController } from '../src/rack/rack.module'
import { StonesController } from '../src/stones/stones.controller'
import { UnderwayController } from '../src/underway/underway.module'
import { WorkshopController } from '../src/workshop/workshop.controller'
import { eventId, Running, STONE, turn } from './running'

const CONTROLLERS = [
  AuthController,
  CommissionsController,
  DocsController,
  DrawerController,
  HealthController,
  InstrumentsController,
  LedgerController,
  PhotosController,
  PiecesController,
  RackController,
  StonesController,
  UnderwayController,
  WorkshopController,
]

interface Found {
  readonly key: string
  readonly schema: unknown
}

/** Routes that the controllers really have, with the schema of the body that they check. */
function routesOfCode(): Found[] {
  return CONTROLLERS.flatMap((controller) => {
    const base = Reflect.getMetadata(PATH_METADATA, controller) as string
    return Object.getOwnPropertyNames(controller.prototype).flatMap((name) => {
      const handler = (controller.prototype as unknown as Record<string, unknown>)[name]
      const method = Reflect.getMetadata(METHOD_METADATA, handler as object) as RequestMethod | undefined
      if (method === undefined) return []
      const path = Reflect.getMetadata(PATH_METADATA, handler as object) as string
      const full = `/${base}/${path}`.replace(/\/+$/, '').replace(/:(\w+)/g, '{$1}')
      const args = (Reflect.getMetadata(ROUTE_ARGS_METADATA, controller, name) ?? {}) as Record<
        string,
        { pipes: (PipeTransform & { schema?: unknown })[] }
      >
      const schema = Object.values(args)
        .flatMap((a) => a.pipes)
        .find((p) => typeof p === 'object' && 'schema' in p)?.schema
      return [{ key: `${RequestMethod[method]} ${full}`, schema }]
    })
  })
}

const keyOf = (r: RouteContract) => `${r.method} ${r.path}`

describe('the published contract', () => {
  it('has every route of the code and no other, with the very schemas that are checked', () => {
    const code = routesOfCode()
    expect(code.map((r) => r.key).sort()).toEqual(ROUTES.map(keyOf).sort())
    for (const r of ROUTES) {
      const found = code.find((c) => c.key === keyOf(r))!
      expect({ route: keyOf(r), same: found.schema === r.body }).toEqual({ route: keyOf(r), same: true })
    }
  })
})

const STONE_ = STONE as Stone
const WISH = { alloy: 'copper', temper: 'half hard' }
const OPTIONS = startingOptions(STONE_, FAMILIES[0]!.id, WISH, undefined, true)!
const CHOICES = { family: FAMILIES[0]!.id, options: OPTIONS }

const WIRE = {
  kind: 'wire',
  alloy: 'copper',
  size: '20 AWG',
  profile: 'square',
  temper: 'half hard',
  price: null,
  per: 'kg',
}

/** A body that each route takes. */
const BODIES: Readonly<Record<string, unknown>> = {
  'POST /api/auth/sign-in': { email: 'a@example.org', password: 'a long password' },
  'POST /api/auth/sign-up': { email: 'b@example.org', password: 'a long password', name: 'B', workshop: 'W' },
  'POST /api/auth/join': {
    token: 'x'.repeat(32),
    email: 'c@example.org',
    password: 'a long password',
    name: 'C',
  },
  'PUT /api/auth/password': { current: 'a long password', next: 'another long password' },
  'POST /api/workshop/invites': { role: 'maker' },
  'POST /api/auth/reset': { token: 'x'.repeat(32), password: 'a long password' },
  'POST /api/auth/remove': { password: 'not the password' },
  'POST /api/workshop/remove': { password: 'not the password', name: 'Another' },
  'PUT /api/workshop/settings': { version: 1, settings: DEFAULT_SETTINGS },
  'POST /api/stones': { name: 'A', note: '', stone: STONE },
  'POST /api/stones/import': { stones: [{ name: 'A', note: '', stone: STONE }] },
  'PUT /api/stones/{id}': { name: 'A', note: '', stone: STONE, version: 1 },
  'PUT /api/stones/{id}/away': { away: true },
  'POST /api/drawer': { item: WIRE },
  'PUT /api/pieces/{id}/commission': { version: 0, commission: { client: 'A. B.' } },
  'POST /api/rack/events': {
    events: [
      {
        id: 'event-of-the-rack-1',
        at: '2026-11-28T10:00:00.000Z',
        kind: 'laid-in',
        rack: 'thing-of-the-rack-1',
        form: 'spool',
        stock: { alloy: 'copper', size: '20 AWG', profile: 'square', temper: 'half hard' },
        length: 5000,
      },
    ],
  },
  'PUT /api/drawer/{id}': { item: { ...WIRE, price: 120, per: 'm' }, version: 1 },
  'POST /api/instruments': { kind: 'caliper', name: 'Blue caliper' },
  'POST /api/instruments/{id}/readings': {
    id: 'reading-0123456789',
    value: 29.98,
    unit: 'mm',
    at: '2026-11-25T10:00:00.000Z',
  },
  'POST /api/instruments/{id}/press': { button: 'lay', stoneId: 'none', measure: 'length' },
  'POST /api/pieces': { stoneId: 'none', name: '' },
  'PUT /api/pieces/{id}': { version: 1, name: 'x', station: 'plan' },
  'PUT /api/pieces/{id}/plan': { version: 1, familyVersion: 1, choices: CHOICES, lengths: { front: 150 } },
  'POST /api/pieces/{id}/variants': { version: 1, name: 'B', choices: CHOICES },
  'PUT /api/pieces/{id}/costs': {
    version: 1,
    costs: {
      stone: 1200,
      source: '',
      findings: [{ name: 'clasp', cost: 150 }],
      packaging: null,
      fees: 6.5,
      method: 'time and materials',
      margin: 20,
      multiple: 4,
      sold: null,
    },
  },
  'POST /api/pieces/{id}/events': { events: [turn(), { ...turn(), kind: 'cut', value: 150 }] },
}

const server = new Running()
let mine = ''
let other = ''
const ids: Record<string, string> = {}

beforeAll(async () => {
  await server.boot()
  mine = (await server.signUp()).cookie
  other = (await server.signUp()).cookie
  const stone = await server.call('POST', '/api/stones', BODIES['POST /api/stones'], mine)
  const piece = await server.call('POST', '/api/pieces', { stoneId: stone.body.id, name: '' }, mine)
  ids.stones = stone.body.id
  ids.pieces = piece.body.id
  const kept = await server.call(
    'POST',
    `/api/pieces/${ids.pieces}/variants`,
    BODIES['POST /api/pieces/{id}/variants'],
    mine,
  )
  ids.variant = kept.body.variants[0].id
  ids.instruments = (
    await server.call('POST', '/api/instruments', BODIES['POST /api/instruments'], mine)
  ).body.id
  ids.drawer = (await server.call('POST', '/api/drawer', BODIES['POST /api/drawer'], mine)).body.id
  ids.makers = (await server.call('GET', '/api/auth/me', undefined, mine)).body.maker.id
  await server.call('POST', '/api/workshop/invites', { role: 'maker' }, mine)
  ids.invites = (await server.call('GET', '/api/workshop/invites', undefined, mine)).body[0].id
  ids.sessions = (await server.call('GET', '/api/auth/sessions', undefined, mine)).body[0].id
}, 120_000)
afterAll(() => server.kill())

const addressOf = (r: RouteContract): string => {
  const kind = /^\/api\/(?:auth\/|workshop\/)?(\w+)/.exec(r.path)![1]!
  return r.path.replace('{id}', ids[kind]!).replace('{variant}', ids.variant!).replace('{photo}', 'front')
}

describe('over HTTP', () => {
  it('serves the OpenAPI document that the contract makes', async () => {
    const served = await server.call('GET', '/api/docs')
    expect(served.body).toEqual(JSON.parse(JSON.stringify(openApi('0.1.0'))))
    expect(served.body.openapi).toBe('3.1.0')
    expect(Object.keys(served.body.paths)).toHaveLength(new Set(ROUTES.map((r) => r.path)).size)
  })

  it('every route that takes an id answers 404 to another workshop', async () => {
    const routes = ROUTES.filter((r) => r.path.includes('{'))
    expect(routes.length).toBeGreaterThan(12)
    for (const r of routes) {
      expect({ route: keyOf(r), body: r.body === undefined || keyOf(r) in BODIES }).toEqual({
        route: keyOf(r),
        body: true,
      })
      const answer = await server.call(r.method, addressOf(r), r.body && BODIES[keyOf(r)], other)
      expect({ route: keyOf(r), status: answer.status }).toEqual({ route: keyOf(r), status: 404 })
    }
    expect((await server.call('POST', '/api/pieces', { stoneId: ids.stones, name: '' }, other)).status).toBe(
      404,
    )
    expect((await server.call('GET', '/api/stones', undefined, other)).body).toEqual([])
    expect((await server.call('GET', '/api/pieces', undefined, other)).body).toEqual({
      pieces: [],
      next: null,
    })
    // and nothing was harmed
    expect((await server.call('GET', `/api/pieces/${ids.pieces}`, undefined, mine)).status).toBe(200)
  })

  it('every route that is not open asks for a session', async () => {
    for (const r of ROUTES.filter((route) => !route.open)) {
      const answer = await server.call(r.method, addressOf(r), r.body && BODIES[keyOf(r)])
      expect({ route: keyOf(r), status: answer.status }).toEqual({ route: keyOf(r), status: 401 })
    }
  })

  const COUNT = Number(process.env.MALFORMED ?? 400)
  it(`${COUNT} malformed bodies give only 4xx, with the paths of the fields`, async () => {
    const random = generator(Number(process.env.SEED ?? 1))
    const routes = ROUTES.filter((r) => r.body)
    let refused = 0
    for (let k = 0; k < COUNT; k++) {
      const r = routes[k % routes.length]!
      const body = spoil(BODIES[keyOf(r)], random)
      // what happens to be right after all says nothing here
      if (r.body!.safeParse(body).success) continue
      const raw = random() < 0.03 ? JSON.stringify(body ?? null).slice(0, -1) : undefined
      const answer = await server.call(r.method, addressOf(r), raw ?? body ?? 'null', mine)
      const where = { route: keyOf(r), body: JSON.stringify(body)?.slice(0, 300), status: answer.status }
      expect({ ...where, refused: answer.status >= 400 && answer.status < 500 }).toEqual({
        ...where,
        refused: true,
      })
      if (answer.status === 400 && !raw && typeof body === 'object' && body !== null)
        expect({ ...where, fields: (answer.body.fields ?? []).length > 0 }).toEqual({
          ...where,
          fields: true,
        })
      refused++
    }
    expect(refused).toBeGreaterThan(COUNT * 0.7)
  }, 300_000)
})

describe('malformed stones', () => {
  const COUNT = Number(process.env.MALFORMED ?? 240)
  it(`${COUNT} of every kind are refused with the paths of their measures, and none is kept`, async () => {
    const random = generator(Number(process.env.SEED ?? 1) + 17)
    const before = (await server.call('GET', '/api/stones', undefined, mine)).body.length
    let refused = 0
    for (let k = 0; k < COUNT; k++) {
      const stone = randomStoneOf(STONE_KINDS[k % STONE_KINDS.length]!, random)
      const body = { name: '', note: '', stone: spoil(stone, random) }
      if (stoneWriteSchema.safeParse(body).success) continue
      // one by one, and among good ones in a file that is brought in
      const many = k % 2 === 1
      const good = { name: '', note: '', stone: STONE }
      const answer = many
        ? await server.call('POST', '/api/stones/import', { stones: [good, body, good] }, mine)
        : await server.call('POST', '/api/stones', body, mine)
      const fields = (answer.body.fields ?? []) as { path: string }[]
      const where = { body: JSON.stringify(body).slice(0, 400), status: answer.status }
      const path = many ? 'stones.1.stone' : 'stone'
      expect({ ...where, named: fields.some((f) => f.path.startsWith(path)) }).toEqual({
        body: where.body,
        status: 400,
        named: true,
      })
      refused++
    }
    expect(refused).toBeGreaterThan(COUNT * 0.5)
    // nothing was half brought in
    expect((await server.call('GET', '/api/stones', undefined, mine)).body).toHaveLength(before)
  }, 300_000)
})

/** A small deterministic generator (mulberry32). */
function generator(seed: number): () => number {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

const JUNK: readonly unknown[] = [
  null,
  true,
  -1,
  1e308,
  0.5,
  3_000_000_000,
  '',
  'x'.repeat(5000),
  'nul \u0000 inside',
  'half \ud800 pair',
  [],
  {},
  [[[]]],
  { __proto__: null, constructor: 1 },
  '2026-13-45',
]

/** A valid body with something wrong somewhere: junk in a field, a key missing or too many, or junk altogether. */
function spoil(value: unknown, random: () => number): unknown {
  const junk = () => JUNK[Math.floor(random() * JUNK.length)]
  if (random() < 0.05) return junk()
  const copy = JSON.parse(JSON.stringify(value)) as unknown
  let at = copy as Record<string, unknown>
  for (;;) {
    const keys = Object.keys(at)
    if (keys.length === 0) return junk()
    const key = keys[Math.floor(random() * keys.length)]!
    const inner = at[key]
    if (typeof inner === 'object' && inner !== null && random() < 0.6 && Object.keys(inner).length > 0) {
      at = inner as Record<string, unknown>
      continue
    }
    const how = random()
    if (how < 0.6) at[key] = junk()
    else if (how < 0.8) Reflect.deleteProperty(at, key)
    else at[`extra ${eventId()}`] = junk()
    return copy
  }
}
