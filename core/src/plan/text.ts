/** Words of findings that the plan itself makes. */
export const planText: Readonly<Record<string, string>> = {
  'plan.cannot-be-built':
    'With these choices a wire would have to be bent in a way that cannot be worked out ({why}). Go a step back with the last choice, or undo it.',
  'plan.school-short':
    'By your school the {wire} wire comes out {lacks:0} mm shorter than its path with the spare. Cut it by the path, or set a longer multiple.',
  'plan.ear-heavy':
    'It weighs up to {grams:1} g on the ear, more than the {most:1} g that this workshop allows. A thinner wire, a lighter metal or a smaller stone; or raise the limit under Workshop.',
  'plan.surface-metal':
    'Darkening solution does little to {metal}: it {does}. Leave it bright, or take another metal.',
  'plan.surface-stone':
    '{stone} should not meet darkening solution: {care}. Darken the wire before the stone goes in, or leave it bright.',
  'plan.face-hidden':
    'Wire lies before {hidden:0} % of the face, more than the {most:0} % that this workshop allows. Reach less, take thinner wire, or raise the limit under Workshop.',
  'plan.clash-wire':
    '{wire}: its {part} would stand {deep:1} mm in the {other} ({otherPart}). Lead one over the other there by a wire’s thickness as you bend, or give it room{room}.',
  'plan.clash-itself':
    '{wire}: its {part} would stand {deep:1} mm in its own {otherPart}. Lead one over the other there by a wire’s thickness as you bend, or give it room{room}.',
  'plan.clash-stone':
    '{wire}: its {part} would stand {deep:1} mm in the stone. Bend it out there as you go, or give it room{room}.',
  'plan.clash-binding':
    '{wire}: what is bound round its {part} ({other}) would stand {deep:1} mm in the stone. Lift the wire off the stone by the binding’s thickness there, or give it room{room}.',
  'plan.clash-accent':
    '{wire}: its {part} would stand {deep:1} mm in the {other}. Lead it round, or give it room{room}.',
}
