import type { Finding } from '../finding/index.js'
import { enoughFor } from '../hold/index.js'
import { family, type Options } from '../settings/index.js'
import {
  gaugeWindow,
  wireSize,
  COMMON_SIZES,
  WIRE_SIZES,
  type GaugeQuestion,
  type GaugeWindow,
} from '../wire/index.js'
import { numberOf } from '../working/index.js'
import { plan, type Plan, type PlanRequest } from './plan.js'
import { wholeHold } from './planThorough.js'

/** The window of an option that chooses a wire's size, with the question that it answers. */
export interface OptionWindow {
  readonly option: string
  readonly question: GaugeQuestion
  readonly window: GaugeWindow
}

/**
 * Windows of all wires of a plan, by the option that chooses each. `share` is what the plan was found to bear of the force that is asked, once
 * it is known: where bending governs that goes with the cube of the frame's thickness, so it bounds the gauge too.
 * @example gaugeWindows(framed, 2.3).map((w) => w.option) // ['size', 'bindingSize']
 */
export function gaugeWindows(made: Plan, share?: number): OptionWindow[] {
  return family(made.family)
    .gauges(made.stone, made.options, enoughFor(made.asked).force)
    .map(({ option, question }) => {
      const window = gaugeWindow(question)
      if (question.role !== 'frame' || share === undefined || share <= 0) return { option, question, window }
      const size = wireSize(String(made.options[option])).mm * Math.cbrt(1 / share)
      const least = [...window.least, { size, reason: 'holding' as const }].sort((a, b) => b.size - a.size)
      return { option, question, window: { ...window, least } }
    })
}

/** What the plan would come to with another size of one wire, all else as it is. */
export interface GaugeNeighbour {
  readonly size: string
  /** Undefined where it cannot be built so; then why not. */
  readonly made?: {
    readonly verdict: 'sound' | 'doubtful' | 'fails'
    /** Holding over the stone's weight, in the weakest direction. */
    readonly times: number
    readonly metal: number
    readonly mass: number
  }
  readonly problem?: Finding
}

/** The next thinner and thicker sizes of the param's list that are at least this far off, as a share: the list has near twins. */
const APART = 0.06

/**
 * The same plan with the next thinner and the next thicker wire, planned and put through the whole holding check.
 * @throws RangeError for an option that is no wire size
 * @example gaugeNeighbours({ stone, family: 'bound-frame', options, settings }, 'size').length // 2
 */
export function gaugeNeighbours(request: PlanRequest, option: string): GaugeNeighbour[] {
  const param = family(request.family)
    .params(request.stone)
    .find((p) => p.id === option)
  const now = WIRE_SIZES.find((s) => s.label === request.options[option])
  if (param?.kind !== 'choice' || !now) throw new RangeError(`"${option}" is no wire's size`)
  const sizes = WIRE_SIZES.filter(
    (s) => param.values.includes(s.label) && (s.awg === undefined || COMMON_SIZES.includes(s)),
  ).sort((a, b) => a.mm - b.mm)
  const thinner = sizes.filter((s) => s.mm < now.mm * (1 - APART)).pop()
  const thicker = sizes.find((s) => s.mm > now.mm * (1 + APART))
  return [thinner, thicker].flatMap((size) => (size ? [withSize(request, option, size.label)] : []))
}

function withSize(request: PlanRequest, option: string, size: string): GaugeNeighbour {
  const options: Options = { ...request.options, [option]: size }
  const result = plan({ ...request, options })
  if (!result.ok) {
    return { size, problem: result.findings.find((f) => f.severity === 'error')! }
  }
  return {
    size,
    made: {
      ...wholeHold(result.plan),
      metal: numberOf(result.plan.cut.metal),
      mass: numberOf(result.plan.cut.mass),
    },
  }
}
