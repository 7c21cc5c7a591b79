// TypeScript to CommonJS by swc, with the built-in names that hot loops use made local to each module of the core: in the test runner's
// sandbox every mention of a global is looked up through an interceptor, which makes arithmetic ten times slower than it is when run.
import { createTransformer } from '@swc/jest'

const NAMES = [
  'Math',
  'Number',
  'Float64Array',
  'Int32Array',
  'Infinity',
  'NaN',
  'Array',
  'Object',
  'Map',
  'Set',
]

const local = (code, names) => {
  const used = names.filter((name) => new RegExp(`\\b${name}\\b`).test(code))
  const own = used.filter((name) => !new RegExp(`\\b(const|let|var|function|class)\\s+${name}\\b`).test(code))
  return own.length === 0 ? '' : `const { ${own.join(', ')} } = globalThis;`
}

export default {
  createTransformer(options) {
    const swc = createTransformer(options)
    return {
      ...swc,
      process(source, path, settings) {
        const made = swc.process(source, path, settings)
        if (!path.includes('/core/src/')) return made
        // on the directive's own line, so that lines stay where they were
        const code = made.code.replace(/^(\s*"use strict";)?/, (head) => `${head}${local(made.code, NAMES)}`)
        return { ...made, code }
      },
    }
  },
}
