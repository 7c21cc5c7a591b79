import {
  alloy,
  family,
  formatInch,
  likeCuts,
  mm,
  numberOf,
  stockName,
  type CutList,
  type CutSpool,
  type CutWire,
  type Mark,
} from '@verger/core'
import { useSettings } from '../../app/workshop.js'
import { Figure } from '../../ui/Figure.js'
import { ruleOf } from '../../ui/rule.js'
import { laidOff, likeBinds, marksToMake } from './marks.js'

/** The wires of a cut list drawn as wires, to one scale, with parts, marks and lengths. */
export function CutBars({
  cut,
  familyId,
  lit,
  onLit,
  children,
  taken,
}: {
  cut: CutList
  familyId: string
  lit?: string | undefined
  onLit?: (id: string | undefined) => void
  /** What stands under wires that are cut and marked alike. */
  children?: (alike: readonly CutWire[]) => React.ReactNode
  /** What stands under what is wound from a spool. */
  taken?: (spool: CutSpool) => React.ReactNode
}) {
  const text = family(familyId).text
  const { units } = useSettings()
  const longest = Math.max(...cut.wires.map((w) => numberOf(w.shown)))
  return (
    <div>
      {likeCuts(cut.wires).map((alike) => {
        const wire = alike[0]!
        const nameOf = ({ id }: CutWire): string => text.wires[id] ?? id
        const names = alike.map(nameOf).join(', ')
        const isLit = alike.some((w) => w.id === lit)
        return (
          <div
            key={wire.id}
            className={`mb-3 border-l-4 pl-2 ${isLit ? 'border-copper' : 'border-transparent'}`}
            aria-current={isLit || undefined}
            onMouseEnter={() => !isLit && onLit?.(wire.id)}
            data-cut={alike.map((w) => w.id).join(' ')}
          >
            <div className="flex flex-wrap items-baseline justify-between gap-x-4">
              <span>
                {alike.map((w, i) => (
                  <span key={w.id}>
                    {i > 0 && ', '}
                    {onLit ? (
                      <button
                        type="button"
                        className="prints border-0 bg-transparent p-0 font-bold text-ink"
                        aria-pressed={lit === w.id}
                        onClick={() => onLit(w.id)}
                      >
                        {nameOf(w)}
                      </button>
                    ) : (
                      <strong>{nameOf(w)}</strong>
                    )}
                  </span>
                ))}{' '}
                <span className="text-soft">· {stockName(wire.stock)}</span>
              </span>
              <span className="text-[20px]">
                {alike.length > 1 && `${alike.length} × `}
                <Figure name={`${names}, length to cut`} q={wire.shown} digits={0} />
                <span className="ml-2 text-[15px] text-soft">
                  {units === 'mm'
                    ? formatInch(mm(numberOf(wire.shown)))
                    : `${numberOf(wire.shown).toFixed(0)} mm`}
                </span>
              </span>
            </div>
            <WireBar wire={wire} longest={longest} name={names} joints={text.joints} />
            <LeftOver alike={alike} />
            {children?.(alike)}
          </div>
        )
      })}
      {cut.spools.map((spool, i) => (
        <Wound key={i} spool={spool} joints={text.joints}>
          {taken?.(spool)}
        </Wound>
      ))}
    </div>
  )
}

/** Of wires that are cut as long as the longest of them: how much one of them leaves at most. */
function LeftOver({ alike }: { alike: readonly CutWire[] }) {
  const most = alike.flatMap((w) => w.over ?? []).sort((a, b) => numberOf(b) - numberOf(a))[0]
  return most && alike.length > 1 ? (
    <p className="text-[15px] text-soft">
      Cut alike, so that none is mistaken for another: the one that takes least leaves{' '}
      <Figure name="Left over of the wire that takes least" q={most} digits={0} />
    </p>
  ) : null
}

/** So many places are told at once. */
const FEW_BINDS = 10

/** What is wound from a spool: how much to have ready, and the turns of each joint. */
function Wound({
  spool,
  joints,
  children,
}: {
  spool: CutSpool
  joints: Readonly<Record<string, string>>
  children?: React.ReactNode
}) {
  const binds = likeBinds(spool, joints)
  const each = (
    <p className="text-[15px] text-soft">
      {binds.map(({ name, bind }, i) => (
        <span key={bind.joint}>
          {i > 0 && ' · '}
          {name}: <Figure name={`Turns at the ${name}`} q={bind.turns} />,{' '}
          <Figure name={`One turn at the ${name}`} q={bind.turn} digits={2} /> each
        </span>
      ))}
    </p>
  )
  return (
    <div className="border-t border-line pt-2" data-cut="binding">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span>
          <strong>Binding</strong>{' '}
          <span className="text-soft">· {stockName(spool.stock)} · from the spool, have ready</span>
        </span>
        <span className="text-[20px]">
          <Figure name="Binding wire to have ready" q={spool.shown} digits={0} />
        </span>
      </div>
      {binds.length <= FEW_BINDS ? (
        each
      ) : (
        <details>
          <summary className="cursor-pointer text-[15px] text-soft">
            {spool.binds.length} places, {spool.binds.reduce((n, b) => n + numberOf(b.turns), 0)} turns in
            all: place by place
          </summary>
          {each}
        </details>
      )}
      {children}
    </div>
  )
}

