import type { Barrier } from './judge.js'

/** Everything that bears less than half of what is asked counts alike: the guess is wanted near what is asked. */
const LEAST = -0.8

/** How options failed, to tell the same failure again; none where it has no figure: one snap is not another. */
export function outcomeOf(barrier: Barrier): string | undefined {
  const told = (figure: number) => (figure > 0 ? `${barrier.kind} ${figure.toPrecision(8)}` : undefined)
  switch (barrier.kind) {
    case 'pull':
    case 'careful':
      return told(barrier.share)
    default:
      return undefined
  }
}

/** What fails by less still fails. */
const HAIR = -0.004

/** How far from sound, as the logarithm of what holds over what is asked: above 0 is sound. */
export function marginOf(share: number, barrier: Barrier | undefined): number {
  const log = (v: number) => Math.max(LEAST, Math.min(1, Math.log(Math.max(v, 1e-3))))
  if (!barrier) return Math.max(0.04, log(share))
  return barrier.kind === 'pull' || barrier.kind === 'careful' ? Math.min(HAIR, log(barrier.share)) : LEAST
}
