import { lazy, type ComponentType, type LazyExoticComponent } from 'react'

const AGAIN_MS = [600, 2500]

/** A page whose script is fetched when it is first needed, and asked for again where that fails: a network is away for moments. */
export function lazyPage<P>(
  load: () => Promise<{ default: ComponentType<P> }>,
): LazyExoticComponent<ComponentType<P>> {
  return lazy(async () => {
    for (const wait of AGAIN_MS) {
      try {
        return await load()
      } catch {
        await new Promise((resolve) => setTimeout(resolve, wait))
      }
    }
    return load().catch((error: unknown) => {
      throw new ScriptMissing(error)
    })
  })
}

/** A script of Verger that could not be fetched: the network is away, or a newer version has taken its place. */
export class ScriptMissing extends Error {
  constructor(cause: unknown) {
    super('A part of this page could not be fetched', { cause })
  }
}
