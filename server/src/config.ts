import { z } from 'zod'

const schema = z.object({
  DATABASE_URL: z.string().regex(/^postgres(ql)?:\/\//, 'must be a postgresql:// address'),
  PORT: z.coerce.number().int().min(1).max(65535).default(4600),
  HOST: z.string().min(1).default('127.0.0.1'),
  PUBLIC_URL: z.url('must be the address people type, such as https://verger.example').optional(),
  /** Other addresses of this same server that people may type, separated by commas. */
  EXTRA_ORIGINS: z.string().default(''),
  COOKIE_SECRET: z.string().min(32, 'must be 32 characters or more, kept secret'),
  /** Load and offer the demo workshop. */
  VERGER_DEMO: z.enum(['0', '1']).default('0'),
  /** Distinguishes instances on one host: cookies ignore ports. */
  VERGER_INSTANCE: z
    .string()
    .regex(/^[a-z0-9]{1,16}$/)
    .default('main'),
  /** Number of proxies in front whose forwarded address is believed. */
  TRUSTED_PROXIES: z.coerce.number().int().min(0).max(5).default(0),
  /** Wrong passwords, and accounts made, from one address within a quarter of an hour. */
  TRIES_OF_ADDRESS: z.coerce.number().int().min(1).default(100),
  LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('info'),
})

export interface Config {
  readonly databaseUrl: string
  readonly port: number
  readonly host: string
  readonly publicUrl: string
  /** Origins from which changes are taken: the public one, and other addresses of this server. */
  readonly origins: readonly string[]
  readonly cookieSecret: string
  readonly demo: boolean
  readonly instance: string
  readonly trustedProxies: number
  readonly triesOfAddress: number
  readonly logLevel: string
}

/** Configuration from the environment. @throws Error that names each variable at fault and what it must be */
export function readConfig(env: Readonly<Record<string, string | undefined>>): Config {
  const parsed = schema.safeParse(env)
  if (!parsed.success) {
    const lines = parsed.error.issues.map((i) => `  ${i.path.join('.')}: ${i.message}`)
    throw new Error(`The environment is not complete. Set these and start again:\n${lines.join('\n')}`)
  }
  const e = parsed.data
  const publicUrl = (
    e.PUBLIC_URL ?? `http://${e.HOST === '0.0.0.0' ? '127.0.0.1' : e.HOST}:${e.PORT}`
  ).replace(/\/$/, '')
  return {
    databaseUrl: e.DATABASE_URL,
    port: e.PORT,
    host: e.HOST,
    publicUrl,
    origins: [publicUrl, ...e.EXTRA_ORIGINS.split(',').filter(Boolean)],
    cookieSecret: e.COOKIE_SECRET,
    demo: e.VERGER_DEMO === '1',
    instance: e.VERGER_INSTANCE,
    trustedProxies: e.TRUSTED_PROXIES,
    triesOfAddress: e.TRIES_OF_ADDRESS,
    logLevel: e.LOG_LEVEL,
  }
}

/** Injection token of the configuration. */
export const CONFIG = Symbol('config')
