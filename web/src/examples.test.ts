import { docExamples, runExample } from '../../core/testing/docExamples'
import { GIVEN } from '../../core/src/testingExamples'

describe('examples in doc comments', () => {
  it.each(docExamples(__dirname).map((e) => [e.where, e] as const))('%s', (_, example) => {
    expect(runExample(example, {}, { stone: GIVEN.oval! })).toBe(true)
  })
})
