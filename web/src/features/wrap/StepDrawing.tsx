import {
  alloy,
  liesFlat,
  pathAt,
  stockName,
  type Design,
  type Joint,
  type Operation,
  type Plan,
  samplePath,
  spanOf,
  type Seen,
  type Stone,
  type Vec3,
  type WireState,
  wireToGather,
} from '@verger/core'
import { useMemo } from 'react'
import { sayLength, useSettings } from '../../app/workshop.js'
import { metalColour } from '../../drawing/metalColour.js'
import { PieceDrawing } from '../../drawing/PieceDrawing.js'
import { boundsOf, type Bounds, type Shown } from '../../drawing/shown.js'
import { project, type View } from '../../drawing/project.js'
import { InSpace } from '../../solid/InSpace.js'
import { GatherList } from '../cut/GatherList.js'
import { BundleSection } from './BundleSection.js'
import { viewOf, windowOn, workedBox, type Worked } from './closeUp.js'
import { FlatWires } from './FlatWires.js'

/** The piece as it is at this step: wires straight with their marks until they are bent, the stone only when it is there. */
export function StepDrawing({
  plan,
  op,
  wires,
  were,
  worked,
  turns,
  accents,
  stone,
  stones,
  names,
  lit,
  seen,
  hand,
  onPick,
}: {
  plan: Plan
  names: Readonly<Record<string, string>>
  lit: string | undefined
  seen: Seen
  hand: 'right' | 'left'
  onPick: (wire: string | undefined) => void
  op: Operation
  wires: readonly WireState[]
  /** The wires as they were before, and what is worked now. */
  were: readonly WireState[]
  worked: Worked
  turns: Readonly<Record<string, number>>
  /** Beads and balls that are on. */
  accents: readonly string[]
  stone: 'in' | 'out' | 'ghost'
  /** Of several stones those that are in. */
  stones?: readonly string[] | undefined
}) {
  const { design } = plan
  const shown: Shown = useMemo(
    () => ({
      paths: new Map(wires.map((w) => [w.id, w.path])),
      active: new Set(wires.filter((w) => w.active).map((w) => w.id)),
      turns,
      accents,
      stone: wires.length === 0 ? 'out' : stone,
      ...(stones ? { stones } : {}),
      dark: design.operations.slice(0, design.operations.indexOf(op) + 1).some((o) => o.kind === 'darken'),
    }),
    [wires, turns, accents, stone, stones, design, op],
  )
  if (op.kind === 'gather') return <GatherList plan={plan} wide />
  if (wires.length === 0) return <Supplies plan={plan} />
  // before anything is bent the wires lie across the bench, side by side: seen as a row, with their marks
  const flat = liesFlat(design, design.operations.indexOf(op))
  const joint = design.joints.find((j) => j.id === op.joint && j.kind === 'bind')
  if (flat)
    return (
      <>
        <FlatWires plan={plan} op={op} turns={turns} hand={hand} />
        {joint && <BundleSection design={design} joint={joint} />}
      </>
    )
  const view = viewOf(worked, seen, design.worn)
  const next = op.places?.find((p) => Number.isFinite(turns[p.joint] ?? 0))
  const inHand = design.joints.find((j) => j.id === next?.joint)
  const all = boundsOf(design, plan.stone, view, shown)
  // long free wires run out of the picture: it stays on the stone
  const wide = Math.min(45, Math.max(-all.x0, all.x1)) + PAD
  const whole = {
    x0: -wide,
    x1: wide,
    y0: Math.max(all.y0, -plan.stone.length - 30) - PAD,
    y1: Math.min(all.y1, plan.stone.length) + PAD,
  }
  // the stone is tried, or laid in: wires that reach far past it are not looked at
  const onStone = op.kind === 'try' || op.kind === 'seat'
  const box = onStone
    ? boundsOf({ ...design, wires: [], accents: [] }, plan.stone, view)
    : workedBox(worked, view)
  const near = box && windowOn(box, whole)
  const piece = <PieceDrawing design={design} stone={plan.stone} view={view} shown={shown} lit={lit} />
  // where the bundle stands below it both are to be seen at once
  const tall = `min-h-[96px] lg:h-[430px] ${joint ? 'h-[17vh] lg:max-h-[34vh]' : 'h-[24vh] lg:max-h-[48vh]'}`
  return (
    <>
      <InSpace
        drawing={
          <div className="mt-1 flex items-start gap-2 lg:mt-3">
            <svg
              viewBox={boxText(near ?? whole)}
              className={`min-w-0 flex-1 ${tall}`}
              role="img"
              aria-label={`The piece at this step, ${view === seen ? view : WAY[view]}`}
              data-near={near ? true : undefined}
            >
              <Before wires={were} bent={worked.bent} view={view} />
              {piece}
              <Lit worked={worked} view={view} />
              {inHand && <Here design={design} joint={inHand} view={view} />}
            </svg>
            {(near || view !== seen) && (
              <div className="w-[68px] shrink-0 lg:w-[112px]">
                {near && (
                  <svg viewBox={boxText(whole)} className="block h-[68px] w-full lg:h-[112px]" aria-hidden>
                    <Sketch design={design} stone={plan.stone} view={view} shown={shown} />
                    <rect
                      x={near.x0}
                      y={near.y0}
                      width={near.x1 - near.x0}
                      height={near.y1 - near.y0}
                      fill="none"
                      stroke="var(--copper)"
                      strokeWidth={(whole.y1 - whole.y0) / 50}
                    />
                  </svg>
                )}
                {view !== seen && (
                  <p className="m-0 text-[13px] leading-tight text-soft lg:text-[15px]">seen {WAY[view]}</p>
                )}
              </div>
            )}
          </div>
        }
        design={design}
        stone={plan.stone}
        shown={shown}
        lit={lit}
        onPick={onPick}
        names={names}
        saveAs={`step ${op.id}`}
        className={`mt-1 lg:mt-3 ${tall}`}
      />
      {joint && <BundleSection design={design} joint={joint} />}
    </>
  )
}

