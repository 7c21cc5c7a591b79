import { cutFormulas, windsOf } from '../cut/index'
import { FRAME, OVAL } from '../testing'
import { family, type OptionValue } from '../settings/index'
import { evaluate, leafKeys, numberOf } from '../working/index'
import {
  DEFAULT_SETTINGS,
  knownFormulas,
  glance,
  holdLine,
  plan,
  planHold,
  sayPull,
  withMeasured,
  type Plan,
} from './index'

const FORMULAS = knownFormulas()

function made(stone = OVAL, options = FRAME): Plan {
  const result = plan({ stone, family: 'bound-frame', options, settings: DEFAULT_SETTINGS })
  if (!result.ok) throw new Error(JSON.stringify(result.findings))
  return result.plan
}

describe('working', () => {
  it('the turns of mechanics: three in a row 6.586, two by three 8.032', () => {
    const p = made(OVAL, { ...FRAME, size: '21 AWG', bindingSize: '24 AWG' })
    const hull = (joint: string) => {
      const turn = windsOf(p.cut).find((b) => b.joint === joint)!.turn
      return numberOf(turn.inputs.hull!) + Math.PI * numberOf(turn.inputs.height!)
    }
    expect(hull('foot')).toBeCloseTo(6.586, 2)
    expect(hull('neck')).toBeCloseTo(8.032, 2)
    expect(cutFormulas['cut.turn'].of({ hull: 3, height: 0.4, lead: 0 })).toBeCloseTo(3 + 0.4 * Math.PI, 12)
  })
})

