import fc from 'fast-check'
import { demoParts } from '../../../../tools/demo/parts'
import { runs } from '../../../../tests/support/runs'
import { partFaults } from '../../build/integrity'
import { validatePart } from '../../formats/generated/validators'
import { SKELETONS } from '../../templates/skeletons'
import { makeFan, makePump } from '../make'
import type { Part, RelationOf } from '../schema'
import {
  CABLE_PLUGS,
  cableRows,
  supplyWatts,
  withCable,
  withCableAmps,
  withoutCable,
  withPlugCount,
  withSupplyWatts,
} from './cables'
import {
  HEADER_KINDS,
  headerRows,
  withHeader,
  withHeaderAmps,
  withHeaderKind,
  withHeaderMoved,
  withoutHeader,
} from './headers'
import { copyPort } from './copy-port'
import { dataSheetFigures, labelFigures, lightFields, motorPort, pinsOf, presetFigures, withPins } from './label'
import { outletRows, withOutletAmps, withOutletCount } from './outlets'

const faultsOf = (part: Part) => [...partFaults(part, '')].map(({ pointer, message }) => `${pointer} ${message}`)
const isWhole = (part: Part) => validatePart(JSON.parse(JSON.stringify(part)))
const amps = (value: number) => ({ value, origin: 'manual' as const })
const names = (part: Part) => headerRows(part).map(({ name }) => name)
const limits = (part: Part) => part.inside.filter((r): r is RelationOf<'limit'> => r.type === 'limit')

describe('a board as a row of headers', () => {
  const board = SKELETONS.board('b')

  test('each header says what it is for and what it bears', () => {
    expect(headerRows(withHeaderAmps(board, 'SYS1', amps(1.5)))).toEqual([
      { portId: 'CPU', name: 'CPU', kind: 'cpu', amps: undefined },
      { portId: 'SYS1', name: 'SYS1', kind: 'case', amps: amps(1.5) },
      { portId: 'LED5V', name: 'LED5V', kind: 'light5V', amps: undefined },
      { portId: 'USB1', name: 'USB1', kind: 'usb', amps: undefined },
    ])
  })

  test('a header more is fed and ruled as its kind is, and a light header of 12 V not by 5 V', () => {
    const more = withHeader(withHeader(board, 'case'), 'light12V')
    expect(names(more)).toEqual(['CPU', 'SYS1', 'LED5V', 'USB1', 'SYS2', 'LED12V'])
    const powers = more.inside.filter((r): r is RelationOf<'powers'> => r.type === 'powers')
    const lit = headerRows(more).at(-1)!.portId
    expect(powers.find(({ rail }) => rail === '12v')?.outlets).toContain(lit)
    expect(powers.find(({ rail }) => rail === '5v')?.outlets).not.toContain(lit)
  })

  test('a copy bears what the first bears and has a name of its own', () => {
    const copied = copyPort(withHeaderAmps(board, 'SYS1', amps(1)), 'SYS1')
    expect(headerRows(copied).map(({ name, amps: bears }) => [name, bears?.value])).toEqual([
      ['CPU', undefined],
      ['SYS1', 1],
      ['SYS2', 1],
      ['LED5V', undefined],
      ['USB1', undefined],
    ])
    expect(headerRows(withHeaderAmps(copied, 'SYS1', amps(2)))[2]!.amps).toEqual(amps(1))
  })

  test('a limit that several headers share stays for the others', () => {
    const shared: Part = {
      ...board,
      inside: [
        ...board.inside,
        { type: 'limit', ports: ['CPU', 'SYS1'], holds: 'each', rail: '12v', mostAmps: amps(1) },
      ],
    }
    const changed = withHeaderAmps(shared, 'SYS1', amps(3))
    expect(headerRows(changed).map(({ amps: bears }) => bears?.value)).toEqual([1, 3, undefined, undefined])
    expect(headerRows(withHeaderAmps(shared, 'CPU', undefined)).map(({ amps: bears }) => bears?.value)).toEqual([
      undefined,
      1,
      undefined,
      undefined,
    ])
  })

  test('one of another kind keeps name and place, and forgets what it bore', () => {
    const before = withHeaderAmps(board, 'SYS1', amps(1))
    const after = withHeaderKind(before, 'SYS1', 'light5V')
    expect(headerRows(after)[1]).toEqual({ portId: 'SYS1', name: 'SYS1', kind: 'light5V', amps: undefined })
    expect(limits(after)).toEqual([])
    expect(headerRows(withHeaderKind(before, 'SYS1', 'pump'))[1]).toMatchObject({ kind: 'pump', amps: amps(1) })
  })

  test('headers move among headers, and not beyond the ends', () => {
    expect(names(withHeaderMoved(board, 'SYS1', -1))).toEqual(['SYS1', 'CPU', 'LED5V', 'USB1'])
    expect(withHeaderMoved(board, 'CPU', -1)).toEqual(board)
  })
})

