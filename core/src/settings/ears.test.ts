import { pathAt, pathLength } from '../path/index'
import { FRAME, OVAL } from '../testing'
import { DEFAULT_SETTINGS, plan } from '../plan/index'
import { numberOf } from '../working/index'
import { asEar, family, FAMILIES, isEar, mirrored, optionsSchema } from './index'

describe('earrings', () => {
  it('every family that hangs has the choice; options saved before it are by themselves', () => {
    for (const f of FAMILIES.filter((x) => x.worn.includes('pendant'))) {
      const params = f.params(OVAL)
      expect(params.some((p) => p.id === 'made')).toBe(true)
      expect(f.text.params.made).toBeTruthy()
    }
    const schema = optionsSchema(family('bound-frame').params(OVAL))
    const read = schema.parse(FRAME) as typeof FRAME
    expect(isEar(read)).toBe(false)
    expect(isEar(schema.parse(asEar(FRAME)) as typeof FRAME)).toBe(true)
  })

  it('the other one is the mirror image: its wires are the first one’s with left and right exchanged', () => {
    const chosen = family('bound-frame')
    const uneven = { ...FRAME, frontBends: [1.4, 8, 10.6], backBends: [1.4, 4, 10.6] }
    const other = mirrored(chosen.params(OVAL), uneven)
    expect(other.frontBends).toEqual([1.4, 4, 10.6])
    expect(mirrored(chosen.params(OVAL), other)).toEqual(uneven)
    const [one, two] = [chosen.build(OVAL, uneven), chosen.build(OVAL, other)]
    one.wires.forEach((wire, i) => {
      const twin = two.wires[i]!
      const length = pathLength(wire.path)
      expect(pathLength(twin.path)).toBeCloseTo(length, 9)
      for (const k of [0.05, 0.2, 0.37, 0.5, 0.66, 0.9]) {
        const p = pathAt(wire.path, k * length).p
        const q = pathAt(twin.path, (1 - k) * length).p
        expect(Math.hypot(p[0] + q[0], p[1] - q[1], p[2] - q[2])).toBeLessThan(1e-6)
      }
    })
  })

  it('weighs the stone and its wire on the ear, and says so over the limit', () => {
    const made = (ear: number) => {
      const result = plan({
        stone: OVAL,
        family: 'bound-frame',
        options: asEar(FRAME),
        settings: { ...DEFAULT_SETTINGS, ear },
      })
      if (!result.ok) throw new Error('no plan')
      return result.plan
    }
    const grams = numberOf(made(7).outputs.find((o) => o.id === 'ear')!.quantity)
    const { cut, measures } = made(7)
    expect(grams).toBeCloseTo(numberOf(measures.mass) + numberOf(cut.mass), 9)
    // by itself it is no earring, however heavy
    const alone = plan({
      stone: OVAL,
      family: 'bound-frame',
      options: FRAME,
      settings: { ...DEFAULT_SETTINGS, ear: 1 },
    })
    expect(alone.ok && alone.plan.outputs.some((o) => o.id === 'ear')).toBe(false)
    const codes = (ear: number) => made(ear).findings.map((f) => f.code)
    expect(codes(Math.ceil(grams))).not.toContain('plan.ear-heavy')
    expect(codes(Math.floor(grams))).toContain('plan.ear-heavy')
  })
})
