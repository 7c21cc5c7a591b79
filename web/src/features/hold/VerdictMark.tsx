import type { HoldLine } from '@verger/core'

const MARK = {
  sound: ['◆', 'text-verdigris'],
  doubtful: ['▲', 'text-amber'],
  fails: ['✕', 'text-red'],
} as const

/** The mark of a verdict, in its colour. */
export function VerdictMark({ verdict }: { verdict: HoldLine['verdict'] }) {
  const [mark, colour] = MARK[verdict]
  return (
    <span className={colour} aria-hidden>
      {mark}
    </span>
  )
}
