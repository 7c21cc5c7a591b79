import { enoughFor, fullStone, SPHERE, type Asked, type Stone, type Vec3 } from '@verger/core'
import { useId } from 'react'
import { project, type View } from '../../drawing/project.js'
import { StoneShape } from '../../drawing/StoneShape.js'

/** How much a direction bears: the demand that it is over, its word, its colour and its pattern. */
const LEVELS = [
  { over: 'enough', word: 'bears all that is asked', colour: 'var(--verdigris)', pattern: 'plain' },
  { over: 'shaken', word: 'bears shaking', colour: 'var(--amber)', pattern: 'dots' },
  { over: 'worn', word: 'bears wearing', colour: 'var(--amber)', pattern: 'lines' },
  { over: undefined, word: 'does not hold', colour: 'var(--red)', pattern: 'cross' },
] as const

/** Forces that are asked, N. */
interface Levels {
  readonly enough: number
  readonly shaken: number
  readonly worn: number
}

const levelOf = (force: number, levels: Levels) =>
  LEVELS.findIndex((l) => l.over === undefined || force >= levels[l.over])

/** Marks of a pattern in a square of 8. */
const MARKS = {
  plain: '',
  dots: 'M2 2h1.6v1.6h-1.6zM6 6h1.6v1.6h-1.6z',
  lines: 'M-1 9L9 -1',
  cross: 'M0 0L8 8M8 0L0 8',
} as const

const R = 100

/**
 * The stone in a sphere of directions, seen from the front and from behind: each facet by what it takes to leave that way, with a pattern as
 * well as a colour, and where it leaves last.
 */
export function DirectionDiscs({
  stone,
  forces,
  asked,
  arrow,
}: {
  stone: Stone
  /** In each of the sphere's ways, N. */
  forces: readonly number[]
  asked: Asked
  arrow: Vec3
}) {
  const levels: Levels = { enough: enoughFor(asked).force, shaken: asked.shaken, worn: asked.worn }
  const id = useId().replace(/[^\w-]/g, '')
  return (
    <div>
      <svg width={0} height={0} className="absolute" aria-hidden>
        <defs>
          {LEVELS.map((l) => (
            <pattern
              key={l.pattern}
              id={`${id}${l.pattern}`}
              width={8}
              height={8}
              patternUnits="userSpaceOnUse"
            >
              <rect width={8} height={8} fill={l.colour} opacity={0.28} />
              <path d={MARKS[l.pattern]} stroke={l.colour} fill={l.colour} strokeWidth={1.4} opacity={0.9} />
            </pattern>
          ))}
        </defs>
      </svg>
      <div className="grid grid-cols-2 gap-3">
        {(['front', 'back'] as const).map((view) => (
          <Disc key={view} view={view} stone={stone} forces={forces} levels={levels} arrow={arrow} id={id} />
        ))}
      </div>
      <ul className="m-0 mt-1 flex list-none flex-wrap gap-x-4 p-0 text-[15px]">
        {LEVELS.map((l) => (
          <li key={l.word} className="flex items-center gap-1.5">
            <svg width={20} height={14} aria-hidden>
              <rect width={20} height={14} fill={`url(#${id}${l.pattern})`} stroke={l.colour} />
            </svg>
            {l.word}
          </li>
        ))}
      </ul>
    </div>
  )
}

function Disc({
  view,
  stone,
  forces,
  levels,
  arrow,
  id,
}: {
  view: View
  stone: Stone
  forces: readonly number[]
  levels: Levels
  arrow: Vec3
  id: string
}) {
  const full = fullStone(stone)
  const scale = (R * 0.52) / (Math.max(full.length, full.width) / 2)
  const at = (d: Vec3) => {
    const [x, y, z] = project(view, d)
    return { x: x * R, y: y * R, z }
  }
  const tip = at(arrow)
  return (
    <figure className="m-0 text-center">
      <svg
        viewBox={`${-R - 6} ${-R - 6} ${2 * R + 12} ${2 * R + 12}`}
        className="w-full max-w-[300px]"
        role="img"
        aria-label={`What each direction bears, from the ${view === 'front' ? 'front' : 'back'}`}
        data-disc={view}
      >
        {SPHERE.faces.map((face, i) => {
          const corners = face.map((k) => at(SPHERE.ways[k]!))
          if (corners.reduce((sum, c) => sum + c.z, 0) <= 0) return null
          const least = Math.min(...face.map((k) => forces[k]!))
          return (
            <path
              key={i}
              d={`M${corners.map((c) => `${c.x.toFixed(1)} ${c.y.toFixed(1)}`).join('L')}Z`}
              fill={`url(#${id}${LEVELS[levelOf(least, levels)]!.pattern})`}
              stroke="var(--line)"
              strokeWidth={0.6}
            />
          )
        })}
        <circle r={R} fill="none" stroke="var(--hair)" strokeWidth={1} />
        <g transform={`scale(${scale})`} opacity={0.9}>
          <StoneShape stone={full} view={view} />
        </g>
        {tip.z >= -1e-9 && (
          <g>
            <line x1={0} y1={0} x2={tip.x * 0.94} y2={tip.y * 0.94} stroke="var(--ink)" strokeWidth={2.5} />
            <circle
              cx={tip.x * 0.94}
              cy={tip.y * 0.94}
              r={7}
              fill="var(--paper)"
              stroke="var(--ink)"
              strokeWidth={2.5}
            />
            <circle cx={tip.x * 0.94} cy={tip.y * 0.94} r={2} fill="var(--ink)" />
          </g>
        )}
      </svg>
      <figcaption className="text-[15px] text-soft">
        {view === 'front' ? 'from the front' : 'from behind'}
        {tip.z >= -1e-9 ? ', ◉ weakest way out' : ''}
      </figcaption>
    </figure>
  )
}
