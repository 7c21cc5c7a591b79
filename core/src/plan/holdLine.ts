import type { DirectionId, Hold } from '../hold/index.js'

const WAY: Readonly<Record<DirectionId, string>> = {
  front: 'forward',
  back: 'backward',
  up: 'upward, toward the bail',
  down: 'downward, at the foot',
  left: 'to the left',
  right: 'to the right',
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

/** @example holdLine(hold, 900).say // 'Leaves last forward, at about 900 g of pull.' */
export function holdLine(hold: Hold, grams: number): HoldLine {
  const free = hold.directions.filter((d) => d.outcome === 'out').map((d) => WAY[d.id])
  if (free.length > 0)
    return {
      verdict: 'fails',
      word: 'Not caught.',
      say: `The stone slips out ${free[0]!}${free.length > 1 ? ` and ${free.length - 1} other way${free.length > 2 ? 's' : ''}` : ''}.`,
      more: 'Bends over both faces, well spread, stop it.',
    }
  const rattle = hold.rattle < 0.05 ? 'Sits tight.' : `Rattles ${hold.rattle.toFixed(1)} mm.`
  const times = Math.round(hold.timesWeight)
  return {
    verdict: hold.verdict,
    word: hold.verdict === 'sound' ? 'Sound.' : hold.verdict === 'doubtful' ? 'Caught, but weak.' : 'Fails.',
    say: `${rattle} Leaves last ${WAY[hold.weakest]}, at ${sayPull(grams)}.`,
    more:
      hold.verdict === 'sound'
        ? `${times} times its weight: worn, shaken and knocked.`
        : `${times} times its weight; a knock can ask 100 times.`,
  }
}
