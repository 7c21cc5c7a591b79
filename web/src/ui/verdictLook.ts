/** How the three verdicts look wherever one is told: a mark with a shape of its own, the colour of the words, the box of the judgement. */
export const VERDICT_LOOK = {
  sound: { mark: '◆', word: 'text-verdigris', box: 'border-verdigris bg-verdigris-wash' },
  doubtful: { mark: '▲', word: 'text-amber', box: 'border-amber bg-amber-wash' },
  fails: { mark: '✕', word: 'text-red', box: 'border-red bg-red-wash' },
} as const
