import type { Me } from '@verger/contract'
import {
  alikeBehind,
  fill,
  numberOf,
  parseWeave,
  strandsOf,
  weaveFigures,
  WEAVES,
  weaveText,
  workingLength,
  type Weave,
  type WeaveFigures,
  type WeaveWires,
} from '@verger/core'
import { useMemo, useState } from 'react'
import { sayLength } from '../../app/workshop.js'
import { Figure } from '../../ui/Figure.js'
import { Frame } from '../../ui/Frame.js'
import { readLength } from '../../ui/readLength.js'
import { Curve } from './Curve.js'
import { Field } from './Field.js'
import { Kept } from './Kept.js'
import { Sample } from './Sample.js'
import { AcrossSection, Swatch } from './Swatch.js'
import { BY_HAND, START, type Typed } from './typed.js'

/** Weaves: written or picked, seen from the strands' own paths, counted and measured, and kept. */
export default function WeavePage({ me }: { me: Me }) {
  const { units } = me.workshop.settings
  const [typed, setTyped] = useState<Typed>(START)
  const set = (change: Partial<Typed>) => setTyped({ ...typed, ...change })
  const parsed = useMemo(() => parseWeave(typed.text), [typed.text])
  // what was drawn last stays while a line is being written
  const [last, setLast] = useState<Weave | undefined>(parsed.ok ? parsed.weave : undefined)
  if (parsed.ok && last !== parsed.weave) setLast(parsed.weave)
  const length = (id: 'base' | 'weaver' | 'length' | 'tails' | 'longest', zero = false) =>
    readLength(typed[id], units, zero).value
  const [base, weaver, long, tails, typedLongest] = [
    length('base'),
    length('weaver'),
    length('length'),
    length('tails', true),
    length('longest'),
  ]
  const longest =
    typed.longest.trim() === '' ? weaver !== undefined && weaver > 0 && workingLength(weaver) : typedLongest
  const packing = Number(typed.packing.replace(',', '.'))
  const goodPacking = packing >= 1 && packing <= 20
  const wires = useMemo(
    () =>
      base !== undefined &&
      weaver !== undefined &&
      goodPacking &&
      base >= 0.1 &&
      weaver >= 0.05 &&
      base <= 10 &&
      weaver <= 10
        ? { base, weaver, packing }
        : undefined,
    [base, weaver, packing, goodPacking],
  )
  const weave = last
  const figures = useMemo(
    () =>
      weave && wires && long !== undefined && tails !== undefined && longest
        ? weaveFigures(weave, { ...wires, length: long, tails, limit: longest })
        : undefined,
    [weave, wires, long, tails, longest],
  )
  const strands = useMemo(() => (weave && wires ? strandsOf(weave, wires) : []), [weave, wires])
  const open = strands.filter((s) => !s.closes)
  const undone = strands.some((s) => s.undone)
  return (
    <Frame beside={<span className="text-lg text-soft">{me.workshop.name}</span>}>
      <h1 className="mt-2 text-[34px]">Weave lab</h1>
      <div className="mt-1 grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,5fr)_minmax(0,4fr)_minmax(0,4fr)]">
        <section aria-label="The weave">
          <label className="block">
            <span className="text-soft">Begin with</span>
            <select
              className="plain text-lg font-semibold"
              value={WEAVES.find((w) => w.text === typed.text)?.id ?? ''}
              onChange={(e) => {
                const known = WEAVES.find((w) => w.id === e.target.value)
                if (known) set({ text: known.text })
              }}
            >
              <option value="">one’s own</option>
              {WEAVES.map((w) => (
                <option key={w.id} value={w.id}>
                  {w.name}
                </option>
              ))}
            </select>
          </label>
          <label className="mt-3 block">
            <span className="text-soft">One repeat, a line for each weaver</span>
            <textarea
              className="plain min-h-24 font-semibold"
              spellCheck={false}
              value={typed.text}
              aria-invalid={!parsed.ok}
              onChange={(e) => set({ text: e.target.value })}
            />
          </label>
          {!parsed.ok && (
            <p className="m-0 text-red" role="alert">
              ✕ Line {parsed.problem.line}:{' '}
              {fill(weaveText[parsed.problem.problem]!, { text: parsed.problem.text })}
            </p>
          )}
          <p className="m-0 text-[15px] text-soft">
            Wires are numbered from the left. 3(1) turns round wire 1, 2(1-2) round both, 8(1-2) a figure of
            eight, over(1) and under(2) half turns, loop(1) a loop through the loop before. Two weavers on one
            line tie knots, ab: knot(1-2) or half(1-2). twist: 2(1-2) twists the wires themselves.
          </p>
          <div className="mt-3 grid grid-cols-2 gap-x-5 gap-y-1.5">
            <Field
              label="Base wires"
              value={typed.base}
              bad={base === undefined}
              onType={(v) => set({ base: v })}
            />
            <Field
              label="Weaving wire"
              value={typed.weaver}
              bad={weaver === undefined}
              onType={(v) => set({ weaver: v })}
            />
            <Field
              label="Length"
              value={typed.length}
              bad={long === undefined}
              onType={(v) => set({ length: v })}
            />
            <Field
              label="Tails together"
              value={typed.tails}
              bad={tails === undefined}
              onType={(v) => set({ tails: v })}
            />
            <Field
              label="Packing (1 is wire on wire)"
              value={typed.packing}
              bad={!goodPacking}
              onType={(v) => set({ packing: v })}
            />
            <Field
              label="Longest piece worked with"
              value={typed.longest}
              placeholder={weaver === undefined ? '' : `${workingLength(weaver).toFixed(0)} mm, typical`}
              bad={typed.longest.trim() !== '' && typedLongest === undefined}
              onType={(v) => set({ longest: v })}
            />
          </div>
        </section>
        <section className="sheet p-4" aria-label="How it looks">
          {weave && wires ? (
            <>
              <div className="grid grid-cols-2 gap-3">
                {(['front', 'back'] as const).map((view) => (
                  <figure key={view} className="m-0 text-center">
                    <Swatch weave={weave} wires={wires} view={view} />
                    <figcaption className="text-[15px] text-soft">{view}</figcaption>
                  </figure>
                ))}
              </div>
              <AcrossSection weave={weave} wires={wires} />
              <p className="m-0 text-center text-[15px] text-soft">cut across</p>
            </>
          ) : (
            <p className="text-soft">Write a weave and its wires: it is drawn as you type.</p>
          )}
        </section>
        <section aria-label="What it takes">
          {figures && (
            <dl className="m-0">
              <Row name="Repeats">
                <Figure name="Repeats" q={figures.repeats} digits={0} />
              </Row>
              <Row name="They come to">
                <Figure name="They come to" q={figures.long} digits={1} />
              </Row>
              <Row name="One repeat, tall">
                <Figure name="One repeat, tall" q={figures.advance} digits={2} />
              </Row>
              {figures.strands.map((s) => (
                <Row key={s.id} name={`Wire for strand ${s.id}`}>
                  <Figure name={`Wire for strand ${s.id}`} q={s.wire} digits={0} />
                </Row>
              ))}
              {figures.twisted.map((t) => (
                <Row key={t.id} name={`Base wire ${t.id}, twisted`}>
                  <Figure name={`Base wire ${t.id}, twisted`} q={t.wire} digits={0} />
                </Row>
              ))}
              <Row name="By hand, about">
                <Figure name="By hand, about" q={figures.minutes} />
              </Row>
            </dl>
          )}
          {weave && (
            <p className="mt-1 mb-0 text-[15px] text-soft">
              {alikeBehind(weave)
                ? 'Both faces carry as many strands.'
                : 'Front and back are unlike: turning over shows.'}
            </p>
          )}
          {open.length > 0 && (
            <p className="m-0 text-[15px] text-amber">
              ▲ Strand {open.map((s) => s.id).join(', ')} ends in another gap than it began: the next repeat
              does not follow on.
            </p>
          )}
          {undone && (
            <p className="m-0 text-[15px] text-amber">
              ▲ A pass goes back on the face on which it came: pulled taut it is gone.
            </p>
          )}
          {figures && weave && wires && long !== undefined && tails !== undefined && longest && (
            <Density
              weave={weave}
              wires={wires}
              rest={{ length: long, tails, limit: longest }}
              units={units}
            />
          )}
          {figures && <Joins figures={figures} />}
          {weave && wires && figures && weave.weavers.length > 0 && (
            <Curve
              weave={weave}
              wires={wires}
              figures={figures}
              typed={typed}
              units={units}
              say={(mm) => sayLength(mm, { units }, 1)}
              onType={set}
            />
          )}
          {weave && wires && weave.weavers.length > 0 && (
            <Sample
              weave={weave}
              wires={wires}
              units={units}
              onPacking={(p) => set({ packing: p.toFixed(3) })}
            />
          )}
          {parsed.ok && wires && (
            <Kept
              typed={typed}
              weave={parsed.weave}
              wires={wires}
              own={typed.packing !== BY_HAND}
              onTake={set}
            />
          )}
        </section>
      </div>
    </Frame>
  )
}

