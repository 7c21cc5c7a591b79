import { family, sayPull, type Chosen, type Plan } from '@verger/core'
import { useMemo, type ReactNode } from 'react'
import { sayMoney, useSettings } from '../../app/workshop.js'
import { PieceDrawing } from '../../drawing/PieceDrawing.js'
import { boundsOf } from '../../drawing/shown.js'
import { project, viewsOf, type View } from '../../drawing/project.js'
import { costOf, faceOf, minutesOf, pullOf, sayTime } from './order.js'
import { VERDICT_LOOK } from '../../ui/verdictLook.js'

/** Half the thickness of the rod, and the thread by which hangs what has no bail, mm. */
const ROD = 0.8
const THREAD = 5
/** Space left round each picture, mm. */
const AIR = 2.5

/** So many places are kept free on the rod for what is still being worked out. */
const PLACES = 3
/** What is shown before anything hangs, mm. */
const FIRST_ROOM = { wide: 40, above: 5, below: 50 } as const

interface Hung {
  /** Views of the piece from left to right, each moved by so much, from the place on the rod. */
  readonly views: readonly { readonly view: View; readonly at: readonly [x: number, y: number] }[]
  /** How far to the right of the middle the thread hangs that holds the first view, where there is one. */
  readonly thread: number | undefined
  readonly wide: number
  readonly above: number
  readonly below: number
}

/** Where a piece lies under the rod: by its bail, or by a thread at its top. A ring shows its face, and itself along the finger beside it. */
function hung({ design, stone }: Plan): Hung {
  const shown: readonly View[] = design.worn === 'ring' ? ['front', 'end'] : [viewsOf(design)[0]!]
  const boxes = shown.map((v) => boundsOf(design, stone, v))
  // its bail lies on the top of the rod
  const bail = design.hang && project('front', design.hang)
  const whole = boxes.reduce((sum, b) => sum + b.x1 - b.x0 + AIR, -AIR)
  let x = -whole / 2
  const views = shown.map((view, i) => {
    const b = boxes[i]!
    const at = bail ? ([-bail[0], -bail[1] - ROD] as const) : ([x - b.x0, THREAD - b.y0] as const)
    x += b.x1 - b.x0 + AIR
    return { view, at }
  })
  const reach = views.flatMap(({ at }, i) => [-(boxes[i]!.x0 + at[0]), boxes[i]!.x1 + at[0]])
  return {
    views,
    thread: bail ? undefined : (boxes[0]!.x0 + boxes[0]!.x1) / 2 + views[0]!.at[0],
    wide: 2 * Math.max(...reach) + 2 * AIR,
    above: Math.max(ROD, ...views.map(({ at }, i) => -boxes[i]!.y0 - at[1])) + AIR,
    below: Math.max(...views.map(({ at }, i) => boxes[i]!.y1 + at[1])) + AIR,
  }
}

/** Settings of one stone hung from a rod, to one scale: each a true picture with what it bears, takes and shows. One is taken. */
export function Rod({
  list,
  sketches,
  left,
  checked,
  taken,
  onTake,
}: {
  list: readonly Chosen[]
  /** Plans of settings that are still being worked out. */
  sketches: readonly Plan[]
  /** Those whose thorough check is there. */
  checked: ReadonlySet<string>
  /** How many are still being worked out. */
  left: number
  taken: string | undefined
  onTake: (family: string) => void
}) {
  const places = useMemo(() => list.map((found) => hung(found.plan)), [list])
  const waiting = useMemo(() => sketches.map((plan) => ({ plan, place: hung(plan) })), [sketches])
  const hanging = [...places, ...waiting.map((s) => s.place)]
  const room =
    hanging.length === 0
      ? FIRST_ROOM
      : {
          wide: Math.max(...hanging.map((p) => p.wide)),
          above: Math.max(...hanging.map((p) => p.above)),
          below: Math.max(...hanging.map((p) => p.below)),
        }
  const box = [-room.wide / 2, -room.above, room.wide, room.above + room.below].join(' ')
  return (
    <div className="sheet mt-4 overflow-x-auto" data-left={left}>
      <div
        role="radiogroup"
        aria-label="Settings for this stone"
        className="grid auto-cols-[minmax(190px,1fr)] grid-flow-col"
      >
        {list.map((found, i) => (
          <Hanging
            key={found.family}
            found={found}
            place={places[i]!}
            box={box}
            taken={found.family === taken}
            checked={checked.has(found.family)}
            onTake={() => onTake(found.family)}
          />
        ))}
        {waiting.map(({ plan, place }) => (
          <div key={plan.family} className="py-3" data-sketch={plan.family}>
            <Picture plan={plan} place={place} box={box} pale />
            <p className="m-0 px-2 text-center leading-snug">
              <span className="block font-head text-[21px] font-bold">{family(plan.family).text.name}</span>
              <span className="block text-soft">being worked out …</span>
            </p>
          </div>
        ))}
        {Array.from(
          { length: Math.min(left - waiting.length, Math.max(0, PLACES - hanging.length)) },
          (_, i) => (
            <div key={i} className="py-3">
              <Rack box={box} />
              <p className="m-0 text-center text-soft">Working out a setting …</p>
            </div>
          ),
        )}
      </div>
    </div>
  )
}

