import { cookieOf, Running, STONE, turn } from './running'

const server = new Running()
const call = server.call.bind(server)
let mine = ''
beforeAll(async () => {
  await server.boot()
  mine = (await server.signUp()).cookie
}, 120_000)

afterAll(() => server.kill())

const WISH = { alloy: 'copper', temper: 'half hard' }

describe('health and errors', () => {
  it('answers without a session', async () => {
    expect((await call('GET', '/api/health')).body).toMatchObject({ ok: true, demo: true })
  })

  it('gives problem details with field paths', async () => {
    const a = await call('POST', '/api/stones', { stone: { ...STONE, length: 'long' } }, mine)
    expect(a.status).toBe(400)
    expect(a.headers.get('content-type')).toContain('application/problem+json')
    expect(a.body.fields.map((f: { path: string }) => f.path)).toContain('stone.length')
  })

  it.each([
    ['not JSON', '{"a":'],
    ['an array', []],
    ['a number', 3],
    ['null', null],
    ['unknown keys', { stone: STONE, extra: 1 }],
  ])('refuses %s with a 4xx', async (_, body) => {
    const a = await call('POST', '/api/stones', body, mine)
    expect(a.status).toBeGreaterThanOrEqual(400)
    expect(a.status).toBeLessThan(500)
    expect(a.body.title).toBeDefined()
  })

  it('refuses measures that cannot be, in words, at the field', async () => {
    const a = await call('POST', '/api/stones', { stone: { ...STONE, wall: 6.4 } }, mine)
    expect(a.body.fields[0]).toMatchObject({
      path: 'stone.wall',
      message: expect.stringContaining('leaves no dome'),
    })
  })

  it('sends strict headers and no inline script is allowed', async () => {
    const csp = (await call('GET', '/api/health')).headers.get('content-security-policy')!
    expect(csp).toContain("script-src 'self'")
    expect(csp).not.toContain('unsafe')
  })

  it('refuses another site and an older tab', async () => {
    expect(
      (await call('POST', '/api/stones', { stone: STONE }, mine, { origin: 'https://elsewhere.example' }))
        .status,
    ).toBe(403)
    expect((await call('GET', '/api/stones', undefined, mine, { 'x-verger-contract': '0' })).status).toBe(409)
  })
})

describe('sessions', () => {
  it('asks for one, and ends it on sign-out', async () => {
    expect((await call('GET', '/api/stones')).status).toBe(401)
    const cookie = cookieOf(await call('POST', '/api/auth/demo'))
    expect((await call('GET', '/api/auth/me', undefined, cookie)).body.workshop.demo).toBe(true)
    expect((await call('POST', '/api/auth/sign-out', {}, cookie)).status).toBe(204)
    expect((await call('GET', '/api/auth/me', undefined, cookie)).status).toBe(401)
  })

  it('logs neither passwords nor cookies', () => {
    expect(server.logs).not.toContain('a long password')
    expect(server.logs).not.toMatch(/verger-test=/)
  })
})

