import { expect, test } from '@playwright/test'
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { alive, root, startInstance } from './instance'

/** The start command itself: what it leaves behind, and what it recovers from. */
test.describe('the start command', () => {
  // each may make a database and load the demo on a busy machine
  test.setTimeout(300_000)
  const folder = join(root, '.verger-test', `start-${process.pid}`)
  test.beforeAll(() => {
    mkdirSync(folder, { recursive: true })
  })
  test.afterAll(() => {
    rmSync(folder, { recursive: true, force: true })
  })
  const start = () => startInstance(folder, 4760)
  const healthy = async (address: string) => (await fetch(`${address}/api/health`)).status
  const gone = (pid: number) => expect.poll(() => alive(pid), { timeout: 15_000 }).toBe(false)

  test('starts, says its address, is not started twice, stops without a trace', async () => {
    const first = await start()
    expect(await healthy(first.address)).toBe(200)
    expect(first.said().trim().split('\n').at(-1)).toBe(first.address)
    const second = await start()
    expect(second.address).toBe(first.address)
    expect(await second.ended).toBe(0)
    const { server, postgres } = first.pids()
    expect(await first.stop()).toBe(0)
    expect([server, postgres].map(alive)).toEqual([false, false])
  })

  test('with --lan a phone on the network reaches it, and it says what needs https', async () => {
    const instance = await startInstance(folder, 4760, ['--lan'])
    try {
      expect(instance.said()).toContain('https')
      const near = /For a phone on this network: (http:\S+)/.exec(instance.said())?.[1]
      if (!near) {
        expect(instance.said()).toContain('no address on a network')
        return
      }
      expect(await healthy(near)).toBe(200)
      const open = (origin: string) =>
        fetch(`${near}/api/auth/demo`, { method: 'POST', headers: { origin } }).then((r) => r.status)
      expect(await open(near)).toBe(204)
      expect(await open(instance.address)).toBe(204)
      expect(await open('http://elsewhere.example')).toBe(403)
    } finally {
      await instance.stop()
    }
  })

  test('recovers after kill -9 of the server, of the starter and of the database', async () => {
    const one = await start()
    const killed = one.pids()
    process.kill(killed.server, 'SIGKILL')
    expect(await one.ended).toBe(1)
    expect(one.said()).toContain('Start again')
    expect(alive(killed.postgres)).toBe(false)

    const two = await start()
    expect(two.address).toBe(one.address)
    const left = two.pids()
    two.starter.kill('SIGKILL')
    await gone(left.server)
    expect(alive(left.postgres)).toBe(true)

    // the database that was left is taken over, not started twice
    const three = await start()
    expect(three.pids().postgres).toBe(left.postgres)
    expect(await healthy(three.address)).toBe(200)

    // without its database the server says so, and goes on once the starter has brought it back
    process.kill(left.postgres, 'SIGKILL')
    await gone(left.postgres)
    await expect.poll(() => healthy(three.address), { timeout: 30_000 }).toBe(200)
    await expect.poll(() => three.pids().postgres).not.toBe(left.postgres)
    expect(three.said()).toContain('The database ended')

    // and all three at once
    const last = three.pids()
    process.kill(last.postgres, 'SIGKILL')
    process.kill(last.server, 'SIGKILL')
    three.starter.kill('SIGKILL')
    await gone(last.server)
    const four = await start()
    expect(await healthy(four.address)).toBe(200)
    expect(await four.stop()).toBe(0)
  })
})
