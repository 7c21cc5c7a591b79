/** The member of a list that a number from 0 to 1 stands for; each has an equal stretch. */
export const oneOf = <T>(list: readonly T[], u: number): T =>
  list[Math.max(0, Math.min(list.length - 1, Math.floor(u * list.length)))]!

/** The length that a number from 0 to 1 stands for: as much longer at each step as it is long. Both ends above 0. */
export const between = (
  { least, most }: { readonly least: number; readonly most: number },
  u: number,
): number => least * (most / least) ** u
