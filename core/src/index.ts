/** The computation of Verger: pure, without clock, randomness, framework or input and output. See docs/architecture.md. */
export * from './units/index.js'
export * from './working/index.js'
export * from './finding/index.js'
export * from './geom/index.js'
export * from './wire/index.js'
export * from './weave/index.js'
export * from './stone/index.js'
export * from './path/index.js'
export * from './design/index.js'
export * from './settings/index.js'
export * from './hold/index.js'
export * from './shake/index.js'
export * from './cut/index.js'
export * from './guide/index.js'
export * from './price/index.js'
export * from './learn/index.js'
export * from './plan/index.js'
export {
  chooseOne,
  difficultyOf,
  familyFor,
  isChosen,
  LIMITS,
  neighboursOf,
  sketchOne,
  startingOptions,
  fitRecipe,
  followsByItself,
  wishLike,
} from './search/index.js'
export type { Barrier, Chosen, Demanding, Excluded, Fitted, Limits, OwnRecipe } from './search/index.js'
export * from './mend/index.js'
export * from './sizes/index.js'
