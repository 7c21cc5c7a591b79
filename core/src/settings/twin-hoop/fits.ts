import type { Design } from '../../design/index.js'
import type { Finding } from '../../finding/index.js'
import { leastRadius } from '../../path/index.js'
import { fullStone, isEgg, stoneErrors, outlineRun, type Stone } from '../../stone/index.js'
import type { Options } from '../family.js'
import { kindWord } from '../shared/kindWord.js'
import { shoulderOf } from '../shared/shoulder.js'
import { basisOf } from './build.js'
import { climbOf } from './oneWire.js'
import { leastBend } from './options.js'

const say = (
  code: string,
  severity: Finding['severity'],
  field: string,
  values: Finding['values'],
  mend?: Finding['mend'],
): Finding => ({ code: `twin-hoop.${code}`, severity, field, values, ...(mend ? { mend } : {}) })

/** Can a stone like this be set so at all; and with options: is there room for everything they ask. */
export function fits(stone: Stone, options?: Options): Finding[] {
  const wrong = stoneErrors(stone)
  if (wrong.length > 0) return wrong
  const full = fullStone(stone)
  if (stone.group?.kind === 'row') return [say('row', 'error', 'group', {})]
  if (!isEgg(full)) return [say('not-round', 'error', 'kind', { kind: kindWord(full) })]
  if (!options) return []
  const out: Finding[] = []
  const { o, geometry: g } = basisOf(stone, options)
  const { near, far, post, outline } = g
  // both hoops' coils have to lie on the post, one after the other, and before the post turns away
  const one = o.work === 'one wire'
  const between = one
    ? climbOf(g) - 2 * near.lead
    : near.latitude - near.tied.right + far.latitude - far.tied.right
  if (one && between < 0) out.push(say('no-climb', 'error', 'hoop', { lacks: -between }))
  else if (between < 0)
    out.push(
      say(
        'coils-meet',
        'error',
        'turns',
        { turns: o.turns, lacks: -between },
        o.turns > 1 ? { field: 'turns', value: o.turns - 1 } : undefined,
      ),
    )
  if (!Number.isFinite(g.begins)) out.push(say('shank-apart', 'error', 'bulge', { bulge: o.bulge }))
  else {
    const room = outlineRun(outline, 0, g.begins, post.offset) - near.latitude - near.tied.right
    if (room < 0)
      out.push(
        o.mount === 'ring'
          ? say('coil-in-shank', 'error', 'bulge', { lacks: -room, seat: o.seat })
          : say('coil-in-shoulder', 'error', 'leave', { lacks: -room, leave: o.leave }),
      )
  }
  if (g.shoulder && shoulderOf(g.shoulder).straight < 0)
    out.push(
      say(
        'no-room-for-shoulder',
        'error',
        'leave',
        { leave: o.leave },
        { field: 'leave', value: Math.min(60, o.leave + 5) },
      ),
    )
  const bend = leastBend(o, o.size)
  if (post.reach < bend)
    out.push(
      say(
        'coil-too-tight',
        'error',
        one ? 'temper' : 'size',
        { radius: post.reach, least: bend },
        // wound round itself the wire is as thick as what it is wound on
        one && o.temper !== 'dead soft' ? { field: 'temper', value: 'dead soft' } : undefined,
      ),
    )
  return out
}

/** Doubts and errors that show on the built piece: bends, hoops near the stone's width, a finger that is pressed, a wide shank. */
export function review(stone: Stone, options: Options, design: Design): Finding[] {
  const out: Finding[] = []
  const { o, geometry: g } = basisOf(stone, options)
  for (const [size, names] of [
    [o.size, ['near', 'far']],
    [o.shankSize, design.wires.slice(o.work === 'one wire' ? 0 : 2).map((w) => w.id)],
  ] as const) {
    const least = leastBend(o, size)
    const tightest = Math.min(
      ...design.wires
        .filter((w) => (names as readonly string[]).includes(w.id))
        .flatMap((w) => w.path.segments.map((s) => leastRadius(s))),
    )
    if (tightest < least)
      out.push(
        say('bend-too-tight', 'error', size === o.size ? 'size' : 'shankSize', { radius: tightest, least }),
      )
  }
  const across = stone.width
  for (const field of ['hoop', 'seat'] as const) {
    const hoop = o[field]
    if (hoop >= across) out.push(say('hoop-too-wide', 'doubt', field, { hoop, across }))
    else if (hoop > 0.93 * across)
      out.push(say('hoop-wide', 'doubt', field, { hoop, across, share: (100 * hoop) / across }))
  }
  if (o.play > 0.6) out.push(say('loose', 'doubt', 'play', { play: o.play }))
  if (g.shank) {
    // the finger's opening begins here; what reaches farther presses the finger
    const opening = g.shank.centre - o.ring / 2
    const hoop = g.near.height + g.shape.size
    if (hoop > opening + 0.3) out.push(say('hoop-on-finger', 'doubt', 'bulge', { by: hoop - opening }))
    if (o.bulge > 0.8) out.push(say('bulge-on-finger', 'doubt', 'bulge', { bulge: o.bulge }))
    const wide = o.shank * g.shape.shankSize
    if (wide > 4) out.push(say('wide-shank', 'note', 'ring', { wide }))
  }
  return out
}
