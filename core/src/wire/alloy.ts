export type Temper = 'dead soft' | 'half hard'
export type AlloyId =
  | 'copper'
  | 'silver-plated copper'
  | 'lacquered copper'
  | 'brass'
  | 'bronze'
  | 'nickel silver'
  | 'sterling silver'
  | 'fine silver'
  | 'gold-filled'
  | 'aluminium'
  | 'stainless steel'
  | 'reclaimed, unknown'

/** A wire metal. All mechanical figures are typical, uncited, as wide ranges; the low end is used where holding is judged. */
export interface Alloy {
  readonly id: AlloyId
  /** g/cm³ */
  readonly density: number
  /** Young's modulus, MPa. */
  readonly modulus: number
  /** Yield stress low and high per temper, MPa. */
  readonly yield: Readonly<Record<Temper, readonly [low: number, high: number]>>
  /** Smallest inside radius of a bend over the wire's thickness, per temper. */
  readonly bend: Readonly<Record<Temper, number>>
  /** Swift's hardening, K in MPa: flow stress K (e0 + strain)^n. */
  readonly swift: { readonly K: number; readonly n: number }
  /** Strain that it bears once, there and back, before it cracks, per temper. */
  readonly ductility: Readonly<Record<Temper, number>>
  /** Estimated price in cents per kg, until the workshop types its own. */
  readonly pricePerKg: number
  /** Screen colour of the clean metal. */
  readonly colour: string
  readonly nickel: 'contains' | 'low release' | 'none expected' | 'unknown'
  readonly lead: boolean
  /** What a darkening solution does to it. */
  readonly patina:
    'darkens readily' | 'darkens a little' | 'stays bright' | 'only where the coating is worn' | 'unknown'
  /** A coating shows its core at a cut end. */
  readonly coreShows: boolean
}

export const ALLOY_SOURCE = 'typical, uncited'

