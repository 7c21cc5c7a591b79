/** Bases of a sequence's dimensions: a space may have so many. */
const PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29] as const

/** The i-th point of the Halton sequence, which fills a cube evenly: leaped, past its poor beginning. */
export function halton(i: number, dimensions: number): number[] {
  return PRIMES.slice(0, dimensions).map((base) => {
    let n = 20 + i * LEAP
    let f = 1
    let u = 0
    while (n > 0) {
      f /= base
      u += f * (n % base)
      n = Math.floor(n / base)
    }
    return u
  })
}
/** A prime that is none of the bases: without it the larger bases run side by side. */
const LEAP = 31
