import { alloy, ALLOYS, gaugeWindow, sectionAbout, WIRE_ROLES, WIRE_SIZES, type GaugeQuestion } from './index'

const FRAME: GaugeQuestion = {
  role: 'frame',
  alloy: 'copper',
  temper: 'half hard',
  profile: 'square',
  radius: 1,
  force: 8,
  span: 12,
}
const bound = (q: GaugeQuestion, side: 'least' | 'most', reason: string): number =>
  gaugeWindow(q)[side].find((b) => b.reason === reason)!.size

describe('the window of gauges', () => {
  it('its bounds are the closed forms, written the other way round', () => {
    const [low, high] = alloy('copper').yield['half hard']
    // 8 Mp / L = F with Mp = sy a³/4
    expect(bound(FRAME, 'least', 'strength')).toBeCloseTo(((4 * 8 * 12) / (8 * low)) ** (1 / 3), 4)
    // F L³ / (192 E a⁴/12) = 0.04 L
    expect(bound(FRAME, 'least', 'stiffness')).toBeCloseTo(
      ((12 * 8 * 12 ** 2) / (192 * 117_000 * 0.04)) ** 0.25,
      4,
    )
    // sy a³/4 over a lever of 25 = 5 N
    expect(bound(FRAME, 'most', 'hand')).toBeCloseTo(((4 * 5 * 25) / high) ** (1 / 3), 4)
    expect(bound(FRAME, 'most', 'bend')).toBeCloseTo(1 / alloy('copper').bend['half hard'], 9)
    const weaving: GaugeQuestion = { ...FRAME, role: 'weaving', profile: 'round', force: 0, around: 0.8 }
    // π d²/4 sy = 12 N
    expect(bound(weaving, 'least', 'pull')).toBeCloseTo(Math.sqrt((4 * 12) / (Math.PI * low)), 4)
    expect(bound(weaving, 'most', 'share')).toBeCloseTo(0.62 * 0.8, 9)
  })

  it('more force or span wants thicker wire, a tighter bend or a stiffer metal thinner', () => {
    const strength = (change: Partial<GaugeQuestion>) => bound({ ...FRAME, ...change }, 'least', 'strength')
    expect(strength({ force: 64 }) / strength({})).toBeCloseTo(2, 4)
    expect(strength({ span: 96 }) / strength({})).toBeCloseTo(2, 4)
    expect(strength({ temper: 'dead soft' })).toBeGreaterThan(strength({}))
    expect(bound({ ...FRAME, radius: 0.5 }, 'most', 'bend')).toBeCloseTo(bound(FRAME, 'most', 'bend') / 2, 9)
    expect(bound({ ...FRAME, alloy: 'stainless steel' }, 'most', 'hand')).toBeLessThan(
      bound(FRAME, 'most', 'hand'),
    )
  })

  it('every size is judged by the bounds, for every role and metal', () => {
    for (const role of WIRE_ROLES)
      for (const metal of ALLOYS)
        for (const profile of ['round', 'square', 'half-round'] as const) {
          const q = { ...FRAME, role, alloy: metal.id, profile, around: 0.9 }
          const w = gaugeWindow(q)
          expect(w.sizes).toHaveLength(WIRE_SIZES.length)
          const [from, to] = [w.least[0]?.size ?? 0, w.most[0]!.size]
          for (const v of w.sizes) {
            expect(v.fits).toBe(v.size.mm >= from && v.size.mm <= to)
            const { plastic } = sectionAbout({ profile, size: v.size.mm })
            expect(v.strength).toBeCloseTo((8 * plastic * metal.yield['half hard'][0]) / 12 / 8, 6)
          }
          // the thicker the stronger, and the less it gives
          const rising = [...w.sizes].reverse()
          rising.slice(1).forEach((v, i) => {
            expect(v.strength).toBeGreaterThanOrEqual(rising[i]!.strength)
            expect(v.gives).toBeLessThanOrEqual(rising[i]!.gives)
          })
        }
  })

  it('what only decorates has no lower bound but that it can be pulled; nonsense is refused', () => {
    expect(gaugeWindow({ ...FRAME, force: 0 }).least).toEqual([])
    expect(gaugeWindow({ ...FRAME, role: 'binding', force: 0 }).least.map((b) => b.reason)).toEqual(['pull'])
    expect(() => gaugeWindow({ ...FRAME, radius: 0 })).toThrow(RangeError)
    expect(() => gaugeWindow({ ...FRAME, force: -1 })).toThrow(RangeError)
  })
})
