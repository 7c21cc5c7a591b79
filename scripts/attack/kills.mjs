// The database and the server killed and restarted while four clients count: nothing made is lost, and the server never ends with its database.
import {
  inFolder,
  alive,
  Client,
  p95,
  restartPostgres,
  rss,
  sleep,
  startIn,
  turn,
  untilWell,
} from './world.mjs'

/** Four makers who count without a pause, each on a piece of its own; what is not acknowledged is sent again, as a page does. */
async function traffic(address) {
  const clients = await Promise.all(
    Array.from({ length: 4 }, async () => {
      const client = await new Client(address).signUp()
      return { client, piece: await client.begin(), made: [], unsent: [], times: [], odd: [] }
    }),
  )
  let going = true
  const odd = (c, answer) => {
    // away is a sentence with 503, or no connection where the server itself was killed
    const fine = answer.status === 0 || (answer.status === 503 && typeof answer.json?.detail === 'string')
    if (!fine) c.odd.push(`${answer.status} ${JSON.stringify(answer.json)}`)
  }
  const flush = async (c) => {
    const batch = c.unsent.slice(0, 200)
    const sent = await c.client.ask('POST', `/api/pieces/${c.piece}/events`, {
      events: batch,
      after: Number.MAX_SAFE_INTEGER,
    })
    if (sent.status === 201) c.unsent = c.unsent.slice(batch.length)
    else odd(c, sent)
    return sent.status === 201
  }
  const loops = clients.map(async (c) => {
    while (going) {
      const event = turn()
      c.made.push(event.id)
      c.unsent.push(event)
      await flush(c)
      const read = await c.client.ask('GET', '/api/stones')
      if (read.status === 200) c.times.push(read.took)
      else odd(c, read)
      await sleep(read.status === 200 ? 5 : 40)
    }
  })
  return {
    async end() {
      going = false
      await Promise.all(loops)
      for (const c of clients) while (c.unsent.length > 0) if (!(await flush(c))) await sleep(200)
      let kept = 0
      let twice = 0
      for (const c of clients) {
        const there = (await c.client.events(c.piece)).map((e) => e.id)
        kept += c.made.filter((m) => there.includes(m)).length
        twice += there.length - new Set(there).size
      }
      return {
        made: clients.reduce((n, c) => n + c.made.length, 0),
        kept,
        twice,
        times: clients.flatMap((c) => c.times),
        odd: clients.flatMap((c) => c.odd),
      }
    },
  }
}

async function hit(name, count, blow) {
  return inFolder(name, async (folder) => {
    const verger = await startIn(folder)
    const failures = []
    const server = verger.server()
    const before = rss(server)
    const going = await traffic(verger.address)
    let worst = 0
    for (let k = 0; k < count; k++) {
      await sleep(700)
      await blow(verger, folder)
      const away = await untilWell(verger.address)
      worst = Math.max(worst, away)
      if (!alive(server)) failures.push(`the server ended at blow ${k + 1}`)
    }
    await sleep(500)
    const { made, kept, twice, times, odd } = await going.end()
    if (kept !== made) failures.push(`${made - kept} events lost`)
    if (twice > 0) failures.push(`${twice} events twice`)
    if (odd.length > 0) failures.push(`${odd.length} odd answers, such as ${odd[0].slice(0, 200)}`)
    if (worst === Infinity) failures.push('it did not come back within a minute')
    const after = alive(server) ? rss(server) : 0
    await verger.stop()
    return {
      made,
      kept,
      p95: p95(times),
      before,
      after,
      says: `away ${(worst / 1000).toFixed(1)} s at most`,
      failures,
    }
  })
}

export const databaseKilled = {
  name: 'database killed (-9) under traffic of 4 clients',
  run: ({ sample }) => hit('db-kill', sample ? 2 : 5, (verger) => process.kill(verger.postgres(), 'SIGKILL')),
}

export const databaseRestarted = {
  name: 'database restarted in order under traffic of 4 clients',
  run: ({ sample }) =>
    hit('db-restart', sample ? 2 : 5, async (_, folder) => {
      await restartPostgres(folder)
    }),
}

/** The server itself killed: the start command ends, is started again, and the clients send what was not acknowledged. */
export const serverKilled = {
  name: 'server killed (-9) under traffic of 4 clients, started again',
  run: ({ sample }) =>
    inFolder('kill', async (folder) => {
      const failures = []
      let verger = await startIn(folder)
      const { address } = verger
      const before = rss(verger.server())
      const going = await traffic(address)
      for (let k = 0; k < (sample ? 2 : 15); k++) {
        await sleep(900)
        process.kill(verger.server(), 'SIGKILL')
        await verger.ended
        verger = await startIn(folder)
        if (verger.address !== address) failures.push(`it came back as ${verger.address}`)
      }
      const { made, kept, twice, times, odd } = await going.end()
      if (kept !== made) failures.push(`${made - kept} events lost`)
      if (twice > 0) failures.push(`${twice} events twice`)
      if (odd.length > 0) failures.push(`${odd.length} odd answers, such as ${odd[0].slice(0, 200)}`)
      const after = rss(verger.server())
      await verger.stop()
      return { made, kept, p95: p95(times), before, after, says: '', failures }
    }),
}
