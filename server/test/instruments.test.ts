import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { displayed, otherUnit, switchedOn, truthOf, zeroed } from '../src/instruments/standIn'
import { eventId, Running, STONE } from './running'
import type { Stone } from '@verger/core'

describe('a stand-in', () => {
  const at = (turn: number) => ({ ...switchedOn('caliper'), turn })
  const many = Array.from({ length: 400 }, (_, i) => i + 1)

  it('reads off until it is zeroed with closed jaws, and then about the truth', () => {
    const mean = (zero: number) =>
      many.reduce((sum, turn) => sum + displayed('caliper', { ...at(turn), zero }, 30), 0) / many.length
    expect(mean(0)).toBeCloseTo(30.07, 2)
    const { zero } = zeroed('caliper', at(0), 0)
    expect(mean(zero)).toBeGreaterThan(29.96)
    expect(mean(zero)).toBeLessThan(30.04)
  })

  it('scatters, in steps of its display, the same for the same press', () => {
    const values = many.map((turn) => displayed('caliper', at(turn), 30))
    const mean = values.reduce((a, b) => a + b, 0) / values.length
    const deviation = Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length)
    expect(deviation).toBeGreaterThan(0.009)
    expect(deviation).toBeLessThan(0.016)
    for (const v of values) expect(Math.abs(v * 100 - Math.round(v * 100))).toBeLessThan(1e-6)
    expect(displayed('caliper', at(7), 30)).toBe(displayed('caliper', at(7), 30))
  })

  it('changes its unit: inches in half thousandths, carats of a fifth of a gram', () => {
    const inches = otherUnit('caliper', { ...at(3), zero: 0.07 })
    expect(inches.unit).toBe('in')
    expect(displayed('caliper', inches, 25.4)).toBeCloseTo(1, 2)
    const carats = otherUnit('scale', { ...switchedOn('scale'), zero: 0.03 })
    expect(displayed('scale', carats, 2)).toBeCloseTo(10, 1)
    expect(otherUnit('scale', carats).unit).toBe('g')
  })

  it('measures lengths and weighs, and no angles or shares', () => {
    const stone = STONE as Stone
    expect(truthOf('caliper', stone, 'length')).toBe(28)
    expect(truthOf('caliper', stone, 'wall')).toBe(1.8)
    expect(truthOf('caliper', stone, 'draft')).toBeUndefined()
    expect(truthOf('caliper', stone, 'table')).toBeUndefined()
    expect(truthOf('caliper', stone, 'constructor')).toBeUndefined()
    expect(truthOf('scale', { ...stone, weighed: 7.42 }, 'mass')).toBe(7.42)
    expect(truthOf('scale', stone, 'mass')).toBeCloseTo(
      ((Math.PI / 4) * 28 * 20 * (1.8 + (2 / 3) * 4.7) * 2.6) / 1000,
      0,
    )
  })
})

