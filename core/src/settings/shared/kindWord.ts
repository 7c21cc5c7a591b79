import type { FullStone } from '../../stone/index.js'

/** A kind or form of stone as it stands after "a" in a sentence. @example kindWord({ kind: 'faceted' }) // 'faceted stone' */
export function kindWord({ kind, form }: Pick<FullStone, 'kind' | 'form'>): string {
  switch (kind) {
    case 'faceted':
      return 'faceted stone'
    case 'puffy':
      return 'cabochon domed on both sides'
    case 'stalk':
      return 'capped stone'
    case 'bead':
      return form === 'sphere' || form === 'egg' || form === undefined ? 'bead' : `${form} bead`
    case 'cabochon':
    case 'slab':
    case 'crystal':
    case 'shell':
      return kind
    default: {
      const never: never = kind
      throw new RangeError(`unknown kind of stone ${String(never)}`)
    }
  }
}
