import { docExamples, runExample } from '../../core/testing/docExamples'

const at = '2026-11-29T10:00:00.000Z'
const given = {
  turn: () => (id: string) => ({ id, kind: 'turn', subject: 'bind-foot', at }),
  laidIn: () => (length: number) => ({
    id: 'laid in',
    kind: 'laid-in',
    rack: 'a',
    form: 'length',
    stock: {},
    length,
    at,
  }),
  cut: () => (length: number) => ({
    id: 'cut',
    piece: 'p',
    wire: 'rear',
    at,
    from: [{ rack: 'a', length }],
  }),
  undo: () => (value: string) => ({ id: `undo ${value}`, kind: 'undo', subject: 'bind-foot', value, at }),
}

describe('examples in doc comments', () => {
  it.each(docExamples(__dirname).map((e) => [e.where, e] as const))('%s', (_, example) => {
    expect(runExample(example, {}, given)).toBe(true)
  })
})
