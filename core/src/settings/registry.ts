// Made from the folders beside it by scripts/families.mjs: run it after a folder was added.
import { family as boundFrame } from './bound-frame/index.js'
import { family as channelRow } from './channel-row/index.js'
import { family as cornerClaws } from './corner-claws/index.js'
import { family as corsetBack } from './corset-back/index.js'
import { family as crissCrossCage } from './criss-cross-cage/index.js'
import { family as knottedBand } from './knotted-band/index.js'
import { family as loopBezel } from './loop-bezel/index.js'
import { family as spineFocal } from './spine-focal/index.js'
import { family as twinHoop } from './twin-hoop/index.js'
import type { Family } from './family.js'
import { loaded } from './loaded.js'

/** All families, in the order of their folders. Whoever names this loads them all; a page asks for single ones by `loadFamily`. */
export const FAMILIES: readonly Family[] = Object.values({
  boundFrame,
  channelRow,
  cornerClaws,
  corsetBack,
  crissCrossCage,
  knottedBand,
  loopBezel,
  spineFocal,
  twinHoop,
}).map(loaded)
