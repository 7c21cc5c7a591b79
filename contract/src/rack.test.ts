import { seeded } from '../../core/src/testing'
import {
  benchEventSchema,
  rackEventSchema,
  rackOf,
  withCutsOf,
  type BenchEvent,
  type RackEvent,
  type RackLine,
} from './index'

const id = (name: string) => `rack-${name}`.padEnd(16, 'x')
const at = (i: number) => new Date(Date.UTC(2026, 10, 1, 8, 0, i)).toISOString()
const STOCK = { alloy: 'copper', size: '20 AWG', profile: 'square', temper: 'half hard' } as const
const laidIn = (rack: string, length: number): RackEvent => ({
  id: id(`in-${rack}`),
  at: at(0),
  kind: 'laid-in',
  rack: id(rack),
  form: 'length',
  stock: STOCK,
  length,
  name: '',
  empty: null,
  of: null,
})
const cut = (n: number, wire: string, rack: string, length: number, piece = 'piece'): RackLine => ({
  cut: { id: id(`cut-${n}`), piece, wire, at: at(n), from: [{ rack: id(rack), length }] },
})

describe('the rack', () => {
  it('is what was laid in less what was cut, measured anew, undone', () => {
    const lines: RackLine[] = [
      { event: laidIn('a', 500) },
      cut(1, 'rear', 'a', 120),
      { event: { id: id('m1'), at: at(2), kind: 'measured', rack: id('a'), length: 378, weighed: null } },
      cut(3, 'front', 'a', 100),
    ]
    const [row] = rackOf(lines)
    expect(row!.length).toBe(278)
    expect(row!.taken.map((t) => [t.wire, t.length, t.counts])).toEqual([
      ['rear', 120, false],
      ['front', 100, true],
    ])
    const [undone] = rackOf([
      ...lines,
      { event: { id: id('u1'), at: at(4), kind: 'undo', rack: id('a'), undoes: id('m1') } },
    ])
    expect(undone!.length).toBe(280)
  })

  it('counts nothing twice, whatever comes again', () => {
    const lines: RackLine[] = [{ event: laidIn('a', 500) }, cut(1, 'rear', 'a', 120)]
    expect(rackOf([...lines, ...lines, ...lines])).toEqual(rackOf(lines))
  })

  it('adds up over any history: laid in, taken, gone, undone', () => {
    const random = seeded(3)
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
    for (let round = 0; round < 60; round++) {
      const names = ['a', 'b', 'c']
      const lines: RackLine[] = names.map((n) => ({ event: laidIn(n, 1000) }))
      // the same told by hand: what each has had since it was measured last
      const events: RackEvent[] = []
      for (let i = 1; i < 30; i++) {
        const rack = pick(names)
        const kind = pick(['measured', 'taken', 'undo', 'cut'] as const)
        if (kind === 'cut') lines.push(cut(i, `wire-${i}`, rack, 1 + Math.round(20 * random())))
        else if (kind === 'undo') {
          const last = events.filter((e) => e.kind !== 'undo').at(-1)
          if (last)
            lines.push({
              event: { id: id(`e-${i}`), at: at(i), kind: 'undo', rack: last.rack, undoes: last.id },
            })
        } else {
          const common = {
            id: id(`e-${i}`),
            at: at(i),
            rack: id(rack),
            length: 1 + Math.round(500 * random()),
          }
          const event: RackEvent =
            kind === 'measured' ? { ...common, kind, weighed: null } : { ...common, kind, note: '' }
          events.push(event)
          lines.push({ event })
        }
      }
      const undone = lines.flatMap((l) => ('event' in l && l.event.kind === 'undo' ? [l.event.undoes] : []))
      for (const row of rackOf(lines)) {
        const own = lines.filter((l) =>
          'cut' in l
            ? l.cut.from[0]!.rack === row.id
            : l.event.rack === row.id && !undone.includes(l.event.id),
        )
        const from = own.findLastIndex((l) => 'event' in l && l.event.kind === 'measured')
        const start = from < 0 ? 1000 : (own[from] as { event: { length: number } }).event.length
        const since = own
          .slice(from + 1)
          .reduce(
            (sum, l) =>
              sum + ('cut' in l ? l.cut.from[0]!.length : l.event.kind === 'taken' ? l.event.length : 0),
            0,
          )
        expect(row.length).toBeCloseTo(start - since, 9)
      }
    }
  })

  it('with what waits to be sent is as it will be once that has come', () => {
    const benchCut = (n: number, wire: string, rack: string, length: number): BenchEvent => ({
      id: id(`cut-${n}`),
      kind: 'cut',
      subject: wire,
      value: length,
      at: at(n),
      from: [{ rack: id(rack), length }],
    })
    const known: RackLine[] = [
      { event: laidIn('a', 500) },
      { event: laidIn('b', 400) },
      cut(1, 'rear', 'a', 120),
      cut(2, 'front', 'a', 90),
      cut(3, 'rear', 'b', 50, 'another piece'),
    ]
    const unsent: BenchEvent[] = [
      // cut again from another one, a new one, and one that is taken back
      benchCut(4, 'rear', 'b', 130),
      benchCut(5, 'middle', 'a', 60),
      { id: id('undo'), kind: 'undo', subject: 'front', value: id('cut-2'), at: at(6) },
    ]
    const after = withCutsOf(rackOf(known), 'piece', unsent)
    expect(after.map((r) => [r.id, r.length])).toEqual([
      [id('a'), 500 - 60],
      [id('b'), 400 - 50 - 130],
    ])
    // told again once the server has it: nothing changes
    expect(withCutsOf(after, 'piece', unsent)).toEqual(after)
    // and as the server has it then
    const last: RackLine[] = [
      known[0]!,
      known[1]!,
      known[4]!,
      cut(4, 'rear', 'b', 130),
      cut(5, 'middle', 'a', 60),
    ]
    expect(after.map((r) => r.length)).toEqual(rackOf(last).map((r) => r.length))
  })

  it('refuses what cannot be: no length, an unknown size, a cut that is not as long as its parts', () => {
    expect(rackEventSchema.safeParse({ ...laidIn('a', 500), length: 0 }).success).toBe(false)
    expect(rackEventSchema.safeParse({ ...laidIn('a', 500), stock: { ...STOCK, size: '99' } }).success).toBe(
      false,
    )
    const good = {
      id: id('cut'),
      kind: 'cut',
      subject: 'rear',
      value: 120,
      at: at(1),
      from: [
        { rack: id('a'), length: 70 },
        { rack: id('b'), length: 50 },
      ],
    }
    expect(benchEventSchema.safeParse(good).success).toBe(true)
    expect(benchEventSchema.safeParse({ ...good, value: 130 }).success).toBe(false)
    expect(benchEventSchema.safeParse({ ...good, kind: 'measured' }).success).toBe(false)
    const twice = [good.from[0], { ...good.from[1], rack: id('a') }]
    expect(benchEventSchema.safeParse({ ...good, from: twice }).success).toBe(false)
  })
})
