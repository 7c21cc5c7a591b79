import { metAt } from './met'
import { paceOf } from './pace'

const steps = [
  { id: 'bind-foot', kind: 'bind' },
  { id: 'bend-front-1.4', kind: 'bend' },
  { id: 'roll-bail', kind: 'roll' },
  { id: 'seat', kind: 'seat' },
] as const
const planned: Readonly<Record<string, number>> = { 'bind-foot': 10, 'bend-front-1.4': 1.6, 'roll-bail': 0 }

it('only what was planned and measured is compared, by its kind of work', () => {
  const measured = {
    'bind-foot': 10.5,
    'bend-front-1.4': 1.2,
    'roll-bail': 5.1,
    seat: 3,
    'left of front': 20,
  }
  expect(metAt(steps, measured, (id) => planned[id])).toEqual([
    { kind: 'bind', planned: 10, met: 10.5 },
    { kind: 'bend', planned: 1.6, met: 1.2 },
  ])
})

it('a hand that always comes out 5 % long is learned the nearer the more was measured', () => {
  const learned = (n: number) =>
    paceOf(
      'bind',
      Array.from({ length: n }, () => ({ kind: 'bind', reckoned: 10, took: 10.5 })),
    ).times
  expect(learned(0)).toBe(1)
  expect(learned(1)).toBeGreaterThan(1)
  expect(learned(8)).toBeGreaterThan(learned(3))
  expect(learned(500)).toBeCloseTo(1.05, 3)
})