describe('stones and pieces', () => {
  let stoneId = ''
  let pieceId = ''
  it('keeps a stone and refuses a stale edit, losing nothing', async () => {
    const made = await call('POST', '/api/stones', { name: 'Red', stone: STONE }, mine)
    stoneId = made.body.id
    const edit = { name: 'Redder', note: '', stone: { ...STONE, depth: 6.8 }, version: 1 }
    expect((await call('PUT', `/api/stones/${stoneId}`, edit, mine)).body).toMatchObject({
      version: 2,
      stone: { depth: 6.8 },
    })
    expect((await call('PUT', `/api/stones/${stoneId}`, { ...edit, name: 'Late' }, mine)).status).toBe(409)
    expect((await call('GET', `/api/stones/${stoneId}`, undefined, mine)).body.name).toBe('Redder')
  })

  it('recomputes a plan on saving and tells lengths that differ', async () => {
    const core = await import('@verger/core')
    pieceId = (await call('POST', '/api/pieces', { stoneId, name: 'Red pendant' }, mine)).body.id
    const glance = () => call('GET', `/api/pieces/${pieceId}/glance`, undefined, mine)
    expect((await glance()).body).toEqual({ seen: null })
    const stone = { ...STONE, depth: 6.8 } as import('@verger/core').Stone
    const options = core.startingOptions(stone, 'bound-frame', WISH, undefined, true)!
    const made = core.plan({ stone, family: 'bound-frame', options, settings: core.DEFAULT_SETTINGS })
    if (!made.ok) throw new Error('no plan')
    const lengths = Object.fromEntries(made.plan.cut.wires.map((w) => [w.id, Number(w.length.value)]))
    const body = { version: 1, familyVersion: 1, choices: { family: 'bound-frame', options }, lengths }
    const saved = await call('PUT', `/api/pieces/${pieceId}/plan`, body, mine)
    expect(saved.status).toBe(200)
    expect(saved.body.differences).toEqual([])
    expect(saved.body.piece.plan.lengths).toEqual(lengths)
    const { seen } = (await glance()).body
    expect(seen.design).toEqual(JSON.parse(JSON.stringify(made.plan.design)))
    expect(seen.steps.map((s: { id: string }) => s.id)).toEqual(made.plan.steps.map((s) => s.id))
    const lied = await call(
      'PUT',
      `/api/pieces/${pieceId}/plan`,
      { ...body, version: 2, lengths: { ...lengths, front: 1 } },
      mine,
    )
    expect(lied.body.differences).toMatchObject([{ wire: 'front', shown: 1 }])
    const bad = await call(
      'PUT',
      `/api/pieces/${pieceId}/plan`,
      { ...body, version: 3, choices: { family: 'bound-frame', options: { ...options, wires: 40 } } },
      mine,
    )
    expect(bad.body.fields[0].path).toBe('choices.options.wires')
  }, 60_000)

  it('counts each event once, and the union of two devices is right', async () => {
    const events = Array.from({ length: 9 }, turn)
    await Promise.all([
      call('POST', `/api/pieces/${pieceId}/events`, { events: events.slice(0, 6) }, mine),
      call('POST', `/api/pieces/${pieceId}/events`, { events: events.slice(3) }, mine),
      call('POST', `/api/pieces/${pieceId}/events`, { events }, mine),
    ])
    expect((await call('GET', `/api/pieces/${pieceId}/events`, undefined, mine)).body.events).toHaveLength(9)
  })

  it('keeps every acknowledged event when the server is killed', async () => {
    const events = Array.from({ length: 40 }, turn)
    const acknowledged: string[] = []
    const sending = events.map(async (event, k) => {
      await new Promise((r) => setTimeout(r, k * 8))
      const a = await call('POST', `/api/pieces/${pieceId}/events`, { events: [event] }, mine).catch(
        () => undefined,
      )
      if (a?.status === 201) acknowledged.push(event.id)
    })
    setTimeout(() => server.kill(), 170)
    await Promise.all(sending)
    await server.boot()
    await call('POST', `/api/pieces/${pieceId}/events`, { events }, mine)
    const kept = (await call('GET', `/api/pieces/${pieceId}/events`, undefined, mine)).body.events.map(
      (e: { id: string }) => e.id,
    )
    expect(acknowledged.length).toBeLessThan(40)
    expect(acknowledged.every((id) => kept.includes(id))).toBe(true)
    expect(kept).toHaveLength(49)
    expect(new Set(kept).size).toBe(49)
  }, 60_000)

  it('brings back what was removed, with its records', async () => {
    expect((await call('DELETE', `/api/stones/${stoneId}`, undefined, mine)).status).toBe(409)
    expect((await call('DELETE', `/api/pieces/${pieceId}`, undefined, mine)).status).toBe(204)
    expect((await call('GET', `/api/pieces/${pieceId}`, undefined, mine)).status).toBe(404)
    expect((await call('DELETE', `/api/stones/${stoneId}`, undefined, mine)).status).toBe(204)
    expect((await call('GET', '/api/stones', undefined, mine)).body).toEqual([])
    expect((await call('POST', `/api/stones/${stoneId}/restore`, {}, mine)).status).toBe(201)
    const back = await call('POST', `/api/pieces/${pieceId}/restore`, {}, mine)
    expect(back.body.name).toBe('Red pendant')
    expect((await call('GET', `/api/pieces/${pieceId}/events`, undefined, mine)).body.events).toHaveLength(49)
  })

  it('keeps variants and costs with the piece, each edit counted', async () => {
    const piece = (await call('GET', `/api/pieces/${pieceId}`, undefined, mine)).body
    const choices = { family: 'bound-frame', options: { ...piece.plan.options, neck: 7 } }
    const kept = await call(
      'POST',
      `/api/pieces/${pieceId}/variants`,
      { version: piece.version, name: 'Long neck', choices },
      mine,
    )
    expect(kept.status).toBe(201)
    expect(kept.body.variants).toMatchObject([{ name: 'Long neck', plan: { options: { neck: 7 } } }])
    const stale = { version: piece.version, costs: { ...kept.body.costs, stone: 1250 } }
    expect((await call('PUT', `/api/pieces/${pieceId}/costs`, stale, mine)).status).toBe(409)
    const costs = await call(
      'PUT',
      `/api/pieces/${pieceId}/costs`,
      { ...stale, version: kept.body.version },
      mine,
    )
    expect(costs.body.costs).toMatchObject({ stone: 1250, fees: null })
    const id = kept.body.variants[0].id
    expect(
      (await call('DELETE', `/api/pieces/${pieceId}/variants/${id}`, undefined, mine)).body.variants,
    ).toEqual([])
    expect((await call('DELETE', `/api/pieces/${pieceId}/variants/${id}`, undefined, mine)).status).toBe(404)
  }, 60_000)
})

describe('many stones at once', () => {
  it('are all taken, in order, or none: a bad one is named by its place', async () => {
    const { cookie } = await server.signUp()
    const stones = Array.from({ length: 250 }, (_, i) => ({ name: `Stone ${i}`, note: '', stone: STONE }))
    const bad = stones.map((s, i) => (i === 7 ? { ...s, stone: { ...STONE, wall: 6.4 } } : s))
    const refused = await call('POST', '/api/stones/import', { stones: bad }, cookie)
    expect(refused.status).toBe(400)
    expect(refused.body.fields.map((f: { path: string }) => f.path)).toEqual(['stones.7.stone.wall'])
    expect((await call('GET', '/api/stones', undefined, cookie)).body).toEqual([])
    const taken = await call('POST', '/api/stones/import', { stones }, cookie)
    expect(taken.status).toBe(201)
    expect(taken.body.map((s: { name: string }) => s.name)).toEqual(stones.map((s) => s.name))
    expect((await call('GET', '/api/stones', undefined, cookie)).body).toHaveLength(250)
  })
})
