import {
  Combobox,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Dialog,
  DialogBackdrop,
  DialogPanel,
  DialogTitle,
} from '@headlessui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { STATIONS } from '../ui/Road.js'
import { usePieces, useStones } from './session.js'

const KEYS: readonly (readonly [string, string])[] = [
  ['/', 'find a piece, a stone or a page'],
  ['?', 'these keys'],
  ['M', 'measure a stone (on Home)'],
  ['D, P, delete', 'double a stone, put it away, remove it (tray)'],
  ['space', 'count a turn (Wrap)'],
  ['⌫', 'take one back (Wrap)'],
  ['enter', 'done, next step (Wrap)'],
  ['ctrl Z', 'undo a choice (Plan); with shift: redo'],
  ['arrows, + −', 'turn the piece in space, bring it nearer'],
  ['tab', 'go on to the next thing on the page'],
]

/** The two dialogs: what can be found, and the keys. */
export default function CommandsDialog({
  open,
  onClose,
}: {
  open: 'find' | 'keys' | undefined
  onClose: () => void
}) {
  return (
    <Dialog open={open !== undefined} onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-black/40" />
      <div className="fixed inset-0 flex items-start justify-center p-4 pt-[12vh]">
        <DialogPanel className="sheet w-full max-w-xl p-5 shadow-xl">
          {open === 'find' ? (
            <Find onDone={onClose} />
          ) : (
            <>
              <DialogTitle className="text-2xl">Keys</DialogTitle>
              <dl className="m-0 mt-2">
                {KEYS.map(([key, does]) => (
                  <div key={key} className="flex items-baseline gap-4 border-b border-line py-1.5">
                    <dt className="w-32 shrink-0">
                      <span className="kbd">{key}</span>
                    </dt>
                    <dd className="m-0">{does}</dd>
                  </div>
                ))}
              </dl>
              <button type="button" className="btn mt-4" onClick={onClose}>
                Close
              </button>
            </>
          )}
        </DialogPanel>
      </div>
    </Dialog>
  )
}

interface Target {
  readonly id: string
  readonly name: string
  readonly what: string
  readonly to: string
}

function Find({ onDone }: { onDone: () => void }) {
  const navigate = useNavigate()
  const pieces = usePieces()
  const stones = useStones()
  const [text, setText] = useState('')
  const targets: Target[] = [
    ...(pieces.data ?? []).flatMap((p) => [
      {
        id: p.id,
        name: p.name || 'Unnamed piece',
        what: `${p.stone.mineral}, at ${p.station}`,
        to: `/pieces/${p.id}/${p.station}`,
      },
      ...STATIONS.filter((s) => STATIONS.findIndex((x) => x.id === p.station) >= STATIONS.indexOf(s)).map(
        (s) => ({
          id: `${p.id} ${s.id}`,
          name: `${p.name || 'Unnamed piece'}: ${s.name.toLowerCase()}`,
          what: 'station',
          to: `/pieces/${p.id}/${s.id}`,
        }),
      ),
    ]),
    ...(stones.data ?? []).map((s) => ({
      id: s.id,
      name: s.name || s.stone.mineral,
      what: `${s.stone.mineral} ${s.stone.length} × ${s.stone.width}`,
      to: `/stones/${s.id}`,
    })),
    { id: 'measure', name: 'Measure a stone', what: 'page', to: '/stones/new' },
    { id: 'home', name: 'Home', what: 'page', to: '/' },
    { id: 'ledger', name: 'Ledger of finished pieces', what: 'page', to: '/ledger' },
    { id: 'weaves', name: 'Weave lab', what: 'page', to: '/weaves' },
    { id: 'sizes', name: 'Sizes: rings, bails, coils and more', what: 'page', to: '/sizes' },
    { id: 'drawer', name: 'Drawer: wires, beads, findings, tools', what: 'page', to: '/drawer' },
    { id: 'workshop', name: 'Workshop settings', what: 'page', to: '/workshop' },
  ]
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const found = targets
    .filter((t) => words.every((w) => `${t.name} ${t.what}`.toLowerCase().includes(w)))
    .slice(0, 9)
  return (
    <>
      <DialogTitle className="sr-only">Find</DialogTitle>
      <Combobox<Target | null>
        value={null}
        onChange={(t) => {
          if (!t) return
          void navigate(t.to)
          onDone()
        }}
      >
        <ComboboxInput
          className="plain text-xl"
          placeholder="a piece, a stone, a page"
          aria-label="Find a piece, a stone or a page"
          autoFocus
          autoComplete="off"
          onChange={(e) => setText(e.target.value)}
        />
        <ComboboxOptions static className="m-0 mt-2 list-none p-0">
          {found.map((t) => (
            <ComboboxOption
              key={t.id}
              value={t}
              className="flex cursor-pointer justify-between gap-4 border-b border-line px-2 py-2 data-focus:bg-copper-wash"
            >
              <span className="font-semibold">{t.name}</span>
              <span className="text-soft">{t.what}</span>
            </ComboboxOption>
          ))}
        </ComboboxOptions>
      </Combobox>
      {found.length === 0 && <p className="mt-3 text-soft">Nothing is called that.</p>}
    </>
  )
}
