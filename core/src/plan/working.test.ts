import { ALL_MEASURES } from '../stone/stone'
import { FRAME, OVAL, seeded } from '../testing'
import { FAMILIES, type Options, type OptionValue, type Param } from '../settings/index'
import { evaluate, isLeaf, leafKeys, numberOf, type Quantity } from '../working/index'
import { DEFAULT_SETTINGS, knownFormulas, plan, type Plan } from './index'
import { examplesOf, isSlow } from '../testingPlans'

const FORMULAS = knownFormulas()
/** How many plans of each family are evaluated anew: all of its examples, in every way of wearing, in the full counts. */
const evaluatedOf = (id: string): number => Number(process.env.WORKING_PLANS ?? (isSlow(id) ? 1 : 2))

function made(stone = OVAL, options = FRAME, family = 'bound-frame'): Plan {
  const result = plan({ stone, family, options, settings: DEFAULT_SETTINGS })
  if (!result.ok) throw new Error(JSON.stringify(result.findings))
  return result.plan
}

const isFigure = (v: unknown): v is Quantity =>
  typeof v === 'object' && v !== null && 'formula' in v && 'inputs' in v && 'value' in v

/** Every figure of a plan, wherever it stands in it, by its path: what Measure and Plan show. */
function shown(value: unknown, path = 'plan', into = new Map<string, Quantity>()): Map<string, Quantity> {
  if (isFigure(value)) into.set(path, value)
  else if (typeof value === 'object' && value !== null)
    for (const [k, v] of Object.entries(value)) {
      // wires are listed by length: their own names stay the same when that order changes
      const name = typeof v === 'object' && v !== null && 'id' in v ? String(v.id) : k
      if (k !== 'design' && k !== 'inputs') shown(v, `${path} ${name}`, into)
    }
  return into
}

function nodes(q: Quantity, into = new Set<Quantity>()): Set<Quantity> {
  if (into.has(q)) return into
  into.add(q)
  for (const input of Object.values(q.inputs)) nodes(input, into)
  return into
}

/** What each formula gives for the values of its inputs, worked out once for like inputs. */
function evaluator(): (node: Quantity) => number | string {
  const known = new Map<string, number | string>()
  return (node) => {
    const key = JSON.stringify([
      node.formula,
      node.value,
      Object.entries(node.inputs).map(([k, v]) => [k, v.value]),
    ])
    const value = known.get(key) ?? evaluate(node, FORMULAS)
    known.set(key, value)
    return value
  }
}

const CASES: [string, Plan['stone'], Plan['options']][] = [
  ['oval', OVAL, FRAME],
  ['wall not measured', { ...OVAL, wall: undefined } as Plan['stone'], FRAME],
  [
    'drop',
    { ...OVAL, outline: 'drop', length: 34 },
    {
      ...FRAME,
      foot: 6,
      temper: 'dead soft',
      leave: 60,
      neckRadius: 1.6,
      frontBends: [1.6, 3.8, 8.2, 10.4],
      backBends: [1.6, 3.8, 8.2, 10.4],
    },
  ],
  ['round wire', OVAL, { ...FRAME, profile: 'round', binding: 'round', wires: 4, temper: 'dead soft' }],
]

describe('working', () => {
  it.each(CASES)(
    '%s: every node evaluated anew gives the shown value, down to leaves',
    (_, stone, options) => {
      const clean = JSON.parse(JSON.stringify(stone)) as Plan['stone']
      let leaves = 0
      const again = evaluator()
      for (const [name, q] of shown(made(clean, options)))
        for (const node of nodes(q)) {
          if (isLeaf(node)) {
            leaves++
            expect(node.key).toBeDefined()
          } else expect(FORMULAS[node.formula]).toBeDefined()
          const value = again(node)
          if (typeof value === 'number')
            expect({ name, off: Math.abs(value - numberOf(node)) < 1e-9 }).toEqual({ name, off: true })
          else expect(value).toBe(node.value)
        }
      expect(leaves).toBeGreaterThan(50)
    },
  )

  it('changing a measure or an option changes exactly the figures that name it', () => {
    const before = shown(made())
    const changes: [string, Plan['stone'], Plan['options']][] = [
      ['stone.length', { ...OVAL, length: 31.7 }, FRAME],
      ['stone.width', { ...OVAL, width: 22.9 }, FRAME],
      ['stone.depth', { ...OVAL, depth: 7.9 }, FRAME],
      ['stone.wall', { ...OVAL, wall: 2.3 }, FRAME],
      ['option.neck', OVAL, { ...FRAME, neck: 7 }],
      ['option.tail', OVAL, { ...FRAME, tail: 31 }],
      ['option.frontOverlap', OVAL, { ...FRAME, frontOverlap: 1.7 }],
      ['option.margin', OVAL, { ...FRAME, margin: 16 }],
    ]
    for (const [key, stone, options] of changes) {
      const after = shown(made(stone, options))
      for (const [name, q] of before) {
        const depends = leafKeys(q).has(key)
        const changed = after.get(name)!.value !== q.value
        // what is rounded to a step, to whole turns, estimated from counts or searched for may stay although it depends
        const stepped =
          [...nodes(q)].some((n) => !isLeaf(n) && n.formula.startsWith('bound-frame.')) ||
          q.formula.startsWith('cut.shown') ||
          /shown|mass|cost|metal|binding/.test(name) ||
          q.formula === 'cut.turns'
        if (changed) expect({ key, name, depends }).toEqual({ key, name, depends: true })
        if (depends && !stepped) expect({ key, name, changed }).toEqual({ key, name, changed: true })
      }
    }
  })
})

