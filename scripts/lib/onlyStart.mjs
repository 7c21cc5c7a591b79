// One start in a folder at a time. The lock is a socket of Linux's abstract namespace: it goes with its process, so nothing stale is left behind
// by a kill, and whoever comes second hears from it where Verger runs.
import { createHash } from 'node:crypto'
import { realpathSync } from 'node:fs'
import { connect, createServer } from 'node:net'

const nameOf = (folder) =>
  `\0verger-${createHash('sha256').update(realpathSync(folder)).digest('hex').slice(0, 40)}`

const listen = (name) =>
  new Promise((resolve, reject) => {
    const waiting = new Set()
    let address
    const server = createServer((socket) => {
      socket.on('error', () => {})
      if (address) return socket.end(address)
      waiting.add(socket)
      socket.once('close', () => waiting.delete(socket))
    })
    server.once('error', reject)
    server.listen(name, () => {
      server.unref()
      resolve((found) => {
        address = found
        for (const socket of waiting) socket.end(address)
      })
    })
  })

/** The address from the start that holds the lock, once it has one; an empty text when it ended without. */
const ask = (name) =>
  new Promise((resolve) => {
    let said = ''
    const socket = connect(name)
    socket.on('data', (chunk) => (said += chunk))
    socket.on('error', () => {})
    socket.on('close', () => resolve(said))
  })

/**
 * Takes the folder's lock: `{ ready }`, to be called with the address, or `{ address }` of the Verger that another start runs or is starting.
 */
export async function onlyStart(folder, tell) {
  const name = nameOf(folder)
  let told = false
  for (;;) {
    try {
      return { ready: await listen(name) }
    } catch (error) {
      if (error.code !== 'EADDRINUSE') throw error
    }
    const slow = setTimeout(() => {
      if (!told) tell('Another start in this folder is under way; waiting for it …')
      told = true
    }, 500)
    const address = await ask(name)
    clearTimeout(slow)
    if (address) return { address }
  }
}
