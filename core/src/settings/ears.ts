import type { Family, Options, OptionValue, Param } from './family.js'

/** The choice that every family has whose pieces can hang: by itself, or one of two that mirror each other. */
const MADE = ['by itself', 'one of a pair of earrings'] as const
const ID = 'made'

/** Is this one of two earrings. */
export const isEar = (options: Options): boolean => options[ID] === MADE[1]

/** Options for one of two earrings. */
export const asEar = (options: Options): Options => ({ ...options, [ID]: MADE[1] })

/** A family whose pendants can be made as earrings too: with the choice, and words for it. Others are left as they are. */
export function withEars(family: Family): Family {
  if (!family.worn.includes('pendant')) return family
  const made = (mount: Param | undefined): Param => ({
    id: ID,
    group: ID,
    kind: 'choice',
    values: MADE,
    before: MADE[0],
    ...(mount ? { shownWhen: { option: mount.id, equals: 'pendant' } } : {}),
  })
  return {
    ...family,
    params: (stone) => {
      const own = family.params(stone)
      return [...own, made(own.find((p) => p.kind === 'choice' && p.values.includes('pendant')))]
    },
    text: {
      ...family.text,
      params: { ...family.text.params, [ID]: 'Made' },
      groups: { ...family.text.groups, [ID]: 'Earrings' },
      outputs: { ...family.text.outputs, ear: 'Weight on the ear, at most' },
    },
  }
}

/** The hour of a clock face as seen in the mirror. */
const mirrorHour = (hour: number): number => Number(((12 - hour) % 12).toFixed(3))

/** Options of the mirror image: places on the outline change sides, everything else is alike. */
export const mirrored = (params: readonly Param[], options: Options): Options =>
  Object.fromEntries(
    Object.entries(options).map(([id, value]): [string, OptionValue] =>
      params.find((p) => p.id === id)?.kind === 'places'
        ? [id, (value as readonly number[]).map(mirrorHour).sort((a, b) => a - b)]
        : [id, value],
    ),
  )
