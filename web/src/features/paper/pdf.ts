import headBold from '@fontsource/alegreya/files/alegreya-latin-700-normal.woff?url'
import sans from '@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff?url'
import sansBold from '@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff?url'
import { jsPDF } from 'jspdf'
import { svg2pdf } from 'svg2pdf.js'
import { fileName, plainMarkup } from '../../drawing/saveSvg.js'
import { plainFont } from './woff.js'

/** Fonts of the pages as the PDF knows them, by whether they are for headings and how heavy they are. */
const FONTS = [
  { name: 'Alegreya', style: 'bold', url: headBold },
  { name: 'Source Sans 3', style: 'normal', url: sans },
  { name: 'Source Sans 3', style: 'bold', url: sansBold },
] as const
/** From this weight on letters are bold. */
const BOLD = 600

const PT_PER_MM = 72 / 25.4

async function loadFonts(doc: jsPDF): Promise<void> {
  for (const { name, style, url } of FONTS) {
    const answer = await fetch(url)
    if (!answer.ok)
      throw new Error('The fonts of the page could not be read. Try again when the server is there.')
    const bytes = await plainFont(await answer.arrayBuffer())
    const file = `${name} ${style}.ttf`
    let text = ''
    for (const b of bytes) text += String.fromCharCode(b)
    doc.addFileToVFS(file, btoa(text))
    doc.addFont(file, name, style)
  }
}

/** Where the page lies on the screen, and how many pixels a millimetre is there. */
interface OnScreen {
  readonly left: number
  readonly top: number
  readonly pxPerMm: number
}

/** The words of a text node as lines, each where the page has it. */
function linesOf(node: Text): { readonly text: string; readonly box: DOMRect }[] {
  const range = document.createRange()
  const lines: { text: string; box: DOMRect }[] = []
  for (const { 0: word, index } of node.data.matchAll(/\S+/g)) {
    range.setStart(node, index)
    range.setEnd(node, index + word.length)
    const box = range.getBoundingClientRect()
    if (box.width === 0) continue
    const last = lines[lines.length - 1]
    if (last && Math.abs(last.box.top - box.top) < 1) {
      last.text += ` ${word}`
      last.box = new DOMRect(last.box.x, last.box.y, box.right - last.box.x, last.box.height)
    } else lines.push({ text: word, box })
  }
  return lines
}

const measuring = document.createElement('canvas').getContext('2d')!

/** Writes a text node where it stands. */
function writeText(doc: jsPDF, node: Text, { left, top, pxPerMm }: OnScreen): void {
  const style = getComputedStyle(node.parentElement!)
  if (style.visibility === 'hidden') return
  const heading = style.fontFamily.startsWith('Alegreya')
  const size = parseFloat(style.fontSize)
  doc.setFont(
    heading ? 'Alegreya' : 'Source Sans 3',
    heading || Number(style.fontWeight) >= BOLD ? 'bold' : 'normal',
  )
  doc.setFontSize((size / pxPerMm) * PT_PER_MM)
  doc.setTextColor('#000')
  measuring.font = `${style.fontWeight} ${size}px ${style.fontFamily}`
  const { fontBoundingBoxAscent: ascent, fontBoundingBoxDescent: descent } = measuring.measureText('x')
  for (const { text, box } of linesOf(node)) {
    const base = box.top + (box.height * ascent) / (ascent + descent)
    doc.text(text, (box.left - left) / pxPerMm, (base - top) / pxPerMm)
  }
}

