import { FAMILIES } from '../settings/index'
import { examplesOf } from '../testingPlans'
import { isAsked, notedIn, ofTheWhole } from './notes'

describe.each(FAMILIES.map((f) => [f.id, f] as const))('notes of a %s', (id, chosen) => {
  const cases = examplesOf(id).sound.flatMap(({ name, stone, options }) =>
    chosen.worn.map(
      (mount) => [`${name}, ${mount}`, stone, { ...options, ...(options.mount ? { mount } : {}) }] as const,
    ),
  )

  it('name choices that there are, each once on a side', () => {
    for (const [, stone] of cases) {
      const ids = new Set(chosen.params(stone).map((p) => p.id))
      for (const n of chosen.notes) for (const c of n.choices) expect([c, ids.has(c)]).toEqual([c, true])
    }
  })

  it.each(cases)(
    '%s: what may be dragged is asked and stands on the piece, and so does most of the rest',
    (_, stone, options) => {
      if (chosen.fits(stone, options).some((f) => f.severity === 'error')) return
      const design = chosen.build(stone, options)
      const asked = chosen.params(stone).filter((p) => isAsked(p, options))
      const there = chosen.notes.filter((n) => notedIn(design, n).length > 0)
      for (const n of there)
        for (const { wire, middle, line } of notedIn(design, n)) {
          expect(design.wires.some((w) => w.id === wire)).toBe(true)
          expect(line.length).toBeGreaterThan(1)
          expect(middle.every(Number.isFinite)).toBe(true)
          if (!n.slides) continue
          const kinds = 'along' in n.slides ? [n.slides.along, n.slides.inward] : [n.slides.choice]
          for (const k of kinds) expect(n.choices).toContain(k)
        }
      expect(there.length).toBeGreaterThanOrEqual(3)
      // metal, temper, margin, surface and how it is worn are of the whole piece
      expect(ofTheWhole(there, asked).length).toBeLessThanOrEqual(10)
    },
  )
})
