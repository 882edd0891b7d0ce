import { derive } from '@/core/operate/harness'
import { bench } from '../../../tests/support/bench'
import { sketchOf } from './sketch'

test('headers and boxes with their pieces, chains in a row, and a splitter on a splitter below it; feeds are left out', () => {
  const build = bench(
    [
      'M1: board-middle',
      'S1: supply-850',
      'Y1 Y2: splitter-2',
      'H1: hub-powered-5',
      'F1 F2 F3 F4 F5: fan-120',
      'L1 L2: bar-5v-6',
    ],
    [
      'Y1.in > M1.SYS1',
      'F1.fan > Y1.out1',
      'Y2.in > Y1.out2',
      'F2.fan > Y2.out1',
      'F3.fan > Y2.out2',
      'F4.fan > M1.CPU',
      'H1.signal > M1.SYS2',
      'F5.fan > H1.out1',
      'L1.light > M1.LED5V',
      'L2.light > L1.lightOut',
    ],
  )
  const rows = sketchOf(derive(build), new Set(build.items.map(({ id }) => id)))
  expect(
    rows.map(({ label, piece, leads }) => [
      label,
      piece ?? '',
      leads.map(({ name, isLight }) => `${name}${isLight ? ' lit' : ''}`),
    ]),
  ).toEqual([
    ['CPU', '', ['F4']],
    ['SYS1', 'Y1', ['F1']],
    ['', 'Y2', ['F2', 'F3']],
    ['SYS2', 'H1', ['F5']],
    ['LED5V', '', ['L1 light lead lit', 'L2 light lead lit']],
  ])
})
