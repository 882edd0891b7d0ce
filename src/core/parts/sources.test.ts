import { ampsOfWatts, ledAmps, RAIL_VOLTS } from '../physics/amps'
import { exceeds } from '../units/compare'
import { FAMILIES, FAMILY_FACTS, type Family } from './connectors'
import { fitOf } from './mating'
import type { Port } from './schema'

/** Facts checked against published sources; each test names its own. Where a value comes from memory, it says so. */

const port = (
  family: Family,
  side: Port['side'],
  wires: Port['wires'],
  more: Partial<Port['connector']> = {},
): Port => ({
  id: 'p',
  name: 'p',
  connector: { family, end: side === 'takes' ? 'sockets' : 'pins', ...more },
  wires,
  side,
})

describe('fan connectors: 4-wire PWM fan specification, revision 1.3, 2005 (from memory)', () => {
  test('pin 1 ground, pin 2 +12 V, pin 3 sense, pin 4 control', () => {
    expect(FAMILY_FACTS['fan-4pin'].positions).toEqual(['gnd', '12v', 'tach', 'pwm'])
  })

  test('a 3-wire fan fits the 4-pin header, on its first three pins', () => {
    expect(FAMILY_FACTS['fan-3pin'].positions).toEqual(FAMILY_FACTS['fan-4pin'].positions.slice(0, 3))
    const fit = fitOf(
      port('fan-3pin', 'takes', ['gnd', '12v', 'tach']),
      port('fan-4pin', 'gives', ['gnd', '12v', 'tach', 'pwm']),
    )
    expect(fit).toEqual({ misfit: 'none', works: ['gnd', '12v', 'tach'], lost: [] })
  })

  test('a 4-wire fan fits the 3-pin header and loses its control', () => {
    const fit = fitOf(
      port('fan-4pin', 'takes', ['gnd', '12v', 'tach', 'pwm']),
      port('fan-3pin', 'gives', ['gnd', '12v', 'tach']),
    )
    expect(fit).toEqual({ misfit: 'none', works: ['gnd', '12v', 'tach'], lost: ['pwm'] })
  })

  test('a running fan of 1.5 A, the most the specification allows, is over a 1 A header', () => {
    expect(exceeds(1.5, 1)).toBe(true)
    expect(exceeds(1.5, 2)).toBe(false)
  })
})

describe('SATA power: Serial ATA specification, power connector (from memory)', () => {
  test('1.5 A a contact, three contacts a rail: 4.5 A, so 54 W at 12 V and 22.5 W at 5 V', () => {
    const limits = FAMILY_FACTS['sata-power'].maxAmpsByRail!
    expect(limits).toEqual({ '12v': 4.5, '5v': 4.5, '3v3': 4.5 })
    expect(limits['12v']! * RAIL_VOLTS['12v']).toBe(54)
    expect(limits['5v']! * RAIL_VOLTS['5v']).toBe(22.5)
  })
})

describe('other supplies', () => {
  test('the 6-pin graphics plug: 75 W at 12 V (card electromechanical specification, from memory)', () => {
    expect(FAMILY_FACTS['pcie-6pin'].maxAmpsByRail!['12v']! * 12).toBe(75)
  })

  test('nominal rails (ATX12V design guide, from memory)', () => {
    expect(RAIL_VOLTS).toEqual({ '12v': 12, '5v': 5, '3v3': 3.3 })
  })
})

describe('sums', () => {
  test.each([
    [2.16, 12, 0.18],
    [7.2, 12, 0.6],
    [15, 5, 3],
    [36, 12, 3],
    [0, 12, 0],
  ])('%d W at %d V is %d A: I = P / U', (watts, volts, amps) => {
    expect(ampsOfWatts(watts, volts)).toBeCloseTo(amps, 12)
  })

  test('60 LEDs at 60 mA white and 1 mA idle (common 5 V LED data sheets, from memory)', () => {
    const leds = { ledCount: 60, whiteMilliamps: 60, idleMilliamps: 1 }
    expect(ledAmps({ ...leds, brightness: 1 })).toBeCloseTo(3.6, 12)
    expect(ledAmps({ ...leds, brightness: 0 })).toBeCloseTo(0.06, 12)
    expect(ledAmps({ ...leds, brightness: 0.5 })).toBeCloseTo(1.83, 12)
  })

  test('floating point does not make a fault: 3 x 0.1 A on 0.3 A, 1.1 + 2.2 on 3.3', () => {
    expect(0.1 + 0.1 + 0.1).toBeGreaterThan(0.3)
    expect(exceeds(0.1 + 0.1 + 0.1, 0.3)).toBe(false)
    expect(exceeds(1.1 + 2.2, 3.3)).toBe(false)
    expect(exceeds(0.301, 0.3)).toBe(true)
    expect(exceeds(0.1, 0)).toBe(true)
    expect(exceeds(0, 0)).toBe(false)
  })
})

describe('mating, common practice, no source', () => {
  test('every family mates with itself; only the two fan plugs mate with each other', () => {
    const pairs = FAMILIES.flatMap((a) => FAMILIES.map((b) => [a, b] as const))
    const mating = pairs.filter(([a, b]) => {
      const same = { maker: 'm', generation: '1', variant: 'v', label: 'l' }
      return fitOf(port(a, 'takes', ['gnd'], same), port(b, 'gives', ['gnd'], same)).misfit === 'none'
    })
    const across = mating.filter(([a, b]) => a !== b).map(([a, b]) => `${a} ${b}`)
    expect(across.toSorted()).toEqual(['fan-3pin fan-4pin', 'fan-4pin fan-3pin'])
    expect(mating).toHaveLength(FAMILIES.length + 2)
  })

  test('the 5 V light plug has its third position blank, the 12 V one has none', () => {
    expect(FAMILY_FACTS['argb-3pin'].positions).toEqual(['5v', 'data', 'blank', 'gnd'])
    expect(FAMILY_FACTS['rgb-12v-4pin'].positions).not.toContain('blank')
  })

  test('an internal USB 2.0 header has nine contacts and one blank (USB 2.0 specification for the wires)', () => {
    const { positions } = FAMILY_FACTS['usb2-9pin']
    expect(positions.filter((position) => position !== 'blank')).toHaveLength(9)
  })
})