describe('a supply by its cables', () => {
  const supply = SKELETONS.supply('s')

  test('a cable more, plugs more and fewer, and amps at both rails', () => {
    const two = withCableAmps(withPlugCount(withCable(supply, 'peripheral-4pin', 2), 'A', 4), 'A', amps(4))
    expect(
      cableRows(two).map(({ leadId, portIds, family, amps: bears }) => [leadId, portIds.length, family, bears?.value]),
    ).toEqual([
      ['A', 4, 'sata-power', 4],
      ['B', 2, 'peripheral-4pin', undefined],
    ])
    expect(limits(two).map(({ rail, holds }) => [rail, holds])).toEqual([
      ['12v', 'together'],
      ['5v', 'together'],
    ])
    expect(cableRows(withPlugCount(two, 'A', 1))[0]).toMatchObject({ portIds: ['A_1'], amps: amps(4) })
    expect(cableRows(withoutCable(two, 'A')).map(({ leadId }) => leadId)).toEqual(['B'])
  })

  test('what the whole supply gives, it gives by a new cable too', () => {
    const before = withSupplyWatts(withCableAmps(supply, 'A', amps(4)), amps(550))
    const whole = (part: Part) => limits(part).find(({ mostWatts }) => mostWatts !== undefined)!
    expect(supplyWatts(before)).toEqual(amps(550))
    const after = withCable(before, 'sata-power', 2)
    expect(whole(after).ports).toHaveLength(whole(before).ports.length + 2)
    expect(cableRows(after).map(({ amps: bears }) => bears?.value)).toEqual([4, undefined])
    expect(supplyWatts(withSupplyWatts(after, amps(650)))).toEqual(amps(650))
    expect(supplyWatts(withSupplyWatts(after, undefined))).toBeUndefined()
  })
})

describe('outlets', () => {
  test('a hub of more outlets feeds and rules them all, and still one of them reports', () => {
    const hub = withOutletCount(SKELETONS.hub('h'), 'fan-4pin', 9)
    expect(outletRows(hub)).toMatchObject([{ family: 'fan-4pin', hasAmps: true }])
    const [powers] = hub.inside.filter((r): r is RelationOf<'powers'> => r.type === 'powers')
    expect(powers!.outlets).toHaveLength(9)
    expect(hub.inside.filter(({ type }) => type === 'reports')).toHaveLength(1)
  })

  test('a splitter grows by legs without a tach wire through', () => {
    const splitter = withOutletCount(SKELETONS.splitter('y'), 'fan-4pin', 4)
    const tachs = splitter.inside.filter((r) => r.type === 'joins' && r.wires.includes('tach') && r.ports.length > 2)
    expect(tachs).toEqual([])
    expect(outletRows(splitter)[0]!.portIds).toHaveLength(4)
  })

  test('what they bear, together and each', () => {
    const bearing = withOutletAmps(SKELETONS.hub('h'), 'fan-4pin', 'together', amps(4.5))
    expect(outletRows(bearing)[0]).toMatchObject({ togetherAmps: amps(4.5), eachAmps: undefined })
    expect(outletRows(withOutletAmps(bearing, 'fan-4pin', 'each', amps(1)))[0]).toMatchObject({
      togetherAmps: amps(4.5),
      eachAmps: amps(1),
    })
    expect(limits(withOutletAmps(bearing, 'fan-4pin', 'together', undefined))).toEqual([])
  })
})

