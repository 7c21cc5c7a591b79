import type { Lesson, Settings } from '@verger/contract'
import {
  learnedFrom,
  PACES,
  paceOf,
  packingLearned,
  type Learned,
  type Pace,
  type Packed,
  type Technique,
} from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { api } from '../../app/api.js'
import { useSettings } from '../../app/workshop.js'

/** What was learned since it was last forgotten. */
export const remembered = (lessons: readonly Lesson[], forgot: Settings['forgot'], of: string): Lesson[] => {
  const since = forgot[of]
  return lessons.filter((l) => since === undefined || l.finishedAt > since)
}

/** What one's own finished pieces teach of a technique: the habit while nothing is known of them. */
export const learnedOf = (
  lessons: readonly Lesson[],
  forgot: Settings['forgot'],
  technique: Technique,
): Learned =>
  learnedFrom(
    technique,
    remembered(lessons, forgot, technique).flatMap((l) => l.wires),
  )

/** Under which lengths of a kind of work are forgotten: apart from its time. */
export const lengthKey = (kind: string): string => `length ${kind}`

/** How many times the planned length comes out at a kind of work. */
export const lengthOf = (lessons: readonly Lesson[], forgot: Settings['forgot'], kind: string): Pace =>
  paceOf(
    kind,
    remembered(lessons, forgot, lengthKey(kind)).flatMap((l) =>
      l.lengths.map((m) => ({ kind: m.kind, reckoned: m.planned, took: m.met })),
    ),
  )

/** Under which packing is forgotten: apart from lengths. */
export const packingKey = (kind: Packed['kind']): string => `packing ${kind}`

/** How tight one's own turns lie, and of how many measured lengths that was learned. */
export const ownPacking = (
  lessons: readonly Lesson[],
  forgot: Settings['forgot'],
  kind: Packed['kind'],
): ReturnType<typeof packingLearned> =>
  packingLearned(
    kind,
    remembered(lessons, forgot, packingKey(kind)).flatMap((l) => l.lengths.flatMap((m) => m.packed ?? [])),
  )

/** A length against what was planned, as one says it. @example longer(0.97) // '3.0 % shorter' */
export function longer(times: number): string {
  const share = 100 * (times - 1)
  return Math.abs(share) < 0.05
    ? 'as planned'
    : `${Math.abs(share).toFixed(1)} % ${share > 0 ? 'longer' : 'shorter'}`
}

/** How many times the reckoned time a kind of work takes one; `usual` is counted on while nothing is known of it. */
export const workPace = (
  lessons: readonly Lesson[],
  forgot: Settings['forgot'],
  kind: string,
  usual = 1,
): Pace =>
  paceOf(
    kind,
    remembered(lessons, forgot, kind).flatMap((l) => l.work),
    usual,
  )

/**
 * What steps take at one's own pace, each kind of work at its own, and at that of one's experience where none was timed, minutes; undefined while nothing was timed of any
 * of them.
 */
export function ownMinutes(
  lessons: readonly Lesson[],
  { forgot, experience }: Pick<Settings, 'forgot' | 'experience'>,
  steps: readonly { readonly kind: string; readonly minutes: number }[],
): number | undefined {
  const usual = PACES[experience]
  const paces = new Map(steps.map(({ kind }) => [kind, workPace(lessons, forgot, kind, usual)]))
  if ([...paces.values()].every((p) => p.from === 0)) return undefined
  return steps.reduce((sum, { kind, minutes }) => sum + minutes * paces.get(kind)!.times, 0)
}

export const useLessons = () => useQuery({ queryKey: ['lessons'], queryFn: api.lessons })

/** How a hand strays, by technique. */
export function useLearned(): (technique: Technique) => Learned {
  const { forgot } = useSettings()
  const { data } = useLessons()
  return useMemo(() => {
    const known = new Map<Technique, Learned>()
    return (technique) => {
      const found = known.get(technique) ?? learnedOf(data ?? [], forgot, technique)
      known.set(technique, found)
      return found
    }
  }, [data, forgot])
}
