/**
 * Minutes that one of each takes, for one wire, turn or bend where there are several: typical, uncited, until the maker's own
 * records replace them. A turn of a binding takes 3 to 5 s and 40 s to begin and press it, which are spread over its turns.
 */
export const MINUTES = {
  gather: 3,
  straighten: 1,
  twist: 3,
  cut: 0.3,
  mark: 0.3,
  align: 1,
  turn: 0.1,
  unclamp: 0.3,
  footBend: 1,
  shape: 3,
  shoulder: 0.7,
  bend: 0.7,
  try: 1.5,
  seat: 1.5,
  close: 1.5,
  roll: 2,
  curl: 1.5,
  swirl: 2,
  lead: 1,
  beadTurn: 0.1,
  thread: 0.5,
  coilBall: 2,
  closeBall: 1,
  trim: 8,
} as const
