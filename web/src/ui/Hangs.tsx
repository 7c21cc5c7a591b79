import { hangOf, type Plan } from '@verger/core'
import { sayLength, useSettings } from '../app/workshop.js'

/** A piece that swings or tips by less hangs straight to the eye, degrees. */
const STRAIGHT = 2

/** How a piece will hang by its bail, and the move of the bail that cures it. */
export function Hangs({ plan }: { plan: Plan }) {
  const settings = useSettings()
  const hang = hangOf(plan)
  if (!hang) return null
  const { lean, tip, right, forward } = hang
  const said = [
    ...(Math.abs(lean) >= STRAIGHT
      ? [
          `leans ${Math.abs(lean).toFixed(0)}° to the ${lean > 0 ? 'right' : 'left'}: bail ${sayLength(Math.abs(right), settings)} too far ${right > 0 ? 'left' : 'right'}`,
        ]
      : []),
    ...(Math.abs(tip) >= STRAIGHT
      ? [
          `face ${Math.abs(tip).toFixed(0)}° ${tip > 0 ? 'up' : 'down'}: bail ${sayLength(Math.abs(forward), settings)} too far ${forward > 0 ? 'back' : 'forward'}`,
        ]
      : []),
  ]
  return <>{said.length === 0 ? 'straight' : said.join(', ')}</>
}
