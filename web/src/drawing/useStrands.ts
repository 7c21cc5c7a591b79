import type { Design } from '@verger/core'
import { useEffect, useState } from 'react'

type Strands = typeof import('./strands.js').wovenStrands
let fetched: Strands | undefined

/** What draws weaves, fetched when a design has one: few have, and the first page does without. Undefined until it is here. */
export function useStrands({ joints }: Pick<Design, 'joints'>): Strands | undefined {
  const [here, setHere] = useState<Strands | undefined>(() => fetched)
  const asked = joints.some((j) => j.woven)
  useEffect(() => {
    if (!asked || here) return
    let live = true
    void import('./strands.js').then(({ wovenStrands }) => {
      fetched = wovenStrands
      if (live) setHere(() => wovenStrands)
    })
    return () => {
      live = false
    }
  }, [asked, here])
  return here
}
