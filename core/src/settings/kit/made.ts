import type { Joint, Wire } from '../../design/index.js'
import type { Finding } from '../../finding/index.js'
import { remember } from '../../geom/index.js'
import { pathLength } from '../../path/index.js'
import { stoneFrom, stoneInputs, type FullStone } from '../../stone/index.js'
import { ALLOY_SOURCE, alloy, mandrelFor, WIRE_SIZES, type AlloyId, type Temper } from '../../wire/index.js'
import { leaf, numberOf, type Formula, type Formulas, type Quantity } from '../../working/index.js'
import type { Hand, Options } from '../family.js'
import { bind, slipOf } from '../shared/bind.js'
import { stretchOf, wireFrom } from '../shared/pieces.js'
import { leavesOf, METAL, readChoices, startOf, stockOf, type Choice, type Choices } from './choices.js'
import { figures, mm } from './figures.js'
import type { Given, Recipe, Searched } from './recipe.js'
import { wholeWork } from './wholeWork.js'
import { strandOf, type Stretch, type Tie, type Wirework } from './wirework.js'

/** What comes of a stone and choices: the recipe's work, its wires and joints, and what was told on the way. */
export interface Made {
  readonly stone: FullStone
  readonly options: Options
  readonly work: Wirework
  readonly wires: readonly Wire[]
  readonly joints: readonly Joint[]
  readonly findings: readonly Finding[]
  /** Figures that were searched for, by name and which. */
  readonly found: ReadonlyMap<string, number>
  /** The stone and these choices as inputs of a figure. */
  on(ids: readonly string[]): Readonly<Record<string, Quantity>>
}

const bendRadius = (metal: string, temper: string, size: number): number =>
  Math.max(size, 1.4 * (alloy(metal as AlloyId).bend[temper as Temper] + 0.5) * size)

const { make: figure, formulas: makingFormulas } = figures('kit', {
  radius: mm(
    'radius to which wire of {size} is bent: the limit of {alloy}, {temper}, and two fifths more, and never under its thickness',
    ({ size }, { alloy: metal, temper }) => bendRadius(metal, temper, size),
  ),
  mandrel: mm(
    'the mandrel over which {profile} wire of {size} springs open to {inside}: yield {yieldStress}, modulus {modulus}',
    ({ size, inside, yieldStress, modulus }, { profile }) =>
      mandrelFor(
        {
          section: profile === 'round' ? 'round' : 'rectangular',
          thickness: size,
          modulus,
          yield: yieldStress,
        },
        inside,
      ),
  ),
})
export { makingFormulas }

const nothing: Wirework = { strands: [], ties: [], steps: [], outputs: [] }

/** Where a stretch lies along its wire, mm. */
function rangeOf(wire: Wire, of: Stretch): { readonly s0: number; readonly s1: number } {
  if (!('part' in of)) return { s0: stretchOf(wire, of[1]).s0, s1: stretchOf(wire, of[2] ?? of[1]).s1 }
  const { s0, s1 } = stretchOf(wire, of.part)
  const [a, b] = of.at
  // what is worked to the left runs backward along the wire
  return s1 <= wire.anchor + 1e-9 ? { s0: s1 - b, s1: s1 - a } : { s0: s0 + a, s1: s0 + b }
}

/** A choice's value out of a figure's input. */
function chosenFrom(c: Choice, said: number | string): Options[string] {
  switch (c.kind) {
    case 'gauge':
      return WIRE_SIZES.find((s) => Math.abs(s.mm - Number(said)) < 1e-9)!.label
    case 'places':
      return String(said) === '' ? [] : String(said).split(', ').map(Number)
    case 'number':
    case 'integer':
    case 'choice':
      return said
    default: {
      const never: never = c
      throw new RangeError(`unknown choice ${JSON.stringify(never)}`)
    }
  }
}

/** Makes a recipe's work, and makes it again from the inputs of a figure. */
export interface Maker {
  /** @throws RangeError where shapes cannot be made and nothing was told that stands in the way */
  make(stone: FullStone, options: Options, hand: Hand): Made
  /** Formulas of the figures that are searched for. */
  readonly searched: Formulas
  /** The work again from a figure's inputs; what they do not name begins as it would. */
  again(x: Readonly<Record<string, number>>, words: Readonly<Record<string, string>>): Made
}

