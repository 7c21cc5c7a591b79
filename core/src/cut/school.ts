/** Ways in which makers decide how long a frame wire is cut. */
export type SchoolKind = 'path' | 'girth' | 'fixed'

/**
 * The workshop's school: by the path (worked out), by a multiple of a named girth, or one fixed length for all.
 * `fixed` in mm.
 */
export interface School {
  readonly kind: SchoolKind
  readonly girth: 'edge' | 'length' | 'width'
  readonly times: number
  readonly fixed: number
}

export const DEFAULT_SCHOOL: School = { kind: 'path', girth: 'edge', times: 3, fixed: 300 }

/** Steps to which cut lengths are rounded up, mm. */
export const ROUNDINGS = { '5 mm': 5, '1 mm': 1, '1/4 in': 25.4 / 4, '1/8 in': 25.4 / 8 } as const
export type Rounding = keyof typeof ROUNDINGS
