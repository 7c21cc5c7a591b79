import { plan, type WorkshopSettings } from '../plan/index.js'
import { asEar, family, isEar, optionsSchema, type Options, type Wished } from '../settings/index.js'
import type { Stone } from '../stone/index.js'
import { WIRE_SIZES } from '../wire/index.js'
import { startingOptions } from './startingOptions.js'

/** A piece of one's own as a recipe: which of its choices stay as they are, and which follow the stone that it is made for. */
export interface OwnRecipe {
  readonly family: string
  readonly options: Options
  /** Choices that are worked out anew for another stone. */
  readonly follows: readonly string[]
}

/** A recipe as it comes out for a stone. */
export interface Fitted {
  readonly options: Options
  /** Choices that should have stayed and leave no room on this stone: they follow it as well. */
  readonly gave: readonly string[]
}

/**
 * What is wished of a setting like this one: its metal, temper and sizes of wire, worn as it is.
 * @example wishLike({ alloy: 'copper', temper: 'half hard', size: '20 AWG' }).kept // ['20 AWG']
 */
export const wishLike = (options: Options): Wished => ({
  alloy: String(options.alloy),
  ...(typeof options.temper === 'string' ? { temper: options.temper } : {}),
  kept: Object.values(options).filter((v): v is string => WIRE_SIZES.some((s) => s.label === v)),
  worn: options.mount === 'ring' ? 'ring' : 'pendant',
  ...(options.mount === 'ring' && typeof options.ring === 'number' ? { finger: options.ring } : {}),
})

/**
 * Choices of a piece that follow the stone as long as nobody says otherwise: places on the outline, and figures that are still what is proposed for its
 * own stone. What was chosen from a list, and every figure that the maker set, stays.
 */
export function followsByItself(stone: Stone, { family: id, options }: Omit<OwnRecipe, 'follows'>): string[] {
  const proposed = startingOptions(stone, id, wishLike(options), undefined, true) ?? {}
  return family(id)
    .params(stone)
    .filter(
      (p) =>
        p.kind === 'places' ||
        (p.kind !== 'choice' && proposed[p.id] !== undefined && alike(options, proposed, p.id)),
    )
    .map((p) => p.id)
}

/**
 * The options of a recipe for a stone: what follows is worked out for it as a setting of that wire is proposed; what stays, stays where it leaves room. Where it does not,
 * one figure gives way, then all of them, at last everything. Undefined where the setting cannot take the stone.
 */
export function fitRecipe(
  { family: id, options, follows }: OwnRecipe,
  stone: Stone,
  settings: WorkshopSettings,
): Fitted | undefined {
  const started = startingOptions(stone, id, wishLike(options), undefined, true)
  if (!started) return undefined
  const base = isEar(options) ? asEar(started) : started
  const params = family(id).params(stone)
  const stays = params.filter((p) => !follows.includes(p.id) && options[p.id] !== undefined)
  const figures = stays.filter((p) => p.kind !== 'choice')
  const without = [[], ...figures.map((p) => [p]), figures, stays]
  const schema = optionsSchema(params)
  for (const gone of without) {
    const kept = stays.filter((p) => !gone.includes(p)).map((p) => [p.id, options[p.id]!] as const)
    const tried: Options = { ...base, ...Object.fromEntries(kept) }
    if (!schema.safeParse(tried).success || !plan({ stone, family: id, options: tried, settings }).ok)
      continue
    return { options: tried, gave: gone.map((p) => p.id).filter((k) => !alike(options, tried, k)) }
  }
  return undefined
}

/** Figures that differ by less are one, mm. */
const SAME = 1e-6

function alike(a: Options, b: Options, id: string): boolean {
  const [x, y] = [a[id], b[id]]
  return typeof x === 'number' && typeof y === 'number'
    ? Math.abs(x - y) < SAME
    : JSON.stringify(x) === JSON.stringify(y)
}
