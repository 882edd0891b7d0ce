/** The dyes of the page as they are now: a canvas does not follow the style sheet by itself. */
export function dyes() {
  const style = getComputedStyle(document.documentElement)
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim()
  return {
    ink: of('ink'),
    faded: of('faded'),
    thread: of('thread'),
    seam: of('seam'),
    woad: of('woad'),
    madder: of('madder'),
    moss: of('moss'),
    face: getComputedStyle(document.body).fontFamily,
  }
}
export type Dyes = ReturnType<typeof dyes>

/** What every chart has alike: its letters, no movement, and the room that its axes take, exactly. */
export const frameOf = (of: Dyes, grid: Readonly<Record<'left' | 'right' | 'top' | 'bottom', number>>) => ({
  animation: false,
  textStyle: { fontFamily: of.face },
  // What lies over a plot counts on it being where it is said to be.
  grid: { ...grid, outerBoundsMode: 'none' },
})

/** An axis in the dyes of the page, its name in the middle. */
export const axisOf = (of: Dyes) => ({
  type: 'value',
  nameLocation: 'middle',
  nameTextStyle: { color: of.faded, fontSize: 13 },
  axisLabel: { color: of.faded, fontSize: 12 },
  axisLine: { lineStyle: { color: of.seam } },
  splitLine: { lineStyle: { color: of.thread } },
})
