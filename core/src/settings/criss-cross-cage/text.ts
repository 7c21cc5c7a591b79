import type { RecipeText } from '../kit/index.js'

/** The most levels that can be chosen. */
const MOST = 14
const SIDES = ['right', 'left'] as const
const FACES = [
  ['front', 'in front'],
  ['back', 'behind'],
] as const

/** Words of a criss-cross cage beside those that all families share. */
export const text: RecipeText = {
  name: 'Criss-cross cage',
  about:
    'One stout wire goes round the stone’s edge twice, in front and behind, from a loop bent out of its own middle. Fine wire crosses both faces from side to side, tied to the frame at every place.',
  school:
    'Both ends of one fine wire are laced up from the foot. Other makers lead a wire of its own over each face, or tie the crossings where they meet.',
  params: {
    levels: 'Tied, up each side',
    neck: 'Bound below the loop',
    turns: 'Turns at each place',
    ends: 'Turns at foot and end',
    size: 'Frame wire',
    lace: 'Lacing',
  },
  parts: {
    round: 'round the edge',
    shoulder: 'up to the neck',
    turns: 'round the frame',
    taut: 'over the face',
    tail: 'end on the neck',
  },
  wires: { frame: 'Frame', lace: 'Lacing' },
  joints: Object.fromEntries(
    SIDES.flatMap((side) =>
      FACES.flatMap(([face, said]) =>
        Array.from({ length: MOST }, (_, level) => [
          `${side}-${level}-${face}`,
          `${side} ${level + 1} ${said}`,
        ]),
      ),
    ),
  ) as Readonly<Record<string, string>>,
  outputs: { window: 'Widest window', passes: 'The stone passes no window under' },
  findings: {
    'no-edge': 'The frame lies flat round a stone’s edge, and a {kind} has none: look at the other settings.',
    pointed:
      'Round the point of a {outline} the frame would have to be bent more sharply than wire takes. A bound frame holds it at the point.',
    'wide-window':
      'Pushed aside, the wires leave a window of {wide:1} mm, and the stone passes one of {passes:1} mm: cross it once more.',
    crowded: '{levels} places have no room above each other. Fewer places, or finer lacing.',
  },
  steps: {
    'round-front': {
      title: 'Bend the round in front',
      say: 'Lead one leg down and all round the stone’s edge as it is seen from the front, and up to the neck again. Shape it with fingers and nylon jaws a little at a time, and lay it on the stone again and again.',
      look: 'It lies flat, and leaves room for the lacing all round.',
    },
    'round-back': {
      title: 'Bend the round behind',
      say: 'Lead the other leg round the other way, behind the first one, and up to the neck.',
      look: 'Both rounds are alike, one behind the other, as far apart as the stone is thick at its edge.',
    },
    try: {
      title: 'Try the stone',
      say: 'Lay the stone into the rounds from the front.',
      look: 'It goes in without force, with room for a turn of the lacing on all sides.',
    },
    'bind-neck': {
      title: 'Bind the neck',
      say: 'Lay both ends along the legs, one before and one behind, and bind all four below the loop with {tie} until it measures {length:1} mm, about {turns} turns.',
      look: 'Both rounds stand as far apart as the stone’s edge is thick, and nothing turns.',
    },
    'begin-cage': {
      title: 'Begin at the foot',
      say: 'Lay the middle of the lacing ({tie}) straight across behind, at the lowest places. Wind each end round the round behind, past the edge, and round the one in front: {places} places.',
      look: 'Both ends come up at the front, of equal length. Squeeze the turns a little oval, so that they cannot spin.',
      caution: 'Keep every kink open: fine wire breaks where a kink was pulled shut.',
    },
    seat: {
      title: 'Stone in',
      say: 'Lay the stone between the rounds and hold it there with a strip of tape.',
      look: 'Its edge lies between both rounds all the way.',
      caution: 'Low over a folded cloth.',
    },
    cross: {
      title: 'Cross both faces, level by level',
      say: 'Lead each end over the face to the other side, round the frame, past the edge, and round the other round: turns {turns} at each, {places} places. Next time it crosses the other face.',
      look: 'Snug, not tight: it lies on the stone and draws nothing together. Both ends at the same height.',
      caution: 'Fine wire under tension cuts: tape on the fingers.',
    },
    'end-cage': {
      title: 'Tie both ends off',
      say: 'Cross once more on each side, wind {turns} turns, lead each end past the edge and wind {ends} more, {places} places in all. Press both ends in on the outer side. Take the tape off. What is slack takes a small kink of the pliers.',
      look: 'The stone does not turn in its cage.',
    },
  },
  checks: {
    crossings: 'Push every crossing aside with a fingernail: no window opens wide enough for the stone.',
    shake: 'Shake it over the cloth: the stone does not move.',
    push: 'Push the stone from behind and from the front with both thumbs: no crossing lifts.',
    ends: 'Feel every end with a fingertip and a scrap of cloth: nothing catches.',
    worn: 'Hang it: it hangs straight.',
    stone: 'No chip along the edge.',
  },
  moves: {
    'more-levels': 'Crossed {by} more',
    'thicker-size': '{size} for the frame',
    'thicker-lace': 'Lacing of {lace}',
  },
  prices: {
    'more-levels': 'more wire over the face',
    'thicker-size': 'stiffer to bend',
    'thicker-lace': 'more to be seen of it',
  },
}
