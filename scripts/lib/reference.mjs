// A fixed loop that is timed beside what is measured: machines differ, and the same one is slow when others use it.

/** What the loop takes on the machine that limits are meant for, ms. */
export const REFERENCE_MS = 13.5

/** The loop's time now, ms: the best of three. */
export function reference() {
  let best = Infinity
  for (let k = 0; k < 3; k++) {
    const began = performance.now()
    let x = 0
    for (let i = 1; i < 4e6; i++) x += Math.sqrt(i) / (i + 1)
    if (x < 0) throw new Error('never')
    best = Math.min(best, performance.now() - began)
  }
  return best
}
