import { liesPlain, mineral, type FullStone, type SeatedStone } from '@verger/core'
import { memo, useId, useMemo } from 'react'
import type { View } from './project.js'
import { seatedLines, stoneLines, type StoneLines } from './stoneLines.js'

/**
 * A stone in its material's colours, in true millimetres: its shadow, the edges on it, and its hole. Its parts go in as one text: a
 * tray draws hundreds of them while it is scrolled, and as elements each they take several times as long.
 */
export const StoneShape = memo(function StoneShape({
  stone,
  view,
  seat,
  ghost = false,
  mineral: of = stone.mineral,
}: {
  stone: FullStone
  view: View
  /** How it lies in a piece, where it does not lie as it was measured. */
  seat?: SeatedStone
  ghost?: boolean
  /** In the colours of another material than its own. */
  mineral?: string
}) {
  const id = useId().replace(/[^\w-]/g, '')
  const plain = !seat || liesPlain(seat)
  const inner = useMemo(
    () => ({
      __html: markup(plain ? stoneLines(stone, view) : seatedLines(stone, view, seat), stone, view, of, id),
    }),
    [stone, view, seat, plain, of, id],
  )
  return <g opacity={ghost ? 0.35 : 1} dangerouslySetInnerHTML={inner} />
})

const stop = (offset: number, colour: string): string => `<stop offset="${offset}" stop-color="${colour}"/>`
const short = (v: number): string => String(Number(v.toFixed(3)))

/** Everything but the group itself: numbers, colours of the table and an id, nothing that anybody typed. */
function markup(lines: StoneLines, stone: FullStone, view: View, material: string, id: string): string {
  const [light, body, deep] = mineral(material).colour
  const { shadow, edges, hidden, box } = lines
  const [wide, tall] = [box.x1 - box.x0, box.y1 - box.y0]
  const small = Math.min(wide, tall)
  const smooth = stone.kind !== 'faceted' && stone.kind !== 'crystal'
  const flat =
    (view === 'side' || view === 'end') &&
    (stone.kind === 'cabochon' || stone.kind === 'puffy' || stone.kind === 'slab')
  const shade = flat
    ? `<linearGradient id="${id}" x1="0" x2="1" y1="0" y2="0.3">${stop(0, deep)}${stop(0.45, body)}${stop(0.8, light)}${stop(1, body)}</linearGradient>`
    : smooth
      ? `<radialGradient id="${id}" cx="0.36" cy="0.3" r="0.85">${stop(0, view === 'back' ? body : light)}${stop(0.45, body)}${stop(1, deep)}</radialGradient>`
      : `<linearGradient id="${id}" x1="0" x2="1" y1="0" y2="1">${stop(0, light)}${stop(0.5, body)}${stop(1, deep)}</linearGradient>`
  const parts = [
    shade,
    `<path d="${shadow}" fill="url(#${id})" stroke="${deep}" stroke-width="${short(small * 0.006)}" stroke-linejoin="round"/>`,
  ]
  if (edges)
    parts.push(
      `<path d="${edges}" fill="none" stroke="${smooth ? deep : light}" stroke-width="${short(small * 0.011)}" opacity="${smooth ? 0.5 : 0.75}"/>`,
    )
  if (hidden)
    parts.push(
      `<clipPath id="${id}s"><path d="${shadow}"/></clipPath>`,
      `<path d="${hidden}" clip-path="url(#${id}s)" fill="none" stroke="${deep}" stroke-width="${short(small * 0.009)}" stroke-dasharray="${short(small * 0.05)} ${short(small * 0.035)}" opacity="0.75"/>`,
    )
  // where the light falls on a rounded face
  if (view === 'front' && smooth) {
    const [x, y] = [(box.x0 + box.x1) / 2 - small * 0.17, (box.y0 + box.y1) / 2 - tall * 0.22].map(short)
    parts.push(
      `<ellipse cx="${x}" cy="${y}" rx="${short(small * 0.16)}" ry="${short(small * 0.075)}" transform="rotate(-28 ${x} ${y})" fill="#fff" opacity="0.35"/>`,
    )
  }
  return parts.join('')
}
