import type { HoldLine, Finding } from '@verger/core'
import { fill, family, inUnits, planText, stoneText } from '@verger/core'
import { useState, type ReactNode } from 'react'
import { sayIn, useSettings } from '../app/workshop.js'
import { Figure } from './Figure.js'
import { VERDICT_LOOK } from './verdictLook.js'

/** The one line of judgement: a mark, a word and a sentence. Always in the same place. */
export function Judgement({
  line,
  busy,
  pull,
  instead,
  children,
}: {
  line: HoldLine | undefined
  busy: boolean
  pull?: ReactNode
  /** What stands in the way, where there is nothing to judge. */
  instead?: ReactNode
  children?: ReactNode
}) {
  const settings = useSettings()
  const [open, setOpen] = useState(false)
  if (!line)
    return (
      <div
        className={`flex min-h-[84px] items-center gap-4 border-l-[6px] px-6 py-3 ${instead ? 'border-red bg-red-wash' : 'border-hair bg-sheet'}`}
        role="status"
      >
        {instead ? (
          <div className="min-w-0 flex-1">
            <strong className="text-[19px] text-red">It cannot be built so.</strong>
            {instead}
          </div>
        ) : (
          <span className="text-lg text-soft">
            {busy ? 'Working out whether it holds …' : 'Holding is worked out once the plan can be built.'}
          </span>
        )}
        <span className="ml-auto flex gap-3">{children}</span>
      </div>
    )
  const look = VERDICT_LOOK[line.verdict]
  return (
    <div
      className={`flex min-h-[72px] items-center gap-x-3 border-l-[6px] px-3 py-2 sm:min-h-[84px] sm:flex-wrap sm:gap-x-6 sm:gap-y-3 sm:px-6 sm:py-3 max-lg:landscape:min-h-0 max-lg:landscape:flex-nowrap max-lg:landscape:py-1 ${look.box}`}
      role="status"
      aria-live="polite"
      data-verdict={line.verdict}
    >
      <div className="min-w-0 flex-1 sm:basis-80">
        <div className="text-[16px] leading-snug sm:text-[19px] max-lg:landscape:text-[16px]">
          <strong className={look.word}>
            <span aria-hidden>{look.mark} </span>
            {line.word}
          </strong>{' '}
          {sayIn(line.say, settings)}{' '}
          <button
            type="button"
            className="border-0 bg-transparent p-0 text-[15px] text-copper underline sm:hidden max-lg:landscape:inline"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            {open ? 'less' : 'why'}
          </button>
        </div>
        <div
          className={`text-[15px] leading-snug text-soft sm:block sm:text-base ${open ? '' : 'max-sm:hidden max-lg:landscape:hidden'}`}
        >
          {line.more} {pull} {busy ? 'Checking again …' : 'An estimate: the proof at the bench decides.'}
        </div>
      </div>
      <span className="flex flex-wrap gap-3">{children}</span>
    </div>
  )
}

/** A finding's sentence; figures in it that were computed open to their working. */
function Said({ template, finding }: { template: string; finding: Finding }) {
  const { units } = useSettings()
  const parts = (units === 'mm' ? template : inUnits(template, plainValues(finding), units)).split(
    /(\{\w+(?::\d)?\})/,
  )
  return (
    <>
      {parts.map((part, i) => {
        const [, name = '', digits] = /^\{(\w+)(?::(\d))?\}$/.exec(part) ?? []
        const q = finding.figures?.[name]
        if (!q) return <span key={i}>{fill(part, finding.values)}</span>
        return (
          <Figure key={i} name={name} q={q} unit={false} {...(digits ? { digits: Number(digits) } : {})} />
        )
      })}
    </>
  )
}

/** Values that are only said: those with a working stay places, to be opened. */
const plainValues = (f: Finding) =>
  Object.fromEntries(Object.entries(f.values).filter(([name]) => f.figures?.[name] === undefined))

const FINDING = { error: ['✕', 'text-red'], doubt: ['▲', 'text-amber'], note: ['•', 'text-soft'] } as const

/** Findings as plain sentences, each with its mark, and its mend where there is one. */
export function Findings({
  familyId,
  findings,
  onMend,
}: {
  familyId: string
  findings: readonly Finding[]
  onMend?: (change: Readonly<Record<string, number | string | readonly number[]>>) => void
}) {
  const words = { ...stoneText, ...planText, ...family(familyId).text.findings }
  if (findings.length === 0) return null
  return (
    <ul className="m-0 list-none p-0">
      {findings.map((f, i) => {
        const [mark, colour] = FINDING[f.severity]
        return (
          <li key={`${f.code}${i}`} className="flex gap-2 py-1" data-finding={f.code}>
            <span className={colour} aria-hidden>
              {mark}
            </span>
            <span>
              <Said template={words[f.code] ?? f.code} finding={f} />
              {f.mend && onMend && (
                <button
                  type="button"
                  className="ml-2 font-semibold text-copper underline"
                  onClick={() => onMend({ ...f.mend!.with, [f.mend!.field]: f.mend!.value })}
                >
                  Do it
                </button>
              )}
            </span>
          </li>
        )
      })}
    </ul>
  )
}
