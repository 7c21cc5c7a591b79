import type { DrawerItem, DrawerRow } from '@verger/contract'
import { awg, packCircles, type RoundTool } from '@verger/core'

/** Round tools and flat jaws of the drawer, each size by itself. A cone gives any size between its ends: it is nobody's nearest. */
export const roundTools = (rows: readonly DrawerRow[]): RoundTool[] =>
  rows.flatMap(({ item }) =>
    item.kind === 'tool' && item.type !== 'cone'
      ? item.sizes.map((across) => ({
          name: `${item.name}, ${across} mm`,
          across,
          ...(item.type === 'jaws' ? { flat: true } : {}),
        }))
      : [],
  )

/** Is there wire of this size in the drawer, of this metal where one is asked. */
export const hasWire = (rows: readonly DrawerRow[], size: string, alloy?: string): boolean =>
  rows.some(
    ({ item }) => item.kind === 'wire' && item.size === size && (alloy === undefined || item.alloy === alloy),
  )

/** Thickest gauges of round wire, and how many of each, that go through a bead's hole; those that do not are left out. */
export function throughBead(hole: number): { readonly gauge: number; readonly wires: number }[] {
  const out: { gauge: number; wires: number }[] = []
  for (const gauge of [18, 20, 22, 24, 26, 28]) {
    const d = awg(gauge)
    const wires = [1, 2, 3, 4, 5, 7]
      .filter((n) => packCircles(Array.from({ length: n }, () => d)).diameter + PULL <= hole)
      .pop()
    if (wires !== undefined) out.push({ gauge, wires })
  }
  return out
}
/** Room to pull a wire through, mm; an estimate. */
const PULL = 0.05

/** Prices per metre and per kilogram are one price: cents, by the wire's mass a metre in g. */
export const perMetre = (
  item: Extract<DrawerItem, { kind: 'wire' }>,
  gramsPerMetre: number,
): number | null =>
  item.price === null ? null : item.per === 'm' ? item.price : (item.price * gramsPerMetre) / 1000
