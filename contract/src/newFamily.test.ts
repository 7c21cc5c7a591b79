import { execFileSync } from 'node:child_process'
import {
  cpSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const root = join(__dirname, '../..')
const NEW = 'dummy-hoop'

/** What the rooms say of a family, each as its own users ask it. */
const ASK = `
import { FAMILIES, family, optionsSchema } from '@verger/core'
import { pieceFileSchema, checkChoices, choicesSchema } from '@verger/contract'
import { z } from 'zod'
const stone = { kind: 'bead', form: 'sphere', outline: 'round', length: 14, width: 14, depth: 14, mineral: 'agate' }
const chosen = family('${NEW}')
const [options] = chosen.candidates(stone, { alloy: 'copper', temper: 'half hard' })[0].options()
console.log(JSON.stringify({
  families: FAMILIES.map((f) => f.id),
  params: chosen.params(stone).map((p) => p.id),
  words: Object.keys(chosen.text.params),
  schema: Object.keys(optionsSchema(chosen.params(stone)).shape),
  api: choicesSchema.safeParse({ family: '${NEW}', options }).success,
  wrong: choicesSchema.safeParse({ family: 'no-such', options }).success,
  checked: checkChoices(stone, { family: '${NEW}', options }).success,
  spoilt: checkChoices(stone, { family: '${NEW}', options: { ...options, turns: 99 } }).success,
  file: JSON.stringify(z.toJSONSchema(pieceFileSchema, { io: 'input', unrepresentable: 'any' })).includes('"${NEW}"'),
}))
`

describe('a new family is one folder', () => {
  it('is found in the form’s params, the API and the schema of the piece file, with nothing else touched', () => {
    const place = mkdtempSync(join(tmpdir(), 'verger-family-'))
    try {
      for (const room of ['core', 'contract'])
        cpSync(join(root, room), join(place, room), {
          recursive: true,
          filter: (from) =>
            !/\/(dist|node_modules|tsconfig\.tsbuildinfo)$/.test(from) && !/\.test\.ts$/.test(from),
        })
      cpSync(join(root, 'package.json'), join(place, 'package.json'))
      const base = JSON.parse(readFileSync(join(root, 'tsconfig.base.json'), 'utf8')) as {
        compilerOptions: Record<string, unknown>
      }
      // types of linked packages are named by where the links are
      base.compilerOptions.preserveSymlinks = true
      writeFileSync(join(place, 'tsconfig.base.json'), JSON.stringify(base))
      // the packages as they are, the two rooms as copied
      mkdirSync(join(place, 'node_modules/@verger'), { recursive: true })
      for (const name of readdirSync(join(root, 'node_modules')))
        if (name !== '@verger' && !name.startsWith('.'))
          symlinkSync(join(root, 'node_modules', name), join(place, 'node_modules', name))
      for (const room of ['core', 'contract'])
        symlinkSync(join(place, room), join(place, 'node_modules/@verger', room))
      // the folder: another family's, under a name of its own
      const settings = join(place, 'core/src/settings')
      cpSync(join(settings, 'twin-hoop'), join(settings, NEW), { recursive: true })
      for (const file of readdirSync(join(settings, NEW)))
        writeFileSync(
          join(settings, NEW, file),
          readFileSync(join(settings, NEW, file), 'utf8')
            .replaceAll('twin-hoop', NEW)
            .replaceAll("'hoops.", "'dummy.")
            .replaceAll('`hoops.', '`dummy.'),
        )
      execFileSync(process.execPath, [join(root, 'scripts/families.mjs'), settings])
      execFileSync(
        process.execPath,
        [join(root, 'node_modules/typescript/bin/tsc'), '-b', 'core', 'contract'],
        {
          cwd: place,
          stdio: 'pipe',
        },
      )
      writeFileSync(join(place, 'ask.mjs'), ASK)
      const said = JSON.parse(
        execFileSync(process.execPath, ['ask.mjs'], { cwd: place, encoding: 'utf8' }),
      ) as Record<string, unknown> & { params: string[]; words: string[] }
      expect(said.families).toContain(NEW)
      expect(said.params).toContain('hoop')
      expect([...said.words].sort()).toEqual([...said.params].sort())
      expect(said.schema).toEqual(said.params)
      expect(said).toMatchObject({ api: true, wrong: false, checked: true, spoilt: false, file: true })
    } finally {
      rmSync(place, { recursive: true, force: true })
    }
  }, 180_000)
})
