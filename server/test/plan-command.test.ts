import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
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

function plan(file: unknown, ...more: string[]) {
  const input = typeof file === 'string' ? file : JSON.stringify(file)
  return spawnSync(process.execPath, [join(root, 'scripts/plan.mjs'), '-', ...more], {
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
    expect(out.hold.line.say).toContain('Weakest way out')
    expect(out.steps.length).toBeGreaterThan(15)
  })

  it('plans the example of the documentation, by the thorough check or, when asked, by the first', () => {
    const [example] = /```json\n([\s\S]*?)```/
      .exec(readFileSync(join(root, 'docs/format.md'), 'utf8'))!
      .slice(1)
    const whole = plan(example!)
    expect(whole.stderr).not.toMatch(/^error/m)
    expect(whole.status).toBe(0)
    const { hold } = JSON.parse(whole.stdout)
    expect(hold.check).toBe('thorough')
    expect(hold.verdict).toBe(hold.thorough.verdict)
    expect(hold.line.verdict).toBe(hold.thorough.verdict)
    const quick = plan(example!, '--quick')
    expect(JSON.parse(quick.stdout).hold.check).toBe('first')
    expect(JSON.parse(quick.stdout).hold.thorough).toBeUndefined()
    expect(quick.stderr).toContain('By the first check only')
    expect(plan(example!, '--fast').stderr).toContain('--fast is not known')
  })

  it('does not call sound what the thorough check does not: claws that reach next to nothing', () => {
    const run = plan({
      format: 'verger-piece',
      version: 1,
      stone: { kind: 'faceted', outline: 'cushion', length: 12, width: 12, depth: 7.4, mineral: 'citrine' },
      choices: {
        family: 'corner-claws',
        options: {
          mount: 'pendant',
          ring: 17.3,
          clear: 0.5,
          seat: 1.4,
          claw: 0.1,
          claws: 'four sides',
          play: 0.05,
          size: '20 AWG',
          clawSize: '18 AWG',
          tieSize: '28 AWG',
          tie: 2,
          alloy: 'copper',
          temper: 'half hard',
          bail: 5,
          neck: 6,
          margin: 6,
        },
      },
    })
    const { hold } = JSON.parse(run.stdout)
    expect(hold.verdict).not.toBe('sound')
    expect(hold.line.more).toContain('of play')
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
