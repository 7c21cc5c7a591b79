import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'

/** Which rooms of the core may import which: docs/architecture.md. */
const ALLOWED: Readonly<Record<string, readonly string[]>> = {
  units: [],
  working: ['units'],
  finding: [],
  geom: [],
  wire: ['geom'],
  weave: ['path', 'wire', 'geom'],
  stone: ['geom'],
  path: ['wire', 'geom'],
  design: ['weave', 'path', 'stone', 'wire', 'geom'],
  settings: ['design', 'sizes', 'weave', 'path', 'stone', 'wire', 'geom'],
  hold: ['design', 'path', 'stone', 'wire', 'geom'],
  shake: ['hold', 'design', 'path', 'stone', 'geom'],
  cut: ['design', 'weave', 'path', 'wire', 'geom'],
  guide: ['design', 'path', 'geom'],
  price: ['cut'],
  learn: ['cut', 'guide', 'design', 'weave'],
  sizes: ['wire', 'geom'],
  plan: ['settings', 'hold', 'cut', 'guide', 'price', 'design', 'sizes', 'stone', 'path', 'weave', 'wire'],
  search: ['plan', 'settings', 'hold', 'cut', 'design', 'stone', 'path', 'wire'],
  mend: ['search', 'plan', 'settings', 'hold', 'cut', 'design', 'stone', 'path', 'wire'],
}
const EVERYWHERE = ['units', 'working', 'finding', 'geom']

const root = join(__dirname)
function files(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    return statSync(path).isDirectory()
      ? files(path)
      : path.endsWith('.ts') && !path.endsWith('.test.ts')
        ? [path]
        : []
  })
}

const sources = files(root).filter((f) => relative(root, f).includes('/'))

describe('layers of the core', () => {
  it('imports run one way', () => {
    const wrong: string[] = []
    for (const file of sources) {
      const room = relative(root, file).split('/')[0]!
      for (const [, target] of readFileSync(file, 'utf8').matchAll(/from '(\.{1,2}\/[^']+)'/g)) {
        const other = relative(root, join(file, '..', target!)).split('/')[0]!
        if (other !== room && !EVERYWHERE.includes(other) && !ALLOWED[room]!.includes(other))
          wrong.push(`${relative(root, file)} imports ${other}`)
      }
    }
    expect(wrong).toEqual([])
  })

  it('uses no package but earcut and zod', () => {
    const used = new Set(
      sources.flatMap((f) => [...readFileSync(f, 'utf8').matchAll(/from '([^.][^']*)'/g)].map((m) => m[1])),
    )
    expect([...used].sort()).toEqual(['earcut', 'zod'])
  })
})