export const ALLOYS: readonly Alloy[] = [
  {
    id: 'copper',
    density: 8.96,
    modulus: 117000,
    yield: { 'dead soft': [45, 90], 'half hard': [170, 260] },
    bend: { 'dead soft': 0.1, 'half hard': 0.6 },
    swift: { K: 320, n: 0.54 },
    ductility: { 'dead soft': 1, 'half hard': 0.7 },
    pricePerKg: 3200,
    colour: '#C8743F',
    nickel: 'none expected',
    lead: false,
    patina: 'darkens readily',
    coreShows: false,
  },
  {
    id: 'silver-plated copper',
    density: 8.96,
    modulus: 117000,
    yield: { 'dead soft': [50, 100], 'half hard': [170, 260] },
    bend: { 'dead soft': 0.2, 'half hard': 0.8 },
    swift: { K: 320, n: 0.54 },
    ductility: { 'dead soft': 1, 'half hard': 0.7 },
    pricePerKg: 7800,
    colour: '#C9C7C0',
    nickel: 'unknown',
    lead: false,
    patina: 'darkens readily',
    coreShows: true,
  },
  {
    id: 'lacquered copper',
    density: 8.93,
    modulus: 117000,
    yield: { 'dead soft': [50, 100], 'half hard': [170, 260] },
    bend: { 'dead soft': 0.4, 'half hard': 1 },
    swift: { K: 320, n: 0.54 },
    ductility: { 'dead soft': 1, 'half hard': 0.7 },
    pricePerKg: 6400,
    colour: '#B5653A',
    nickel: 'unknown',
    lead: false,
    patina: 'only where the coating is worn',
    coreShows: true,
  },
  {
    id: 'brass',
    density: 8.5,
    modulus: 105000,
    yield: { 'dead soft': [95, 160], 'half hard': [250, 360] },
    bend: { 'dead soft': 0.2, 'half hard': 1 },
    swift: { K: 850, n: 0.45 },
    ductility: { 'dead soft': 0.8, 'half hard': 0.5 },
    pricePerKg: 3400,
    colour: '#C9A24A',
    nickel: 'unknown',
    lead: true,
    patina: 'darkens a little',
    coreShows: false,
  },
  {
    id: 'bronze',
    density: 8.8,
    modulus: 110000,
    yield: { 'dead soft': [110, 190], 'half hard': [300, 430] },
    bend: { 'dead soft': 0.3, 'half hard': 1.2 },
    swift: { K: 800, n: 0.45 },
    ductility: { 'dead soft': 0.7, 'half hard': 0.45 },
    pricePerKg: 4200,
    colour: '#B98547',
    nickel: 'unknown',
    lead: true,
    patina: 'darkens readily',
    coreShows: false,
  },
  {
    id: 'nickel silver',
    density: 8.7,
    modulus: 125000,
    yield: { 'dead soft': [130, 210], 'half hard': [350, 480] },
    bend: { 'dead soft': 0.3, 'half hard': 1.2 },
    swift: { K: 900, n: 0.42 },
    ductility: { 'dead soft': 0.7, 'half hard': 0.4 },
    pricePerKg: 4600,
    colour: '#BDB8AA',
    nickel: 'contains',
    lead: false,
    patina: 'darkens a little',
    coreShows: false,
  },
  {
    id: 'sterling silver',
    density: 10.36,
    modulus: 75000,
    yield: { 'dead soft': [110, 170], 'half hard': [230, 330] },
    bend: { 'dead soft': 0.2, 'half hard': 0.8 },
    swift: { K: 600, n: 0.4 },
    ductility: { 'dead soft': 0.7, 'half hard': 0.4 },
    pricePerKg: 118000,
    colour: '#D6D4CE',
    nickel: 'none expected',
    lead: false,
    patina: 'darkens readily',
    coreShows: false,
  },
  {
    id: 'fine silver',
    density: 10.49,
    modulus: 76000,
    yield: { 'dead soft': [35, 70], 'half hard': [120, 200] },
    bend: { 'dead soft': 0.1, 'half hard': 0.5 },
    swift: { K: 330, n: 0.45 },
    ductility: { 'dead soft': 1.1, 'half hard': 0.7 },
    pricePerKg: 122000,
    colour: '#DEDCD6',
    nickel: 'none expected',
    lead: false,
    patina: 'darkens readily',
    coreShows: false,
  },
  {
    id: 'gold-filled',
    density: 8.9,
    modulus: 105000,
    yield: { 'dead soft': [120, 200], 'half hard': [260, 380] },
    bend: { 'dead soft': 0.3, 'half hard': 1 },
    swift: { K: 700, n: 0.42 },
    ductility: { 'dead soft': 0.7, 'half hard': 0.4 },
    pricePerKg: 420000,
    colour: '#D9B45B',
    nickel: 'unknown',
    lead: false,
    patina: 'stays bright',
    coreShows: true,
  },
  {
    id: 'aluminium',
    density: 2.7,
    modulus: 69000,
    yield: { 'dead soft': [25, 50], 'half hard': [85, 140] },
    bend: { 'dead soft': 0.1, 'half hard': 0.6 },
    swift: { K: 170, n: 0.22 },
    ductility: { 'dead soft': 0.9, 'half hard': 0.5 },
    pricePerKg: 4200,
    colour: '#C5C8CA',
    nickel: 'none expected',
    lead: false,
    patina: 'stays bright',
    coreShows: false,
  },
  {
    id: 'stainless steel',
    density: 7.9,
    modulus: 193000,
    yield: { 'dead soft': [190, 300], 'half hard': [500, 800] },
    bend: { 'dead soft': 0.5, 'half hard': 1.5 },
    swift: { K: 1250, n: 0.45 },
    ductility: { 'dead soft': 0.9, 'half hard': 0.5 },
    pricePerKg: 2900,
    colour: '#A9ADAF',
    nickel: 'low release',
    lead: false,
    patina: 'stays bright',
    coreShows: false,
  },
  {
    // copper alloys of any kind and temper: bounds as wide as theirs together
    id: 'reclaimed, unknown',
    density: 8.8,
    modulus: 110000,
    yield: { 'dead soft': [45, 210], 'half hard': [170, 480] },
    bend: { 'dead soft': 0.4, 'half hard': 1.2 },
    swift: { K: 600, n: 0.45 },
    ductility: { 'dead soft': 0.7, 'half hard': 0.4 },
    pricePerKg: 0,
    colour: '#A98B6B',
    nickel: 'unknown',
    lead: true,
    patina: 'unknown',
    coreShows: true,
  },
]

/** An alloy by its id. @throws RangeError when unknown. */
export function alloy(id: string): Alloy {
  const found = ALLOYS.find((a) => a.id === id)
  if (!found) throw new RangeError(`no wire metal "${id}"`)
  return found
}
