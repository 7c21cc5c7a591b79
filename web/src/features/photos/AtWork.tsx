import { newId } from '../../app/newId.js'
import { PickPicture } from '../../ui/PickPicture.js'
import { Problem } from '../../ui/Problem.js'
import { usePhotos } from './usePhotos.js'

/** A photograph of the piece at work, taken at the bench. */
export function AtWork({ piece }: { piece: string }) {
  const { photos, give } = usePhotos(piece)
  const kept = photos.filter((p) => p.id.startsWith('work-')).length
  return (
    <p className="mt-2 mb-0 flex flex-wrap items-baseline gap-x-3">
      <PickPicture
        className="font-semibold text-copper underline"
        busy={give.isPending}
        onPick={(file) => give.mutate({ id: `work-${newId()}`, file })}
      >
        Photograph it at work
      </PickPicture>
      {kept > 0 && <span className="text-soft">{kept === 1 ? 'one kept' : `${kept} kept`}</span>}
      {give.error && (
        <Problem>
          {give.error.message}{' '}
          <button
            type="button"
            className="border-0 bg-transparent p-0 font-semibold text-copper underline"
            onClick={() => give.mutate(give.variables)}
          >
            Try again
          </button>
        </Problem>
      )}
    </p>
  )
}
