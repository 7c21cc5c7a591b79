import { checkLong, type LongCheck, type LongChecked } from '../http/checkElsewhere.js'
import { standBack } from './niceThread.js'

standBack()

/** Runs in a worker thread: a long body against its schema. */
export default ({ check, bytes }: { check: LongCheck; bytes: Uint8Array }): LongChecked =>
  checkLong(check, bytes)
