export {
  count,
  gauge,
  length,
  METAL,
  inDetail,
  nearestSize,
  oneOf,
  places,
  proposed,
  startOf,
  stockOf,
} from './choices.js'
export type { OptionsOf } from './choices.js'
export type { Choice, Choices, Gauge, Starting } from './choices.js'
export { familyOf } from './familyOf.js'
export { figure, figures, mm } from './figures.js'
export { angle, crankOf, moved, Pen, penFigures, reversed } from './pen.js'
export type { Given, Recipe, RecipeText, Unfit } from './recipe.js'
export type { PartOfWork, Shaped, Step, Strand, Stretch, Tie, Wirework } from './wirework.js'
