import { windsOf } from '../cut/index'
import { FAMILIES, family, type FamilyExamples } from '../settings/index'
import { pathAt, pathLength } from '../path/index'
import { fullStone, shapeOf, type Stone } from '../stone/index'
import { FRAME, OVAL } from '../testing'
import { alloy, section } from '../wire/index'
import { numberOf } from '../working/index'
import { chooseOne, difficultyOf, familyFor, hangOf, isChosen } from './index'
import { DEFAULT_SETTINGS, plan, type Plan } from '../plan/index'

const settings = DEFAULT_SETTINGS
const WISH = { alloy: 'copper', temper: 'half hard' } as const
const examplesOf = (id: string): FamilyExamples =>
  jest.requireActual<{ examples: FamilyExamples }>(`../settings/${id}/examples`).examples
const planOf = (stone: Stone, id: string, options: Plan['options']): Plan => {
  const made = plan({ stone, family: id, options, settings })
  if (!made.ok) throw new Error(JSON.stringify(made.findings))
  return made.plan
}

describe('settings chosen for a stone', () => {
  it('each family takes its own examples, and tells of another’s why not', () => {
    for (const f of FAMILIES)
      for (const e of examplesOf(f.id).sound.slice(0, 1)) {
        const worn = e.options.mount === 'ring' ? 'ring' : 'pendant'
        const found = chooseOne({
          stone: e.stone,
          family: f.id,
          wish: { ...WISH, worn },
          settings,
          options: e.options,
        })
        expect(isChosen(found)).toBe(true)
        if (isChosen(found)) {
          expect(found.plan.options).toEqual(e.options)
          expect(found.line.verdict).toBe(found.hold.hold.verdict)
        }
        for (const other of FAMILIES.filter((x) => x.id !== f.id)) {
          const unfit = other.fits(e.stone).find((x) => x.severity === 'error')
          const said = chooseOne({
            stone: e.stone,
            family: other.id,
            wish: WISH,
            settings,
            options: e.options,
          })
          if (unfit) {
            expect(isChosen(said)).toBe(false)
            if (!isChosen(said)) expect(said.finding).toEqual(unfit)
            // and that has words
            expect(other.text.findings[unfit.code]).toBeDefined()
          }
        }
      }
  })

  it('worn as it cannot be, it is excluded with that as the reason', () => {
    const frameOnly = FAMILIES.find((f) => !f.worn.includes('ring'))
    if (!frameOnly) return
    const { stone, options } = examplesOf(frameOnly.id).sound[0]!
    const said = chooseOne({
      stone,
      family: frameOnly.id,
      wish: { ...WISH, worn: 'ring' },
      settings,
      options,
    })
    expect(isChosen(said)).toBe(false)
    if (!isChosen(said))
      expect(said.finding).toMatchObject({ code: 'choose.not-worn', values: { worn: 'ring' } })
  })

  it('the first family that takes a stone is one that does; a stone for none has none', () => {
    for (const f of FAMILIES) {
      const { stone } = examplesOf(f.id).sound[0]!
      const id = familyFor(stone)!
      expect(
        family(id)
          .fits(stone)
          .some((x) => x.severity === 'error'),
      ).toBe(false)
    }
    expect(familyFor({ ...OVAL, length: -3 })).toBeUndefined()
  })
})

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
})

describe('how demanding a setting is', () => {
  it('every reason is true of the plan, and the level is told by how many there are', () => {
    for (const f of FAMILIES)
      for (const e of examplesOf(f.id).sound) {
        const p = planOf(e.stone, f.id, e.options)
        const { level, reasons } = difficultyOf(p)
        expect(new Set(reasons).size).toBe(reasons.length)
        expect(level).toBe(reasons.length <= 1 ? 0 : reasons.length <= 3 ? 1 : 2)
        expect(reasons.includes('many-steps')).toBe(p.steps.length > 26)
        const turns = p.design.joints
          .filter((j) => windsOf(p.cut).some((b) => b.joint === j.id))
          .reduce((sum, j) => sum + j.turns, 0)
        expect(reasons.includes('many-turns')).toBe(turns > 60)
        expect(reasons.includes('thick-wire')).toBe(
          p.design.wires.some((w) => w.stock.size.mm > 1.2 && w.stock.temper !== 'dead soft'),
        )
      }
  })

  it('the same in softer wire is no harder', () => {
    const hard = difficultyOf(planOf(OVAL, 'bound-frame', FRAME))
    const soft = difficultyOf(planOf(OVAL, 'bound-frame', { ...FRAME, temper: 'dead soft' }))
    expect(soft.reasons.every((r) => hard.reasons.includes(r))).toBe(true)
  })
})