/** Space round the whole piece, mm. */
const PAD = 2

const boxText = ({ x0, x1, y0, y1 }: Bounds): string => [x0, y0, x1 - x0, y1 - y0].join(' ')

/** Where one looks from, in words. */
const WAY: Readonly<Record<View, string>> = {
  front: 'from the front',
  back: 'from behind',
  side: 'from the left side, its face to the right',
  end: 'along the finger, its face up',
}

/** The whole piece in a few strokes, to show where on it one is. */
function Sketch({ design, stone, view, shown }: { design: Design; stone: Stone; view: View; shown: Shown }) {
  const bare = useMemo(() => ({ ...design, wires: [], joints: [], accents: [] }), [design])
  return (
    <>
      <PieceDrawing design={bare} stone={stone} view={view} shown={shown} />
      <g fill="none">
        {design.wires.map((w) => {
          const path = shown.paths?.get(w.id)
          return (
            path && (
              <path
                key={w.id}
                d={lineOf(samplePath(path, 0.2), view)}
                stroke={metalColour(w.stock.alloy, shown.dark ?? false)}
                strokeWidth={spanOf(w)}
              />
            )
          )
        })}
      </g>
    </>
  )
}

/** Wires that get another form now, as they were before: a broken line. */
function Before({ wires, bent, view }: { wires: readonly WireState[]; bent: readonly string[]; view: View }) {
  return (
    <g fill="none" stroke="var(--soft)" strokeWidth={0.25} strokeDasharray="0.9 0.7" data-testid="before">
      {wires
        .filter((w) => bent.includes(w.id))
        .map(({ id, path }) => (
          <path key={id} d={lineOf(samplePath(path, 0.05), view)} />
        ))}
    </g>
  )
}

/** What is worked now, lit. */
const Lit = ({ worked, view }: { worked: Worked; view: View }) => (
  <g
    fill="none"
    stroke="var(--copper)"
    strokeWidth={2.6}
    strokeLinecap="round"
    strokeLinejoin="round"
    opacity={0.18}
    data-testid="worked"
  >
    {worked.stretches.map((points, i) => (
      <path key={i} d={lineOf(points, view)} />
    ))}
  </g>
)

const lineOf = (points: readonly Vec3[], view: View): string =>
  points
    .map((p, i) => {
      const [x, y] = project(view, p)
      return `${i === 0 ? 'M' : 'L'}${x.toFixed(2)} ${y.toFixed(2)}`
    })
    .join('')

/** Room left round the place that is in hand, mm. */
const ROUND_PLACE = 1.2

/** Of several like places the one that is in hand: a ring round it. */
function Here({ design, joint, view }: { design: Design; joint: Joint; view: View }) {
  const { wire, s0, s1 } = joint.members[0]!
  const [x, y] = project(view, pathAt(design.wires.find((w) => w.id === wire)!.path, (s0 + s1) / 2).p)
  return (
    <circle
      cx={x}
      cy={y}
      r={Math.max(s1 - s0, 2 * joint.binder.size.mm) / 2 + ROUND_PLACE}
      fill="none"
      stroke="var(--copper)"
      strokeWidth={0.45}
      strokeDasharray="1.2 0.8"
      data-testid="place-in-hand"
    />
  )
}

/** Before there is a wire: what to lay out. */
function Supplies({ plan }: { plan: Plan }) {
  const settings = useSettings()
  const rows = wireToGather(plan.cut, (mm) => sayLength(mm, settings, 0))
  return (
    <ul className="mt-6 list-none p-0">
      {rows.map(({ stock, amount }) => (
        <li key={stockName(stock)} className="flex items-center gap-5 border-b border-line py-4 text-lg">
          <svg viewBox="0 0 60 60" className="h-16 w-16 shrink-0" aria-hidden>
            {[24, 19.5, 15, 10.5].map((r) => (
              <circle
                key={r}
                cx="30"
                cy="30"
                r={r}
                fill="none"
                stroke={alloy(stock.alloy).colour}
                strokeWidth={Math.max(2, stock.size.mm * 4)}
              />
            ))}
          </svg>
          <span>
            <strong className="block">{stockName(stock)}</strong>
            <span className="text-soft">{amount}</span>
          </span>
        </li>
      ))}
    </ul>
  )
}
