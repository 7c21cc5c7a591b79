/**
 * The fewest millimetres that are left over when wires of these lengths are cut to so many lengths at most, each wire to the shortest that is
 * enough: groups of them, by their places in the list, the longest group first. Wires that stand beside each other in order of length go
 * together, so that every way of parting that order is asked.
 * @param most how many lengths; 1 or more
 * @throws RangeError where there is to be no length at all
 * @example cutTogether([455, 345, 400, 320], 2) // [[0, 2], [1, 3]]
 */
export function cutTogether(lengths: readonly number[], most: number): number[][] {
  if (!(most >= 1)) throw new RangeError(`wires are cut to one length at least, not to ${most}`)
  const order = lengths.map((_, i) => i).sort((a, b) => lengths[b]! - lengths[a]! || a - b)
  const best = (from: number, groups: number): { readonly over: number; readonly parts: number[][] } => {
    if (from === order.length) return { over: 0, parts: [] }
    const ends = Array.from({ length: order.length - from }, (_, k) => from + k + 1)
    return (
      ends
        .filter((end) => groups > 1 || end === order.length)
        .map((end) => {
          const part = order.slice(from, end)
          const rest = best(end, groups - 1)
          const over = part.reduce((sum, i) => sum + lengths[part[0]!]! - lengths[i]!, rest.over)
          return { over, parts: [part, ...rest.parts] }
        })
        // of equal ones the one with fewer lengths
        .reduce((a, b) => (b.over <= a.over ? b : a))
    )
  }
  return best(0, most).parts
}
