import type { BenchEvent, Events } from '@verger/contract'
import { api, ApiError } from '../app/api.js'
import { forget, keep, waiting, type Kept } from './queue.js'

const RETRY_MS = 2500
/** Events in one request. */
const BATCH = 200

/** What waits on this device: everything of a maker, whatever page is open. */
export interface Waiting {
  /** Known yet: the browser's own store has been read. */
  readonly read: boolean
  readonly unsent: readonly Kept[]
  /** Refused by the server and set aside. */
  readonly refused: readonly Kept[]
  /** The browser keeps nothing: what is counted is lost when the page is closed before it was sent. */
  readonly unkept: boolean
}

const NOTHING: Waiting = { read: false, unsent: [], refused: [], unkept: false }

/** The last number that a page has of a piece's events, and where new ones go. */
interface Pages {
  readonly lastOf: (piece: string) => number
  readonly onAnswer: (piece: string, answer: Events, sent: readonly BenchEvent[]) => void
}

/**
 * Sends what was done at the bench: of all pieces of one maker, from any page, in the order in which it was made. What the server refuses is
 * set aside and told, and the rest goes on. Survives reload, offline and a killed server.
 */
export class Outbox {
  private state: Waiting = NOTHING
  private readonly listeners = new Set<() => void>()
  private sending = false
  private timer: ReturnType<typeof setInterval> | undefined
  private order = 0
  /** Being written into the browser's store: known to an undo, not yet counted on screen. */
  private coming: Kept[] = []
  pages: Pages = { lastOf: () => 0, onAnswer: () => undefined }

  constructor(readonly keeper: string) {}

  readonly snapshot = (): Waiting => this.state
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** Reads what is kept and begins to send; called once a maker is known. Gives the way to stop. */
  start(): () => void {
    void this.read().then(() => this.flush())
    const now = () => void this.flush()
    this.timer = setInterval(() => this.state.unsent.length > 0 && now(), RETRY_MS)
    window.addEventListener('verger-reached', now)
    return () => {
      clearInterval(this.timer)
      window.removeEventListener('verger-reached', now)
    }
  }

  /** Keeps events and sends them. They count on screen once the browser has them. */
  async add(piece: string, events: readonly BenchEvent[]): Promise<void> {
    const kept = events.map((event): Kept => {
      this.order = Math.max(this.order + 1, Date.now())
      return { keeper: this.keeper, piece, event, order: this.order }
    })
    this.coming = [...this.coming, ...kept]
    const unkept = await keep(kept).then(
      () => false,
      () => true,
    )
    const done = new Set(kept)
    this.coming = this.coming.filter((k) => !done.has(k))
    this.set({ unsent: [...this.state.unsent, ...kept], unkept: this.state.unkept || unkept })
    void this.flush()
  }

  /** Events of a piece that the server has not confirmed, those still being written too. */
  ofPiece(piece: string): BenchEvent[] {
    return [...this.state.unsent, ...this.coming].filter((k) => k.piece === piece).map((k) => k.event)
  }

  /** Sends a refused one again with another value, or forgets it. It leaves its place in the store only with what takes it. */
  async settle(kept: Kept, value?: string | number): Promise<void> {
    const { keeper, piece, event, order } = kept
    const mended: Kept | undefined =
      value === undefined
        ? undefined
        : { keeper, piece, event: { ...event, value }, ...(order === undefined ? {} : { order }) }
    await (mended ? keep([mended]) : forget([kept])).catch(() => undefined)
    const others = (list: readonly Kept[]) => list.filter((k) => k.event.id !== event.id)
    this.set({
      refused: others(this.state.refused),
      unsent: [...others(this.state.unsent), ...(mended ? [mended] : [])],
    })
    if (mended) void this.flush()
  }

  private set(change: Partial<Waiting>): void {
    this.state = { ...this.state, ...change }
    for (const listener of this.listeners) listener()
  }

  /** What another tab has written, or sent, meanwhile. */
  private async read(): Promise<void> {
    if (this.state.unkept) return
    const all = await waiting(this.keeper).catch(() => undefined)
    if (!all) return this.set({ read: true })
    this.order = Math.max(this.order, ...all.map((k) => k.order ?? 0))
    this.set({
      read: true,
      unsent: all.filter((k) => k.refused === undefined),
      refused: all.filter((k) => k.refused !== undefined),
    })
  }

  async flush(): Promise<void> {
    if (this.sending) return
    this.sending = true
    try {
      await this.read()
      for (const piece of new Set(this.state.unsent.map((k) => k.piece))) await this.sendPiece(piece)
    } catch {
      // the server is away, or asks for a sign-in: kept, and tried again by the timer
    } finally {
      this.sending = false
    }
  }

  private async sendPiece(piece: string): Promise<void> {
    let size = BATCH
    for (;;) {
      const batch = this.state.unsent.filter((k) => k.piece === piece).slice(0, size)
      if (batch.length === 0) return
      try {
        const sent = batch.map((k) => k.event)
        const answer = await api.sendEvents(piece, sent, this.pages.lastOf(piece))
        this.pages.onAnswer(piece, answer, sent)
        await this.drop(batch)
      } catch (error) {
        const verdict = refusalOf(error, batch.length)
        if (verdict === undefined) throw error
        if (verdict === 'smaller') size = Math.max(1, Math.floor(batch.length / 2))
        else
          await this.setAside(
            batch.filter((_, i) => verdict.at === undefined || verdict.at.has(i)),
            verdict.why,
          )
      }
    }
  }

  private async drop(batch: readonly Kept[]): Promise<void> {
    await forget(batch).catch(() => undefined)
    const ids = new Set(batch.map((k) => k.event.id))
    this.set({ unsent: this.state.unsent.filter((k) => !ids.has(k.event.id)) })
  }

  private async setAside(batch: readonly Kept[], refused: string): Promise<void> {
    const aside = batch.map((k): Kept => ({ ...k, refused }))
    await keep(aside).catch(() => undefined)
    const ids = new Set(batch.map((k) => k.event.id))
    this.set({
      unsent: this.state.unsent.filter((k) => !ids.has(k.event.id)),
      refused: [...this.state.refused, ...aside],
    })
  }
}

/**
 * What a refusal means for a batch: which of it can never be taken, and why; that a smaller batch should be tried; or nothing, where the
 * server is away, busy, or asks for a sign-in or a newer page.
 */
export function refusalOf(
  error: unknown,
  size: number,
): 'smaller' | { readonly at: ReadonlySet<number> | undefined; readonly why: string } | undefined {
  if (!(error instanceof ApiError)) return undefined
  const { status, fields, title, detail } = error.problem
  if (status === 413) return size > 1 ? 'smaller' : { at: undefined, why: title }
  if (status === 404) return { at: undefined, why: `${title}. ${detail ?? ''}`.trim() }
  if (status !== 400) return undefined
  const named = (fields ?? []).flatMap(({ path, message }) => {
    const found = /^events\.(\d+)(?:\.(.*))?$/.exec(path)
    return found ? [{ at: Number(found[1]), why: `${found[2] ? `${found[2]} ` : ''}${message}` }] : []
  })
  if (named.length > 0) return { at: new Set(named.map((n) => n.at)), why: named[0]!.why }
  return size > 1 ? 'smaller' : { at: undefined, why: error.message }
}
