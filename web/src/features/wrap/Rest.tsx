import { useEffect, useState } from 'react'

/** A page that was out of sight for so long has given a rest, ms. */
const RESTED = 5 * 60_000
const LOOK_MS = 10_000

/** After so many minutes at the bench without a rest: a line that says so, till it is put away or the page was left for a while. */
export function Rest({ minutes }: { minutes: number }) {
  const [since, setSince] = useState(() => Date.now())
  const [now, setNow] = useState(since)
  useEffect(() => {
    let left = 0
    const look = setInterval(() => setNow(Date.now()), LOOK_MS)
    const turned = () => {
      if (document.hidden) left = Date.now()
      else if (left > 0 && Date.now() - left > RESTED) setSince(Date.now())
    }
    document.addEventListener('visibilitychange', turned)
    return () => {
      clearInterval(look)
      document.removeEventListener('visibilitychange', turned)
    }
  }, [])
  const at = Math.floor((now - since) / 60_000)
  if (at < minutes) return null
  return (
    <p
      className="my-2 flex flex-wrap items-center gap-x-4 border-l-[6px] border-verdigris bg-verdigris-wash px-4 py-2 text-lg"
      role="status"
    >
      {at} minutes at it: look into the distance, open both hands, roll your shoulders. All is kept.
      <button type="button" className="btn" onClick={() => setSince(Date.now())}>
        I have rested
      </button>
    </p>
  )
}
