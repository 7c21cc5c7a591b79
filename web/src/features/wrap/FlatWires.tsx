import {
  alloy,
  HAND_PACKING,
  isWound,
  weaveOf,
  wirePlaces,
  wovenStrands,
  type CutWire,
  type Design,
  type Joint,
  type Operation,
  type Path,
  type Plan,
  type WovenStrand,
} from '@verger/core'
import { sayLength, useSettings } from '../../app/workshop.js'
import { repeatsMade, runsThrough } from '../../drawing/project.js'

/** Height of a wire with its length below it, of half the sheet's width. */
const ROW = 0.14

/** Straight wires in a row with their marks and the turns made so far, the middle enlarged to the bench. */
export function FlatWires({
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
  const settings = useSettings()
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
  // whole wires from their farthest end to the left to that to the right; what is bound, with as much on both sides
  const [from, to] = whole
    ? [
        -Math.max(...cut.wires.map(leftOf)) - 2,
        Math.max(...cut.wires.map((w) => Number(w.shown.value) - leftOf(w))) + 2,
      ]
    : [-bound.length / 2 - 10.5, bound.length / 2 + 10.5]
  const half = (to - from) / 2
  const made = turns[bound.id] ?? 0
  const w = bound.binder.size.mm
  const dark = alloy(bound.binder.alloy).colour
  const colour = alloy(cut.wires[0]!.stock.alloy).colour
  const wholeTall = half * Math.max(0.3, ROW * n)
  const height = whole ? wholeTall + half * 0.2 : tall + 9
  const yOf = (i: number) => -tall / 2 + a / 2 + (flat ? flat.places[i]! : i * (a + gap))
  const stretch = whole ? wholeTall / Math.max(tall, 1) : 1
  return (
    <svg
      viewBox={`${from} ${-height / 2} ${2 * half} ${height + (whole ? 0 : 3)}`}
      className="mt-1 max-h-[150px] w-full max-lg:landscape:max-h-[110px] lg:mt-4 lg:max-h-[46vh]"
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
                y={y + thick / 2 + half * 0.055}
                textAnchor="middle"
                fontSize={half * 0.04}
                fill="var(--soft)"
              >
                {sayLength(length, settings, 0)}
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
      {op.kind === 'bind' && !flat && made < bound.turns && (
        <Sense
          x={(hand === 'right' ? 1 : -1) * (((made + 0.5) / bound.turns - 0.5) * bound.length)}
          half={tall / 2}
        />
      )}
      {op.kind === 'bind' && (
        <g fontSize={1.1} fill="var(--soft)" stroke="var(--soft)" strokeWidth={0.08}>
          <path
            d={`M${-bound.length / 2} ${tall / 2 + 1.4}v1.6M${bound.length / 2} ${tall / 2 + 1.4}v1.6M${-bound.length / 2} ${tall / 2 + 2.2}H${bound.length / 2}`}
            fill="none"
          />
          <text x={0} y={tall / 2 + 3.9} textAnchor="middle" stroke="none">
            {sayLength(bound.length, settings)}
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

/** How far the arrow of the winding stands out from the bundle, mm. */
const OUT = 1.9

/**
 * The way the binding goes round: over the bundle toward the maker, and back below it. Seen from the end at which it begins that is clockwise
 * for a right hand, and as a mirror image for a left one: toward the maker both times.
 */
const Sense = ({ x, half }: { x: number; half: number }) => (
  <g stroke="var(--copper)" fill="none" strokeWidth={0.35} strokeLinecap="round" data-testid="sense">
    <path d={`M${x} ${-half - OUT}q1.4 ${half + OUT} 0 ${2 * (half + OUT)}`} />
    <path d={`M${x - 1} ${half + OUT - 1.3}L${x} ${half + OUT}l1.2 -1`} />
  </g>
)

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
