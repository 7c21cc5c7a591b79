/** Codes of PostgreSQL and of sockets that say: the database is not there now, or ends what was asked. */
const CODES = new Set([
  '57P01', // it shuts down
  '57P02', // it crashed
  '57P03', // it starts up
  '57P05', // the connection stood idle too long
  '57014', // a statement took too long
  '53300', // too many connections
  '08000',
  '08001',
  '08003',
  '08004',
  '08006',
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'EHOSTUNREACH',
  'ENOTFOUND',
])
/** What the client says where it has no code. */
const WORDS =
  /connection terminated|connection ended|timeout exceeded when trying to connect|connection error and is not queryable|client was closed|driver has already been destroyed|cannot use a pool after calling end/i

/** Does an error say that the database is away, or going, rather than that something is wrong with what was asked. */
export function isUnavailable(error: unknown): boolean {
  if (!(error instanceof Error)) return false
  const { code } = error as { code?: unknown }
  if (typeof code === 'string' && CODES.has(code)) return true
  if (error instanceof AggregateError) return error.errors.some(isUnavailable)
  return WORDS.test(error.message)
}

/** PostgreSQL's code for a disk without room. */
export const isDiskFull = (error: unknown): boolean =>
  error instanceof Error &&
  ((error as { code?: unknown }).code === '53100' || (error as { code?: unknown }).code === 'ENOSPC')
