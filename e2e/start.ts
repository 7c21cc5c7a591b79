import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { root, startInstance } from './instance'

/**
 * Starts the real application with fresh demo data, in a folder of its own and on the first free port from `firstPort`; `APP_URL`
 * tells where, until the function that is given back stops it and sets `APP_URL` as it was.
 */
export async function startFresh(firstPort: number): Promise<() => Promise<void>> {
  const folder = join(root, '.verger-test', `app-${process.pid}-${firstPort}`)
  mkdirSync(folder, { recursive: true })
  const instance = await startInstance(folder, firstPort)
  const before = process.env.APP_URL
  process.env.APP_URL = instance.address
  return async () => {
    await instance.stop()
    rmSync(folder, { recursive: true, force: true })
    process.env.APP_URL = before
  }
}

export default (): Promise<() => Promise<void>> => startFresh(4700)
