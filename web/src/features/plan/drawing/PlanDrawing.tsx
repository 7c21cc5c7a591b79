import {
  family,
  fullStone,
  normalAtHour,
  numberOf,
  outlineOf,
  outlinePoint,
  type Note,
  type Options,
  type OptionValue,
  type Plan,
  type Vec3,
} from '@verger/core'
import { useMemo, useRef, useState, type ReactNode } from 'react'
import { useShownSize } from '../../../app/useShownSize.js'
import { useWide } from '../../../app/useWide.js'
import { markLength, sayLength, useSettings } from '../../../app/workshop.js'
import { Dimension } from '../../../drawing/Dimension.js'
import { PieceDrawing } from '../../../drawing/PieceDrawing.js'
import { boundsOf } from '../../../drawing/shown.js'
import { project, viewsOf, type View } from '../../../drawing/project.js'
import { saveSvg } from '../../../drawing/saveSvg.js'
import { Handle } from './Handle.js'
import { layNotes, type Point } from './layNotes.js'
import { noteName, noteValue } from './noteValue.js'
import { placedNotes } from './placed.js'

/** The sheet, px: wide with notes in two columns, narrow with their places only and as large as it is shown. */
const WIDE = { width: 880, height: 580, column: 184, dimension: 64 }
const NARROW = { column: 10, dimension: 0 }
/** Before the place for it is known, px. */
const UNKNOWN = { width: 340, height: 270 }
/** On a sheet lower than this the views go without their names, px. */
const LOW = 240
/** Between a view and the one below it, px. */
const BELOW = 52
/** Between the views and what stands beside them, px. */
const GAP = 20
/** Left free above and below the piece, for its dimensions and the views’ names, px. */
const MARGIN = { top: 22, bottom: 62, low: 36 }
/** Notes stand at least so far apart, px. */
const APART = 56

/** What is no wider than this stands upright, mm. */
const UPRIGHT = 6

/**
 * The planned piece as a workshop drawing: from the front or the back, beside it from the side, with its choices as notes at the places that they
 * are about. What the setting lets slide is dragged there, or moved by arrow keys.
 */
