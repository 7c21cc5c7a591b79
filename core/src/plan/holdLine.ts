import { dot, type Vec3 } from '../geom/index.js'
import {
  DIRECTIONS,
  isBlow,
  type Borne,
  type DemandId,
  type DirectionId,
  type Hold,
  type Thorough,
  type Verdict,
} from '../hold/index.js'

const WAY: Readonly<Record<DirectionId, string>> = {
  front: 'forward',
  back: 'backward',
  up: 'upward, toward the bail',
  down: 'downward, at the foot',
  left: 'to the left',
  right: 'to the right',
}

/** A part of a direction that is under this is not said: 25 degrees off an axis. */
const SAID = 0.42

/** The sides that a direction has, as a maker would name them: upper or lower, left or right, front or back. */
function sidesOf([x, y, z]: Vec3): string[] {
  return [
    ...(Math.abs(y) > SAID ? [y > 0 ? 'upper' : 'lower'] : []),
    ...(Math.abs(x) > SAID ? [x > 0 ? 'right' : 'left'] : []),
    ...(Math.abs(z) > SAID ? [z > 0 ? 'front' : 'back'] : []),
  ]
}

/** Where a direction points. @example sayWay([-0.6, -0.5, 0.62]) // 'toward the lower left front' */
export function sayWay(d: Vec3): string {
  const sides = sidesOf(d)
  if (sides.length > 1) return `toward the ${sides.join(' ')}`
  const named = DIRECTIONS.reduce((a, b) => (dot(b.d, d) > dot(a.d, d) ? b : a))
  return WAY[named.id]
}

/** How the thumbs go to try that direction. @example towardWay([0, 0, 1]) // 'push from behind with both thumbs' */
export function towardWay(d: Vec3): string {
  const [x, y, z] = d
  const side = [
    ...(Math.abs(y) > SAID ? [y > 0 ? 'foot' : 'neck'] : []),
    ...(Math.abs(x) > SAID ? [x > 0 ? 'left' : 'right'] : []),
  ]
  if (z > SAID)
    return side.length === 0
      ? 'push from behind with both thumbs'
      : `push from behind, at the ${side.join(' ')}`
  if (z < -SAID)
    return side.length === 0 ? 'push the face with a thumb' : `push the face, at the ${side.join(' ')}`
  if (y > SAID) return 'hold the foot and push the stone toward the bail'
  if (y < -SAID) return 'hang it and tug the stone down'
  return `hold the frame and push the stone ${x < 0 ? 'left' : 'right'}`
}

/** Pull rounded as a maker would say it: to 10 g under 1 kg, then to 0.1 kg. */
export function sayPull(grams: number): string {
  if (grams < 1) return 'no pull at all'
  if (grams < 100) return `about ${Math.round(grams)} g of pull`
  return grams < 995
    ? `about ${Math.round(grams / 10) * 10} g of pull`
    : `about ${(grams / 1000).toFixed(1)} kg of pull`
}

/** The one line of judgement: a word, a sentence, and what it means for wear. */
export interface HoldLine {
  readonly verdict: Hold['verdict']
  readonly word: string
  readonly say: string
  readonly more: string
}

const WORD = { sound: 'Sound.', doubtful: 'Caught, but weak.', fails: 'Fails.' } as const

/**
 * The line from the first check, or, once it is there, from the thorough one; `grams` is the pull that goes with it, `loose` how many cut ends
 * nothing keeps down: a cloth would lift them, and such a piece is not called sound.
 * @example holdLine(firstHold, 900).word // 'Sound.'
 */
