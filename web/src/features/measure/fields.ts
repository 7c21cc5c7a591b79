import { bodyBox, bodyOf, type FullStone, type MeasureId, type Stone, type Vec2 } from '@verger/core'

export type FieldId = 'length' | 'width' | 'depth' | MeasureId

/** Words of one measure: what it is called, and where it is taken. */
export interface FieldWords {
  readonly label: string
  readonly hint: string
}

const COMMON: Readonly<Record<FieldId, FieldWords>> = {
  length: { label: 'Length', hint: 'the way that points to the bail' },
  width: { label: 'Width', hint: 'square to the length, at the widest' },
  depth: { label: 'Depth', hint: 'from the very back to the very front' },
  wall: { label: 'Wall', hint: 'straight part at the edge' },
  fullness: { label: 'Dome fullness', hint: '2 is a round dome, more is fuller' },
  draft: { label: 'Wall leans in by', hint: 'degrees, when the wall is not upright' },
  chamfer: { label: 'Chamfer', hint: 'height of the slanted edge at the back' },
  back: { label: 'Back dome', hint: 'from the girdle’s lower edge to the very back' },
  backFullness: { label: 'Back fullness', hint: '2 is a round dome, more is fuller' },
  table: { label: 'Table', hint: 'width of the top facet, per cent of the stone’s' },
  girdle: { label: 'Girdle', hint: 'thickness of the edge itself' },
  crown: { label: 'Crown', hint: 'from the girdle’s upper edge to the table' },
  culet: { label: 'Culet', hint: 'width of the flat at the bottom tip, or of the keel' },
  edge: { label: 'Rounded edge', hint: 'radius of the rounding, face to side' },
  hole: { label: 'Drill hole', hint: 'the thickest wire that goes through; 0 for none' },
  place: { label: 'Hole below the top', hint: 'from the top edge to the middle of the hole' },
  ends: { label: 'Ends', hint: 'diameter of the flat ends' },
  sides: { label: 'Sides', hint: 'how many faces go round, three to eight' },
  baseWidth: { label: 'Width at the base', hint: 'left to right, at the thick end' },
  baseDepth: { label: 'Depth at the base', hint: 'back to front, at the thick end' },
  shoulder: { label: 'Shoulder height', hint: 'from the base to where the point begins' },
  shoulderWidth: { label: 'Width at the shoulder', hint: 'left to right, where the point begins' },
  shoulderDepth: { label: 'Depth at the shoulder', hint: 'back to front, where the point begins' },
  chip: { label: 'Chip at the base', hint: 'height of the missing corner' },
  opening: { label: 'Mouth', hint: 'diameter of the opening, inside' },
  lip: { label: 'Lip', hint: 'how far the rim stands out' },
  thickness: { label: 'Wall of the shell', hint: 'thickness at the mouth' },
  corner: { label: 'Corner', hint: 'radius of a corner, or the width cut off it' },
  cleft: { label: 'Cleft', hint: 'down from a rule laid across both lobes' },
}

/** Words of a measure for this kind of stone: some are taken in a place of its own. */
export function fieldWords(id: FieldId, stone: Pick<Stone, 'kind' | 'outline' | 'form'>): FieldWords {
  const words = COMMON[id]
  if (
    id === 'length' &&
    (stone.outline === 'round' || stone.form === 'sphere') &&
    ['cabochon', 'puffy', 'faceted', 'slab', 'bead'].includes(stone.kind) &&
    (stone.kind !== 'bead' || stone.form === 'sphere')
  )
    return { label: 'Diameter', hint: 'across the face' }
  if (id === 'depth' && stone.kind === 'cabochon')
    return { ...words, hint: 'flat back to the top of the dome' }
  if (id === 'depth' && stone.kind === 'faceted') return { ...words, hint: 'culet to table' }
  if (id === 'depth' && stone.kind === 'slab') return { label: 'Thickness', hint: 'face to face' }
  if (stone.kind === 'crystal') {
    if (id === 'length') return { label: 'Length', hint: 'base to tip' }
    if (id === 'width')
      return { label: 'Width at the middle', hint: 'half-way up the shaft, as it lies on its broadest face' }
    if (id === 'depth')
      return { label: 'Depth at the middle', hint: 'up from that face, half-way up the shaft' }
  }
  if (stone.kind === 'stalk') {
    if (id === 'length') return { label: 'Height', hint: 'foot to the top of the cap' }
    if (id === 'width') return { label: 'Cap', hint: 'widest diameter' }
  }
  if (stone.kind === 'shell') {
    if (id === 'length') return { label: 'Height', hint: 'foot to the rim of the mouth' }
    if (id === 'width') return { label: 'Widest', hint: 'diameter at the widest place' }
  }
  if (id === 'width' && stone.kind === 'bead') return { label: 'Width', hint: 'diameter across the middle' }
  return words
}

/** Where caliper jaws go for a measure: the view it is taken in, and the two places, mm, y up. */
export interface Jaws {
  readonly view: 'front' | 'side'
  readonly a: Vec2
  readonly b: Vec2
}

