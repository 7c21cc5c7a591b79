import { spawnSync } from 'node:child_process'
import { join } from 'node:path'

const root = join(__dirname, '../..')
const STONE = {
  kind: 'cabochon',
  outline: 'oval',
  length: 30,
  width: 22,
  depth: 7,
  wall: 2,
  mineral: 'labradorite',
}

function plan(file: unknown) {
  const input = typeof file === 'string' ? file : JSON.stringify(file)
  return spawnSync(process.execPath, [join(root, 'scripts/plan.mjs'), '-'], {
    input,
    encoding: 'utf8',
    cwd: root,
    maxBuffer: 16e6,
  })
}

describe('npm run plan', () => {
  it('prints the full plan of a typed stone and nothing else on standard output', () => {
    const run = plan({ format: 'verger-piece', version: 1, stone: STONE })
    expect(run.status).toBe(0)
    const out = JSON.parse(run.stdout)
    expect(out.format).toBe('verger-plan')
    expect(out.cut.wires.length).toBeGreaterThanOrEqual(3)
    for (const w of out.cut.wires) expect(w.shown.value % 5).toBe(0)
    expect(out.hold.line.say).toContain('Leaves last')
    expect(out.steps.length).toBeGreaterThan(15)
  })

  it.each([
    ['what is not JSON', '{"format":', 'not JSON'],
    [
      'a negative length',
      { format: 'verger-piece', version: 1, stone: { ...STONE, length: -3 } },
      'stone.length',
    ],
    [
      'a wall as deep as the stone',
      { format: 'verger-piece', version: 1, stone: { ...STONE, wall: 6.9 } },
      'leaves no dome',
    ],
    [
      'options out of range',
      {
        format: 'verger-piece',
        version: 1,
        stone: STONE,
        choices: { family: 'bound-frame', options: { wires: 40 } },
      },
      'choices.options.wires',
    ],
  ])('ends with 1 and says why for %s', (_, file, words) => {
    const run = plan(file)
    expect(run.status).toBe(1)
    expect(run.stdout).toBe('')
    expect(run.stderr).toContain(words)
  })
})
