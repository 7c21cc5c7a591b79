import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** The registry's text for the family folders that there are: every folder of settings with examples; the others are what they are made with. */
function registryOf(settings) {
  const ids = readdirSync(settings, { withFileTypes: true })
    .filter((e) => e.isDirectory() && readdirSync(join(settings, e.name)).includes('examples.ts'))
    .map((e) => e.name)
    .sort()
  const name = (id) => id.replace(/-(\w)/g, (_, c) => c.toUpperCase())
  return `// Made from the folders beside it by scripts/families.mjs: run it after a folder was added.
${ids.map((id) => `import { family as ${name(id)} } from './${id}/index.js'`).join('\n')}
import { withEars } from './ears.js'
import type { Family } from './family.js'

/** All families, in the order of their folders. */
export const FAMILIES: readonly Family[] = [${ids.map(name).join(', ')}].map(withEars)

/** A family by its id. @throws RangeError when there is none */
export function family(id: string): Family {
  const found = FAMILIES.find((f) => f.id === id)
  if (!found) throw new RangeError(\`no family of settings "\${id}"\`)
  return found
}
`
}

const here = fileURLToPath(import.meta.url)
const [where] = process.argv.slice(2).filter((a) => !a.startsWith('--'))
const settings = where ?? join(here, '../../core/src/settings')
const target = join(settings, 'registry.ts')
const text = registryOf(settings)
if (process.argv.includes('--print')) process.stdout.write(text)
else if (readFileSync(target, 'utf8') !== text) {
  writeFileSync(target, text)
  console.log('registry.ts written')
}
