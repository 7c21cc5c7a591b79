import { holdLine, numberOf, plan, planHold, startingOptions } from '@verger/core'
import { expose } from 'comlink'

/** The core behind a worker: quick plans apart from slower holding. */
const compute = {
  plan,
  hold(...args: Parameters<typeof planHold>) {
    const found = planHold(...args)
    return { ...found, line: holdLine(found.hold, numberOf(found.shown.pull)) }
  },
  startingOptions,
}

export type Compute = typeof compute
expose(compute)
