import { bench } from '../../../tests/support/bench'
import { withChoices } from '../../../tests/rules/case'
import { makeController } from '../parts/make'
import { phaseText } from '../wording/power-up-text'
import { momentAt, POWER_UP, powerUpOf } from './power-up'
import { rehearse } from './simulate'
import type { BenchFault } from './faults'

/** A pump that reports on the CPU header, one fan of 500 to 1500 rpm on a header of 40 %, and one on a box by USB. */
function machine(alone?: 'full' | 'off' | 'stored' | 'keepsLast') {
  const box = makeController({
    id: 'own-box',
    name: 'Box',
    fanOutletCount: 2,
    lightOutletCount: 1,
    usb: { need: 'required', drawMilliamps: 50 },
    needsProgram: true,
    staggerMs: 700,
    ...(alone === undefined ? {} : { alone }),
  })
  return withChoices(
    bench(
      ['M1: board-middle', 'S1: supply-550', 'P1: pump', 'F1 F2 F3: fan-120', 'B1: own-box', 'L1: strip-5v-30'],
      [
        'P1.pump > M1.CPU',
        'F1.fan > M1.SYS1',
        'B1.usb > M1.USB1',
        'B1.supply1 > S1.A_1',
        'F2.fan > B1.fan1',
        'F3.fan > B1.fan2',
        'L1.light > B1.light1',
      ],
      [box],
    ),
    {
      curves: [
        { at: { itemId: 'm1', portId: 'SYS1' }, heatSource: 'board', points: [{ temperatureC: 40, dutyPercent: 40 }] },
        { at: { itemId: 'b1', portId: 'fan1' }, heatSource: 'board', points: [{ temperatureC: 40, dutyPercent: 50 }] },
      ],
    },
  )
}

const at = (alone: Parameters<typeof machine>[0], timeMs: number, faults: readonly BenchFault[] = []) => {
  const rehearsal = rehearse(machine(alone))
  return { rehearsal, moment: momentAt(powerUpOf(rehearsal, faults), timeMs) }
}
const speedOf = (alone: Parameters<typeof machine>[0], timeMs: number, key: string) => {
  const speed = at(alone, timeMs).moment.speeds.get(key)
  return speed === undefined ? undefined : [speed.least, speed.most].map(Math.round)
}

describe('the start, moment by moment, by hand', () => {
  // The fan of the demo says 1500 rpm at most, and no start time: one second is taken.
  test.each([
    [-1, [0, 0]],
    [0, [0, 0]],
    [500, [750, 750]],
    [1000, [1500, 1500]],
    [4000, [1500, 1500]],
    // The firmware takes three seconds to bring it down: half way after one and a half.
    [POWER_UP.firmwareMs + POWER_UP.settlesMs / 2, undefined],
  ] as const)('a fan on a header, %i ms after the button', (timeMs, rpm) => {
    const told = speedOf('full', timeMs, 'fan f1.fan')
    if (rpm !== undefined) return expect(told).toEqual(rpm)
    const [settled] = speedOf('full', POWER_UP.endMs, 'fan f1.fan')!
    expect(Math.abs(told![0]! - (1500 + settled!) / 2)).toBeLessThanOrEqual(1)
  })

  test('a box that starts its outlets one after the other: the second one 700 ms later', () => {
    expect(speedOf('full', 700, 'fan f3.fan')).toEqual([0, 0])
    expect(speedOf('full', 1200, 'fan f3.fan')).toEqual([750, 750])
    expect(speedOf('full', 500, 'fan f2.fan')).toEqual([750, 750])
  })

  test('before its program a box does what its part says, and nobody knows where it says nothing', () => {
    expect(speedOf('full', 8000, 'fan f2.fan')).toEqual([1500, 1500])
    expect(speedOf('off', 8000, 'fan f2.fan')).toEqual([0, 0])
    expect(speedOf('stored', 8000, 'fan f2.fan')).toBeUndefined()
    expect(speedOf(undefined, 8000, 'fan f2.fan')).toBeUndefined()
    const late = speedOf('keepsLast', POWER_UP.endMs, 'fan f2.fan')
    expect([late, speedOf('off', POWER_UP.endMs, 'fan f2.fan')]).toEqual([late, late])
  })

  test('its lights follow, and its outlets are read when its program runs', () => {
    const early = at('off', 8000).moment
    expect([early.lights.get('light l1.light strip'), early.readings.get('reading b1.fan1')!.most]).toEqual(['dark', 0])
    expect(at(undefined, 8000).moment.lights.get('light l1.light strip')).toBe('astray')
    const late = at('off', POWER_UP.endMs).moment
    expect(late.lights.get('light l1.light strip')).toBe('shines')
    expect(late.readings.get('reading b1.fan1')!.most).toBeGreaterThan(0)
    expect([early.unseen.has('b1'), late.unseen.has('b1')]).toEqual([true, false])
  })

  test('the complaint comes when the board looks at its CPU header, and not before', () => {
    const threadId = machine().threads.find(({ from }) => from.itemId === 'p1')!.id
    const loose: BenchFault = { kind: 'plugLoose', threadId, lead: { itemId: 'p1', portId: 'pump' } }
    const text = (timeMs: number, faults: readonly BenchFault[]) => {
      const { rehearsal, moment } = at('full', timeMs, faults)
      return phaseText(rehearsal.harness, moment, timeMs)
    }
    expect(text(POWER_UP.cpuAskedMs - 1, [loose])).toBe('The supply is on; motors start at full.')
    expect(text(POWER_UP.cpuAskedMs, [loose])).toBe('M1 complains: it reads no speed on its CPU header.')
    expect(text(POWER_UP.cpuAskedMs, [])).toBe('The board has looked at its CPU header, and goes on.')
    expect(text(8000, [])).toBe('The firmware rules what hangs on the board. No program tells B1 anything yet.')
    expect(text(POWER_UP.endMs, [])).toBe('The system is up.')
    expect(text(-1, [])).toBe('The machine is off.')
  })
})
