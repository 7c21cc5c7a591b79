import type { Design } from '@verger/core'

/** Colour of beads and balls, whose material is not asked. */
export const ACCENT = '#c9b7dd'

/** Accents of a piece that are to be seen: all, unless it is said which are on. */
export const accentsShown = (design: Design, { accents }: { readonly accents?: readonly string[] }) =>
  design.accents.filter((a) => !accents || accents.includes(a.id))
