import { useSyncExternalStore } from 'react'

/** A value that pages watch. */
export class Watched<T> {
  private readonly listeners = new Set<() => void>()
  constructor(private value: T) {}
  readonly get = (): T => this.value
  readonly set = (value: T): void => {
    if (value === this.value) return
    this.value = value
    for (const listener of this.listeners) listener()
  }
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
}

export const useWatched = <T>(watched: Watched<T>): T => useSyncExternalStore(watched.subscribe, watched.get)

/** Since when the workshop's server has not been reached, ms; undefined while it answers. */
export const awaySince = new Watched<number | undefined>(undefined)

/** Has the server ended the session of the page that is open. */
export const sessionEnded = new Watched(false)

/** Does the server speak a newer contract than this page: only a reload helps. */
export const outdated = new Watched(false)

const ASK_MS = 4000
let asking: ReturnType<typeof setInterval> | undefined

/** Takes note of a request that did not come through; the server is asked again and again until it answers. */
export function lost(): void {
  if (awaySince.get() === undefined) awaySince.set(Date.now())
  asking ??= setInterval(() => {
    fetch('/api/health', { cache: 'no-store' }).then(
      (answer) => answer.ok && reached(),
      () => undefined,
    )
  }, ASK_MS)
}

/** Takes note of an answer. */
export function reached(): void {
  clearInterval(asking)
  asking = undefined
  if (awaySince.get() === undefined) return
  awaySince.set(undefined)
  window.dispatchEvent(new Event('verger-reached'))
}
