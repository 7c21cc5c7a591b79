import type { Me } from '@verger/contract'
import {
  numberOf,
  OUTLINE_KINDS,
  stockName,
  type HoldLine,
  type OutlineKind,
  type Plan,
  type Stone,
} from '@verger/core'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { api } from '../../app/api.js'
import { OUTLINE_WORDS } from '../../app/stoneWords.js'
import { quickWorker, slowWorker } from '../../compute/usePlan.js'
import { readLength } from '../../ui/readLength.js'

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

/** Outlines that the quick answer takes: all that are known from length and width alone. */
const QUICK = OUTLINE_KINDS.filter((o) => o !== 'free').sort((a, b) =>
  a === 'oval' ? -1 : b === 'oval' ? 1 : 0,
)

/** Shape, length, width, depth in one row: wires to cut and whether it holds, without name or mineral. */
export function FastLane({ me }: { me: Me }) {
  const { units } = me.workshop.settings
  const [outline, setOutline] = useState<OutlineKind>('oval')
  const [kind, setKind] = useState<'cabochon' | 'puffy'>('cabochon')
  const [text, setText] = useState({ length: '', width: '', depth: '' })
  const [answer, setAnswer] = useState<
    Answer | 'working' | 'none' | { readonly why: string } | { readonly wrong: string }
  >()
  const [problem, setProblem] = useState('')
  const turn = useRef(0)
  const navigate = useNavigate()
  const client = useQueryClient()
  const stone = useMemo((): Stone | undefined => {
    const get = (id: keyof typeof text) => readLength(text[id], units).value
    const length = get('length')
    const width = outline === 'round' ? length : get('width')
    const depth = get('depth')
    if (length === undefined || width === undefined || depth === undefined) return undefined
    const made: Stone = { kind, outline, length, width, depth, mineral: 'agate' }
    return made
  }, [kind, outline, text, units])
  const { settings } = me.workshop
  useEffect(() => {
    const mine = ++turn.current
    if (!stone) {
      setAnswer(undefined)
      return
    }
    setAnswer('working')
    const wait = setTimeout(() => {
      void (async () => {
        // only what is asked fetches what it is worked out with
        const { planSettings, wishWithKept } = await import('../../app/planSettings.js')
        const unfit = await quickWorker().unfit(stone)
        if (mine !== turn.current) return
        if ('why' in unfit || 'wrong' in unfit) return setAnswer(unfit)
        const { family } = unfit
        const options = await slowWorker().startingOptions(
          stone,
          family,
          await wishWithKept({ alloy: 'copper' }),
          settings,
          true,
        )
        const result =
          options &&
          (await quickWorker().plan({
            stone,
            family,
            options,
            settings: await planSettings(settings),
          }))
        if (mine !== turn.current) return
        if (!result?.ok) return setAnswer('none')
        const { line } = await slowWorker().hold(result.plan)
        if (mine === turn.current) setAnswer({ plan: result.plan, line })
      })()
    }, 350)
    return () => clearTimeout(wait)
  }, [stone, settings])
  const keep = async () => {
    if (!stone || typeof answer !== 'object' || !('plan' in answer)) return
    try {
      const row = await api.addStone({ name: '', note: '', stone })
      const piece = await api.addPiece(row.id, '')
      await api.savePlan(piece.id, {
        version: piece.version,
        familyVersion: answer.plan.familyVersion,
        choices: {
          family: answer.plan.family,
          options: Object.fromEntries(
            Object.entries(answer.plan.options).map(([k, v]) => [k, typeof v === 'object' ? [...v] : v]),
          ),
        },
        lengths: Object.fromEntries(answer.plan.cut.wires.map((w) => [w.id, numberOf(w.length)])),
      })
      await client.invalidateQueries()
      void navigate(`/pieces/${piece.id}/plan`)
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work.')
    }
  }
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
  const mark = {
    sound: ['◆', 'text-verdigris'],
    doubtful: ['▲', 'text-amber'],
    fails: ['✕', 'text-red'],
  } as const
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
        {answer === undefined && (
          <span className="text-soft">Type the measures: wires to cut, and whether it holds.</span>
        )}
        {answer === 'working' && <span className="text-soft">Working it out …</span>}
        {answer === 'none' && (
          <span className="text-amber">▲ No bound frame fits this stone with the wires stocked.</span>
        )}
        {typeof answer === 'object' && 'why' in answer && <span className="text-amber">▲ {answer.why}</span>}
        {typeof answer === 'object' && 'plan' in answer && (
          <>
            <div>
              <strong>{answer.plan.cut.wires.map((w) => numberOf(w.shown).toFixed(0)).join(' + ')} mm</strong>
              , {shortName(answer.plan)}
              {bailStrip(answer.plan) > 0 && `; bail strip ${bailStrip(answer.plan).toFixed(0)} mm`}
            </div>
            <div>
              <strong className={mark[answer.line.verdict][1]}>
                <span aria-hidden>{mark[answer.line.verdict][0]} </span>
                {answer.line.word}
              </strong>{' '}
              {answer.line.say}
            </div>
          </>
        )}
        {problem && <span className="text-red">✕ {problem}</span>}
      </div>
      <button
        type="button"
        className="btn"
        disabled={typeof answer !== 'object' || !('plan' in answer)}
        onClick={() => void keep()}
      >
        Keep as a piece
      </button>
    </section>
  )
}
