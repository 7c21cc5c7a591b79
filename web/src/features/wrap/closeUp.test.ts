import {
  FAMILIES,
  familyFor,
  plan,
  DEFAULT_SETTINGS,
  startingOptions,
  type Plan,
  type Stone,
} from '@verger/core'
import { FRAME, OVAL } from '../../../../core/src/testing'
import { boundsOf } from '../../drawing/shown'
import { project } from '../../drawing/project'
import { viewOf, windowOn, workedBox } from './closeUp'
import { stepState } from './stepState'

function planned(stone: Stone, family: string, more: Record<string, unknown> = {}): Plan {
  const wish = { alloy: 'copper', ...(more.mount === 'ring' ? { worn: 'ring' as const } : {}) }
  const options = startingOptions(stone, family, wish, undefined, true)!
  const made = plan({ stone, family, options, settings: DEFAULT_SETTINGS })
  if (!made.ok) throw new Error('the example cannot be planned')
  return made.plan
}

const frame = plan({ stone: OVAL, family: 'bound-frame', options: FRAME, settings: DEFAULT_SETTINGS })
if (!frame.ok) throw new Error('the example cannot be planned')
const ball: Stone = {
  kind: 'bead',
  form: 'sphere',
  length: 13,
  width: 13,
  depth: 13,
  hole: 0,
  mineral: 'agate',
  outline: 'round',
}
const ring = planned(ball, familyFor(ball)!, { mount: 'ring' })

const viewAt = ({ design }: Plan, id: string) => {
  const at = design.operations.findIndex((o) => o.id === id)
  return viewOf(stepState(design, at).worked, 'front', design.worn)
}

describe('the picture of a step', () => {
  it('shows a bend from the front and a roll from the side', () => {
    const bends = frame.plan.design.operations.filter((o) => o.kind === 'bend')
    expect(bends.length).toBeGreaterThan(2)
    for (const { id } of bends) expect(viewAt(frame.plan, id)).toBe('front')
    expect(viewAt(frame.plan, 'roll-bail')).toBe('side')
  })

  it('shows the shank of a ring round as the finger sees it, and its hoops round from the front', () => {
    const { design } = ring
    const finger = design.operations.find((o) => o.values.ring !== undefined || /shank/.test(o.id))!
    expect(viewAt(ring, finger.id)).toBe('end')
    const hoop = design.operations.find((o) => o.forms.length > 0)!
    expect(viewAt(ring, hoop.id)).toBe('front')
  })

  it('lights the one bend that is made, and nothing of the others', () => {
    const { design } = frame.plan
    const [first, second] = design.operations.flatMap((o, at) => (o.kind === 'bend' ? [at] : []))
    const box = (at: number) => workedBox(stepState(design, at).worked, 'front')!
    const [a, b] = [box(first!), box(second!)]
    const apart = a.x1 < b.x0 || b.x1 < a.x0 || a.y1 < b.y0 || b.y1 < a.y0
    expect(apart).toBe(true)
    expect(stepState(design, first!).worked.bent).toHaveLength(1)
  })

  it('has all that is worked within it, at every step of every setting that takes these stones', () => {
    const plans = [frame.plan, ring]
    for (const f of FAMILIES.filter(
      (x) => x.id !== 'bound-frame' && !x.fits(OVAL).some((y) => y.severity === 'error'),
    ))
      plans.push(planned(OVAL, f.id))
    let near = 0
    for (const { design, stone } of plans)
      design.operations.forEach((_, at) => {
        const { worked, wires } = stepState(design, at)
        if (wires.length === 0) return
        const view = viewOf(worked, 'front', design.worn)
        const box = workedBox(worked, view)
        if (!box) return
        for (const p of worked.stretches.flat()) {
          const [x, y] = project(view, p)
          expect(x).toBeGreaterThanOrEqual(box.x0 - 1e-9)
          expect(y).toBeLessThanOrEqual(box.y1 + 1e-9)
        }
        const whole = boundsOf(design, stone, view, { paths: new Map(wires.map((w) => [w.id, w.path])) })
        const window = windowOn(box, whole)
        if (!window) return
        near++
        expect(window.x0).toBeLessThan(box.x0)
        expect(window.x1).toBeGreaterThan(box.x1)
        expect(window.y0).toBeLessThan(box.y0)
        expect(window.y1).toBeGreaterThan(box.y1)
      })
    expect(near).toBeGreaterThan(20)
  })
})
