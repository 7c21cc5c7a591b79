import { WEAVES, type CurveStretch } from '@verger/core'
import { readLength } from '../../ui/readLength.js'

/** Packing by hand until a sample is measured: wraps never lie perfectly. An estimate. */
export const BY_HAND = '1.04'

/** The lab as typed. */
export interface Typed {
  readonly text: string
  readonly base: string
  readonly weaver: string
  readonly packing: string
  readonly length: string
  readonly tails: string
  readonly longest: string
  readonly radius: string
  /** Id of the tray's stone that the band goes round; empty for the typed curve. */
  readonly round: string
}

export const START: Typed = {
  text: WEAVES.find((w) => w.id === 'three-and-two')!.text,
  base: '0.8 mm',
  weaver: '0.3 mm',
  packing: BY_HAND,
  length: '40 mm',
  tails: '80 mm',
  longest: '',
  radius: '',
  round: '',
}

/**
 * A curve as typed: stretches of the middle line parted by commas, straight ones by their length ("12 mm"), bent ones by radius and
 * angle ("6 mm x 90"), the other way with a minus. One radius alone is half a circle. Undefined where a part cannot be read.
 */
export function readCurve(text: string, units: 'mm' | 'in'): CurveStretch[] | undefined {
  const parts = text.split(',').map((p) => p.trim())
  const out: CurveStretch[] = []
  for (const part of parts) {
    const [first = '', angle] = part.split(/\s*x\s*/)
    const back = first.startsWith('-')
    const { value } = readLength(back ? first.slice(1) : first, units)
    if (value === undefined) return undefined
    if (angle === undefined && (parts.length > 1 || back)) {
      if (back) return undefined
      out.push({ radius: Infinity, length: value })
      continue
    }
    const degrees = angle === undefined ? 180 : Number(angle.replace('°', ''))
    if (!(degrees > 0 && degrees <= 720)) return undefined
    out.push({ radius: back ? -value : value, length: (value * degrees * Math.PI) / 180 })
  }
  return out
}
