/** Minutes that one of each takes, for one wire or turn where there are several: typical, uncited, until the maker's own records replace them. */
export const MINUTES = {
  gather: 2,
  straighten: 1,
  cut: 0.3,
  mark: 0.5,
  align: 1,
  unclamp: 0.3,
  wind: 1,
  shape: 2,
  turn: 0.25,
  try: 3,
  seat: 1.5,
  hook: 1,
  trim: 6,
} as const
