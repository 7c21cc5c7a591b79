import {
  alloy,
  liesFlat,
  pathAt,
  stockName,
  type Design,
  type Joint,
  type Operation,
  type Plan,
  type Seen,
  type WireState,
  wireToGather,
} from '@verger/core'
import { useMemo } from 'react'
import { sayLength, useSettings } from '../../app/workshop.js'
import { boundsOf, PieceDrawing, type Shown } from '../../drawing/PieceDrawing.js'
import { project } from '../../drawing/project.js'
import { InSpace } from '../../solid/InSpace.js'
import { GatherList } from '../cut/GatherList.js'
import { BundleSection } from './BundleSection.js'
import { FlatWires } from './FlatWires.js'

/** The piece as it is at this step: wires straight with their marks until they are bent, the stone only when it is there. */
export function StepDrawing({
  plan,
  op,
  wires,
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
  const view = seen
  const next = op.places?.find((p) => Number.isFinite(turns[p.joint] ?? 0))
  const inHand = design.joints.find((j) => j.id === next?.joint)
  const b = boundsOf(design, plan.stone, view, shown)
  const o = { x: -Math.min(45, Math.max(-b.x0, b.x1)), w: 0 }
  o.w = -2 * o.x
  // long free wires run out of the picture: it stays on the stone
  const y0 = Math.max(b.y0, -plan.stone.length - 30)
  const y1 = Math.min(b.y1, plan.stone.length)
  const pad = 2
  // where the bundle stands below it both are to be seen at once
  const tall = `min-h-[96px] lg:h-[430px] ${joint ? 'h-[17vh] lg:max-h-[34vh]' : 'h-[24vh] lg:max-h-[48vh]'}`
  return (
    <>
      <InSpace
        drawing={
          <svg
            viewBox={`${o.x - pad} ${y0 - pad} ${o.w + 2 * pad} ${y1 - y0 + 2 * pad}`}
            className={`mx-auto mt-1 w-full lg:mt-3 ${tall}`}
            role="img"
            aria-label={`The piece at this step, ${view}`}
          >
            <PieceDrawing design={design} stone={plan.stone} view={view} shown={shown} lit={lit} />
            {inHand && <Here design={design} joint={inHand} view={view} />}
          </svg>
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

/** Room left round the place that is in hand, mm. */
const ROUND_PLACE = 1.2

/** Of several like places the one that is in hand: a ring round it. */
function Here({ design, joint, view }: { design: Design; joint: Joint; view: Seen }) {
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
