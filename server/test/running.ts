import { spawn, type ChildProcess } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { createServer } from 'node:net'
import { join } from 'node:path'

/** Runs only against a real PostgreSQL: scripts/test.mjs starts one and gives its address. */
const DATABASE_URL = process.env.TEST_DATABASE_URL ?? ''
const root = join(__dirname, '../..')

const freePort = () =>
  new Promise<number>((resolve) => {
    const s = createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address() as { port: number }
      s.close(() => resolve(port))
    })
  })

export interface Answer {
  readonly status: number
  readonly body: any // eslint-disable-line @typescript-eslint/no-explicit-any -- answers of many routes are read here
  readonly headers: Headers
}

/** The built server as a process of its own, asked over HTTP. */
export class Running {
  private port = 0
  constructor(private readonly more: Readonly<Record<string, string>> = {}) {}
  private child: ChildProcess | undefined
  /** All that it printed. */
  logs = ''

  async boot(): Promise<void> {
    if (!DATABASE_URL) throw new Error('TEST_DATABASE_URL is not set: run npm test, which starts a database')
    this.port ||= await freePort()
    const child = spawn(process.execPath, [join(root, 'server/dist/main.js')], {
      env: {
        ...process.env,
        DATABASE_URL,
        PORT: String(this.port),
        COOKIE_SECRET: 'x'.repeat(40),
        VERGER_DEMO: '1',
        LOG_LEVEL: 'info',
        VERGER_INSTANCE: 'test',
        TRIES_OF_ADDRESS: '100000',
        ...this.more,
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    this.child = child
    let said = ''
    await new Promise<void>((resolve, reject) => {
      child.stdout.on('data', (chunk) => {
        said += String(chunk)
        this.logs += String(chunk)
        if (said.includes('listening')) resolve()
      })
      child.stderr.on('data', (chunk) => (said += String(chunk)))
      child.once('exit', (code) => reject(new Error(`the server ended (${code}): ${said.slice(-800)}`)))
    })
  }

  get address(): string {
    return `http://127.0.0.1:${this.port}`
  }

  kill(): void {
    this.child?.kill('SIGKILL')
  }

  async call(
    method: string,
    path: string,
    body?: unknown,
    cookie = '',
    headers: Record<string, string> = {},
  ): Promise<Answer> {
    const response = await fetch(`http://127.0.0.1:${this.port}${path}`, {
      method,
      headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), cookie, ...headers },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    })
    const text = await response.text()
    let json: unknown
    try {
      json = JSON.parse(text)
    } catch {
      json = text
    }
    return { status: response.status, body: json, headers: response.headers }
  }

  /** Opens the demo workshop; gives the cookie. */
  async openDemo(): Promise<string> {
    return cookieOf(await this.call('POST', '/api/auth/demo'))
  }

  /** Makes an account with a workshop of its own; gives its cookie. */
  async signUp(): Promise<{ readonly cookie: string; readonly email: string; readonly password: string }> {
    const email = `maker.${eventId()}@example.org`
    const password = 'a long password'
    await this.call('POST', '/api/auth/sign-up', { email, password, name: 'Maker', workshop: 'Shop' })
    return {
      cookie: cookieOf(await this.call('POST', '/api/auth/sign-in', { email, password })),
      email,
      password,
    }
  }
}

export const cookieOf = (a: Answer): string => (a.headers.get('set-cookie') ?? '').split(';')[0]!
export const eventId = (): string => randomBytes(12).toString('hex')
export const turn = () => ({
  id: eventId(),
  kind: 'turn',
  subject: 'bind-foot',
  at: new Date().toISOString(),
})
export const STONE = {
  kind: 'cabochon',
  outline: 'oval',
  length: 28,
  width: 20,
  depth: 6.5,
  wall: 1.8,
  mineral: 'jasper',
}
