import type { Vec2 } from '@verger/core'
import Papa from 'papaparse'

/** Points taken along a line that is brought in. */
const SAMPLES = 48

/** The first path of an SVG as points, y up, counter-clockwise or clockwise as it was drawn. @throws Error when there is none */
export function pointsOfSvg(text: string): Vec2[] {
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml')
  const d = parsed.querySelector('path')?.getAttribute('d')
  if (!d) throw new Error('There is no path in this SVG. Save the outline as one closed path.')
  const path = document.createElementNS('http://www.w3.org/2000/svg', 'path')
  path.setAttribute('d', d)
  const length = path.getTotalLength()
  if (!(length > 0)) throw new Error('The path in this SVG has no length.')
  return Array.from({ length: SAMPLES }, (_, i): Vec2 => {
    const p = path.getPointAtLength((length * i) / SAMPLES)
    return [p.x, -p.y]
  })
}

/** Points of a CSV with two numbers a line, x and y, y up; a heading is passed over. @throws Error that names the line */
export function pointsOfCsv(text: string): Vec2[] {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true })
  const rows = data.map((r) => r.map((c) => Number(c.trim().replace(',', '.'))))
  const body = rows.length > 0 && rows[0]!.some((v) => !Number.isFinite(v)) ? rows.slice(1) : rows
  const points = body.map((r, i): Vec2 => {
    const [x, y] = r
    if (r.length < 2 || !Number.isFinite(x) || !Number.isFinite(y))
      throw new Error(`Line ${i + 1 + (body.length < rows.length ? 1 : 0)} is not two numbers, x and y.`)
    return [x!, y!]
  })
  const last = points[points.length - 1]
  // a line that comes back to its first point says it twice
  if (points.length > 1 && last && Math.hypot(last[0] - points[0]![0], last[1] - points[0]![1]) < 1e-9)
    points.pop()
  if (points.length < 5) throw new Error('An outline needs five points or more.')
  if (points.length <= 120) return points
  return Array.from({ length: 120 }, (_, i) => points[Math.floor((i * points.length) / 120)]!)
}
