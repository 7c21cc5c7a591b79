import { laysIn } from '../design/index'
import { FAMILIES, SURFACES } from '../settings/index'
import { MINERALS } from '../stone/index'
import { examplesOf, planOf } from '../testingPlans'
import { FRAME, OVAL } from '../testing'
import { gatherList } from './gatherList'
import type { Plan } from './plan'
import { surfaceFindings } from './surfaceFindings'

const [BRIGHT, BEFORE, DIPPED, BRUSHED] = SURFACES
const planned = (id: string, surface: string, more: object = {}): Plan => {
  const { stone, options } = examplesOf(id).sound[0]!
  return planOf(id, stone, { ...options, ...more, surface })!
}
const at = ({ design }: Plan, id: string) => design.operations.findIndex((o) => o.id === id)
const FINISHING = ['trim', 'smooth', 'darken', 'polish']
const minutesOf = ({ design }: Plan) =>
  design.operations.filter((o) => FINISHING.includes(o.kind)).reduce((sum, o) => sum + o.minutes, 0)

describe('the surface of the metal', () => {
  it.each(FAMILIES.map((f) => f.id))(
    '%s: tool marks out after trimming, polished last, in 5 to 15 minutes',
    (id) => {
      for (const surface of SURFACES) {
        const plan = planned(id, surface)
        const { operations } = plan.design
        expect(operations[operations.length - 1]!.kind).toBe('polish')
        expect(at(plan, 'smooth')).toBe(at(plan, 'trim') + 1)
        expect(operations.filter((o) => o.kind === 'darken')).toHaveLength(surface === BRIGHT ? 0 : 1)
        expect(minutesOf(plan)).toBeGreaterThanOrEqual(5)
        expect(minutesOf(plan)).toBeLessThanOrEqual(15)
        // every step has its words
        expect(plan.steps.every((s) => s.title !== '' && s.say !== '')).toBe(true)
      }
      const first = planned(id, BEFORE)
      expect(at(first, 'darken-before')).toBe(first.design.operations.findIndex(laysIn) - 1)
      expect(at(planned(id, DIPPED), 'darken-after')).toBeGreaterThan(at(planned(id, DIPPED), 'trim'))
    },
  )

  it('a brush is laid ready where the darkening is brushed on, and nowhere else', () => {
    const brush = (surface: string) =>
      gatherList(planned('corset-back', surface), { stone: 'a stone', units: 'mm', length: String }).some(
        (g) => g.what.startsWith('Fine brush'),
      )
    expect(SURFACES.map(brush)).toEqual(SURFACES.map((s) => s === BRUSHED))
  })

  it('what was planned before there was the choice stays bright', () => {
    const kinds = planOf('bound-frame', OVAL, FRAME)!.design.operations.map((o) => o.kind)
    expect(kinds).not.toContain('darken')
  })

  it('no stone that a bath harms is dipped without a word, and the mend stills it', () => {
    const codes = (mineral: string, surface: string) =>
      surfaceFindings({ ...OVAL, mineral }, { ...FRAME, surface })
    for (const { id, care } of MINERALS) {
      const found = codes(id, DIPPED)
      expect([id, found.length]).toEqual([id, care.some((c) => ['bath', 'water'].includes(c)) ? 1 : 0])
      for (const f of found) expect(codes(id, String(f.mend!.value))).toEqual([])
    }
    expect(MINERALS.filter((m) => codes(m.id, DIPPED).length > codes(m.id, BRUSHED).length)).not.toEqual([])
  })

  it('metal that stays bright, or whose coating would go, is told', () => {
    const told = (alloy: string) =>
      planned('bound-frame', BEFORE, { alloy, temper: 'dead soft' }).findings.some(
        (f) => f.code === 'plan.surface-metal',
      )
    expect([told('copper'), told('sterling silver')]).toEqual([false, false])
    expect(told('lacquered copper')).toBe(true)
    const coated = planned('bound-frame', BRIGHT, { alloy: 'lacquered copper', temper: 'dead soft' })
    expect(at(coated, 'smooth-coated')).toBeGreaterThan(0)
  })
})
