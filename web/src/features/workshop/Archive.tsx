import type { Me } from '@verger/contract'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useRef } from 'react'
import { api } from '../../app/api.js'
import { Problem } from '../../ui/Problem.js'

/** Everything of the workshop as one file, and a file brought back into a workshop that is empty. */
export function Archive({ me }: { me: Me }) {
  const client = useQueryClient()
  const input = useRef<HTMLInputElement>(null)
  const back = useMutation({
    mutationFn: (file: File) => api.bringBack(new Blob([file], { type: 'application/zip' })),
    onSuccess: () => client.invalidateQueries(),
  })
  return (
    <section className="mt-8" aria-label="Take everything out">
      <h2 className="text-2xl">Take everything out</h2>
      <p className="text-soft">
        One archive with stones, pictures, pieces, records, drawer, weaves and settings, in open formats.
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <a className="btn" href="/api/workshop/archive" download="verger-workshop.zip">
          Save the archive
        </a>
        {me.maker.role === 'owner' && !me.workshop.demo && (
          <>
            <input
              ref={input}
              type="file"
              accept=".zip,application/zip"
              className="sr-only"
              tabIndex={-1}
              aria-label="Archive to bring back"
              onChange={(e) => e.target.files?.[0] && back.mutate(e.target.files[0])}
            />
            <button
              type="button"
              className="btn"
              disabled={back.isPending}
              onClick={() => input.current?.click()}
            >
              {back.isPending ? 'Bringing it back …' : 'Bring an archive back'}
            </button>
          </>
        )}
      </p>
      {back.isSuccess && (
        <p className="mt-2 text-verdigris" role="status">
          ◆ Everything is here.
        </p>
      )}
      {back.isError && <Problem className="mt-2">{back.error.message}</Problem>}
    </section>
  )
}
