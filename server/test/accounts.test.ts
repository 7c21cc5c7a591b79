import { DEFAULT_SETTINGS } from '@verger/core'
import { cookieOf, eventId, Running, STONE, turn } from './running'

const server = new Running()
const call = server.call.bind(server)
beforeAll(() => server.boot(), 120_000)
afterAll(() => server.kill())

const PASSWORD = 'a long password'
const person = (email = `p.${eventId()}@example.org`) => ({
  email,
  password: PASSWORD,
  name: 'P',
  workshop: 'Shop',
})
const me = async (cookie: string) => (await call('GET', '/api/auth/me', undefined, cookie)).body

/** Another maker in an owner's workshop, by an invitation. */
async function join(owner: string, role: 'maker' | 'owner' = 'maker') {
  const made = await call('POST', '/api/workshop/invites', { role }, owner)
  const email = `j.${eventId()}@example.org`
  const cookie = cookieOf(
    await call('POST', '/api/auth/join', { token: made.body.token, email, password: PASSWORD, name: 'J' }),
  )
  return { cookie, email, id: (await me(cookie)).maker.id as string, token: made.body.token as string }
}

describe('signing in and up', () => {
  it('takes the password, no other, and says the same for an unknown e-mail', async () => {
    const p = person()
    await call('POST', '/api/auth/sign-up', p)
    const good = await call('POST', '/api/auth/sign-in', {
      email: p.email.toUpperCase(),
      password: PASSWORD,
    })
    expect(good.status).toBe(204)
    const wrong = await call('POST', '/api/auth/sign-in', { email: p.email, password: 'wrong' })
    const unknown = await call('POST', '/api/auth/sign-in', { email: `q${p.email}`, password: 'wrong' })
    expect([wrong.status, unknown.status]).toEqual([401, 401])
    expect(wrong.body).toEqual(unknown.body)
  })

  it('does not tell by a sign-up whether an e-mail has an account, and changes nothing of it', async () => {
    const p = person()
    const first = await call('POST', '/api/auth/sign-up', p)
    const again = await call('POST', '/api/auth/sign-up', { ...p, password: 'quite another password' })
    const told = (a: typeof first) => ({
      status: a.status,
      body: a.body,
      cookie: a.headers.get('set-cookie'),
    })
    expect(told(again)).toEqual(told(first))
    const enter = (password: string) => call('POST', '/api/auth/sign-in', { email: p.email, password })
    expect((await enter('quite another password')).status).toBe(401)
    expect((await enter(PASSWORD)).status).toBe(204)
  })

  it.each(['aaaaaaaaaa', '1234567890', 'password123', 'qwertyuiop'])('refuses %s', async (password) => {
    const refused = await call('POST', '/api/auth/sign-up', { ...person(), password })
    expect(refused.status).toBe(400)
    expect(refused.body.fields[0]).toMatchObject({ path: 'password' })
  })

  it('refuses one’s own e-mail as a password', async () => {
    const email = 'marguerite.lindqvist@example.org'
    expect((await call('POST', '/api/auth/sign-up', { ...person(email), password: email })).status).toBe(400)
  })
})

describe('guessing', () => {
  it('ends after ten tries, and a right password never counts against its owner', async () => {
    const p = person()
    await call('POST', '/api/auth/sign-up', p)
    const enter = (password: string) => call('POST', '/api/auth/sign-in', { email: p.email, password })
    for (let k = 0; k < 25; k++) expect((await enter(PASSWORD)).status).toBe(204)
    // all at once, so that none is known when the next comes
    const guesses = await Promise.all(Array.from({ length: 20 }, (_, k) => enter(`guess ${k}`)))
    expect(guesses.filter((g) => g.status === 401)).toHaveLength(10)
    expect(guesses.filter((g) => g.status === 429)).toHaveLength(10)
    expect(guesses.find((g) => g.status === 429)!.body.detail).toMatch(/quarter of an hour/)
  })

  it('is counted by the address alone too, over many e-mails', async () => {
    const strict = new Running({ TRIES_OF_ADDRESS: '15', TRUSTED_PROXIES: '1' })
    const from = { 'x-forwarded-for': `10.1.2.${Math.floor(Math.random() * 250)}` }
    await strict.boot()
    try {
      const statuses: number[] = []
      for (let k = 0; k < 20; k++)
        statuses.push(
          (
            await strict.call(
              'POST',
              '/api/auth/sign-in',
              { email: `many.${k}.${eventId()}@example.org`, password: 'guess' },
              '',
              from,
            )
          ).status,
        )
      expect(statuses.slice(0, 15)).toEqual(Array(15).fill(401))
      expect(statuses.slice(15)).toEqual(Array(5).fill(429))
    } finally {
      strict.kill()
    }
  }, 60_000)

  it('60 sign-ups at once are made, or refused in a sentence, and reading goes on', async () => {
    const cookie = await server.openDemo()
    const times: number[] = []
    let going = true
    const reading = (async () => {
      while (going) {
        const began = performance.now()
        await call('GET', '/api/stones', undefined, cookie)
        times.push(performance.now() - began)
      }
    })()
    const answers = await Promise.all(
      Array.from({ length: 60 }, () => call('POST', '/api/auth/sign-up', person())),
    )
    going = false
    await reading
    const made = answers.filter((a) => a.status === 204)
    expect(made.length).toBeGreaterThan(20)
    for (const a of answers.filter((x) => x.status !== 204)) {
      expect([429, 503]).toContain(a.status)
      expect(a.body.detail).toMatch(/Try again|Wait/)
    }
    expect(times.length).toBeGreaterThan(2)
  }, 60_000)
})

