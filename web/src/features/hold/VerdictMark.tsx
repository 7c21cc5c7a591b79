import type { HoldLine } from '@verger/core'
import { VERDICT_LOOK } from '../../ui/verdictLook.js'

/** The mark of a verdict, in its colour. */
export function VerdictMark({ verdict }: { verdict: HoldLine['verdict'] }) {
  const { mark, word } = VERDICT_LOOK[verdict]
  return (
    <span className={word} aria-hidden>
      {mark}
    </span>
  )
}
