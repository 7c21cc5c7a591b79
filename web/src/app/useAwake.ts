import { useEffect } from 'react'

/** Keeps the screen awake while a page is seen, where the browser can: hands with wire in them do not tap. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined
    let left = false
    const ask = async () => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return
      try {
        const got = await navigator.wakeLock.request('screen')
        if (left) await got.release()
        else lock = got
      } catch {
        // the battery is low, or the browser will not: nothing is lost
      }
    }
    void ask()
    // the browser lets go when the page is hidden
    const again = () => void ask()
    document.addEventListener('visibilitychange', again)
    return () => {
      left = true
      document.removeEventListener('visibilitychange', again)
      void lock?.release()
    }
  }, [])
}
