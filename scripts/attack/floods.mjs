// What would hold everybody up: sign-ups, pictures, long lists, odd bodies and plans, many at once, while a maker reads the tray.
import sharp from 'sharp'
import { Client, id, inFolder, p95, planner, reading, rss, sleep, startIn, STONE } from './world.mjs'

/** A photograph of 24 megapixels with the grain of a real one. */
const photograph = async () => {
  const small = Buffer.alloc(1500 * 1000 * 3)
  for (let i = 0; i < small.length; i++) small[i] = 120 + 60 * Math.sin(i / 997) + ((i * 2_654_435_761) % 23)
  return sharp(small, { raw: { width: 1500, height: 1000, channels: 3 } })
    .resize(6000, 4000)
    .jpeg({ quality: 88 })
    .toBuffer()
}

const outline = (n) =>
  Array.from({ length: n }, (_, i) => {
    const a = (2 * Math.PI * i) / n
    return [Number((12 * Math.cos(a)).toFixed(2)), Number((15 * Math.sin(a)).toFixed(2))]
  })

/** A long list of stones in one request: checking it must hold nobody up, so its longest read counts. */
const broughtIn = (name, many, stone) => ({
  name,
  limit: 200,
  worst: true,
  prepare: () =>
    JSON.stringify({ stones: Array.from({ length: many }, (_, i) => ({ name: `S ${i}`, note: '', stone })) }),
  async go(client, body) {
    const answer = await client.ask('POST', '/api/stones/import', body, {
      'content-type': 'application/json',
    })
    return { asked: many, done: answer.json?.length ?? 0, answers: [answer], allowed: [201] }
  },
})

const FLOODS = [
  {
    name: '60 sign-ups at once',
    limit: 300,
    async go(client) {
      const answers = await Promise.all(
        Array.from({ length: 60 }, () =>
          new Client(client.address).ask('POST', '/api/auth/sign-up', {
            email: `flood.${id()}@example.org`,
            password: 'a long password',
            name: 'F',
            workshop: 'F',
          }),
        ),
      )
      return {
        asked: 60,
        done: answers.filter((a) => a.status === 204).length,
        answers,
        allowed: [204, 429, 503],
      }
    },
  },
  {
    name: '10 photographs of 24 megapixels at once',
    limit: 300,
    async prepare(client) {
      const picture = await photograph()
      const stones = await Promise.all(
        Array.from(
          { length: 10 },
          async () => (await client.ask('POST', '/api/stones', { stone: STONE })).json.id,
        ),
      )
      return { picture, stones }
    },
    async go(client, { picture, stones }) {
      const answers = await Promise.all(
        stones.map((s) =>
          client.ask('PUT', `/api/stones/${s}/photo`, picture, { 'content-type': 'image/jpeg' }),
        ),
      )
      return { asked: 10, done: answers.filter((a) => a.status === 200).length, answers, allowed: [200] }
    },
  },
  broughtIn('2,000 stones brought in', 2000, STONE),
  broughtIn('700 free outlines of 60 points brought in', 700, {
    ...STONE,
    outline: 'free',
    length: 30,
    width: 24,
    points: outline(60),
  }),
  {
    name: 'bodies of 900,000 brackets and 150,000 keys, signed out',
    limit: 300,
    prepare: () => {
      const keys = JSON.stringify(Object.fromEntries(Array.from({ length: 150_000 }, (_, i) => [`k${i}`, 1])))
      return [0, 1, 2, 3].map((i) => (i < 2 ? '['.repeat(900_000) : keys))
    },
    async go(client, bodies) {
      const out = new Client(client.address)
      const json = { 'content-type': 'application/json' }
      const answers = await Promise.all(
        Array.from({ length: 20 }, (_, i) =>
          out.ask('POST', i % 2 ? '/api/auth/sign-in' : '/api/stones', bodies[i % 4], json),
        ),
      )
      // a refusal before the body was read may reach its sender as a closed connection
      return { asked: 20, done: answers.length, answers, allowed: [0, 400, 401, 413] }
    },
  },
  {
    name: '20 plans saved at once',
    limit: 300,
    async prepare(client) {
      const save = await planner()
      const pieces = await Promise.all(Array.from({ length: 20 }, () => client.begin()))
      return { save, pieces }
    },
    async go(client, { save, pieces }, sample) {
      const answers = await Promise.all(pieces.map((p) => save(client, p, 1)))
      const slow = answers.filter((a) =>
        a.status === 200 ? a.took > (sample ? 60_000 : 30_000) : a.took > (sample ? 5000 : 1000),
      )
      const saved = answers.filter((a) => a.status === 200)
      return {
        asked: 20,
        done: saved.length,
        answers,
        allowed: [200, 503],
        says: `saved within ${(Math.max(...saved.map((a) => a.took)) / 1000).toFixed(1)} s`,
        failures: slow.length > 0 ? [`${slow.length} neither saved in 30 s nor refused in 1 s`] : [],
      }
    },
  },
]

