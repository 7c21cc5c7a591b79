import type { RackRow } from '@verger/contract'
import { randomBytes } from 'node:crypto'
import { Running, STONE } from './running'

const server = new Running()
const call = server.call.bind(server)
beforeAll(() => server.boot(), 120_000)
afterAll(() => server.kill())

const newId = () => randomBytes(12).toString('hex')
const now = () => new Date().toISOString()
const STOCK = { alloy: 'copper', size: '20 AWG', profile: 'square', temper: 'half hard' }
const laidIn = (rack: string, length: number, form = 'length') => ({
  id: newId(),
  at: now(),
  kind: 'laid-in',
  rack,
  form,
  stock: STOCK,
  length,
})
const cutEvent = (subject: string, value: number, rack?: string) => ({
  id: newId(),
  at: now(),
  kind: 'cut',
  subject,
  value,
  ...(rack ? { from: [{ rack, length: value }] } : {}),
})

/** A workshop with a piece. */
async function begun() {
  const { cookie } = await server.signUp()
  const stone = (await call('POST', '/api/stones', { stone: STONE }, cookie)).body
  const piece = (await call('POST', '/api/pieces', { stoneId: stone.id, name: 'First' }, cookie)).body.id
  const rack = async () => (await call('GET', '/api/rack', undefined, cookie)).body as RackRow[]
  return {
    cookie,
    piece: piece as string,
    rack,
    tell: (...events: object[]) => call('POST', '/api/rack/events', { events }, cookie),
    bench: (...events: object[]) => call('POST', `/api/pieces/${piece}/events`, { events }, cookie),
  }
}

describe('the rack', () => {
  it('is laid in, cut from at the bench, measured and undone; what is sent twice counts once', async () => {
    const { rack, tell, bench } = await begun()
    const spool = newId()
    const first = laidIn(spool, 5000, 'spool')
    expect((await tell(first)).status).toBe(201)
    const rear = cutEvent('rear', 230, spool)
    await bench(rear)
    await Promise.all([tell(first), bench(rear), bench(rear)])
    expect((await rack()).map((r) => r.length)).toEqual([4770])
    // cut again, longer: the last one counts
    const again = cutEvent('rear', 240, spool)
    await bench(again, cutEvent('front', 100, spool))
    expect((await rack())[0]!.length).toBe(4660)
    expect((await rack())[0]!.taken.map((t) => [t.wire, t.length])).toEqual([
      ['rear', 240],
      ['front', 100],
    ])
    // weighed: that is its length, and what is cut after goes off it
    await tell({ id: newId(), at: now(), kind: 'measured', rack: spool, length: 4500, weighed: 61.2 })
    await bench(cutEvent('middle', 50, spool))
    expect((await rack())[0]!.length).toBe(4450)
    // taken back: the first cut of that wire counts again
    await bench({ id: newId(), at: now(), kind: 'undo', subject: 'rear', value: again.id })
    const [row] = await rack()
    expect(row!.length).toBe(4450)
    expect(row!.taken.find((t) => t.wire === 'rear')).toMatchObject({ length: 230, counts: false })
    // cut once more without the rack: what was taken from it for that wire is not
    await bench(cutEvent('middle', 50))
    expect((await rack())[0]!.length).toBe(4500)
  })

  it('refuses what is about nothing that lies there, with its path, and keeps none of it', async () => {
    const { rack, tell } = await begun()
    const good = laidIn(newId(), 300)
    const answer = await tell(good, { id: newId(), at: now(), kind: 'gone', rack: newId() })
    expect(answer.status).toBe(400)
    expect(answer.body.fields).toEqual([expect.objectContaining({ path: 'events.1.rack' })])
    expect(await rack()).toEqual([])
  })

  it('is each workshop’s own', async () => {
    const [a, b] = [await begun(), await begun()]
    const id = newId()
    await a.tell(laidIn(id, 300))
    await b.tell(laidIn(id, 700))
    await b.bench(cutEvent('rear', 100, id))
    expect((await a.rack()).map((r) => r.length)).toEqual([300])
    expect((await b.rack()).map((r) => r.length)).toEqual([600])
  })

  it('adds up to the millimetre with two devices that cut and measure at once, through ten kills of the server', async () => {
    const { rack, tell, bench } = await begun()
    const spools = [newId(), newId()]
    await tell(...spools.map((s) => laidIn(s, 100_000, 'spool')))
    let running = true
    /** Sends till the server has it, as the outbox of a page does. */
    const surely = async (send: () => Promise<{ status: number }>) => {
      for (;;) {
        const done = await send().then(
          (a) => a.status === 201,
          () => false,
        )
        if (done) return
        await new Promise((resolve) => setTimeout(resolve, 30))
      }
    }
    const cuts: { length: number; spool: string }[] = []
    const device = async (name: string) => {
      for (let i = 0; running || i < 40; i++) {
        const spool = spools[i % 2]!
        const length = 10 + (i % 7)
        const event = cutEvent(`${name}-${i}`, length, spool)
        await surely(() => bench(event))
        cuts.push({ length, spool })
      }
    }
    const devices = [device('a'), device('b')]
    for (let k = 0; k < 10; k++) {
      await new Promise((resolve) => setTimeout(resolve, 250))
      server.kill()
      await server.boot()
    }
    running = false
    await Promise.all(devices)
    for (const row of await rack()) {
      const own = cuts.filter((c) => c.spool === row.id)
      expect(row.taken).toHaveLength(own.length)
      expect(row.length).toBeCloseTo(100_000 - own.reduce((sum, c) => sum + c.length, 0), 6)
    }
    expect(cuts.length).toBeGreaterThanOrEqual(80)
  }, 120_000)
})
