import { execFileSync } from 'node:child_process'
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import { FAMILIES, FAMILY_IDS, family, loadFamily } from './index'

const root = join(__dirname, '../../..')
const FILES = ['build.test.ts', 'index.ts', 'text.ts']

/** Every source file of a folder that ships: no tests, nothing that is only for them. */
function sources(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    if (statSync(path).isDirectory()) return name === 'dist' || name === 'node_modules' ? [] : sources(path)
    return /\.tsx?$/.test(name) && !/\.test\.ts$|^testing/.test(name) ? [path] : []
  })
}

/** What a file says, but for its comments: an example in one may name a family. */
const code = (path: string): string =>
  readFileSync(path, 'utf8')
    .replace(/\/\*[\s\S]*?\*\//g, '')
    .replace(/^\s*\/\/.*$/gm, '')

describe('the families', () => {
  it('are the folders that there are, by the generated registry', () => {
    const made = execFileSync(process.execPath, [join(root, 'scripts/families.mjs'), '--print'], {
      encoding: 'utf8',
    })
    expect(made).toBe(
      ['registry.ts', 'loadFamily.ts'].map((f) => readFileSync(join(__dirname, f), 'utf8')).join(''),
    )
    const folders = readdirSync(__dirname).filter(
      (name) =>
        statSync(join(__dirname, name)).isDirectory() &&
        readdirSync(join(__dirname, name)).includes('examples.ts'),
    )
    expect(FAMILIES.map((f) => f.id)).toEqual(folders.sort())
    expect(FAMILY_IDS).toEqual(folders)
  })

  it.each(FAMILIES.map((f) => f.id))('%s has the files that every family has', (id) => {
    const there = readdirSync(join(__dirname, id))
    for (const file of FILES) expect(there).toContain(file)
  })

  it('are named nowhere outside their own folders', () => {
    const named: string[] = []
    for (const room of ['core/src', 'contract/src', 'server/src', 'web/src'])
      for (const path of sources(join(root, room))) {
        const here = relative(root, path)
        const text = code(path)
        for (const { id } of FAMILIES)
          if (
            new RegExp(`['"\`/]${id}[.'"\`/]`).test(text) &&
            !here.startsWith(`core/src/settings/${id}/`) &&
            !['core/src/settings/registry.ts', 'core/src/settings/loadFamily.ts'].includes(here)
          )
            named.push(`${here} names ${id}`)
      }
    expect(named).toEqual([])
  })

  it('are the same ones, loaded together or one by one', async () => {
    for (const f of FAMILIES) {
      expect(await loadFamily(f.id)).toBe(f)
      expect(family(f.id)).toBe(f)
    }
    await expect(loadFamily('no-such')).rejects.toThrow(RangeError)
    expect(() => family('no-such')).toThrow(RangeError)
  })

  it('take and refuse stones for reasons of their own, in words', () => {
    for (const f of FAMILIES) {
      expect(f.text.name.length).toBeGreaterThan(3)
      expect(f.worn.length).toBeGreaterThan(0)
      for (const code of Object.keys(f.text.findings)) expect(code.startsWith(`${f.id}.`)).toBe(true)
    }
  })
})
