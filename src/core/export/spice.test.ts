import { changed, withLeads, withPorts, as } from '../../../tests/rules/case'
import { bench, demoBuild, partNamed } from '../../../tests/support/bench'
import { ngspice } from '../../../tests/support/ngspice'
import type { Build } from '../build/schema'
import { derive } from '../operate/harness'
import { voltsAt } from '../operate/electric'
import { figureOf, makeLinkFan } from '../parts/make'
import type { Part } from '../parts/schema'
import { circuitsOf, nodeName, spiceNetlist } from './spice'

const track = (part: Part, milliohm: number): Part =>
  changed(part, 'light', () => ({ trackMilliohm: figureOf(milliohm, 'measured') }))
const strip = (id: string, ledCount: number, lengthMm: number, gaugeAwg: number): Part =>
  track(
    withLeads(
      changed(as(partNamed('strip-5v-30'), id), 'light', () => ({ litLedCount: figureOf(ledCount, 'label') })),
      lengthMm,
      gaugeAwg,
    ),
    80,
  )
const ownTails = (part: Part, id: string): Part => ({
  ...withPorts(part, (port) => (port.id === 'lightOut' ? { lead: { leadId: 'tail' } } : {})),
  id,
  leads: [...(part.leads ?? []), { id: 'tail', lengthMm: figureOf(150, 'label'), gaugeAwg: figureOf(26, 'label') }],
})
const extension = withLeads({ ...partNamed('light-splitter-3'), id: 'extension', name: 'Extension' }, 500, 30)
const farFed = (() => {
  const link = { maker: 'Alder', generation: 'one' }
  const fan = makeLinkFan({
    id: 'row-fan',
    name: 'Row fan',
    link,
    sizeMm: 120,
    amps: 0.25,
    lengthMm: 200,
    gaugeAwg: 24,
    ledCount: 12,
    whiteMilliamps: 40,
  })
  return {
    ...fan,
    ports: [
      ...fan.ports,
      {
        id: 'extra',
        name: 'extra lead',
        connector: { family: 'sata-power', end: 'pins' },
        wires: ['12v', '5v', 'gnd'],
        side: 'takes',
        need: 'optional',
      },
    ],
    inside: [...fan.inside, { type: 'joins', ports: ['link', 'extra'], wires: ['12v', '5v', 'gnd'] }],
  } as Part
})()
const own = [
  strip('near', 30, 300, 24),
  ownTails(strip('through', 30, 300, 24), 'run'),
  strip('thin', 60, 900, 30),
  extension,
  farFed,
  withLeads(as(partNamed('strip-12v'), 'wide-12v'), 700, 26),
  withLeads(as(partNamed('splitter-4'), 'leg-splitter'), 200, 26),
  withLeads(as(partNamed('fan-140'), 'fan-w'), 500, 28),
]
const chain = (model: string, count: number, header = 'LED5V') =>
  bench(
    ['M1: board-middle', ...Array.from({ length: count }, (_, i) => `L${i + 1}: ${model}`)],
    Array.from({ length: count }, (_, i) => `L${i + 1}.light > ${i === 0 ? `M1.${header}` : `L${i}.lightOut`}`),
    own,
  )
const legs = (...models: readonly string[]) =>
  bench(
    ['M1: board-middle', 'Y1: extension', ...models.map((model, i) => `L${i + 1}: ${model}`)],
    ['Y1.in > M1.LED5V', ...models.map((_, i) => `L${i + 1}.light > Y1.out${i + 1}`)],
    own,
  )

const networks: readonly (readonly [string, Build])[] = [
  ['a chain of tails on one lead each', chain('near', 4)],
  ['a chain through the strips', chain('run', 3)],
  ['a long chain under its minimum', chain('run', 6)],
  ['equal legs of a splitter', legs('near', 'near', 'near')],
  ['unequal legs of a splitter, behind a thinner extension', legs('near', 'thin')],
  [
    'a hub tree of fans',
    bench(
      ['M1: board-middle', 'Y1 Y2: leg-splitter', 'F1 F2 F3 F4 F5: fan-w'],
      [
        'Y1.in > M1.SYS1',
        'Y2.in > Y1.out1',
        'F1.fan > Y1.out2',
        'F2.fan > Y1.out3',
        'F3.fan > Y2.out1',
        'F4.fan > Y2.out2',
        'F5.fan > Y2.out3',
      ],
      own,
    ),
  ],
  ['12 V strips of four pins', chain('wide-12v', 3, 'LED12V')],
  [
    'a row fed at both ends, on two rails',
    bench(
      ['S1: supply-550', 'F1 F2 F3 F4: row-fan'],
      [
        'F1.extra > S1.A_1',
        'F2.link > F1.linkOut',
        'F3.link > F2.linkOut',
        'F4.link > F3.linkOut',
        'F4.extra > S1.B_1',
      ],
      own,
    ),
  ],
  ['a whole machine, mixed', demoBuild('harbour-lantern')],
  ['a machine with mistakes', demoBuild('tangled-heron')],
]

describe('the network solve against ngspice', () => {
  test.each(networks)('%s', (_name, build) => {
    const harness = derive(build)
    const netlist = spiceNetlist(harness)
    const theirs = ngspice(netlist)
    const circuits = circuitsOf(harness)
    expect(circuits.length).toBeGreaterThan(0)
    let compared = 0
    for (const [index, circuit] of circuits.entries()) {
      if (circuit.taps.some(({ amps }) => amps === undefined)) continue
      for (const { supplyNode, returnNode, volts } of voltsAt(circuit)) {
        const their = (node: number) => theirs.get(nodeName(index, node))!
        expect(Math.abs(volts! - (their(supplyNode) - their(returnNode)))).toBeLessThan(1e-6 * Math.abs(volts!))
        compared += 1
      }
    }
    expect(compared).toBeGreaterThan(0)
  })

  test('a chain drops more along a thinner wire, and less when it is fed at both ends', () => {
    const lowest = (build: Build) =>
      Math.min(...circuitsOf(derive(build)).flatMap((c) => voltsAt(c).map((tap) => tap.volts!)))
    expect(lowest(chain('thin', 1))).toBeLessThan(lowest(chain('near', 1)))
    expect(lowest(chain('run', 6))).toBeLessThan(4.5)
    const row = networks.find(([name]) => name.startsWith('a row fed'))![1]
    const oneEnd = { ...row, threads: row.threads.filter(({ to }) => to.portId !== 'B_1') }
    expect(lowest(row)).toBeGreaterThan(lowest(oneEnd))
  })

  test('a 12 V four-pin light has a loop of 4/3 of one wire at white', () => {
    const [circuit] = circuitsOf(derive(chain('wide-12v', 1, 'LED12V')))
    const wires = circuit!.resistors.filter(({ ohms }) => ohms > 0.025)
    expect(wires).toHaveLength(2)
    expect((wires[0]!.ohms + wires[1]!.ohms) / Math.max(wires[0]!.ohms, wires[1]!.ohms)).toBeCloseTo(4 / 3, 9)
  })
})
