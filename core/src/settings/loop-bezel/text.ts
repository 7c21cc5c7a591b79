import type { RecipeText } from '../kit/index.js'

/** A face has no more links than half of the most loops. */
const MOST_LINKS = 48

/** Words of a ring of loops beside those that all families share. */
export const text: RecipeText = {
  name: 'Ring of loops',
  about:
    'A close coil drawn out into a row of loops, every other one turned to the other side, bent round the stone: half of the loops lie behind it, half over its face, linked to each other all round with fine wire.',
  school:
    'Every other loop is turned over, and each face is linked on its own. A bead may lie over each gap of the front. Other makers draw the coil out first and flatten each loop by itself.',
  groups: { accents: 'Accents' },
  params: {
    loops: 'Loops',
    over: 'Loops, length past the edge',
    links: 'Turns at each link',
    size: 'Ring wire',
    link: 'Link wire',
    bead: 'Bead in each gap',
  },
  parts: { loops: 'loops', shoulder: 'up to the neck' },
  wires: { ring: 'Ring' },
  joints: Object.fromEntries(
    Array.from({ length: MOST_LINKS }, (_, i) => [
      [`front-${i + 1}`, `link in front, ${i + 1}`],
      [`back-${i + 1}`, `link behind, ${i + 1}`],
    ]).flat(),
  ) as Readonly<Record<string, string>>,
  outputs: {
    rod: 'Rod for the coil',
    coil: 'Close coil',
    pitch: 'From loop to loop',
    beads: 'Beads',
    gap: 'Widest gap that a bead bridges',
    hole: 'Hole of a bead, at least',
  },
  findings: {
    'no-edge':
      'A ring of loops lies round the edge of a cabochon and reaches over both its faces. A {kind} has no such edge: look at the other settings.',
    hollow: 'The ring bridges the hollow of a {outline}. A bound frame follows its edge.',
    pointed:
      'Round the point of a {outline} the loops would fan out and cross. A bound frame holds it at the point.',
    odd: '{loops} loops do not come out even: as many lie behind as in front.',
    crowded: '{loops} loops have no room beside each other. Fewer loops, or thinner wire.',
    'small-loops':
      'The loops are too small to be wound from this wire: a rod of {rod:1} mm. Let them reach in farther, or take thinner wire.',
    'bead-slips':
      'A bead of {bead:1} mm is smaller than the gap of {gap:1} mm between two loops: it would fall through. Take a larger one.',
    'bead-crowds':
      'Beads of {bead:1} mm have no room beside each other: {room:1} mm from one to the next. Take smaller ones, or fewer loops.',
    steep:
      'The face is so steep at its edge that some loops lean in by only {lean:0}°: they hold little there.',
  },
  steps: {
    coil: {
      title: 'Wind the coil',
      say: 'From its middle outward wind {n} turns close together round a rod of {rod:1} mm: {coil:1} mm of coil. Leave both ends long.',
      look: 'Turn beside turn, no gap.',
    },
    'push-over': {
      title: 'Push the coil over and flatten it',
      say: 'Push the coil over to one side until its {n} turns lie on each other like fallen coins, and tap it flat.',
      look: 'It looks a mess until it is drawn out; every turn leans the same way.',
      caution: 'A soft hammer on a block; never a steel one on crossings.',
    },
    'draw-out': {
      title: 'Draw the loops out',
      say: 'Draw the coil out into a row of {n} loops, and turn every other one to the other side.',
      look: 'All loops are turned over the same way, and as long as each other.',
    },
    'bend-round': {
      title: 'Bend the row round the stone',
      say: 'Bend the row round the stone’s edge, one side’s loops up, the other’s laid flat behind it. Both ends meet at the top.',
      look: 'It closes without force: the loops neither crowd nor gape.',
    },
    'lash-back': {
      title: 'Link the loops behind',
      say: 'With the middle of one length at the foot, work both its ends up the sides: link each loop behind to its neighbour, {turns} turns of {tie} at each, {places} links, and run on to the next.',
      look: 'All links at one height; the ring does not spread.',
    },
    seat: {
      title: 'Stone in',
      say: 'Lay the stone in from the front onto the loops behind.',
      look: 'It lies flat and does not rock.',
      caution: 'Low over a folded cloth.',
    },
    bend: {
      title: 'Lay the loops over the face',
      say: 'Push the {n} loops of the front over the edge with a thumb, opposite ones in turn, until each lies on the stone: {over:1} mm of it past the edge.',
      look: 'Every loop touches the face.',
      caution: 'Pads or thumbs, no jaws on the stone.',
    },
    'lash-front': {
      title: 'Link the loops in front',
      say: 'With the middle of another length at the foot, work both its ends up the sides: link each loop to its neighbour, {turns} turns of {tie} at each, {places} links, and run on to the next. Not too tight, or the ring buckles.',
      look: 'The stone does not move.',
    },
    'lash-beaded': {
      title: 'Link the loops in front, with beads',
      say: 'With the middle of another length at the foot, work both its ends up the sides: link each loop to its neighbour, {turns} turns of {tie} at each, and lead the wire twice through a bead of {bead:1} mm that lies over their gap before it runs on. {places} links. Not too tight, or the ring buckles.',
      look: 'The stone does not move; every bead sits in its gap and none turns.',
    },
    'shape-neck': {
      title: 'Bring the ends up',
      say: 'Bring both ends up from the last loops to the middle, side by side.',
      look: 'Straight above the stone.',
    },
  },
  checks: {
    links: 'Push each loop of the front with a fingernail: no link slides.',
    shake: 'Shake it over the cloth: the stone does not move.',
    push: 'Push the stone from behind with both thumbs: no loop lifts.',
    ends: 'Feel every end with a fingertip and a scrap of cloth: nothing catches.',
    worn: 'Hang it: it hangs straight.',
    stone: 'No chip along the edge.',
  },
  moves: {
    'longer-loops': 'Loops {by:1} mm longer',
    'thicker-size': '{size} for the ring',
  },
  prices: {
    'longer-loops': 'hides more of the face',
    'thicker-size': 'stiffer to draw out',
  },
}
