import {
  DIRECTIONS,
  EVERY,
  family,
  SHAKE,
  unit,
  WAYS,
  type Plan,
  type ShakeFrame,
  type ShakeResult,
  type Vec3,
} from '@verger/core'
import { wrap } from 'comlink'
import { lazy, Suspense, useEffect, useRef, useState } from 'react'
import type { Shaking as Shaker } from '../../compute/shake.worker.js'
import { Choice } from '../../ui/Rows.js'

const PieceSolid = lazy(() => import('../../solid/PieceSolid.js'))

/** How hard, in multiples of gravity: what hands and a fall do (typical, uncited). */
const STRENGTHS = { gentle: 5, hard: 20, knock: 60 } as const
type Strength = keyof typeof STRENGTHS
const STRENGTH_WORDS: readonly (readonly [Strength, string])[] = [
  ['gentle', 'gently'],
  ['hard', 'as hard as a hand can'],
  ['knock', 'as if it were knocked'],
]

type Way = 'all' | 'weakest' | 'front' | 'up' | 'left'
const WAY_WORDS: readonly (readonly [Way, string])[] = [
  ['all', 'every way in turn'],
  ['weakest', 'its weakest way out'],
  ['front', 'front and back'],
  ['up', 'up and down'],
  ['left', 'left and right'],
]
/** To and fro along the three axes and the four diagonals. */
const ALL: readonly Vec3[] = WAYS.filter(([x, y, z]) => {
  const axis = Math.max(x, y, z) > 0.9
  return axis || (z > 0 && x * y !== 0)
})
const wayOf = (id: Exclude<Way, 'all' | 'weakest'>): Vec3 => DIRECTIONS.find((x) => x.id === id)!.d

/** Poses that are fetched at a time, and how long each is shown, ms: about ten times slower than it goes. */
const AT_ONCE = 6
const SHOWN_MS = 24
/** The whole piece is seen to move by this, mm: the hand itself goes farther. */
const SEEN = 1.2

/** Shakes the piece in space, wires as they are planned: does the stone rattle, stay or fall out. */
export function Shaking({ plan, arrow }: { plan: Plan; arrow: Vec3 }) {
  const [strength, setStrength] = useState<Strength>('hard')
  const [way, setWay] = useState<Way>('all')
  const [run, setRun] = useState<{ readonly ways: readonly Vec3[]; readonly g: number }>()
  const ways = way === 'all' ? ALL : way === 'weakest' ? [unit(arrow)] : [wayOf(way)]
  // another plan: what was being shaken is not it
  useEffect(() => setRun(undefined), [plan])
  return (
    <section aria-label="Shake it" className="lg:col-span-3">
      <div className="grid items-end gap-x-8 sm:grid-cols-[1fr_1fr_auto]">
        <Choice name="How hard" value={strength} options={STRENGTH_WORDS} onChange={setStrength} />
        <Choice name="Which way" value={way} options={WAY_WORDS} onChange={setWay} />
        {run ? (
          <button type="button" className="btn" onClick={() => setRun(undefined)}>
            Put it down
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-main"
            onClick={() => setRun({ ways, g: STRENGTHS[strength] })}
          >
            Shake it
          </button>
        )}
      </div>
      {run && <Shaken key={JSON.stringify(run)} plan={plan} ways={run.ways} g={run.g} />}
    </section>
  )
}

/** The shake as it is worked out, shown slowly. */
function Shaken({ plan, ways, g }: { plan: Plan; ways: readonly Vec3[]; g: number }) {
  const [frame, setFrame] = useState<{ readonly at: number; readonly frame: ShakeFrame }>()
  const [result, setResult] = useState<ShakeResult>()
  const [problem, setProblem] = useState('')
  const box = useRef<HTMLDivElement>(null)
  useEffect(() => {
    // what it answers is nothing to clean up with: newer browsers give a promise
    void box.current?.scrollIntoView({ block: 'center' })
  }, [])
  const still = useRef(matchMedia('(prefers-reduced-motion: reduce)').matches)
  useEffect(() => {
    const worker = new Worker(new URL('../../compute/shake.worker.ts', import.meta.url), { type: 'module' })
    const shaker = wrap<Shaker>(worker)
    const queue: ShakeFrame[] = []
    let [at, over, outcome] = [0, false, undefined as ShakeResult | undefined]
    const timer = setInterval(() => {
      const next = queue.shift()
      if (next) setFrame({ at: ++at, frame: next })
      else if (outcome) {
        setResult(outcome)
        clearInterval(timer)
      }
    }, SHOWN_MS)
    void (async () => {
      try {
        await shaker.begin({ stone: plan.stone, design: plan.design }, { ways, strength: g })
        while (!over && !outcome) {
          const { frames, result: end } = await shaker.more(AT_ONCE)
          queue.push(...frames)
          outcome = end
        }
      } catch (error) {
        if (!over) setProblem(error instanceof Error ? error.message : String(error))
      }
    })()
    return () => {
      over = true
      clearInterval(timer)
      worker.terminate()
    }
  }, [plan, ways, g])
  const d = ways[frame?.frame.way ?? 0]!
  const swing =
    still.current || !frame || result ? 0 : SEEN * (Math.cos((2 * Math.PI * frame.at * EVERY) / SHAKE) - 1)
  const hand: Vec3 = [d[0] * swing, d[1] * swing, d[2] * swing]
  return (
    <div className="mt-2 scroll-mb-32" ref={box}>
      <Suspense fallback={<p className="h-[392px] p-8 text-soft">One moment …</p>}>
        <PieceSolid
          design={plan.design}
          stone={plan.stone}
          names={family(plan.family).text.wires}
          moved={frame && { pose: frame.frame.pose, hand }}
        />
      </Suspense>
      <p className="m-0 text-lg" role="status">
        {problem ? (
          <span className="text-red">
            ✕ It could not be shaken: {problem}. Reload the page and try again.
          </span>
        ) : !result ? (
          `Shaking, ${ways.length > 1 ? `way ${(frame?.frame.way ?? 0) + 1} of ${ways.length}, ` : ''}shown about ten times slower …`
        ) : result.outcome === 'out' ? (
          <span className="text-red">✕ The stone falls out.</span>
        ) : (
          <span>
            <span className="text-verdigris">◆ The stone stays in.</span> It moves by{' '}
            {result.rattle.toFixed(2)} mm and turns by {result.turned.toFixed(1)}° at most
            {result.rattle > RATTLES ? ': you will hear it rattle.' : '.'}
          </span>
        )}
      </p>
      <p className="m-0 text-[15px] text-soft">
        Wires here do not give and nothing rubs. It shows whether the stone gets away, not the force.
      </p>
    </div>
  )
}
/** A stone that moves by more than this is heard, mm (typical, uncited). */
const RATTLES = 0.1