/** Packings that a weave is shown at beside its own: by hand, and with half and a whole wire's thickness open. */
const OPEN = [1.04, 1.5, 2] as const

/** What packed costs against open: wire of all strands and time. */
function Density({
  weave,
  wires,
  rest,
  units,
}: {
  weave: Weave
  wires: WeaveWires
  rest: { readonly length: number; readonly tails: number; readonly limit: number }
  units: 'mm' | 'in'
}) {
  if (weave.weavers.length === 0) return null
  return (
    <table className="mt-1 w-full text-[15px]">
      <caption className="text-left text-soft">Packed or open</caption>
      <tbody>
        {OPEN.map((packing) => {
          const made = weaveFigures(weave, { ...wires, ...rest, packing })
          const wire = made.strands.reduce((sum, s) => sum + numberOf(s.wire), 0)
          return (
            <tr key={packing}>
              <td>{packing}</td>
              <td className="text-right">{sayLength(wire, { units }, 0)}</td>
              <td className="text-right">{numberOf(made.minutes).toFixed(0)} min</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** Strands too long to be worked in one piece: in how many, and where one ends and the next begins. */
function Joins({ figures }: { figures: WeaveFigures }) {
  const long = figures.strands.filter((s) => s.joins.after.length > 0)
  if (long.length === 0) return null
  return (
    <>
      {long.map((s) => (
        <p key={s.id} className="m-0 text-[15px] text-amber" data-testid="joins">
          ▲ Strand {s.id} would kink in one length:{' '}
          <Figure name={`Pieces of strand ${s.id}`} q={s.pieces} digits={0} /> pieces. End one and begin the
          next behind, after repeat {s.joins.after.join(', ')}.
        </p>
      ))}
    </>
  )
}

function Row({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="flex items-baseline justify-between gap-3 border-b border-line py-1">
      <dt>{name}</dt>
      <dd className="m-0 text-lg">{children}</dd>
    </div>
  )
}
