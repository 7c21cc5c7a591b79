/** Minutes that one of each takes, for one wire or turn where there are several: estimates until the maker's own records replace them. */
export const MINUTES = {
  gather: 3,
  straighten: 2,
  cut: 0.7,
  mark: 0.7,
  bend: 1.5,
  turn: 0.3,
  try: 2,
  seat: 1,
  close: 1,
  shape: 6,
  roll: 4,
  trim: 4,
} as const
