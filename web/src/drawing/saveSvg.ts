/** Saves a drawing on the page as an SVG file of its own: real millimetres, colours written out instead of the page's variables. */
export function saveSvg(svg: SVGSVGElement, name: string, width: number, height: number): void {
  const copy = svg.cloneNode(true) as SVGSVGElement
  const style = getComputedStyle(document.documentElement)
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('width', `${width.toFixed(2)}mm`)
  copy.setAttribute('height', `${height.toFixed(2)}mm`)
  copy.removeAttribute('class')
  const text = new XMLSerializer()
    .serializeToString(copy)
    .replace(/var\((--[a-z-]+)\)/g, (_, variable: string) => style.getPropertyValue(variable).trim())
  const url = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }))
  const link = document.createElement('a')
  link.href = url
  link.download = `${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.svg`
  link.click()
  URL.revokeObjectURL(url)
}
