// Made from the folders beside it by scripts/families.mjs: run it after a folder was added.
import type { Family } from './family.js'
import { loaded } from './loaded.js'

const LOADERS: Readonly<Record<string, () => Promise<{ readonly family: Family }>>> = {
  'bound-frame': () => import('./bound-frame/index.js'),
  'channel-row': () => import('./channel-row/index.js'),
  'corner-claws': () => import('./corner-claws/index.js'),
  'corset-back': () => import('./corset-back/index.js'),
  'criss-cross-cage': () => import('./criss-cross-cage/index.js'),
  'knotted-band': () => import('./knotted-band/index.js'),
  'loop-bezel': () => import('./loop-bezel/index.js'),
  'spine-focal': () => import('./spine-focal/index.js'),
  'twin-hoop': () => import('./twin-hoop/index.js'),
}

/** Ids of all families, in the order of their folders. */
export const FAMILY_IDS: readonly string[] = Object.keys(LOADERS)

/** Loads one family, so that `family` finds it. @throws RangeError when there is none */
export async function loadFamily(id: string): Promise<Family> {
  const load = LOADERS[id]
  if (!load) throw new RangeError(`no family of settings "${id}"`)
  return loaded((await load()).family)
}
