import {
  fullStone,
  numberOf,
  openedBy,
  outlineOf,
  runsAlong,
  wirePlaces,
  type CurveStretch,
  type Stone,
  type Weave,
  type WeaveFigures,
} from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { api } from '../../app/api.js'
import { Field } from './Field.js'
import { readCurve, type Typed } from './typed.js'

/** Inner turns that one run of the answer is given for. */
const RUN = 4
/** Runs that are written out; the rest is in the totals. */
const SHOWN = 40

/** Middle line of a band that lies against a stone's outline: every arc of it, farther out by half the band. */
function roundStone(stone: Stone, out: number): CurveStretch[] {
  return outlineOf(fullStone(stone)).arcs.map(({ r, from, to }) => ({
    radius: r + out,
    length: (r + out) * (to - from),
  }))
}

/** What a bend does to a weave: whole turns outside for those inside on shaped wires, or how far a straight one opens. */
export function Curve({
  weave,
  wires,
  figures,
  typed,
  units,
  say,
  onType,
}: {
  weave: Weave
  wires: { readonly base: number; readonly weaver: number; readonly packing: number }
  figures: WeaveFigures
  typed: Typed
  units: 'mm' | 'in'
  say: (mm: number) => string
  onType: (change: Partial<Typed>) => void
}) {
  const stones = useQuery({ queryKey: ['stones'], queryFn: api.stones })
  const regular = (stones.data ?? []).filter(
    ({ stone: s }) =>
      (s.kind === 'cabochon' || s.kind === 'puffy' || s.kind === 'faceted') &&
      s.outline !== 'free' &&
      s.outline !== 'heart',
  )
  const chosen = regular.find((s) => s.id === typed.round)
  const places = wirePlaces(weave, wires)
  const apart = places[places.length - 1]!
  const path = chosen
    ? roundStone(chosen.stone, wires.base / 2 + apart / 2)
    : typed.radius.trim() === ''
      ? []
      : readCurve(typed.radius, units)
  return (
    <div className="mt-3 border-t border-line pt-2">
      <h2 className="text-xl">On a curve</h2>
      <div className="grid grid-cols-2 gap-x-5">
        <label className="min-w-0">
          <span className="text-[15px] text-soft">Round a stone</span>
          <select
            className="plain text-lg font-semibold"
            value={typed.round}
            onChange={(e) => onType({ round: e.target.value })}
          >
            <option value="">a curve typed here</option>
            {regular.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name || s.stone.mineral} {s.stone.length} × {s.stone.width}
              </option>
            ))}
          </select>
        </label>
        {typed.round === '' && (
          <Field
            label="Radius, or a path"
            value={typed.radius}
            placeholder="6, or 12, 6 x 90, -8 x 45"
            bad={path === undefined}
            onType={(v) => onType({ radius: v })}
          />
        )}
      </div>
      {path !== undefined && path.length > 0 && (
        <Runs path={path} apart={apart} wires={wires} figures={figures} say={say} />
      )}
    </div>
  )
}

function Runs({
  path,
  apart,
  wires,
  figures,
  say,
}: {
  path: readonly CurveStretch[]
  apart: number
  wires: { readonly base: number; readonly weaver: number; readonly packing: number }
  figures: WeaveFigures
  say: (mm: number) => string
}) {
  if (apart === 0) return <p className="mt-2 mb-0 text-[15px] text-soft">One wire bends without opening.</p>
  const tightest = Math.min(...path.map((p) => Math.abs(p.radius)))
  if (tightest <= apart / 2 + wires.base / 2)
    return (
      <p className="mt-2 mb-0 text-[15px] text-red">
        ✕ The inner wire has no room at a middle radius of {say(tightest)}: its wires stand {say(apart)}{' '}
        apart.
      </p>
    )
  const advance = wires.weaver * wires.packing
  const made = runsAlong({ inner: RUN, apart, advance, path })
  const whole = made.runs.every((r) => r.outside === made.runs[0]!.outside)
  const each = numberOf(figures.strands[0]?.each ?? figures.advance)
  const repeats = Math.round(made.lengths.inside / numberOf(figures.advance))
  return (
    <div data-testid="curve">
      <p className="mt-2 mb-0">
        <strong>On wires already bent:</strong> {made.inside} turns inside, {made.outside} outside. The inner
        wire runs {say(made.lengths.inside)}, the outer {say(made.lengths.outside)}; about{' '}
        {say(repeats * each)} of wire for the first strand inside.
      </p>
      <p className="m-0 text-[15px]">
        For every {RUN} inside:{' '}
        {whole
          ? `${made.runs[0]!.outside} outside, all the way`
          : `${made.runs
              .slice(0, SHOWN)
              .map((r) => r.outside)
              .join(', ')}${made.runs.length > SHOWN ? ' …' : ''} outside`}
        .
      </p>
      {Number.isFinite(tightest) && (
        <p className="m-0 text-[15px] text-soft">
          Made straight and bent later, the outside opens by up to{' '}
          {openedBy({ radius: tightest, apart }).toFixed(0)} %.
        </p>
      )}
    </div>
  )
}
