import type { RecipeText } from '../kit/index.js'

/** Figures of two hoops that are searched for: lengths by kind of stretch, and where the hoops lie. */
export const searched = {
  radius:
    'radius to the wire’s middle of the {which}, its halves half a wire nearer to and farther from the stone’s middle',
  front: 'before the stone, along it: {which}',
  back: 'behind the stone, along it: {which}',
  pass: 'once round a side in passing, and one wire farther: {which}',
  coil: 'turns round a side, less a quarter, packed, their lead taken up slowly: {which}',
  climb: 'turns up the side, packed, and one more for the rest of the way: {which}',
  bend: 'the turn from the side into the hoop: {which}',
  finger: 'about the finger, to where it turns outward: {which}',
  turn: 'a curve from the finger to the stone’s side: {which}',
  shoulder: 'from where it leaves the stone into the upright: {which}',
  side: 'along the stone: {which}',
  tied: 'along the stone under the hoop’s turns: {which}',
  hook: 'curled inward over the hoop until it is by the stone: {which}',
  climbs: ['turns', 'turns up the side that have room between the hoops: {which}'],
  spacing: 'between the hoops’ middles where they lie on the stone, with their play: {which}',
  beyond: 'how far the stone stands out of the near hoop, 0 where it lies within it: {which}',
} as const

