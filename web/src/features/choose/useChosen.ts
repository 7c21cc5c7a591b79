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
import { answered, quickWorker, slowWorker } from '../../compute/usePlan.js'

/** Every family worked out for a stone, each as soon as it is ready. */
export interface AllChosen {
  readonly chosen: readonly Chosen[]
  readonly excluded: readonly Excluded[]
  /** Those that could not be worked out, and why, in words. */
  readonly failed: readonly { readonly family: string; readonly why: string }[]
  /** How many are still being worked out. */
  readonly left: number
}

const NOTHING: AllChosen = { chosen: [], excluded: [], failed: [], left: FAMILY_IDS.length }

/** What is wished of every setting. */
export interface WishedOfAll {
  readonly alloy: string
  readonly aim: Aim
  readonly worn: WornAs
  readonly finger?: number
}

/**
 * Works out all families in both workers, one after the other in each; asked anew when the stone or a wish changes. Nothing while the wish
 * is not known.
 */
export function useChosen(stone: Stone, wished: WishedOfAll | undefined): AllChosen {
  const settings = usePlanSettings()
  const [all, setAll] = useState(NOTHING)
  useEffect(() => {
    setAll(NOTHING)
    if (!settings || !wished) return
    let live = true
    const waiting = [...FAMILY_IDS]
    const take = async (
      worker: typeof slowWorker,
      wish: Awaited<ReturnType<typeof wishWithKept<WishedOfAll>>>,
    ) => {
      for (let id = waiting.shift(); id !== undefined && live; id = waiting.shift()) {
        const family = id
        const found = await Promise.all([
          answered(() => worker().chooseOne({ stone, family, wish, settings })),
          fetchFamily(family),
        ])
          .then(([answer]) => answer)
          .catch((error: unknown) => ({ why: error instanceof Error ? error.message : String(error) }))
        if (!live) return
        if ('why' in found) {
          setAll((old) => ({
            ...old,
            failed: [...old.failed, { family, why: found.why }],
            left: old.left - 1,
          }))
          continue
        }
        setAll((old) => ({
          ...old,
          chosen: isChosen(found) ? [...old.chosen, found] : old.chosen,
          excluded: isChosen(found) ? old.excluded : [...old.excluded, found],
          left: old.left - 1,
        }))
      }
    }
    void wishWithKept(wished, settings).then((wish) =>
      Promise.all([take(slowWorker, wish), take(quickWorker, wish)]),
    )
    return () => {
      live = false
    }
  }, [stone, wished, settings])
  return all
}
