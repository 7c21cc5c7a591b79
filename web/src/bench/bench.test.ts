import type { BenchEvent } from '@verger/contract'
import { seeded } from '../../../core/src/testing'
import { ApiError } from '../app/api'
import { refusalOf } from './outbox'
import { lastToUndo, withNew } from './merge'

const event = (id: string, kind: BenchEvent['kind'] = 'turn', value?: string): BenchEvent => ({
  id: `event-${id}`.padEnd(16, '0'),
  kind,
  subject: 'bind-foot',
  at: '2026-11-28T10:00:00.000Z',
  ...(value === undefined ? {} : { value }),
})
const refused = (status: number, paths: readonly string[] = [], type = 'about:blank') =>
  new ApiError({
    type,
    title: 'No',
    status,
    detail: 'Because.',
    fields: paths.map((path) => ({ path, message: 'is too long' })),
  })

describe('what a refusal means for a batch of events', () => {
  it('those that are named are set aside, with their reason', () => {
    expect(refusalOf(refused(400, ['events.3.value', 'events.7.at']), 20)).toEqual({
      at: new Set([3, 7]),
      why: 'value is too long',
    })
  })

  it('where none is named a smaller batch finds it; one alone is set aside', () => {
    expect(refusalOf(refused(400), 20)).toBe('smaller')
    expect(refusalOf(refused(413), 2)).toBe('smaller')
    expect(refusalOf(refused(400), 1)).toMatchObject({ at: undefined })
    expect(refusalOf(refused(413), 1)).toMatchObject({ at: undefined })
  })

  it('of a piece that is gone all are set aside', () => {
    expect(refusalOf(refused(404), 5)).toEqual({ at: undefined, why: 'No. Because.' })
  })

  it('a server that is away, busy, or asks for a sign-in or a newer page refuses nothing: all is kept', () => {
    for (const status of [0, 401, 409, 429, 500, 503]) expect(refusalOf(refused(status), 5)).toBeUndefined()
    expect(refusalOf(new Error('anything'), 5)).toBeUndefined()
  })
})

describe('taking back', () => {
  it('takes the last that are not undone yet, each once', () => {
    const list = [event('a'), event('b'), event('c'), event('x', 'undo', event('b').id), event('c')]
    expect(lastToUndo(list, 'turn', 'bind-foot', 1).map((e) => e.id)).toEqual([event('c').id])
    expect(lastToUndo(list, 'turn', 'bind-foot', 9).map((e) => e.id)).toEqual([event('a').id, event('c').id])
    expect(lastToUndo(list, 'turn', 'another', 9)).toEqual([])
  })

  it('eight times in a row takes back eight, whatever order confirmations come in', () => {
    const random = seeded(4)
    let list = Array.from({ length: 20 }, (_, i) => event(String(i).padStart(2, '0')))
    for (let k = 0; k < 8; k++) {
      const [last] = lastToUndo(list, 'turn', 'bind-foot', 1)
      list = [...list, event(`u${k}`, 'undo', last!.id)]
      // some are told twice meanwhile
      if (random() < 0.5) list = [...list, list[Math.floor(random() * list.length)]!]
    }
    expect(lastToUndo(list, 'turn', 'bind-foot', 99)).toHaveLength(12)
  })
})

describe('events that come in pages', () => {
  it('are each there once, in the order in which they came', () => {
    const all = Array.from({ length: 30 }, (_, i) => event(String(i).padStart(2, '0')))
    let known = withNew(undefined, { events: all.slice(0, 12), last: 12, more: true })
    known = withNew(known, { events: all.slice(8, 30), last: 30, more: false })
    // an answer to an older question comes late
    known = withNew(known, { events: all.slice(10, 14), last: 14, more: true })
    expect(known.events).toEqual(all)
    expect(known.last).toBe(30)
  })
})
