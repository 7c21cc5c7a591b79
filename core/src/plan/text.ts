/** Words of findings that the plan itself makes. */
export const planText: Readonly<Record<string, string>> = {
  'plan.school-short':
    'By your school the {wire} wire comes out {lacks:0} mm shorter than its path with the spare. Cut it by the path, or set a longer multiple.',
  'plan.face-hidden':
    'Wire lies before {hidden:0} % of the face, more than the {most:0} % that this workshop allows. Reach less, take thinner wire, or raise the limit under Workshop.',
}
