import type { Me } from '@verger/contract'

/** Key under which what belongs to this maker is kept in the browser. */
export const keeperOf = (me: Me): string => `${me.workshop.id}/${me.maker.id}`
