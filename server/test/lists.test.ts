import pg from 'pg'
import { eventId, Running, STONE, turn } from './running'

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

/** A piece of a new workshop, its cookie, and the workshop's id. */
async function begun() {
  const { cookie } = await server.signUp()
  const stone = (await call('POST', '/api/stones', { stone: STONE }, cookie)).body
  const piece = (await call('POST', '/api/pieces', { stoneId: stone.id, name: 'First' }, cookie)).body
  const workshop = (await call('GET', '/api/auth/me', undefined, cookie)).body.workshop.id as string
  return { cookie, workshop, stone: stone.id as string, piece: piece.id as string }
}

describe('a list of many pieces', () => {
  it('of 1,000 with variants comes in pages under 200 kB, each piece once, the latest first', async () => {
    const { cookie, workshop, stone } = await begun()
    const heavy = JSON.stringify({ text: 'x'.repeat(20_000) })
    await db.query(
      `insert into pieces (workshop_id, id, name, note, station, stone_id, variants, updated_at)
       select $1, 'p' || i, 'Piece ' || i, repeat('n', 3000), 'choose', $2, jsonb_build_array($3::jsonb, $3::jsonb),
         now() - make_interval(secs => (i / 3)::int)
       from generate_series(1, 1000) i`,
      [workshop, stone, heavy],
    )
    const seen: string[] = []
    const times: string[] = []
    let from: string | null = ''
    while (from !== null) {
      const response = await fetch(`${server.address}/api/pieces${from ? `?from=${from}` : ''}`, {
        headers: { cookie, 'accept-encoding': 'identity' },
      })
      const text = await response.text()
      expect(text.length).toBeLessThan(200_000)
      const page = JSON.parse(text) as { pieces: { id: string; updatedAt: string }[]; next: string | null }
      seen.push(...page.pieces.map((p) => p.id))
      times.push(...page.pieces.map((p) => p.updatedAt))
      from = page.next
    }
    expect(seen).toHaveLength(1001)
    expect(new Set(seen).size).toBe(1001)
    expect([...times].sort().reverse()).toEqual(times)
  })

  it('refuses a page that was never given', async () => {
    const { cookie } = await begun()
    for (const from of ['x', '%20', 'AAAA', Buffer.from("2026-01-01'; drop x").toString('base64url')])
      expect((await call('GET', `/api/pieces?from=${from}`, undefined, cookie)).status).toBe(400)
  })
})

describe('events of the bench', () => {
  it('an answer has what is new, not all 60,000', async () => {
    const { cookie, workshop, piece } = await begun()
    await db.query(
      `insert into bench_events (workshop_id, id, piece_id, kind, subject, at)
       select $1, 'event-0123456789-' || i, $2, 'turn', 'bind-foot', now() from generate_series(1, 60000) i`,
      [workshop, piece],
    )
    let after = 0
    let all = 0
    for (let more = true; more;) {
      const page = (await call('GET', `/api/pieces/${piece}/events?after=${after}`, undefined, cookie)).body
      expect(page.events.length).toBeLessThanOrEqual(2000)
      all += page.events.length
      after = page.last
      more = page.more
    }
    expect(all).toBe(60_000)
    const mine = turn()
    const answer = await call('POST', `/api/pieces/${piece}/events`, { events: [mine], after }, cookie)
    expect(answer.body.events).toEqual([mine])
    expect(answer.body.last).toBeGreaterThan(after)
    expect(answer.body.more).toBe(false)
  }, 120_000)

  it('readers that go on from a number miss none, however many send at once', async () => {
    const { cookie, piece } = await begun()
    const sent = Array.from({ length: 120 }, turn)
    const got: string[] = []
    let last = 0
    let done = false
    const reading = (async () => {
      for (;;) {
        const ending = done
        const page = (await call('GET', `/api/pieces/${piece}/events?after=${last}`, undefined, cookie)).body
        got.push(...page.events.map((e: { id: string }) => e.id))
        last = page.last
        if (ending) return
      }
    })()
    await Promise.all(
      sent.map((event) => call('POST', `/api/pieces/${piece}/events`, { events: [event] }, cookie)),
    )
    done = true
    await reading
    expect([...got].sort()).toEqual(sent.map((e) => e.id).sort())
  }, 60_000)

  it('count in the server’s order: a device set to 2031 does not keep its pass after a later fail', async () => {
    const { cookie, piece } = await begun()
    const proof = (value: string, at: string) => ({
      id: eventId(),
      kind: 'proof',
      subject: 'shake',
      value,
      at,
    })
    const send = (e: object) => call('POST', `/api/pieces/${piece}/events`, { events: [e] }, cookie)
    await send(proof('pass', '2031-05-01T10:00:00.000Z'))
    await send(proof('fail', '2026-11-28T10:00:00.000Z'))
    const { events } = (await call('GET', `/api/pieces/${piece}/events`, undefined, cookie)).body
    const { tally } = await import('@verger/contract')
    expect(tally(events).proof).toEqual({ shake: 'fail' })
    // and what the device said is kept as it was told
    expect(events[0].at).toBe('2031-05-01T10:00:00.000Z')
  })
})
