import { DEFAULT_SETTINGS, plan, settingOfPlan } from '../plan/index'
import { FAMILIES } from '../settings/index'
import { enoughFor, holdOf, releases, settingOf, toleranced, type Setting } from './index'
import { examplesOf } from '../testingPlans'

/** Forces may differ by this between coarse and fine places on the wires; and where a hook or a loop is bent nearly as tightly as the coarse ones are apart. */
const ALIKE = 0.1
const HOOKED = 0.2
/** With play a stone under many loops lies on three of them, and which three hangs on a hair. */
const ON_THREE = 0.6

describe.each(FAMILIES.map((f) => f.id))('how closely the wires of %s are followed', (id) => {
  it('changes what they bear by little, as planned and with what a hand misses by', () => {
    const { stone, options } = examplesOf(id).sound[0]!
    const result = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
    if (!result.ok) throw new Error(JSON.stringify(result.findings))
    const { design, asked } = result.plan
    const { held } = settingOfPlan(result.plan)
    const told = (spacing: number): number[] => {
      const planned = settingOf(design, held, spacing)
      return [planned, toleranced(planned, 'both')].flatMap((setting: Setting) => {
        const hold = holdOf(setting, asked)
        expect(hold.caught).toBe(true)
        return releases(setting, hold).weakest.force
      })
    }
    const [coarse, fine] = [told(1), told(0.4)]
    const taut = design.wires.some((w) => w.parts.some((p) => p.kind === 'taut'))
    const looped = design.wires.some((w) => w.path.segments.some((x) => x.kind === 'pattern'))
    coarse.forEach((force, i) => {
      const alike = looped && i === 1 ? ON_THREE : taut || looped ? HOOKED : ALIKE
      expect(Math.abs(force / fine[i]! - 1)).toBeLessThan(alike)
      // however it lies, it bears what is asked or it does not
      expect(force > enoughFor(asked).force).toBe(fine[i]! > enoughFor(asked).force)
    })
  }, 120_000)
})
