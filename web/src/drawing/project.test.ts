import { DEFAULT_SETTINGS, pathLength, plan, samplePath, type Plan } from '@verger/core'
import { FRAME, OVAL } from '../../../core/src/testing'
import { barsOf, binderHeight, project, runsOf, turnFrames, type View } from './project'

const made = plan({
  stone: OVAL,
  family: 'bound-frame',
  options: FRAME,
  settings: { ...DEFAULT_SETTINGS, prices: {} },
})
if (!made.ok) throw new Error('the example cannot be planned')
const { design }: Plan = made.plan
const paths = new Map(design.wires.map((w) => [w.id, w.path]))
const VIEWS: readonly View[] = ['front', 'side', 'back']

describe('the drawing is true to the numbers', () => {
  it('front and back are mirror images, and the side shows what they have in depth', () => {
    const p = [3, 5, 7] as const
    expect(project('front', p)).toEqual([3, -5, 7])
    expect(project('back', p)).toEqual([-3, -5, -7])
    expect(project('side', p)).toEqual([7, -5, -3])
  })

  it('the runs of a wire, joined, are its whole path in every view: nothing is left out between depths', () => {
    for (const view of VIEWS)
      for (const wire of design.wires) {
        const points = samplePath(wire.path, 0.01).map((p) => project(view, p))
        const drawn = new Set(
          runsOf(wire.id, wire.path, view, wire.stock.size.mm).flatMap((r) =>
            r.d.split(/[ML]/).filter(Boolean),
          ),
        )
        const lacking = points.filter(([x, y]) => !drawn.has(`${x.toFixed(2)} ${y.toFixed(2)}`))
        expect({ view, wire: wire.id, lacking }).toEqual({ view, wire: wire.id, lacking: [] })
      }
  })

  it('samples of a path are as long as the path, which is what is cut', () => {
    for (const wire of design.wires) {
      const points = samplePath(wire.path, 0.01)
      const chords = points
        .slice(1)
        .reduce((sum, p, i) => sum + Math.hypot(...p.map((v, k) => v - points[i]![k as 0 | 1 | 2])), 0)
      const whole = pathLength(wire.path)
      expect(chords).toBeLessThanOrEqual(whole + 1e-9)
      expect(whole - chords).toBeLessThan(0.005 * whole)
    }
  })

  it('a bind is drawn with its own number of turns, evenly along its length, each across the bundle', () => {
    for (const joint of design.joints) {
      const frames = turnFrames(design, joint, paths)
      expect(frames).toHaveLength(joint.turns)
      const lead = joint.length / joint.turns
      for (let i = 1; i < frames.length; i++) {
        const step = Math.hypot(...frames[i]!.centre.map((v, k) => v - frames[i - 1]!.centre[k as 0 | 1 | 2]))
        // along an arc the chord is a little shorter than the lead
        expect(step).toBeLessThan(lead * 1.02)
        expect(step).toBeGreaterThan(lead * 0.9)
      }
      for (const f of frames) {
        const dot = (a: readonly number[], b: readonly number[]) => a.reduce((s, v, i) => s + v * b[i]!, 0)
        expect(Math.abs(dot(f.across, f.along))).toBeLessThan(0.05)
        expect(Math.abs(dot(f.across, f.deep))).toBeLessThan(1e-9)
      }
    }
  })

  it('a bar is as wide as the bundle and its binder on both sides', () => {
    const foot = design.joints.find((j) => j.id === 'foot')!
    const a = design.wires[0]!.stock.size.mm
    for (const bar of barsOf(design, foot, 'side', paths)) {
      const wide = Math.hypot(bar.x2 - bar.x1, bar.y2 - bar.y1)
      const expected = Math.max(foot.rows, foot.columns) * a + 2 * binderHeight(foot)
      expect(wide).toBeCloseTo(expected, 6)
    }
  })

  it('a count that has begun draws so many turns and no more', () => {
    const foot = design.joints.find((j) => j.id === 'foot')!
    expect(barsOf(design, foot, 'front', paths, 3)).toHaveLength(3)
    expect(barsOf(design, foot, 'front', paths, 0)).toHaveLength(0)
    expect(barsOf(design, foot, 'front', paths, Infinity)).toHaveLength(foot.turns)
  })
})
