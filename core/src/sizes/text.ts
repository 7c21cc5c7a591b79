/** Words of the small calculators: name, what it is for, its fields, results, choices. */
export interface CalculatorText {
  readonly name: string
  readonly says: string
  readonly fields: Readonly<Record<string, string>>
  readonly results: Readonly<Record<string, string>>
}

const WIRE = {
  section: 'Section',
  thickness: 'Wire thickness',
  alloy: 'Metal',
  temper: 'Temper',
}

export const calculatorText: Readonly<Record<string, CalculatorText>> = {
  bail: {
    name: 'Rolled bail',
    says: 'How long a strip to leave for a bail that the chain’s end passes.',
    fields: {
      passes: 'What must pass',
      ease: 'Ease',
      wires: 'Wires, thick',
      binding: 'Binding, thick',
      ends: 'Bare ends together',
    },
    results: { inside: 'Roll it round', thickness: 'Thick all together', strip: 'Strip' },
  },
  ring: {
    name: 'Ring size',
    says: 'Inside diameter of a size, the wire for a shank, and the mandrel that springs open to it.',
    fields: { system: 'System', size: 'Size', width: 'Shank width', ...WIRE, joint: 'Joint takes' },
    results: {
      inside: 'Inside diameter',
      around: 'Inside, once round',
      shank: 'Wire for one round',
      mandrel: 'Bend it over',
    },
  },
  jump: {
    name: 'Jump rings',
    says: 'Wire for rings off a coil, and whether they close and stay closed.',
    fields: { inside: 'Inside', count: 'How many', ...WIRE },
    results: {
      aspect: 'Inside over wire',
      length: 'Wire for one',
      all: 'Wire for all',
      outside: 'Outside',
      mandrel: 'Wind them on',
    },
  },
  coil: {
    name: 'Coil',
    says: 'Wire for a coil of so many turns on a rod, and how tall it stands.',
    fields: { rod: 'Rod', wire: 'Wire', turns: 'Turns', spread: 'Spacing, wires', tails: 'Tails together' },
    results: { turn: 'One turn', height: 'Height', wire: 'Wire', outside: 'Outside' },
  },
  hole: {
    name: 'Wires through a hole',
    says: 'The smallest hole that so many wires pass side by side.',
    fields: {
      count: 'Wires',
      profile: 'Their profile',
      wire: 'Wire',
      second: 'Others, round',
      secondWire: 'Of',
      ease: 'Room to pull',
      hole: 'The hole or tube',
    },
    results: { needed: 'Hole they need', hull: 'A string round them' },
  },
  hoops: {
    name: 'Hoops round a sphere',
    says: 'How far apart two hoops stand that hold a sphere between them.',
    fields: { sphere: 'Sphere', wire: 'Hoop wire', hoop: 'Hoop, inside' },
    results: {
      spacing: 'Middle to middle',
      bulge: 'Sphere stands out by',
      length: 'Wire for one hoop',
    },
  },
  collar: {
    name: 'Collar under a cap',
    says: 'Sides of a triangle or polygon that closes round a waist.',
    fields: { waist: 'Waist', cap: 'Cap above it', wire: 'Wire', corners: 'Corners', play: 'Play' },
    results: { side: 'One side', opening: 'Opening', across: 'Across the corners' },
  },
  cuff: {
    name: 'Cuff',
    says: 'Length of a cuff that is open at the back.',
    fields: { wrist: 'Wrist, taped', gap: 'Gap', ease: 'Ease', thickness: 'Thickness' },
    results: { strip: 'Length to cut' },
  },
  bracelet: {
    name: 'Bracelet',
    says: 'Length of a bracelet that closes, clasp and all.',
    fields: { wrist: 'Wrist, taped', ease: 'Ease', thickness: 'Thickness' },
    results: { length: 'Length' },
  },
  chain: {
    name: 'Chain or cord',
    says: 'How long a chain is that hangs so low, and the bail its end passes.',
    fields: { neck: 'Neck, taped', ease: 'Ease', drop: 'Hangs lower by', end: 'Thickest end' },
    results: { length: 'Length', bail: 'Bail inside, at least' },
  },
  spring: {
    name: 'Spring-back',
    says: 'The mandrel for a wanted size, and what a mandrel gives: at both ends of what the metal can be.',
    fields: { ...WIRE, inside: 'Wanted inside', mandrel: 'Or bent over' },
    results: {
      mandrel: 'Mandrel, about',
      'mandrel-hard': 'If it is harder',
      gives: 'That gives, soft end',
      'gives-hard': 'That gives, hard end',
    },
  },
  spool: {
    name: 'Wire on a spool',
    says: 'How much is left, by weight.',
    fields: {
      mass: 'Spool and wire',
      empty: 'Empty spool',
      profile: 'Profile',
      wire: 'Wire',
      alloy: 'Metal',
    },
    results: { length: 'Left on it' },
  },
  alike: {
    name: 'As good as',
    says: 'The size of another wire that is as stiff, as strong or as heavy.',
    fields: {
      wire: 'This wire',
      profile: 'Profile',
      alloy: 'Metal',
      temper: 'Temper',
      like: 'Wanted',
      otherProfile: 'Other profile',
      otherAlloy: 'Other metal',
      otherTemper: 'Other temper',
    },
    results: { exact: 'Exactly', sold: 'Nearest sold', ratio: 'Which is worth' },
  },
  worked: {
    name: 'Bent again and again',
    says: 'How often one place can be bent there and back before it is hard, and before it may crack.',
    fields: {
      wire: 'Wire',
      alloy: 'Metal',
      temper: 'Temper',
      inside: 'Inside radius',
      bends: 'Bends so far',
      flattened: 'Hammered flatter by, %',
    },
    results: {
      workable: 'Bends while workable',
      cracks: 'May crack at bend',
      soft: 'Yield now, soft end',
      hard: 'Yield now, hard end',
    },
  },
}

