import { packBundle, type BundleWire } from '../geom/index.js'
import { alikeOf, bendsOf } from './metalWorth.js'
import type { Formulas } from '../working/index.js'
import { mandrelFor, sprungDiameter, type Springy } from '../wire/index.js'

const springy = (section: Springy['section'], x: Readonly<Record<string, number>>): Springy => ({
  section,
  thickness: x.thickness!,
  modulus: x.modulus!,
  yield: x.yield!,
})

/** Wires of a bundle as a calculator has them: so many of a first kind, and of a second round one. */
export const bundleOf = (
  x: Readonly<Record<string, number>>,
  w: Readonly<Record<string, string>>,
): BundleWire[] => [
  ...Array.from({ length: x.count! }, (): BundleWire => ({
    profile: w.profile === 'square' ? 'square' : 'round',
    size: x.wire!,
  })),
  ...Array.from({ length: x.second! }, (): BundleWire => ({ profile: 'round', size: x.secondWire! })),
]

/** Formulas of the small calculators; lengths in mm. */
export const sizeFormulas = {
  'size.around': { unit: 'mm', text: 'π × {across}', of: ({ across }) => Math.PI * across! },
  'size.ring.inside': {
    unit: 'mm',
    text: '{size} by the table + {allowance} for the shank',
    of: ({ size, allowance }) => size! + allowance!,
  },
  'size.shank': {
    unit: 'mm',
    text: 'π × ({inside} + {thickness}) + {joint}: the middle of the wire once round, and what the joint takes',
    of: ({ inside, thickness, joint }) => Math.PI * (inside! + thickness!) + joint!,
  },
  'size.cuff': {
    unit: 'mm',
    text: '{wrist} + {ease} + π × {thickness} − {gap}: the middle of the metal, open at the back',
    of: ({ wrist, ease, thickness, gap }) => wrist! + ease! + Math.PI * thickness! - gap!,
  },
  'size.bracelet': {
    unit: 'mm',
    text: '{wrist} + {ease} + π × {thickness}: the middle of what lies on the wrist, clasp and all',
    of: ({ wrist, ease, thickness }) => wrist! + ease! + Math.PI * thickness!,
  },
  'size.chain': {
    unit: 'mm',
    text: '{neck} + {ease} + 2 × {drop}: how much lower it hangs counts on both sides',
    of: ({ neck, ease, drop }) => neck! + ease! + 2 * drop!,
  },
  'size.bail.inside': { unit: 'mm', text: '{passes} + {ease}', of: ({ passes, ease }) => passes! + ease! },
  'size.bail.thickness': {
    unit: 'mm',
    text: '{wires} + 2 × {binding}: the wires with a layer of binding inside and outside',
    of: ({ wires, binding }) => wires! + 2 * binding!,
  },
  'size.bail.strip': {
    unit: 'mm',
    text: 'π × ({inside} + {thickness}) + {ends}',
    of: ({ inside, thickness, ends }) => Math.PI * (inside! + thickness!) + ends!,
  },
  'size.jump.aspect': { unit: '', text: '{inside} / {wire}', of: ({ inside, wire }) => inside! / wire! },
  'size.jump.length': {
    unit: 'mm',
    text: 'π × ({inside} + {wire}) for one',
    of: ({ inside, wire }) => Math.PI * (inside! + wire!),
  },
  'size.times': { unit: 'mm', text: '{one} × {count}', of: ({ one, count }) => one! * count! },
  'size.outside': {
    unit: 'mm',
    text: '{inside} + 2 × {wire}',
    of: ({ inside, wire }) => inside! + 2 * wire!,
  },
  'size.coil.lead': {
    unit: 'mm',
    text: '{wire} × {spread}: from turn to turn',
    of: ({ wire, spread }) => wire! * spread!,
  },
  'size.coil.turn': {
    unit: 'mm',
    text: '√((π × ({rod} + {wire}))² + {lead}²): one turn of the helix',
    of: ({ rod, wire, lead }) => Math.hypot(Math.PI * (rod! + wire!), lead!),
  },
  'size.coil.height': {
    unit: 'mm',
    text: '{turns} × {lead} + {wire}',
    of: ({ turns, lead, wire }) => turns! * lead! + wire!,
  },
  'size.coil.wire': {
    unit: 'mm',
    text: '{turns} × {turn} + {tails} at the ends',
    of: ({ turns, turn, tails }) => turns! * turn! + tails!,
  },
  'size.hoop.spacing': {
    unit: 'mm',
    text: '2 √(({sphere}/2 + {wire}/2)² − (({hoop} + {wire})/2)²): from middle to middle of two hoops that touch the sphere',
    of: ({ sphere, wire, hoop }) =>
      2 * Math.sqrt(Math.max(0, ((sphere! + wire!) / 2) ** 2 - ((hoop! + wire!) / 2) ** 2)),
  },
  'size.hoop.bulge': {
    unit: 'mm',
    text: '({sphere} − {spacing} − {wire}) / 2: how far the sphere stands out beyond the hoop’s outer face',
    of: ({ sphere, spacing, wire }) => (sphere! - spacing! - wire!) / 2,
  },
  'size.hoop.length': {
    unit: 'mm',
    text: 'π × ({hoop} + {wire}) for one hoop',
    of: ({ hoop, wire }) => Math.PI * (hoop! + wire!),
  },
  'size.collar.side': {
    unit: 'mm',
    text: '({waist} + {play} + {wire}) × tan(180° / {corners}): one side, middle of twist to middle of twist',
    of: ({ waist, play, wire, corners }) => (waist! + play! + wire!) * Math.tan(Math.PI / corners!),
  },
  'size.collar.opening': {
    unit: 'mm',
    text: '{waist} + {play}: the largest round thing that goes through',
    of: ({ waist, play }) => waist! + play!,
  },
  'size.collar.across': {
    unit: 'mm',
    text: '({waist} + {play}) / cos(180° / {corners}): from corner to corner, or from corner to corner’s neighbour where they are odd',
    of: ({ waist, play, corners }) => (waist! + play!) / Math.cos(Math.PI / corners!),
  },
  'size.hole': {
    unit: 'mm',
    text: 'smallest circle round {count} {profile} of {wire} and {second} of {secondWire}, + {ease} to pull',
    of: (x, w) => packBundle(bundleOf(x, w)).diameter + x.ease!,
  },
  'size.bundle.hull': {
    unit: 'mm',
    text: 'taut string round {count} {profile} of {wire} and {second} of {secondWire}, as they lie there',
    of: (x, w) => packBundle(bundleOf(x, w)).hull,
  },
  'size.alike': {
    unit: 'mm',
    text: '{like} as {wire} of {temper} {alloy} {profile}: stiffness goes with the size⁴, strength with its cube, weight with its square',
    of: (x, w) => alikeOf(x, w).exact,
  },
  'size.alike.sold': {
    unit: 'mm',
    text: 'the nearest size that is sold, {like} as {wire} of {temper} {alloy} {profile}',
    of: (x, w) => alikeOf(x, w).sold.mm,
  },
  'size.alike.ratio': {
    unit: '×',
    text: 'what that size is worth against {wire} of {temper} {alloy} {profile}',
    of: (x, w) => alikeOf(x, w).ratio,
  },
  'size.bends.workable': {
    unit: '',
    text: 'bends round {inside} of {temper} {alloy}, {wire} thick, flattened by {flattened} before, until it gets hard: estimate by strain',
    of: (x, w) => bendsOf(x, w).workable,
  },
  'size.bends.cracks': {
    unit: '',
    text: 'bends round {inside} of {temper} {alloy}, {wire} thick, flattened by {flattened} before, until it may crack: low-cycle fatigue, typical, uncited',
    of: (x, w) => bendsOf(x, w).cracks,
  },
  'size.bends.soft': {
    unit: 'MPa',
    text: 'yield after {bends} bends, K (e₀ + strain)^n from the low end of {temper} {alloy}',
    of: (x, w) => bendsOf(x, w).yield[0],
  },
  'size.bends.hard': {
    unit: 'MPa',
    text: 'yield after {bends} bends, K (e₀ + strain)^n from the high end of {temper} {alloy}',
    of: (x, w) => bendsOf(x, w).yield[1],
  },
  'size.sprung.round': {
    unit: 'mm',
    text: 'round wire of {thickness} bent over {mandrel} springs open by M/(EI), yield {yield}, modulus {modulus}',
    of: (x) => sprungDiameter(springy('round', x), x.mandrel!),
  },
  'size.sprung.flat': {
    unit: 'mm',
    text: 'a section {thickness} thick bent over {mandrel} springs open by 4x³ − 3x + 1, x = R × {yield} / ({modulus} × {thickness})',
    of: (x) => sprungDiameter(springy('rectangular', x), x.mandrel!),
  },
  'size.mandrel.round': {
    unit: 'mm',
    text: 'the mandrel over which round wire of {thickness} springs open to {inside}, yield {yield}, modulus {modulus}',
    of: (x) => mandrelFor(springy('round', x), x.inside!),
  },
  'size.mandrel.flat': {
    unit: 'mm',
    text: 'the mandrel over which a section {thickness} thick springs open to {inside}, yield {yield}, modulus {modulus}',
    of: (x) => mandrelFor(springy('rectangular', x), x.inside!),
  },
  'size.spool': {
    unit: 'mm',
    text: '({mass} − {empty}) / ({area} × {density} / 1000)',
    of: ({ mass, empty, area, density }) => (mass! - empty!) / ((area! * density!) / 1000),
  },
} satisfies Formulas
