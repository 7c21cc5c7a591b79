import { evaluate, isLeaf, leaf, leafKeys, numberOf, worker, type Formulas } from './index'

const formulas = {
  sum: { unit: 'mm', text: '{a} + {b}', of: ({ a, b }) => a! + b! },
  named: { unit: '', text: 'by {word}', of: (x, { word }) => (word === 'twice' ? 2 : 1) * (x.a ?? 1) },
} as const satisfies Formulas
const work = worker(formulas)

describe('figures with their working', () => {
  const a = leaf('typed', 'stone.length', 30, 'mm')
  const b = leaf('table', 'edge', 2, 'mm', 'typical, uncited')

  it('are computed from their inputs and say which formula and unit they have', () => {
    const q = work('sum', { a, b })
    expect([q.value, q.unit, q.formula]).toEqual([32, 'mm', 'sum'])
    expect(evaluate(q, formulas)).toBe(32)
    expect(evaluate({ ...q, inputs: { a, b: { ...b, value: 5 } } }, formulas)).toBe(35)
  })

  it('take words apart from numbers, and a word is no number', () => {
    const word = leaf('chosen', 'option.how', 'twice', 'word')
    expect(work('named', { a, word }).value).toBe(60)
    expect(() => numberOf(word)).toThrow(/"option.how" is a word/)
    expect(numberOf(a)).toBe(30)
  })

  it('know their leaves through any depth, and a leaf is its own value', () => {
    const q = work('sum', { a: work('sum', { a, b }), b })
    expect([...leafKeys(q)].sort()).toEqual(['edge', 'stone.length'])
    expect(isLeaf(a)).toBe(true)
    expect(isLeaf(q)).toBe(false)
    expect(evaluate(a, {})).toBe(30)
    expect(a).not.toHaveProperty('source')
    expect(b.source).toBe('typical, uncited')
  })

  it('survive being written and read, and a formula that is not there is named', () => {
    const q = work('sum', { a, b })
    expect(JSON.parse(JSON.stringify(q))).toEqual(q)
    expect(() => evaluate(q, {})).toThrow(/no formula "sum"/)
    expect(() => work('other' as never, {})).toThrow(/no formula "other"/)
  })
})
