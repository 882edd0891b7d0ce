import { demoBuild } from '../../../tests/support/bench'
import { searched } from '../../../tests/support/search'
import { derive } from '../operate/harness'
import { sweep } from './sweep'

test('each fan of Harbour Lantern gets louder and moves more as the processor warms, and its flows are those of its case', () => {
  const harness = derive(demoBuild('harbour-lantern'))
  const heat = { processor: 20, graphics: 60, coolant: 38, board: 40 }
  const way = { source: 'processor' as const, temperaturesC: [30, 50, 70, 90], assemblyId: undefined }
  const swept = searched(sweep(harness, { heat }, way))
  expect(swept.map(({ temperatureC }) => temperatureC)).toEqual([30, 50, 70, 90])
  const levels = swept.map(({ run }) => run.levelDba.most)
  expect(levels).toEqual(levels.toSorted((a, b) => a - b))
  expect(levels[3]! - levels[0]!).toBeGreaterThan(3)
  const flows = swept.map(({ inM3PerH }) => inM3PerH!.most)
  expect(flows[3]).toBeGreaterThan(flows[0]! * 1.2)
  for (const { inM3PerH, run } of swept) expect(inM3PerH!.least).toBeCloseTo(run.cases[0]!.inM3PerH!.least, 9)
})
