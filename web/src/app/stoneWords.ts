import {
  depthIsWidth,
  widthIsLength,
  type BeadForm,
  type OutlineKind,
  type Stone,
  type StoneKind,
} from '@verger/core'

/** Words for kinds, outlines and forms, as a maker says them. */
export const KIND_WORDS: Readonly<Record<StoneKind, string>> = {
  cabochon: 'cabochon',
  puffy: 'puffy stone',
  faceted: 'faceted stone',
  bead: 'bead or sphere',
  slab: 'slab or tumbled',
  crystal: 'crystal',
  stalk: 'cap on a stalk',
  shell: 'shell',
}

export const OUTLINE_WORDS: Readonly<Record<OutlineKind, string>> = {
  round: 'round',
  oval: 'oval',
  drop: 'drop',
  cushion: 'cushion',
  square: 'square or rectangle',
  'cut-corner': 'cut corners',
  marquise: 'marquise',
  triangle: 'triangle',
  hexagon: 'hexagon',
  heart: 'heart',
  free: 'free form',
}

export const FORM_WORDS: Readonly<Record<BeadForm, string>> = {
  sphere: 'sphere',
  egg: 'egg or ellipsoid',
  flattened: 'flattened',
  barrel: 'barrel',
  tube: 'tube',
  coin: 'coin',
}

/** What a stone is, without its material. @example shapeName(stone) // 'oval cabochon' */
export function shapeName(stone: Pick<Stone, 'kind' | 'outline' | 'form'>): string {
  if (stone.kind === 'bead') return stone.form === 'sphere' ? 'sphere' : `${stone.form ?? ''} bead`.trim()
  if (stone.kind === 'crystal' || stone.kind === 'stalk' || stone.kind === 'shell')
    return KIND_WORDS[stone.kind]
  const outline = stone.outline === 'square' ? 'square' : OUTLINE_WORDS[stone.outline]
  return stone.kind === 'slab' ? `${outline} slab` : `${outline} ${KIND_WORDS[stone.kind]}`
}

/** Its measures in a row, each once; stones are sold in millimetres everywhere. @example sizeName(stone) // '30 × 22 × 7 mm' */
export function sizeName(stone: Stone): string {
  const say = (v: number) => String(Number(v.toFixed(2)))
  const parts = widthIsLength(stone) ? [`⌀ ${say(stone.length)}`] : [say(stone.length), say(stone.width)]
  if (!depthIsWidth(stone)) parts.push(say(stone.depth))
  return `${parts.join(' × ')} mm`
}

/** What it is set together with, after its measures. @example groupName({ ...stone, group: { kind: 'row', count: 9, gap: 0.3 } }) // ', a row of 9' */
export const groupName = ({ group }: Pick<Stone, 'group'>): string =>
  group?.kind === 'row' ? `, a row of ${group.count}` : ''
