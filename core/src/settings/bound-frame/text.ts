import type { RecipeText } from '../kit/index.js'

/** Figures of a bound frame that are searched for: lengths by kind of stretch, and what the frame bears. */
export const searched = {
  ease: 'in from the foot to the stone’s edge: {which}',
  side: 'along the edge, between its bends: {which}',
  bend: 'over the stone and back, where it touches it: {which}',
  sweep: 'over the edge and along the face in one sweep, where it touches it: {which}',
  shoulder: 'from the edge into the upright: {which}',
  swirl: 'to a swirl against the shoulder: {which}',
  over: 'folded off the neck and, as a string would lie, over the face to the frame: {which}',
  coil: 'to and round the ball: {which}',
  through: 'from the middle of the bead to the shoulder: {which}',
  turns: 'turns round the shoulder: {which}',
  beadGap: 'clear between the shoulders where the bead sits: {which}',
  gapTop: 'between the stone’s top and where both sides come together: {which}',
  carried: [
    'g',
    'weight under which the frame without its bends gives way, {which}, pulled at the foot: plastic limit analysis of one wire, times their number',
  ],
  stretch:
    'how far the frame without its bends stretches for each gram of a stone at 25 times its weight, {which}, by unit loads',
} as const

/** Words of the bound frame. Places in braces are filled from an operation's or finding's values. */
export const text: RecipeText = {
  name: 'Bound frame',
  about:
    'Straight wires lie side by side, bound at the foot, bent round the edge and bound at the neck; bends over the face and behind hold the stone.',
  school:
    'Square bundles bound with half-round, cut first and bound flat, then bent. Other makers weave fine wire round a round frame, or shape the frame before they bind it.',
  groups: {
    wire: 'Wire',
    binding: 'Foot and binding',
    tails: 'What becomes of the ends',
    accents: 'Accents',
    neck: 'Into the neck',
  },
  params: {
    wires: 'Frame wires',
    size: 'Wire',
    profile: 'Profile',
    twist: 'Front and rear wire twisted',
    frontHold: 'Front wire over the face',
    backHold: 'Rear wire behind',
    frontBends: 'Bends in front',
    frontOverlap: 'Reach in front',
    backBends: 'Bends behind',
    backOverlap: 'Reach behind',
    foot: 'Foot bind',
    footBind: 'Foot held by',
    footForm: 'Foot bent to',
    footGap: 'Foot off the stone',
    order: 'Order of work',
    pair: 'Bail from',
    binding: 'Binding profile',
    bindingSize: 'Binding wire',
    tail: 'Each tail that stands above',
    swirls: 'Ends made to swirls',
    swirlPlace: 'First pair of swirls',
    bead: 'Bead above the stone',
    beadWire: 'Bead wire',
    ball: 'Ball on the right shoulder',
    tailOver: 'Front tails tied over the edge, o’clock',
    leave: 'Leaves the edge, before the top',
    neckRadius: 'Radius into the neck',
  },
  parts: {
    foot: 'foot bind',
    side: 'along the edge',
    bend: 'bends over the stone',
    shoulder: 'shoulders',
    tail: 'tails',
    tied: 'tied ends',
    coil: 'coil round the ball',
    through: 'through the bead',
    turns: 'turns round the shoulders',
  },
  wires: {
    front: 'Front wire',
    rear: 'Rear wire',
    bead: 'Bead wire',
    middle: 'Middle wire',
    'middle-1': 'Second wire',
    'middle-2': 'Third wire',
    'middle-3': 'Fourth wire',
    'middle-4': 'Fifth wire',
  },
  joints: {
    foot: 'foot',
    ball: 'ball’s coil',
    'bead-left': 'bead, left',
    'bead-right': 'bead, right',
    'tie-left': 'left tail',
    'tie-right': 'right tail',
  },
  outputs: {
    gapTop: 'Gap above the stone',
    gapFoot: 'Gap at the foot',
    beadGap: 'Gap that the bead spans',
    stack: 'Height of the stack',
  },
  findings: {
    'not-domed':
      'A bound frame takes cabochons with a flat back or a dome on both sides. A {kind} needs another setting.',
    'foot-too-long': 'A foot bind of {foot:1} mm leaves no side to bend. Make it shorter.',
    'foot-into-stone':
      'The foot would stand {deep:2} mm in the stone where it comes in to the edge. Make it shorter, or leave a wider gap.',
    'foot-bend-short':
      'A V with a gap of {gap:1} mm needs a longer foot than {foot:1} mm: its legs do not reach the stone’s edge. Bind a longer foot, or leave less gap.',
    'weave-round':
      'Half-round wire cannot be woven ({weave}): it twists where it goes through between the wires. Take round binding.',
    'weave-twisted':
      'Twisted wires are not woven over ({weave}): the weaving wire catches on their corners. Bind the foot, or leave the wires plain.',
    'bead-no-room':
      'There is no straight stretch between stone and neck for the turns that hold a bead. Leave the edge earlier, curve tighter into the neck, or take thinner binding.',
    'ball-no-room':
      'A ball of {ball:1} mm has no place on the shoulder: its coil would stand in the stone or the neck, or this wire cannot make its floor ring. Take another size, or leave the edge earlier.',
    'ball-and-tail':
      'The front wire’s right end cannot both hold a ball and be tied over the edge. Do one of the two.',
    'front-is-bail':
      'The front wire’s ends become the bail: they cannot be led over the edge or hold a ball as well. Take the bail from another pair.',
    'bail-before':
      'Rolled forward the bail comes down before the neck, where the front wire’s ends would be led off. Roll it backward, or leave them cut.',
    'ball-and-bead':
      'The coil round a ball of {ball:1} mm runs into the bead beside it. Take smaller ones, or one of the two.',
    'bead-slips':
      'A bead of {bead:1} mm is smaller than the gap of {gap:1} mm that it spans: it would hang in it on its wire and turn. Take one a little larger than the gap.',
    'bead-crowds':
      'A bead of {bead:1} mm does not sit into the gap: its hole lies {before:1} mm before the frame. Take a smaller one, or leave the edge earlier.',
    'swirl-no-room':
      'Swirls on the shoulders would run {need:1} mm into the neck. Leave the edge earlier, take thinner wire, or let them stand above.',
    'no-room-for-shoulder':
      'Leaving {leave:0}° before the top there is no room for a curve of {radius:1} mm into the neck. Leave the edge earlier, or curve tighter.',
    'shoulder-too-tight':
      'A radius of {radius:1} mm at the neck is tighter than this wire bends; it takes {least:1} mm or more.',
    'overlap-past-middle': 'A reach of {overlap:1} mm goes past the middle of the stone.',
    'bend-over-hollow':
      'At {hour:clock} the edge is hollow and the frame passes it straight: a bend there would not reach the stone. Move it to where the edge bulges.',
    'bend-into-stone':
      'The bend at {hour:clock} would stand {deep:2} mm in the stone where it bulges. Reach less, or move the bend.',
    'sweep-no-room':
      'There is no room between foot and shoulder for a sweep over the {face}. Bends, a shorter foot, or less reach.',
    'sweep-into-stone':
      'A sweep over the {face} would stand {deep:2} mm in the stone where it bulges. Reach less, or take bends.',
    'bend-in-foot':
      'The bend at {hour:clock} runs {need:1} mm into the foot bind. Move it up, or bind a shorter foot.',
    'bend-in-neck': 'The bend at {hour:clock} runs into the shoulder. Move it down.',
    'bends-collide':
      'The bends at {first:clock} and {second:clock} run into each other by {need:1} mm. Move them apart, reach less, or take thinner wire.',
    'too-light':
      'The frame is light for this stone: hung by the neck it starts to give at {times:0} times the stone’s weight ({carried:0} g), less than {wanted} times. Thicker or half-hard wire, or one wire more, carries it.',
    sags: 'At {times} times the stone’s weight the frame would stretch {sag:1} mm. Thicker or half-hard wire stands stiffer.',
    clumsy: 'Wire of {thickness:2} mm looks heavy round a stone {width:0} mm wide. A thinner gauge may do.',
    'stack-high':
      'The stack is {stack:1} mm high round an edge of {edge:1} mm: it stands proud of the stone. One wire fewer, or thinner wire.',
    'stack-low':
      'The stack is only {stack:1} mm high on an edge of {edge:1} mm. One wire more, or thicker wire.',
    'few-bends': 'Bends on the {face}: only {count}. Three well spread ones keep a stone from tipping out.',
    'long-gap': 'The gap above the stone is {gap:1} mm: room for a bead, or leave the edge later.',
  },
  steps: {
    twist: {
      title: 'Twist two wires before they are cut',
      say: 'Take two pieces of {frame}, each over {length:0} mm. Hold one end in a vice and turn the other in a pin vice: about {turns} turns in that length, one turn in {pitch:1} mm. One to the right, the other to the left.',
      look: 'Side by side the two slant toward each other, evenly along their whole length. They become the front and the rear wire.',
      caution:
        'Twisting hardens the wire: stop when it is even. Keep it straight and pulled, and your fingers off the turning end. Filled and plated wire may split.',
    },
    align: {
      title: 'Lay the wires side by side',
      say: 'Lay {n} wires side by side, marks together, and tape them a finger’s width from the marks on both sides.',
      look: 'All flush, none rolled.',
    },
    'bind-foot': {
      title: 'Bind the foot',
      say: 'From the {first} mark, bind the {n} wires until it measures {length:1} mm, {length/2:1} mm either side of the middle: about {turns} turns of {tie}, {sense} as seen from that end.',
      look: 'Wraps packed and flat; both binding ends cut short and pressed flat on the inside, where the gap to the stone will be.',
    },
    'weave-foot': {
      title: 'Weave the foot',
      say: 'Over the {n} wires, between the foot marks, weave {weave} with {tie}: {repeats} repeats of {rows} rows, {turns} rows in all, about {length:1} mm. The wires open a little where it goes through.',
      look: 'Rows lie side by side, straight across; both halves have as many.',
      caution: 'Open every loop before you pull: a kink in fine wire breaks later. Guard your fingers.',
    },
    untape: {
      title: 'Take the tape off',
      say: 'Peel the tape off both sides and wipe the wires.',
      look: 'No glue left on the metal.',
    },
    'bend-foot': {
      title: 'Bend the foot to a V',
      say: 'Hold the bound foot in the middle with flat-nose pliers and bend both legs up by {rise:0}°, all {n} wires together.',
      look: 'The bend is in the middle of the binding, and the wires still lie flush.',
      caution: 'Pad the jaws: the binding marks easily.',
    },
    shape: {
      title: 'Bend the frame round the stone',
      say: 'With the foot bind at the bottom of the stone, bend all {n} wires together up both sides along the edge.',
      look: 'A little slack at the sides is right: the bends will use it.',
    },
    'shoulder-left': {
      title: 'Turn the left shoulder up',
      say: 'Leave the edge about {leave:0}° before the top and turn all {n} wires up, a curve of {radius:1} mm.',
      look: 'All {n} level with one another.',
    },
    'shoulder-right': {
      title: 'Turn the right shoulder up',
      say: 'Leave the edge about {leave:0}° before the top and turn all {n} wires up, a curve of {radius:1} mm.',
      look: 'Both stacks meet over the middle of the stone.',
    },
    'sweep-front': {
      title: 'Work the front wire over the face',
      say: 'A little at a time, from the foot to the shoulder and on both sides in turn, bring the front wire over the edge until it lies {overlap:1} mm inside all along.',
      look: 'It lies on the stone all along, left and right alike.',
      caution: 'Pad the pliers, press the wire and not the stone; stop if the stone moves.',
    },
    'sweep-back': {
      title: 'Work the rear wire in behind',
      say: 'A little at a time, from the foot to the shoulder and on both sides in turn, bring the rear wire in behind until it lies {overlap:1} mm inside all along: a cradle.',
      look: 'It lies in one plane where the stone’s back is, left and right alike.',
    },
    'bend-back': {
      title: 'Bend behind, {number} of {of}',
      say: '{along:1} mm along the frame from the foot bind, near {hour:clock}, mark the rear wire and bend it in behind, until it reaches {overlap:1} mm inside the edge.',
      look: 'It lies flat where the stone’s back will be.',
    },
    'try-gap': {
      title: 'Try the stone in the frame',
      say: 'Lay the stone into the open frame: it touches all round, and the foot leaves it {gap:1} mm.',
      look: 'If it is tight, open the shoulders a little; if loose, close them.',
    },
    try: {
      title: 'Try the stone',
      say: 'Lay the stone in from the front. It should rest on what is bent in behind and touch the frame all round.',
      look: 'If it is tight, open the shoulders a little; if loose, close them.',
    },
    seat: {
      title: 'Stone in',
      say: 'Seat the stone on the {back} bends behind, best side toward you.',
      look: 'It does not rock.',
    },
    'seat-cradle': {
      title: 'Stone in',
      say: 'Seat the stone in the cradle behind, best side toward you.',
      look: 'It does not rock.',
    },
    'seat-open': {
      title: 'Stone in',
      say: 'Lay the stone into the bound frame, best side toward you, and hold it there with a strip of tape across.',
      look: 'The edge lies in the middle of the wires all round.',
    },
    'bend-front': {
      title: 'Bend over the face, {number} of {of}',
      say: '{along:1} mm along the frame from the foot bind, near {hour:clock}, mark the front wire and bring it over the edge, until it reaches {overlap:1} mm inside.',
      look: 'It lies on the stone. Press the wire, not the stone.',
      caution: 'Pad the pliers; stop if the stone moves under the jaw.',
    },
    close: {
      title: 'Bring the neck together',
      say: 'Bring all {count} wires together above the stone, two wide and {n} deep, and tie them with a scrap of wire.',
      look: 'The stone does not drop when only the frame is held.',
    },
    'bind-neck': {
      title: 'Bind the neck',
      say: 'Bind all {count} wires upward from the stone until it measures {length:1} mm, about {turns} turns of {tie}. Take the scrap tie off as you reach it.',
      look: 'All edges flush, none rolled; no scrap tie left.',
    },
    curl: {
      title: 'Curl the tails',
      say: 'Curl both ends of the {wire} wire outward; each has {budget:0} mm.',
      look: 'Left and right alike, or freely: the budget is all that counts.',
    },
    'curl-shoulder': {
      title: 'Swirls on the shoulders',
      say: 'Thin the last few millimetres of both ends of the {wire} wire with a file or a few light taps on the block, then curl them tight, from the tip inward, and bend them down until they lie against the shoulders.',
      look: 'They touch the frame all along, left and right alike; the thin tips lie inside.',
      caution:
        'Filled and plated wire is not filed. Nothing is tapped over the stone: cover it, and work off its edge.',
    },
    'lead-left': {
      title: 'Lead the left tail over the edge',
      say: 'Fold the left front tail down before the neck and lead it over the face to {hour:clock}, pulled snug.',
      look: 'It lies on the stone, and crosses the edge just there.',
      caution: 'Pull along the wire, not against the edge of the stone.',
    },
    'lead-right': {
      title: 'Lead the right tail over the edge',
      say: 'Fold the right front tail down before the neck and lead it over the face to {hour:clock}, pulled snug.',
      look: 'It lies on the stone, and crosses the edge just there.',
      caution: 'Pull along the wire, not against the edge of the stone.',
    },
    'tie-left': {
      title: 'Tie the left tail',
      say: 'Lay its end along the front wire at {hour:clock} and tie both with {turns} turns of {tie}. Cut it off flush behind the tie and press it in.',
      look: 'It cannot be slid along; no end stands up.',
    },
    'tie-right': {
      title: 'Tie the right tail',
      say: 'Lay its end along the front wire at {hour:clock} and tie both with {turns} turns of {tie}. Cut it off flush behind the tie and press it in.',
      look: 'It cannot be slid along; no end stands up.',
    },
    trim: {
      title: 'Trim and press the ends in',
      say: 'Cut the working ends off close to the binding that holds them, with the {margin:0} mm that are over elsewhere; file every end flat and press it in.',
      look: 'Run a finger over every end, then a scrap of thin cloth.',
      caution: 'Cut into the hand or a cloth: ends fly.',
    },
    'coil-ball': {
      title: 'Coil the right front tail for the ball',
      say: 'Lead the right front tail over and down beside the shoulder, and wind a floor ring and rising turns round the {ball:1} mm ball, up to where the coil touches the frame; take the ball out again.',
      look: 'The ball rests on the ring and does not fall through.',
      caution:
        'Filled and plated wire is not filed. Wind round a rod of the ball’s width if the ball is soft or precious.',
    },
    'tie-ball': {
      title: 'Tie the coil to the frame',
      say: 'Where the coil touches the front wire, tie both with {turns} turns of {tie}. Cut it off behind and press it in.',
      look: 'The coil stands level and cannot be turned.',
    },
    'close-ball': {
      title: 'Ball in, and close the coil',
      say: 'Lay the {ball:1} mm ball in and wind the rest of the tail on over its widest place, each turn beside the one before. Tuck the end under the last turn.',
      look: 'The ball turns, but does not lift. Feel the end: nothing catches.',
      caution: 'Wind the wire down onto the ball; do not press the ball into the wire.',
    },
    'bead-first': {
      title: 'Wind the bead’s wire on the {side}',
      say: 'With {wire}, about {length:0} mm in all: {turns} turns side by side round the whole {side} shoulder, upward.',
      look: 'The turns lie flat and touch; the wire leaves over the front, toward the middle.',
      caution: 'Fine wire under tension cuts: guard your fingers.',
    },
    'bead-second': {
      title: 'Wind the bead’s wire on the {side}',
      say: 'Draw the wire snug over the front of the {side} shoulder and wind {turns} turns upward. Cut both ends short behind and press them in.',
      look: 'As many turns as on the other side; the bead sits in the gap and does not slide.',
      caution: 'Do not pull the shoulders together.',
    },
    'thread-bead': {
      title: 'Thread the bead',
      say: 'Thread the {bead:1} mm bead and push it up to the shoulder.',
      look: 'The wire runs through freely; the hole’s edge does not cut it.',
    },
  },
  moves: {
    'deeper-front': 'Bends in front {by:1} mm deeper',
    'deeper-back': 'Bends behind {by:1} mm deeper',
    'deeper-both': 'Bends in front and behind {by:1} mm deeper',
    'bends-front': 'More bends in front, well spread',
    'bends-back': 'More bends behind, well spread',
    'bends-both': 'More bends in front and behind, well spread',
    'reach-front': 'Bring the bends over the face',
    'reach-back': 'Bring the bends in behind',
    'thicker-size': '{size} wire',
    'press-front': 'Press the bends in front {by:1} mm farther in',
    'press-back': 'Press the bends behind {by:1} mm farther in',
    'add-front': 'Press more bends in on the front, well spread',
    'add-back': 'Press more bends in behind, well spread',
    'close-neck': 'Draw the wires tighter together under the neck and bind them down to the stone',
    'tail-over': 'Lead the front tails over the edge and tie them at {hour:clock} and {other:clock}',
  },
  prices: {
    'deeper-front': 'hides more of the face',
    'deeper-both': 'hides more of the face',
    'bends-front': 'hides more of the face, and takes longer',
    'bends-both': 'hides more of the face, and takes longer',
    'bends-back': 'takes longer',
    'reach-front': 'hides more of the face',
    'thicker-size': 'stiffer to bend, and seen more',
  },
  checks: {
    'frame-only': 'Hold it by the frame only, low over a folded cloth: the stone stays.',
    shake: 'Shake it over the cloth, face up, face down and on both sides: nothing moves out.',
    push: 'Push the stone with a thumb from behind, then from the front: no bend opens.',
    ends: 'Feel every end with a fingertip and a scrap of cloth: nothing catches.',
    bail: 'The bail is straight, centred and the right way round; the chain passes.',
    symmetry: 'Left and right bends are level and reach alike.',
    stone: 'No chip or bruise on the stone’s edge.',
    temporary: 'Tape and scrap ties are off.',
  },
}
