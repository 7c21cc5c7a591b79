import type { DrawerItem } from '@verger/contract'
import type { AlloyId, Temper } from '@verger/core'

const wire = (
  alloy: AlloyId,
  size: string,
  profile: 'round' | 'square' | 'half-round',
  temper: Temper,
  price: number | null,
): DrawerItem => ({
  kind: 'wire',
  alloy,
  size,
  profile,
  width: null,
  pitch: null,
  temper,
  price,
  per: 'kg',
})

/** A round wire without a price, to be given another profile. */
const plain = (alloy: AlloyId, size: string, temper: Temper) =>
  ({
    kind: 'wire',
    alloy,
    size,
    profile: 'round',
    width: null,
    pitch: null,
    temper,
    price: null,
    per: 'kg',
  }) as const

/** What lies in the made-up workshop's drawer. */
export const DEMO_DRAWER: readonly DrawerItem[] = [
  wire('copper', '20 AWG', 'square', 'dead soft', 3200),
  wire('copper', '21 AWG', 'square', 'half hard', 3200),
  wire('copper', '24 AWG', 'half-round', 'half hard', 3400),
  wire('copper', '28 AWG', 'round', 'dead soft', 3600),
  wire('sterling silver', '20 AWG', 'square', 'half hard', 118_000),
  wire('sterling silver', '22 AWG', 'half-round', 'half hard', null),
  wire('brass', '0.8 metric', 'round', 'half hard', 2900),
  { ...plain('copper', '26 AWG', 'dead soft'), profile: 'flat', width: 1.6, price: 4100 },
  { ...plain('copper', '22 AWG', 'dead soft'), profile: 'twisted pair', pitch: 3.2 },
  { kind: 'bead', name: 'Seed bead, moss', size: 2.2, hole: 0.9, price: 4 },
  { kind: 'bead', name: 'Round jasper, small', size: 4, hole: 0.8, price: 25 },
  { kind: 'bead', name: 'Copper tube, short', size: 3, hole: 1.8, price: 12 },
  { kind: 'finding', type: 'chain', name: 'Cable chain, thin', end: 3.2, price: 420 },
  { kind: 'finding', type: 'cord', name: 'Waxed cord with clasp', end: 5.5, price: 240 },
  { kind: 'finding', type: 'jump ring', name: 'Jump ring 5 mm', end: null, price: 6 },
  { kind: 'finding', type: 'ear wire', name: 'Ear wire, plain', end: null, price: 35 },
  { kind: 'tool', type: 'rod', name: 'Brass rods', sizes: [2, 3, 4, 5, 6, 8, 10] },
  { kind: 'tool', type: 'stepped pliers', name: 'Bail-forming pliers', sizes: [3, 5, 7, 9] },
  { kind: 'tool', type: 'jaws', name: 'Flat-nose pliers', sizes: [5] },
  { kind: 'tool', type: 'cone', name: 'Ring mandrel', sizes: [12, 24] },
]
