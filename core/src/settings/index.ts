export { asEar, isEar, mirrored } from './ears.js'
export { FAMILIES } from './registry.js'
export { FAMILY_IDS, loadFamily } from './loadFamily.js'
export { family, isLoaded, loadedFamilies } from './loaded.js'
export { AIMS, SURFACES, WORN, WORN_AS } from './family.js'
export { plannedAt, reachedAt } from './reachedAt.js'
export { optionsSchema } from './optionsSchema.js'
export type {
  EffortWorking,
  Example,
  FamilyExamples,
  Family,
  FamilyText,
  Hand,
  HalvesWorking,
  JointWorking,
  NamedQuantity,
  Options,
  OptionValue,
  Note,
  Param,
  Slide,
  PartWorking,
  ShownWhen,
  StepWords,
  GaugeAsk,
  BenchMove,
  CandidateGroup,
  MendMove,
  OptionSpace,
  Wish,
  Wished,
  Aim,
  Habit,
  Surface,
  Worn,
  WornAs,
} from './family.js'
