import { outlineAfter, outlinePoint, outlineRun, type Solid } from '../../stone/index.js'
import { bendForm } from '../shared/faceBend.js'
import { isEven, overHollow, wireHeight, type Face, type Frame, type FrameSide } from './frame.js'

/** What one side of a frame offers to bends: its length between foot and shoulder, and how far a bend there takes it up on either side, mm. */
interface Room {
  readonly free: number
  readonly halfAt: (run: number) => number
}

const tenth = (hour: number): number => Math.round(hour * 10) / 10

/** Shares of the room between foot and shoulder at which bends stand, from the foot on. */
export type Shares = readonly number[]

/** Bends over one face as far apart as they fit: two a side, one where there is no room for two, with a third of the spare run left toward foot and neck. */
export const spread = (frame: Frame, face: Face, overlap: number, pairs = 2): number[] =>
  onBothSides(frame, face, overlap, ({ free, halfAt }) => {
    const [low, high] = [halfAt(free * 0.25), halfAt(free * 0.75)]
    const spare = free - 2 * (low + high)
    return spare > 0.4 && pairs > 1 ? [low + 0.25 * spare, free - high - 0.25 * spare] : [free / 2]
  })

/** Bends over one face at shares of the room that each side has: 0 is close at the foot, 1 close at the neck; as many as do not run into each other. */
export const placesAt = (frame: Frame, face: Face, overlap: number, shares: Shares): number[] =>
  onBothSides(frame, face, overlap, ({ free, halfAt }) => {
    const [low, high] = [halfAt(free * 0.25), halfAt(free * 0.75)]
    const room = free - low - high
    const fitting = shares.filter((share, i) => i === 0 || (share - shares[0]!) * room > i * (low + high))
    return fitting.map((share) => low + share * Math.max(0, room))
  })

/** Bends where `runs` wants them on either side, moved along where the edge is hollow; in hours. */
function onBothSides(frame: Frame, face: Face, overlap: number, runs: (room: Room) => number[]): number[] {
  const of = (side: FrameSide) => placesOn(frame, side, face, overlap, runs)
  const right = of(frame)
  // what is alike left and right is worked out once
  const left = isEven(frame) ? right : of(frame.left)
  return [...right, ...left.map((h) => tenth(12 - h))].sort((p, q) => p - q)
}

/** Bends of one half, in right-hand hours. */
function placesOn(
  { wires, profile, radius }: Frame,
  { solid, line, stations }: FrameSide,
  face: Face,
  overlap: number,
  runs: (room: Room) => number[],
): number[] {
  const { thickness, outline } = line
  const offset = thickness / 2
  const free = outlineRun(outline, stations.easeEnd, stations.leave, offset)
  const z = wireHeight(face === 'front' ? wires - 1 : 0, wires, line)
  const at = (run: number) => outlineAfter(outline, stations.easeEnd, run, offset)
  const firm = firmRun(solid, overlap, free, at)
  const halfAt = (run: number) =>
    bendForm({ solid, face, profile, thickness, radius, z, overlap, summit: at(firm(run)) }).half
  return runs({ free, halfAt }).map((run) => {
    const [x, y] = outlinePoint(outline, at(firm(run)))
    return tenth(((Math.PI / 2 - Math.atan2(y, x)) * 6) / Math.PI)
  })
}

/** Steps in which a bend is moved along to where the stone's edge is not hollow, mm, and how far past that. */
const ALONG = 0.5
const PAST = 1

/** The nearest run along a side at which a bend reaches over the stone: the same, where nothing is hollow. */
function firmRun(
  solid: Solid,
  overlap: number,
  free: number,
  at: (run: number) => number,
): (run: number) => number {
  const hollow = (run: number) => run < 0 || run > free || overHollow(solid, at(run), overlap)
  return (run) => {
    if (!solid.edge || !hollow(run)) return run
    for (let off = ALONG; off < free; off += ALONG)
      for (const way of [-1, 1])
        if (!hollow(run + way * off)) {
          const past = run + way * (off + PAST)
          return hollow(past) ? run + way * off : past
        }
    return run
  }
}

/** Two more bends, copied over from the other side where they lack there, else at 3 and 9; none where all is full. */
export function withBends(hours: readonly number[]): number[] | undefined {
  const right = hours.filter((h) => h > 0 && h < 6)
  const left = hours.filter((h) => h > 6 && h < 12)
  const mirror = (list: readonly number[]) => list.map((h) => tenth(12 - h))
  const missing = [
    ...mirror(left).filter((h) => !right.some((r) => Math.abs(r - h) < 0.5)),
    ...mirror(right).filter((h) => !left.some((l) => Math.abs(l - h) < 0.5)),
  ]
  const added = missing.length > 0 ? missing : [3, 9].filter((h) => !hours.some((s) => Math.abs(s - h) < 1))
  return added.length === 0 ? undefined : [...hours, ...added].sort((a, b) => a - b)
}
