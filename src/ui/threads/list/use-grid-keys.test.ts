import { cellAfter } from './use-grid-keys'

const after = (key: string, row: number, column: number) => {
  const place = cellAfter(key, { row, column }, 40, 9)
  return place === undefined ? undefined : [place.row, place.column]
}

test.each([
  ['ArrowDown', 3, 2, [4, 2]],
  ['ArrowUp', 0, 2, [0, 2]],
  ['ArrowRight', 3, 8, [3, 8]],
  ['ArrowLeft', 3, 1, [3, 0]],
  ['PageDown', 30, 1, [39, 1]],
  ['PageUp', 3, 1, [0, 1]],
  ['Home', 3, 5, [3, 0]],
  ['End', 3, 5, [3, 8]],
  ['x', 3, 5, undefined],
])('%s from row %i, column %i', (key, row, column, wanted) => {
  expect(after(key, row, column)).toEqual(wanted)
})
