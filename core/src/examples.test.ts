import { docExamples, runExample } from '../testing/docExamples'
import { GIVEN } from './testingExamples'

const everything = jest.requireActual<Record<string, unknown>>('./index')

describe('examples in doc comments', () => {
  let compared = 0
  afterAll(() => expect(compared).toBeGreaterThan(100))

  it.each(docExamples(__dirname).map((e) => [e.where, e] as const))('%s', (_, example) => {
    compared += Number(runExample(example, everything, GIVEN))
  })
})