/** A choice one step on, or one back where there is none; none where it is no number. */
function oneOn(p: Param, now: OptionValue | undefined): OptionValue | undefined {
  if (p.kind !== 'number' && p.kind !== 'integer') return undefined
  const next = Number((Number(now) + p.step).toFixed(6))
  return next <= p.max ? next : Number((Number(now) - p.step).toFixed(6))
}

describe.each(FAMILIES.map((f) => [f.id, f] as const))('every figure of %s', (id, chosen) => {
  const { sound, random } = examplesOf(id)
  /** The family's own examples, and each worn in every way. */
  const cases = sound.flatMap(({ stone, options }) =>
    chosen.worn.map((mount): [Plan['stone'], Options] => [
      stone,
      options.mount ? { ...options, mount } : options,
    ]),
  )
  const able = cases.filter(
    ([stone, options]) => plan({ stone, family: id, options, settings: DEFAULT_SETTINGS }).ok,
  )

  it('evaluated anew from its inputs gives its value, through JSON', () => {
    expect(able.length).toBeGreaterThan(0)
    const wild = able
      .slice(0, 2)
      .map(([stone]): [Plan['stone'], Options] => [
        stone,
        random(stone, { alloy: 'copper', temper: 'half hard' }, seeded(4)),
      ])
    const most = evaluatedOf(id)
    for (const [stone, options] of [...able.slice(0, most), ...wild.slice(0, most - 1)]) {
      const result = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
      if (!result.ok) continue
      const again = evaluator()
      for (const [name, q] of shown(JSON.parse(JSON.stringify(result.plan))))
        for (const node of nodes(q)) {
          const value = again(node)
          const same =
            typeof value === 'number'
              ? Math.abs(value - numberOf(node)) < 1e-9 * Math.max(1, Math.abs(value))
              : value === node.value
          expect({ name, formula: node.formula, same }).toEqual({ name, formula: node.formula, same: true })
        }
    }
  })

  it('changes only with a choice or a measure that it names', () => {
    const missed: string[] = []
    let [asked, vain] = [0, 0]
    for (const [stone, options] of able.slice(0, 2)) {
      const before = [...shown(made(stone, options, id))].map(([name, q]) => ({
        name,
        q,
        keys: leafKeys(q),
        rounded: [...nodes(q)].some((n) => n.formula === 'cut.shown'),
      }))
      const chosenOn = chosen.params(stone).flatMap((p): [string, Plan['stone'], Options][] => {
        const value = oneOn(p, options[p.id])
        return value === undefined ? [] : [[`option.${p.id}`, stone, { ...options, [p.id]: value }]]
      })
      const measuredOn = (['length', 'width', 'depth', ...ALL_MEASURES] as const).flatMap(
        (m): [string, Plan['stone'], Options][] => {
          const now = stone[m]
          return now === undefined || now === 0
            ? []
            : [[`stone.${m}`, { ...stone, [m]: now * 1.02 }, options]]
        },
      )
      for (const [key, nextStone, nextOptions] of [...chosenOn, ...measuredOn]) {
        const result = plan({
          stone: nextStone,
          family: id,
          options: nextOptions,
          settings: DEFAULT_SETTINGS,
        })
        if (!result.ok) continue
        const after = shown(result.plan)
        for (const { name, q, keys, rounded } of before) {
          if (!rounded) asked++
          const then = after.get(name)
          const changed = then !== undefined && then.value !== q.value
          const names = keys.has(key)
          if (changed && !names) missed.push(`${name} with ${key}`)
          if (names && !changed && !rounded) vain++
        }
      }
    }
    process.stderr.write(
      `FIGURES ${id}: ${asked} asked, ${missed.length} missed, ${vain} named without effect\n`,
    )
    expect(missed).toEqual([])
    // a cause that is named and has no effect here may have one elsewhere: whole turns, an angle past its limit
    expect(vain).toBeLessThan(0.15 * asked)
  })
})
