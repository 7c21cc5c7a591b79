import type { Accent } from '../../design/index.js'
import { add, along, dist, dot, scale, sub, unit, type Vec3 } from '../../geom/index.js'
import { pathAt } from '../../path/index.js'
import { solidOf } from '../../stone/index.js'
import type { NamedQuantity } from '../family.js'
import type { Tie } from '../kit/index.js'
import { F, type K, type Ring } from './ring.js'

/** Beads of the front, one over each gap between neighbouring loops, threaded where these are linked: by the link that each is on. */
export interface Beads {
  readonly on: Readonly<Record<string, Accent>>
  readonly outputs: readonly NamedQuantity[]
}

/** The two strands that a link holds, on their middles. */
function linked(ring: Ring, { of }: Tie): readonly [Vec3, Vec3] {
  const [one, two] = of.map((stretch): Vec3 => {
    if (!('part' in stretch)) throw new RangeError('a link holds places of the ring')
    const { pattern } = stretch.part.endsWith('right') ? ring.right : ring.left
    return pathAt({ segments: [pattern] }, (stretch.at[0] + stretch.at[1]) / 2).p
  })
  return [one!, two!]
}

/**
 * Beads of the chosen size on the links of the front; none where no bead is chosen. Each lies on the two strands that are linked there, with the
 * link wire round these, straight out from the face.
 */
export function beadsOn(k: K, ring: Ring, links: readonly Tie[]): Beads | undefined {
  const { q, o } = k
  if (o.bead <= 0) return undefined
  const solid = solidOf(k.stone)
  const [radius, half] = [o.bead / 2, k.thick('size') / 2]
  const gaps = links.map((tie) => ({ id: tie.id, strands: linked(ring, tie) }))
  const widest = Math.max(...gaps.map(({ strands: [a, b] }) => dist(a, b))) - 2 * half
  const gap = k.found(
    'gap',
    'at their links',
    widest,
    k.on('loops', 'over', 'size', 'link', 'alloy', 'temper'),
  )
  const reach = radius + half + k.thick('link')
  const beads = gaps.map(({ id, strands: [a, b] }, i): readonly [string, Accent] => {
    const middle = scale(add(a, b), 1 / 2)
    const axis = unit(sub(b, a))
    const { m } = solid.nearest(...middle)
    const out = unit(along(m, axis, -dot(m, axis)))
    const centre = along(middle, out, Math.sqrt(Math.max(0, reach ** 2 - (dist(a, b) / 2) ** 2)))
    return [id, { id: `bead-${i + 1}`, kind: 'bead', centre, radius, axis, wire: 'ring' }]
  })
  const centres = beads.map(([, { centre }]) => centre)
  const room = Math.min(...centres.slice(1).map((c, i) => dist(c, centres[i]!)))
  const largest = Math.floor(10 * room) / 10
  if (widest >= o.bead) k.say('bead-slips', 'error', 'bead', { bead: o.bead, gap: widest })
  else if (room < o.bead)
    k.say('bead-crowds', 'error', 'bead', { bead: o.bead, room }, { field: 'bead', value: largest })
  return {
    on: Object.fromEntries(beads),
    outputs: [
      { id: 'beads', quantity: F.beads({ loops: q.loops }) },
      { id: 'gap', quantity: gap },
      { id: 'hole', quantity: F.hole({ link: q.link }) },
    ],
  }
}
