export { FAMILIES, family } from './registry.js'
export { optionsSchema } from './optionsSchema.js'
export type {
  EffortWorking,
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
  MendMove,
  Wish,
} from './family.js'
