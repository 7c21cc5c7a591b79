import type { DrawerRow, PieceRow } from '@verger/contract'
import { family, isLoaded, type Options } from '@verger/core'
import { useMutation } from '@tanstack/react-query'
import { fetchFamily, useFamilies } from '../../app/families.js'
import { usePlanSettings } from '../../app/planSettings.js'
import { slowWorker } from '../../compute/usePlan.js'
import { Problem } from '../../ui/Problem.js'

/** Recipes of one's own: each is worked out for this stone when it is asked for. */
export function OwnRecipes({
  piece,
  rows,
  onTake,
}: {
  piece: PieceRow
  rows: readonly DrawerRow[]
  onTake: (family: string, options: Options) => void
}) {
  const recipes = rows.flatMap(({ id, item }) => (item.kind === 'recipe' ? [{ id, item }] : []))
  const settings = usePlanSettings()
  useFamilies(recipes.map((r) => r.item.family))
  const fit = useMutation({
    mutationFn: async ({ item }: (typeof recipes)[number]) => {
      if (!settings) throw new Error('The drawer is still being fetched. Try again in a moment.')
      const [fitted] = await Promise.all([
        slowWorker().fitRecipe(item, piece.stone, settings),
        fetchFamily(item.family),
      ])
      if (!fitted)
        throw new Error(
          `${item.name} cannot be made for this stone. What its setting asks of a stone stands below.`,
        )
      return { ...fitted, family: item.family }
    },
    onSuccess: (found) => {
      if (found.gave.length === 0) onTake(found.family, found.options)
    },
  })
  if (recipes.length === 0) return null
  const { data } = fit
  return (
    <section className="mt-6" aria-label="Recipes of your own">
      <h2 className="text-xl">Recipes of your own</h2>
      <p className="m-0 mt-1 flex flex-wrap gap-x-3 gap-y-2">
        {recipes.map((r) => (
          <button
            key={r.id}
            type="button"
            className="btn"
            disabled={fit.isPending || !settings}
            onClick={() => fit.mutate(r)}
          >
            {fit.isPending && fit.variables.id === r.id ? 'Working it out …' : r.item.name}{' '}
            <span className="font-normal">
              {isLoaded(r.item.family) && family(r.item.family).text.name.toLowerCase()},{' '}
              {String(r.item.options.alloy)}
            </span>
          </button>
        ))}
      </p>
      {data && data.gave.length > 0 && (
        <p className="mt-2 mb-0" role="status">
          <span className="text-amber">
            <span aria-hidden>▲ </span>On this stone{' '}
            {data.gave.map((id) => (family(data.family).text.params[id] ?? id).toLowerCase()).join(', ')}{' '}
            cannot stay as in the recipe, and {data.gave.length === 1 ? 'follows' : 'follow'} the stone.
          </span>{' '}
          <button
            type="button"
            className="border-0 bg-transparent p-0 font-semibold text-copper underline"
            onClick={() => onTake(data.family, data.options)}
          >
            Plan it so
          </button>
        </p>
      )}
      {fit.error && <Problem className="mt-2">{fit.error.message}</Problem>}
    </section>
  )
}
