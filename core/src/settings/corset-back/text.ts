import type { RecipeText } from '../kit/index.js'

/** Words of a corset back beside those that all families share. Places in braces are filled from an operation's or finding's values. */
export const text: RecipeText = {
  name: 'Corset back',
  about:
    'A stiff wire bent in S after S behind a long stone, laced across its front with fine wire drawn taut from bend to bend, and brought forward over its top to a loop.',
  school:
    'One wire behind in S bends, or two legs of it with closed loops, and a single round of lacing at each bend. Other makers go round each bend twice, or use a stouter lacing in fewer crossings.',
  params: {
    back: 'Back bent in',
    bail: 'Bail, inside',
    neck: 'Bound below the bail',
    bends: 'Bends behind',
    turns: 'Turns round each bend',
    ends: 'Turns at the first and last',
    hung: 'Hung',
    stand: 'Play at foot and top',
    low: 'First bend above the foot',
    high: 'Last bend below the shaft’s end',
    reach: 'Bends stand out by',
    size: 'Back wire',
    lace: 'Lacing',
  },
  parts: {
    rung: 'across behind',
    bend: 'bends',
    lashed: 'bends, under the turns',
    top: 'over the top',
  },
  wires: { back: 'Back', lace: 'Lacing' },
  joints: {},
  outputs: { bend: 'Radius of the bends' },
  findings: {
    'no-shaft':
      'A corset back laces a long stone without a hole: a crystal or a long slab. A {kind} has no shaft to lace: look at the settings that reach round its edge.',
    hollow:
      'The lacing bridges the hollow of a {outline} and slips there. A setting that follows its edge holds it.',
    short:
      'This stone is too short to be laced: {least:0} mm or more would be. A setting that reaches round its edge holds it.',
    'bends-crowd': '{bends} bends have no room behind this stone. Fewer bends, or thinner wire.',
    'turns-crowd': '{turns} turns do not fit on one bend. Fewer turns or fewer bends, or finer lacing.',
    'no-room-for-lace':
      'Bends that stand out {reach:1} mm leave no room for lacing of {lace:2} mm between stone and wire.',
    'few-crossings': 'Only {crossings} crossings: the stone swings out between them. Three or more hold it.',
    'past-the-end': 'The first or the last bend would lie past the stone’s end. Bring it farther in.',
    'legs-meet':
      'Two legs with loops have no room behind a stone so narrow. Bend the back in S bends, or of thinner wire.',
    'coil-one-leg':
      'Two legs end in a stirrup or a plain U under the foot; a coil is wound from one. Take a hook, or S bends.',
    'no-foot': 'Nothing stops the stone at its foot, and its taper does not: it slides out downward.',
  },
  steps: {
    bend: {
      title: 'Bend the back',
      say: 'Bend {bends} bends over a rod of {rod:1} mm, to the right and to the left in turn, all in one plane. Lay each on the template.',
      look: 'Flat on the bench; the rungs lie level, the stem over the middle.',
    },
    'bend-loops': {
      title: 'Turn the loops',
      say: 'Turn {bends} loops outward over a rod of {rod:1} mm or more, half of them up each leg as the templates show, every other one crossing back.',
      look: 'The loops mirror each other and lie level; nothing springs open.',
    },
    'shape-u': {
      title: 'Bend the middle',
      say: 'Bend the middle of the wire to a flat U, its legs level.',
    },
    'shape-stirrup': {
      title: 'Bend the stirrup',
      say: 'Bend the middle of the wire to a U that will stand {tip:1} mm up before the stone, and both legs back under its foot and up behind it.',
      look: 'The stone stands in it without rocking.',
    },
    try: {
      title: 'Try the back on the stone',
      say: 'Lay the stone on the back: every bend stands out past its sides by the thickness of the lacing and a little more.',
      look: 'The back touches the stone from end to end. Now is the time to hammer the bends flat a little: never later.',
      caution: 'Hammer the wire off the stone, on a block, eyes protected.',
    },
    seat: {
      title: 'Stone on the back',
      say: 'Lay the stone on the back, its broadest face behind, and hold both with one hand.',
      look: 'Its foot stands on the hook.',
      caution: 'Low over a folded cloth.',
    },
    'close-top': {
      title: 'Bring the stem over the top',
      say: 'Bend the stem forward over the stone’s top, {stand:2} mm off it, to the middle, and there upright.',
      look: 'The stone cannot rise.',
      caution: 'Bend over pliers, not over the stone.',
    },
    trim: {
      title: 'Trim and press the ends in',
      say: 'Trim every end close ({margin:0} mm are over at each, more at the lacing’s), file it and press it in behind.',
      look: 'Run a finger over every end, then a scrap of thin cloth.',
      caution: 'Cut into the hand or a cloth: ends fly.',
    },
  },
  checks: {
    lacing: 'Push each crossing with a fingernail: none slides along the stone.',
    shake: 'Shake it over the cloth, up and down: the stone does not move in its lacing.',
    push: 'Push the stone from behind, from the front, up and down: no bend opens.',
    ends: 'Feel every end with a fingertip and a scrap of cloth: nothing catches.',
    worn: 'Hang it: it hangs straight, its face to the front.',
    stone: 'No chip at the edges where the lacing lies.',
  },
  moves: {
    'more-bends': '{by} more bends',
    'more-turns': 'One more turn round each bend',
    'press-top': 'Press the top {by:2} mm down onto the stone',
    'thicker-size': '{size} back',
    'thicker-lace': '{size} lacing',
  },
  prices: {
    'more-bends': 'hides more of the face',
    'more-turns': 'more to wind',
    'thicker-size': 'stiffer to bend',
    'thicker-lace': 'stiffer to draw tight',
  },
}
