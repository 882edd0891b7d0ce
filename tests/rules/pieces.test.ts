import { apply } from '../../src/core/build/apply'
import { derive } from '../../src/core/operate/harness'
import { check } from '../../src/core/rules/check'
import { comersTo, roomsFor } from '../../src/core/rules/pieces'
import { bench } from '../support/bench'
import { searched } from '../support/search'

const ref = (itemId: string, portId: string) => ({ itemId, portId })
const full = (...more: readonly string[]) =>
  bench(
    ['M1: board-middle', 'F1 F2 F3 F4 F5: fan-120', ...more],
    ['F1.fan > M1.CPU', 'F2.fan > M1.PUMP', 'F3.fan > M1.SYS1', 'F4.fan > M1.SYS2'],
  )

test('a lead that finds no free header gets the splitter at hand first, with what hangs there beside it', () => {
  const build = full('Y1: splitter-2')
  const rooms = roomsFor(derive(build), ref('f5', 'fan'))
  expect(rooms[0]!.text).toMatch(/^Y1, /)
  expect(rooms[0]!.isToBuy).toBe(false)
  const after = apply(build, rooms[0]!.edit).build
  expect(check(derive(after)).counts.stop).toBe(0)
  const onIt = after.threads.filter(({ to }) => to.itemId === 'y1').map(({ from }) => from.itemId)
  expect(onIt).toContain('f5')
  expect(onIt).toHaveLength(2)
})

test('with nothing at hand one is to be bought, and none of what is offered brings a stop', () => {
  const build = full()
  const rooms = roomsFor(derive(build), ref('f5', 'fan'))
  expect(rooms.length).toBeGreaterThan(0)
  for (const { edit, isToBuy, raised } of rooms) {
    expect(isToBuy).toBe(true)
    expect(raised.filter(({ severity }) => severity === 'stop')).toEqual([])
    const stops = check(derive(apply(build, edit).build)).findings.filter(({ severity }) => severity === 'stop')
    expect(stops.map(({ ruleId }) => ruleId)).not.toContain('lead-loose')
  }
})

test('from a header: the loose leads whose plugs go there, judged; a light is none of them', () => {
  const harness = derive(bench(['M1: board-middle', 'F1 F2: fan-120', 'L1: strip-5v-30'], ['F2.fan > M1.SYS2']))
  const comers = (to: { itemId: string; portId: string }) => searched(comersTo(harness, to))
  expect(comers(ref('m1', 'SYS1')).map(({ lead, answer }) => [lead.itemId, answer.outlook])).toEqual([['f1', 'holds']])
  expect(comers(ref('m1', 'LED5V')).map(({ lead }) => lead.itemId)).toEqual(['l1'])
})
