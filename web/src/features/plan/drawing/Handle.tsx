import type { Options, OptionValue, Param, Slide, Stone } from '@verger/core'
import { clockPlace } from '@verger/core'
import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import type { Point } from './layNotes.js'
import { dragged, nudged, type At, type Begun } from './slide.js'

/** What can be taken hold of on the drawing, by finger, mouse or arrow keys. */
export function Handle({
  slide,
  index,
  at,
  called,
  picked,
  stone,
  options,
  params,
  toPiece,
  say,
  onBegin,
  onEnd,
  onSlide,
}: {
  slide: Slide
  index: number
  /** Where it lies on the sheet, px. */
  at: Point
  called: string
  picked: boolean
  stone: Stone
  options: Options
  params: readonly Param[]
  /** A place on the sheet as a place on the piece, mm. */
  toPiece: (x: number, y: number) => At
  say: (change: Readonly<Record<string, OptionValue>>) => string
  onBegin: () => void
  onEnd: () => void
  onSlide: (change: Readonly<Record<string, OptionValue>>, gesture: string) => void
}) {
  const begun = useRef<(Begun & { readonly gesture: string }) | undefined>(undefined)
  const waiting = useRef<number | undefined>(undefined)
  const placeOf = (e: PointerEvent<SVGGElement>): At => {
    const svg = e.currentTarget.ownerSVGElement!
    const point = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
    return toPiece(point.x, point.y)
  }
  const take = (e: PointerEvent<SVGGElement>) => {
    e.currentTarget.setPointerCapture(e.pointerId)
    begun.current = { slide, index, at: placeOf(e), options, gesture: `drag ${e.timeStamp}` }
    onBegin()
  }
  const move = (e: PointerEvent<SVGGElement>) => {
    const from = begun.current
    if (!from) return
    const to = placeOf(e)
    // once a picture: a finger tells more places than are drawn
    if (waiting.current !== undefined) cancelAnimationFrame(waiting.current)
    waiting.current = requestAnimationFrame(() => onSlide(dragged(from, to, stone, params), from.gesture))
  }
  const leave = () => {
    if (!begun.current) return
    begun.current = undefined
    onEnd()
  }
  const press = (e: KeyboardEvent) => {
    const change = nudged({ slide, index, options }, e.key, params)
    if (!change) return
    e.preventDefault()
    onBegin()
    onSlide(change, `key ${called} ${index}`)
    onEnd()
  }
  const along = 'along' in slide
  const hours = along ? options[slide.along] : undefined
  const now = along ? (Array.isArray(hours) ? Number(hours[index]) : 0) : Number(options[slide.choice])
  const p = params.find((x) => x.id === (along ? slide.along : slide.choice))
  const [least, most] = p?.kind === 'number' || p?.kind === 'integer' ? [p.min, p.max] : [0, 12]
  const ways = along ? 'arrow keys: along the edge, in and out' : 'arrow keys: longer and shorter'
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={along ? `${called}, ${index + 1}: ${ways}` : `${called}: ${ways}`}
      aria-valuemin={least}
      aria-valuemax={most}
      aria-valuenow={now}
      aria-valuetext={along ? `${clockPlace(now)}, ${say({})}` : say({})}
      className="handle cursor-grab"
      data-handle={index}
      onPointerDown={take}
      onPointerMove={move}
      onPointerUp={leave}
      onPointerCancel={leave}
      onLostPointerCapture={leave}
      onKeyDown={press}
    >
      <circle cx={at[0]} cy={at[1]} r={22} fill="transparent" />
      <circle
        cx={at[0]}
        cy={at[1]}
        r={picked ? 8 : 6}
        fill={picked ? 'var(--copper)' : 'var(--sheet)'}
        stroke="var(--copper)"
        strokeWidth={2}
      />
    </g>
  )
}
