import type { DrawerItem, DrawerRow } from '@verger/contract'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { api } from '../../app/api.js'
import { tellRemoved } from '../../ui/Undone.js'
import { Problem } from '../../ui/Problem.js'

export type Kind = DrawerItem['kind']
export type Of<K extends Kind> = Extract<DrawerItem, { kind: K }>

/** Those of one kind. */
export const only = <K extends Kind>(rows: readonly DrawerRow[], kind: K) =>
  rows.filter((r): r is DrawerRow & { item: Of<K> } => r.item.kind === kind)

/** Laying in, changing and taking out things of one kind; `fill` puts a thing's figures into the form, to be changed there. */
export function useDrawer<K extends Kind>(fill: (item: Of<K>) => void) {
  const [editing, setEditing] = useState<DrawerRow>()
  const client = useQueryClient()
  const fresh = () => client.invalidateQueries({ queryKey: ['drawer'] })
  const add = useMutation({ mutationFn: api.addToDrawer, onSuccess: fresh })
  const take = useMutation({
    mutationFn: async (row: DrawerRow) => {
      await api.takeFromDrawer(row.id)
      await fresh()
    },
    onSuccess: (_, row) =>
      tellRemoved({
        said: 'Taken out of the drawer.',
        undo: async () => {
          await api.layBack(row.id)
          await fresh()
        },
      }),
  })
  const edit = useMutation({
    mutationFn: ({ row, item }: { row: DrawerRow; item: DrawerItem }) =>
      api.editInDrawer(row.id, { version: row.version, item }),
    onSuccess: fresh,
    // changed elsewhere meanwhile: what it is now is shown, what was typed stays in the form
    onError: () => void fresh(),
  })
  return {
    lay: (item: Of<K>, done: () => void) => {
      const onSuccess = () => {
        setEditing(undefined)
        done()
      }
      if (editing) edit.mutate({ row: editing, item }, { onSuccess })
      else add.mutate(item, { onSuccess })
    },
    take: (row: DrawerRow) => {
      if (row.id === editing?.id) setEditing(undefined)
      take.mutate(row)
    },
    change: (row: DrawerRow & { item: Of<K> }) => {
      setEditing(row)
      fill(row.item)
    },
    /** The thing in the form, as it lies in the drawer now. */
    editing,
    leave: () => setEditing(undefined),
    pending: add.isPending || edit.isPending,
    problem: edit.error ?? add.error ?? take.error,
  }
}

/** One kind of thing: what is kept, and the form that lays in another. */
export function Section({
  name,
  empty,
  rows,
  children,
  problem,
}: {
  name: string
  empty: string
  rows: readonly ReactNode[]
  /** The form that lays in another, where that is done here. */
  children?: ReactNode
  problem: Error | null
}) {
  return (
    <section aria-label={name}>
      <h2 className="text-[24px]">{name}</h2>
      <ul className="m-0 list-none p-0">
        {rows.length === 0 ? <li className="py-1 text-soft">{empty}</li> : rows}
      </ul>
      {children}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  )
}

/** A thing with what it is good for, and the button that takes it out. */
export function Thing({
  name,
  says,
  onTake,
  onChange,
  mark,
}: {
  name: string
  says: string
  onTake: () => void
  /** Left out where it is not changed here. */
  onChange?: () => void
  mark?: ReactNode
}) {
  return (
    <li className="flex items-center gap-3 border-b border-line py-1.5">
      {mark}
      <span className="min-w-0 flex-1">
        <span className="block font-semibold">{name}</span>
        <span className="block text-[15px] text-soft">{says}</span>
      </span>
      {onChange && (
        <button
          type="button"
          className="border-0 bg-transparent p-1 text-[15px] text-copper underline"
          aria-label={`Change ${name}`}
          onClick={onChange}
        >
          change
        </button>
      )}
      <button
        type="button"
        className="border-0 bg-transparent p-1 text-[15px] text-copper underline"
        aria-label={`Take out ${name}`}
        onClick={onTake}
      >
        take out
      </button>
    </li>
  )
}

const field = 'plain'
/** A typed amount in cents; null for none, undefined where it cannot be read. */
export const cents = (text: string): number | null | undefined => {
  if (text.trim() === '') return null
  const n = Number(text.replace(',', '.').replace(/[£$€\s]/g, ''))
  return Number.isFinite(n) && n >= 0 ? Math.round(n * 100) : undefined
}

/** Cents as they are typed; nothing for no price. */
export const sayCents = (price: number | null): string => (price === null ? '' : (price / 100).toFixed(2))

/** One of a few named values. */
export function Pick<T extends string>({
  label,
  value,
  options,
  words = (o) => o,
  onPick,
}: {
  label: string
  value: T
  options: readonly T[]
  words?: (option: T) => string
  onPick: (v: T) => void
}) {
  return (
    <label className="min-w-0">
      <span className="text-[15px] text-soft">{label}</span>
      <select className={field} value={value} onChange={(e) => onPick(e.target.value as T)}>
        {options.map((o) => (
          <option key={o} value={o}>
            {words(o)}
          </option>
        ))}
      </select>
    </label>
  )
}

/** A typed word or measure. */
export function Word({
  label,
  value,
  placeholder = '',
  problem,
  onType,
}: {
  label: string
  value: string
  placeholder?: string
  problem?: string | undefined
  onType: (v: string) => void
}) {
  return (
    <label className="min-w-0">
      <span className="text-[15px] text-soft">{label}</span>
      <input
        className={field}
        autoComplete="off"
        value={value}
        placeholder={placeholder}
        maxLength={80}
        onChange={(e) => onType(e.target.value)}
      />
      {problem && <span className="text-red">✕ {problem}</span>}
    </label>
  )
}

/** The button that lays it in, or keeps what was changed. */
export function Lay({
  what,
  disabled,
  editing,
  onLeave,
}: {
  what: string
  disabled: boolean
  editing: boolean
  onLeave: () => void
}) {
  return (
    <span className="col-span-full flex items-center gap-4">
      <button type="submit" className="btn" disabled={disabled}>
        {editing ? 'Keep the change' : `Lay in ${what}`}
      </button>
      {editing && (
        <button type="button" className="border-0 bg-transparent p-0 text-copper underline" onClick={onLeave}>
          leave it as it was
        </button>
      )}
    </span>
  )
}