/** A stretch of the rod with what hangs from it; named where it is a picture. */
const Rack = ({ box, label, children }: { box: string; label?: string; children?: ReactNode }) => (
  <svg
    viewBox={box}
    className="block h-[300px] w-full"
    preserveAspectRatio="xMidYMin meet"
    {...(label ? { role: 'img', 'aria-label': label } : { 'aria-hidden': true })}
  >
    <RodLine />
    {children}
  </svg>
)

/** A piece on the rod; pale while it is not known whether it holds. */
function Picture({ plan, place, box, pale }: { plan: Plan; place: Hung; box: string; pale?: boolean }) {
  const { design, stone } = plan
  return (
    <Rack box={box} label={`This stone in: ${family(plan.family).text.name}`}>
      <g opacity={pale ? 0.5 : 1}>
        {place.thread !== undefined && (
          <path
            d={`M${place.thread - ROD} 0l${ROD} ${THREAD}l${ROD} ${-THREAD}`}
            fill="none"
            stroke="var(--soft)"
            strokeWidth={0.25}
          />
        )}
        {place.views.map(({ view, at }) => (
          <g key={view} transform={`translate(${at[0]} ${at[1]})`} data-view={view}>
            <PieceDrawing design={design} stone={stone} view={view} />
          </g>
        ))}
      </g>
    </Rack>
  )
}

/** The rod runs through every picture, whatever its width. */
const RodLine = () => (
  <g data-rod>
    <line x1={-999} x2={999} stroke="var(--copper)" strokeWidth={2 * ROD} />
    <line
      x1={-999}
      x2={999}
      y1={-ROD * 0.4}
      y2={-ROD * 0.4}
      stroke="var(--sheet)"
      strokeWidth={ROD * 0.3}
      opacity={0.5}
    />
  </g>
)

function Hanging({
  found,
  place,
  box,
  taken,
  checked,
  onTake,
}: {
  found: Chosen
  checked: boolean
  place: Hung
  box: string
  taken: boolean
  onTake: () => void
}) {
  const { money } = useSettings()
  const { text } = family(found.family)
  const { mark, word } = VERDICT_LOOK[found.line.verdict]
  return (
    <label
      className={`block cursor-pointer border-2 py-3 has-focus-visible:outline-2 has-focus-visible:outline-copper ${taken ? 'border-copper' : 'border-transparent hover:border-line'}`}
      data-family={found.family}
      data-verdict={found.line.verdict}
    >
      <input
        type="radio"
        name="setting"
        className="sr-only"
        checked={taken}
        onChange={onTake}
        aria-label={text.name}
      />
      <Picture plan={found.plan} place={place} box={box} />
      <span className="block px-2 text-center leading-snug">
        <span className="block font-head text-[21px] font-bold">{text.name}</span>
        <strong className={`block text-[17px] ${word}`}>
          <span aria-hidden>{mark} </span>
          {found.line.verdict === 'sound' ? sayPull(pullOf(found)) : found.line.word}
        </strong>
        <span className="block text-[15px] text-soft" data-checked={checked}>
          {checked ? 'checked thoroughly' : 'at first look'}
        </span>
        <span className="block text-soft">
          {sayTime(minutesOf(found))} · {sayMoney(costOf(found), money)}
        </span>
        <span className="block text-soft">shows {faceOf(found).toFixed(0)} %</span>
      </span>
    </label>
  )
}