/** Where each measure of a stone is taken; none for counts, angles and shares. */
export function jawsOf(stone: FullStone, id: FieldId): Jaws | undefined {
  const b = bodyBox(bodyOf(stone))
  const across = (y: number, w: number): Jaws => ({ view: 'front', a: [-w / 2, y], b: [w / 2, y] })
  const through = (y: number, from: number, to: number): Jaws => ({ view: 'side', a: [from, y], b: [to, y] })
  const half = stone.wall / 2
  switch (id) {
    case 'length':
      return { view: 'front', a: [0, b.y0], b: [0, b.y1] }
    case 'width':
      return across(stone.kind === 'crystal' ? b.y0 + stone.shoulder / 2 : 0, b.x1 - b.x0)
    case 'depth':
      return through(stone.kind === 'crystal' ? b.y0 + stone.shoulder / 2 : 0, b.z0, b.z1)
    case 'wall':
      return through(b.y1, -half, half)
    case 'chamfer':
      return through(b.y1, -half, -half + stone.chamfer)
    case 'back':
      return through(0, b.z0, -half)
    case 'girdle':
      return through(b.y1, -stone.girdle / 2, stone.girdle / 2)
    case 'crown':
      return through(b.y1, stone.girdle / 2, stone.girdle / 2 + stone.crown)
    case 'table':
      return across(0, (stone.width * stone.table) / 100)
    case 'culet':
      return { view: 'side', a: [b.z0, -stone.culet / 2], b: [b.z0, stone.culet / 2] }
    case 'edge':
      return through(b.y1, b.z1 - stone.edge, b.z1)
    case 'hole':
      return stone.kind === 'slab' && (stone.way ?? 'depth') === 'depth'
        ? across(b.y1 - stone.place, stone.hole)
        : across(b.y1, Math.max(stone.hole, 0.5))
    case 'place':
      return { view: 'front', a: [0, b.y1 - stone.place], b: [0, b.y1] }
    case 'ends':
      return across(b.y1, stone.ends)
    case 'baseWidth':
      return across(b.y0, stone.baseWidth)
    case 'baseDepth':
      return through(b.y0, -stone.baseDepth / 2, stone.baseDepth / 2)
    case 'shoulder':
      return { view: 'front', a: [0, b.y0], b: [0, b.y0 + stone.shoulder] }
    case 'shoulderWidth':
      return across(b.y0 + stone.shoulder, stone.shoulderWidth)
    case 'shoulderDepth':
      return through(b.y0 + stone.shoulder, -stone.shoulderDepth / 2, stone.shoulderDepth / 2)
    case 'chip':
      return { view: 'front', a: [b.x1, b.y0], b: [b.x1, b.y0 + stone.chip] }
    case 'opening':
      return across(b.y1, stone.opening)
    case 'lip':
      return {
        view: 'front',
        a: [stone.opening / 2 + stone.thickness, b.y1],
        b: [stone.opening / 2 + stone.thickness + stone.lip, b.y1],
      }
    case 'thickness':
      return { view: 'front', a: [stone.opening / 2, b.y1], b: [stone.opening / 2 + stone.thickness, b.y1] }
    case 'corner':
      return { view: 'front', a: [b.x1 - stone.corner, b.y1], b: [b.x1, b.y1] }
    case 'cleft':
      return { view: 'front', a: [0, b.y1 - stone.cleft], b: [0, b.y1] }
    case 'fullness':
    case 'backFullness':
    case 'draft':
    case 'sides':
      return undefined
    default: {
      const never: never = id
      throw new RangeError(`unknown measure ${String(never)}`)
    }
  }
}

/** A stone of each kind to stand for it where a kind is chosen, and to begin measuring from. */
export const EXAMPLES: Readonly<Record<Stone['kind'], Stone>> = {
  cabochon: { kind: 'cabochon', outline: 'oval', length: 30, width: 22, depth: 7, mineral: 'labradorite' },
  puffy: { kind: 'puffy', outline: 'oval', length: 28, width: 21, depth: 9, mineral: 'prehnite' },
  faceted: { kind: 'faceted', outline: 'cushion', length: 22, width: 20, depth: 13, mineral: 'aquamarine' },
  bead: {
    kind: 'bead',
    outline: 'round',
    form: 'sphere',
    length: 20,
    width: 20,
    depth: 20,
    hole: 1.2,
    mineral: 'rose quartz',
  },
  slab: { kind: 'slab', outline: 'drop', length: 30, width: 21, depth: 5, hole: 2, mineral: 'jasper' },
  crystal: { kind: 'crystal', outline: 'round', length: 32, width: 13, depth: 12, mineral: 'rock crystal' },
  stalk: {
    kind: 'stalk',
    outline: 'round',
    length: 28,
    width: 24,
    depth: 24,
    sections: [
      { at: 0, across: 11 },
      { at: 9, across: 7 },
      { at: 15, across: 8 },
      { at: 17, across: 24 },
    ],
    mineral: 'jasper',
  },
  shell: { kind: 'shell', outline: 'round', length: 28, width: 22, depth: 22, mineral: 'mother of pearl' },
}
