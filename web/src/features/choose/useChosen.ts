import {
  FAMILY_IDS,
  isChosen,
  type Aim,
  type Chosen,
  type Excluded,
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

/**
 * Works out all families in both workers, one after the other in each; asked anew when the stone or a wish changes. Nothing while the wish
 * is not known. What the thorough check finds follows, setting by setting, when all of them are there.
 */
export function useChosen(stone: Stone, wished: WishedOfAll | undefined): AllChosen {
  const settings = usePlanSettings()
  const [all, setAll] = useState(NOTHING)
  useEffect(() => {
    setAll(NOTHING)
    if (!settings || !wished) return
    let live = true
    const waiting = [...FAMILY_IDS]
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
    const take = async (
      worker: typeof slowWorker,
      wish: Awaited<ReturnType<typeof wishWithKept<WishedOfAll>>>,
    ) => {
      for (let id = waiting.shift(); id !== undefined && live; id = waiting.shift()) {
        const family = id
        const answer = await Promise.all([
          answered(() => worker().chooseOne({ stone, family, wish, settings })),
          fetchFamily(family),
        ])
          .then(([chosen]) => chosen)
          .catch((error: unknown) => ({ why: error instanceof Error ? error.message : String(error) }))
        if (!live) return
        if ('why' in answer) {
          setAll((old) => ({
            ...old,
            failed: [...old.failed, { family, why: answer.why }],
            left: old.left - 1,
          }))
          continue
        }
        if (isChosen(answer)) found.push(answer)
        setAll((old) => ({
          ...old,
          chosen: isChosen(answer) ? [...old.chosen, answer] : old.chosen,
          excluded: isChosen(answer) ? old.excluded : [...old.excluded, answer],
          left: old.left - 1,
        }))
      }
    }
    void wishWithKept(wished, settings)
      .then((wish) => Promise.all([take(slowWorker, wish), take(quickWorker, wish)]))
      .then(check)
      // what could not be checked stays told as at first look
      .catch(() => undefined)
    return () => {
      live = false
    }
  }, [stone, wished, settings])
  return all
}
