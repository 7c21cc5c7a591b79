import type { Typed } from './typedStone.js'

/** A stone that is being measured for the first time, as far as it is typed. */
const keyOf = (keeper: string, units: 'mm' | 'in'): string => `verger-new-stone ${keeper} ${units}`

/** What was typed on an earlier visit and not kept as a stone yet; undefined where there is nothing, or nothing that can be read. */
export function typedBefore(keeper: string, units: 'mm' | 'in', empty: Typed): Typed | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(keeper, units)) ?? '') as Partial<Typed>
    if (typeof kept !== 'object' || typeof kept.measures !== 'object') return undefined
    // fields that came since begin empty
    return { ...empty, ...kept }
  } catch {
    return undefined
  }
}

/** Keeps what is typed on this device; what is as it began is not kept. */
export function keepTyped(keeper: string, units: 'mm' | 'in', typed: Typed, empty: Typed): void {
  // a field that was cleared is as one that was never typed in
  const measures = Object.fromEntries(Object.entries(typed.measures).filter(([, text]) => text))
  const text = JSON.stringify({ ...typed, measures })
  if (text === JSON.stringify(empty)) localStorage.removeItem(keyOf(keeper, units))
  else localStorage.setItem(keyOf(keeper, units), text)
}

export const forgetTyped = (keeper: string, units: 'mm' | 'in'): void =>
  localStorage.removeItem(keyOf(keeper, units))
