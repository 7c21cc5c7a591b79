import type { Me } from '@verger/contract'
import { format } from 'date-fns'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { useSavedPlan } from '../../app/savedPlan.js'
import { piecePhotoAddress } from '../../app/api.js'
import { keeperOf } from '../../app/session.js'
import { shapeName, sizeName } from '../../app/stoneWords.js'
import { useBench } from '../../bench/useBench.js'
import { benchSheet } from './bench.js'
import { cutSheet } from './cut.js'
import { Pages } from './Pages.js'
import { proofSheet } from './proof.js'
import { ruleOf, type InchParts } from '../../ui/rule.js'
import type { Sheet } from './sheet.js'
import { isSheet, PAPERS, roomOn, SHEET_NAMES, SHEETS, type PaperId, type SheetId } from './sheets.js'
import { slipSheet, tagSheet } from './slip.js'
import { templatesSheet } from './templates.js'
import { Problem } from '../../ui/Problem.js'
import { usePhotos } from '../photos/usePhotos.js'
import { onSlip, photoSaid } from '../photos/onSlip.js'

const MADE: Readonly<Record<SheetId, Sheet>> = {
  bench: benchSheet,
  cut: cutSheet,
  templates: templatesSheet,
  proof: proofSheet,
  slip: slipSheet,
  tag: tagSheet,
}

/** A piece on paper: the sheets as they come out of the printer, printed or saved as PDF. */
export default function PaperPage({ me }: { me: Me }) {
  const { pieceId = '', sheet: asked } = useParams()
  const sheet: SheetId = isSheet(asked) ? asked : 'bench'
  const bench = useBench(keeperOf(me), pieceId)
  const saved = useSavedPlan(bench)
  const { settings } = me.workshop
  const [paper, setPaper] = useState<PaperId>(settings.units === 'in' ? 'Letter' : 'A4')
  const [parts, setParts] = useState<InchParts>(16)
  const [saving, setSaving] = useState(false)
  const [problem, setProblem] = useState('')
  const pages = useRef<HTMLDivElement>(null)
  const { tally } = bench
  const { photos } = usePhotos(pieceId)
  const piece = saved.ready ? saved.piece : undefined
  const plan = saved.ready ? saved.plan : undefined
  const blocks = useMemo(() => {
    if (!piece || !plan) return []
    const rule = ruleOf(settings.units, parts)
    const unit = settings.units === 'mm' ? ' mm' : ''
    const say = (v: number) => `${rule.say(v)}${unit}`
    const photographs = onSlip(photos).map((p) => ({
      says: photoSaid(p),
      address: piecePhotoAddress(piece.id, p),
    }))
    return MADE[sheet]({ piece, plan, tally, photographs, settings, rule, say, across: roomOn(paper).width })
  }, [piece, plan, sheet, tally, photos, settings, parts, paper])
  const name = piece?.name || 'Unnamed piece'
  const called = piece && `${name}, ${SHEET_NAMES[sheet].toLowerCase()}`
  useEffect(() => {
    // a browser that prints to a file names it so
    if (called) document.title = `${called} · Verger`
  }, [called])
  if (!saved.ready) return saved.waiting
  const { stone } = saved.plan
  const save = async () => {
    setSaving(true)
    setProblem('')
    try {
      const { savePdf } = await import('./pdf.js')
      await savePdf(pages.current!, PAPERS[paper], `${name} ${SHEET_NAMES[sheet]}`)
    } catch (error) {
      setProblem(
        error instanceof Error ? error.message : 'The PDF could not be made. Print the page instead.',
      )
    }
    setSaving(false)
  }
  return (
    <main className="pb-10 print:p-0">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-3 px-4 py-3 sm:px-8 print:hidden">
        <h1 className="w-full text-[28px]">{name} on paper</h1>
        <div role="group" aria-label="Sheet" className="flex flex-wrap gap-2">
          {SHEETS.map((s) => (
            <Link
              key={s}
              to={`/pieces/${pieceId}/paper/${s}`}
              replace
              className={`btn py-1 ${s === sheet ? 'bg-copper-wash' : ''}`}
              aria-current={s === sheet ? 'page' : undefined}
            >
              {SHEET_NAMES[s]}
            </Link>
          ))}
        </div>
        <label className="flex items-center gap-2">
          Paper
          <select
            className="plain w-auto"
            value={paper}
            onChange={(e) => setPaper(e.target.value as PaperId)}
          >
            {Object.keys(PAPERS).map((p) => (
              <option key={p}>{p}</option>
            ))}
          </select>
        </label>
        {settings.units === 'in' && (
          <label className="flex items-center gap-2">
            Inches to
            <select
              className="plain w-auto"
              value={parts}
              onChange={(e) => setParts(Number(e.target.value) as InchParts)}
            >
              <option value={16}>1/16</option>
              <option value={32}>1/32</option>
            </select>
          </label>
        )}
        <span className="ml-auto flex flex-wrap items-center gap-3">
          {problem && <Problem>{problem}</Problem>}
          <Link to={`/pieces/${pieceId}/${saved.piece.station}`} className="text-copper underline">
            Back to the piece
          </Link>
          <button type="button" className="btn" disabled={saving} onClick={() => void save()}>
            {saving ? 'One moment …' : 'Save as PDF'}
          </button>
          <button type="button" className="btn btn-main" onClick={() => window.print()}>
            Print
          </button>
        </span>
      </div>
      <div className="paper-desk" ref={pages}>
        <Pages
          key={`${sheet} ${paper} ${parts}`}
          paper={paper}
          blocks={blocks}
          head={
            <div className="min-w-0">
              <strong className="block truncate font-head text-[5.4mm] leading-tight">
                {name} · {SHEET_NAMES[sheet].toLowerCase()}
              </strong>
              <span className="block truncate text-[3.4mm]">
                {stone.mineral}, {shapeName(stone)}, {sizeName(stone)} · {format(new Date(), 'd MMMM yyyy')}
              </span>
            </div>
          }
        />
      </div>
    </main>
  )
}
