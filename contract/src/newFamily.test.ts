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

/** A family as a stranger would write it first: a hoop of one wire round a ball, its ends bound together above it. */
const RECIPE = `import { mirrorX } from '../../geom/index.js'
import { angle, familyOf, figure, figures, gauge, length, mm, moved, Pen, type Recipe } from '../kit/index.js'

const choices = {
  room: length('hold', [0, 2], { start: 0.2 }),
  neck: length('hold', [2, 15], { step: 0.5, start: 5, met: 'bind' }),
  size: gauge('wire', 'round', [0.5, 1.5], { start: '20 AWG', search: { among: () => ['20 AWG', '18 AWG'] } }),
  fine: gauge('wire', 'round', [0.2, 0.5], { start: '28 AWG', temper: 'dead soft' }),
}
const { make: F, formulas } = figures('dummy', {
  radius: mm('{length} / 2 + {room} + {size} / 2', ({ length, room, size }) => length / 2 + room + size / 2),
  off: figure('°', 'arcsin(({size} / 2 + {turn}) / ({radius} + {turn}))', ({ size, turn, radius }) =>
    (Math.asin((size / 2 + turn) / (radius + turn)) * 180) / Math.PI),
  less: figure('°', '{whole} − {off}', ({ whole, off }) => whole - off),
})

const recipe: Recipe<typeof choices> = {
  id: '${NEW}',
  version: 1,
  worn: ['pendant'],
  choices,
  formulas,
  text: {
    ...{ name: 'Dummy hoop', about: 'One wire round a ball.', school: 'Nobody makes it.' },
    params: { room: 'Room', neck: 'Neck bind', size: 'Wire', fine: 'Binding' },
    ...{ parts: { round: 'round the ball', neck: 'neck bind' }, wires: { hoop: 'Hoop' }, joints: { neck: 'neck' } },
    outputs: { radius: 'Radius of the hoop' },
    findings: { shape: 'It takes a ball.' },
    steps: { seat: { title: 'Stone in', say: 'Lay it in.' }, bend: { title: 'Bend it', say: 'Round a ball.' }, bind: { title: 'Bind it', say: '{turns} turns.' } },
    checks: { shake: 'Shake it.' },
  },
  bearing: 'size',
  unfit: (stone) => (stone.form === 'sphere' ? undefined : { code: 'shape', field: 'kind' }),
  make: (k) => {
    const { size, neck, room } = k.q
    const radius = F.radius({ length: k.measured.length, room, size })
    const turn = k.radius('size')
    const off = F.off({ size, turn, radius })
    const { pieces } = new Pen([0, -Number(radius.value), 0], [1, 0, 0])
      .bend('round', 'round', radius, F.less({ whole: angle('half', 180), off }), [0, 1, 0])
      .bend('turn', 'round', turn, F.less({ whole: angle('square', 90), off }), [0, 1, 0])
      .line('neck', 'neck', neck)
    return {
      strands: [{ id: 'hoop', size: 'size', right: pieces, left: moved(pieces, mirrorX) }],
      ties: [{ id: 'neck', kind: 'bind', of: [['hoop', 'neck-left'], ['hoop', 'neck-right']], wound: 'fine', length: neck, columns: 2, rows: 1, field: 'neck' }],
      steps: [
        { id: 'cut', kind: 'cut', values: { n: 1 } },
        { id: 'bend', kind: 'bend', forms: [{ of: ['hoop'], kinds: ['round', 'neck'] }] },
        { id: 'seat', kind: 'seat', stone: 'in' },
        { id: 'bind', kind: 'bind', joint: 'neck' },
      ],
      outputs: [{ id: 'radius', quantity: radius, tool: 'rod' }],
    }
  },
  checks: ['shake'],
  mends: { shake: ['bind'] },
}
export const family = familyOf(recipe)
`

/** What the rooms say of a family, each as its own users ask it. */
const ASK = `
import { DEFAULT_SETTINGS, FAMILIES, family, optionsSchema, plan, planHold } from '@verger/core'
import { pieceFileSchema, checkChoices, choicesSchema } from '@verger/contract'
import { z } from 'zod'
const stone = { kind: 'bead', form: 'sphere', outline: 'round', length: 14, width: 14, depth: 14, mineral: 'agate' }
const chosen = family('${NEW}')
const made = (options) => plan({ stone, family: '${NEW}', options, settings: DEFAULT_SETTINGS })
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
  why: made(options).findings ?? [],
  wires: made(options).plan?.cut.wires.map((w) => [w.id, w.length.value]),
  outputs: made(options).plan?.outputs.map((o) => o.id),
  minutes: made(options).plan?.cost.hours.value,
  caught: made(options).ok && planHold(made(options).plan).hold.caught,
  file: JSON.stringify(z.toJSONSchema(pieceFileSchema, { io: 'input', unrepresentable: 'any' })).includes('"${NEW}"'),
}))
`

describe('a new family is one folder', () => {
  it('is a recipe of less than 60 lines', () => {
    expect(RECIPE.split('\n').length).toBeLessThan(60)
  })

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
      const settings = join(place, 'core/src/settings')
      mkdirSync(join(settings, NEW))
      writeFileSync(join(settings, NEW, 'index.ts'), RECIPE)
      // what its tests are made from: where it stands the folder is a family's
      writeFileSync(join(settings, NEW, 'examples.ts'), '')
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
      expect(said.params).toContain('room')
      expect([...said.words].sort()).toEqual([...said.params].sort())
      expect(said.schema).toEqual(said.params)
      expect(said).toMatchObject({ api: true, wrong: false, checked: true, spoilt: false, file: true })
      // by hand: an arc round 7 + 0.2 + half a wire, a quarter bend less what the arc leaves out, a neck of 5, twice, and 6 spare at both ends
      const a = 0.127 * 92 ** (16 / 39)
      const turn = Math.max(a, 1.4 * 1.1 * a)
      const radius = 7.2 + a / 2
      const off = Math.asin((a / 2 + turn) / (radius + turn))
      const half = radius * (Math.PI - off) + turn * (Math.PI / 2 - off) + 5
      expect(said.why).toEqual([])
      expect(said.wires).toEqual([['hoop', expect.closeTo(2 * half + 12, 6)]])
      expect(said.outputs).toEqual(['height', 'width', 'thick', 'radius', 'face'])
      expect(said.minutes).toBeGreaterThan(0)
      // one hoop round a ball holds nothing, and is told so
      expect(said.caught).toBe(false)
    } finally {
      rmSync(place, { recursive: true, force: true })
    }
  }, 180_000)
})
