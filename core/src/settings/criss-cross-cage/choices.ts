import type { FullStone } from '../../stone/index.js'
import { count, gauge, inDetail, nearestSize, proposed } from '../kit/index.js'
import { castOnChoices } from '../kit/parts/castOnLoop.js'
import { fewestLevels } from './windows.js'

/** Thicknesses that are offered, mm. */
const FRAME = [0.6, 1.5] as const
const FINE = [0.2, 0.65] as const
/** What makers take for small stones, usual ones and large ones, mm: typical, uncited. */
const TAKEN = {
  small: { frame: [0.62, 0.83], lace: [0.3, 0.42] },
  usual: { frame: [0.78, 1.03], lace: [0.38, 0.52] },
  large: { frame: [0.9, 1.3], lace: [0.38, 0.52] },
} as const
/** Stones of less or more than so many millimetres across. */
const [SMALL, LARGE] = [16, 30]
const takenFor = ({ length, width }: Pick<FullStone, 'length' | 'width'>) => {
  const across = Math.min(length, width)
  return TAKEN[across < SMALL ? 'small' : across > LARGE ? 'large' : 'usual']
}

const mean = ([least, most]: readonly [number, number]): number => (least + most) / 2

const { bail, neck, passes, rounds } = castOnChoices('size')

/** Choices of a criss-cross cage. Lengths in mm. */
export const choices = {
  bail,
  neck: inDetail(neck),
  passes: inDetail(passes),
  rounds: inDetail(rounds),
  levels: count('hold', 'places', [3, 14], {
    start: ({ stone }) => fewestLevels(stone),
    search: { among: ({ stone }) => [0, 1, 2].map((more) => fewestLevels(stone) + more) },
    mend: { move: 'more-levels', by: [1, 2] },
  }),
  turns: count('hold', 'turns', [1, 4], { start: 2, detail: true }),
  ends: count('hold', 'turns', [3, 8], { start: 4, detail: true }),
  size: gauge('wire', 'round', FRAME, {
    start: ({ stone, wish }) => nearestSize(mean(takenFor(stone).frame), takenFor(stone).frame, wish),
    usual: (stone) => takenFor(stone).frame,
    takes: 300,
    search: { among: ({ stone, wish }) => proposed(takenFor(stone).frame, wish) },
  }),
  // drawn tight by hand
  lace: gauge('wire', 'round', FINE, {
    temper: 'dead soft',
    usual: (stone) => takenFor(stone).lace,
    takes: 500,
    start: ({ stone, wish }) => nearestSize(takenFor(stone).lace[0], takenFor(stone).lace, wish),
    search: { among: ({ stone, wish }) => proposed(takenFor(stone).lace, wish) },
  }),
}
