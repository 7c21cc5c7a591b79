/**
 * A root of f between lo and hi by bisection with a bracket check.
 * @throws RangeError when f has the same sign at both ends
 * @example bisect((x) => x * x - 2, 0, 2).root // 1.41421356
 */
export function bisect(
  f: (x: number) => number,
  lo: number,
  hi: number,
  tolerance = 1e-9,
): { root: number; residual: number; iterations: number } {
  let a = lo
  let b = hi
  const fa = f(a)
  const fb = f(b)
  if (fa === 0) return { root: a, residual: 0, iterations: 0 }
  if (fb === 0) return { root: b, residual: 0, iterations: 0 }
  if (fa * fb > 0 || !Number.isFinite(fa + fb))
    throw new RangeError(`no sign change between ${lo} (${fa}) and ${hi} (${fb})`)
  let iterations = 0
  while (Math.abs(b - a) > tolerance && iterations < 200) {
    const m = (a + b) / 2
    const fm = f(m)
    iterations++
    if (fm === 0) return { root: m, residual: 0, iterations }
    if (fm * fa > 0) a = m
    else b = m
  }
  const root = (a + b) / 2
  return { root, residual: f(root), iterations }
}

const NODES = [
  0.1488743389816312, 0.4333953941292472, 0.6794095682990244, 0.8650633666889845, 0.9739065285171717,
]
const WEIGHTS = [
  0.2955242247147529, 0.2692667193099964, 0.219086362515982, 0.1494513491505806, 0.0666713443086881,
]

/** Integral of f from a to b: 10-point Gauss-Legendre on `pieces` equal parts. Exact for polynomials up to degree 19. */
export function integrate(f: (x: number) => number, a: number, b: number, pieces = 8): number {
  const h = (b - a) / pieces
  let sum = 0
  for (let i = 0; i < pieces; i++) {
    const mid = a + (i + 0.5) * h
    for (let k = 0; k < 5; k++) {
      const dx = (NODES[k]! * h) / 2
      sum += WEIGHTS[k]! * (f(mid - dx) + f(mid + dx))
    }
  }
  return (sum * h) / 2
}

/** Natural logarithm of the gamma function for x > 0 (Lanczos, g = 7, 9 terms; relative error under 1e-13). */
export function logGamma(x: number): number {
  if (!(x > 0)) throw new RangeError(`logGamma needs x above 0, got ${x}`)
  const c = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ]
  const y = x - 1
  let sum = c[0]!
  for (let i = 1; i < 9; i++) sum += c[i]! / (y + i)
  const t = y + 7.5
  return 0.5 * Math.log(2 * Math.PI) + (y + 0.5) * Math.log(t) - t + Math.log(sum)
}

/** Euler's beta function. @example beta(1, 1.5) // 0.666667 */
export const beta = (a: number, b: number): number => Math.exp(logGamma(a) + logGamma(b) - logGamma(a + b))
