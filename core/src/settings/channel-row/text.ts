import type { RecipeText } from '../kit/index.js'
import { MOST } from './choices.js'
import { FLANKS } from './rails.js'

/** Words of a channel row beside those that all families share. */
export const text: RecipeText = {
  name: 'Channel row',
  about:
    'Small faceted stones in a line: two rails over their crowns, two under their pavilions. Fine wire is wound round the lower rails to a seat with a hole for each point, and ties upper to lower between every two stones.',
  school:
    'Both ends of one fine wire are worked along, one on each side. Other makers work with one end, and cross over under each stone; some bind all rails at every third stone only.',
  params: {
    ends: 'Ends',
    tails: 'Left long',
    over: 'Upper rails reach in',
    under: 'Lower rails reach in',
    play: 'Play in the slot',
    gap: 'Between two stones, at least',
    eights: 'Figures of eight at a tie, at least',
    end: 'Bound at both ends',
    size: 'Upper rails, square',
    lower: 'Lower rails, square',
    lace: 'Fine wire',
    bail: 'Loops, inside',
  },
  parts: {
    rail: 'along the row',
    crank: 'bent in to the end',
    tail: 'up to the bind',
    bound: 'under the bind',
    loop: 'loops',
    end: 'past the bind',
  },
  wires: {
    'upper-far': 'Upper rail, far',
    'upper-near': 'Upper rail, near',
    'lower-far': 'Lower rail, far',
    'lower-near': 'Lower rail, near',
  },
  joints: Object.fromEntries([
    ['bind-left', 'first end'],
    ['bind-right', 'last end'],
    ...Array.from({ length: MOST }, (_, i) => [`seat-${i + 1}`, `seat ${i + 1}`]),
    ...Array.from({ length: MOST + 1 }, (_, i) =>
      FLANKS.map((flank) => [
        `tie-${i}-${flank}`,
        i === 0 ? `first tie, ${flank}` : `tie after stone ${i}, ${flank}`,
      ]),
    ).flat(),
  ]) as Readonly<Record<string, string>>,
  outputs: {
    pitch: 'From stone to stone',
    seat: 'Turns round each lower rail, a stone',
    slot: 'Slot between upper and lower rail',
    pitchSmallest: 'From the smallest to the next',
    slotSmallest: 'Slot at the smallest',
    betweenUpper: 'Between the upper rails',
    betweenLower: 'Between the lower rails',
    crank: 'Lower rails bent down by',
  },
  findings: {
    'not-faceted':
      'A channel row holds faceted stones between crown and pavilion, and a {kind} has neither: look at the other settings.',
    single:
      'A channel row sets several like stones in a line. Say on the stone’s sheet that it is one of a row, or look at corner claws.',
    'too-many': '{count} stones are more than are set in one row: {most} at most. Make two rows.',
    unlike:
      'The far and the near rail reach in alike, and a {outline} is not the same on both sides: look at the other settings, with one stone by itself.',
    'rails-meet': 'Rails that reach {over:1} mm in meet over the smallest stone. Let them reach in less.',
  },
  steps: {
    'crank-first': {
      title: 'Bend the first end',
      say: 'Close to the bind bend the lower two down by {up:1} mm and apart, until they run under the upper ones; spread the upper ones to the stones’ width.',
      look: 'All four run straight on, level with each other, two over two.',
    },
    'bind-first': {
      title: 'Bind the first end',
      say: 'Lay all four rails side by side, the lower two between the upper ones, and bind them flat with the middle of the fine wire ({tie}) until it measures {length:1} mm, about {turns} turns. Leave both its ends long.',
      look: 'Flat, none of the four rolled over another.',
    },
    'tie-first': {
      title: 'Tie the first pair',
      say: 'With one end of the fine wire tie the upper rail to the lower one on the far side with {eights} figures of eight, with the other end on the near side.',
      look: 'Upper and lower rail stand as far apart as the stone’s edge needs.',
    },
    row: {
      title: 'Seat, stone, far tie, near tie',
      say: 'For each of {n} stones: cross both ends between the lower rails, wind each on round its own rail, turns stone by stone: {seats}, and cross them again; slide the stone in under the upper rails, its point into the hole; tie upper to lower on the far side, then on the near side. Figures of eight, tie by tie: {eights}.',
      look: 'Each tie goes round an upper and a lower rail: tying the same rail twice is the usual mistake.',
      caution: 'Tedious work: do a few stones at a sitting, and rest the eyes.',
    },
    'crank-last': {
      title: 'Bend the last end',
      say: 'Bend the lower rails up by {up:1} mm and together, close behind the last tie, and lay the upper ones in beside them.',
      look: 'All four side by side again.',
    },
    'bind-last': {
      title: 'Bind the last end',
      say: 'Bind all four flat with both ends of the fine wire until it measures {length:1} mm, about {turns} turns.',
      look: 'As wide and as flat as the first end. No stone moves.',
    },
    'roll-loops': {
      title: 'Roll the loops',
      say: 'Cut all ends that are not rolled close to the bind. Roll the lower pair to the back over a rod of {inside:1} mm until its ends lie behind the bind.',
      look: 'Closed, and square to the row.',
    },
  },
  checks: {
    slide: 'Push every stone along the row with a toothpick: none slides into its neighbour’s place.',
    shake: 'Shake it over the cloth: no stone moves.',
    push: 'Push each stone from behind and from the front: none lifts.',
    ends: 'Feel every end with a fingertip and a scrap of cloth: nothing catches.',
    worn: 'Hang it as it will be worn: it lies flat.',
    stone: 'No chip along any edge.',
  },
  moves: {
    'over-more': 'Upper rails {by:1} mm farther in',
    'under-more': 'Lower rails {by:1} mm farther in',
    'more-eights': '{by} more figure of eight at each tie',
    'press-rails': 'Press the rails together onto the stones',
    'thicker-size': '{size} for the upper rails',
    'thicker-lace': 'Fine wire of {lace}',
  },
  prices: {
    'over-more': 'covers more of each stone',
    'more-eights': 'stones stand farther apart',
    'thicker-size': 'more metal to be seen',
    'thicker-lace': 'stones stand farther apart',
  },
}
