import {
  FAMILY_IDS,
  isChosen,
  type Aim,
  type Chosen,
  type Excluded,
  type Plan,
  type Stone,
  type WornAs,
} from '@verger/core'
import { useEffect, useState } from 'react'
import { fetchFamily } from '../../app/families.js'
import { usePlanSettings, wishWithKept } from '../../app/planSettings.js'
import { answered, quickWorker, slowWorker, thoroughOf } from '../../compute/usePlan.js'

/** Every family worked out for a stone, each as soon as it is ready. */
export interface AllChosen {
  readonly chosen: readonly Chosen[]
  /** What is shown of those that are still being worked out: plans that the search begins with, whose holding is not known. */
  readonly sketches: readonly Plan[]
  readonly excluded: readonly Excluded[]
  /** Those that could not be worked out, and why, in words. */
  readonly failed: readonly { readonly family: string; readonly why: string }[]
  /** How many are still being worked out. */
  readonly left: number
  /** Those whose thorough check is there; the others are told as at first look. */
  readonly checked: ReadonlySet<string>
}

const NOTHING: AllChosen = {
  chosen: [],
  sketches: [],
  excluded: [],
  failed: [],
  left: FAMILY_IDS.length,
  checked: new Set(),
}

/** What is wished of every setting. */
export interface WishedOfAll {
  readonly alloy: string
  readonly aim: Aim
  readonly worn: WornAs
  readonly finger?: number
}

type Wish = Awaited<ReturnType<typeof wishWithKept<WishedOfAll>>>

/**
 * Works out all families in both workers, one after the other in each, after a sketch of each; asked anew when the stone or a wish changes.
 * Nothing while the wish is not known. What the thorough check finds follows, setting by setting, when all of them are there.
 */
export function useChosen(stone: Stone, wished: WishedOfAll | undefined): AllChosen {
  const settings = usePlanSettings()
  const [all, setAll] = useState(NOTHING)
  useEffect(() => {
    setAll(NOTHING)
    if (!settings || !wished) return
    let live = true
    const found: Chosen[] = []
    const check = async () => {
      for (const chosen of found) {
        const made = await thoroughOf(chosen.plan, chosen.hold, () => live)
        if (!live) return
        const thorough = made && { hold: { ...chosen.hold, ...made }, line: made.line }
        setAll((old) => ({
          ...old,
          chosen: old.chosen.map((c) => (c.family === chosen.family ? { ...c, ...thorough } : c)),
          checked: new Set([...old.checked, chosen.family]),
        }))
      }
    }
    /** One family is settled: its sketch makes room for what it came to. */
    const settle = (family: string, come: (old: AllChosen) => Partial<AllChosen>) =>
      setAll((old) => ({
        ...old,
        ...come(old),
        sketches: old.sketches.filter((s) => s.family !== family),
        left: old.left - 1,
      }))
    const exclude = (one: Excluded) => settle(one.family, (old) => ({ excluded: [...old.excluded, one] }))
    /** One family: a picture of it, before it is worked out. */
    const take = async (worker: typeof slowWorker, family: string, wish: Wish) => {
      const [sketch] = await Promise.all([
        answered(() => worker().sketchOne({ stone, family, wish, settings })),
        fetchFamily(family),
      ])
      if (!live) return
      if (sketch && !('design' in sketch)) return exclude(sketch)
      if (sketch) setAll((old) => ({ ...old, sketches: [...old.sketches, sketch] }))
      const answer = await answered(() => worker().chooseOne({ stone, family, wish, settings }))
      if (!live) return
      if (!isChosen(answer)) return exclude(answer)
      found.push(answer)
      settle(family, (old) => ({ chosen: [...old.chosen, answer] }))
    }
    const waiting = [...FAMILY_IDS]
    const takeAll = async (worker: typeof slowWorker, wish: Wish) => {
      for (let id = waiting.shift(); id !== undefined && live; id = waiting.shift()) {
        const family = id
        await take(worker, family, wish).catch((error: unknown) => {
          const why = error instanceof Error ? error.message : String(error)
          if (live) settle(family, (old) => ({ failed: [...old.failed, { family, why }] }))
        })
      }
    }
    void wishWithKept(wished, settings)
      .then((wish) => Promise.all([takeAll(slowWorker, wish), takeAll(quickWorker, wish)]))
      .then(check)
      // what could not be checked stays told as at first look
      .catch(() => undefined)
    return () => {
      live = false
    }
  }, [stone, wished, settings])
  return all
}
