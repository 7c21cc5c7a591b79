import { closeTurns, family, HAND_PACKING, plannedAt, type Plan, type Step } from '@verger/core'
import { Link } from 'react-router'
import { sayLength, useSettings } from '../../app/workshop.js'
import { lengthOf, longer, ownPacking, useLessons } from '../learned/useLearned.js'

/** So many must have been measured before one's own habit is told, and it must differ by as much. */
const FEWEST = 3
const TELLING = 0.01
/** Of turns it must be half of one. */
const HALF = 0.5

/** What such lengths usually come to in one's own hand, and what to aim at. */
export function UsuallyMet({
  plan,
  step,
  met,
}: {
  plan: Plan
  step: Step
  /** What was measured here already. */
  met: number | undefined
}) {
  const settings = useSettings()
  const { data } = useLessons()
  const planned = plannedAt(family(plan.family), plan.options)(step.id)
  if (!data || planned === undefined || met !== undefined) return null
  const learned = (
    <Link className="text-copper underline" to="/learned">
      what the hand teaches
    </Link>
  )
  const close = closeTurns(plan.design, step)
  if (close) {
    const { packing, from } = ownPacking(data, settings.forgot, close.kind)
    const [own, usual] = [packing, HAND_PACKING].map((p) => planned / (p * close.wide)) as [number, number]
    const fill = Math.max(1, Math.round(own))
    // rounded alone they may differ by a whole one
    if (from < FEWEST || Math.abs(own - usual) < HALF || fill === step.count!.target) return null
    return (
      <p className="mt-2 mb-0 text-[15px] text-soft" data-testid="own-packing">
        Yours take {packing.toFixed(2)} thicknesses of the wire a turn ({from} measured, {learned}): about{' '}
        <strong className="text-ink">
          {fill} {step.count!.of}
        </strong>{' '}
        fill {sayLength(planned, settings)}.
      </p>
    )
  }
  const { times, from } = lengthOf(data, settings.forgot, step.kind)
  if (from < FEWEST || Math.abs(times - 1) < TELLING) return null
  return (
    <p className="mt-2 mb-0 text-[15px] text-soft">
      Yours come out {longer(times)} ({from} measured, {learned}): aim at{' '}
      <strong className="text-ink">{sayLength(planned / times, settings)}</strong>.
    </p>
  )
}
