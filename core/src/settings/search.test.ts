import { brokenPath, clashes, seatedStones, type Design } from '../design/index'
import { heldSeated } from '../hold/index'
import { DEFAULT_SETTINGS, findingsWithRoom, plan } from '../plan/index'
import { inStone } from '../plan/inStone'
import { stoneErrors, type Stone } from '../stone/index'
import { seeded } from '../testing'
import { numberOf } from '../working/index'
import { FAMILIES, type Family, type Options, type OptionValue, type Param } from './index'
import { examplesOf } from '../testingPlans'

const ROUNDS = Number(process.env.SEARCH_ROUNDS ?? 12)
const SEED = Number(process.env.SEED ?? 1)
const WISH = { alloy: 'copper', temper: 'half hard' } as const
/** This part is told as what it adds to the way along the edge, and a bend that cuts across a tight corner takes less. */
const ADDED = 'bend'

/** Any value of a choice's full range. */
function anyValue(p: Param, random: () => number): OptionValue {
  if (p.kind === 'choice') return p.values[Math.floor(random() * p.values.length)]!
  if (p.kind === 'places')
    return Array.from({ length: Math.floor(random() * (p.most + 1)) }, () =>
      Number((random() * 12).toFixed(1)),
    ).sort((a, b) => a - b)
  const steps = Math.floor((p.max - p.min) / p.step + 1e-9)
  return Number((p.min + Math.floor(random() * (steps + 1)) * p.step).toFixed(4))
}

/** Choices from usual ones to any of their full range: a share of them, from none to all, is anything. */
function anyOptions(chosen: Family, stone: Parameters<Family['params']>[0], random: () => number): Options {
  const usual = examplesOf(chosen.id).random(stone, WISH, random)
  const share = random()
  return Object.fromEntries(
    chosen.params(stone).map((p) => {
      const any = anyValue(p, random)
      return [p.id, random() < share ? any : (usual[p.id] ?? any)]
    }),
  )
}

/** Wires in each other, in themselves, in beads and in the stone. */
const conflicts = (design: Design, stone: Stone) => [
  ...clashes(design),
  ...seatedStones({ design, stone }).flatMap((s) => inStone(design, heldSeated(s.stone, s.seat))),
]

describe.each(FAMILIES.map((f) => [f.id, f] as const))(
  'plans of %s from the full range of its choices',
  (id, chosen) => {
    it(`are whole, or say what is wrong (${ROUNDS} plans)`, () => {
      const random = seeded(SEED)
      const told = { asked: 0, planned: 0, clashing: 0, mended: 0 }
      while (told.planned < ROUNDS) {
        const stone = examplesOf(id).stone(random)
        if (stoneErrors(stone).length > 0) continue
        const options = anyOptions(chosen, stone, random)
        const where = JSON.stringify({ stone, options })
        told.asked++
        const result = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
        // what cannot be made is refused in a sentence that the family has, not by what went wrong inside
        if (!result.ok) {
          for (const f of result.findings)
            if (f.severity === 'error') expect({ where, code: f.code }).not.toEqual({ where, code: '' })
          continue
        }
        told.planned++
        const { design, cut, outputs } = result.plan
        expect({ where, broken: brokenPath(design) }).toEqual({ where, broken: undefined })
        for (const w of cut.wires)
          for (const p of w.parts)
            expect({ where, part: p.kind, ok: p.kind === ADDED || numberOf(p.quantity) > -1e-9 }).toEqual({
              where,
              part: p.kind,
              ok: true,
            })
        for (const o of outputs)
          expect({ where, output: o.id, ok: numberOf(o.quantity) >= 0 }).toEqual({
            where,
            output: o.id,
            ok: true,
          })
        const found = conflicts(design, stone)
        const said = findingsWithRoom(result.plan, 'mm').filter((f) => f.code.startsWith('plan.clash-'))
        expect({ where, said: said.length }).toEqual({ where, said: found.length })
        told.clashing += Number(found.length > 0)
        for (const f of said) {
          if (!f.mend) continue
          const next = { ...options, [f.mend.field]: f.mend.value }
          const mended = plan({ stone, family: id, options: next, settings: DEFAULT_SETTINGS })
          expect({
            where,
            mend: f.mend,
            ok: mended.ok && conflicts(mended.plan.design, stone).length < found.length,
          }).toEqual({ where, mend: f.mend, ok: true })
        }
        told.mended += Number(found.length > 0 && said.every((f) => f.mend))
      }
      process.stderr.write(`FIGURES ${id}: ${JSON.stringify(told)}\n`)
    }, 3_600_000)
  },
)