describe('plan', () => {
  it('refuses a stone that cannot be, and says where', () => {
    const result = plan({
      stone: { ...OVAL, wall: 6.95 },
      family: 'bound-frame',
      options: FRAME,
      settings: DEFAULT_SETTINGS,
    })
    expect(result.ok).toBe(false)
    expect(!result.ok && result.findings[0]!.field).toBe('wall')
  })

  it('steps follow the number of wires and bends', () => {
    const ids = (options: Plan['options']) => made(OVAL, options).steps.map((s) => s.id)
    const base = ids(FRAME)
    expect(ids({ ...FRAME, wires: 5 })).toHaveLength(base.length + 2)
    expect(ids({ ...FRAME, frontBends: [1.4, 4, 8] })).toHaveLength(base.length - 1)
    const moved = ids({ ...FRAME, frontBends: [1.4, 4, 8.2, 10.6] })
    expect(moved).toContain('bend-front-8.2')
    expect(moved).not.toContain('bend-front-8')
  })

  it('every option changes the plan at once: design and cut list, or the finding that says why not', () => {
    const options = { ...FRAME, wires: 4, frontOverlap: 1.2, backOverlap: 1.2, bail: 8, neck: 9 }
    const of = (p: Plan) => JSON.stringify([p.design, p.cut, p.findings, p.outputs])
    const before = of(made(OVAL, options))
    for (const param of family('bound-frame').params(OVAL)) {
      const old = (options[param.id as keyof typeof options] ?? param.before) as OptionValue
      const others: OptionValue[] =
        param.kind === 'choice'
          ? param.values.filter((v) => v !== old)
          : param.kind === 'places'
            ? [(old as number[]).slice(1)]
            : [Number(old) + param.step, Number(old) - param.step].filter(
                (v) => v >= param.min && v <= param.max,
              )
      const changed = others.flatMap((value) => {
        const result = plan({
          stone: OVAL,
          family: 'bound-frame',
          options: { ...options, [param.id]: value },
          settings: DEFAULT_SETTINGS,
        })
        return [result.ok ? of(result.plan) : JSON.stringify(result.findings)]
      })
      for (const text of changed)
        expect({ option: param.id, same: text === before }).toEqual({ option: param.id, same: false })
    }
  })

  it('rounds to quarter inches where the workshop works in inches', () => {
    const result = plan({
      stone: OVAL,
      family: 'bound-frame',
      options: FRAME,
      settings: { ...DEFAULT_SETTINGS, rounding: '1/4 in' },
    })
    if (!result.ok) throw new Error('no plan')
    for (const w of result.plan.cut.wires) expect((numberOf(w.shown) / 6.35) % 1).toBeCloseTo(0, 9)
  })

  it('other schools say what they leave over or lack, and the chosen one decides what is cut', () => {
    const by = (school: Partial<typeof DEFAULT_SETTINGS.school>) => {
      const result = plan({
        stone: OVAL,
        family: 'bound-frame',
        options: FRAME,
        settings: {
          ...DEFAULT_SETTINGS,
          rounding: '1 mm',
          school: { ...DEFAULT_SETTINGS.school, ...school },
        },
      })
      if (!result.ok) throw new Error('no plan')
      return result.plan
    }
    const path = by({})
    const edge = numberOf(path.measures.edge)
    for (const w of path.cut.wires) {
      const girth = w.schools.find((s) => s.kind === 'girth')!
      expect(numberOf(girth.length)).toBeCloseTo(3 * edge, 9)
      expect(numberOf(girth.over)).toBeCloseTo(3 * edge - numberOf(w.length), 9)
      expect(numberOf(w.shown)).toBe(Math.ceil(numberOf(w.length)))
    }
    const girth = by({ kind: 'girth', girth: 'length', times: 4 })
    for (const w of girth.cut.wires) {
      expect(numberOf(w.shown)).toBe(Math.ceil(4 * numberOf(path.measures.girthLength) - 1e-6))
      // laid off from the middle, both ends have the same left over
      const left = numberOf(w.marks[0]!.fromEnd)
      const right = numberOf(w.shown) - numberOf(w.marks.at(-1)!.fromEnd)
      expect(left).toBeCloseTo(right, 6)
    }
    expect(girth.findings.map((f) => f.code)).not.toContain('plan.school-short')
    const short = by({ kind: 'fixed', fixed: 120 })
    expect(short.findings.filter((f) => f.code === 'plan.school-short')).toHaveLength(3)
    for (const w of short.cut.wires) expect(numberOf(w.shown)).toBe(120)
  })

  it('a length met at the bench replaces the planned one, and only where it can be', () => {
    const next = withMeasured('bound-frame', OVAL, FRAME, { 'bind-foot': 11, 'roll-bail': 400, gather: 3 })
    expect(next).toEqual({ ...FRAME, foot: 11 })
    const [before, after] = [made(OVAL, FRAME), made(OVAL, next)]
    const turnsOf = (p: Plan) => numberOf(windsOf(p.cut).find((b) => b.joint === 'foot')!.turns)
    expect(turnsOf(after)).toBeGreaterThan(turnsOf(before))
    expect(after.steps.find((s) => s.id === 'bind-foot')!.say).toContain('11.0 mm')
  })

  it('the other hand begins on the other side, with the same wire and the same steps', () => {
    const by = (hand: 'left' | 'right') => {
      const result = plan({
        stone: OVAL,
        family: 'bound-frame',
        options: FRAME,
        settings: { ...DEFAULT_SETTINGS, hand },
      })
      if (!result.ok) throw new Error('no plan')
      return result.plan
    }
    const [right, left] = [by('right'), by('left')]
    expect(left.design.wires).toEqual(right.design.wires)
    expect(left.steps.map((s) => s.id).sort()).toEqual(right.steps.map((s) => s.id).sort())
    const bends = (p: Plan) =>
      p.steps.filter((s) => s.id.startsWith('bend-front')).map((s) => Number(s.id.slice(11)))
    // each bend of the one is the mirrored bend of the other
    expect(bends(left)).toEqual(bends(right).map((h) => Number((12 - h).toFixed(6))))
    expect(right.steps.find((s) => s.id === 'bind-foot')!.say).toContain('From the left mark')
    expect(left.steps.find((s) => s.id === 'bind-foot')!.say).toContain('From the right mark')
  })

  it('cautions stand at the step where they apply and nowhere else', () => {
    const said = (stone: Plan['stone'], options: Plan['options']) =>
      made(stone, options)
        .steps.filter((s) => s.caution)
        .map((s) => `${s.id}: ${s.caution!}`)
        .join('\n')
    expect(said(OVAL, { ...FRAME, alloy: 'lacquered copper', temper: 'dead soft' })).toMatch(
      /gather: .*gives off nickel[^]*trim: .*core under the coating/,
    )
    expect(said(OVAL, FRAME)).not.toContain('nickel')
    expect(said(OVAL, FRAME)).toMatch(/seat: .*cleaves/)
    expect(said({ ...OVAL, mineral: 'agate' }, FRAME)).not.toContain('cleaves')
    expect(said({ ...OVAL, mineral: 'malachite' }, FRAME)).toMatch(/seat: .*Wash your hands/)
    expect(said(OVAL, FRAME)).toMatch(/shape: .*roll as they are bent/)
    expect(said(OVAL, { ...FRAME, profile: 'round' })).not.toContain('roll as they are bent')
    expect(said(OVAL, FRAME)).not.toMatch(/edge is thin|crush/)
    expect(said({ ...OVAL, wall: 0.6 }, FRAME)).toMatch(/bend-front[^:]*: .*edge is thin/)
    expect(said({ ...OVAL, wall: 0.6 }, FRAME)).not.toMatch(/bend-back[^:]*: .*edge is thin/)
  })

  it('is exactly what JSON keeps', () => {
    const p = made()
    expect(JSON.parse(JSON.stringify(p))).toEqual(p)
  })

  it('the holding line says the weakest way and its pull opens to a tree', () => {
    const p = made()
    const { hold, shown: figures } = planHold(p)
    const line = holdLine(hold, numberOf(figures.pull))
    expect(line.say).toMatch(/Weakest way out: (forward|backward|upward|downward|to the left|to the right)/)
    expect(leafKeys(figures.pull)).toContain('stone.depth')
    expect(leafKeys(figures.pull)).toContain('option.frontOverlap')
    const force = figures.pull.inputs.force!
    expect(evaluate(force, FORMULAS)).toBeCloseTo(numberOf(force), 6)
  })

  it('says pulls as a maker does', () => {
    expect(sayPull(904)).toBe('about 900 g of pull')
    expect(sayPull(1520)).toBe('about 1.5 kg of pull')
    expect(sayPull(0)).toBe('no pull at all')
  })
})

describe('a glance at a plan', () => {
  it('is its design and the steps of it, and nothing where it cannot be built', () => {
    const whole = made()
    const request = { stone: OVAL, family: 'bound-frame', options: FRAME, settings: DEFAULT_SETTINGS }
    const seen = glance(request)!
    expect(seen.design).toEqual(whole.design)
    expect(seen.steps.map((s) => [s.id, s.title, s.count])).toEqual(
      whole.steps.map((s) => [s.id, s.title, s.count]),
    )
    expect(glance({ ...request, options: { ...FRAME, foot: 70 } })).toBeUndefined()
  })
})
