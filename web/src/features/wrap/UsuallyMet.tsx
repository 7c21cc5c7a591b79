import { family, plannedAt, type OperationKind, type Plan } from '@verger/core'
import { Link } from 'react-router'
import { sayLength, useSettings } from '../../app/workshop.js'
import { lengthOf, longer, useLessons } from '../learned/useLearned.js'

/** So many must have been measured before one's own habit is told, and it must differ by as much. */
const FEWEST = 3
const TELLING = 0.01

/** What such lengths usually come to in one's own hand, and what to aim at. */
export function UsuallyMet({
  plan,
  step,
  kind,
  met,
}: {
  plan: Plan
  step: string
  kind: OperationKind
  /** What was measured here already. */
  met: number | undefined
}) {
  const settings = useSettings()
  const { data } = useLessons()
  const planned = plannedAt(family(plan.family), plan.options)(step)
  if (!data || planned === undefined || met !== undefined) return null
  const { times, from } = lengthOf(data, settings.forgot, kind)
  if (from < FEWEST || Math.abs(times - 1) < TELLING) return null
  return (
    <p className="mt-2 mb-0 text-[15px] text-soft">
      Yours come out {longer(times)} ({from} measured,{' '}
      <Link className="text-copper underline" to="/learned">
        what the hand teaches
      </Link>
      ): aim at <strong className="text-ink">{sayLength(planned / times, settings)}</strong>.
    </p>
  )
}