describe('over HTTP', () => {
  const server = new Running()
  let cookie = ''
  const call = (method: string, path: string, body?: unknown) => server.call(method, path, body, cookie)
  const id = () => eventId()
  const now = () => new Date().toISOString()
  beforeAll(async () => {
    await server.boot()
    cookie = await server.openDemo()
  }, 60_000)
  afterAll(() => server.kill())

  it('the demo has a caliper and a scale; another workshop has none', async () => {
    const rows = (await call('GET', '/api/instruments')).body
    expect(rows.filter((r: { standIn: boolean }) => r.standIn)).toHaveLength(2)
    const other = await server.signUp()
    expect((await server.call('GET', '/api/instruments', undefined, other.cookie)).body).toEqual([])
  })

  it('zero, lay, send: the reading comes over the driver interface, and a killed server forgets neither zero nor stone', async () => {
    const press = (body: object) => call('POST', '/api/instruments/stand-in-caliper/press', body)
    await press({ button: 'clear' })
    expect((await press({ button: 'zero' })).body.shows).toBe(0)
    const stone = (await call('POST', '/api/stones', { name: 'x', stone: STONE })).body
    const laid = await press({ button: 'lay', stoneId: stone.id, measure: 'width' })
    expect(laid.body).toMatchObject({ holds: { stoneId: stone.id, measure: 'width' }, unit: 'mm' })
    expect(Math.abs(laid.body.shows - 20)).toBeLessThan(0.1)
    server.kill()
    await server.boot()
    const { latest } = laid.body
    const reading = id()
    const sent = await press({ button: 'send', id: reading, at: now() })
    expect(sent.body.holds).toEqual({ stoneId: stone.id, measure: 'width' })
    const got = (await call('GET', `/api/instruments/stand-in-caliper/readings?after=${latest}`)).body
    expect(got).toHaveLength(1)
    expect(got[0]).toMatchObject({ id: reading, unit: 'mm' })
    expect(Math.abs(got[0].value - 20)).toBeLessThan(0.1)
    // the same press again after a lost answer: one reading
    await press({ button: 'send', id: reading, at: now() })
    expect(
      (await call('GET', `/api/instruments/stand-in-caliper/readings?after=${latest}`)).body,
    ).toHaveLength(1)
    expect((await press({ button: 'lay', stoneId: stone.id, measure: 'draft' })).status).toBe(400)
    expect((await press({ button: 'lay', stoneId: 'none', measure: 'length' })).status).toBe(404)
  }, 60_000)

  it('a real one: told of, sends, counts once, and has no buttons here', async () => {
    const made = await call('POST', '/api/instruments', { kind: 'scale', name: 'Shelf scale' })
    const at = `/api/instruments/${made.body.id}`
    const reading = { id: id(), value: 7.41, unit: 'g', at: now() }
    const first = await call('POST', `${at}/readings`, reading)
    expect(first.status).toBe(201)
    expect((await call('POST', `${at}/readings`, reading)).body).toEqual(first.body)
    expect((await call('GET', `${at}/readings?after=0`)).body).toEqual([first.body])
    expect((await call('GET', `${at}/readings?after=${first.body.seq}`)).body).toEqual([])
    expect(
      (await call('POST', `${at}/readings`, { ...reading, id: id(), unit: 'mm' })).body.fields[0].path,
    ).toBe('unit')
    expect((await call('GET', `${at}/readings?after=x`)).status).toBe(400)
    expect((await call('POST', `${at}/press`, { button: 'zero' })).status).toBe(409)
    expect((await call('DELETE', at)).status).toBe(204)
    expect((await call('GET', `${at}/readings?after=0`)).status).toBe(404)
  })

  it('keeps the last 200 readings of an instrument', async () => {
    const made = await call('POST', '/api/instruments', { kind: 'caliper', name: 'Busy caliper' })
    const at = `/api/instruments/${made.body.id}/readings`
    for (let k = 0; k < 205; k++) await call('POST', at, { id: id(), value: k, unit: 'mm', at: now() })
    const kept = (await call('GET', `${at}?after=0`)).body as { value: number }[]
    expect(kept).toHaveLength(200)
    expect(kept[0]!.value).toBe(5)
    expect(kept[199]!.value).toBe(204)
  }, 60_000)

  it('the shipped driver sends what an instrument prints, line by line', async () => {
    const child = spawn(
      process.execPath,
      [
        join(__dirname, '../../scripts/instrument.mjs'),
        ...['--demo', '--address', server.address, '--name', 'Line caliper', '--kind', 'caliper'],
      ],
      { stdio: ['pipe', 'pipe', 'pipe'] },
    )
    let said = ''
    child.stderr.on('data', (chunk) => (said += String(chunk)))
    child.stdin.end('  29.98 mm\n01A+00012.34\nready\n+1,1805in\n')
    const code = await new Promise((resolve) => child.once('exit', resolve))
    expect({ code, said }).toMatchObject({ code: 0 })
    expect(said).toContain('no number in “ready”')
    const rows = (await call('GET', '/api/instruments')).body as { id: string; name: string }[]
    const line = rows.find((r) => r.name === 'Line caliper')!
    const got = (await call('GET', `/api/instruments/${line.id}/readings?after=0`)).body as {
      value: number
      unit: string
    }[]
    expect(got.map((r) => `${r.value} ${r.unit}`)).toEqual(['29.98 mm', '12.34 mm', '1.1805 in'])
  }, 60_000)
})