/** Least distance of two labels, in per cent of the longest wire: on a wide screen, and on a narrow one by the unit in which they are told. */
const ROOM = 5.5
const NARROW_ROOM = { mm: 9, in: 17 } as const

/** One wire to scale: its parts from end to end, ticks where it is marked, each mark's place from the left end. */
function WireBar({
  wire,
  longest,
  name,
  joints,
}: {
  wire: CutWire
  longest: number
  name: string
  joints: Readonly<Record<string, string>>
}) {
  const { units } = useSettings()
  const rule = ruleOf(units)
  const allowance = numberOf(wire.parts.find((p) => p.kind === 'allowance')!.quantity)
  const net = numberOf(wire.length) - allowance
  const spare = wire.over ? (numberOf(wire.shown) - net) / 2 : allowance / 2
  const colour = alloy(wire.stock.alloy).colour
  const W = 1000
  const k = W / longest
  const marks = marksToMake(wire)
  const x = (m: Mark) => numberOf(m.fromEnd) * k
  // labels where they have room: the middle first, then the rest from the ends inward
  const withRoom = (list: readonly Mark[], room: number): Mark[] =>
    [...list.filter((n) => n.at === 'middle'), ...list.filter((n) => n.at !== 'middle')].reduce<Mark[]>(
      (kept, m) => (kept.every((l) => Math.abs(x(l) - x(m)) / 10 > room) ? [...kept, m] : kept),
      [],
    )
  const labels = withRoom(marks, ROOM).sort((a, b) => x(a) - x(b))
  const narrow = withRoom(labels, NARROW_ROOM[units])
  return (
    <div>
      <svg
        viewBox={`0 0 ${W} 30`}
        preserveAspectRatio="none"
        className="block h-[26px] w-full"
        role="img"
        aria-label={`Marks at ${marks.map((m) => rule.say(laidOff(m, wire, rule).fromEnd)).join(', ')}${units === 'mm' ? ' mm' : ''} from one end`}
      >
        <rect x={0} y={7} width={numberOf(wire.shown) * k} height={16} fill={colour} opacity={0.3} />
        <rect x={spare * k} y={7} width={net * k} height={16} fill={colour} opacity={0.75} />
        {marks
          .filter((m) => m.at !== 'middle')
          .map((m, i, all) => {
            const next = all[i + 1]
            return i % 2 === 0 && next ? (
              <rect key={i} x={x(m)} y={7} width={x(next) - x(m)} height={16} fill={colour} />
            ) : null
          })}
        {marks.map((m, i) => (
          <line
            key={i}
            x1={x(m)}
            x2={x(m)}
            y1={m.at === 'middle' ? 0 : 3}
            y2={m.at === 'middle' ? 30 : 27}
            stroke="var(--ink)"
            strokeWidth={m.at === 'middle' ? 4 : 2}
          />
        ))}
      </svg>
      <div className="relative h-[24px]">
        {labels.map((m) => (
          <Placed key={`${m.at}${m.side}${x(m)}`} at={x(m) / 10} wideOnly={!narrow.includes(m)}>
            <Figure
              name={`${name}, ${m.at === 'middle' ? 'middle' : `${m.side} end of the ${joints[m.at] ?? m.at} bind`}, from the left end`}
              q={m.fromEnd}
              said={rule.say(laidOff(m, wire, rule).fromEnd)}
            />
          </Placed>
        ))}
      </div>
    </div>
  )
}

/** Content centred at a place along the bar, in per cent. Set through the DOM: the page allows no inline styles in its text. */
function Placed({ at, wideOnly, children }: { at: number; wideOnly: boolean; children: React.ReactNode }) {
  return (
    <span
      ref={(el) => el?.style.setProperty('left', `${at}%`)}
      className={`absolute top-0 -translate-x-1/2 text-[15px] ${wideOnly ? 'max-sm:hidden' : ''}`}
    >
      {children}
    </span>
  )
}
