import { seeded } from '../../core/src/testing'
import { tally, type BenchEvent } from './index'

const KINDS = [
  'turn',
  'time',
  'cut',
  'step-done',
  'note',
  'proof',
  'measured',
  'reason',
  'mended',
  'undo',
] as const
const STEPS = ['bind-foot', 'bind-neck', 'roll-bail']

/** Events of a bench as they happen, each a second after the one before; what is undone was done before. */
function bench(seed: number, many: number): BenchEvent[] {
  const random = seeded(seed)
  const out: BenchEvent[] = []
  for (let i = 0; i < many; i++) {
    const kind = KINDS[Math.floor(random() * KINDS.length)]!
    const subject = STEPS[Math.floor(random() * STEPS.length)]!
    const value =
      kind === 'undo'
        ? out[Math.floor(random() * out.length)]?.id
        : kind === 'mended'
          ? JSON.stringify({ id: `m${i}` })
          : kind === 'proof'
            ? 'holds'
            : kind === 'note' || kind === 'reason'
              ? `words ${i}`
              : Math.round(1000 * random())
    if (kind === 'undo' && value === undefined) continue
    out.push({
      id: `event-${String(i).padStart(12, '0')}`,
      kind,
      subject,
      at: new Date(Date.UTC(2026, 0, 1, 8, 0, i)).toISOString(),
      ...(kind === 'turn' || kind === 'step-done' ? {} : { value: value! }),
    })
  }
  return out
}

const shuffled = <T>(list: readonly T[], random: () => number): T[] =>
  list
    .map((x) => ({ x, k: random() }))
    .sort((a, b) => a.k - b.k)
    .map(({ x }) => x)

/** What is summed, the hard way: one pass in the order of the list, undone ones crossed out. */
function byHand(events: readonly BenchEvent[]) {
  const gone = new Set(events.filter((e) => e.kind === 'undo').map((e) => e.value))
  const of = (kind: BenchEvent['kind']) => events.filter((e) => e.kind === kind && !gone.has(e.id))
  const per = <T>(kind: BenchEvent['kind'], join: (list: readonly BenchEvent[]) => T) =>
    Object.fromEntries(
      STEPS.flatMap((s) => {
        const list = of(kind).filter((e) => e.subject === s)
        return list.length > 0 ? [[s, join(list)]] : []
      }),
    )
  const last = (list: readonly BenchEvent[]) => list[list.length - 1]!.value
  return {
    turns: per('turn', (list) => list.length),
    time: per('time', (list) => list.reduce((sum, e) => sum + Number(e.value), 0)),
    cut: per('cut', last),
    measured: per('measured', last),
    proof: per('proof', last),
    reasons: per('reason', last),
    stepsDone: [...new Set(of('step-done').map((e) => e.subject))].sort(),
    notes: of('note').map((e) => e.value),
    mended: of('mended').map((e) => (JSON.parse(String(e.value)) as { id: string }).id),
  }
}

describe('what bench events amount to', () => {
  it('is what one comes to by hand, event after event', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const events = bench(seed, 160)
      const found = tally(events)
      expect({
        ...found,
        stepsDone: [...found.stepsDone].sort(),
        notes: found.notes.map((n) => n.text),
        mended: found.mended.map((m) => m.id),
      }).toEqual(byHand(events))
    }
  })

  /** What is counted or summed: of it nothing hangs on an order. */
  const sums = ({ turns, time, stepsDone }: ReturnType<typeof tally>) => ({
    turns,
    time,
    stepsDone: [...stepsDone].sort(),
  })

  it('counts and sums do not hang on the order in which events arrive, nor on how often', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const random = seeded(1000 + seed)
      const events = bench(seed, 120)
      const again = shuffled([...events, ...events.filter(() => random() < 0.4)], random)
      expect(sums(tally(again))).toEqual(sums(tally(events)))
    }
  })

  it('of two corrections the later in the list counts, whatever the devices’ clocks said', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const random = seeded(3000 + seed)
      const events = bench(seed, 120)
      const clocks = events.map((e) => ({
        ...e,
        at: new Date(Date.UTC(2020 + Math.floor(12 * random()), 0, 1)).toISOString(),
      }))
      const timeless = ({ notes, ...rest }: ReturnType<typeof tally>) => ({
        ...rest,
        notes: notes.map((n) => n.text),
      })
      expect(timeless(tally(clocks))).toEqual(timeless(tally(events)))
    }
  })

  it('of what was sent twice is that of all, in the order in which each first came', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const random = seeded(2000 + seed)
      const events = bench(seed, 120)
      const again = events.flatMap((e, i) =>
        random() < 0.3 ? [e, events[Math.floor(random() * i)] ?? e] : [e],
      )
      expect(tally(again)).toEqual(tally(events))
    }
  })

  it('an undo that comes before what it undoes counts as well', () => {
    const [turn] = bench(1, 60).filter((e) => e.kind === 'turn')
    const undo: BenchEvent = {
      id: 'undo-000000000001',
      kind: 'undo',
      subject: turn!.subject,
      at: turn!.at,
      value: turn!.id,
    }
    expect(tally([undo]).turns).toEqual({})
    expect(tally([undo, turn!]).turns).toEqual({})
  })

  it('of nothing is nothing', () => {
    expect(tally([])).toEqual({
      turns: {},
      stepsDone: [],
      time: {},
      cut: {},
      notes: [],
      proof: {},
      measured: {},
      mended: [],
      reasons: {},
    })
  })
})
