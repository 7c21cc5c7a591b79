import { useSyncExternalStore } from 'react'

/** CSS pixels a millimetre until the screen is calibrated: what browsers assume. */
export const ASSUMED_PX_PER_MM = 96 / 25.4
const KEY = 'verger-px-per-mm'
const listeners = new Set<() => void>()

/** Pixels a millimetre of this screen as calibrated, kept on this device; undefined before. */
export function calibrated(): number | undefined {
  const kept = Number(localStorage.getItem(KEY))
  return kept > 1 && kept < 30 ? kept : undefined
}

/** Keeps what a millimetre is on this screen. */
export function calibrate(pxPerMm: number): void {
  localStorage.setItem(KEY, String(pxPerMm))
  for (const tell of listeners) tell()
}

const subscribe = (tell: () => void) => {
  listeners.add(tell)
  return () => listeners.delete(tell)
}

/** Pixels a millimetre, and whether the screen was calibrated or is only assumed. */
export function usePxPerMm(): { readonly px: number; readonly known: boolean } {
  const kept = useSyncExternalStore(subscribe, calibrated)
  return { px: kept ?? ASSUMED_PX_PER_MM, known: kept !== undefined }
}
