import { saveFile } from '../app/saveFile.js'
/** A drawing's markup with its colours written out instead of the page's variables, as they are where it stands. */
export function plainMarkup(svg: SVGSVGElement, as: Element = svg): string {
  const style = getComputedStyle(svg)
  return new XMLSerializer()
    .serializeToString(as)
    .replace(/var\((--[a-z-]+)\)/g, (_, variable: string) => style.getPropertyValue(variable).trim())
}

/** What a file is called that is saved under a name. @example fileName('Winter sky', 'pdf') // 'winter-sky.pdf' */
export const fileName = (name: string, ending: string): string =>
  `${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.${ending}`

/** Saves a drawing on the page as an SVG file of its own: real millimetres, colours written out instead of the page's variables. */
export function saveSvg(svg: SVGSVGElement, name: string, width: number, height: number): void {
  const copy = svg.cloneNode(true) as SVGSVGElement
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('width', `${width.toFixed(2)}mm`)
  copy.setAttribute('height', `${height.toFixed(2)}mm`)
  copy.removeAttribute('class')
  saveFile(fileName(name, 'svg'), plainMarkup(svg, copy), 'image/svg+xml')
}
