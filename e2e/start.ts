import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { root, startInstance } from './instance'

/** Starts the real application with fresh demo data, in a folder and on ports of its own; stops it at the end. */
export default async function start(): Promise<() => Promise<void>> {
  const folder = join(root, '.verger-test', `app-${process.pid}`)
  mkdirSync(folder, { recursive: true })
  const instance = await startInstance(folder, 4700)
  process.env.APP_URL = instance.address
  return async () => {
    await instance.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}
