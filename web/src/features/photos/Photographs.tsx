import type { PiecePhoto } from '@verger/contract'
import { useState } from 'react'
import { piecePhotoAddress } from '../../app/api.js'
import { newId } from '../../app/newId.js'
import { PickPicture } from '../../ui/PickPicture.js'
import { Problem } from '../../ui/Problem.js'
import { usePhotos } from './usePhotos.js'

const SIDES = [
  ['front', 'Front'],
  ['back', 'Back'],
] as const

/** Photographs of a piece: of its front and back, and as many at work as there are. */
export function Photographs({ piece }: { piece: string }) {
  const { photos, give, takeOff } = usePhotos(piece)
  const [id, setId] = useState('')
  const failed = give.error ?? takeOff.error
  const pick = (photo: string) => (file: File) => {
    setId(photo)
    takeOff.reset()
    give.mutate({ id: photo, file })
  }
  const busy = (photo: string) => give.isPending && id === photo
  const off = (photo: string) => {
    give.reset()
    takeOff.mutate(photo)
  }
  const atWork = photos.filter((p) => p.id.startsWith('work-'))
  return (
    <section aria-label="Photographs" className="mt-6 print:hidden">
      <h2 className="text-2xl">Photographs</h2>
      <ul className="m-0 mt-2 flex list-none flex-wrap gap-4 p-0">
        {SIDES.map(([side, name]) => {
          const photo = photos.find((p) => p.id === side)
          return (
            <li key={side}>
              {photo ? (
                <Shown piece={piece} photo={photo} name={name} onTakeOff={() => off(side)} />
              ) : (
                <Empty name={name} busy={busy(side)} onPick={pick(side)} />
              )}
            </li>
          )
        })}
        {atWork.map((photo, i) => (
          <li key={photo.id}>
            <Shown
              piece={piece}
              photo={photo}
              name={atWork.length === 1 ? 'At work' : `At work, ${i + 1}`}
              onTakeOff={() => off(photo.id)}
            />
          </li>
        ))}
        <li>
          <Empty
            name="At work"
            busy={give.isPending && id.startsWith('work-')}
            onPick={(file) => pick(`work-${newId()}`)(file)}
          />
        </li>
      </ul>
      {failed && (
        <Problem className="mt-2">
          {failed.message}{' '}
          {give.error && (
            <button
              type="button"
              className="border-0 bg-transparent p-0 font-semibold text-copper underline"
              onClick={() => give.mutate(give.variables)}
            >
              Try again
            </button>
          )}
        </Problem>
      )}
      <p className="mt-1 mb-0 text-[15px] text-soft">
        Kept smaller, and without the place and camera that they were taken with. They stand on the slip.
      </p>
    </section>
  )
}

/** A photograph, which opens large. */
function Shown({
  piece,
  photo,
  name,
  onTakeOff,
}: {
  piece: string
  photo: PiecePhoto
  name: string
  onTakeOff: () => void
}) {
  const address = piecePhotoAddress(piece, photo)
  return (
    <figure className="m-0">
      <a href={address} target="_blank" rel="noreferrer">
        <img src={address} alt={name} className="size-36 rounded-sm border border-line object-cover" />
      </a>
      <figcaption className="flex justify-between gap-3 text-[15px]">
        {name}
        <button
          type="button"
          className="border-0 bg-transparent p-0 text-copper underline"
          aria-label={`Take off: ${name}`}
          onClick={onTakeOff}
        >
          take off
        </button>
      </figcaption>
    </figure>
  )
}

/** Where a photograph is still missing. */
function Empty({ name, busy, onPick }: { name: string; busy: boolean; onPick: (file: File) => void }) {
  return (
    <PickPicture
      className="flex size-36 flex-col items-center justify-center rounded-sm border-2 border-dashed border-line text-center text-copper"
      busy={busy}
      label={`Add a photograph: ${name}`}
      onPick={onPick}
    >
      <span className="text-2xl leading-none" aria-hidden>
        +
      </span>
      <span className="font-semibold">{name}</span>
    </PickPicture>
  )
}
