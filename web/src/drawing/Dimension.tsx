/** A dimension line as on a workshop drawing, between two points on the sheet (mm), its text in the middle. */
export function Dimension({
  x1,
  y1,
  x2,
  y2,
  label,
  lit = false,
  size,
}: {
  x1: number
  y1: number
  x2: number
  y2: number
  label: string
  lit?: boolean
  size: number
}) {
  const upright = Math.abs(x2 - x1) < Math.abs(y2 - y1)
  const colour = lit ? 'var(--copper)' : 'var(--soft)'
  const t = size * 0.45
  const arrow = (x: number, y: number, sign: 1 | -1) =>
    upright
      ? `M${x - t * 0.35} ${y + sign * t}L${x} ${y}L${x + t * 0.35} ${y + sign * t}Z`
      : `M${x + sign * t} ${y - t * 0.35}L${x} ${y}L${x + sign * t} ${y + t * 0.35}Z`
  const mx = (x1 + x2) / 2
  const my = (y1 + y2) / 2
  const wide = label.length * size * 0.55 + size * 0.5
  return (
    <g
      stroke={colour}
      fill={colour}
      strokeWidth={size * (lit ? 0.12 : 0.06)}
      fontSize={size}
      fontWeight={600}
    >
      <line x1={x1} y1={y1} x2={x2} y2={y2} />
      <path d={arrow(x1, y1, 1)} stroke="none" />
      <path d={arrow(x2, y2, -1)} stroke="none" />
      {upright ? (
        <path d={`M${x1 - t} ${y1}h${2 * t}M${x2 - t} ${y2}h${2 * t}`} fill="none" />
      ) : (
        <path d={`M${x1} ${y1 - t}v${2 * t}M${x2} ${y2 - t}v${2 * t}`} fill="none" />
      )}
      <rect
        x={mx - wide / 2}
        y={my - size * 0.7}
        width={wide}
        height={size * 1.4}
        fill="var(--sheet)"
        stroke="none"
      />
      <text x={mx} y={my + size * 0.35} textAnchor="middle" stroke="none">
        {label}
      </text>
    </g>
  )
}
