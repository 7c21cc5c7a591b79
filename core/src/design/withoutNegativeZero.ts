/**
 * The same plain value with every -0 as 0, so that it is exactly what JSON keeps. Parts without one come back as they are
 * (not copied), so that what is remembered about them stays remembered.
 */
export function withoutNegativeZero<T>(value: T): T {
  if (typeof value === 'number') return (value === 0 ? 0 : value) as T
  if (typeof value !== 'object' || value === null) return value
  if (Array.isArray(value)) {
    const all = value as readonly unknown[]
    const at = all.findIndex((old) => !Object.is(withoutNegativeZero(old), old))
    return (at < 0 ? value : all.map(withoutNegativeZero)) as T
  }
  let out: Record<string, unknown> | undefined
  for (const key in value) {
    const old: unknown = value[key]
    const tidy = withoutNegativeZero(old)
    if (Object.is(tidy, old)) continue
    out ??= { ...(value as Record<string, unknown>) }
    out[key] = tidy
  }
  return (out ?? value) as T
}
