/** What can be printed of a piece, in the order of the road. */
export const SHEETS = ['bench', 'cut', 'templates', 'proof', 'slip', 'tag'] as const
export type SheetId = (typeof SHEETS)[number]

export const SHEET_NAMES: Readonly<Record<SheetId, string>> = {
  bench: 'Bench sheet',
  cut: 'Cut sheet',
  templates: 'Templates, 1:1',
  proof: 'Proof sheet',
  slip: 'Ledger slip',
  tag: 'Price tag',
}

export const isSheet = (id: string | undefined): id is SheetId => SHEETS.some((s) => s === id)

/** Sizes of paper, mm. */
export const PAPERS = {
  A4: { width: 210, height: 297 },
  Letter: { width: 215.9, height: 279.4 },
} as const
export type PaperId = keyof typeof PAPERS

/** What printers leave white at each side, and the head and foot of a page, mm. */
export const SIDE = 10
export const HEAD = 16
const FOOT = 15

/** Height and width that a page has for its blocks, mm. */
export const roomOn = (paper: PaperId): { readonly width: number; readonly height: number } => ({
  width: PAPERS[paper].width - 2 * SIDE,
  height: PAPERS[paper].height - 2 * SIDE - HEAD - FOOT,
})

/**
 * Blocks of these heights on pages, in their order, as many on each as it has room for; a block that is taller than a page has one of its own.
 * @example packed([40, 40, 40], 100) // [[0, 1], [2]]
 */
export function packed(heights: readonly number[], room: number): number[][] {
  const pages: number[][] = []
  let left = -1
  heights.forEach((height, i) => {
    const page = pages[pages.length - 1]
    if (page && height <= left) {
      page.push(i)
      left -= height
    } else {
      pages.push([i])
      left = room - height
    }
  })
  return pages
}
