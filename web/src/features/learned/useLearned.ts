import type { Lesson, Settings } from '@verger/contract'
import { learnedFrom, type Learned, type Technique } from '@verger/core'
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
