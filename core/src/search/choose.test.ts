import { windsOf } from '../cut/index'
import { FAMILIES, family } from '../settings/index'
import type { Stone } from '../stone/index'
import { FRAME, OVAL } from '../testing'
import { chooseOne, difficultyOf, familyFor, isChosen, sketchOne } from './index'
import { BESIDE, strangeness } from './habits'
import { DEFAULT_SETTINGS, looseCount, plan, type Plan } from '../plan/index'
import { examplesOf } from '../testingPlans'

const settings = DEFAULT_SETTINGS
const WISH = { alloy: 'copper', temper: 'half hard' } as const
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
          // what holds the stone is not sound while its ends are loose
          if (looseCount(found.plan.design, e.stone) === 0)
            expect(found.line.verdict).toBe(found.hold.hold.verdict)
        }
        for (const other of FAMILIES.filter((x) => x.id !== f.id)) {
          const unfit = other.fits(e.stone).find((x) => x.severity === 'error')
          if (!unfit) continue
          const said = chooseOne({
            stone: e.stone,
            family: other.id,
            wish: WISH,
            settings,
            options: e.options,
          })
          expect(isChosen(said)).toBe(false)
          if (!isChosen(said)) expect(said.finding).toEqual(unfit)
          // and that has words
          expect(other.text.findings[unfit.code]).toBeDefined()
        }
      }
  })

  it('a sketch is of the same family and stone, of usual wire, or excluded with the same reason', () => {
    let sketched = 0
    for (const f of FAMILIES)
      for (const e of examplesOf(f.id).sound.slice(0, 2)) {
        const wish = { alloy: 'copper' }
        const found = sketchOne({ stone: e.stone, family: f.id, wish, settings })
        if (!found) continue
        if (!('design' in found)) throw new Error(`${f.id} takes its own example`)
        sketched++
        expect([found.family, found.stone]).toEqual([f.id, e.stone])
        expect(found.findings.filter((x) => x.severity === 'error')).toEqual([])
        expect(strangeness(f.habit(e.stone, 'copper'), found.options)).toBeLessThanOrEqual(BESIDE)
        for (const other of FAMILIES.filter((x) => x.fits(e.stone).some((y) => y.severity === 'error')))
          expect(sketchOne({ stone: e.stone, family: other.id, wish, settings })).toEqual(
            chooseOne({ stone: e.stone, family: other.id, wish, settings }),
          )
      }
    expect(sketched).toBeGreaterThanOrEqual(FAMILIES.length)
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
