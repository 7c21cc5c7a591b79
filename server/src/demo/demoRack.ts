import type { BenchEvent, RackEvent, RackWireStock } from '@verger/contract'

type Form = Extract<RackEvent, { kind: 'laid-in' }>['form']
type Wire = readonly [
  alloy: RackWireStock['alloy'],
  size: string,
  profile: RackWireStock['profile'],
  temper: RackWireStock['temper'],
]

interface Thing {
  readonly id: string
  readonly form: Form
  readonly wire: Wire
  readonly length: number
  readonly name?: string
  readonly empty?: number
  /** A demo piece that it was left over from. */
  readonly of?: string
  /** What it was found to measure since. */
  readonly measured?: number
}

const SQUARE20: Wire = ['copper', '20 AWG', 'square', 'half hard']
const HALF22: Wire = ['copper', '22 AWG', 'half-round', 'dead soft']
const SOFT28: Wire = ['copper', '28 AWG', 'round', 'dead soft']
const SOFT20: Wire = ['copper', '20 AWG', 'round', 'dead soft']

/** What hangs on the made-up workshop's rack. */
const THINGS: readonly Thing[] = [
  {
    id: 'square-20',
    form: 'spool',
    wire: SQUARE20,
    length: 7600,
    name: 'Top hook',
    empty: 38,
    measured: 4380,
  },
  { id: 'square-20-a', form: 'length', wire: SQUARE20, length: 500, measured: 262 },
  { id: 'square-20-b', form: 'length', wire: SQUARE20, length: 500, measured: 236 },
  { id: 'square-20-c', form: 'length', wire: SQUARE20, length: 184 },
  { id: 'square-20-d', form: 'length', wire: SQUARE20, length: 47 },
  { id: 'half-22', form: 'spool', wire: HALF22, length: 15_000, empty: 38, measured: 9120 },
  { id: 'half-22-a', form: 'length', wire: HALF22, length: 410 },
  { id: 'round-28', form: 'spool', wire: SOFT28, length: 40_000, name: 'Fine, second hook', empty: 22 },
  {
    id: 'round-26',
    form: 'spool',
    wire: ['copper', '26 AWG', 'round', 'dead soft'],
    length: 30_000,
    empty: 22,
  },
  { id: 'round-20', form: 'spool', wire: SOFT20, length: 12_000, empty: 38 },
  { id: 'round-20-coil', form: 'coil', wire: SOFT20, length: 340, of: 'piece-chrysoprase' },
  { id: 'round-20-a', form: 'length', wire: SOFT20, length: 610 },
  { id: 'square-21', form: 'length', wire: ['copper', '21 AWG', 'square', 'half hard'], length: 1400 },
  {
    id: 'silver-20',
    form: 'length',
    wire: ['sterling silver', '20 AWG', 'square', 'half hard'],
    length: 620,
  },
  {
    id: 'silver-20-a',
    form: 'length',
    wire: ['sterling silver', '20 AWG', 'square', 'half hard'],
    length: 155,
  },
  {
    id: 'silver-22',
    form: 'length',
    wire: ['sterling silver', '22 AWG', 'half-round', 'half hard'],
    length: 900,
  },
  {
    id: 'brass-08',
    form: 'spool',
    wire: ['brass', '0.8 metric', 'round', 'half hard'],
    length: 18_000,
    empty: 45,
  },
]

const rackId = (id: string): string => `demo-rack-${id}`.padEnd(16, '-')

/** How the made-up rack came to be as it is: all laid in weeks ago, some measured since. */
export function demoRack(now: Date): RackEvent[] {
  const day = 86_400_000
  const at = (days: number, i: number) => new Date(now.getTime() - days * day + 60_000 * i).toISOString()
  return [
    ...THINGS.map(({ id, form, wire, length, name, empty, of }, i): RackEvent => {
      const [alloy, size, profile, temper] = wire
      return {
        id: `${rackId(id)}-in`,
        at: at(40, i),
        kind: 'laid-in',
        rack: rackId(id),
        form,
        stock: { alloy, size, profile, temper },
        length,
        name: name ?? '',
        empty: empty ?? null,
        of: of ?? null,
      }
    }),
    ...THINGS.flatMap(({ id, measured }, i): RackEvent[] =>
      measured === undefined
        ? []
        : [
            {
              id: `${rackId(id)}-m`,
              at: at(6, i),
              kind: 'measured',
              rack: rackId(id),
              length: measured,
              weighed: null,
            },
          ],
    ),
  ]
}

/** A thing of the demo rack that a wire of this stock may have been cut from, as a bench event says it. */
export const demoFrom = (
  { alloy, size, profile, temper }: RackWireStock,
  length: number,
): BenchEvent['from'] | undefined => {
  const from = THINGS.find(
    ({ form, wire: [a, s, p, t] }) =>
      form === 'spool' && a === alloy && s === size && p === profile && t === temper,
  )
  return from && [{ rack: rackId(from.id), length }]
}
