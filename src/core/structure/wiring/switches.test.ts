import { bench } from '../../../../tests/support/bench'
import { makeController } from '../../parts/make'
import { derive } from '../../operate/harness'
import { addressedOf, switchesFor } from './switches'

/** Binary, the first switch counting 1: 5 = 1 + 4. */
test.each([
  [0, 3, [false, false, false]],
  [1, 3, [true, false, false]],
  [5, 3, [true, false, true]],
  [7, 3, [true, true, true]],
  [8, 3, []],
  [2, 0, []],
])('number %i on %i switches', (addressNumber, count, wanted) => {
  expect(switchesFor(addressNumber, count)).toEqual(wanted)
})

test('a box with switches has a number, one that is bridged and one that stands alone have none', () => {
  const own = [
    makeController({
      id: 'switched',
      name: 'Switched',
      fanOutletCount: 1,
      cascade: { by: 'switches', switchCount: 3 },
    }),
    makeController({ id: 'bridged', name: 'Bridged', fanOutletCount: 1, cascade: { by: 'bridge' } }),
    makeController({ id: 'alone', name: 'Alone', fanOutletCount: 1 }),
    makeController({ id: 'counted', name: 'Counted', fanOutletCount: 1, cascade: { by: 'either', most: 4 } }),
  ]
  const harness = derive(bench(['B1: switched', 'B2: bridged', 'B3: alone', 'B4: counted'], [], own))
  const of = (itemId: string, addressNumber?: number) => addressedOf(harness, addressNumber, itemId)
  expect(of('b1')).toEqual({ addressNumber: undefined, switches: [], mostNumber: 7 })
  expect(of('b1', 2)).toEqual({ addressNumber: 2, switches: [false, true, false], mostNumber: 7 })
  expect(of('b2')).toBeUndefined()
  expect(of('b3')).toBeUndefined()
  expect(of('b4')?.mostNumber).toBe(4)
})
