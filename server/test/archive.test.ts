import sharp from 'sharp'
import { eventId, Running, STONE, turn } from './running'

const server = new Running()
const call = server.call.bind(server)
beforeAll(() => server.boot(), 120_000)
afterAll(() => server.kill())

const takeOut = async (cookie: string): Promise<Buffer> => {
  const answer = await fetch(`${server.address}/api/workshop/archive`, { headers: { cookie } })
  expect(answer.status).toBe(200)
  expect(answer.headers.get('content-type')).toBe('application/zip')
  return Buffer.from(await answer.arrayBuffer())
}
const bringBack = async (cookie: string, archive: Buffer) => {
  const answer = await fetch(`${server.address}/api/workshop/archive`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/zip' },
    body: new Uint8Array(archive),
  })
  const text = await answer.text()
  return { status: answer.status, body: text ? (JSON.parse(text) as { detail: string }) : undefined }
}

/** A workshop with something of everything. */
async function lived(): Promise<string> {
  const { cookie } = await server.signUp()
  const stone = (
    await call('POST', '/api/stones', { name: 'Red = one', note: 'of two', stone: STONE }, cookie)
  ).body
  const gone = (await call('POST', '/api/stones', { name: 'Gone', stone: STONE }, cookie)).body
  await call('DELETE', `/api/stones/${gone.id}`, undefined, cookie)
  await call('PUT', `/api/stones/${stone.id}/away`, { away: true }, cookie)
  const picture = await sharp({
    create: { width: 900, height: 600, channels: 3, background: { r: 120, g: 60, b: 30 } },
  })
    .jpeg()
    .toBuffer()
  const photograph = async (path: string) => {
    const put = await fetch(`${server.address}${path}`, {
      method: 'PUT',
      headers: { cookie, 'content-type': 'image/jpeg' },
      body: new Uint8Array(picture),
    })
    expect(put.status).toBe(200)
  }
  await photograph(`/api/stones/${stone.id}/photo`)
  const wire = {
    kind: 'weave',
    name: 'Mine',
    text: 'a: 2(1) 1(2)',
    wires: 2,
    base: 0.8,
    weaver: 0.3,
    packing: null,
  }
  expect((await call('POST', '/api/drawer', { item: wire }, cookie)).status).toBe(201)
  const piece = (await call('POST', '/api/pieces', { stoneId: stone.id, name: 'Red pendant' }, cookie)).body
  for (const side of ['work-first', 'front', 'work-second'])
    await photograph(`/api/pieces/${piece.id}/photos/${side}`)
  const core = await import('@verger/core')
  const options = core.startingOptions(
    STONE as import('@verger/core').Stone,
    'bound-frame',
    { alloy: 'copper', temper: 'half hard' },
    undefined,
    true,
  )!
  const choices = { family: 'bound-frame', options }
  const saved = await call(
    'PUT',
    `/api/pieces/${piece.id}/plan`,
    { version: 1, familyVersion: core.family('bound-frame').version, choices, lengths: {} },
    cookie,
  )
  expect(saved.status).toBe(200)
  await call('POST', `/api/pieces/${piece.id}/variants`, { version: 2, name: 'Other', choices }, cookie)
  const costs = { ...saved.body.piece.costs, stone: 1250, source: 'a fair' }
  await call('PUT', `/api/pieces/${piece.id}/costs`, { version: 3, costs }, cookie)
  // a device whose clock is far ahead records first: the order is the server's
  const ahead = {
    id: eventId(),
    kind: 'proof',
    subject: 'shake',
    value: 'pass',
    at: '2031-01-01T00:00:00.000Z',
  }
  const later = { ...ahead, id: eventId(), value: 'fail', at: '2026-11-28T10:00:00.000Z' }
  await call('POST', `/api/pieces/${piece.id}/events`, { events: [turn(), ahead] }, cookie)
  await call('POST', `/api/pieces/${piece.id}/events`, { events: [later, turn()] }, cookie)
  const commission = { client: 'A. B.', occasion: 'birthday', due: '2027-01-15', price: 4800 }
  await call('PUT', `/api/pieces/${piece.id}/commission`, { version: 0, commission }, cookie)
  const rack = 'rack-of-the-archive'
  const onRack = (kind: string, more: object) =>
    call(
      'POST',
      '/api/rack/events',
      { events: [{ id: eventId(), at: ahead.at, kind, rack, ...more }] },
      cookie,
    )
  const stock = { alloy: 'copper', size: '20 AWG', profile: 'square', temper: 'half hard' }
  const cut = (value: number) => ({
    id: eventId(),
    at: ahead.at,
    kind: 'cut',
    subject: `wire-${value}`,
    value,
    from: [{ rack, length: value }],
  })
  // a cut that the measuring knows of, and one that came after it: their order is the rack's length
  await onRack('laid-in', { form: 'length', stock, length: 900 })
  await call('POST', `/api/pieces/${piece.id}/events`, { events: [cut(200)] }, cookie)
  await onRack('measured', { length: 690 })
  await call('POST', `/api/pieces/${piece.id}/events`, { events: [cut(90)] }, cookie)
  await call('POST', `/api/pieces/${piece.id}/finish`, undefined, cookie)
  return cookie
}

describe('a workshop taken out and brought back', () => {
  it('is the same, byte for byte, pictures, records and order included', async () => {
    const from = await lived()
    const archive = await takeOut(from)
    expect((await takeOut(from)).equals(archive)).toBe(true)
    const { cookie } = await server.signUp()
    expect(await bringBack(cookie, archive)).toEqual({ status: 204, body: undefined })
    expect((await takeOut(cookie)).equals(archive)).toBe(true)
    // and it is a workshop to work in
    const { pieces } = (await call('GET', '/api/pieces', undefined, cookie)).body
    expect(pieces).toMatchObject([{ name: 'Red pendant', planned: true }])
    const before = (await call('GET', `/api/pieces/${pieces[0].id}`, undefined, from)).body
    expect((await call('GET', `/api/pieces/${pieces[0].id}`, undefined, cookie)).body).toEqual(before)
    expect(
      (await call('GET', `/api/pieces/${pieces[0].id}/glance`, undefined, cookie)).body.seen,
    ).not.toBeNull()
    const events = (await call('GET', `/api/pieces/${pieces[0].id}/events`, undefined, cookie)).body.events
    expect(events.map((e: { value?: string }) => e.value).filter(Boolean)).toEqual(['pass', 'fail', 200, 90])
    const [row] = (await call('GET', '/api/rack', undefined, cookie)).body
    expect([row.length, row.taken.map((t: { counts: boolean }) => t.counts)]).toEqual([600, [false, true]])
  }, 120_000)

  it('is refused where something is there already, or the file is not whole, and nothing is changed', async () => {
    const from = await lived()
    const archive = await takeOut(from)
    expect((await bringBack(from, archive)).status).toBe(409)
    const { cookie } = await server.signUp()
    const spoilt = [
      Buffer.from('no archive at all'),
      archive.subarray(0, archive.length / 2),
      Buffer.concat([archive.subarray(0, 400), Buffer.alloc(400, 7), archive.subarray(800)]),
    ]
    for (const file of spoilt) {
      const refused = await bringBack(cookie, file)
      expect(refused.status).toBe(400)
      expect(refused.body!.detail.length).toBeGreaterThan(10)
    }
    expect((await call('GET', '/api/stones', undefined, cookie)).body).toEqual([])
    expect((await call('GET', '/api/drawer', undefined, cookie)).body).toEqual([])
    expect((await bringBack(cookie, archive)).status).toBe(204)
  }, 120_000)
})
