import type { HeldAsSaved } from '@verger/contract'

/** What a saved plan holds, in a sentence; null while the server checks it. */
export const sayHeld = (held: HeldAsSaved | null): string =>
  held ? `${held.word} ${held.say}` : 'What it holds is being checked.'
