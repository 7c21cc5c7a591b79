import type { Settings } from '@verger/contract'
import { DEFAULT_SETTINGS, formatInch, mm, MM_PER_INCH } from '@verger/core'
import { createContext, useContext } from 'react'

/** Settings of the workshop that one is in. */
export const WorkshopContext = createContext<Settings>({ ...DEFAULT_SETTINGS, prices: {} })
export const useSettings = (): Settings => useContext(WorkshopContext)

/** An amount of money as the workshop says it: pounds and euros the British way, dollars the American. */
export function sayMoney(amount: number, money: Settings['money']): string {
  return new Intl.NumberFormat(money === 'USD' ? 'en-US' : 'en-GB', {
    style: 'currency',
    currency: money,
  }).format(amount)
}

/** A length as it stands beside a dimension line: without its unit in millimetres, with the mark of inches. */
export function markLength(value: number, settings: Pick<Settings, 'units'>): string {
  if (settings.units === 'mm') return value.toFixed(1)
  return sayLength(value, settings, 0).replace(/ ?in$/, '″')
}

/** Parts of an inch that calipers are marked with. */
const FINEST = 64

/**
 * A length in the workshop's own unit: millimetres, or inches as a rule shows them. Where two or more decimals of a millimetre are asked, as of
 * gauges and in workings, inches are told to a thousandth where they are no fraction.
 */
export function sayLength(value: number, settings: Pick<Settings, 'units'>, digits = 1): string {
  if (settings.units === 'mm') return `${value.toFixed(digits)} mm`
  if (digits < 2) return formatInch(mm(value))
  const inches = value / MM_PER_INCH
  const exact = Math.abs(Math.round(inches * FINEST) / FINEST - inches) < 1e-6
  return exact ? formatInch(mm(value), FINEST) : `${inches.toFixed(3)} in`
}

/** From here on wire is told in metres or in feet, mm. */
const LONG_MM = 2000
const LONG_IN = 36 * MM_PER_INCH

/** A length of wire as one asks for it: of a few metres or feet and more in those. @example sayWire(4380, { units: 'mm' }) // '4.38 m' */
export function sayWire(value: number, settings: Pick<Settings, 'units'>): string {
  if (settings.units === 'mm')
    return value < LONG_MM ? sayLength(value, settings, 0) : `${(value / 1000).toFixed(2)} m`
  return value < LONG_IN ? sayLength(value, settings, 0) : `${(value / (12 * MM_PER_INCH)).toFixed(1)} ft`
}

/** A sentence in millimetres, with its lengths in the workshop's own unit. @example sayIn('Rattles 0.1 mm.', { units: 'in' }) // 'Rattles 0.004 in.' */
export const sayIn = (text: string, settings: Pick<Settings, 'units'>): string =>
  settings.units === 'mm'
    ? text
    : text.replace(/(\d+(?:\.\d+)?) mm\b/g, (_, value: string) => sayLength(Number(value), settings))

/** Time as it is said: hours and minutes. */
export function sayTime(ms: number): string {
  const minutes = Math.round(ms / 60_000)
  return minutes >= 60 ? `${Math.floor(minutes / 60)} h ${minutes % 60} min` : `${minutes} min`
}
