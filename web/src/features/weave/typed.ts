import { WEAVES } from '@verger/core'

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
  readonly radius: string
}

export const START: Typed = {
  text: WEAVES.find((w) => w.id === 'three-and-two')!.text,
  base: '0.8 mm',
  weaver: '0.3 mm',
  packing: BY_HAND,
  length: '40 mm',
  tails: '80 mm',
  radius: '',
}
