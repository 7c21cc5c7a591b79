import type { FamilyText } from '../family.js'
import type { RecipePart, RecipeText } from './recipe.js'

type Words = Partial<FamilyText>

/** Words that every family made from a recipe shares. Findings by the codes behind the family's id. */
const COMMON: Words = {
  groups: { worn: 'How it is worn', hold: 'What holds the stone', wire: 'Wire', finish: 'Finish' },
  params: { alloy: 'Metal', temper: 'Temper', margin: 'Spare at each end', surface: 'Surface of the metal' },
  parts: { allowance: 'spare at the ends' },
  outputs: {
    height: 'Top to bottom',
    width: 'Side to side',
    thick: 'Front to back',
    face: 'Face that shows',
  },
  findings: {
    row: 'This setting holds one stone, and this is a row: a row is set between rails. Measure one of them by itself to set it so.',
    'bend-too-tight':
      'One bend has a radius of {radius:2} mm; this wire takes {least:2} mm before it cracks.',
    'few-turns': 'Only {turns} turns at one tie: three or more keep a bundle from turning.',
  },
  steps: {
    gather: {
      title: 'Lay everything ready',
      say: 'Stone, wires, tools and aids as they are listed here, within reach of both hands.',
      caution: 'Eye protection on before the first cut.',
    },
    straighten: {
      title: 'Straighten and clean',
      say: 'Pull every wire through nylon jaws until it lies straight, then wipe it with a cloth.',
      look: 'Square edges not twisted, half-round flat.',
    },
    cut: {
      title: 'Cut the wires',
      say: 'Cut {n} wires to the lengths on the cut list.',
      look: 'Measure each again before the next cut.',
      caution: 'Hold both ends: cut pieces fly.',
    },
    'cut-one': {
      title: 'Cut the wire',
      say: 'Cut one wire to the length on the cut list. Curl its ends back: a long end whips.',
      look: 'Measure it again before it is bent.',
      caution: 'Hold both ends: cut pieces fly.',
    },
    mark: {
      title: 'Mark the wires',
      say: 'Mark the place that is marked first on all {n} wires, and the bends and turns from there, as the cut list says.',
      look: 'Wires that are to be alike are marked alike.',
    },
    'mark-one': {
      title: 'Mark the wire',
      say: 'Mark it as the cut list says: first where it begins to be bent, then everything from there.',
    },
    trim: {
      title: 'Trim and press the ends in',
      say: 'Trim every end close to what holds it (about {margin:0} mm are over at each), file it flat and press it in.',
      look: 'Run a finger over every end, then a scrap of thin cloth.',
      caution: 'Cut into the hand or a cloth: ends fly.',
    },
    smooth: {
      title: 'Take the tool marks out',
      say: 'Rub dents out with nylon jaws or a burnisher, deep ones with fine paper, then all of it with a polishing cloth. Keep paper off the stone.',
      look: 'Under one lamp no mark of a jaw catches the light.',
    },
    'smooth-coated': {
      title: 'Rub it with a cloth',
      say: 'Take marks out with nylon jaws and a polishing cloth only: paper, a file or a burnisher would go through the coating.',
      look: 'The coating is whole on every edge.',
    },
    'darken-before': {
      title: 'Darken it before the stone goes in',
      say: 'Lay the frame, and the wire that is still to be wound, into the darkening solution as its sheet says; rinse and dry both.',
      look: 'Even, and a shade darker than it is to be: polishing brings it back.',
      caution:
        'Gloves, eye protection, fresh air. Keep and dispose of the solution as its sheet and local law say.',
    },
    'darken-after': {
      title: 'Darken the piece',
      say: 'Lay the piece, stone and all, into the darkening solution as its sheet says, no longer than it needs; rinse and dry it at once.',
      look: 'Even, and a shade darker than it is to be: polishing brings it back.',
      caution:
        'Gloves, eye protection, fresh air. Keep and dispose of the solution as its sheet and local law say.',
    },
    'darken-brush': {
      title: 'Brush the darkening on',
      say: 'Brush the darkening solution on the wire alone, a little at a time, with a fine brush; wipe what comes on the stone off at once, and wipe the wire with a wet cloth.',
      look: 'Dark in the hollows, nothing on the stone.',
      caution:
        'Gloves, eye protection, fresh air. Keep and dispose of the solution as its sheet and local law say.',
    },
    polish: {
      title: 'Clean, polish and feel it',
      say: 'Clean it as the stone allows, dry it, and polish the wire with a cloth.',
      look: 'Feel every end once more.',
    },
    'polish-darkened': {
      title: 'Polish the high places bright',
      say: 'Clean it as the stone allows, dry it, and polish what stands out until it is bright again: the hollows stay dark.',
      look: 'Feel every end once more.',
    },
  },
  moves: { harder: 'Half hard wire' },
  prices: { harder: 'springs back more, and forgives fewer bends' },
}

const merged = (id: string, list: readonly Words[]): FamilyText => {
  const of = <K extends keyof Words>(key: K): Record<string, unknown> =>
    Object.assign({}, ...list.map((w) => w[key] ?? {})) as Record<string, unknown>
  const findings = Object.entries(of('findings')).map(([code, words]) => [`${id}.${code}`, words])
  return {
    params: of('params'),
    groups: of('groups'),
    parts: of('parts'),
    wires: of('wires'),
    joints: of('joints'),
    outputs: of('outputs'),
    findings: Object.fromEntries(findings) as FamilyText['findings'],
    steps: of('steps'),
    checks: of('checks'),
    moves: of('moves'),
    prices: of('prices'),
  } as unknown as FamilyText
}

/** A family's words: those that all share, then its parts', then its own, which go before. */
export const textOf = ({
  id,
  text,
  parts = [],
}: {
  readonly id: string
  readonly text: RecipeText
  readonly parts?: readonly RecipePart[]
}): FamilyText => ({
  ...merged(id, [COMMON, ...parts.flatMap((p) => p.text ?? []), text]),
  name: text.name,
  about: text.about,
  school: text.school,
})
