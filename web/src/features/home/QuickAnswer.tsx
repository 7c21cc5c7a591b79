import type { Settings } from '@verger/contract'
import {
  family,
  lengthText,
  likeCuts,
  mm,
  numberOf,
  OUTLINE_KINDS,
  stockName,
  type HoldLine,
  type OutlineKind,
  type Plan,
  type Stone,
  type Wished,
} from '@verger/core'
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react'
import { OUTLINE_WORDS } from '../../app/stoneWords.js'
import { fetchFamily } from '../../app/families.js'
import { sayIn, sayLength } from '../../app/workshop.js'
import { quickWorker, slowWorker } from '../../compute/usePlan.js'
import { likelier } from './likelier.js'
import { readLength } from '../../ui/readLength.js'
import { VERDICT_LOOK } from '../../ui/verdictLook.js'

interface Answer {
  readonly plan: Plan
  readonly line: HoldLine
}

/** Metal, gauge and profile, without the temper that every quick answer has. */
function shortName(plan: Plan): string {
  const { stock } = plan.cut.wires[0]!
  return stockName(stock).replace(`, ${stock.temper}`, '')
}

/** Length of the bail strip on each side: its bound stretch and its bare end. */
function bailStrip(plan: Plan): number {
  const rear = plan.cut.wires.find((w) => w.parts.some((p) => p.kind === 'bail'))
  const side = (kind: string) => {
    const left = rear?.parts.find((p) => p.kind === kind)?.quantity.inputs.left
    return left ? numberOf(left) : 0
  }
  return side('bail') + side('bare')
}

/** Wires to cut by their names, like ones together. */
function wiresOf(plan: Plan, units: 'mm' | 'in'): string {
  const { wires } = family(plan.family).text
  return likeCuts(plan.cut.wires)
    .map((alike) => {
      const long = sayLength(numberOf(alike[0]!.shown), { units }, 0)
      const names = alike.map((w) => (wires[w.id] ?? w.id).toLowerCase())
      return alike.length > 2 ? `${alike.length} × ${long}` : `${names.join(' and ')} ${long}`
    })
    .join(', ')
}

/** Outlines that the quick answer takes: all that are known from length and width alone. */
const QUICK = OUTLINE_KINDS.filter((o) => o !== 'free').sort((a, b) =>
  a === 'oval' ? -1 : b === 'oval' ? 1 : 0,
)

/** Measures in the order in which they are asked. */
const MEASURES = ['length', 'width', 'depth'] as const
type Text = Readonly<Record<(typeof MEASURES)[number], string>>

/**
 * Shape, length, width, depth in one row: wires to cut and whether it holds, without name or mineral. Worked out in the browser, with or without a
 * workshop.
 */
