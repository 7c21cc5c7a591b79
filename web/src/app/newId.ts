/** An id made without secure-context functions: plain http on a local network has none. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(12))
  return [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('')
}
