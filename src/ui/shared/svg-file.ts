import { saveFile } from './save-file'

/** What a picture takes from the style of its page. */
const TAKEN = [
  ...[
    'fill',
    'fill-opacity',
    'stroke',
    'stroke-width',
    'stroke-dasharray',
    'stroke-linecap',
    'stroke-opacity',
    'opacity',
  ],
  ...['font-family', 'font-size', 'font-weight', 'text-anchor', 'display'],
] as const

/** A picture of this page as an SVG that stands alone: every style that it has from the page is written into it. */
function standingAlone(picture: SVGSVGElement): string {
  const copy = picture.cloneNode(true) as SVGSVGElement
  const [from, to] = [picture, copy].map((root) => [root, ...root.querySelectorAll<SVGElement>('*')])
  for (const [index, element] of from!.entries()) {
    const style = getComputedStyle(element)
    const own = to![index]!
    own.removeAttribute('class')
    own.removeAttribute('style')
    for (const name of TAKEN) own.setAttribute(name, style.getPropertyValue(name))
  }
  const { width, height } = picture.viewBox.baseVal
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('width', String(Math.round(width)))
  copy.setAttribute('height', String(Math.round(height)))
  return new XMLSerializer().serializeToString(copy)
}

/** Gives every picture in a part of the page to the browser to be saved as SVG, under its own title. */
export function savePictures(part: Element, name: string): void {
  for (const picture of part.querySelectorAll<SVGSVGElement>('svg[data-title]')) {
    saveFile(standingAlone(picture), `${name} ${picture.dataset['title'] ?? ''}.svg`, 'image/svg+xml')
  }
}
