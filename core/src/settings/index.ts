export { asEar, isEar, mirrored } from './ears.js'
export { FAMILIES, family } from './registry.js'
export { WORN, WORN_AS } from './family.js'
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
  Param,
  PartWorking,
  ShownWhen,
  StepWords,
  GaugeAsk,
  BenchMove,
  CandidateGroup,
  MendMove,
  OptionSpace,
  Wish,
  Worn,
  WornAs,
} from './family.js'
