import type { StoneRow } from '@verger/contract'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { saveFile } from '../../app/saveFile.js'
import { api } from '../../app/api.js'
import { readStones, stonesCsv, stonesJson, type DryRun } from './stoneFiles.js'
import { Problem } from '../../ui/Problem.js'
import { Window } from '../../ui/Window.js'

/** The tray as a file, and stones from a file: read without taking anything first, then all of them or none. */
export default function TrayFiles({ stones, onClose }: { stones: readonly StoneRow[]; onClose: () => void }) {
  const input = useRef<HTMLInputElement>(null)
  const client = useQueryClient()
  const [run, setRun] = useState<DryRun & { readonly file: string }>()
  const [wrong, setWrong] = useState('')
  const take = useMutation({
    mutationFn: () => api.addStones([...run!.good]),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['stones'] })
      onClose()
    },
  })
  const read = async (file: File) => {
    setWrong('')
    setRun(undefined)
    try {
      setRun({ ...readStones(await file.text()), file: file.name })
    } catch (error) {
      setWrong(error instanceof Error ? error.message : 'This file cannot be read.')
    }
  }
  return (
    <Window title="Stones in and out" onClose={onClose}>
      <p className="mt-3 flex flex-wrap gap-3">
        <button
          type="button"
          className="btn"
          onClick={() => saveFile('stones.csv', stonesCsv(stones), 'text/csv')}
        >
          Save all as CSV
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => saveFile('stones.json', stonesJson(stones), 'application/json')}
        >
          Save all as JSON
        </button>
        <button type="button" className="btn btn-main" onClick={() => input.current?.click()}>
          Bring stones in
        </button>
        <input
          ref={input}
          type="file"
          accept=".csv,.json,text/csv,application/json"
          className="sr-only"
          tabIndex={-1}
          aria-label="File of stones"
          onChange={(e) => e.target.files?.[0] && void read(e.target.files[0])}
        />
      </p>
      {run && (
        <section className="mt-4" aria-label="What the file holds" data-testid="dry-run">
          <p className="text-lg">
            {run.file}: <strong>{run.good.length}</strong> can be taken
            {run.bad.length > 0 && (
              <>
                , <strong className="text-red">{run.bad.length} cannot</strong>. Nothing was taken yet: mend
                these rows and choose the file again
              </>
            )}
            .
          </p>
          {run.bad.length > 0 && (
            <ul className="m-0 max-h-64 list-none overflow-y-auto p-0">
              {run.bad.map((b) => (
                <li key={b.row} className="border-b border-line py-1">
                  <strong>{b.row}</strong> <span className="text-red">✕ {b.why}</span>
                </li>
              ))}
            </ul>
          )}
          <button
            type="button"
            className="btn btn-main mt-3"
            disabled={run.bad.length > 0 || take.isPending}
            onClick={() => take.mutate()}
          >
            Take all {run.good.length}
          </button>
        </section>
      )}
      {(wrong || take.error) && <Problem className="mt-3">{wrong || take.error?.message}</Problem>}
      <button type="button" className="btn mt-4" onClick={onClose}>
        Close
      </button>
    </Window>
  )
}
