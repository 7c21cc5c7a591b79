import type { Design, Pose, Stone, Vec3 } from '@verger/core'
import { useEffect, useRef, useState } from 'react'
import type { Shown } from '../drawing/shown.js'
import { viewsOf } from '../drawing/project.js'
import { PieceScene } from './scene.js'

const ALL: Shown = {}
const NO_STRINGS = (): readonly (readonly Vec3[])[] => []

/**
 * The piece in space. Drag, arrow keys or two fingers turn it; the wheel, plus and minus bring it nearer; a tap on a wire
 * lights it here and wherever else it is named.
 */
export default function PieceSolid({
  design,
  stone,
  strings = NO_STRINGS,
  shown = ALL,
  lit,
  onPick,
  names,
  moved,
  called = 'piece',
  className = 'h-[392px]',
}: {
  /** Without one the stone is shown alone. */
  design?: Design | undefined
  stone: Stone
  /** Girths as closed lines; worked out only when the stone is shown in space. */
  strings?: () => readonly (readonly Vec3[])[]
  shown?: Shown
  lit?: string | undefined
  onPick?: ((wire: string | undefined) => void) | undefined
  names: Readonly<Record<string, string>>
  /** Name under which it is saved. */
  called?: string
  /** The stone in another pose, and the piece moved by a hand: without one as it lies. */
  moved?: { readonly pose: Pose; readonly hand: Vec3 } | undefined
  className?: string
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const scene = useRef<PieceScene>(undefined)
  const viewed = useRef(false)
  const [missing, setMissing] = useState(false)
  const [settled, setSettled] = useState<number>()
  const [details, setDetails] = useState(false)
  const [section, setSection] = useState(1)
  const [apart, setApart] = useState(0)

  useEffect(() => {
    const element = canvas.current!
    let made: PieceScene
    try {
      made = new PieceScene(element, setSettled)
    } catch {
      setMissing(true)
      return
    }
    scene.current = made
    const watch = new ResizeObserver(() => made.resize(element.clientWidth, element.clientHeight))
    watch.observe(element)
    made.resize(element.clientWidth, element.clientHeight)
    return () => {
      watch.disconnect()
      made.dispose()
      scene.current = undefined
      viewed.current = false
    }
  }, [])
  useEffect(() => {
    scene.current?.show(design, stone, shown, strings())
    if (!viewed.current) scene.current?.view('front')
    if (!viewed.current) scene.current?.turn(-0.45, 0.18)
    viewed.current = true
  }, [design, stone, shown, strings])
  useEffect(() => scene.current?.place(moved?.pose, moved?.hand), [moved, design, stone, shown, strings])
  useEffect(() => scene.current?.light(lit), [lit, design, shown])
  useEffect(() => scene.current?.cut(section >= 1 ? undefined : section), [section, design, shown, stone])
  useEffect(() => scene.current?.explode(apart), [apart, design, shown])

  const down = useDown(scene, onPick)

  if (missing)
    return (
      <p className={`p-8 text-soft ${className}`}>
        This browser shows nothing in space (it has no WebGL). The drawings show the same piece from the same
        paths.
      </p>
    )
  return (
    <div className="relative">
      <canvas
        ref={canvas}
        className={`block w-full touch-none ${className}`}
        tabIndex={0}
        role="img"
        aria-label={`${design ? 'The piece' : 'The stone'} in space${lit ? `, ${names[lit] ?? lit} lit` : ''}. Arrow keys turn it, plus and minus bring it nearer.`}
        data-settled={settled}
        data-testid="solid"
        onPointerDown={down.start}
        onPointerUp={down.end}
        onKeyDown={(e) => {
          const s = scene.current
          const step = 0.2
          const keys: Readonly<Record<string, () => void>> = {
            ArrowLeft: () => s?.turn(-step, 0),
            ArrowRight: () => s?.turn(step, 0),
            ArrowUp: () => s?.turn(0, -step),
            ArrowDown: () => s?.turn(0, step),
            '+': () => s?.turn(0, 0, 0.85),
            '=': () => s?.turn(0, 0, 0.85),
            '-': () => s?.turn(0, 0, 1 / 0.85),
          }
          const act = keys[e.key]
          if (!act) return
          e.preventDefault()
          act()
        }}
      />
      <div className="absolute bottom-1 left-2 flex flex-wrap items-center gap-x-3 text-[15px]">
        {viewsOf(design ?? {}).map((v) => (
          <button
            key={v}
            type="button"
            className="border-0 bg-transparent p-1 font-semibold text-copper underline"
            onClick={() => scene.current?.view(v)}
          >
            {v}
          </button>
        ))}
        <button
          type="button"
          className="border-0 bg-transparent p-1 text-copper underline"
          aria-expanded={details}
          onClick={() => {
            setDetails(!details)
            setSection(1)
            setApart(0)
          }}
        >
          details
        </button>
        {details && (
          <>
            <label className="flex items-center gap-1">
              cut open
              <input
                type="range"
                min={0}
                max={1}
                step={0.02}
                value={section}
                onChange={(e) => setSection(e.target.valueAsNumber)}
              />
            </label>
            {design && (
              <button
                type="button"
                className="border-0 bg-transparent p-1 text-copper underline"
                onClick={() => void import('./saveGltf.js').then((m) => m.saveGltf(design, stone, called))}
              >
                Save as glTF
              </button>
            )}
            {design && (
              <label className="flex items-center gap-1">
                wires apart
                <input
                  type="range"
                  min={0}
                  max={6}
                  step={0.2}
                  value={apart}
                  onChange={(e) => setApart(e.target.valueAsNumber)}
                />
              </label>
            )}
          </>
        )}
      </div>
    </div>
  )
}

/** A tap, as against a drag: pressed and let go at about the same place. */
function useDown(
  scene: React.RefObject<PieceScene | undefined>,
  onPick: ((wire: string | undefined) => void) | undefined,
) {
  const at = useRef({ x: 0, y: 0 })
  return {
    start: (e: React.PointerEvent) => {
      at.current = { x: e.clientX, y: e.clientY }
    },
    end: (e: React.PointerEvent<HTMLCanvasElement>) => {
      if (Math.hypot(e.clientX - at.current.x, e.clientY - at.current.y) > 5) return
      const box = e.currentTarget.getBoundingClientRect()
      onPick?.(scene.current?.wireAt(e.clientX - box.left, e.clientY - box.top))
    },
  }
}
