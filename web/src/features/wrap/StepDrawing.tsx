import {
  alloy,
  dot,
  pathAt,
  spanOf,
  stockName,
  sub,
  type CutWire,
  type Design,
  type Joint,
  type Operation,
  type Plan,
  type Seen,
  type Stock,
  type Path,
  type WireState,
  type WovenStrand,
  HAND_PACKING,
  isWound,
  liesFlat,
  weaveOf,
  wirePlaces,
  wovenStrands,
} from '@verger/core'
import { useMemo } from 'react'
import { boundsOf, PieceDrawing, type Shown } from '../../drawing/PieceDrawing.js'
import { binderHeight, project, repeatsMade, runsThrough, turnFrames } from '../../drawing/project.js'
import { InSpace } from '../../solid/InSpace.js'

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
    }),
    [wires, turns, accents, stone, stones],
  )
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
  const tall = joint ? 'h-[430px] max-h-[34vh]' : 'h-[430px] max-h-[48vh]'
  return (
    <>
      <InSpace
        drawing={
          <svg
            viewBox={`${o.x - pad} ${y0 - pad} ${o.w + 2 * pad} ${y1 - y0 + 2 * pad}`}
            className={`mx-auto mt-3 w-full ${tall}`}
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
        className={`mt-3 ${tall}`}
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

/** A wire as it is cut across: its place in the bundle, its width, and whether it shows a square. */
interface CutAcross {
  readonly x: number
  readonly y: number
  readonly size: number
  readonly square: boolean
}

/**
 * The wires of a joint as they lie where its middle turn goes round them. Where it names only some of the wires that it binds, as many like
 * ones side by side.
 */
function cutAcross(design: Design, joint: Joint): readonly CutAcross[] {
  const wires = joint.members.map((m) => ({ m, wire: design.wires.find((w) => w.id === m.wire)! }))
  const first = wires[0]!.wire
  const shown = (wire: typeof first) => ({
    size: spanOf(wire),
    square: wire.stock.profile === 'square' && !wire.twist,
  })
  const paths = new Map(design.wires.map((w) => [w.id, w.path]))
  const frames = turnFrames(design, joint, paths)
  const frame = frames[Math.floor(frames.length / 2)]
  if (!frame || joint.members.length !== joint.columns * joint.rows) {
    const { size, square } = shown(first)
    return Array.from({ length: joint.columns * joint.rows }, (_, i) => ({
      x: (i % joint.columns) * size,
      y: Math.floor(i / joint.columns) * size,
      size,
      square,
    }))
  }
  return wires.map(({ m, wire }) => {
    const from = sub(pathAt(wire.path, (m.s0 + m.s1) / 2).p, frame.centre)
    return { x: dot(from, frame.across), y: -dot(from, frame.deep), ...shown(wire) }
  })
}

/** Cut across the bundle that is bound: how many wires wide and deep, and how the binding lies round it. */
function BundleSection({ design, joint }: { design: Design; joint: Joint }) {
  const { stock } = design.wires.find((w) => w.id === joint.members[0]!.wire)!
  const wires = cutAcross(design, joint)
  const tb = binderHeight(joint)
  const pad = tb + stock.size.mm * 0.15
  const x0 = Math.min(...wires.map((w) => w.x - w.size / 2))
  const x1 = Math.max(...wires.map((w) => w.x + w.size / 2))
  const y0 = Math.min(...wires.map((w) => w.y - w.size / 2))
  const y1 = Math.max(...wires.map((w) => w.y + w.size / 2))
  const colour = alloy(stock.alloy).colour
  const edge = { fill: colour, stroke: 'rgb(70,35,15)', strokeWidth: stock.size.mm * 0.06 }
  return (
    <figure className="m-0 mt-3 flex items-center gap-5">
      <svg
        viewBox={`${x0 - pad} ${y0 - pad} ${x1 - x0 + 2 * pad} ${y1 - y0 + 2 * pad}`}
        className="h-[92px] max-w-[150px]"
        role="img"
        aria-label="Section through the bind"
      >
        <rect
          x={x0 - tb / 2}
          y={y0 - tb / 2}
          width={x1 - x0 + tb}
          height={y1 - y0 + tb}
          rx={tb}
          fill="none"
          stroke={alloy(joint.binder.alloy).colour}
          strokeWidth={tb}
        />
        {wires.map(({ x, y, size, square }) =>
          square ? (
            <rect key={`${x} ${y}`} x={x - size / 2} y={y - size / 2} width={size} height={size} {...edge} />
          ) : (
            <circle key={`${x} ${y}`} cx={x} cy={y} r={size / 2} {...edge} />
          ),
        )}
      </svg>
      <figcaption className="text-lg text-soft">
        {joint.columns === 1 ? 'One' : joint.columns} wide, {joint.rows === 1 ? 'one' : joint.rows} deep
        {joint.binder.profile === 'half-round' && '; flat side of the binding in'}
      </figcaption>
    </figure>
  )
}

/** Straight wires in a row with their marks and the turns made so far, the middle enlarged to the bench. */
function FlatWires({
  plan,
  op,
  turns,
  hand,
}: {
  plan: Plan
  op: Operation
  turns: Readonly<Record<string, number>>
  hand: 'right' | 'left'
}) {
  const { design } = plan
  // while some are laid or bound together only those lie there
  const cut = {
    wires: plan.cut.wires.filter((w) => op.wires.includes(w.id) || op.kind === 'cut' || op.kind === 'mark'),
  }
  const thickness = (id: string) => design.wires.find((w) => w.id === id)!.stock.size.mm
  const a = Math.max(...cut.wires.map((w) => thickness(w.id)))
  // what is bound flat, now or next
  const bound = design.joints.find((j) => j.id === op.joint) ??
    design.joints.find((j) => isWound(j) && j.columns === 1) ??
    design.joints.find(isWound) ?? { ...design.joints[0]!, length: 0, turns: 0 }
  const marked = op.kind !== 'cut'
  const together = op.kind === 'align' || op.kind === 'bind' || op.kind === 'unclamp'
  const gap = together ? 0 : a * 2.2
  const n = cut.wires.length
  const flat = together && bound.woven ? flatWeave(design, bound, a) : undefined
  const tall = flat ? flat.tall : n * a + (n - 1) * gap
  const whole = op.kind === 'cut' || op.kind === 'mark'
  const half = whole
    ? Math.max(...cut.wires.map((w) => Math.max(leftOf(w), Number(w.shown.value) - leftOf(w)))) + 2
    : bound.length / 2 + 10.5
  const made = turns[bound.id] ?? 0
  const w = bound.binder.size.mm
  const dark = alloy(bound.binder.alloy).colour
  const colour = alloy(cut.wires[0]!.stock.alloy).colour
  const height = whole ? half * 0.5 : tall + 9
  const yOf = (i: number) => -tall / 2 + a / 2 + (flat ? flat.places[i]! : i * (a + gap))
  const stretch = whole ? (half * 0.3) / Math.max(tall, 1) : 1
  return (
    <svg
      viewBox={`${-half} ${-height / 2} ${2 * half} ${height + (whole ? 0 : 3)}`}
      className="mt-4 w-full"
      style={{ maxHeight: '46vh' }}
      role="img"
      aria-label={`${n} straight wires${together ? ' side by side' : ''}`}
    >
      {cut.wires.map((wire, i) => {
        const length = Number(wire.shown.value)
        const y = yOf(i) * stretch
        const thick = a * (whole ? Math.min(3, stretch) : 1)
        return (
          <g key={wire.id}>
            <rect
              x={-leftOf(wire)}
              y={y - thick / 2}
              width={length}
              height={thick}
              fill={colour}
              stroke="rgb(70,35,15)"
              strokeWidth={thick * 0.08}
            />
            {marked &&
              marksOf(wire).map((x) => (
                <line
                  key={x}
                  x1={x}
                  x2={x}
                  y1={y - thick * 0.8}
                  y2={y + thick * 0.8}
                  stroke="var(--ink)"
                  strokeWidth={whole ? 0.7 : 0.16}
                />
              ))}
            {whole && (
              <text
                x={length / 2 - leftOf(wire)}
                y={y + thick / 2 + half * 0.045}
                textAnchor="middle"
                fontSize={half * 0.04}
                fill="var(--soft)"
              >
                {length.toFixed(0)} mm
              </text>
            )}
          </g>
        )
      })}
      {flat &&
        op.kind !== 'align' &&
        flat
          .strands(op.kind === 'unclamp' ? Infinity : repeatsMade(bound, made))
          .flatMap(({ id, points }) => runsThrough(id, points, 'front', w))
          .sort((p, q) => p.depth - q.depth)
          .map(({ d, depth }, i) => (
            <g
              key={i}
              transform={`translate(0 ${-tall / 2 + a / 2}) scale(${hand === 'right' ? 1 : -1} 1)`}
              fill="none"
              strokeLinecap="round"
              opacity={depth > 0 ? 1 : 0}
            >
              <path d={d} stroke="rgb(70,35,15)" strokeWidth={w} />
              <path d={d} stroke={dark} strokeWidth={w * 0.68} />
            </g>
          ))}
      {!flat &&
        (op.kind === 'bind' || op.kind === 'unclamp') &&
        Array.from(
          { length: op.kind === 'unclamp' ? bound.turns : Math.min(made, bound.turns + 8) },
          (_, k) => {
            // the hand that leads works away from the other side
            const x = (hand === 'right' ? 1 : -1) * (((k + 0.5) / bound.turns - 0.5) * bound.length)
            return (
              <rect
                key={k}
                x={x - w / 2}
                y={-tall / 2 - w / 2}
                width={w * 0.97}
                height={tall + w}
                rx={w * 0.4}
                fill={dark}
                stroke="rgb(70,35,15)"
                strokeWidth={w * 0.12}
              />
            )
          },
        )}
      {op.kind === 'bind' && (
        <g fontSize={1.1} fill="var(--soft)" stroke="var(--soft)" strokeWidth={0.08}>
          <path
            d={`M${-bound.length / 2} ${tall / 2 + 1.4}v1.6M${bound.length / 2} ${tall / 2 + 1.4}v1.6M${-bound.length / 2} ${tall / 2 + 2.2}H${bound.length / 2}`}
            fill="none"
          />
          <text x={0} y={tall / 2 + 3.9} textAnchor="middle" stroke="none">
            {bound.length.toFixed(1)} mm
          </text>
        </g>
      )}
      {(op.kind === 'align' || op.kind === 'bind') &&
        [-1, 1].map((s) => (
          <rect
            key={s}
            x={s * (bound.length / 2 + 7) - 2.5}
            y={-tall / 2 - 0.5}
            width={5}
            height={tall + 1}
            fill="#E7DFB8"
            opacity={0.85}
            stroke="#b9a98e"
            strokeWidth={0.1}
          />
        ))}
    </svg>
  )
}

/** A weave on straight wires that lie across the sheet one below the other: their middles, how tall they are together, and what is woven. */
function flatWeave(
  design: Design,
  joint: Joint,
  thick: number,
): {
  readonly places: readonly number[]
  readonly tall: number
  strands(repeats: number): readonly WovenStrand[]
} {
  const weave = weaveOf(joint.woven!.repeat, joint.members.length)
  const places = wirePlaces(weave, { base: thick, weaver: joint.binder.size.mm, packing: HAND_PACKING })
  const { length } = joint
  // the wires that are listed first lie on top, and what is in front of the weave toward the viewer
  const paths = new Map(
    joint.members.map(({ wire }, i): readonly [string, Path] => [
      wire,
      { segments: [{ kind: 'line', from: [-length / 2, -places[i]!, 0], to: [length / 2, -places[i]!, 0] }] },
    ]),
  )
  const laid = { ...joint, members: joint.members.map(({ wire }) => ({ wire, s0: 0, s1: length })) }
  return {
    places,
    tall: places[places.length - 1]! + thick,
    strands: (repeats) => wovenStrands(design, laid, paths, { repeats }),
  }
}

/** What of a wire lies to the left of the place that is marked first, mm: half of it where nothing is marked. */
const leftOf = ({ marks, shown }: CutWire): number =>
  Number(marks.find((m) => m.side === 'middle')?.fromEnd.value ?? Number(shown.value) / 2)

/** Where a wire is marked, from its middle. */
const marksOf = (wire: CutWire): number[] => [
  0,
  ...wire.marks.flatMap((m) =>
    m.fromMiddle ? [Number(m.fromMiddle.value) * (m.side === 'left' ? -1 : 1)] : [],
  ),
]

/** Before there is a wire: what to lay out. */
function Supplies({ plan }: { plan: Plan }) {
  const { cut } = plan
  const stocks = new Map(cut.wires.map((w) => [stockName(w.stock), w.stock]))
  const rows = [...stocks].map(([name, stock]): readonly [Stock, string] => {
    const own = cut.wires.filter((w) => stockName(w.stock) === name)
    const most = Math.max(...own.map((w) => Number(w.shown.value)))
    return [stock, `${own.length} × up to ${most.toFixed(0)} mm`]
  })
  for (const { stock, shown } of cut.spools)
    rows.push([stock, `${Number(shown.value).toFixed(0)} mm from the spool`])
  return (
    <ul className="mt-6 list-none p-0">
      {rows.map(([stock, amount]) => (
        <li
          key={stock.size.label + stock.profile}
          className="flex items-center gap-5 border-b border-line py-4 text-lg"
        >
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
