declare const unit: unique symbol
type Brand<U extends string> = number & { readonly [unit]: U }

/** Millimetres: the one length unit inside the core. */
export type Mm = Brand<'mm'>
/** Grams. */
export type Gram = Brand<'g'>
/** Newtons. */
export type Newton = Brand<'N'>
/** Megapascals, N/mm². */
export type Mpa = Brand<'MPa'>
/** Radians. */
export type Radian = Brand<'rad'>
/** Hundredths of the workshop's money. */
export type Cents = Brand<'cents'>

function finite(value: number, name: string): number {
  if (!Number.isFinite(value)) throw new RangeError(`${name} must be a finite number, got ${value}`)
  return value
}

/** @throws RangeError for NaN or infinity. @example mm(3) // 3 */
export const mm = (value: number): Mm => finite(value, 'millimetres') as Mm
/** @throws RangeError for NaN or infinity. @example gram(3) // 3 */
export const gram = (value: number): Gram => finite(value, 'grams') as Gram
/** @throws RangeError for NaN or infinity. @example newton(3) // 3 */
export const newton = (value: number): Newton => finite(value, 'newtons') as Newton
/** @throws RangeError for NaN or infinity. @example mpa(60) // 60 */
export const mpa = (value: number): Mpa => finite(value, 'megapascals') as Mpa
/** @throws RangeError for NaN or infinity. @example radian(Math.PI) // 3.14159 */
export const radian = (value: number): Radian => finite(value, 'radians') as Radian
/** @throws RangeError for NaN or infinity. @example cents(250) // 250 */
export const cents = (value: number): Cents => finite(value, 'cents') as Cents

/** The value itself when it is above zero. @throws RangeError otherwise. @example positive(2, 'width') // 2 */
export function positive<T extends number>(value: T, name: string): T {
  if (!(finite(value, name) > 0)) throw new RangeError(`${name} must be above 0, got ${value}`)
  return value
}

/** The value itself when it is zero or more. @throws RangeError otherwise. @example notNegative(0, 'lead') // 0 */
export function notNegative<T extends number>(value: T, name: string): T {
  if (finite(value, name) < 0) throw new RangeError(`${name} must not be below 0, got ${value}`)
  return value
}

/** Standard gravity in N per gram of mass (9.80665 m/s²). */
export const NEWTON_PER_GRAM = 0.00980665
/** One inch, exact. */
export const MM_PER_INCH = 25.4
/** One carat is 0.2 g, exact. */
export const GRAM_PER_CARAT = 0.2