describe('a workshop of several', () => {
  it('invites, once, and only by an owner', async () => {
    const owner = await server.signUp()
    const maker = await join(owner.cookie)
    const mine = await me(maker.cookie)
    expect(mine.maker.role).toBe('maker')
    expect(mine.workshop.id).toBe((await me(owner.cookie)).workshop.id)
    expect((await call('GET', '/api/workshop/makers', undefined, maker.cookie)).body).toHaveLength(2)
    const used = { token: maker.token, email: person().email, password: PASSWORD, name: 'K' }
    expect((await call('POST', '/api/auth/join', used)).status).toBe(404)
    expect((await call('POST', '/api/workshop/invites', { role: 'owner' }, maker.cookie)).status).toBe(403)
  })

  it('lists and revokes invitations', async () => {
    const { cookie } = await server.signUp()
    const made = await call('POST', '/api/workshop/invites', { role: 'maker' }, cookie)
    const list = (await call('GET', '/api/workshop/invites', undefined, cookie)).body
    expect(list).toMatchObject([{ role: 'maker', madeBy: 'Maker' }])
    expect(JSON.stringify(list)).not.toContain(made.body.token)
    expect((await call('DELETE', `/api/workshop/invites/${list[0].id}`, undefined, cookie)).status).toBe(204)
    expect((await call('GET', '/api/workshop/invites', undefined, cookie)).body).toEqual([])
    const late = { token: made.body.token, email: person().email, password: PASSWORD, name: 'K' }
    expect((await call('POST', '/api/auth/join', late)).status).toBe(404)
  })

  it('an owner removes makers; the last owner stays; what was made stays', async () => {
    const owner = await server.signUp()
    const maker = await join(owner.cookie)
    await call('POST', '/api/stones', { name: 'Theirs', stone: STONE }, maker.cookie)
    const remove = (id: string, cookie: string) =>
      call('DELETE', `/api/workshop/makers/${id}`, undefined, cookie)
    const ownerId = (await me(owner.cookie)).maker.id
    expect((await remove(ownerId, maker.cookie)).status).toBe(403)
    expect((await remove(ownerId, owner.cookie)).status).toBe(409)
    expect((await remove(maker.id, owner.cookie)).status).toBe(204)
    expect((await call('GET', '/api/stones', undefined, maker.cookie)).status).toBe(401)
    expect((await call('GET', '/api/stones', undefined, owner.cookie)).body).toMatchObject([
      { name: 'Theirs' },
    ])
  })

  it('an owner gives a new password by a link that works once, and ends all sessions', async () => {
    const owner = await server.signUp()
    const maker = await join(owner.cookie)
    const offer = (cookie: string) =>
      call('POST', `/api/workshop/makers/${maker.id}/reset`, undefined, cookie)
    expect((await offer(maker.cookie)).status).toBe(403)
    const first = (await offer(owner.cookie)).body.token
    const second = (await offer(owner.cookie)).body.token
    const next = 'another long password'
    // a newer link ends the one before it
    expect((await call('POST', '/api/auth/reset', { token: first, password: next })).status).toBe(404)
    const set = await call('POST', '/api/auth/reset', { token: second, password: next })
    expect(set.status).toBe(204)
    expect((await me(cookieOf(set))).maker.id).toBe(maker.id)
    expect((await call('GET', '/api/auth/me', undefined, maker.cookie)).status).toBe(401)
    expect((await call('POST', '/api/auth/reset', { token: second, password: next })).status).toBe(404)
    const enter = (password: string) => call('POST', '/api/auth/sign-in', { email: maker.email, password })
    expect((await enter(PASSWORD)).status).toBe(401)
    expect((await enter(next)).status).toBe(204)
  })

  it('only owners set how the workshop works, on the version they saw', async () => {
    const owner = await server.signUp()
    const maker = await join(owner.cookie)
    const { version, settings } = (await me(owner.cookie)).workshop
    const set = (cookie: string, units: string, on = version) =>
      call('PUT', '/api/workshop/settings', { version: on, settings: { ...settings, units } }, cookie)
    expect((await set(maker.cookie, 'in')).status).toBe(403)
    expect((await set(owner.cookie, 'in')).body).toMatchObject({
      version: version + 1,
      settings: { units: 'in' },
    })
    const stale = await set(owner.cookie, 'mm')
    expect(stale.status).toBe(409)
    expect(stale.body.type).toBe('verger:stale')
    // both sides can be shown: what is there now is readable, what was meant is the client's
    expect((await call('GET', '/api/workshop/settings', undefined, maker.cookie)).body).toMatchObject({
      version: version + 1,
      settings: { units: 'in' },
    })
    expect((await set(owner.cookie, 'mm', version + 1)).status).toBe(200)
  })

  it('refuses settings with more prices than there are metals', async () => {
    const { cookie } = await server.signUp()
    const prices = Object.fromEntries(Array.from({ length: 3000 }, (_, i) => [`metal ${i}`, 1]))
    const refused = await call(
      'PUT',
      '/api/workshop/settings',
      { version: 1, settings: { ...DEFAULT_SETTINGS, prices } },
      cookie,
    )
    expect(refused.status).toBe(400)
  })
})

