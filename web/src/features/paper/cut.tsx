import { alloy, family, likeCuts, numberOf, stockName, type CutWire } from '@verger/core'
import type { Rule } from '../../ui/rule.js'
import { laidOff, likeBinds } from '../cut/marks.js'
import { Box } from './Box.js'
import type { Sheet } from './sheet.js'
import { numberedMarks, stripsOf, type Strip, type StripMark } from './strips.js'

/** The cut list, each wire with a strip at true size to lay it on, its marks numbered and named. */
export const cutSheet: Sheet = ({ plan, rule, say, across }) => {
  const { text } = family(plan.family)
  const { cut } = plan
  return [
    ...likeCuts(cut.wires).flatMap((alike) => {
      const wire = alike[0]!
      const names = alike.map((w) => text.wires[w.id] ?? w.id).join(', ')
      const strips = stripsOf(wire, across)
      return [
        {
          id: `${wire.id} head`,
          node: (
            <section className="border-t border-line pt-[2mm]" data-cut={alike.map((w) => w.id).join(' ')}>
              <h2 className="m-0 flex items-baseline gap-[2mm] text-[4.4mm]">
                {alike.map((w) => (
                  <Box key={w.id} />
                ))}
                <span>
                  {alike.length > 1 && `${alike.length} × `}
                  {say(numberOf(wire.shown))}
                </span>
                <span className="font-sans text-[3.6mm] font-normal">
                  {names} · {stockName(wire.stock)}
                </span>
              </h2>
              <MarkNames wire={wire} rule={rule} say={say} joints={text.joints} />
            </section>
          ),
        },
        ...strips.map((strip, i) => ({
          id: `${wire.id} ${i}`,
          node: <StripRow strip={strip} wire={wire} say={say} last={i === strips.length - 1} />,
        })),
      ]
    }),
    ...cut.spools.map((spool, i) => ({
      id: `spool ${i}`,
      node: (
        <p className="m-0 flex items-baseline gap-[2mm] border-t border-line py-[2mm] text-[3.6mm]">
          <Box />
          <span>
            {say(numberOf(spool.shown))} of {stockName(spool.stock)}, from the spool:{' '}
            {likeBinds(spool, text.joints)
              .map(({ name, bind }) => `${name} ${Math.round(numberOf(bind.turns))} turns`)
              .join(', ')}
          </span>
        </p>
      ),
    })),
  ]
}

/** What a mark is called: of two of one joint on one side the nearer to the middle is where it begins. */
function markName(
  { at, mark }: StripMark,
  all: readonly StripMark[],
  joints: Readonly<Record<string, string>>,
): string {
  if (mark.at === 'middle') return 'middle: marked first'
  const name = joints[mark.at] ?? mark.at
  const other = all.find((m) => m.at !== at && m.mark.at === mark.at && m.mark.side === mark.side)
  if (!other) return `${name}, ${mark.side} end`
  const begins = mark.side === 'left' ? at > other.at : at < other.at
  return `${name} ${begins ? 'begins' : 'ends'}, ${mark.side}`
}

function MarkNames({
  wire,
  rule,
  say,
  joints,
}: {
  wire: CutWire
  rule: Rule
  say: (v: number) => string
  joints: Readonly<Record<string, string>>
}) {
  const marks = numberedMarks(wire)
  if (marks.length === 0)
    return <p className="m-0 text-[3.3mm]">No marks: it is drawn tight from place to place.</p>
  return (
    <ol className="m-0 grid list-none grid-cols-4 gap-x-[4mm] p-0 text-[3.1mm]">
      {marks.map((m) => (
        <li key={m.number} className="leading-tight">
          {m.number} · {say(laidOff(m.mark, wire, rule).fromEnd)} · {markName(m, marks, joints)}
        </li>
      ))}
    </ol>
  )
}

/** Height of a strip's row and where the wire lies in it, mm. */
const ROW = 13
const MIDDLE = 6
/** A bar that the wire is laid on is no thinner than this, mm. */
const THIN = 0.6

function StripRow({
  strip: { from, to, marks },
  wire,
  say,
  last,
}: {
  strip: Strip
  wire: CutWire
  say: (v: number) => string
  last: boolean
}) {
  const half = Math.max(THIN, wire.stock.size.mm) / 2
  const long = to - from
  return (
    <svg
      className="block"
      width={`${long}mm`}
      height={`${ROW}mm`}
      viewBox={`0 0 ${long} ${ROW}`}
      role="img"
      aria-label={`${say(from)} to ${say(to)} of the wire, at true size`}
      data-strip={`${from} ${to}`}
    >
      <rect
        x={0}
        y={MIDDLE - half}
        width={long}
        height={2 * half}
        fill={alloy(wire.stock.alloy).colour}
        opacity={0.45}
      />
      <path
        d={`M0.1 ${MIDDLE - 3}V${MIDDLE + 3}${last ? `M${long - 0.1} ${MIDDLE - 3}V${MIDDLE + 3}` : ''}`}
        stroke="var(--ink)"
        strokeWidth={0.2}
      />
      {marks.map(({ at, number, mark }) => {
        const x = Math.min(long - 0.05, Math.max(0.05, at - from))
        const tall = mark.at === 'middle' ? 4.4 : 3
        return (
          <g key={number} data-at={at}>
            <path
              d={`M${x} ${MIDDLE - tall}V${MIDDLE + tall - 1}`}
              stroke="var(--ink)"
              strokeWidth={mark.at === 'middle' ? 0.35 : 0.18}
            />
            <text
              x={Math.min(long - 1, Math.max(1, x))}
              y={number % 2 === 0 ? MIDDLE + 5.6 : MIDDLE - tall + (tall > 3 ? 2.4 : -0.4)}
              dx={tall > 3 ? 2 : 0}
              fontSize={2.4}
              textAnchor="middle"
              fill="var(--ink)"
            >
              {number}
            </text>
          </g>
        )
      })}
      {from > 0 && (
        <text x={0.6} y={ROW - 0.4} fontSize={2.2} fill="var(--ink)">
          on from {say(from)}
        </text>
      )}
      {!last && (
        <text x={long - 0.6} y={ROW - 0.4} fontSize={2.2} textAnchor="end" fill="var(--ink)">
          on at {say(to)} below
        </text>
      )}
    </svg>
  )
}
