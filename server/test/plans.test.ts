import {
  family,
  plan,
  planHold,
  planThoroughLeast,
  startingOptions,
  type Options,
  type Stone,
} from '@verger/core'
import pg from 'pg'
import { PlanQueue } from '../src/compute/planQueue'
import { Running, STONE } from './running'

const server = new Running()
const call = server.call.bind(server)
beforeAll(() => server.boot(), 120_000)
afterAll(() => server.kill())

const OPTIONS = startingOptions(
  STONE as Stone,
  'bound-frame',
  { alloy: 'copper', temper: 'half hard' },
  undefined,
  true,
)!
const VERSION = family('bound-frame').version
const body = (version: number, options: Options = OPTIONS, familyVersion = VERSION) => ({
  version,
  familyVersion,
  choices: { family: 'bound-frame', options },
  lengths: {},
})

async function begun(cookie: string): Promise<string> {
  const stone = (await call('POST', '/api/stones', { stone: STONE }, cookie)).body
  return (await call('POST', '/api/pieces', { stoneId: stone.id }, cookie)).body.id
}

describe('saving plans', () => {
  it('checks version and ownership before anything is computed', async () => {
    const { cookie } = await server.signUp()
    const piece = await begun(cookie)
    const timed = async (work: () => Promise<{ status: number }>) => {
      const began = performance.now()
      return { status: (await work()).status, took: performance.now() - began }
    }
    const put = (who: string, b: object) => call('PUT', `/api/pieces/${piece}/plan`, b, who)
    const whole = await timed(() => put(cookie, body(1)))
    expect(whole.status).toBe(200)
    const other = (await server.signUp()).cookie
    const early = [
      await timed(() => put(cookie, body(1))),
      await timed(() => put(other, body(2))),
      await timed(() => put(cookie, body(2, OPTIONS, VERSION + 1))),
      await timed(() =>
        call(
          'POST',
          `/api/pieces/${piece}/variants`,
          { version: 1, name: 'A', choices: body(1).choices },
          cookie,
        ),
      ),
    ]
    expect(early.map((e) => e.status)).toEqual([409, 404, 409, 409])
    for (const e of early) expect(e.took).toBeLessThan(whole.took / 2)
  }, 60_000)

  /** What a piece's plan is said to hold, once the server has checked it. */
  async function checked(piece: string, cookie: string) {
    for (;;) {
      const row = (await call('GET', `/api/pieces/${piece}`, undefined, cookie)).body
      if (row.plan.hold) return row
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  }

  it('keeps the choices at once; what they hold is checked after, as it is worked out here, and is no edit', async () => {
    const { cookie } = await server.signUp()
    const piece = await begun(cookie)
    const saved = await call('PUT', `/api/pieces/${piece}/plan`, body(1), cookie)
    expect(saved.body.piece).toMatchObject({ version: 2, plan: { hold: null, options: OPTIONS } })
    // an edit meanwhile is not in its way, nor is it in the way of the edit
    const moved = await call('PUT', `/api/pieces/${piece}`, { version: 2, station: 'cut' }, cookie)
    expect(moved.status).toBe(200)
    const row = await checked(piece, cookie)
    expect(row).toMatchObject({ version: 3, station: 'cut' })
    const made = plan({
      stone: STONE as Stone,
      family: 'bound-frame',
      options: OPTIONS,
      settings: row.plan.settings,
    })
    if (!made.ok) throw new Error('no plan')
    const { hold, thorough } = planThoroughLeast(made.plan, planHold(made.plan))
    expect(row.plan.hold.verdict).toBe(thorough?.verdict ?? hold.verdict)
    expect(row.plan.hold.grams).toBeGreaterThan(0)
    expect(saved.body.piece.plan).toEqual({ ...row.plan, hold: null })
  }, 60_000)

  it('checks a plan that was left unchecked, as by a stop, when it is looked at next', async () => {
    const { cookie } = await server.signUp()
    const piece = await begun(cookie)
    await call('PUT', `/api/pieces/${piece}/plan`, body(1), cookie)
    const { plan: before } = await checked(piece, cookie)
    const db = new pg.Client({ connectionString: process.env.TEST_DATABASE_URL })
    await db.connect()
    await db.query(`update pieces set plan = jsonb_set(plan, '{hold}', 'null') where id = $1`, [piece])
    await db.end()
    // a finish waits for it
    expect((await call('POST', `/api/pieces/${piece}/finish`, undefined, cookie)).status).toBe(204)
    expect((await checked(piece, cookie)).plan).toEqual(before)
  }, 60_000)

  it('20 at once are all saved or refused at once, in words; the attack measures how soon', async () => {
    const { cookie } = await server.signUp()
    const pieces = await Promise.all(Array.from({ length: 20 }, () => begun(cookie)))
    const answers = await Promise.all(
      pieces.map(async (piece) => {
        const began = performance.now()
        const answer = await call('PUT', `/api/pieces/${piece}/plan`, body(1), cookie)
        return { answer, took: performance.now() - began }
      }),
    )
    expect(answers.some((a) => a.answer.status === 200)).toBe(true)
    for (const { answer, took } of answers)
      if (answer.status === 200) expect(took).toBeLessThan(90_000)
      else {
        expect(answer.status).toBe(503)
        expect(answer.body.title).toBe('Many plans are being computed')
        // a second, on a machine that is not busy with twenty plans
        expect(took).toBeLessThan(3000)
      }
    // looks of saved plans do not wait behind plans: they were kept with them
    const saved = pieces.find((_, i) => answers[i]!.answer.status === 200)!
    const again = pieces.map((p) => call('PUT', `/api/pieces/${p}/plan`, body(2), cookie))
    const began = performance.now()
    expect((await call('GET', `/api/pieces/${saved}/glance`, undefined, cookie)).body.seen).not.toBeNull()
    expect(performance.now() - began).toBeLessThan(1000)
    await Promise.all(again)
  }, 120_000)
})

describe('the queue of plans', () => {
  const later = (ms: number, signal?: AbortSignal) =>
    new Promise<string>((resolve, reject) => {
      const timer = setTimeout(() => resolve('done'), ms)
      signal?.addEventListener('abort', () => {
        clearTimeout(timer)
        reject(new Error('aborted'))
      })
    })

  it('hands back what waits when the server stops, and lets what runs come to its end', async () => {
    const queue = new PlanQueue(2, 1500)
    const running = [queue.run(() => later(120)), queue.run(() => later(120))]
    const waiting = queue.run(() => later(10))
    const refused = expect(waiting).rejects.toMatchObject({ message: 'The server is stopping' })
    await queue.stop(1000)
    await refused
    expect(await Promise.all(running)).toEqual(['done', 'done'])
    await expect(queue.run(() => later(1))).rejects.toMatchObject({ message: 'The server is stopping' })
  })

  it('ends what runs too long for a stop, in the words of a stop', async () => {
    const queue = new PlanQueue(2, 1500)
    const running = queue.run((signal) => later(60_000, signal))
    const refused = expect(running).rejects.toMatchObject({ message: 'The server is stopping' })
    await queue.stop(20)
    await refused
  })

  it('tells a plan that takes too long apart from a queue that is long', async () => {
    jest.useFakeTimers({ doNotFake: ['performance', 'queueMicrotask', 'nextTick'] })
    try {
      const queue = new PlanQueue(2, 1500)
      const long = queue.run((signal) => later(60_000, signal))
      const told = expect(long).rejects.toMatchObject({ status: 422 })
      await jest.advanceTimersByTimeAsync(20_000)
      await told
      const many = Array.from({ length: 60 }, () => queue.run(() => later(100)))
      const settled = Promise.allSettled(many)
      await jest.advanceTimersByTimeAsync(20_000)
      const results = await settled
      const reasons = results.flatMap((r) =>
        r.status === 'rejected' ? [r.reason as { message: string }] : [],
      )
      expect(reasons.length).toBeGreaterThan(5)
      for (const r of reasons) expect(r.message).toBe('Many plans are being computed')
    } finally {
      jest.useRealTimers()
    }
  })
})
