import { STAGES, timeByStage, type Plan } from '@verger/core'
import { sayTime } from '../../app/workshop.js'

/** Time at the bench by stage: what was estimated, and what it took. */
export function TimeByStage({ plan, time }: { plan: Plan; time: Readonly<Record<string, number>> }) {
  const reckoned = timeByStage(
    plan.steps,
    Object.fromEntries(plan.steps.map((s) => [s.id, s.minutes * 60_000])),
  )
  const spent = timeByStage(plan.steps, time)
  const rows = STAGES.map((name) => ({ name, planned: reckoned[name], took: spent[name] }))
  const most = Math.max(1, ...rows.flatMap((r) => [r.planned, r.took]))
  return (
    <table className="mt-6 w-full border-collapse">
      <caption className="pb-1 text-left font-head text-2xl">Time by stage</caption>
      <thead>
        <tr className="border-b border-hair text-left text-soft">
          <th className="py-1 font-normal">stage</th>
          <th className="text-right font-normal">estimated</th>
          <th className="text-right font-normal">took</th>
          <th className="w-2/5 pl-6 font-normal">beside each other</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.name} className="border-b border-line">
            <td className="py-1.5">{r.name}</td>
            <td className="text-right text-soft">{sayTime(r.planned)}</td>
            <td className="text-right font-semibold">{r.took > 0 ? sayTime(r.took) : '–'}</td>
            <td className="pl-6">
              <svg viewBox="0 0 200 16" className="h-4 w-full" preserveAspectRatio="none" aria-hidden>
                <rect x={0} y={1} width={(200 * r.planned) / most} height={6} fill="var(--hair)" />
                <rect x={0} y={9} width={(200 * r.took) / most} height={6} fill="var(--copper)" />
              </svg>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
