import {
  family as familyOf,
  fill,
  gaugeText,
  gaugeWindows,
  stoneText,
  wireSize,
  type Finding,
  type GaugeNeighbour,
  type OptionWindow,
  type Plan,
  type WorkshopSettings,
} from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { sayLength, sayMoney } from '../../app/workshop.js'
import { slowWorker } from '../../compute/usePlan.js'

const WORD = { sound: '◆ sound', doubtful: '▲ doubtful', fails: '✕ fails' } as const
const COLOUR = { sound: 'text-verdigris', doubtful: 'text-amber', fails: 'text-red' } as const

/** A finding in its family's words. */
const sayFinding = (id: string, f: Finding): string =>
  fill({ ...stoneText, ...familyOf(id).text.findings }[f.code] ?? f.code, f.values)

/** Window of the gauge that an option chooses, why it begins and ends there, and what the next thinner and thicker wire would do. */
export function GaugeWindow({
  plan,
  share,
  option,
  settings,
  onTake,
}: {
  plan: Plan
  /** What it holds over the stone's weight, once that is known. */
  share: number | undefined
  option: string
  settings: WorkshopSettings
  onTake: (size: string) => void
}) {
  const found = gaugeWindows(plan, share).find((w) => w.option === option)
  const { stone, family, options } = plan
  const near = useQuery({
    queryKey: ['gauges', option, stone, family, options, settings],
    queryFn: () => slowWorker().gaugeNeighbours({ stone, family, options, settings }, option),
    gcTime: 60_000,
  })
  if (!found) return null
  const say = (mm: number) => sayLength(mm, settings, 2)
  return (
    <div className="border-b border-line bg-sheet px-3 py-2 text-[15px]" data-testid={`gauge-${option}`}>
      <Bounds found={found} say={say} now={wireSize(String(options[option])).mm} />
      <ul className="m-0 mt-1 list-none p-0">
        {(near.data ?? []).map((n) => (
          <Neighbour key={n.size} n={n} familyId={family} say={say} settings={settings} onTake={onTake} />
        ))}
        {near.isPending && <li className="text-soft">Working out the next thinner and thicker …</li>}
        {near.error && <li className="text-red">✕ {near.error.message}</li>}
      </ul>
    </div>
  )
}

function Bounds({ found, say, now }: { found: OptionWindow; say: (mm: number) => string; now: number }) {
  const { least, most } = found.window
  const [low, high] = [least[0], most[0]]
  const inside = (!low || now >= low.size) && (!high || now <= high.size)
  const none = low && high && low.size > high.size
  return (
    <>
      <p className="m-0 font-semibold">
        {none ? (
          <span className="text-amber">▲ No size answers both: look at the two reasons.</span>
        ) : (
          <>
            From {low ? say(low.size) : 'any'} to {high ? say(high.size) : 'any'}:{' '}
            {inside ? (
              <span className="text-verdigris">◆ yours is {say(now)}</span>
            ) : (
              <span className="text-amber">▲ yours is {say(now)}</span>
            )}
          </>
        )}
      </p>
      {least.map((b) => (
        <p key={b.reason} className="m-0 text-soft">
          Not under {say(b.size)}: {gaugeText[b.reason]}.
        </p>
      ))}
      {most.map((b) => (
        <p key={b.reason} className="m-0 text-soft">
          Not over {say(b.size)}: {gaugeText[b.reason]}.
        </p>
      ))}
    </>
  )
}

function Neighbour({
  n,
  familyId,
  say,
  settings,
  onTake,
}: {
  n: GaugeNeighbour
  familyId: string
  say: (mm: number) => string
  settings: WorkshopSettings
  onTake: (size: string) => void
}) {
  return (
    <li className="flex flex-wrap items-baseline gap-x-3">
      <button
        type="button"
        className="border-0 bg-transparent p-0 font-semibold text-copper underline"
        onClick={() => onTake(n.size)}
      >
        {n.size} ({say(wireSize(n.size).mm)})
      </button>
      {n.made ? (
        <span>
          <span className={COLOUR[n.made.verdict]}>{WORD[n.made.verdict]}</span>, {Math.round(n.made.times)}{' '}
          times its weight · {n.made.mass.toFixed(1)} g of metal, {sayMoney(n.made.metal, settings.money)}
        </span>
      ) : (
        <span className="text-soft">
          not with these choices{n.problem && `: ${sayFinding(familyId, n.problem)}`}
        </span>
      )}
    </li>
  )
}
