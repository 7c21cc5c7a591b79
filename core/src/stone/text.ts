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
  'stone.very-long': 'Is {length:1} mm the length? It is over four times the width of {width:1} mm.',
  'stone.very-thin': 'Is {depth:1} mm the depth? That is very thin for a stone {width:1} mm wide.',
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
