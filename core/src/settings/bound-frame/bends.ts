import { normalAtHour, outlineAfter, outlineRun, type Solid } from '../../stone/index.js'
import type { Profile } from '../../wire/index.js'
import { bendForm, type FaceBend } from '../shared/faceBend.js'
import { FOOT } from './foot.js'
import type { FrameLine, FrameStations } from './outlinePath.js'

/** A planned bend in right-hand coordinates (left bends are mirrored). */
export interface PlannedBend extends FaceBend {
  readonly hour: number
  readonly side: 'left' | 'right'
  /** Its middle from the middle of the foot, along the frame, mm. */
  readonly along: number
  /** Runs along the parallel curve from the end of the ease to the bend's ends; below 0 it runs into the foot. */
  readonly run0: number
  readonly run1: number
}

/** Side of the piece a clock place lies on; 12 and 6 count as right. */
export const sideOf = (hour: number): 'left' | 'right' => (hour % 12 > 6 ? 'left' : 'right')
/** The same place seen in the mirror: 10.5 is 1.5. */
export const mirrorHour = (hour: number): number => (hour % 12 > 6 ? 12 - (hour % 12) : hour % 12)

/** Bends of one wire on one side, in order from the foot, in right-hand coordinates. None for an overlap of 0. */
export function planBends(spec: {
  readonly solid: Solid
  readonly line: FrameLine
  readonly stations: FrameStations
  readonly face: 'front' | 'back'
  readonly hours: readonly number[]
  readonly side: 'left' | 'right'
  readonly overlap: number
  readonly profile: Profile
  readonly radius: number
  readonly z: number
}): PlannedBend[] {
  const { solid, line, stations, face, overlap, profile, z, radius } = spec
  if (!(overlap > 0)) return []
  const o = solid.outline
  const a = line.thickness
  const most = outlineRun(o, stations.easeEnd, Math.PI / 2 + 1, a / 2)
  const toward = (run: number) =>
    run <= 0 ? stations.easeEnd : outlineAfter(o, stations.easeEnd, Math.min(run, most), a / 2)
  return spec.hours
    .filter((hour) => sideOf(hour) === spec.side)
    .map((hour) => {
      const summit = normalAtHour(o, mirrorHour(hour))
      const wish = { solid, face, profile, thickness: a, radius, z, overlap, summit }
      const form = bendForm(wish)
      const along = outlineRun(o, FOOT, summit, a / 2)
      const at = along - outlineRun(o, FOOT, stations.easeEnd, a / 2)
      const [run0, run1] = [at - form.half, at + form.half]
      return {
        ...wish,
        ...form,
        hour,
        side: spec.side,
        along,
        run0,
        run1,
        from: toward(run0),
        to: toward(run1),
      }
    })
    .sort((p, q) => p.run0 - q.run0)
}
