import { pathAt, pathLength } from '../path/index'
import { FAMILIES } from '../settings/index'
import { fullStone, shapeOf, type Stone } from '../stone/index'
import { FRAME, OVAL } from '../testing'
import { alloy, section } from '../wire/index'
import { numberOf } from '../working/index'
import { DEFAULT_SETTINGS, hangOf, plan, type Plan } from './index'
import { examplesOf } from '../testingPlans'

const planOf = (stone: Stone, id: string, options: Plan['options']): Plan => {
  const made = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
  if (!made.ok) throw new Error(JSON.stringify(made.findings))
  return made.plan
}

describe('how a piece hangs', () => {
  it('straight where left and right are alike, its middle of mass under the bail: by balancing it', () => {
    const p = planOf(OVAL, 'bound-frame', FRAME)
    const hang = hangOf(p)!
    expect(hang.lean).toBeCloseTo(0, 3)
    // the moments of all masses about the place that it hangs from cancel once it is tipped by so much
    const [, hy, hz] = p.design.hang!
    // it lies before the bail, so the face turns down
    expect(hang.tip).toBeLessThan(0)
    const a = (-hang.tip * Math.PI) / 180
    const forward = (y: number, z: number) => (z - hz) * Math.cos(a) + (y - hy) * Math.sin(a)
    const mass = numberOf(p.measures.mass)
    const { centre } = shapeOf(fullStone(OVAL)).mass
    let [moment, most] = [mass * forward(centre[1], centre[2]), 0]
    for (const w of p.design.wires) {
      const each =
        0.05 * section(w.stock.profile, w.stock.size.mm).area * (alloy(w.stock.alloy).density / 1000)
      for (let s = 0.025; s < pathLength(w.path); s += 0.05) {
        const at = pathAt(w.path, s).p
        moment += each * forward(at[1], at[2])
        most += each * Math.abs(forward(at[1], at[2]))
      }
    }
    expect(Math.abs(moment)).toBeLessThan(0.02 * most)
  })

  it('a higher dome stands farther before the bail and turns the face farther down', () => {
    const tip = (depth: number) => hangOf(planOf({ ...OVAL, depth }, 'bound-frame', FRAME))!.tip
    expect(tip(8)).toBeLessThan(tip(7) - 0.3)
  })

  it('what is not hung has none', () => {
    for (const f of FAMILIES)
      for (const e of examplesOf(f.id).sound) {
        const p = planOf(e.stone, f.id, e.options)
        expect(hangOf(p) === undefined).toBe(p.design.hang === undefined)
        if (e.options.mount === 'ring') expect(hangOf(p)).toBeUndefined()
      }
  })

  it('hangs straight once its bail is moved by what is told', () => {
    const p = planOf({ ...OVAL, depth: 8 }, 'bound-frame', FRAME)
    const { right, forward } = hangOf(p)!
    const [x, y, z] = p.design.hang!
    const moved = hangOf({ ...p, design: { ...p.design, hang: [x + right, y, z + forward] } })!
    expect(moved.lean).toBeCloseTo(0, 9)
    expect(moved.tip).toBeCloseTo(0, 9)
  })
})