describe('labels', () => {
  test('of a lit fan: draw, speeds, LEDs and both leads, a dozen fields at the most', () => {
    const figures = labelFigures(makeFan({ id: 'f', name: 'Lit fan', pins: 4, leds: {} }))
    expect(figures.map(({ label }) => label)).toEqual([
      'motor draws',
      'motor at start',
      'turns from',
      'to',
      'motor lead',
      'each LED at white',
      'LEDs',
      'LEDs it is told as',
      'light lead',
    ])
  })

  test('of a data sheet: by duty where it is told by PWM, by volts where not; a pump has none', () => {
    const labelsOf = (part: Part) => dataSheetFigures(part).map(({ label, unit }) => `${label} ${unit}`.trim())
    const air = ['moves m³/h', 'presses at most Pa', 'sounds dB(A)', 'blades']
    expect(labelsOf(makeFan({ id: 'f', name: 'F', pins: 4 }))).toEqual([...air, 'starts at %', 'turns down to %'])
    expect(labelsOf(makeFan({ id: 'f', name: 'F', pins: 3 }))).toEqual([...air, 'starts at V', 'stands under V'])
    expect(labelsOf(makePump({ id: 'p', name: 'P', pins: 4 }))).toEqual([])
  })

  test('of a box: what its preset allows where it drives fans, and the models that its program knows', () => {
    const box = SKELETONS.controller('b')
    const at = box.inside.findIndex((relation) => relation.type === 'drives' && relation.signal === 'speed')
    expect(presetFigures(box).map(({ path, unit }) => [path, unit])).toEqual([[['inside', at, 'presetMostRpm'], 'rpm']])
    expect(lightFields(box).map(({ field }) => field.key)).toEqual(['models', 'mixesModels'])
    expect(presetFigures(SKELETONS.hub('h'))).toEqual([])
  })

  test('of a light: how its LEDs sit', () => {
    const keys = lightFields(makeFan({ id: 'f', name: 'Lit fan', pins: 4, leds: {} })).map(({ field }) => field.key)
    expect(keys).toEqual([
      'shape',
      'litFaces',
      'startTurns',
      'isClockwise',
      'shapePercent',
      'shapeMm',
      'isEndToEnd',
      'points',
    ])
  })

  test('of every demo part: each path is one of the part, or can be', () => {
    for (const part of demoParts) {
      for (const { index, type } of lightFields(part)) expect(part.inside[index]?.type).toBe(type)
      for (const { path } of labelFigures(part)) {
        const [list, index] = path
        expect(part[list as 'leads' | 'inside']?.[Number(index)]).toBeDefined()
      }
    }
  })

  test.each([2, 3, 4] as const)('a fan plug of %i pins', (pins) => {
    const fan = withPins(SKELETONS.fan('f'), pins)
    expect(pinsOf(motorPort(fan)!)).toBe(pins)
    expect(isWhole(fan)).toBe(true)
  })
})

/** One press in a short form. */
function pressed(part: Part, kind: number, pick: number): Part {
  const header = headerRows(part)[pick % Math.max(1, headerRows(part).length)]?.portId ?? ''
  const cable = cableRows(part)[pick % Math.max(1, cableRows(part).length)]?.leadId ?? ''
  const row = outletRows(part)[pick % Math.max(1, outletRows(part).length)]
  const steps = [
    () => withHeader(part, HEADER_KINDS[pick % HEADER_KINDS.length]!),
    () => withHeaderKind(part, header, HEADER_KINDS[pick % HEADER_KINDS.length]!),
    () => withHeaderAmps(part, header, pick % 3 === 0 ? undefined : amps(1 + (pick % 4))),
    () => withHeaderMoved(part, header, pick % 2 === 0 ? 1 : -1),
    () => withoutHeader(part, header),
    () => copyPort(part, header),
    () => withCable(part, CABLE_PLUGS[pick % CABLE_PLUGS.length]!, 1 + (pick % 4)),
    () => withPlugCount(part, cable, 1 + (pick % 6)),
    () => withCableAmps(part, cable, pick % 3 === 0 ? undefined : amps(4)),
    () => withoutCable(part, cable),
    () => (row === undefined ? part : withOutletCount(part, row.family, 1 + (pick % 8))),
    () => (row === undefined ? part : withOutletAmps(part, row.family, pick % 2 === 0 ? 'each' : 'together', amps(2))),
    () => withPins(part, ([2, 3, 4] as const)[pick % 3]!),
  ]
  return steps[kind % steps.length]!()
}

test('whatever is pressed in whatever order, the part stays whole and speaks of nothing that is not there', () => {
  const presses = fc.array(fc.tuple(fc.nat(12), fc.nat(1000)), { maxLength: 12 })
  fc.assert(
    fc.property(fc.constantFrom(...demoParts), presses, (start, steps) => {
      const part = steps.reduce((now, [kind, pick]) => pressed(now, kind, pick), start)
      expect(faultsOf(part)).toEqual([])
      expect(isWhole(part)).toBe(true)
    }),
    runs(300),
  )
})
