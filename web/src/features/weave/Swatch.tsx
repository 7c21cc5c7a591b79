import {
  advanceOf,
  basePath,
  edgePlaces,
  hasEdges,
  strandPath,
  strandsOf,
  wirePlaces,
  type Vec3,
  type Weave,
  type WeaveWires,
} from '@verger/core'
import { useMemo } from 'react'

const METALS = ['#C8743F', '#C9A24A', '#8f9ea3', '#a06a7a', '#7d8f5c', '#6b7a99'] as const
const BASE = '#cfc9bb'
const REPEATS = 8

interface Piece {
  readonly d: string
  readonly colour: string
  /** In front of the base wires, as seen from this side. */
  readonly near: boolean
}

/** A few repeats of a weave from the strands' own paths, from the front or the back, and cut across. */
export function Swatch({ weave, wires, view }: { weave: Weave; wires: WeaveWires; view: 'front' | 'back' }) {
  const drawn = useMemo(() => draw(weave, wires, view), [weave, wires, view])
  const { left, right, tall, pieces, bases, pad } = drawn
  return (
    <svg
      viewBox={`${left} ${-tall - pad} ${right - left} ${tall + 2 * pad}`}
      className="h-80 w-full"
      role="img"
      aria-label={`The weave from the ${view}`}
      data-swatch={view}
    >
      <Lines pieces={pieces.filter((p) => !p.near)} width={wires.weaver} dim />
      <Lines pieces={bases.filter((p) => !p.near)} width={wires.base} edge="#8c8676" />
      <Lines pieces={bases.filter((p) => p.near)} width={wires.base} edge="#8c8676" />
      <Lines pieces={pieces.filter((p) => p.near)} width={wires.weaver} />
    </svg>
  )
}

function Lines({
  pieces,
  width,
  dim = false,
  edge = '#4a3325',
}: {
  pieces: readonly Piece[]
  width: number
  dim?: boolean
  edge?: string
}) {
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round" opacity={dim ? 0.75 : 1}>
      {pieces.map((p, i) => (
        <g key={i}>
          <path d={p.d} stroke={edge} strokeWidth={width} />
          <path d={p.d} stroke={p.colour} strokeWidth={width * (edge === '#4a3325' ? 0.8 : 0.9)} />
        </g>
      ))}
    </g>
  )
}

function draw(weave: Weave, wires: WeaveWires, view: 'front' | 'back') {
  const flip = view === 'front' ? 1 : -1
  const { woven, twisted } = advanceOf(weave, wires)
  const advance = woven + twisted
  // a twist is long: fewer repeats show it as large
  const repeats = twisted > 0 ? Math.max(1, Math.round((REPEATS * wires.base) / advance)) : REPEATS
  /** A path over all repeats, cut where it changes from near to far. */
  const pieces = (path: readonly Vec3[], colour: string): Piece[] => {
    const out: Piece[] = []
    for (let r = 0; r < repeats; r++) {
      let run: string[] = []
      let near: boolean | undefined
      const end = () => {
        if (run.length > 1) out.push({ d: `M${run.join('L')}`, colour, near: near! })
      }
      for (const [x, y, z] of path) {
        const point = `${(flip * x).toFixed(3)} ${(-(y + r * advance)).toFixed(3)}`
        const now = flip * z > 0
        if (now !== near) {
          run.push(point)
          end()
          run = [point]
          near = now
        } else run.push(point)
      }
      end()
    }
    return out
  }
  const places = wirePlaces(weave, wires)
  const pad = wires.weaver * 1.4
  const [first, last] = across(weave, wires, places)
  const sides = [flip * first, flip * last].sort((a, b) => a - b)
  return {
    left: sides[0]! - pad,
    right: sides[1]! + pad,
    tall: repeats * advance,
    pad,
    pieces: strandsOf(weave, wires).flatMap((strand, k) =>
      pieces(strandPath(strand, 32), METALS[k % METALS.length]!),
    ),
    bases: places.flatMap((_, i) => pieces(basePath(weave, wires, i + 1, 32), BASE)),
  }
}

/** Outermost left and right of a weave, mm: its wires, or the strands beside them. */
function across(weave: Weave, wires: WeaveWires, places: readonly number[]): [number, number] {
  const [left, right] = hasEdges(weave)
  const edges = edgePlaces(places, wires)
  return [
    left ? edges[0] - wires.weaver * 1.5 : places[0]! - wires.base / 2,
    right ? edges[1] + wires.weaver * 1.5 : places[places.length - 1]! + wires.base / 2,
  ]
}

/** The weave cut across: base wires, and the way of every strand round them. */
export function AcrossSection({ weave, wires }: { weave: Weave; wires: WeaveWires }) {
  const places = useMemo(() => wirePlaces(weave, wires), [weave, wires])
  const paths = useMemo(
    () =>
      strandsOf(weave, wires).map(
        (s) =>
          `M${strandPath(s, 48)
            .map(([x, , z]) => `${x.toFixed(3)} ${(-z).toFixed(3)}`)
            .join('L')}Z`,
      ),
    [weave, wires],
  )
  const r = wires.base / 2 + wires.weaver * 1.2
  const [left, right] = across(weave, wires, places)
  return (
    <svg
      viewBox={`${left - wires.weaver * 1.2} ${-r} ${right - left + wires.weaver * 2.4} ${2 * r}`}
      className="h-24 w-full"
      role="img"
      aria-label="The weave cut across"
    >
      {places.map((x) => (
        <circle
          key={x}
          cx={x}
          cy={0}
          r={wires.base / 2}
          fill={BASE}
          stroke="#8c8676"
          strokeWidth={wires.base * 0.04}
        />
      ))}
      {paths.map((d, i) => (
        <path
          key={i}
          d={d}
          fill="none"
          stroke={METALS[i % METALS.length]}
          strokeWidth={wires.weaver * 0.9}
          strokeLinejoin="round"
          opacity={0.85}
        />
      ))}
    </svg>
  )
}
