import { family, nearestTools, numberOf, type NamedQuantity, type Plan } from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api } from '../../app/api.js'
import { sayLength, useSettings } from '../../app/workshop.js'
import { quickWorker } from '../../compute/usePlan.js'
import { Figure } from '../../ui/Figure.js'
import { Hangs } from '../../ui/Hangs.js'
import { roundTools } from '../drawer/tools.js'
import { ownMinutes, useLessons } from '../learned/useLearned.js'
import { EndsCount } from './EndsCount.js'

/** What a plan comes to: its extents and gaps, how it hangs, its ends, metal, time and money. */
export function PlanFigures({
  plan,
  onFit,
}: {
  plan: Plan
  /** Takes a choice by which a size comes to that of one's own tool. */
  onFit: (choice: string, value: number) => void
}) {
  const { text } = family(plan.family)
  return (
    <dl className="sheet order-3 m-0 grid grid-cols-1 gap-x-8 px-5 pb-1 sm:grid-cols-2 lg:grid-cols-1">
      {plan.outputs.map((o) => (
        <Row
          key={o.id}
          name={text.outputs[o.id] ?? o.id}
          beside={o.tool && <Nearest output={o} plan={plan} onFit={onFit} />}
        >
          <Figure name={text.outputs[o.id] ?? o.id} q={o.quantity} />
        </Row>
      ))}
      {plan.design.hang && (
        <Row name="It hangs" wide>
          <span data-testid="hangs">
            <Hangs plan={plan} />
          </span>
        </Row>
      )}
      <Row name="Cut ends">
        <EndsCount plan={plan} />
      </Row>
      <Row name="Wire, by weight">
        <Figure name="Wire, by weight" q={plan.cut.mass} />
      </Row>
      <Row name="Metal">
        <Figure name="Metal" q={plan.cut.metal} />
      </Row>
      <Row name="Time, estimated" beside={<OwnTime plan={plan} />}>
        <Figure name="Time, estimated" q={plan.cost.hours} />
      </Row>
      <Row name="Metal and labour">
        <Figure name="Metal and labour" q={plan.cost.cost} />
      </Row>
    </dl>
  )
}

/** What the work takes at one's own pace, learned from pieces that were timed. */
function OwnTime({ plan }: { plan: Plan }) {
  const settings = useSettings()
  const { data } = useLessons()
  const minutes = ownMinutes(data ?? [], settings, plan.steps)
  if (minutes === undefined) return null
  return (
    <span className="block text-[14.5px] text-soft" data-testid="own-time">
      {(minutes / 60).toFixed(1)} h at your own pace,{' '}
      <Link className="text-copper underline" to="/learned">
        learned
      </Link>
    </span>
  )
}

/** The tool of one's own that comes nearest to a size to bend over, and by how much it is off. */
function Nearest({
  output,
  plan,
  onFit,
}: {
  output: NamedQuantity
  plan: Plan
  onFit: (choice: string, value: number) => void
}) {
  const settings = useSettings()
  const drawer = useQuery({ queryKey: ['drawer'], queryFn: api.drawer })
  const own = roundTools(drawer.data ?? []).filter((t) => Boolean(t.flat) === (output.tool === 'jaws'))
  const [best] = nearestTools(numberOf(output.quantity), own, (across) => across)
  // a tool that is far off is no help
  if (!best || Math.abs(best.off) > 0.15 * numberOf(output.quantity)) return null
  return (
    <span className="block text-[14.5px] text-soft">
      nearest of yours: {best.tool.name}
      {Math.abs(best.off) >= 0.05 &&
        `, ${sayLength(Math.abs(best.off), settings)} ${best.off > 0 ? 'more' : 'less'}`}
      {output.follows && Math.abs(best.off) >= 0.05 && (
        <>
          {' · '}
          <button
            type="button"
            className="border-0 bg-transparent p-0 text-copper underline"
            onClick={() => {
              const { stone, family: id, options } = plan
              void quickWorker()
                .fittedTool(stone, id, options, output.id, numberOf(output.quantity) + best.off)
                .then((found) => found && onFit(found.choice, found.value))
            }}
          >
            fit it to that
          </button>
        </>
      )}
    </span>
  )
}

function Row({
  name,
  beside,
  wide = false,
  children,
}: {
  name: string
  /** Across both columns: its text is long. */
  wide?: boolean
  beside?: React.ReactNode
  children: React.ReactNode
}) {
  return (
    <div
      className={`flex items-baseline justify-between gap-3 border-b border-line py-[3px] ${wide ? 'sm:col-span-2 lg:col-span-1' : ''}`}
    >
      <dt className="text-soft">
        {name}
        {beside}
      </dt>
      <dd className={wide ? 'm-0 text-right' : 'm-0 shrink-0 whitespace-nowrap'}>{children}</dd>
    </div>
  )
}
