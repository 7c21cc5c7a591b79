/**
 * Minutes that one of each takes, for one wire, turn or bend where there are several: estimates until the maker's own
 * records replace them.
 */
export const MINUTES = {
  gather: 3,
  straighten: 2,
  twist: 5,
  cut: 0.7,
  mark: 1,
  align: 2,
  turn: 0.25,
  unclamp: 0.5,
  footBend: 3,
  shape: 6,
  shoulder: 3,
  bend: 2.5,
  try: 2,
  seat: 1,
  close: 2,
  roll: 4,
  curl: 4,
  swirl: 6,
  lead: 2,
  beadTurn: 0.3,
  thread: 2,
  coilBall: 6,
  closeBall: 3,
  trim: 4,
} as const