export function makerOf<C extends Choices>(recipe: Recipe<C>, choices: C & typeof METAL): Maker {
  const searched: Formulas = Object.fromEntries(
    Object.entries(
      Object.assign({}, ...(recipe.parts ?? []).map((p) => p.searched), recipe.searched) as Searched,
    ).map(([name, said]): [string, Formula] => {
      const [unit, text] = typeof said === 'string' ? (['mm', said] as const) : said
      const of: Formula['of'] = (x, words) =>
        maker.again(x, words).found.get(`${name} ${words.which!}`) ?? NaN
      return [`${recipe.id}.${name}`, { unit, text, of }]
    }),
  )

  function givenOf(
    stone: FullStone,
    options: Options,
    hand: Hand,
    into: { readonly findings: Finding[]; readonly found: Map<string, number> },
  ): Given<C> {
    const o = readChoices(choices, options)
    const q = leavesOf(choices, o)
    const measured = stoneInputs(stone)
    const measures = Object.fromEntries(
      Object.entries(measured).flatMap(([id, m]) => (m ? [[`stone ${id}`, m as Quantity]] : [])),
    )
    // many figures hang on the same
    const inputs = new Map<string, Readonly<Record<string, Quantity>>>()
    const stock = (id: string) => stockOf(choices, o, id)
    const word = (name: string, value: string) => leaf('table', name, value, 'word', 'the family')
    /** What says a wire's temper: a choice of its own, or, where that leaves it, the piece's. */
    const tempering = (id: string): { readonly temper: Quantity; readonly own?: Quantity } => {
      const c = choices[id]
      const by = c?.kind === 'gauge' && typeof c.temper === 'object' ? c.temper.by : undefined
      if (by === undefined) return { temper: q.temper }
      const own = (q as Readonly<Record<string, Quantity>>)[by]!
      return own.value === stock(id).temper ? { temper: own } : { temper: q.temper, own }
    }
    return {
      stone,
      measured,
      o,
      q,
      hand,
      stock,
      thick: (id) => stock(id).size.mm,
      radius: (id) => figure.radius({ size: q[id], alloy: q.alloy, ...tempering(id) }),
      mandrel: (id, inside) => {
        const metal = alloy(o.alloy as AlloyId)
        const [low, high] = metal.yield[stock(id).temper]
        return figure.mandrel({
          size: q[id],
          inside,
          profile: word('profile', stock(id).profile),
          yieldStress: leaf(
            'table',
            `yield of ${o.alloy}, ${stock(id).temper}, middle`,
            (low + high) / 2,
            'MPa',
            ALLOY_SOURCE,
          ),
          modulus: leaf('table', `modulus of ${o.alloy}`, metal.modulus, 'MPa', ALLOY_SOURCE),
        })
      },
      on: (...ids) => {
        const key = ids.join(' ')
        const known = inputs.get(key) ?? { ...measures, ...Object.fromEntries(ids.map((id) => [id, q[id]!])) }
        inputs.set(key, known)
        return known
      },
      found: (name, which, value, on) => {
        into.found.set(`${name} ${which}`, value)
        const formula = `${recipe.id}.${name}`
        return {
          value,
          unit: searched[formula]!.unit,
          formula,
          inputs: { ...on, which: word('which', which) },
        }
      },
      say: (code, severity, field, values = {}, mend, told) => {
        into.findings.push({
          code: `${recipe.id}.${code}`,
          severity,
          field,
          values,
          ...(mend ? { mend } : {}),
          ...(told ? { figures: told } : {}),
        })
      },
    }
  }

  const wiresOf = (work: Wirework, options: Options): Wire[] =>
    work.strands.map((s): Wire => {
      const finish = s.finish ?? 'cut flush'
      const made = wireFrom({
        id: s.id,
        stock: stockOf(choices, options, s.size),
        halves: { left: s.left ?? [], right: s.right },
        finish: typeof finish === 'string' ? finish : 'cut flush',
      })
      const plain: Wire = {
        ...made,
        ...(s.twist ? { twist: s.twist } : {}),
        ...(typeof finish === 'string'
          ? {}
          : {
              ends: [
                { ...made.ends[0], finish: finish.left },
                { ...made.ends[1], finish: finish.right },
              ],
            }),
      }
      if (!s.roll) return plain
      const at = (id: string | undefined, end: 's0' | 's1', none: number) =>
        id === undefined ? none : stretchOf(plain, id)[end]
      const whole = pathLength(plain.path)
      // it turns where the next part begins, or where the one that is named last ends
      const roll = s.roll.map(({ from, to, face }) => ({
        s0: at(from, 's0', 0),
        s1: at(to, 's1', whole),
        face,
      }))
      return { ...plain, roll }
    })

  const jointOf = (tie: Tie, wires: readonly Wire[], options: Options): Joint => {
    const members = tie.of.map((of, i) => {
      const strand = strandOf(of)
      const wire = wires.find((w) => w.id === strand)
      if (!wire) throw new RangeError(`the work has no strand "${strand}"`)
      return {
        wire: strand,
        ...rangeOf(wire, of),
        ...(tie.runs?.includes(strand) ? { runs: true as const } : {}),
        ...(tie.ties?.includes(i) ? { ties: true as const } : {}),
      }
    })
    const binder = stockOf(choices, options, tie.wound)
    const { id, columns, rows, kind, counted } = tie
    const plain = bind({ id, members, binder, columns, rows, length: numberOf(tie.length) })
    const turns = tie.turns ? numberOf(tie.turns) : plain.turns
    return {
      ...plain,
      kind,
      turns,
      hold: turns >= (tie.clamps ?? 3) && !tie.pins ? 'clamp' : 'pin',
      slip: slipOf(binder, turns),
      ...(counted ? { counted } : {}),
      ...(tie.between ? { between: true as const } : {}),
      ...(tie.clads ? { clads: true as const } : {}),
      ...(tie.runsOn ? { runsOn: true as const } : {}),
      ...(tie.woven ? { woven: tie.woven } : {}),
    }
  }

  function make(stone: FullStone, options: Options, hand: Hand, partly: boolean): Made {
    const findings: Finding[] = []
    const found = new Map<string, number>()
    const given = givenOf(stone, options, hand, { findings, found })
    const on: Made['on'] = (ids) => given.on(...(ids as readonly (keyof (C & typeof METAL) & string)[]))
    const none: Made = { stone, options, work: nothing, wires: [], joints: [], findings, found, on }
    try {
      const work = wholeWork(recipe.make(given), given.o)
      const read = readChoices(choices, options) as Options
      const wires = wiresOf(work, read)
      return { ...none, work, wires, joints: work.ties.map((t) => jointOf(t, wires, read)) }
    } catch (error) {
      const told = partly || findings.some((f) => f.severity === 'error')
      if (error instanceof RangeError && told) return none
      throw error
    }
  }

  // many figures of a plan hang on the same inputs
  const agains = remember<string, Made>(16)
  const maker: Maker = {
    searched,
    make: (stone, options, hand) => make(stone, options, hand, false),
    again: (x, words) => {
      const own = <T>(of: Readonly<Record<string, T>>) =>
        Object.fromEntries(
          Object.entries(of).flatMap(([k, v]) => (k.startsWith('stone ') ? [[k.slice(6), v]] : [])),
        )
      const stone = stoneFrom(own(x), own(words))
      const named = Object.fromEntries(
        Object.entries(choices).flatMap(([id, c]): [string, Options[string]][] => {
          const said = x[id] ?? words[id]
          if (said === undefined) return []
          return [[id, chosenFrom(c, said)]]
        }),
      )
      return agains(JSON.stringify([stone, named]), () => {
        const unnamed = startOf(choices, stone, { alloy: 'copper', temper: 'half hard' }, named)
        // what is named is as it was, on its step or not
        return make(stone, { ...unnamed, ...named }, 'right', true)
      })
    },
  }
  return maker
}
