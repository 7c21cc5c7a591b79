/** Minutes that one of each takes, for one wire or turn where there are several: estimates until the maker's own records replace them. */
export const MINUTES = {
  gather: 3,
  straighten: 2,
  cut: 0.7,
  mark: 1,
  align: 2,
  unclamp: 0.5,
  wind: 2,
  shape: 6,
  turn: 1,
  try: 2,
  seat: 2,
  hook: 1.5,
  trim: 3,
} as const
