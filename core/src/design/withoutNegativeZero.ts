/**
 * The same plain value with every -0 as 0, so that it is exactly what JSON keeps. Parts without one come back as they are
 * (not copied), so that what is remembered about them stays remembered.
 */
export function withoutNegativeZero<T>(value: T): T {
  if (typeof value === 'number') return (value === 0 ? 0 : value) as T
  if (typeof value !== 'object' || value === null) return value
  let out: Record<string, unknown> | unknown[] | undefined
  for (const key in value) {
    const old: unknown = value[key]
    const tidy = withoutNegativeZero(old)
    if (Object.is(tidy, old)) continue
    out ??= Array.isArray(value) ? [...(value as unknown[])] : { ...(value as Record<string, unknown>) }
    ;(out as Record<string, unknown>)[key] = tidy
  }
  return (out ?? value) as T
}
