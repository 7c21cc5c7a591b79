import { useEffect, useRef, useState } from 'react'
import type { Bench } from '../../bench/useBench.js'

/** Hours, minutes and seconds of a time in ms. */
export const clock = (ms: number): string => {
  const s = Math.floor(ms / 1000)
  return `${Math.floor(s / 3600)}:${String(Math.floor(s / 60) % 60).padStart(2, '0')}:${String(s % 60).padStart(2, '0')}`
}

const SLICE_MS = 15_000

/** Time on the piece: runs while the page is seen, kept in slices so that a killed tab loses seconds at most. */
export function useTimer(bench: Bench, step: string): number {
  const [now, setNow] = useState(0)
  const began = useRef(0)
  const add = useRef(bench.add)
  useEffect(() => {
    add.current = bench.add
  }, [bench.add])
  useEffect(() => {
    began.current = performance.now()
    const put = () => {
      const ms = Math.round(performance.now() - began.current)
      began.current = performance.now()
      if (ms > 500) void add.current('time', step, ms)
    }
    const tick = setInterval(() => {
      if (document.hidden) began.current = performance.now()
      else if (performance.now() - began.current > SLICE_MS) put()
      setNow(performance.now() - began.current)
    }, 1000)
    const onHide = () => document.hidden && put()
    document.addEventListener('visibilitychange', onHide)
    return () => {
      clearInterval(tick)
      document.removeEventListener('visibilitychange', onHide)
      put()
    }
  }, [step])
  return Object.values(bench.tally.time).reduce((a, b) => a + b, 0) + now
}