describe('removal for good', () => {
  it('of an account, with its password; of the last owner only with the workshop', async () => {
    const owner = await server.signUp()
    const maker = await join(owner.cookie)
    const remove = (cookie: string, password: string) =>
      call('POST', '/api/auth/remove', { password }, cookie)
    expect((await remove(maker.cookie, 'not this one')).status).toBe(400)
    expect((await remove(owner.cookie, PASSWORD)).status).toBe(409)
    expect((await remove(maker.cookie, PASSWORD)).status).toBe(204)
    expect((await call('POST', '/api/auth/sign-in', { email: maker.email, password: PASSWORD })).status).toBe(
      401,
    )
    // with another owner the first may go
    const second = await join(owner.cookie, 'owner')
    expect((await remove(owner.cookie, PASSWORD)).status).toBe(204)
    expect((await call('GET', '/api/workshop/makers', undefined, second.cookie)).body).toHaveLength(1)
  })

  it('of a workshop with pieces and records, by its name and an owner’s password', async () => {
    const owner = await server.signUp()
    const maker = await join(owner.cookie)
    const stone = (await call('POST', '/api/stones', { stone: STONE }, owner.cookie)).body
    const piece = (await call('POST', '/api/pieces', { stoneId: stone.id }, owner.cookie)).body
    await call('POST', `/api/pieces/${piece.id}/events`, { events: [turn()] }, owner.cookie)
    const remove = (cookie: string, name: string, password = PASSWORD) =>
      call('POST', '/api/workshop/remove', { name, password }, cookie)
    expect((await remove(maker.cookie, 'Shop')).status).toBe(403)
    expect((await remove(owner.cookie, 'Shed')).status).toBe(400)
    expect((await remove(owner.cookie, 'Shop', 'not this one')).status).toBe(400)
    expect((await remove(owner.cookie, 'Shop')).status).toBe(204)
    for (const cookie of [owner.cookie, maker.cookie])
      expect((await call('GET', '/api/auth/me', undefined, cookie)).status).toBe(401)
    expect((await call('POST', '/api/auth/sign-in', { email: owner.email, password: PASSWORD })).status).toBe(
      401,
    )
  })

  it('never of the demo workshop', async () => {
    const cookie = await server.openDemo()
    expect((await call('POST', '/api/auth/remove', { password: 'x' }, cookie)).status).toBe(403)
    expect((await call('POST', '/api/workshop/remove', { password: 'x', name: 'x' }, cookie)).status).toBe(
      403,
    )
  })
})

describe('sessions of a maker', () => {
  it('all others end when the password changes', async () => {
    const who = await server.signUp()
    const again = cookieOf(
      await call('POST', '/api/auth/sign-in', { email: who.email, password: who.password }),
    )
    const sessions = (await call('GET', '/api/auth/sessions', undefined, who.cookie)).body
    expect(sessions).toHaveLength(2)
    expect(sessions.filter((s: { here: boolean }) => s.here)).toHaveLength(1)
    const next = 'another long one'
    const change = (current: string) => call('PUT', '/api/auth/password', { current, next }, who.cookie)
    expect((await change('nope nope nope')).body.fields).toMatchObject([{ path: 'current' }])
    expect((await change(who.password)).status).toBe(204)
    expect((await call('GET', '/api/auth/me', undefined, again)).status).toBe(401)
    expect((await call('GET', '/api/auth/me', undefined, who.cookie)).status).toBe(200)
    const third = cookieOf(await call('POST', '/api/auth/sign-in', { email: who.email, password: next }))
    const list = (await call('GET', '/api/auth/sessions', undefined, who.cookie)).body as {
      id: string
      here: boolean
    }[]
    const away = list.find((s) => !s.here)!
    expect((await call('DELETE', `/api/auth/sessions/${away.id}`, undefined, who.cookie)).status).toBe(204)
    expect((await call('GET', '/api/auth/me', undefined, third)).status).toBe(401)
  })
})
