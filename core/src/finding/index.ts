export { clockPlace, fill, inUnits } from './finding.js'
export type { Finding, Severity } from './finding.js'
