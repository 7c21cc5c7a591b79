import { lazy, type ComponentType, type LazyExoticComponent } from 'react'

const AGAIN_MS = [600, 2500]

type Page<P> = { default: ComponentType<P> }

/** A page whose script is fetched when it is first needed. */
export const lazyPage = <P>(load: () => Promise<Page<P>>): LazyExoticComponent<ComponentType<P>> =>
  lazy(() => persistently((failed) => (failed ? loadAnew(failed, load) : load())))

/** What a script gives, asked for again where that fails: a network is away for moments. `load` is told how it failed first. @throws ScriptMissing */
export async function persistently<T>(load: (failed: unknown) => Promise<T>): Promise<T> {
  let failed: unknown
  for (const wait of [0, ...AGAIN_MS]) {
    await new Promise((resolve) => setTimeout(resolve, wait))
    try {
      return await load(failed)
    } catch (error) {
      failed ??= error
    }
  }
  throw new ScriptMissing(failed)
}

/**
 * Chromium remembers that a module failed and never asks for its address again, so the script is asked for under
 * another one, which Chromium's own message names. Other browsers name none and do ask again. A script that this one
 * imports may be what failed: then only loading the whole page anew helps, which the boundary round pages offers.
 */
async function loadAnew<P>(failed: unknown, load: () => Promise<Page<P>>): Promise<Page<P>> {
  const address = failed instanceof Error ? /https?:\S+\.js/.exec(failed.message)?.[0] : undefined
  if (!address) return load()
  return (await import(/* @vite-ignore */ `${address}?at=${Date.now()}`)) as Page<P>
}

/** A script of Verger that could not be fetched: the network is away, or a newer version has taken its place. */
export class ScriptMissing extends Error {
  constructor(cause: unknown) {
    super('A part of this page could not be fetched', { cause })
  }
}