export function QuickAnswer({
  settings,
  wish,
  priced,
  action,
}: {
  settings: Settings
  /** What is wished of the options, and what plans are made with: asked for when there is a stone. */
  wish: () => Promise<Wished>
  priced: () => Promise<Settings>
  /** What can be done with an answer. */
  action: (answer: { readonly stone: Stone; readonly plan: Plan } | undefined) => ReactNode
}) {
  const { units } = settings
  const [outline, setOutline] = useState<OutlineKind>('oval')
  const [kind, setKind] = useState<'cabochon' | 'puffy'>('cabochon')
  const [text, setText] = useState<Text>({ length: '', width: '', depth: '' })
  const [answer, setAnswer] = useState<
    Answer | 'working' | 'none' | { readonly why: string } | { readonly wrong: string }
  >()
  const turn = useRef(0)
  const stone = useMemo((): Stone | undefined => {
    const get = (id: keyof typeof text) => readLength(text[id], units).value
    const length = get('length')
    const width = outline === 'round' ? length : get('width')
    const depth = get('depth')
    if (length === undefined || width === undefined || depth === undefined) return undefined
    const made: Stone = { kind, outline, length, width, depth, mineral: 'agate' }
    return made
  }, [kind, outline, text, units])
  useEffect(() => {
    const mine = ++turn.current
    if (!stone) {
      setAnswer(undefined)
      return
    }
    setAnswer('working')
    const wait = setTimeout(() => {
      void (async () => {
        const unfit = await quickWorker().unfit(stone)
        if (mine !== turn.current) return
        if ('why' in unfit || 'wrong' in unfit) return setAnswer(unfit)
        const { family: id } = unfit
        const [asked, own] = await Promise.all([wish(), priced(), fetchFamily(id)])
        const options = await slowWorker().startingOptions(stone, id, asked, settings, true)
        const result =
          options &&
          (await quickWorker().plan({
            stone,
            family: id,
            options,
            settings: own,
          }))
        if (mine !== turn.current) return
        if (!result?.ok) return setAnswer('none')
        const { line } = await slowWorker().hold(result.plan)
        if (mine === turn.current) setAnswer({ plan: result.plan, line })
      })()
    }, 350)
    return () => clearTimeout(wait)
  }, [stone, settings, wish, priced])
  const swapped = stone && likelier(stone)
  const made =
    stone && typeof answer === 'object' && 'plan' in answer ? { stone, plan: answer.plan } : undefined
  const wrong = MEASURES.filter(
    (id) => text[id].trim() !== '' && !(id === 'width' && outline === 'round'),
  ).flatMap((id) => readLength(text[id], units).problem ?? [])
  const field = (id: keyof typeof text, label: string) => (
    <label className="block w-[76px]">
      <span className="text-[15px] text-soft">{label}</span>
      <input
        className="plain text-lg font-semibold"
        inputMode="text"
        autoComplete="off"
        placeholder={units}
        value={text[id]}
        onChange={(e) => setText({ ...text, [id]: e.target.value })}
      />
    </label>
  )
  return (
    <section
      className="sheet flex min-h-[86px] flex-wrap items-center gap-x-4 gap-y-3 px-6 py-3"
      aria-label="Quick answer"
    >
      <h2 className="text-[22px]">Quick answer</h2>
      <label className="block w-[118px]">
        <span className="text-[15px] text-soft">Shape</span>
        <select
          className="plain text-lg font-semibold"
          value={outline}
          onChange={(e) => setOutline(e.target.value as OutlineKind)}
        >
          {QUICK.map((o) => (
            <option key={o} value={o}>
              {OUTLINE_WORDS[o].charAt(0).toUpperCase() + OUTLINE_WORDS[o].slice(1)}
            </option>
          ))}
        </select>
      </label>
      <label className="block w-[92px]">
        <span className="text-[15px] text-soft">Back</span>
        <select
          className="plain text-lg font-semibold"
          value={kind}
          onChange={(e) => setKind(e.target.value as 'cabochon' | 'puffy')}
        >
          <option value="cabochon">Flat</option>
          <option value="puffy">Domed</option>
        </select>
      </label>
      {field('length', outline === 'round' ? 'Diameter' : 'Length')}
      {outline !== 'round' && field('width', 'Width')}
      {field('depth', 'Depth')}
      <div className="min-w-0 flex-1 basis-72" aria-live="polite" data-testid="quick-answer">
        {answer === undefined &&
          (wrong.length > 0 ? (
            <span className="text-red">✕ {wrong[0]}</span>
          ) : (
            <span className="text-soft">Type the measures: wires to cut, and whether it holds.</span>
          ))}
        {swapped && (
          <span className="block text-amber">
            ▲ Thicker than it is wide?{' '}
            <button
              type="button"
              className="border-0 bg-transparent p-0 text-copper underline"
              onClick={() =>
                setText(
                  Object.fromEntries(MEASURES.map((id) => [id, lengthText(mm(swapped[id]), units)])) as Text,
                )
              }
            >
              Take {MEASURES.map((id) => sayLength(swapped[id], { units })).join(' × ')}
            </button>
          </span>
        )}
        {answer === 'working' && <span className="text-soft">Working it out …</span>}
        {answer === 'none' && (
          <span className="text-amber">▲ Nothing fits this stone with the wires stocked.</span>
        )}
        {typeof answer === 'object' && 'why' in answer && <span className="text-amber">▲ {answer.why}</span>}
        {typeof answer === 'object' && 'wrong' in answer && (
          <span className="text-red">✕ {answer.wrong}</span>
        )}
        {typeof answer === 'object' && 'plan' in answer && (
          <>
            <div>
              <strong>{wiresOf(answer.plan, units)}</strong>, {shortName(answer.plan)}
              {bailStrip(answer.plan) > 0 &&
                `; bail strip ${sayLength(bailStrip(answer.plan), { units }, 0)}`}
            </div>
            <div>
              <strong className={VERDICT_LOOK[answer.line.verdict].word}>
                <span aria-hidden>{VERDICT_LOOK[answer.line.verdict].mark} </span>
                {answer.line.word}
              </strong>{' '}
              {sayIn(answer.line.say, settings)}
            </div>
          </>
        )}
      </div>
      {action(made)}
    </section>
  )
}
