export { costOf, paced, PACES, plannedMinutes, timedMinutes, priceFormulas } from './price.js'
export type { Cost, Effort, Experience } from './price.js'
export { leftForTime, pricing, pricingFormulas } from './pricing.js'
export type { Amount, PieceCosts, Pricing } from './pricing.js'
