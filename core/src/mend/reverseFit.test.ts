import { FRAME, OVAL } from '../testing'
import { DEFAULT_SETTINGS, plan } from '../plan/index'
import { fitInFrame } from './index'

const made = plan({ stone: OVAL, family: 'bound-frame', options: FRAME, settings: DEFAULT_SETTINGS })
if (!made.ok) throw new Error('the example cannot be planned')

describe('another stone in a frame that is made', () => {
  it('its own stone goes in and is held as planned', () => {
    const fit = fitInFrame(made.plan, OVAL)!
    expect(fit.tight).toBeLessThan(0.05)
    expect(fit.line!.verdict).not.toBe('fails')
  })

  it('a larger one stands in the wires by half of what it is larger, a smaller one rattles the more', () => {
    const larger = fitInFrame(made.plan, { ...OVAL, length: 31, width: 23 })!
    expect(larger.line).toBeUndefined()
    expect(larger.tight).toBeGreaterThan(0.35)
    expect(larger.tight).toBeLessThan(0.6)
    const own = fitInFrame(made.plan, OVAL)!
    const smaller = fitInFrame(made.plan, { ...OVAL, length: 29.6, width: 21.6 })!
    expect(smaller.tight).toBeLessThan(1e-9)
    expect(smaller.rattle!).toBeGreaterThan(own.rattle! + 0.1)
  })

  it('another shape, or one far off, is not tried', () => {
    expect(fitInFrame(made.plan, { ...OVAL, outline: 'cushion' })).toBeUndefined()
    expect(fitInFrame(made.plan, { ...OVAL, length: 34 })).toBeUndefined()
    expect(fitInFrame(made.plan, { ...OVAL, kind: 'faceted' })).toBeUndefined()
  })
})