export const floods = FLOODS.map((flood) => ({
  name: flood.name,
  run: (spec) => inFolder('flood', (folder) => runFlood(folder, flood, spec)),
}))

async function runFlood(folder, flood, { sample, scale }) {
  const verger = await startIn(folder)
  try {
    const client = await new Client(verger.address).signUp()
    await client.ask('POST', '/api/stones', { stone: STONE })
    const reader = await new Client(verger.address).signUp()
    await reader.ask('POST', '/api/stones', { stone: STONE })
    // scripts and threads warm, as on a day of work
    await flood.go(client, await flood.prepare?.(client))
    const prepared = await flood.prepare?.(client)
    await sleep(500)
    const server = verger.server()
    const before = rss(server)
    const { result, times, wrong } = await reading(reader, () => flood.go(client, prepared, sample))
    const after = rss(server)
    const failures = [...(result.failures ?? [])]
    const odd = result.answers.filter((a) => !result.allowed.includes(a.status))
    if (odd.length > 0)
      failures.push(
        `${odd.length} odd answers, such as ${odd[0].status} ${JSON.stringify(odd[0].json).slice(0, 150)}`,
      )
    if (wrong.length > 0) failures.push(`the reader got ${wrong.join(', ')}`)
    const measured = (flood.worst ? Math.max(...times) : p95(times)) / scale()
    if (!sample && measured > flood.limit) failures.push(`a read took ${measured.toFixed(0)} ms`)
    return {
      made: result.asked,
      kept: result.done,
      p95: p95(times),
      before,
      after,
      says: [`longest read ${Math.max(...times).toFixed(0)} ms`, result.says].filter(Boolean).join('; '),
      failures,
    }
  } finally {
    await verger.stop()
  }
}

/** Fifty sessions that read, count and plan for a minute. */
export const fifty = {
  name: '50 sessions for 60 s',
  run: ({ sample, scale }) =>
    inFolder('fifty', async (folder) => {
      const save = await planner()
      const verger = await startIn(folder)
      const many = sample ? 10 : 50
      const clients = []
      for (let k = 0; k < many; k++) {
        const client = await new Client(verger.address).signUp()
        clients.push({ client, piece: await client.begin(), version: 1, made: 0 })
      }
      // scripts and threads warm, as on a day of work
      for (const c of clients.slice(0, 2)) await save(c.client, c.piece, c.version++)
      const server = verger.server()
      const before = rss(server)
      let most = before
      const reads = []
      const plans = []
      const wrong = []
      const until = performance.now() + (sample ? 6000 : 60_000)
      const turns = { plan: 0 }
      await Promise.all(
        clients.map(async (c, k) => {
          for (let i = 0; performance.now() < until; i++) {
            // a maker looks, counts, looks again; every five seconds one of the fifty saves a plan
            const answers = [
              await c.client.ask('GET', '/api/pieces'),
              await c.client.ask('GET', `/api/pieces/${c.piece}`),
            ]
            reads.push(...answers.map((a) => a.took))
            const events = [{ id: id(), kind: 'turn', subject: 'bind-foot', at: new Date().toISOString() }]
            answers.push(
              await c.client.ask('POST', `/api/pieces/${c.piece}/events`, {
                events,
                after: Number.MAX_SAFE_INTEGER,
              }),
            )
            c.made++
            if (turns.plan < performance.now() && (i + k) % 7 === 0) {
              turns.plan = performance.now() + 5000
              const saved = await save(c.client, c.piece, c.version)
              plans.push(saved.took)
              answers.push(saved)
              if (saved.status === 200) c.version++
            }
            for (const a of answers)
              if (a.status !== 200 && a.status !== 201)
                wrong.push(`${a.status} ${JSON.stringify(a.json ?? '').slice(0, 120)}`)
            most = Math.max(most, rss(server))
            await sleep(700 + 300 * Math.random())
          }
        }),
      )
      let kept = 0
      for (const c of clients) kept += (await c.client.events(c.piece)).length
      const made = clients.reduce((n, c) => n + c.made, 0)
      await verger.stop()
      const failures = []
      if (wrong.length > 0) failures.push(`${wrong.length} errors, such as ${wrong[0]}`)
      if (kept !== made) failures.push(`${made - kept} events lost`)
      if (!sample) {
        if (p95(reads) / scale() > 250) failures.push(`GET p95 of ${p95(reads).toFixed(0)} ms`)
        if (p95(plans) / scale() > 6000) failures.push(`plan p95 of ${p95(plans).toFixed(0)} ms`)
        if (most > 400) failures.push(`${most.toFixed(0)} MB`)
      }
      return {
        made,
        kept,
        p95: p95(reads),
        before,
        after: most,
        says: `${reads.length} reads; ${plans.length} plans, p95 ${p95(plans).toFixed(0)} ms`,
        failures,
      }
    }),
}
