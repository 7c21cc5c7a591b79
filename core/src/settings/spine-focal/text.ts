import type { RecipeText } from '../kit/index.js'

/** Words of a spine beside those that all families share. */
export const text: RecipeText = {
  name: 'Spine',
  about:
    'A wire through the hole of a drilled stone. Two legs of it come up to the bail: one through the stone and one behind it, or one on either side of a hole across; or the wire is coiled flat below and looped above.',
  school:
    'The leg behind is led last and gently. Other makers weave both stems, or lead one of them on as an ornament beside the stone.',
  params: {
    leads: 'Held by',
    bail: 'Bail, inside',
    neck: 'Bound below the bail',
    coil: 'Turns of the coil below',
    play: 'Play at foot and top',
    off: 'Leg off the back',
    size: 'Wire',
    bind: 'Binding',
  },
  parts: {
    foot: 'under the foot',
    through: 'through the hole',
    leg: 'leg behind',
    coil: 'flat coil',
    shoulder: 'up to the neck',
  },
  wires: { spine: 'Spine' },
  joints: {},
  outputs: { free: 'Free in the hole, on every side', across: 'Across the coil' },
  findings: {
    'no-hole': 'A spine runs through a hole, and this {kind} has none: look at the other settings.',
    across:
      'Its hole runs across its middle, and two legs from there meet no bail above it. Measured the other way up, its hole lengthwise, it can be strung.',
    narrow:
      'A hole of {hole:1} mm lets no wire through that would carry a stone. Bored out wider it could be strung.',
    wide: 'Through a hole of {hole:1} mm both stems slip: it asks for a bundle of wires, which none of the settings makes yet.',
    'too-thick': 'Wire of {thick:2} mm does not pass a hole of {hole:2} mm.',
    'coil-across':
      'A coil below holds a stone whose hole runs from foot to top. From a hole across two legs come up.',
    'no-room':
      'From this hole no leg comes up clear of the stone: it lies too far below the top. Measured the other way up it may.',
    slips:
      'Two stems side by side are {stems:1} mm wide: a hole of {hole:1} mm slips over them. Take thicker wire.',
    loose: 'The wire is free in its hole by {free:1} mm on every side: the stone swings on it.',
    'coil-small': 'A coil {across:1} mm across does not stop this hole: it should be {needs:1} mm or more.',
  },
  steps: {
    'shape-u': {
      title: 'Bend the foot',
      say: 'Beside its middle mark bend the wire to a right angle: the leg that goes through the stone stands up.',
      look: 'A sharp bend, and the leg straight from there.',
    },
    'coil-foot': {
      title: 'Coil the foot flat',
      say: 'Bend the wire to a right angle and coil its end flat round the stem until it is {across:1} mm across, turns in all: {turns}.',
      look: 'Flat, turn beside turn; the stem stands up square.',
    },
    thread: {
      title: 'Thread the stone',
      say: 'Slide the stone down the wire onto its foot.',
      look: 'It stands on the wire without rocking.',
      caution: 'Nothing forced: a burr in the hole chips it. Broach or wash it out first.',
    },
    'lead-leg': {
      title: 'Lead the leg up behind',
      say: 'Lead the other leg up behind the stone and forward over its top, and bring both upright side by side.',
      look: 'It lies along the back and presses nowhere.',
      caution: 'Last and gently: a hard pull over the edge chips the stone.',
    },
    'bind-neck': {
      title: 'Bind the neck',
      say: 'Bind both wires side by side with {tie} until it measures {length:1} mm, about {turns} turns.',
      look: 'Turn beside turn, down to the stone and not onto it.',
    },
    'lead-legs': {
      title: 'Lead both legs up',
      say: 'Lead one leg up on either side of the stone, and bring both upright side by side above its top.',
      look: 'Both slope alike; the stone swings a little between them.',
      caution: 'Gently: a hard pull over the edge chips the stone.',
    },
    'set-aside': {
      title: 'Set the stem aside',
      say: 'Just above the stone bend the stem half a thickness to the right and upright again.',
      look: 'The stone has a hair of play.',
    },
  },
  checks: {
    shake: 'Shake it over the cloth: the stone does not click on its wire.',
    push: 'Push the stone up, down and from both sides: no bend opens.',
    turn: 'Turn the stone on its wire: where a leg lies behind, it stays with its face to the front.',
    ends: 'Feel every end with a fingertip and a scrap of cloth: nothing catches.',
    worn: 'Hang it: it hangs straight, its face to the front.',
    stone: 'No chip round the hole.',
  },
  moves: {
    'larger-coil': 'One more turn of the coil',
    'thicker-size': '{size} wire',
  },
  prices: {
    'larger-coil': 'a wider foot to be seen',
    'thicker-size': 'stiffer to bend',
  },
}
