import {
  leastThorough,
  stonesToCheck,
  THOROUGH_PARTS,
  type Finding,
  type HoldLine,
  type Options,
  type Plan,
  type PlanHold,
  type PlanResult,
  type Stone,
  type Thorough,
  type ThoroughParts,
  type WorkshopSettings,
} from '@verger/core'
import { wrap, type Remote } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { Compute } from './compute.worker.js'

/** A worker that computes, and the word that it stopped. */
interface Started {
  readonly compute: Remote<Compute>
  readonly worker: Worker
  readonly failed: Promise<never>
}

function start(): Started {
  const worker = new Worker(new URL('./compute.worker.ts', import.meta.url), { type: 'module' })
  const failed = new Promise<never>((_, reject) => {
    worker.addEventListener('error', (e) => {
      e.preventDefault()
      reject(new Error('The part that computes could not be loaded. Try again, or load Verger anew.'))
    })
  })
  // who waits for nothing need not hear of it
  failed.catch(() => undefined)
  return { compute: wrap<Compute>(worker), worker, failed }
}

let quick: Started | undefined
let first: Started | undefined
let slow: Started | undefined
/** Three workers: a first check never delays the next plan, nor a search or a thorough check the next first check. */
export const quickWorker = () => (quick ??= start()).compute
const firstWorker = () => (first ??= start()).compute
export const slowWorker = () => (slow ??= start()).compute
let warm = false
/** Has both workers loaded, and their code run once, before a page asks them for settings: a first answer takes thrice as long. */
export function warmWorkers(stone: Stone): void {
  if (warm) return
  warm = true
  // the worker that sketches is not kept waiting by a check
  quickWorker()
    .warmUp(stone, false)
    .catch(() => undefined)
  slowWorker()
    .warmUp(stone, true)
    .catch(() => undefined)
}

/** Longest that any one answer is waited for, ms: thrice what the hardest stone takes. */
const PATIENCE_MS = 45_000

/**
 * An answer of the workers, or why there is none: one could not be loaded, or what is asked takes too long. All are begun anew then, so
 * that what is asked next does not wait behind it.
 */
export async function answered<P extends Promise<unknown>>(ask: () => P): Promise<Awaited<P>> {
  const answer: Promise<Awaited<P>> = Promise.resolve(ask())
  let timer: ReturnType<typeof setTimeout> | undefined
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(
      () =>
        reject(new Error('This takes too long to work out. Fewer points of the outline make it quicker.')),
      PATIENCE_MS,
    )
  })
  try {
    return await Promise.race([answer, late, ...[quick, first, slow].flatMap((w) => (w ? [w.failed] : []))])
  } catch (error) {
    answer.catch(() => undefined)
    if (error instanceof Error && /^(This takes too long|The part that computes)/.test(error.message)) {
      for (const started of [quick, first, slow]) started?.worker.terminate()
      quick = first = slow = undefined
    }
    throw error
  } finally {
    clearTimeout(timer)
  }
}

/** Asks one after the other; what is not wanted any more when its turn comes is left out, and comes to undefined. */
function inTurn() {
  let last: Promise<unknown> = Promise.resolve()
  return <P extends Promise<unknown>>(
    ask: () => P,
    wanted: () => boolean,
  ): Promise<Awaited<P> | undefined> => {
    const mine = last.then(() => (wanted() ? answered(ask) : undefined))
    last = mine.catch(() => undefined)
    return mine
  }
}
const planInTurn = inTurn()
const checkInTurn = inTurn()

/** The thorough check begins when the choices have rested so long, ms: while a bend is dragged the first checks have the machine to themselves. */
const RESTED_MS = 250

type Thoroughly = Awaited<ReturnType<ReturnType<typeof slowWorker>['thorough']>>

/** The thorough check of a plan after its first one, of the stone that is held worst; undefined where it is not wanted any more. */
export async function thoroughOf(
  made: Plan,
  hold: PlanHold,
  wanted: () => boolean,
): Promise<Thoroughly | undefined> {
  const each: Thoroughly[] = []
  for (const stone of stonesToCheck(hold)) {
    let parts: ThoroughParts = {}
    // each part is asked for alone, so that a changed plan stops the rest
    for (const part of THOROUGH_PARTS) {
      const { id, hold: first } = stone
      parts = { ...parts, ...(await answered(() => slowWorker().thoroughPart(made, first, part, id))) }
      if (!wanted()) return undefined
    }
    each.push(await answered(() => slowWorker().thorough(made, stone, parts)))
    if (!wanted()) return undefined
  }
  return leastThorough(each)
}

export interface LivePlan {
  readonly result: PlanResult | undefined
  /** The last plan that could be built: kept on screen while an option is out of range. */
  readonly plan: Plan | undefined
  /** What is to be said of it; a clash is told first, and the change that gives it room when that was found. */
  readonly findings: readonly Finding[]
  readonly hold: (PlanHold & { readonly line: HoldLine }) | undefined
  /** The first check of the plan it names: by it changes are compared while the thorough one is still being made. */
  readonly quick: { readonly of: Plan; readonly hold: LivePlan['hold'] } | undefined
  /** The thorough check, once all of it is there; it follows the first one. */
  readonly thorough: Thorough | undefined
  readonly busy: boolean
  /** Why nothing could be worked out, in words. */
  readonly problem: string | undefined
}

/** The plan of these choices, recomputed on each change; holding follows when it is ready. Late answers are dropped. */
export function usePlan(
  stone: Stone | undefined,
  family: string,
  options: Options | undefined,
  /** Undefined while they are being fetched: nothing is worked out yet. */
  settings: WorkshopSettings | undefined,
): LivePlan {
  const [live, setLive] = useState<LivePlan>({
    result: undefined,
    plan: undefined,
    findings: [],
    hold: undefined,
    quick: undefined,
    thorough: undefined,
    busy: true,
    problem: undefined,
  })
  const turn = useRef(0)
  useEffect(() => {
    if (!stone || !options || !settings) return
    const mine = ++turn.current
    const fresh = () => mine === turn.current
    const work = async () => {
      const result = await planInTurn(() => quickWorker().plan({ stone, family, options, settings }), fresh)
      if (!result || !fresh()) return
      setLive((old) => ({
        result,
        plan: result.ok ? result.plan : old.plan,
        findings: result.ok ? result.plan.findings : result.findings,
        hold: old.hold,
        quick: old.quick,
        thorough: old.thorough,
        busy: result.ok,
        problem: undefined,
      }))
      if (!result.ok) return
      const hold = await checkInTurn(() => firstWorker().hold(result.plan), fresh)
      if (!hold || !fresh()) return
      // the first check stands until the thorough one is there
      setLive((old) => ({ ...old, hold, quick: { of: result.plan, hold }, thorough: undefined }))
      await new Promise((rested) => setTimeout(rested, RESTED_MS))
      if (!fresh()) return
      const findings = await answered(() => slowWorker().findingsWithRoom(result.plan, settings.units))
      if (!fresh()) return
      setLive((old) => ({ ...old, findings }))
      const made = await thoroughOf(result.plan, hold, fresh)
      if (!fresh()) return
      setLive((old) => ({
        ...old,
        hold: made ? { ...hold, ...made } : hold,
        thorough: made?.thorough,
        busy: false,
      }))
    }
    work().catch((error: unknown) => {
      if (fresh())
        setLive((old) => ({
          ...old,
          busy: false,
          problem: error instanceof Error ? error.message : String(error),
        }))
    })
  }, [stone, family, options, settings])
  return live
}
