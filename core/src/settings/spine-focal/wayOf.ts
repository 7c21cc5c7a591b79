import type { FullStone, HoleWay } from '../../stone/index.js'

/** Which way a stone is drilled. @example wayOf({ kind: 'slab' }) // 'depth' */
export const wayOf = ({ way, kind }: Pick<FullStone, 'way' | 'kind'>): HoleWay =>
  way ?? (kind === 'slab' ? 'depth' : 'length')
