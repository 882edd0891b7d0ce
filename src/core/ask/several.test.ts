import { demoBuild } from '../../../tests/support/bench'
import { apply } from '../build/apply'
import { asBuild } from '../formats/validate'
import { derive, type Harness } from '../operate/harness'
import { looseLike, placeSeveral, severalEdit } from './several'

const bare = { ...demoBuild('harbour-lantern'), threads: [] }
const leads = (...ids: readonly string[]) => ids.map((itemId) => ({ itemId, portId: 'fan' }))
const words = (harness: Harness, ids: readonly string[], itemId: string, portId: string) =>
  placeSeveral(harness, leads(...ids), { itemId, portId }).map(
    ({ lead, to }) => `${harness.name(lead)} in ${harness.name(to)}`,
  )

test('three fans on a splitter go to its outlets in their order, from the one that was picked', () => {
  const harness = derive(bare)
  expect(words(harness, ['f1', 'f2', 'f3'], 'y1', 'out1')).toEqual([
    'F1 in Y1 outlet 1',
    'F2 in Y1 outlet 2',
    'F3 in Y1 outlet 3',
  ])
  expect(words(harness, ['f1', 'f2'], 'y1', 'out3')).toEqual(['F1 in Y1 outlet 3', 'F2 in Y1 outlet 1'])
})

test('what finds no place is left out, and a port of another plug is passed over', () => {
  expect(words(derive(bare), ['f1', 'f2', 'f3'], 'y2', 'out1')).toEqual(['F1 in Y2 outlet 1', 'F2 in Y2 outlet 2'])
  expect(words(derive(bare), ['f1', 'f2', 'f3', 'r1', 'r2'], 'm1', 'PUMP')).toEqual([
    'F1 in PUMP',
    'F2 in SYS1',
    'F3 in SYS2',
    'R1 in CPU',
  ])
})

test('leads that are plugged already move, as one step, and their own places count as free', () => {
  const build = demoBuild('harbour-lantern')
  const placings = placeSeveral(derive(build), leads('f2', 'f1'), { itemId: 'y1', portId: 'out1' })
  const { build: moved } = apply(build, severalEdit(derive(build), placings))
  expect(() => asBuild(moved)).not.toThrow()
  const toOf = (itemId: string) => moved.threads.find(({ from }) => from.itemId === itemId)?.to.portId
  expect([toOf('f2'), toOf('f1'), toOf('f3')]).toEqual(['out1', 'out2', 'out3'])
})

test('loose leads of the same part are alike, plugged ones and others are not', () => {
  const harness = derive(bare)
  expect(looseLike(harness, leads('f1')[0]!).map((ref) => harness.name(ref))).toEqual(['F2', 'F3'])
  expect(looseLike(derive(demoBuild('harbour-lantern')), leads('f1')[0]!)).toEqual([])
})
