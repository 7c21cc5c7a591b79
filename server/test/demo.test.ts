import {
  DEFAULT_SETTINGS,
  evaluate,
  family,
  FORMULAS,
  isLeaf,
  numberOf,
  plan,
  planHold,
  startingOptions,
  STONE_KINDS,
  stoneMeasures,
  stoneMore,
  type Quantity,
  type Stone,
} from '@verger/core'
import { stoneSchema } from '@verger/contract'
import { DEMO_STONES } from '../src/demo/demo'

const isFigure = (v: unknown): v is Quantity =>
  typeof v === 'object' && v !== null && 'formula' in v && 'inputs' in v && 'value' in v

function figuresIn(value: unknown, into: Quantity[] = []): Quantity[] {
  if (isFigure(value)) into.push(value, ...Object.values(value.inputs).flatMap((q) => figuresIn(q)))
  else if (typeof value === 'object' && value !== null)
    for (const v of Object.values(value)) figuresIn(v, into)
  return into
}

const boundFrame = family('bound-frame')
const framed = (stone: Stone) => boundFrame.fits(stone).every((f) => f.severity !== 'error')

describe('the demo workshop', () => {
  it('holds at least fourteen stones of every kind, and each can be saved as it is', () => {
    expect(DEMO_STONES.length).toBeGreaterThanOrEqual(14)
    expect(new Set(DEMO_STONES.map((d) => d.stone.kind)).size).toBe(STONE_KINDS.length)
    for (const d of DEMO_STONES) expect(stoneSchema.safeParse(d.stone).error?.issues ?? []).toEqual([])
  })

  it.each(DEMO_STONES.filter((d) => !framed(d.stone)).map((d) => [d.name, d] as const))(
    '%s: no frame takes it, and every figure of its measures is its own working',
    (_, demo) => {
      const words = boundFrame.text.findings
      expect(boundFrame.fits(demo.stone).some((f) => f.code in words)).toBe(true)
      for (const q of figuresIn([stoneMeasures(demo.stone), stoneMore(demo.stone)]))
        if (!isLeaf(q)) expect(evaluate(q, FORMULAS)).toBe(q.value)
    },
  )

  it.each(DEMO_STONES.filter((d) => framed(d.stone)).map((d) => [d.name, d] as const))(
    '%s: every figure that is shown, evaluated anew from its inputs, gives the shown value',
    (_, demo) => {
      const options = startingOptions(demo.stone, 'bound-frame', {
        alloy: demo.piece?.alloy ?? 'copper',
        temper: 'half hard',
      })
      expect(options).toBeDefined()
      const result = plan({
        stone: demo.stone,
        family: 'bound-frame',
        options: options!,
        settings: DEFAULT_SETTINGS,
      })
      if (!result.ok) throw new Error(JSON.stringify(result.findings))
      const { design, ...made } = result.plan
      expect(design.wires.length).toBeGreaterThanOrEqual(3)
      const { hold, shown } = planHold(result.plan)
      expect(hold.caught).toBe(true)
      const figures = figuresIn([made, shown])
      expect(figures.length).toBeGreaterThan(300)
      // like nodes are evaluated once: the search for holding is long
      const seen = new Map<string, number | string>()
      for (const q of figures) {
        if (isLeaf(q)) continue
        const key = JSON.stringify([q.formula, q.inputs])
        if (!seen.has(key)) seen.set(key, evaluate(q, FORMULAS))
        const again = seen.get(key)!
        if (typeof again === 'number')
          expect({ formula: q.formula, near: Math.abs(again - numberOf(q)) < 1e-6 }).toEqual({
            formula: q.formula,
            near: true,
          })
        else expect(again).toBe(q.value)
      }
    },
    120_000,
  )
})
