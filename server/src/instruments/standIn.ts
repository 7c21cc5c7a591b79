import type { HeldInInstrument, InstrumentKind, RackRow, ReadingUnit } from '@verger/contract'
import { UNITS_OF } from '@verger/contract'
import {
  fullStone,
  gramsPerMetre,
  measuresOf,
  numberOf,
  stoneMeasures,
  type FullStone,
  type Stone,
} from '@verger/core'

/** What a stand-in keeps between presses; it is kept in the database, so that any server of several can answer. */
export interface StandInState {
  readonly unit: ReadingUnit
  /** Subtracted from what is sensed, mm or g: what was sensed when zero was pressed. */
  readonly zero: number
  /** Counts presses: the noise of a reading hangs on it, and is the same again for the same press. */
  readonly turn: number
  readonly holds: HeldInInstrument | null
}

interface Nature {
  /** Sensed with nothing in it, until it is zeroed: mm or g. */
  readonly offset: number
  /** Standard deviation of a reading, mm or g. */
  readonly noise: number
  /** Smallest step of the display by unit. */
  readonly step: Readonly<Partial<Record<ReadingUnit, number>>>
  /** Of one mm or g in that unit. */
  readonly per: Readonly<Partial<Record<ReadingUnit, number>>>
}

/** Made up: of the kind that a cheap pocket instrument has. */
const NATURE: Readonly<Record<InstrumentKind, Nature>> = {
  caliper: {
    offset: 0.07,
    noise: 0.012,
    step: { mm: 0.01, in: 0.0005 },
    per: { mm: 1, in: 1 / 25.4 },
  },
  scale: { offset: 0.03, noise: 0.004, step: { g: 0.01, ct: 0.05 }, per: { g: 1, ct: 5 } },
}

export const switchedOn = (kind: InstrumentKind): StandInState => ({
  unit: UNITS_OF[kind][0],
  zero: 0,
  turn: 0,
  holds: null,
})

/** Seeded noise of about normal shape with deviation 1: twelve even draws added, less 6. */
function noise(seed: number): number {
  let a = (seed * 0x9e3779b1) | 0
  let sum = -6
  for (let i = 0; i < 12; i++) {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    sum += ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  return sum
}

/** What it senses: what is in it, its own offset, and the noise of this press; mm or g. */
const sensed = (kind: InstrumentKind, turn: number, truth: number): number => {
  const n = NATURE[kind]
  return truth + n.offset + n.noise * noise(turn + (kind === 'scale' ? 7919 : 1))
}

/** What stands on its display, in its unit: `truth` is what lies in it, mm or g; 0 with nothing in it. */
export function displayed(kind: InstrumentKind, state: StandInState, truth: number): number {
  const { step, per } = NATURE[kind]
  const value = (sensed(kind, state.turn, truth) - state.zero) * (per[state.unit] ?? 1)
  const s = step[state.unit] ?? 0.01
  const shown = Number((Math.round(value / s) * s).toFixed(4))
  return shown === 0 ? 0 : shown
}

/** After zero was pressed with `truth` in it. */
export const zeroed = (kind: InstrumentKind, state: StandInState, truth: number): StandInState => ({
  ...state,
  zero: sensed(kind, state.turn, truth),
})

/** After the unit button. */
export function otherUnit(kind: InstrumentKind, state: StandInState): StandInState {
  const [a, b] = UNITS_OF[kind]
  return { ...state, unit: state.unit === a ? b : a }
}

/** What an instrument finds at a stone, mm or g; undefined where it cannot measure that (an angle, a share). */
export function truthOf(kind: InstrumentKind, stone: Stone, measure: string): number | undefined {
  if (kind === 'scale') return stone.weighed ?? numberOf(stoneMeasures(stone).mass)
  const full: FullStone = fullStone(stone)
  if (measure === 'length' || measure === 'width' || measure === 'depth') return full[measure]
  const spec = measuresOf(stone).find((m) => m.id === measure)
  return spec?.unit === 'mm' ? full[spec.id] : undefined
}

/** An empty spool where nobody has weighed it, g; made up. */
const EMPTY = 22

/** What a spool weighs with its wire, g. */
export const spoolMass = ({ stock, length, empty }: Pick<RackRow, 'stock' | 'length' | 'empty'>): number =>
  (empty ?? EMPTY) + (gramsPerMetre({ ...stock, price: null, per: 'm' }) * Math.max(0, length)) / 1000