/** Words of two hoops. Places in braces are filled from an operation's or finding's values. */
export const text: RecipeText = {
  name: 'Two hoops',
  about:
    'A ball or an egg lies between two hoops narrower than it. Each hoop is wound round the shank, or round the wire of a bail, at both sides.',
  school:
    'Two hoops and a carrier, each cut to length and the hoops bent first, or the whole worked from one wire, shank or bail first. Other makers tie the hoops with fine wire instead of winding their ends.',
  params: {
    mount: 'Worn as',
    bulge: 'Stone into the finger’s opening',
    leave: 'Leaves the stone, before the top',
    seat: 'Near hoop, inside',
    hoop: 'Far hoop, inside',
    play: 'Play',
    turns: 'Turns of each end',
    work: 'Worked from',
    size: 'Hoop wire',
    shankSize: 'Shank or bail wire',
    bindingSize: 'Binding wire',
  },
  parts: {
    pass: 'turn in passing',
    front: 'half before the stone',
    back: 'half behind the stone',
    coil: 'wound ends',
    side: 'along the stone',
    tied: 'under the hoops’ turns',
    bend: 'turn into the hoop',
    climb: 'turns up the side',
    hook: 'curled ends',
    shoulder: 'shoulders',
  },
  wires: {
    one: 'The wire',
    near: 'Near hoop',
    far: 'Far hoop',
    hanger: 'Bail wire',
    shank: 'Shank',
    'shank-1': 'First shank wire',
    'shank-2': 'Second shank wire',
    'shank-3': 'Third shank wire',
    'shank-4': 'Fourth shank wire',
  },
  joints: {
    'near-left': 'near hoop, in passing',
    'near-right': 'near hoop, ends',
    climb: 'up the side',
    'far-left': 'far hoop, in passing',
    'far-right': 'far hoop, ends',
  },
  outputs: {
    spacing: 'Between the hoops’ middles',
    beyond: 'Stone beyond the near hoop',
    rod: 'Rod for both hoops',
    nearRod: 'Rod for the near hoop',
    farRod: 'Rod for the far hoop',
  },
  findings: {
    'not-round':
      'Two hoops hold a ball or an egg, round about its length. A {kind} would turn in them and fall out; it needs another setting.',
    'coils-meet':
      'With {turns} turns at each end the coils of both hoops run into each other on the side by {lacks:1} mm. Fewer turns, narrower hoops, or thinner wire.',
    'no-climb':
      'The hoops lie so near to each other that the one wire has no room to climb from the far to the near one: {lacks:1} mm are lacking. Narrower hoops, or thinner wire.',
    'no-room-for-ends':
      'The far hoop lies so near to the stone’s end that the ends which hold it have no room beside it: {lacks:1} mm are lacking. A wider far hoop.',
    'shank-apart':
      'With the stone {bulge:1} mm into the finger’s opening no curve leads from the shank to its sides. Bring it nearer to 0.',
    'coil-in-shank':
      'The near hoop of {seat:1} mm lies so close to the finger that its coil has no straight stretch: {lacks:1} mm are lacking. A wider near hoop, fewer turns, or lift the stone off the finger.',
    'coil-in-shoulder':
      'Leaving the stone {leave:0}° before the top, the near hoop’s coil lacks {lacks:1} mm. Leave later, take a wider near hoop, or fewer turns.',
    'no-room-for-shoulder':
      'Leaving {leave:0}° before the top there is no room for the curve into the neck. Leave the stone earlier.',
    'coil-too-tight':
      'Wound round the carrier this wire is bent to a radius of {radius:2} mm; it takes {least:2} mm before it cracks. Thinner or softer wire, or a thicker shank.',
    'hoop-too-wide':
      'A hoop {hoop:1} mm inside is as wide as the stone ({across:1} mm): it slips through. A narrower one holds it.',
    'hoop-wide':
      'A hoop {hoop:1} mm inside is {share:0} % of the stone: a knock may press it through. Nine tenths or less sits deeper.',
    loose: 'A play of {play:1} mm rattles, and lets the stone wear. Up to 0.3 mm is felt as snug.',
    'hoop-on-finger':
      'The near hoop stands {by:1} mm into the finger’s opening and is felt. Lift the stone, or take wider hoops.',
    'bulge-on-finger': 'The stone presses {bulge:1} mm into the finger. It is worn more easily nearer to 0.',
  },
  steps: {
    'shape-shank-one': {
      title: 'Bend the shank',
      say: 'From its middle bend the wire round a mandrel of {mandrel:1} mm (it springs open to {ring:1} mm), then out and along both sides of the stone.',
      look: 'Both sides stand equally high and equally far from the stone.',
      caution: 'Try the ring on before anything is wound round it.',
    },
    'wind-one-far': {
      title: 'Turn the right end into the far hoop',
      say: 'Turn the right end to the front at its mark and wind the far hoop with it round a rod of {rod:1} mm, once round and back to the right side; it springs open to {open:1} mm, and its turn at the left draws it to {inside:1} mm.',
      look: 'It lies between both sides, its two halves a wire or two apart.',
    },
    'coil-one-far': {
      title: 'Wind the far hoop in passing',
      say: 'At the left side wind the hoop once round, outside and back in, at its marks.',
      look: 'The hoop stands square to the sides.',
    },
    'try-one': {
      title: 'Try the stone',
      say: 'Lay the stone in the far hoop from the open side. It should rest on the hoop all round and stand free of both sides.',
      look: 'It does not drop through.',
    },
    'seat-one': {
      title: 'Stone in',
      say: 'Seat the stone in the far hoop, best side out.',
      look: 'The far hoop does not reach the stone’s widest place.',
    },
    climb: {
      title: 'Climb the right side',
      say: 'Wind the wire {turns} turns round the right side toward the open hoop: {packed} packed, the last one long, up to the mark of the near hoop.',
      look: 'It arrives inside the side, at the mark.',
      caution: 'Guard the stone with a strip of leather under the pliers.',
    },
    'wind-one-near': {
      title: 'Lay the near hoop over the stone',
      say: 'Bend the near hoop by hand over a rod of {rod:1} mm and lay it on the stone; its turn at the left draws it to {inside:1} mm inside.',
      look: 'It does not reach the stone’s widest place.',
    },
    'coil-one-near': {
      title: 'Wind the near hoop in passing',
      say: 'Press it down on the stone and wind it once round the left side at its marks.',
      look: 'Both halves are equally far from the far hoop.',
      caution: 'Press the wire, not the stone.',
    },
    'coil-one-end': {
      title: 'Close the near hoop',
      say: 'At the right side wind the end {turns} turns, away from the far hoop, drawing the hoop down onto the stone.',
      look: 'The stone turns, but does not lift.',
      caution: 'Hold the stone low over a cloth.',
    },
    'hook-one': {
      title: 'Curl the left end in',
      say: 'Trim the end of the left side to its mark and curl it inward and down over the far hoop, until it is by the stone.',
      look: 'It does not touch the stone, and the hoop cannot slide off.',
      caution: 'Turn the pliers away from the stone.',
    },
    'wind-near': {
      title: 'Bend the near hoop',
      say: 'From its middle mark wind the near hoop round a rod of {rod:1} mm; it springs open to {open:1} mm. Its turn at the left will draw it to {inside:1} mm. Leave both ends long and straight.',
      look: 'Round and flat; the marks of both ends meet.',
    },
    'wind-far': {
      title: 'Bend the far hoop',
      say: 'Wind the far hoop round a rod of {rod:1} mm; it springs open to {open:1} mm, and will be drawn to {inside:1} mm.',
      look: 'Round and flat; the marks of both ends meet.',
    },
    'try-between': {
      title: 'Try the stone between both',
      say: 'Hold the stone between both hoops and press them together.',
      look: 'Neither comes near the stone’s widest place. If one does, bend it smaller now.',
    },
    'shape-shank': {
      title: 'Bend the shank',
      say: 'Bend the shank’s middle round a mandrel of {mandrel:1} mm (it springs open to {ring:1} mm), then both ends out and up along the stone’s sides.',
      look: 'Both sides stand equally high and equally far from the stone.',
      caution: 'Try the ring on before anything is wound round it.',
    },
    'shape-sides': {
      title: 'Lead both legs round the stone',
      say: 'Spread the legs {leave:0}° to either side of the top and lead them down along both sides of the stone.',
      look: 'The stone drops in and out between them.',
    },
    'coil-near-passing': {
      title: 'Wind the near hoop in passing',
      say: 'Lay the near hoop inside the left side at its marks and wind it once round, outside and back in: that draws it to {inside:1} mm.',
      look: 'The hoop stands square to the sides.',
    },
    'coil-near-ends': {
      title: 'Wind both ends of the near hoop',
      say: 'At the right side wind one end upward, the other downward, {turns} turns each, {both} in all. Tight, side by side.',
      look: 'The hoop is closed and does not slide along the sides.',
    },
    try: {
      title: 'Try the stone',
      say: 'Lay the stone in the near hoop. It should rest on the hoop all round and stand free of both sides.',
      look: 'It does not drop through.',
    },
    seat: {
      title: 'Stone in',
      say: 'Seat the stone in the near hoop, best side out, and lay the far hoop over it.',
      look: 'The far hoop does not reach the stone’s widest place.',
    },
    'coil-far-passing': {
      title: 'Wind the far hoop in passing',
      say: 'Press the far hoop down on the stone and wind it once round the left side at its marks.',
      look: 'Front and back are equally far from the near hoop.',
      caution: 'Press the wire, not the stone.',
    },
    'coil-far-ends': {
      title: 'Close the far hoop',
      say: 'At the right side wind both ends, {turns} turns each, {both} in all, drawing the hoop down onto the stone as you go.',
      look: 'The stone turns, but does not lift.',
      caution: 'Hold the stone low over a cloth.',
    },
    'hook-left': {
      title: 'Curl the left ends in',
      say: 'Trim what stands over the far hoop’s turns at the left to its mark, and curl it inward and down over the hoop, until it is by the stone.',
      look: 'It does not touch the stone, and the hoop cannot slide off.',
      caution: 'Turn the pliers away from the stone.',
    },
    'hook-right': {
      title: 'Curl the right ends in',
      say: 'The same at the right: inward and down over the far hoop, until it is by the stone.',
      look: 'Level with the other side.',
      caution: 'Turn the pliers away from the stone.',
    },
    trim: {
      title: 'Trim and tuck the ends',
      say: 'Trim what is over (about {margin:0} mm at each end) and press every end in, toward the stone’s side.',
      look: 'Run a finger over every end, then a scrap of thin cloth.',
      caution: 'Cut into the hand or a cloth: ends fly.',
    },
  },
  moves: {
    narrower: 'Hoops {to:1} mm inside at most',
    'more-turns': 'One turn more at each end',
    'thicker-size': '{size} hoops',
    'thicker-shankSize': '{size} for what carries them',
    'press-hoops': 'Press the far hoop {by:1} mm down onto the stone',
  },
  prices: {
    narrower: 'the stone stands out farther',
    'thicker-size': 'stiffer to wind, and seen more',
    'thicker-shankSize': 'stiffer to bend round the finger or to a bail',
    'more-turns': 'takes longer',
  },
  checks: {
    hoops: 'Hold it by the sides only, low over a folded cloth, far hoop down: the stone stays.',
    shake: 'Shake it over the cloth in all directions: nothing moves out.',
    push: 'Push the stone with a thumb through the near hoop: the far one does not slide along the sides.',
    ends: 'Feel every end with a fingertip and a scrap of cloth: nothing catches.',
    worn: 'Wear it for a few minutes, or hang it: it sits straight and nothing presses.',
    symmetry: 'Both sides are equally high, the hoops level.',
    stone: 'No scratch where the hoops lie.',
  },
}
