import type { Work } from '@verger/contract'
import { DEFAULT_SETTINGS, startingOptions, type Stone } from '@verger/core'
import pg from 'pg'
import { eventId, Running, STONE } from './running'

const server = new Running()
const call = server.call.bind(server)
const db = new pg.Client({ connectionString: process.env.TEST_DATABASE_URL })
beforeAll(async () => {
  await server.boot()
  await db.connect()
}, 120_000)
afterAll(async () => {
  await db.end()
  server.kill()
})

const at = '2026-11-28T10:00:00.000Z'

const OPTIONS = startingOptions(
  STONE as Stone,
  'bound-frame',
  { alloy: 'copper', temper: 'half hard' },
  undefined,
  true,
)!

async function begun() {
  const { cookie } = await server.signUp()
  const stone = (await call('POST', '/api/stones', { stone: STONE }, cookie)).body
  const piece = (await call('POST', '/api/pieces', { stoneId: stone.id, name: 'Red' }, cookie)).body
  const me = (await call('GET', '/api/auth/me', undefined, cookie)).body
  return { cookie, piece, stone, workshop: me.workshop.id as string }
}

/** A piece planned as a frame, as a page saves it. */
const planned = (piece: { id: string; version: number }, cookie: string) =>
  call(
    'PUT',
    `/api/pieces/${piece.id}/plan`,
    {
      version: piece.version,
      familyVersion: 1,
      choices: { family: 'bound-frame', options: OPTIONS },
      lengths: {},
    },
    cookie,
  )

describe('commissions', () => {
  it('are kept, changed over the version one knows, and erased for good', async () => {
    const { cookie, piece } = await begun()
    const path = `/api/pieces/${piece.id}/commission`
    const put = (version: number, commission: object) => call('PUT', path, { version, commission }, cookie)
    // none there: a change of one that is not there is refused
    expect((await put(3, { client: 'A. B.' })).status).toBe(409)
    const first = await put(0, { client: 'A. B.', due: '2026-12-20', price: 5200 })
    expect(first.body).toMatchObject({
      version: 1,
      commission: { client: 'A. B.', occasion: '', deposit: null },
    })
    expect((await put(0, { client: 'C. D.' })).status).toBe(409)
    expect((await put(1, { client: 'A. B.', deposit: 2000 })).body).toMatchObject({ version: 2 })
    expect((await put(1, { client: 'E. F.' })).status).toBe(409)
    const seen = (await call('GET', '/api/commissions', undefined, cookie)).body
    expect(seen).toMatchObject([{ pieceId: piece.id, commission: { client: 'A. B.', deposit: 2000 } }])
    // in nothing of the piece itself
    expect(
      JSON.stringify((await call('GET', `/api/pieces/${piece.id}`, undefined, cookie)).body),
    ).not.toContain('A. B.')
    expect((await call('DELETE', path, undefined, cookie)).status).toBe(204)
    expect((await call('GET', '/api/commissions', undefined, cookie)).body).toEqual([])
    expect(await db.query('select from commissions where piece_id = $1', [piece.id])).toMatchObject({
      rowCount: 0,
    })
  })

  it('refuse a day that is none, and a piece of another workshop', async () => {
    const [a, b] = [await begun(), await begun()]
    const path = `/api/pieces/${a.piece.id}/commission`
    const wrong = await call('PUT', path, { version: 0, commission: { due: '2026-02-30' } }, a.cookie)
    expect([wrong.status, wrong.body.fields[0].path]).toEqual([400, 'commission.due'])
    expect((await call('PUT', path, { version: 0, commission: {} }, b.cookie)).status).toBe(404)
    expect((await call('DELETE', path, undefined, b.cookie)).status).toBe(404)
  })
})

