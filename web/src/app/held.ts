import type { HeldAsSaved, Settings } from '@verger/contract'
import { sayIn } from './workshop.js'

/** What a saved plan holds, in a sentence; null while the server checks it. */
export const sayHeld = (held: HeldAsSaved | null, settings: Pick<Settings, 'units'>): string =>
  held ? `${held.word} ${sayIn(held.say, settings)}` : 'What it holds is being checked.'
