import { bisect } from '../geom/index.js'

/**
 * Share of Student's t distribution below a value, for a whole number of degrees of freedom: the finite sums of Abramowitz and Stegun, 26.7.3 and 26.7.4.
 * @throws RangeError for degrees of freedom that are no whole number above 0
 * @example Number(shareBelow(2.132, 4).toFixed(3)) // 0.95
 */
export function shareBelow(t: number, degrees: number): number {
  if (!Number.isInteger(degrees) || degrees < 1)
    throw new RangeError(`degrees of freedom are a whole number above 0, not ${degrees}`)
  const angle = Math.atan2(Math.abs(t), Math.sqrt(degrees))
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)]
  // what lies between −t and t
  const odd = degrees % 2 === 1
  let sum = 0
  let term = odd ? cos : 1
  const last = degrees - 2
  for (let k = odd ? 1 : 0; k <= last; k += 2) {
    sum += term
    term *= (cos * cos * (k + 1)) / (k + 2)
  }
  const between = odd ? (2 / Math.PI) * (angle + (degrees === 1 ? 0 : sin * sum)) : sin * sum
  return t < 0 ? (1 - between) / 2 : (1 + between) / 2
}

/**
 * The value that a share of Student's t distribution lies below, by bisection.
 * @throws RangeError for a share that is not between 0 and 1
 * @example Number(valueAbove(0.95, 4).toFixed(3)) // 2.132
 */
export function valueAbove(share: number, degrees: number): number {
  if (!(share > 0 && share < 1)) throw new RangeError(`a share lies between 0 and 1, not at ${share}`)
  let far = 1
  while (shareBelow(far, degrees) < Math.max(share, 1 - share)) far *= 2
  return bisect((t) => shareBelow(t, degrees) - share, -far, far).root
}
