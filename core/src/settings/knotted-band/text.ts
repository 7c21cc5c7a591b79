import type { RecipeText } from '../kit/index.js'

/** A half of the band has no more repeats than this, and a band no more wires. */
const MOST_REPEATS = 60
const MOST_WIRES = 8
/** Pairs of ends that are wound at the most. */
const MOST_WOUND = 6

const upTo = (n: number): number[] => Array.from({ length: n }, (_, i) => i + 1)

/** Words of a knotted band beside those that all families share. */
export const text: RecipeText = {
  name: 'Knotted band',
  about:
    'Fine wires knotted to a band, with small loops along both its edges, bent round the stone: the knots lie on the edge, the loops are pushed over both faces. Two pairs of the ends make the bail.',
  school:
    'Begun in the middle of the wires and knotted outward both ways; left over ends are wound round the rest above the stone. Other makers begin at one end, or knot the band round the stone.',
  params: {
    size: 'Wire of the band',
    wires: 'Wires',
    knots: 'Knots in the middle',
    pitch: 'One repeat, measured on a sample',
    loops: 'Loops on each edge',
    over: 'Loops, length past the edge',
    wraps: 'Turns of each end',
    bail: 'Bail, inside',
    roll: 'Bail rolled',
    strip: 'Bail strip',
  },
  parts: {
    knots: 'knots and loops',
    shoulder: 'up to the neck',
    neck: 'neck',
    wrap: 'turns round the neck',
    bail: 'led out to the strip',
    knotted: 'bail strip, knotted',
    twisted: 'bail strip, twisted',
    bare: 'bail strip, bare ends',
  },
  wires: Object.fromEntries(upTo(MOST_WIRES).map((i) => [`wire-${i}`, `Wire ${i}`])),
  joints: {
    bail: 'bail',
    ...Object.fromEntries(upTo(MOST_WOUND).map((i) => [`wrap-${i}`, `ends wound, pair ${i}`])),
    ...Object.fromEntries(
      upTo(MOST_REPEATS).flatMap((i) => [
        [`repeat-right-${i}`, `knots on the right, repeat ${i}`],
        [`repeat-left-${i}`, `knots on the left, repeat ${i}`],
      ]),
    ),
  },
  outputs: {
    band: 'Band as it is knotted',
    around: 'Round the stone',
    knot: 'Height of a knot',
    wide: 'Band, without its loops',
  },
  findings: {
    'no-edge':
      'A knotted band lies round the edge of a cabochon and reaches over both its faces. A {kind} has no such edge: look at the other settings.',
    hollow: 'The band bridges the hollow of a {outline}. A bound frame follows its edge.',
    pointed:
      'Round the point of a {outline} the loops would fan out and cross. A bound frame holds it at the point.',
    'thin-edge':
      'The edge is {wall:1} mm high, and the knots of this wire need {held:1} mm of it: their outer ones would lie on the face. Take thinner wire or six wires, or look at the other settings.',
    crowded: '{loops} repeats have no room round the stone. Fewer, or thinner wire.',
    'short-repeat':
      'A repeat of {pitch:2} mm is shorter than its knots in wire of {size:2} mm. Measure the sample again.',
    open: 'A band of {loops} repeats is {long:1} mm long, and round the stone it is {around:1} mm: with {best} repeats it closes, and one stays open at the top.',
    'short-loops':
      'Loops of {over:1} mm past the edge hardly stand out from the knots. {least:1} mm or more do.',
    steep:
      'The face is so steep at its edge that some loops lean in by only {lean:0}°: they hold little there.',
    'bail-too-small': 'A bail {bail:1} mm inside cannot be rolled from this strip; {least:1} mm or more can.',
    'bail-onto-stone':
      'A bail {bail:1} mm inside comes down onto the stone from a neck this short: one of {need:1} mm carries it. More turns of each end, or a smaller bail.',
  },
  steps: {
    sample: {
      title: 'Tie a sample',
      say: 'From offcuts tie a strip of {n} repeats and measure it: {long:1} mm are reckoned with, {pitch:2} mm for each. Where yours differ, put in yours before you cut.',
      look: 'Each knot pulled as tight as the one before.',
    },
    'lay-out': {
      title: 'Lay the wires side by side',
      say: 'Lay {n} wires side by side, their middles at one mark, and tape them down there.',
      look: 'No two cross.',
    },
    'knot-right': {
      title: 'Knot the right half',
      say: 'From the middle outward, {n} repeats. In each: a square knot at either side, its two outer wires round what lies between, begun with the outermost; then in the middle, knots: {knots}, round the two middle wires. Meanwhile the outermost wires stand out as loops, all as long.',
      look: 'Every knot lies against the one before; open each kink before you pull.',
      caution: 'Long ends whip: keep them below eye level.',
    },
    'knot-left': {
      title: 'Knot the left half',
      say: 'Turn it round and knot the other half the same way, {n} repeats: middle first now, then the sides.',
      look: 'Both halves as long, their loops alike.',
    },
    'bend-band': {
      title: 'Bend the band round the stone',
      say: 'Bend the band on edge round the stone, both its ends to the top, and press the loops of one edge in behind it, all {n}.',
      look: 'It lies on the edge all round without force.',
    },
    'close-top': {
      title: 'Close it at the top',
      say: 'Bring all ends up side by side. Pair by pair, those farthest in front and behind first, wind both ends {wraps} times round all others and cut them: {n} pairs. Two pairs go on.',
      look: 'Turn on turn upward; the band sits tight on the stone.',
    },
    seat: {
      title: 'Stone in',
      say: 'Lay the stone in from the front onto the loops behind.',
      look: 'It lies flat and does not rock.',
      caution: 'Low over a folded cloth.',
    },
    'lay-front': {
      title: 'Press the loops over the face',
      say: 'Press the {n} loops of the front over the edge with a thumb, opposite ones in turn, until each lies on the stone: {over:1} mm of it past the edge.',
      look: 'Every loop touches the face.',
      caution: 'Pads or thumbs, no jaws on the stone.',
    },
    'knot-bail': {
      title: 'Knot the bail strip',
      say: 'With the four wires that go on tie square knots, the two in front round the two behind: {n} of them, {long:1} mm.',
      look: 'Flat, as wide all along.',
    },
    'twist-strip': {
      title: 'Twist the bail strip',
      say: 'Twist the four wires that go on about each other along {long:1} mm, turns in all: {n}.',
      look: 'Even, all four showing alike.',
    },
    'roll-strip': {
      title: 'Roll the bail',
      say: 'Roll the strip {way} over a rod of {inside:1} mm and lay its ends down {end} the neck; press them under its turns.',
      look: 'Straight, and centred over the stone.',
    },
  },
  checks: {
    loops: 'Push each loop of the front with a fingernail: none lifts off the face.',
    shake: 'Shake it over the cloth: the stone does not move.',
    push: 'Push the stone from behind with both thumbs: no loop lifts.',
    ends: 'Feel every end with a fingertip and a scrap of cloth: nothing catches.',
    worn: 'Hang it: it hangs straight.',
    stone: 'No chip along the edge.',
  },
  moves: { 'longer-loops': 'Loops {by:1} mm longer', 'thicker-size': '{size} for the band' },
  prices: { 'longer-loops': 'hides more of the face', 'thicker-size': 'stiffer to knot' },
}
