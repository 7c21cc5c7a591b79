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
import { Link, useLocation, useNavigate } from 'react-router'
import { STATIONS } from '../ui/Road.js'
import { api } from './api.js'
import type { Command } from './Commands.js'
import { leave, usePieces, useStones } from './session.js'

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

/** The pages of the workshop, in the order in which the menu and Find tell them. */
const PAGES: readonly { readonly name: string; readonly about?: string; readonly to: string }[] = [
  { name: 'Home', about: 'the piece on the bench, the stone tray', to: '/' },
  { name: 'Measure a stone', to: '/stones/new' },
  { name: 'Weaves', about: 'weave lab', to: '/weaves' },
  { name: 'Sizes', about: 'rings, bails, coils and more', to: '/sizes' },
  { name: 'Rack', about: 'spools, lengths and offcuts of wire, and what to buy', to: '/rack' },
  { name: 'What the hand teaches', about: 'wire and time, from your finished pieces', to: '/learned' },
  { name: 'Drawer', about: 'wires, beads, findings, tools', to: '/drawer' },
  { name: 'Ledger', about: 'finished pieces', to: '/ledger' },
  { name: 'How it is worked out', about: 'what “held” means', to: '/method' },
  { name: 'Workshop', about: 'units, prices, makers', to: '/workshop' },
]

/** What opens over a page: the menu, what can be found, and the keys. */
export default function CommandsDialog({
  open,
  onOpen,
  onClose,
}: {
  open: Command
  onOpen: (what: Command) => void
  onClose: () => void
}) {
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-black/40" />
      <div
        className={`fixed inset-0 flex items-start p-4 ${open === 'menu' ? 'justify-end' : 'justify-center pt-[12vh]'}`}
      >
        <DialogPanel
          className={`sheet max-h-full w-full overflow-y-auto p-5 shadow-xl ${open === 'menu' ? 'max-w-sm' : 'max-w-xl'}`}
        >
          {open === 'menu' ? (
            <Menu onOpen={onOpen} onDone={onClose} />
          ) : open === 'find' ? (
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

function Menu({ onOpen, onDone }: { onOpen: (what: Command) => void; onDone: () => void }) {
  const { pathname } = useLocation()
  const say = 'min-h-[44px] border-0 bg-transparent p-0 text-copper underline'
  const row = 'flex min-h-[44px] w-full items-baseline gap-3 py-2 text-left text-ink no-underline'
  return (
    <>
      <div className="flex items-baseline justify-between">
        <DialogTitle className="text-2xl">Menu</DialogTitle>
        <button type="button" className="btn" onClick={onDone}>
          Close
        </button>
      </div>
      <nav aria-label="Menu">
        <ul className="m-0 mt-2 list-none p-0">
          {PAGES.map((page) => (
            <li key={page.to} className="border-b border-line">
              <Link
                to={page.to}
                className={row}
                aria-current={page.to === pathname ? 'page' : undefined}
                onClick={onDone}
              >
                <span className={`font-semibold ${page.to === pathname ? 'text-copper' : ''}`}>
                  {page.name}
                </span>
                <span className="text-soft">{page.about}</span>
              </Link>
            </li>
          ))}
        </ul>
      </nav>
      <div className="mt-2 flex flex-wrap gap-x-6 font-semibold">
        <button type="button" className={say} onClick={() => onOpen('find')}>
          Find <span className="kbd">/</span>
        </button>
        <button type="button" className={say} onClick={() => onOpen('keys')}>
          Keys <span className="kbd">?</span>
        </button>
        <button type="button" className={`${say} ml-auto`} onClick={() => void api.signOut().then(leave)}>
          Sign out
        </button>
      </div>
    </>
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
      what: `${s.stone.mineral} ${s.stone.length} × ${s.stone.width} mm`,
      to: `/stones/${s.id}`,
    })),
    ...PAGES.map(({ name, about, to }) => ({
      id: to,
      name: about ? `${name}: ${about}` : name,
      what: 'page',
      to,
    })),
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
          // the list is always shown: the first Escape closes the whole
          onKeyDown={(e) => e.key === 'Escape' && onDone()}
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