/** Draws the borders that an element has. */
function drawBorders(doc: jsPDF, element: Element, { left, top, pxPerMm }: OnScreen): void {
  const style = getComputedStyle(element)
  const box = element.getBoundingClientRect()
  if (box.width === 0 || box.height === 0) return
  const [x0, y0] = [(box.left - left) / pxPerMm, (box.top - top) / pxPerMm]
  const [x1, y1] = [(box.right - left) / pxPerMm, (box.bottom - top) / pxPerMm]
  const sides = [
    [style.borderTopWidth, style.borderTopStyle, x0, y0, x1, y0],
    [style.borderRightWidth, style.borderRightStyle, x1, y0, x1, y1],
    [style.borderBottomWidth, style.borderBottomStyle, x0, y1, x1, y1],
    [style.borderLeftWidth, style.borderLeftStyle, x0, y0, x0, y1],
  ] as const
  for (const [width, kind, ax, ay, bx, by] of sides) {
    const wide = parseFloat(width) / pxPerMm
    if (!(wide > 0) || kind === 'none') continue
    doc.setDrawColor('#000')
    doc.setLineWidth(Math.min(wide, THICKEST))
    doc.setLineDashPattern(kind === 'dashed' ? [1.2, 0.8] : [], 0)
    doc.line(ax, ay, bx, by)
  }
  doc.setLineDashPattern([], 0)
}
/** A pixel of a screen is a coarse line on paper, mm. */
const THICKEST = 0.2

/** A drawing as a PDF draws it: no variables, none of the page's own styles. */
function plainSvg(svg: SVGSVGElement): SVGSVGElement {
  const text = plainMarkup(svg).replace(/ style="[^"]*"/g, '')
  const copy = new DOMParser().parseFromString(text, 'image/svg+xml')
    .documentElement as unknown as SVGSVGElement
  copy.removeAttribute('class')
  copy.setAttribute('font-family', 'Source Sans 3')
  return copy
}

async function drawSvg(doc: jsPDF, svg: SVGSVGElement, { left, top, pxPerMm }: OnScreen): Promise<void> {
  const box = svg.getBoundingClientRect()
  if (box.width === 0 || box.height === 0) return
  await svg2pdf(plainSvg(svg), doc, {
    x: (box.left - left) / pxPerMm,
    y: (box.top - top) / pxPerMm,
    width: box.width / pxPerMm,
    height: box.height / pxPerMm,
  })
}

/** A photograph in its box, as large as it fits, at the top: as the page has it. */
async function drawPhoto(doc: jsPDF, img: HTMLImageElement, { left, top, pxPerMm }: OnScreen): Promise<void> {
  await img.decode()
  const box = img.getBoundingClientRect()
  const scale = Math.min(box.width / img.naturalWidth, box.height / img.naturalHeight) / pxPerMm
  const [width, height] = [img.naturalWidth * scale, img.naturalHeight * scale]
  const answer = await fetch(img.src)
  if (!answer.ok) throw new Error('A photograph could not be read. Try again when the server is there.')
  const x = (box.left - left + box.width / 2) / pxPerMm - width / 2
  doc.addImage(
    new Uint8Array(await answer.arrayBuffer()),
    'JPEG',
    x,
    (box.top - top) / pxPerMm,
    width,
    height,
  )
}

async function drawElement(doc: jsPDF, element: Element, on: OnScreen): Promise<void> {
  if (element instanceof SVGSVGElement) return drawSvg(doc, element, on)
  if (element instanceof HTMLImageElement) return drawPhoto(doc, element, on)
  if (getComputedStyle(element).display === 'none') return
  drawBorders(doc, element, on)
  for (const child of element.childNodes)
    if (child instanceof Text) writeText(doc, child, on)
    else if (child instanceof Element) await drawElement(doc, child, on)
}

/** The pages of a sheet as a PDF of the paper's own size: letters as letters, drawings as lines, each where the screen has it. */
export async function pdfOf(
  pages: HTMLElement,
  paper: { readonly width: number; readonly height: number },
): Promise<jsPDF> {
  const doc = new jsPDF({ unit: 'mm', format: [paper.width, paper.height], compress: true })
  await loadFonts(doc)
  let first = true
  for (const page of pages.querySelectorAll('[data-page]')) {
    if (!first) doc.addPage([paper.width, paper.height])
    first = false
    const { left, top, width } = page.getBoundingClientRect()
    for (const child of page.children)
      await drawElement(doc, child, { left, top, pxPerMm: width / paper.width })
  }
  return doc
}

/** Saves the pages as a PDF under a name. */
export async function savePdf(
  pages: HTMLElement,
  paper: { readonly width: number; readonly height: number },
  name: string,
): Promise<void> {
  const doc = await pdfOf(pages, paper)
  doc.save(fileName(name, 'pdf'))
}
