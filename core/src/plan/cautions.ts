import { laysIn, type Design } from '../design/index.js'
import type { Step } from '../guide/index.js'
import { careOf, fullStone, type Stone } from '../stone/index.js'
import { alloy } from '../wire/index.js'

/** Kinds of step at which the stone may be harmed; of bends those that are made with the stone in. */
const AT_THE_STONE: readonly Step['kind'][] = ['try', 'seat', 'bend', 'close']

/** Is the stone in before this step. */
const stoneIsIn = ({ operations }: Design, id: string): boolean => {
  const seat = operations.findIndex(laysIn)
  return seat >= 0 && operations.findIndex((o) => o.id === id) > seat
}

/** An edge of a stone that is lower than this is thin, mm: our choice. */
const THIN_EDGE = 1

/** What this design asks of the hand that shapes a bundle: square wires kept flush, a weave not crushed. */
function whileShaping(design: Design, step: Step): string[] {
  const at = design.operations.findIndex((o) => o.id === step.id)
  const woven = design.operations
    .slice(0, at)
    .some((o) => design.joints.some((j) => j.id === o.joint && j.woven))
  const squares = design.wires.filter((w) => w.stock.profile === 'square' && !w.twist).length > 1
  return [
    ...(squares ? ['Square wires roll as they are bent: press them flush again before you go on.'] : []),
    ...(woven ? ['Hold it beside the weave: jaws crush it.'] : []),
  ]
}

/**
 * A step with the cautions that this metal and this stone add to its own: each where it applies, none anywhere else.
 * The words defer to the supplier's sheet and to local law.
 */
export function withCautions(step: Step, stone: Stone, design: Design): Step {
  const said = step.caution === undefined ? [] : [step.caution]
  const metal = alloy(design.wires[0]!.stock.alloy)
  if (step.kind === 'gather') {
    if (metal.id === 'reclaimed, unknown')
      said.push(
        'What this wire is made of, and coated with, is not known: not against skin, and never burn a coating off.',
      )
    else if (metal.nickel === 'contains')
      said.push('This metal contains nickel: many skins react to it, and selling it may be restricted.')
    else if (metal.nickel === 'unknown')
      said.push('Whether this wire gives off nickel is not known: ask the supplier before it touches skin.')
    if (metal.lead) said.push('It may hold a little lead: wash your hands after handling.')
  }
  if (step.kind === 'trim' && metal.coreShows)
    said.push('A cut end shows the core under the coating: no file on it, turn it in.')
  const care = careOf(stone)
  if (step.kind === 'seat' && care.includes('wash-hands'))
    said.push('Wash your hands after handling this stone, and do not set it against skin.')
  if (step.kind === 'polish' && (care.includes('water') || care.includes('porous')))
    said.push('Keep water off this stone: wipe the wire with a barely damp cloth.')
  if (step.kind === 'polish' && care.includes('ultrasonic'))
    said.push('No ultrasonic cleaning for this stone.')
  if (step.kind === 'shape') said.push(...whileShaping(design, step))
  const { wall, kind } = fullStone(stone)
  if (step.kind === 'bend' && kind === 'cabochon' && wall < THIN_EDGE && stoneIsIn(design, step.id))
    said.push('This stone’s edge is thin: press the wire down from its own side, never lever on the stone.')
  if (AT_THE_STONE.includes(step.kind) && (step.kind !== 'bend' || stoneIsIn(design, step.id))) {
    if (care.includes('pressing')) said.push('This stone cleaves: press the wire, never the stone.')
    else if (care.includes('soft')) said.push('This stone is soft: pad the jaws, keep grit off it.')
  }
  return said.length === 0 ? step : { ...step, caution: said.join(' ') }
}
