/** Words of findings that the plan itself makes. */
export const planText: Readonly<Record<string, string>> = {
  'plan.school-short':
    'By your school the {wire} wire comes out {lacks:0} mm shorter than its path with the spare. Cut it by the path, or set a longer multiple.',
}