/** Words of what calculators say beside their figures. */
export const sizesText: Readonly<Record<string, string>> = {
  'sizes.ring-not-a-size':
    'This is no {system} size. US and Japanese sizes are numbers (7, 7 1/2), British ones letters (N, N½), ISO the girth in mm (54).',
  'sizes.ring-out-of-range': 'No finger is that size. Check the system: this is read as {system}.',
  'sizes.ring-also': 'The same finger: {names}.',
  'sizes.ring-table': 'Table: {table}.',
  'sizes.ring-allowance':
    '{allowance:2} mm are added because the shank is wide or thick: typical, uncited. Try a strip of paper as wide.',
  'sizes.springs-straight':
    'Over that mandrel it stays elastic and springs straight again. Take a smaller one.',
  'sizes.cuff-gap-small': 'A gap of {gap:0} mm is tight to get a wrist through: it is bent open each time.',
  'sizes.cuff-gap-wide': 'A gap of {gap:0} mm is wide: it may slip off.',
  'sizes.cuff-bending':
    'A cuff that is opened again and again breaks at one place. Put it on over the side of the wrist.',
  'sizes.cord-breakaway': 'On a cord round the neck a clasp that gives way is safer.',
  'sizes.bail-last-end': 'Roll it so that the last end comes to lie inside, on the face that is hidden.',
  'sizes.jump-tight':
    'At {aspect:1} times the wire the ring is too tight to close flush. Take a thinner wire or a larger ring.',
  'sizes.jump-loose':
    'At {aspect:1} times the wire a pull opens it. Take a thicker wire, or close it with a second turn.',
  'sizes.jump-closes': 'At {aspect:1} times the wire it closes and stays closed.',
  'sizes.hoop-too-wide':
    'A hoop of {hoop:1} mm goes over a sphere of {sphere:1} mm: it holds nothing. Take a smaller hoop.',
  'sizes.hoop-shallow':
    'Hoops nearly as wide as the sphere hold it at its middle: a little give and it is out.',
  'sizes.hoop-touching': 'The two hoops would touch.',
  'sizes.hoop-tied': 'Tie both sides: two loose hoops part.',
  'sizes.collar-drops':
    'The cap of {cap:1} mm goes through the opening of {opening:1} mm. Make it smaller, or take off play.',
  'sizes.collar-corners':
    'The cap of {cap:1} mm is hardly wider than the corners ({across:1} mm): turned so, it may slip through. More corners, or less play.',
  'sizes.alike-felt': 'To bend the other by hand: {felt}.',
  'sizes.worked-still-workable':
    'After {bends:0}: still workable. An estimate: nicks and kinks crack sooner.',
  'sizes.worked-getting-hard': 'After {bends:0}: getting hard. Soften it, or leave it as it is.',
  'sizes.worked-about-to-crack': 'After {bends:0}: about to crack. Do not bend it back; take new wire.',
  'sizes.hole-order':
    'They pass. Put those of {first:2} mm through first: the thinner find their way between.',
  'sizes.hole-narrow-mixed':
    'They do not pass: the hole is {short:2} mm too narrow. Thickest first, {through} of {of} go through.',
  'sizes.hole-passes': 'They pass; {most} of them would go through.',
  'sizes.hole-narrow':
    'They do not pass: the hole is {short:2} mm too narrow. {most} of them would go through.',
  'sizes.spool-lighter':
    'The spool with wire, {mass:1} g, weighs less than the empty one, {empty:1} g. Weigh both again.',
}
