import type { RecipeText } from '../kit/index.js'

/** Words of corner claws beside those that all families share. Places in braces are filled from an operation's or finding's values. */
export const text: RecipeText = {
  name: 'Corner claws',
  about:
    'A seat of four square wires under a faceted stone, and claws of half-round wire over its sides; the tails of both are tied in one bundle at each corner, the last one closed over the stone.',
  school:
    'Separate short wires, bent to numbers and tied with fine wire. Other makers cross the seat’s wires and tie them where they cross, or fold the claws from one long wire.',
  params: {
    mount: 'Worn as',
    ring: 'Finger, inside',
    clear: 'Stone off the finger',
    seat: 'Seat reaches in',
    claw: 'Claws reach in',
    claws: 'Claws over',
    play: 'Play',
    tie: 'Tie at each corner',
    size: 'Seat wire, square',
    clawSize: 'Claw wire, half-round',
    seatTemper: 'Seat’s temper',
    tieSize: 'Tie wire',
  },
  parts: {
    middle: 'along the side',
    bend: 'bends',
    tail: 'tails',
    tie: 'under the tie',
    end: 'past the tie',
    shoulder: 'over to the neck',
    rise: 'down to the finger',
    finger: 'round the finger',
    lap: 'bound under the finger',
  },
  wires: {
    'seat-top': 'Seat, top',
    'seat-right': 'Seat, right',
    'seat-bottom': 'Seat, bottom',
    'seat-left': 'Seat, left',
    'claw-top': 'Claw, top',
    'claw-right': 'Claw, right',
    'claw-bottom': 'Claw, bottom',
    'claw-left': 'Claw, left',
  },
  joints: {
    'top-left': 'top left corner',
    'top-right': 'top right corner',
    'bottom-right': 'bottom right corner',
    'bottom-left': 'bottom left corner',
    palm: 'back of the shank',
  },
  outputs: {
    gapAlong: 'Between the tiers, top and bottom',
    gapAcross: 'Between the tiers, left and right',
    openingAlong: 'Opening of the seat, along',
    openingAcross: 'Opening of the seat, across',
    seatWidthAlong: 'Seat’s bends apart, top and bottom',
    seatWidthAcross: 'Seat’s bends apart, left and right',
    clawWidthAlong: 'Claws’ bends apart, top and bottom',
    clawWidthAcross: 'Claws’ bends apart, left and right',
    seatSlope: 'Seat’s tails rise at',
    clawSlope: 'Claws’ tails fall at',
    clear: 'Stone below the seat',
    mandrel: 'Mandrel for the shank',
  },
  findings: {
    'not-faceted':
      'Corner claws hold a faceted stone between its crown and its pavilion. A {kind} has no slope under its edge for the seat: a setting that reaches behind it holds it.',
    outline:
      'Corner claws take square, rectangular, cushion, round and oval stones. A {outline} has no four corners to tie at: its setting is a cradle woven up both sides from its tip, which is still to come here.',
    'no-middle':
      'The {tier} wires have no straight middle left between their bends: {lacks:1} mm are lacking. Thinner wire, or reach in less.',
    'past-middle': 'A {tier} that reaches {reach:1} mm in goes past the stone’s slope.',
    'no-shoulder':
      'Between the corner and the bail there is no room for the curves of this wire: {lacks:1} mm are lacking. Thinner wire, or a shorter tie.',
    'seat-on-finger':
      'The seat stands {by:1} mm in the finger’s opening. Lift the stone off the finger, or let the seat reach in less.',
    'few-claws':
      'Claws over {count} sides only: the stone tips out over an open one. Three sides or more hold it.',
    'seat-narrow': 'A seat that reaches {seat:1} mm in holds by a hair. Half a millimetre or more is safer.',
    loose: 'A play of {play:2} mm is felt as a rattle. Up to 0.1 mm sits snug.',
    'few-turns': 'Only {turns} turns at each corner: three or more keep the bundle from turning.',
    'culet-below':
      'The stone’s point stands {below:1} mm below the seat: it rests on what lies under it. A deeper frame would guard it.',
  },
  steps: {
    'bend-seat': {
      title: 'Bend the seat’s {which} wire',
      say: 'Two bends of {angle:0}°, {width:1} mm apart about the middle. Then bring both tails {way}, {by:1} mm, at {slope:0}°.',
      look: 'Flat on the bench between the bends; both tails alike.',
    },
    'bend-claw': {
      title: 'Bend the {which} claw',
      say: 'Flat side down: two bends of {angle:0}°, {width:1} mm apart about the middle. Then bring both tails {way}, {by:1} mm, at {slope:0}°.',
      look: 'The flat side is not twisted.',
    },
    try: {
      title: 'Try the stone on the seat',
      say: 'Lay the four seat wires out in their places and set the stone on them: it rests {seat:1} mm inside each edge, level.',
      look: 'The table is level from all sides. Corner to corner it measures the same both ways: the seat is square.',
    },
    lash: {
      title: 'Tie the {corner} corner, {number} of {of}',
      say: 'Lay the tails of the {corner} corner together, seat below, claws above, and tie them with {turns} turns of {tie}, packed, until it measures {length:1} mm.',
      look: 'The bundle is square and does not turn.',
      caution: 'Fine wire under tension cuts: tape on the fingers.',
    },
    seat: {
      title: 'Stone in',
      say: 'Slide the stone in from the open {corner} corner, best side up, under the claws and onto the seat.',
      look: 'It touches the seat on all four sides.',
      caution: 'Low over a folded cloth.',
    },
    'shape-shank': {
      title: 'Bend the shank',
      say: 'Bend the tails of the top and bottom seat wires down both sides and round a mandrel of {mandrel:1} mm; they spring open to {ring:1} mm and lie past each other under the finger.',
      look: 'The stone sits square over the shank.',
      caution: 'Hold the shank, not the stone. Try the ring on before it is bound.',
    },
    'bind-palm': {
      title: 'Bind the back of the shank',
      say: 'Bind the four ends side by side until it measures {length:1} mm, about {turns} turns of {tie}.',
      look: 'Flat and packed: this lies inside the hand.',
    },
    'shape-neck': {
      title: 'Bring the pair together',
      say: 'Curve both tails of the top seat wire over to the middle and turn them up side by side.',
      look: 'They meet over the middle of the stone.',
    },
  },
  moves: {
    'more-claws': 'Claws over all four sides',
    'deeper-claws': 'Claws {by:1} mm deeper',
    'deeper-seat': 'Seat {by:1} mm deeper',
    'longer-tie': 'Ties {by:0} mm longer',
    'thicker-clawSize': '{size} claws',
    'thicker-size': '{size} seat',
    'press-claws': 'Press the claws {by:2} mm down onto the crown',
  },
  prices: {
    'more-claws': 'hides more of the face',
    'deeper-claws': 'hides more of the face',
    'deeper-seat': 'the stone stands higher',
    'thicker-clawSize': 'stiffer to bend, and seen more',
    'thicker-size': 'stiffer to bend',
    'longer-tie': 'stands out farther at the corners',
  },
  checks: {
    square:
      'Measure from corner to corner both ways, or stand it on two touching corners: alike, the seat is square.',
    corners: 'Turn each corner’s bundle between finger and thumb: none gives.',
    shake: 'Shake it over the cloth, face up and face down: nothing moves out.',
    push: 'Push the stone with a thumb from behind, then from the front: no claw opens, no tail slips.',
    ends: 'Feel every corner with a fingertip and a scrap of cloth: nothing catches.',
    worn: 'Wear it for a few minutes, or hang it: it sits straight and nothing presses.',
    symmetry: 'The table is level, the claws reach alike.',
    stone: 'No chip at the girdle or the corners.',
  },
}
