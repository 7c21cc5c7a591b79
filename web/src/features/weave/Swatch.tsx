import { strandPath, strandsOf, wirePlaces, type Weave, type WeaveWires } from '@verger/core'
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
  const { places, tall, pieces, pad } = drawn
  const [x0, x1] = [Math.min(...places) - wires.base / 2 - pad, Math.max(...places) + wires.base / 2 + pad]
  return (
    <svg
      viewBox={`${x0} ${-tall - pad} ${x1 - x0} ${tall + 2 * pad}`}
      className="h-80 w-full"
      role="img"
      aria-label={`The weave from the ${view}`}
      data-swatch={view}
    >
      <Lines pieces={pieces.filter((p) => !p.near)} width={wires.weaver} dim />
      {places.map((x) => (
        <rect
          key={x}
          x={x - wires.base / 2}
          y={-tall - pad}
          width={wires.base}
          height={tall + 2 * pad}
          fill={BASE}
          stroke="#8c8676"
          strokeWidth={wires.base * 0.05}
        />
      ))}
      <Lines pieces={pieces.filter((p) => p.near)} width={wires.weaver} />
    </svg>
  )
}

function Lines({ pieces, width, dim = false }: { pieces: readonly Piece[]; width: number; dim?: boolean }) {
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round" opacity={dim ? 0.75 : 1}>
      {pieces.map((p, i) => (
        <g key={i}>
          <path d={p.d} stroke="#4a3325" strokeWidth={width} />
          <path d={p.d} stroke={p.colour} strokeWidth={width * 0.8} />
        </g>
      ))}
    </g>
  )
}

function draw(weave: Weave, wires: WeaveWires, view: 'front' | 'back') {
  const flip = view === 'front' ? 1 : -1
  const places = wirePlaces(weave, wires).map((x) => flip * x)
  const strands = strandsOf(weave, wires)
  const advance = strands[0]!.advance
  const pieces: Piece[] = []
  strands.forEach((strand, k) => {
    const path = strandPath(strand, 32)
    for (let r = 0; r < REPEATS; r++) {
      let run: string[] = []
      let near: boolean | undefined
      const end = () => {
        if (run.length > 1)
          pieces.push({ d: `M${run.join('L')}`, colour: METALS[k % METALS.length]!, near: near! })
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
  })
  return { places, pieces, tall: REPEATS * advance, pad: wires.weaver * 1.4 }
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
  const wide = places[places.length - 1]! + 2 * r
  return (
    <svg
      viewBox={`${-r} ${-r} ${wide} ${2 * r}`}
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
