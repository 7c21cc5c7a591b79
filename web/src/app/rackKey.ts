/** Under which the rack is known on a page. */
export const RACK = ['rack'] as const
