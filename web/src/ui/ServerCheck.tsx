import type { HeldAsSaved } from '@verger/contract'
import { Link } from 'react-router'
import { sayHeld } from '../app/held.js'
import { useSettings } from '../app/workshop.js'
import { VERDICT_LOOK } from './verdictLook.js'

/** What the server's own check found of the plan that was saved, or that it is under way. It stands in nobody's way. */
export function ServerCheck({ piece, held }: { piece: string; held: HeldAsSaved | null }) {
  const settings = useSettings()
  if (!held)
    return (
      <p className="mb-3 text-soft" role="status">
        Your choices are kept. The server checks what they hold …
      </p>
    )
  const { mark, word } = VERDICT_LOOK[held.verdict]
  return (
    <p className="mb-3 text-soft" role="status" data-checked={held.verdict}>
      The server’s own check:{' '}
      <span className={word}>
        <span aria-hidden>{mark} </span>
        {sayHeld(held, settings)}
      </span>{' '}
      {held.verdict !== 'sound' && (
        <Link className="text-copper underline" to={`/pieces/${piece}/plan`}>
          Back to the plan
        </Link>
      )}
    </p>
  )
}
