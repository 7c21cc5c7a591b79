import type { Care } from './minerals.js'

/** Words for the findings of a stone's measures. */
export const stoneText: Readonly<Record<string, string>> = {
  'stone.too-small':
    '{value:1} mm is smaller than {least} mm, the smallest Verger plans for. Check the unit you typed.',
  'stone.too-large':
    '{value:0} mm is over {most} mm. Check the unit you typed: was it inches or centimetres?',
  'stone.wall-negative': 'The wall cannot be below 0. Type 0 when the dome starts at the back.',
  'stone.wall-over-depth':
    'The wall of {wall:1} mm leaves no dome in {depth:1} mm of depth. Measure the straight part of the edge only.',
  'stone.fullness':
    'Dome fullness goes from 1.2 (almost a cone) to 6 (almost a block); 2 is the usual round dome.',
  'stone.drop-not-longer':
    'A drop is longer than it is wide: {length:1} by {width:1} mm is round. Choose round, or swap the two.',
  'stone.depth-over-width': 'Is {depth:1} mm the depth? It is more than the width of {width:1} mm.',
  'stone.swapped':
    'Is {width:1} mm the width? It is more than the length of {length:1} mm; the length runs toward the bail.',
  'stone.swapped-hidden':
    'Is {length:1} mm the length, and {width:1} mm the width? The length runs toward the bail. Swap the two, or measure again.',
  'stone.thick-coin':
    'Is {depth:1} mm the thickness? That is much for a coin {width:1} mm across; the thickness runs from front to back.',
  'stone.very-long': 'Is {length:1} mm the length? It is over four times the width of {width:1} mm.',
  'stone.very-thin': 'Is {depth:1} mm the depth? That is very thin for a stone {width:1} mm wide.',
  'stone.out-of-range': '{value:2} is outside what is possible here: from {least} to {most} {unit}.',
  'stone.no-such-outline': 'A stone of this kind has no outline “{outline}”. Choose another.',
  'stone.marquise-not-longer':
    'A marquise is longer than it is wide: {length:1} by {width:1} mm is not. Swap the two, or choose oval.',
  'stone.cleft-too-deep':
    'A cleft of {cleft:1} mm is too deep for the lobes of this heart: at most {most:1} mm. Measure it down from a rule laid across both lobes.',
  'stone.points-missing':
    'A free outline needs five points or more; there are {count}. Add widths at more heights.',
  'stone.points-thinned':
    'The outline has {count} points. It is worked with through {kept} of them, which leaves the others {off:2} mm off at most; all are kept with the stone.',
  'stone.points-crossing':
    'The outline crosses itself, or folds back so that a part is hidden from its middle. Look for two points in the wrong order.',
  'stone.corner-too-large':
    'Corners of {corner:1} mm take more than the sides have. Measure one corner only.',
  'stone.chamfer-over-wall':
    'The chamfer of {chamfer:1} mm is higher than the wall of {wall:1} mm. Measure the slanted part only.',
  'stone.back-over-depth':
    'A back dome of {back:1} mm and a girdle of {wall:1} mm leave no front in {depth:1} mm of depth. Measure the back from the girdle’s edge.',
  'stone.pavilion-missing':
    'A crown of {crown:1} mm and a girdle of {girdle:1} mm leave no pavilion in {depth:1} mm of depth. Measure the crown from girdle to table.',
  'stone.pavilion-deep':
    'The pavilion comes to {pavilion:1} mm, deeper than a stone {width:1} mm wide has one. Is the depth right?',
  'stone.crown-over-pavilion':
    'The crown of {crown:1} mm is higher than the {pavilion:1} mm under the girdle. Was it measured upside down?',
  'stone.form-missing': 'Choose the form of the bead.',
  'stone.ends-over-width':
    'The ends of a barrel are no wider than its middle: {ends:1} mm is over {width:1} mm.',
  'stone.edge-over-width': 'A rounding of {edge:1} mm takes the whole stone, {width:1} mm wide.',
  'stone.faces-count': 'A crystal has three to eight faces, each wider than 0; there are {count}.',
  'stone.face-too-wide':
    'One face of {widest:1} mm is wider than all the others together ({rest:1} mm): they cannot close round. Measure it again.',
  'stone.sides-whole': 'A crystal has a whole number of sides, three to eight.',
  'stone.shoulder-over-length':
    'The shoulder at {shoulder:1} mm lies above the tip at {length:1} mm. Measure both from the base.',
  'stone.chip-too-deep':
    'A chip of {chip:1} mm at the base goes past the middle. Measure the missing corner only.',
  'stone.inverted-taper':
    'It grows from {base:1} mm at the base to {shoulder:1} mm at the shoulder. Is the point really at that end? Turned round, it would taper upward.',
  'stone.sections-count': 'A turned stone needs three to six diameters; there are {count}.',
  'stone.section-across':
    'A diameter of {across:1} mm is not between 0 and the widest, {width:1} mm. Measure that one again, or the width.',
  'stone.section-order':
    'The diameter at {at:1} mm lies outside the {length:1} mm of height, or not above the one before it.',
  'stone.mouth-over-width':
    'A mouth of {opening:1} mm with its lip and wall is wider than the shell, {width:1} mm. Measure the mouth inside.',
  'stone.wall-too-thick': 'A wall of {thickness:1} mm leaves no room inside.',
  'stone.way': 'A hole runs lengthwise, crosswise or front to back.',
  'stone.treatment': '“{treatment}” is no treatment that Verger knows.',
  'stone.encloses-nothing': 'These measures enclose no stone: {cause}. Measure again.',
  'stone.hole-too-wide':
    'A hole of {hole:1} mm leaves no wall here: {most:1} mm at most. Measure it with a wire that just goes in.',
  'stone.hole-thin-wall':
    'Only {wall:1} mm of wall is left beside a hole of {hole:1} mm: it may chip. Is it that wide?',
  'stone.cleft-deep':
    'The outline is hollow by {deep:1} mm, over half of what it is across. Are its points in order?',
  'stone.tape-other-girth':
    'The tape’s {taped:1} mm does not fit the edge, but the {girth} girth ({value:1} mm). Was it laid that way round?',
  'stone.tape-off':
    'The tape says {taped:1} mm, the calipers’ measures {value:1} mm round the edge. Measure length and width again.',
  'stone.mass-fullness':
    'The scale says {weighed:2} g, these measures {expected:2} g. The likeliest reason is the dome: with a fullness of {fullness:2} they agree.',
  'stone.mass-mineral':
    'The scale says {weighed:2} g, these measures {expected:2} g. No dome explains that; a density of {density:2} would fit {minerals}.',
  'stone.mass-off':
    'The scale says {weighed:2} g, these measures {expected:2} g, and no stone in the table has a density of {density:2}. Weigh and measure again.',
  'stone.row-count': 'A row has {least} to {most} stones, not {count}.',
  'stone.row-upside-down':
    'The smallest of the row, {last:1} mm, is longer than the stone that is measured, {length:1} mm. Measure the largest.',
  'stone.row-too-steep':
    'The smallest of the row, {last:1} mm, is less than a fifth of the largest: at least {least:1} mm. Make two rows of it.',
  'stone.pair-size':
    'The two are {apart:1} mm apart in {measure} ({one:1} and {other:1} mm): it shows when they hang side by side. Is there a closer mate?',
  'stone.pair-mass': 'One of the pair is {apart:0} % heavier: it hangs lower. Is there a closer mate?',
  'stone.wall-high': 'Is {wall:1} mm the wall? It takes most of the {depth:1} mm depth.',
}

/** Words for what a mineral does not stand. */
export const careText: Readonly<Record<Care, string>> = {
  porous: 'porous: keep oils, dyes and glue off',
  water: 'keep dry',
  heat: 'no heat',
  acid: 'no acid or pickle',
  bath: 'no darkening bath: finish the wire before setting',
  ultrasonic: 'no ultrasonic cleaning',
  light: 'fades in strong light',
  pressing: 'cleaves: no hard pressing',
  soft: 'soft: paper between the jaws and the stone',
  'wash-hands': 'not against skin for long; wash hands after handling',
}

/** An outline as it is said within a sentence. @example outlineSaid({ outline: 'free' }) // 'free form' */
export const outlineSaid = ({ outline }: { readonly outline: string }): string =>
  outline === 'free' ? 'free form' : outline
