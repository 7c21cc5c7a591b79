import type { BenchTally, PieceRow, Settings } from '@verger/contract'
import type { Plan } from '@verger/core'
import type { ReactNode } from 'react'
import type { Rule } from '../../ui/rule.js'

/** What a sheet is made of. */
export interface OnPaper {
  readonly piece: PieceRow
  readonly plan: Plan
  readonly tally: BenchTally
  /** Where its photographs are, by what they show. */
  readonly photographs: readonly { readonly says: string; readonly address: string }[]
  readonly settings: Settings
  /** What the workshop lays lengths off with, and a length as it is read off it. */
  readonly rule: Rule
  say(this: void, value: number): string
  /** Width that a page has, mm. */
  readonly across: number
}

/** A sheet as blocks that are laid on pages one below the other. */
export type Sheet = (of: OnPaper) => readonly { readonly id: string; readonly node: ReactNode }[]