export function holdLine(hold: Hold, grams: number, thorough?: Thorough, loose = 0): HoldLine {
  const free = hold.ways.filter((w) => w.outcome === 'out')
  if (free.length > 0) {
    const named = hold.directions.find((d) => d.outcome === 'out')
    return {
      verdict: 'fails',
      word: 'Not caught.',
      say: `The stone slips out ${named ? WAY[named.id] : sayWay(free[0]!.d)}${free.length > 1 ? ` and ${free.length - 1} other way${free.length > 2 ? 's' : ''}` : ''}.`,
      more: 'Bends over both faces, well spread, stop it.',
    }
  }
  if (hold.undecided) {
    const way = hold.ways.find((w) => w.outcome === 'undecided')
    return {
      verdict: 'doubtful',
      word: 'Not decided.',
      say: way
        ? `Whether the stone leaves ${sayWay(way.d)} could not be found out.`
        : `What holds the stone ${sayWay(hold.arrow)} could not be worked out.`,
      more: way
        ? 'It creeps there between the wires: a bend more, or one that reaches farther in, decides it.'
        : 'It is stopped there, yet nothing that was found bears it: a bend more, or one that reaches farther in, decides it.',
    }
  }
  const rattle = hold.rattle < 0.05 ? 'Sits tight.' : `Rattles ${hold.rattle.toFixed(1)} mm.`
  const verdict = thorough?.verdict ?? hold.verdict
  const times = Math.round(thorough?.timesWeight ?? hold.timesWeight)
  const arrow = thorough ? thorough.release.d : hold.arrow
  // the thorough check may find less
  const look = thorough ? '' : ' at first look'
  if (verdict === 'sound' && loose > 0)
    return {
      verdict: 'doubtful',
      word: 'Held, not finished.',
      say: `The stone is held; ${loose === 1 ? 'one end is' : `${loose} ends are`} not: a cloth would lift ${loose === 1 ? 'it' : 'them'}. Weakest way out: ${sayWay(arrow)}, ${sayPull(grams)}${look}.`,
      more: `${times} times its weight${thorough ? thoroughly(thorough) : firstly(verdict)}`,
    }
  return {
    verdict,
    word: WORD[verdict],
    say: `${rattle} Weakest way out: ${sayWay(arrow)}, ${sayPull(grams)}${look}.`,
    more: `${times} times its weight${thorough ? thoroughly(thorough) : firstly(verdict)}`,
  }
}

/** What the first check's verdict rests on: it is marked as the first. */
const firstly = (verdict: Hold['verdict']): string =>
  verdict === 'sound'
    ? ': worn, shaken, pressed and knocked, by the first check.'
    : verdict === 'fails'
      ? ', by the first check: too little to be worn.'
      : ', by the first check; with what a hand misses by that may be too little.'

/** What happens where a demand is not borne. */
const TOO_MUCH: Readonly<Record<DemandId, string>> = {
  worn: 'being worn asks more',
  shaken: 'being shaken asks more',
  pressed: 'a fingertip pushes it out',
  knocked: 'a knock brings more than the wires take before they let go',
  fallen: 'a fall takes it out',
}

/** What the thorough verdict rests on: the first thing that is too much for it. */
function thoroughly(thorough: Thorough): string {
  if (!thorough.turnedCaught) return ', but it turns, and slips out turned.'
  const missed = (verdict: Verdict) =>
    thorough.demands.find((d) => d.id !== 'fallen' && d.verdict === verdict)
  const { both, short, play, misses } = thorough.careful
  const bends = `every bend ${misses.short < 0.5 ? `${misses.short.toFixed(1)} mm` : 'half a millimetre'} short`
  const air = `${misses.play < 0.1 ? `${misses.play.toFixed(2)} mm` : 'a tenth of a millimetre'} of play`
  // what is strung has no bend that could be short, and its play is along its wire
  const missing = misses.short > 0 ? `${bends} and ${air} all round` : `${air} along its wire`
  const lacks = missed('fails')
  if (lacks) return `; ${TOO_MUCH[lacks.id]}.`
  const weak = missed('doubtful')
  if (!weak) return `: worn, shaken, pressed and knocked, ${missing} too.`
  const enough = (b: Borne | undefined) =>
    !b || (b.caught && (isBlow(weak.id) ? b.energy : b.force) >= weak.asks)
  const [what, borne] = !enough(play)
    ? [misses.short > 0 ? `${air} all round` : missing, play!]
    : !enough(short)
      ? [bends, short!]
      : [misses.short > 0 ? `${bends} and ${air}` : missing, both]
  return borne.caught
    ? ` as planned; with ${what}, ${TOO_MUCH[weak.id]}.`
    : ` as planned; with ${what}, it slips out ${sayWay(borne.arrow)}.`
}