export function PlanDrawing({
  plan,
  options,
  name,
  lit,
  picked,
  onPick,
  face,
  onFace,
  onSlide,
  card,
}: {
  plan: Plan
  /** As they are now: the plan may still be that of the change before. */
  options: Options
  name: string
  lit?: string | undefined
  picked: number | undefined
  onPick: (index: number | undefined) => void
  /** Side that it is seen from. */
  face: Note['seen']
  onFace: (face: Note['seen']) => void
  /** Choices while something is dragged; changes of one gesture are one step to undo. */
  onSlide: (change: Readonly<Record<string, OptionValue>>, gesture: string) => void
  /** What is chosen at the picked note. */
  card: ReactNode
}) {
  const { design, stone } = plan
  const settings = useSettings()
  const wide = useWide()
  const sheet = useRef<SVGSVGElement>(null)
  const shown = useShownSize(sheet) ?? UNKNOWN
  const size = wide ? WIDE : { ...NARROW, ...shown }
  const named = size.height >= LOW
  const below = named ? MARGIN.bottom : MARGIN.low
  const [dragging, setDragging] = useState(false)
  const views = viewsOf(design)
  const main: View = face
  const others = views.filter((v) => v !== 'front' && v !== 'back' && v !== main)
  // a narrow sheet has room for one of them; the piece can be turned to the other
  const beside = wide ? others : others.slice(0, 1)
  const boxes = useMemo(
    () => new Map((['front', 'back', 'side', 'end'] as const).map((v) => [v, boundsOf(design, stone, v)])),
    [design, stone],
  )
  const wideOf = (v: View) => boxes.get(v)!.x1 - boxes.get(v)!.x0
  const tallOf = (v: View) => boxes.get(v)!.y1 - boxes.get(v)!.y0
  const free = size.height - MARGIN.top - below
  const now = Math.min(
    free / Math.max(tallOf('front'), tallOf(main)),
    (free - BELOW * (beside.length - 1)) / beside.reduce((sum, v) => sum + tallOf(v), 0),
    (size.width - 2 * size.column - size.dimension - 4 * GAP) /
      (Math.max(wideOf('front'), wideOf(main)) + Math.max(...beside.map(wideOf))),
  )
  // the scale stands still while something is dragged: the handle stays under the finger
  const held = useRef(now)
  if (!dragging) held.current = now
  const k = held.current
  const aside = k * Math.max(...beside.map(wideOf)) + size.dimension + GAP
  const middle = (size.width - aside) / 2
  // a ring's views stand one below the other
  const tall = k * (beside.length > 1 ? Math.max(tallOf('front'), tallOf('side')) : tallOf(main))
  const foot = beside.length > 1 ? MARGIN.top + tall : MARGIN.top + (free + tall) / 2
  const origin: Point = [
    middle - (k * (boxes.get(main)!.x0 + boxes.get(main)!.x1)) / 2,
    foot - k * boxes.get(main)!.y1,
  ]
  const onSheet = (p: Vec3): Point => {
    const [x, y] = project(main, p)
    return [origin[0] + k * x, origin[1] + k * y]
  }
  const placed = useMemo(() => placedNotes(plan), [plan])
  const seen = placed.filter((p) => p.note.seen === main)
  const anchors = seen.map(({ index, noted }) => {
    const points = noted.map((n) => onSheet(n.middle))
    const ends = noted.flatMap((n) => n.line).map(onSheet)
    // of several places of one note its outermost, or where there is only one, the end of it
    const among = points.length > 2 ? points : ends
    const left = among.reduce((a, b) => (b[0] < a[0] ? b : a))
    const right = among.reduce((a, b) => (b[0] > a[0] ? b : a))
    if (right[0] - left[0] > k * UPRIGHT) return { id: String(index), left, right }
    // what stands upright is told at half its height
    const ys = ends.map((p) => p[1]).sort((a, b) => a - b)
    const y = ys[ys.length >> 1]!
    return { id: String(index), left: [left[0], y] as const, right: [right[0], y] as const }
  })
  const laid = layNotes(anchors, {
    left: size.column,
    right: size.width - aside - size.column,
    top: MARGIN.top + 12,
    bottom: size.height - below,
    apart: APART,
  })
  const value = (id: string) => numberOf(plan.outputs.find((o) => o.id === id)!.quantity)
  const asideAt = size.width - (aside + size.dimension) / 2
  const fontSize = wide ? 15 : 12
  return (
    <div className="relative">
      <svg
        ref={sheet}
        viewBox={`0 0 ${size.width} ${size.height}`}
        className="block h-[32vh] w-full sm:h-[46vh] max-lg:landscape:h-[48vh] lg:h-auto"
        role="group"
        aria-label={`The piece ${FROM[main]} and from the side, ${sayLength(value('height'), settings)} high, with its choices as notes`}
        onPointerDown={(e) => e.target === e.currentTarget && onPick(undefined)}
      >
        <defs>
          <pattern id="plan-grid" width={10 * k} height={10 * k} patternUnits="userSpaceOnUse">
            <path
              d={`M${10 * k} 0H0V${10 * k}`}
              fill="none"
              stroke="var(--line)"
              strokeWidth={0.4}
              opacity={0.5}
            />
          </pattern>
        </defs>
        <rect width={size.width} height={size.height} fill="url(#plan-grid)" pointerEvents="none" />
        <g transform={`translate(${origin[0]} ${origin[1]}) scale(${k})`} data-view={main}>
          <PieceDrawing design={design} stone={stone} view={main} lit={lit} />
        </g>
        {beside.map((v, i) => {
          const b = boxes.get(v)!
          // the side stands level with the front, and otherwise on the same line
          const level = main === 'end' ? b : boxes.get('front')!
          const y = i === 0 ? foot - k * level.y1 : foot + BELOW - k * b.y0
          return (
            <g key={v} data-view={v}>
              <g transform={`translate(${asideAt - (k * (b.x0 + b.x1)) / 2} ${y}) scale(${k})`}>
                <PieceDrawing design={design} stone={stone} view={v} lit={lit} />
              </g>
            </g>
          )
        })}
        <Dimension
          x1={middle - (k * wideOf(main)) / 2}
          y1={foot + 24}
          x2={middle + (k * wideOf(main)) / 2}
          y2={foot + 24}
          label={markLength(value('width'), settings)}
          size={fontSize}
        />
        <Dimension
          x1={asideAt - (k * wideOf('side')) / 2}
          y1={foot + 24}
          x2={asideAt + (k * wideOf('side')) / 2}
          y2={foot + 24}
          label={markLength(value('thick'), settings)}
          size={fontSize}
        />
        {wide && (
          <Dimension
            x1={size.width - size.dimension / 2 - 4}
            y1={foot - k * tallOf('side')}
            x2={size.width - size.dimension / 2 - 4}
            y2={foot}
            label={markLength(value('height'), settings)}
            size={fontSize}
          />
        )}
        {seen.map(({ note, index, noted }) => {
          const to = laid.find((l) => l.id === String(index))!
          const isPicked = picked === index
          const called = noteName(plan, note, options)
          const said = noteValue(plan, note, options, settings)
          const left = to.side === 'left'
          const x = to.from[0] + (left ? -8 : 8)
          return (
            <g key={index}>
              {isPicked &&
                noted.map((n, i) => (
                  <polyline
                    key={i}
                    points={n.line
                      .map((p) =>
                        onSheet(p)
                          .map((v) => v.toFixed(1))
                          .join(','),
                      )
                      .join(' ')}
                    fill="none"
                    stroke="var(--copper)"
                    strokeWidth={k * 0.5}
                    strokeLinecap="round"
                    opacity={0.75}
                    pointerEvents="none"
                    data-lit
                  />
                ))}
              {wide && (
                <line
                  x1={to.from[0]}
                  y1={to.from[1]}
                  x2={to.to[0]}
                  y2={to.to[1]}
                  stroke={isPicked ? 'var(--copper)' : 'var(--soft)'}
                  strokeWidth={isPicked ? 1.6 : 0.7}
                  pointerEvents="none"
                />
              )}
              <g
                // on a narrow screen the row of places under the drawing has the buttons
                {...(wide
                  ? {
                      role: 'button',
                      tabIndex: 0,
                      'aria-pressed': isPicked,
                      'aria-label': `${called}: ${said}`,
                    }
                  : { 'aria-hidden': true })}
                className="note cursor-pointer"
                data-note={note.choices[0]}
                onClick={() => onPick(isPicked ? undefined : index)}
                onKeyDown={(e) => {
                  if (e.key !== 'Enter' && e.key !== ' ') return
                  e.preventDefault()
                  onPick(isPicked ? undefined : index)
                }}
              >
                {wide && (
                  <>
                    <rect
                      x={left ? 4 : to.from[0]}
                      y={to.y - 24}
                      width={size.column - 4}
                      height={48}
                      fill={isPicked ? 'var(--copper-wash)' : 'transparent'}
                    />
                    <text fontSize={14.5} textAnchor={left ? 'end' : 'start'} fill="var(--soft)">
                      {linesOf(called).map((line, i, all) => (
                        <tspan key={i} x={x} y={to.y - 5 - 16 * (all.length - 1 - i)}>
                          {line}
                        </tspan>
                      ))}
                    </text>
                    <text
                      x={x}
                      y={to.y + 14}
                      fontSize={16}
                      fontWeight={700}
                      textAnchor={left ? 'end' : 'start'}
                      fill="var(--ink)"
                    >
                      {said}
                    </text>
                  </>
                )}
                {!note.slides && (
                  <>
                    <circle cx={to.to[0]} cy={to.to[1]} r={22} fill="transparent" />
                    <circle
                      cx={to.to[0]}
                      cy={to.to[1]}
                      r={6}
                      fill={isPicked ? 'var(--copper)' : 'var(--sheet)'}
                      stroke="var(--copper)"
                      strokeWidth={2}
                    />
                  </>
                )}
              </g>
              {note.slides &&
                handlesOf(note, plan, onSheet, options, to.to).map(({ at, index: place }) => (
                  <Handle
                    key={place}
                    slide={note.slides!}
                    index={place}
                    at={at}
                    called={called}
                    picked={isPicked}
                    stone={stone}
                    options={options}
                    params={family(plan.family).params(stone)}
                    toPiece={(px, py) => {
                      const x = (px - origin[0]) / k
                      return [main === 'back' ? -x : x, -(py - origin[1]) / k]
                    }}
                    say={(change) => noteValue(plan, note, { ...options, ...change }, settings)}
                    onBegin={() => {
                      setDragging(true)
                      onPick(index)
                    }}
                    onEnd={() => setDragging(false)}
                    onSlide={onSlide}
                  />
                ))}
            </g>
          )
        })}
        {named && (
          <g fontSize={wide ? 14.5 : 12} fill="var(--soft)" textAnchor="middle">
            <text x={middle} y={foot + 46}>
              {main === 'end' ? 'along the finger' : main}
            </text>
            <text x={asideAt} y={foot + 46}>
              {beside[0]}
            </text>
          </g>
        )}
      </svg>
      {card}
      <span className="flex flex-wrap gap-x-4 pr-20 pb-1 pl-2 lg:absolute lg:bottom-1 lg:left-2 lg:p-0 print:hidden">
        {(['front', 'back', 'end'] as const)
          .filter((f) => f !== face && (f === 'front' || placed.some((p) => p.note.seen === f)))
          .map((f) => (
            <button
              key={f}
              type="button"
              className="min-h-[32px] border-0 bg-transparent p-1 text-[15px] font-semibold text-copper underline"
              onClick={() => onFace(f)}
            >
              {TURN[f]}
            </button>
          ))}
        <button
          type="button"
          className="min-h-[32px] border-0 bg-transparent p-1 text-[15px] text-copper underline max-lg:landscape:hidden"
          onClick={() => sheet.current && saveSvg(sheet.current, name, size.width, size.height)}
        >
          Save the drawing
        </button>
      </span>
    </div>
  )
}

