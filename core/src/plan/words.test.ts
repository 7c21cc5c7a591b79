import {
  askedOf,
  DEMANDS,
  DIRECTIONS,
  settingOf,
  thoroughOf,
  WAYS,
  type Borne,
  type Hold,
  type Thorough,
} from '../hold/index'
import { ball, bareDesign, holdFor, hoop } from '../testingDesigns'
import type { Vec3 } from '../geom/index'
import { holdLine, sayPull, sayWay, towardWay } from './holdLine'

const mirrored = ([x, y, z]: Vec3): Vec3 => [-x, y, z]
const swapped = (text: string) => text.replace(/left|right/g, (side) => (side === 'left' ? 'right' : 'left'))

describe('ways in words', () => {
  it('each of the 26 ways has words of its own, and the mirror swaps left and right in them', () => {
    const said = WAYS.map(sayWay)
    expect(new Set(said).size).toBe(WAYS.length)
    for (const d of WAYS) {
      expect(sayWay(mirrored(d))).toBe(swapped(sayWay(d)))
      // the thumbs go the same way: what is pushed from the right goes left
      expect(towardWay(mirrored(d))).toBe(swapped(towardWay(d)))
    }
  })

  it('names the axis that it is nearest to where it lies close to one', () => {
    for (const { id, d } of DIRECTIONS) {
      const nudged: Vec3 = [d[0] + 0.1, d[1] - 0.08, d[2] + 0.09]
      expect(sayWay(nudged)).toBe(sayWay(d))
      expect(sayWay(d)).toMatch(
        { front: /forward/, back: /backward/, up: /upward/, down: /downward/, left: /left/, right: /right/ }[
          id
        ],
      )
    }
  })

  it('tells a hand to push where the stone would come out on the other side', () => {
    expect(towardWay([0, 0, 1])).toContain('from behind')
    expect(towardWay([0, 0, -1])).toContain('the face')
    expect(towardWay([0.6, 0, 0.8])).toBe('push from behind, at the left')
    expect(towardWay([0, 0.7, -0.7])).toBe('push the face, at the foot')
    expect(towardWay([0, -1, 0])).toContain('tug the stone down')
  })
})

describe('a pull in words', () => {
  it('is told to what a hand can tell, and never rounded to nothing', () => {
    for (const grams of [1, 4, 37, 99.4]) expect(sayPull(grams)).toBe(`about ${Math.round(grams)} g of pull`)
    for (let grams = 100; grams < 20000; grams *= 1.07) {
      const [, value, unit] = /about ([\d.]+) (k?g) of pull/.exec(sayPull(grams))!
      const told = Number(value) * (unit === 'kg' ? 1000 : 1)
      // within half of what it is rounded to
      expect(Math.abs(told - grams)).toBeLessThanOrEqual(grams < 995 ? 5.001 : 50.001)
    }
    expect(sayPull(0.4)).toBe('no pull at all')
  })
})

describe('the line of judgement', () => {
  const R = 6
  const r = 0.8 * R
  const half = Math.sqrt((R + 0.5) ** 2 - r ** 2)
  const caged = holdFor(settingOf(bareDesign([hoop('upper', r, half), hoop('lower', r, -half)]), ball(R)), 2)
  const asked = askedOf(DEMANDS, 2, undefined)
  const plenty: Borne = { caught: true, force: 9, energy: 9, arrow: [0, 0, 1] }
  const thorough = (change: Partial<Parameters<typeof thoroughOf>[0]> = {}): Thorough =>
    thoroughOf({
      hold: caged,
      pushed: {
        weakest: { d: [0, 0, 1], force: 10, energy: 12, travel: 1, letsGo: 0.8, way: [], giving: [] },
        energy: 10,
      },
      careful: { misses: { short: 0.5, play: 0.1 }, both: plenty },
      turning: { degrees: [10, 10, 10] },
      turnedCaught: true,
      asked,
      ...change,
    })

  it('a stone that is free says where it goes, and counts the other ways', () => {
    const out: Hold = {
      ...caged,
      caught: false,
      ways: caged.ways.map((w, i) => (i < 3 ? { ...w, outcome: 'out' as const } : w)),
      directions: caged.directions.map((d) => (d.id === 'front' ? { ...d, outcome: 'out' as const } : d)),
    }
    const line = holdLine(out, 0)
    expect(line.verdict).toBe('fails')
    expect(line.word).toBe('Not caught.')
    expect(line.say).toBe('The stone slips out forward and 2 other ways.')
  })

  it('says what the verdict rests on: the word follows the thorough check where it is there', () => {
    expect(holdLine(caged, 900).more).toContain('by the first check')
    const sound = holdLine(caged, 900, thorough())
    expect([sound.verdict, sound.word]).toEqual(['sound', 'Sound.'])
    expect(sound.more).toContain('every bend half a millimetre short and a tenth of a millimetre of play')
    const less = { ...plenty, energy: 0.9 * asked.knocked }
    const out: Borne = { caught: false, force: 0, energy: 0, arrow: [0, -1, 0] }
    const misses = { short: 0.5, play: 0.1 }
    const said = (careful: Omit<Thorough['careful'], 'misses'>, by = misses) =>
      holdLine(caged, 900, thorough({ careful: { misses: by, ...careful } }))
    const weak = said({ both: less, short: less, play: plenty })
    expect([weak.verdict, weak.word]).toEqual(['doubtful', 'Caught, but weak.'])
    expect(weak.more).toContain('with every bend half a millimetre short, a knock brings more')
    expect(said({ both: out, short: plenty, play: out }).more).toMatch(
      /of play all round, it slips out downward/,
    )
    // a small stone is worked more finely
    const small = said({ both: less, short: less, play: plenty }, { short: 0.3, play: 0.08 })
    expect(small.more).toContain('with every bend 0.3 mm short, a knock brings more')
    // neither alone, but both at once
    expect(said({ both: out, short: plenty, play: plenty }).more).toMatch(
      /half a millimetre short and a tenth of a millimetre of play, it slips/,
    )
    const pressed = thorough({
      pushed: {
        weakest: { d: [0, 0, 1], force: 1.5, energy: 12, travel: 1, letsGo: 0.8, way: [], giving: [] },
        energy: 10,
      },
    })
    expect(holdLine(caged, 150, pressed).more).toContain('a fingertip pushes it out')
    expect(holdLine(caged, 900, thorough({ turnedCaught: false })).more).toContain('slips out turned')
  })

  it('what could not be decided is told as that, and where', () => {
    const line = holdLine(
      {
        ...caged,
        caught: false,
        undecided: true,
        ways: caged.ways.map((w, i) => (i === 2 ? { ...w, outcome: 'undecided' as const } : w)),
      },
      0,
    )
    expect([line.verdict, line.word]).toEqual(['doubtful', 'Not decided.'])
    expect(line.say).toContain('upward')
    // stopped everywhere, but nothing that was found bears it: another thing than nothing holding it
    const stuck = holdLine({ ...caged, undecided: true, arrow: [0, 0, 1], force: 0 }, 0)
    expect([stuck.verdict, stuck.word]).toEqual(['doubtful', 'Not decided.'])
    expect(stuck.say).toContain('What holds the stone')
  })

  it('tells play only where there is some', () => {
    expect(holdLine({ ...caged, rattle: 0.02 }, 900).say).toMatch(/^Sits tight\./)
    expect(holdLine({ ...caged, rattle: 0.34 }, 900).say).toMatch(/^Rattles 0\.3 mm\./)
  })
})