describe('work on the way', () => {
  it('tells what is due first, what is still to be cut, and the time that went in; also of a plan from before', async () => {
    const { cookie, piece, stone, workshop } = await begun()
    const later = (await call('POST', '/api/pieces', { stoneId: stone.id, name: 'Later' }, cookie)).body
    const saved = await planned(piece, cookie)
    expect(saved.status).toBe(200)
    const plan = saved.body.piece.plan
    expect(plan.settings.rack).toEqual(DEFAULT_SETTINGS.rack)
    await call(
      'PUT',
      `/api/pieces/${piece.id}/commission`,
      { version: 0, commission: { due: '2026-12-20' } },
      cookie,
    )
    const [wire] = Object.keys(plan.lengths)
    const cut = { id: eventId(), kind: 'cut', subject: wire, value: 200, at }
    const worked = [90_000, 30_000].map((value) => ({
      id: eventId(),
      kind: 'time',
      subject: 'cut',
      value,
      at,
    }))
    await call('POST', `/api/pieces/${piece.id}/events`, { events: [cut, ...worked] }, cookie)
    const work = async () => (await call('GET', '/api/work', undefined, cookie)).body as Work
    const [first, second] = (await work()).pieces
    expect([first!.name, second!.name]).toEqual(['Red', 'Later'])
    expect(first).toMatchObject({ due: '2026-12-20', spent: 120_000, minutes: plan.minutes })
    const lengths = Object.fromEntries(
      plan.needs.map((n: { id: string; length: number }) => [n.id, n.length]),
    )
    expect(Object.fromEntries(first!.needs.map((n) => [n.id, n.length]))).toEqual(
      Object.fromEntries(Object.entries(lengths).filter(([id]) => id !== wire)),
    )
    expect(second).toMatchObject({ pieceId: later.id, minutes: null, needs: [] })
    // an older Verger kept no needs: they are worked out again, and are the same
    await db.query(`update pieces set plan = plan - 'needs' where workshop_id = $1 and id = $2`, [
      workshop,
      piece.id,
    ])
    expect((await work()).pieces[0]!.needs).toEqual(first!.needs)
    // taken back, it is to be cut again
    await call(
      'POST',
      `/api/pieces/${piece.id}/events`,
      { events: [{ id: eventId(), kind: 'undo', subject: wire, value: cut.id, at }] },
      cookie,
    )
    expect((await work()).pieces[0]!.needs.map((n) => n.id)).toContain(wire)
  }, 60_000)
})

describe('the ledger', () => {
  it('tells finished pieces with what they took, and what they teach once rests were measured', async () => {
    const { cookie, piece } = await begun()
    const saved = await planned(piece, cookie)
    const { plan } = saved.body.piece
    const [need] = plan.needs as { id: string; length: number; net: number; technique: string }[]
    const event = (kind: string, subject: string, value?: number) => ({
      id: eventId(),
      kind,
      subject,
      value,
      at,
    })
    const tell = (...events: object[]) => call('POST', `/api/pieces/${piece.id}/events`, { events }, cookie)
    await tell(event('cut', need!.id, 300), event('time', 'bind-foot', 240_000))
    const bend = `bend-front-${(OPTIONS.frontBends as readonly number[])[0]}`
    await tell(event('measured', 'bind-foot', 8.6), event('measured', bend, 0.8))
    await call(
      'PUT',
      `/api/pieces/${piece.id}`,
      { version: saved.body.piece.version, station: 'ledger' },
      cookie,
    )
    for (let i = 0; i < 30; i++) {
      if ((await call('POST', `/api/pieces/${piece.id}/finish`, undefined, cookie)).status === 204) break
      await new Promise((resolve) => setTimeout(resolve, 500))
    }
    const row = async () => (await call('GET', '/api/ledger', undefined, cookie)).body[0]
    const lesson = async () => (await call('GET', '/api/ledger/lessons', undefined, cookie)).body[0]
    expect(await row()).toMatchObject({ pieceId: piece.id, alloy: 'copper', minutes: 4, used: 300 })
    expect((await row()).stages.Binding).toBe(240_000)
    // without its rest a cut teaches nothing of what the wire takes
    expect((await lesson()).wires).toEqual([])
    expect((await lesson()).work).toEqual([
      { kind: 'bind', reckoned: plan.minutesBy.bind, took: expect.closeTo(4, 9) },
    ])
    expect((await lesson()).lengths).toEqual([
      { kind: 'bind', planned: OPTIONS.foot, met: 8.6 },
      { kind: 'bend', planned: OPTIONS.frontOverlap, met: 0.8 },
    ])
    await tell(event('measured', `left of ${need!.id}`, 60))
    expect((await lesson()).wires).toEqual([{ technique: need!.technique, planned: need!.net, used: 240 }])
    expect(await row()).toMatchObject({ planned: need!.net, used: 240 })
    // nothing left over is a rest as well; of anything else nothing is no length
    expect((await tell(event('measured', `left of ${need!.id}`, 0))).status).toBe(201)
    expect((await tell(event('measured', 'sample', 0))).status).toBe(400)
  }, 120_000)
})
