import { isUnavailable } from '../db/unavailable.js'

/** Why the server does not start, in a sentence that says what to do. */
export function startInWords(error: unknown): string {
  const { code, message } =
    error instanceof Error ? (error as Error & { code?: string }) : { code: '', message: String(error) }
  if (code === 'EADDRINUSE')
    return 'The port is taken (EADDRINUSE). Set PORT to another one, or stop what uses it.'
  if (code === 'EACCES') return `The port cannot be used (EACCES). Set PORT to one above 1023.`
  if (code === '28P01' || code === '28000')
    return `The database refuses the user or password in DATABASE_URL. Mend it, then start again.`
  if (code === '3D000')
    return 'The database that DATABASE_URL names is not there. Make it (createdb), then start again.'
  if (code === '53100' || code === 'ENOSPC') return 'The disk is full. Make room, then start again.'
  if (isUnavailable(error))
    return `The database does not answer at the address in DATABASE_URL (${message || code}). Start it, then start again.`
  return message
}