/** Where one looks from, and the way to look from there. */
const FROM = {
  front: 'from the front',
  back: 'from the back',
  end: 'along the finger',
  side: 'from the side',
}
const TURN = { front: 'Show the front', back: 'Turn it over', end: 'Look along the finger' } as const

/** Letters of a name that have room in a column. */
const LETTERS = 26

/** A name in as many lines as it takes. */
function linesOf(name: string): string[] {
  const lines: string[] = []
  for (const word of name.split(' ')) {
    const last = lines[lines.length - 1]
    if (last !== undefined && last.length + word.length < LETTERS) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}

/** Where something can be taken hold of: each place along the edge as far in as it reaches, or the place of the note. */
function handlesOf(
  { slides }: Note,
  { stone }: Plan,
  onSheet: (p: Vec3) => Point,
  options: Options,
  anchor: Point,
): { readonly at: Point; readonly index: number }[] {
  if (!slides) return []
  if (!('along' in slides)) return [{ at: anchor, index: 0 }]
  const hours = options[slides.along]
  const outline = outlineOf(fullStone(stone))
  if (!Array.isArray(hours) || !outline) return []
  return (hours as readonly number[]).map((h, index) => {
    const [x, y] = outlinePoint(outline, normalAtHour(outline, h), -Number(options[slides.inward]))
    return { at: onSheet([x, y, 0]), index }
  })
}
