import type { DrawerRow } from '@verger/contract'
import { family, isLoaded } from '@verger/core'
import { useFamilies } from '../../app/families.js'
import { only, Section, Thing, useDrawer } from './parts.js'

/** Recipes of one's own: kept at a piece, under its name and file, and offered at Choose. */
export function Recipes({ rows }: { rows: readonly DrawerRow[] }) {
  const recipes = only(rows, 'recipe')
  useFamilies(recipes.map((r) => r.item.family))
  const { take, problem } = useDrawer<'recipe'>(() => undefined)
  return (
    <Section
      name="Recipes"
      empty="No recipes yet. A planned piece is kept as one under its name and file."
      problem={problem}
      rows={recipes.map((row) => {
        const { name, family: id, options, follows } = row.item
        const setting = isLoaded(id) ? family(id).text.name : id
        const wire = [options.alloy, options.size].filter((v) => typeof v === 'string').join(' ')
        return (
          <Thing
            key={row.id}
            name={name}
            says={`${setting}, ${wire}; ${follows.length} of its choices follow the stone`}
            onTake={() => take(row)}
          />
        )
      })}
    />
  )
}
