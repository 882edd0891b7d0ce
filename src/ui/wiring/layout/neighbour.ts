import { COLUMNS, type Column, type Stop } from './layout'

/** The next stop for an arrow key: up and down in a column, left and right to the nearest one of the next column. */
export function neighbour(stops: readonly Stop[], key: string, arrow: string): string | undefined {
  const here = stops.find((stop) => stop.key === key)
  if (here === undefined) return undefined
  const inColumn = (column: Column | undefined) =>
    stops.filter((stop) => stop.column === column).toSorted((a, b) => a.yPx - b.yPx)
  if (arrow === 'ArrowUp' || arrow === 'ArrowDown') {
    const list = inColumn(here.column)
    return list[list.indexOf(here) + (arrow === 'ArrowDown' ? 1 : -1)]?.key
  }
  const step = arrow === 'ArrowRight' ? 1 : -1
  const away = (stop: Stop) => Math.abs(stop.yPx - here.yPx)
  for (let index = COLUMNS.indexOf(here.column) + step; index >= 0 && index < COLUMNS.length; index += step) {
    const [first, ...rest] = inColumn(COLUMNS[index])
    if (first !== undefined) return rest.reduce((best, stop) => (away(stop) < away(best) ? stop : best), first).key
  }
  return undefined
}
