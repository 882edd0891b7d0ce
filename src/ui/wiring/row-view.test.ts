import { bench } from '../../../tests/support/bench'
import { parkEdit } from '../../core/build/choose'
import { apply } from '../../core/build/apply'
import { derive } from '../../core/operate/harness'
import { barOf, rowState } from './row-view'

const ITEMS = [
  'M1: board-middle',
  'S1: supply-550',
  'H1: hub-plain-5',
  'F1 F2 F3: fan-140',
  'B1: usb-hub-3',
  'B2: box-fans-4',
]
const THREADS = ['H1.in > M1.PUMP', 'F1.fan > H1.out1', 'F2.fan > H1.out2', 'B1.usb > M1.USB1']

const build = bench(ITEMS, THREADS)
const harness = derive(build)
const stateOf = (itemId: string, portId: string, of = harness) => rowState(of, of.port({ itemId, portId }), undefined)

/** By hand: the board of the fans brings two of 0.30 A to its own lead, which may carry 2.00 A. */
test('a lead with a limit of its own shows what it carries, and says where it goes', () => {
  expect(stateOf('h1', 'in')).toMatchObject({
    is: 'bar',
    bar: { state: 'within', share: 0.3, boundShare: 0.8, numbers: '0.60 / 2.00 A' },
  })
  const state = stateOf('h1', 'in')
  expect(state.is === 'bar' && state.bar.words).toMatch(/^from PUMP: /)
})

test('a lead without a limit says where it goes; a loose one that it is loose', () => {
  expect(stateOf('f1', 'fan')).toEqual({ is: 'plugged', text: 'H1 outlet 1' })
  expect(stateOf('f3', 'fan')).toEqual({ is: 'loose', text: 'loose' })
  expect(stateOf('b2', 'supply1')).toEqual({ is: 'loose', text: 'loose' })
})

test('a lead that is left loose on purpose is not told as loose', () => {
  const parked = derive(apply(build, parkEdit({ itemId: 'f3', portId: 'fan' }, 'a spare')).build)
  expect(stateOf('f3', 'fan', parked)).toEqual({ is: 'parked', text: 'left loose' })
})

test('a header shows its sum, an outlet without a limit what is plugged in, a free one that it is free', () => {
  expect(stateOf('m1', 'PUMP')).toMatchObject({ is: 'bar', bar: { numbers: '0.60 / 2.00 A', look: 'holds' } })
  expect(stateOf('h1', 'out1')).toEqual({ is: 'plugged', text: 'F1' })
  expect(stateOf('h1', 'out3')).toEqual({ is: 'free', text: 'free' })
})

test('a USB header shows its sum in mA', () => {
  expect(stateOf('m1', 'USB1')).toMatchObject({
    is: 'bar',
    bar: { numbers: expect.stringMatching(/^(≥ )?\d+ \/ \d+ mA$/) },
  })
})

test('the peak at start-up stands on the bar, never past its end', () => {
  for (const budget of harness.budgets) {
    const { share, surgeShare, words } = barOf(harness, budget)
    expect(share).toBeGreaterThanOrEqual(0)
    expect(share).toBeLessThanOrEqual(1)
    expect(surgeShare ?? 1).toBeLessThanOrEqual(1)
    if (surgeShare !== undefined) expect(words).toMatch(/at start-up (about )?\d+\.\d\d A/)
  }
})
