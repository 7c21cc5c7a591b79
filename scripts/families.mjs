import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** What the registry's two files say for the family folders that there are: every folder of settings with examples; the others are what they are made with. */
function registryOf(settings) {
  const ids = readdirSync(settings, { withFileTypes: true })
    .filter((e) => e.isDirectory() && readdirSync(join(settings, e.name)).includes('examples.ts'))
    .map((e) => e.name)
    .sort()
  const name = (id) => id.replace(/-(\w)/g, (_, c) => c.toUpperCase())
  return {
    'registry.ts': `// Made from the folders beside it by scripts/families.mjs: run it after a folder was added.
${ids.map((id) => `import { family as ${name(id)} } from './${id}/index.js'`).join('\n')}
import type { Family } from './family.js'
import { loaded } from './loaded.js'

/** All families, in the order of their folders. Whoever names this loads them all; a page asks for single ones by \`loadFamily\`. */
export const FAMILIES: readonly Family[] = Object.values({
${ids.map((id) => `  ${name(id)},`).join('\n')}
}).map(loaded)
`,
    'loadFamily.ts': `// Made from the folders beside it by scripts/families.mjs: run it after a folder was added.
import type { Family } from './family.js'
import { loaded } from './loaded.js'

const LOADERS: Readonly<Record<string, () => Promise<{ readonly family: Family }>>> = {
${ids.map((id) => `  '${id}': () => import('./${id}/index.js'),`).join('\n')}
}

/** Ids of all families, in the order of their folders. */
export const FAMILY_IDS: readonly string[] = Object.keys(LOADERS)

/** Loads one family, so that \`family\` finds it. @throws RangeError when there is none */
export async function loadFamily(id: string): Promise<Family> {
  const load = LOADERS[id]
  if (!load) throw new RangeError(\`no family of settings "\${id}"\`)
  return loaded((await load()).family)
}
`,
  }
}

const here = fileURLToPath(import.meta.url)
const [where] = process.argv.slice(2).filter((a) => !a.startsWith('--'))
const settings = where ?? join(here, '../../core/src/settings')
for (const [file, text] of Object.entries(registryOf(settings))) {
  const target = join(settings, file)
  if (process.argv.includes('--print')) process.stdout.write(text)
  else if (!existsSync(target) || readFileSync(target, 'utf8') !== text) {
    writeFileSync(target, text)
    console.log(`${file} written`)
  }
}
