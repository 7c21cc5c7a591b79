import { docExamples, runExample } from '../../core/testing/docExamples'

describe('examples in doc comments', () => {
  it.each(docExamples(__dirname).map((e) => [e.where, e] as const))('%s', (_, example) => {
    runExample(
      example,
      {},
      {
        stone: () => ({
          kind: 'cabochon',
          outline: 'oval',
          length: 30,
          width: 22,
          depth: 7,
          wall: 2,
          mineral: 'agate',
        }),
      },
    )
  })
})
