import { isUnderstood, linesOf, readList } from './list'

test('a pasted list is cut into its lines, without bullets, numbers, boxes and empty lines', () => {
  const text =
    '- 3 fans 120 0.2A\r\n\r\n2) 240 aio\n  • strip argb 30 leds\n[ ] fan 140 0.3A\n[x] psu 550w 2 sata\n120 mm fan 0.1A'
  expect(linesOf(text)).toEqual([
    '3 fans 120 0.2A',
    '240 aio',
    'strip argb 30 leds',
    'fan 140 0.3A',
    'psu 550w 2 sata',
    '120 mm fan 0.1A',
  ])
})

test('a count before a thing is no number of the list', () => {
  expect(linesOf('2 fans 120 0.2A\n3x fan 140')).toEqual(['2 fans 120 0.2A', '3x fan 140'])
})

test('a line is understood where every part of it is', () => {
  let count = 0
  const read = readList(['fan 120 0.2A', 'fan 120 0.2A; blorp 3', 'blorp', ';'], () => `part-${count++}`)
  expect(read.map(isUnderstood)).toEqual([true, false, false, false])
})
