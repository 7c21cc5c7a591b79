import type { Lesson, Settings } from '@verger/contract'
import { learnedFrom, paceOf, type Learned, type Pace, type Technique } from '@verger/core'
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

/** A length against what was planned, as one says it. @example longer(0.97) // '3.0 % shorter' */
export function longer(times: number): string {
  const share = 100 * (times - 1)
  return Math.abs(share) < 0.05
    ? 'as planned'
    : `${Math.abs(share).toFixed(1)} % ${share > 0 ? 'longer' : 'shorter'}`
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
