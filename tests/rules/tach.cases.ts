import { makeController, makeFan } from '../../src/core/parts/make'
import { bench, partNamed } from '../support/bench'
import type { Build } from '../../src/core/build/schema'
import type { Part, Relation } from '../../src/core/parts/schema'
import { as, at, changed, withChoices, withPorts, type Case } from './case'

const fan = makeFan({ id: 'fan', name: 'Fan', pins: 4, sizeMm: 120, amps: 0.1 })
const deafFan = withPorts(as(fan, 'deaf'), () => ({ wires: ['gnd', '12v', 'pwm'] }))
const noRoles = withPorts(as(partNamed('board-middle'), 'no-cpu'), (port) =>
  port.role === 'cpu' ? { role: undefined } : {},
)
const waiting = makeController({ id: 'waiting', name: 'Waiting', fanOutletCount: 2, waitsForTach: true })
const wideSplitter = changed(
  withPorts(as(partNamed('splitter-2'), 'wide'), () => ({ wires: ['gnd', '12v', 'tach', 'pwm'] })),
  'joins',
  () => ({ ports: ['in', 'out1', 'out2'] }),
)
/** Three motors joined behind one plug, as fans come that are chained by their maker. */
const joined: Part = {
  ...as(fan, 'joined'),
  inside: ['a', 'b', 'c'].map((id) => ({ ...fan.inside[0]!, id }) as Relation),
}
const sensor: Part = {
  id: 'sensor',
  name: 'Flow meter',
  kind: 'cooler',
  ports: [
    {
      id: 'out',
      name: 'tach lead',
      connector: { family: 'fan-3pin', end: 'sockets' },
      wires: ['gnd', 'tach'],
      side: 'takes',
      need: 'optional',
    },
  ],
  inside: [{ type: 'sensor', id: 'flow', port: 'out' }],
}
/** Marks that end in 1 are one machine, those that end in 2 another. */
function inTwoMachines(build: Build): Build {
  const halves = ['a', 'b'] as const
  return {
    ...build,
    assemblies: halves.map((id) => ({ id, name: id })),
    items: build.items.map((item) => ({ ...item, assemblyId: item.mark.endsWith('1') ? 'a' : 'b' })),
  }
}
const own = [joined, sensor, fan, deafFan, noRoles, waiting, wideSplitter]
const on = (items: readonly string[], threads: readonly string[]) => bench(items, threads, own)
const cpu = on(['M1: board-middle', 'F1: fan'], ['F1.fan > M1.CPU'])
const blind = on(['M1: board-middle', 'F1: fan'], ['F1.fan > M1.SYS1'])
const pumpTach = (header: string) =>
  on(['M1: board-middle', 'S1: supply-550', 'P1: pump-tach-only'], ['P1.supply > S1.A_1', `P1.tach > M1.${header}`])
const waitingFor = (model: string) =>
  on(['S1: supply-550', 'B1: waiting', `F1: ${model}`], ['B1.supply1 > S1.A_1', 'F1.fan > B1.fan1'])
const legs = (splitter: string, ...used: readonly string[]) =>
  on(
    ['M1: board-middle', `Y1: ${splitter}`, ...used.map((_, i) => `F${i + 1}: fan`)],
    ['Y1.in > M1.CPU', ...used.map((leg, i) => `F${i + 1}.fan > Y1.${leg}`)],
  )

export const tachCases: readonly Case[] = [
  { rule: 'cpu-header-tach', what: 'a fan reports there', build: cpu, wanted: 'holds' },
  { rule: 'cpu-header-tach', what: "a pump's tach lead reports there", build: pumpTach('CPU'), wanted: 'holds' },
  {
    rule: 'cpu-header-tach',
    what: 'a splitter with its reporting leg used',
    build: legs('splitter-2', 'out1'),
    wanted: 'holds',
  },
  {
    rule: 'cpu-header-tach',
    what: 'nothing plugged in yet',
    build: on(['M1: board-middle', 'F1: fan'], []),
    wanted: 'blind',
  },
  {
    rule: 'cpu-header-tach',
    what: 'nothing turns in this machine yet',
    build: on(['M1: board-middle'], []),
    wanted: 'notApplicable',
  },
  {
    rule: 'cpu-header-tach',
    what: 'the header is full of a fan without a tach while another is loose',
    build: on(['M1: board-middle', 'F1: deaf', 'F2: fan'], ['F1.fan > M1.CPU']),
    wanted: 'blind',
    params: { port: 'CPU' },
  },
  {
    rule: 'cpu-header-tach',
    what: 'a spare fan is parked',
    build: withChoices(on(['M1: board-middle', 'F1: deaf', 'F2: fan'], ['F1.fan > M1.CPU']), {
      parked: [{ at: at('f2', 'fan'), reason: 'spare' }],
    }),
    wanted: 'blind',
  },
  {
    rule: 'cpu-header-tach',
    what: 'a flow sensor reports there',
    build: on(['M1: board-middle', 'F1: fan', 'X1: sensor'], ['X1.out > M1.CPU', 'F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  {
    rule: 'cpu-header-tach',
    what: 'blind by choice on this board alone',
    build: withChoices(blind, { blindHeaders: [{ at: at('m1', 'CPU'), reason: 'only a test bench' }] }),
    wanted: 'blindByChoice',
    params: { reason: 'only a test bench' },
  },
  { rule: 'cpu-header-tach', what: 'a box has no CPU header', build: waitingFor('fan'), wanted: 'notApplicable' },
  { rule: 'cpu-header-tach', what: 'the fan is elsewhere', build: blind, wanted: 'blind', params: { port: 'CPU' } },
  {
    rule: 'cpu-header-tach',
    what: 'a fan without a tach',
    build: on(['M1: board-middle', 'F1: deaf', 'F2: fan'], ['F1.fan > M1.CPU', 'F2.fan > M1.SYS1']),
    wanted: 'blind',
  },
  { rule: 'cpu-header-tach', what: 'only the silent leg is used', build: legs('splitter-2', 'out2'), wanted: 'blind' },
  {
    rule: 'cpu-header-tach',
    what: 'one machine reports, the other does not',
    build: inTwoMachines(on(['M1 M2: board-middle', 'F1 F2: fan'], ['F1.fan > M1.CPU', 'F2.fan > M2.SYS1'])),
    wanted: 'blind',
    params: { port: 'M2 CPU' },
  },
  {
    rule: 'cpu-header-tach',
    what: 'blind by choice',
    build: withChoices(blind, { cpuHeaderBlindReason: 'the firmware ignores it' }),
    wanted: 'blindByChoice',
    params: { port: 'CPU', reason: 'the firmware ignores it' },
  },
  {
    rule: 'cpu-header-tach',
    what: 'nobody knows which header it is',
    build: on(['M1: no-cpu'], []),
    wanted: 'headerUnknown',
    params: { board: 'M1' },
  },

  { rule: 'box-waits-for-tach', what: 'a fan with a tach', build: waitingFor('fan'), wanted: 'holds' },
  { rule: 'box-waits-for-tach', what: 'a header does not wait', build: cpu, wanted: 'notApplicable' },
  {
    rule: 'box-waits-for-tach',
    what: 'a fan without a tach',
    build: waitingFor('deaf'),
    wanted: 'silent',
    params: { box: 'B1', leads: ['F1'] },
  },

  {
    rule: 'reporting-outlet',
    what: 'the marked outlet is used',
    build: legs('splitter-2', 'out1', 'out2'),
    wanted: 'holds',
  },
  { rule: 'reporting-outlet', what: 'nothing hangs there', build: legs('splitter-2'), wanted: 'notApplicable' },
  {
    rule: 'reporting-outlet',
    what: 'only another outlet is used',
    build: legs('splitter-2', 'out2'),
    wanted: 'empty',
    params: { outlet: 'Y1 outlet 1' },
  },

  { rule: 'tachs-tied', what: 'one fan', build: cpu, wanted: 'holds' },
  { rule: 'tachs-tied', what: 'legs of which one reports', build: legs('splitter-2', 'out1', 'out2'), wanted: 'holds' },
  {
    rule: 'reporting-outlet',
    what: 'a fan without a tach on the marked outlet',
    build: on(['M1: board-middle', 'Y1: splitter-2', 'F1: deaf'], ['Y1.in > M1.CPU', 'F1.fan > Y1.out1']),
    wanted: 'silent',
    params: { outlet: 'Y1 outlet 1', leads: ['F1'] },
  },
  {
    rule: 'reporting-outlet',
    what: 'a splitter on a leg without a tach wire, where nobody listens',
    build: on(
      ['M1: board-middle', 'Y1 Y2: splitter-2', 'F1: fan-120', 'F2: deaf'],
      ['Y1.in > M1.CPU', 'F1.fan > Y1.out1', 'Y2.in > Y1.out2', 'F2.fan > Y2.out1'],
    ),
    wanted: 'holds',
  },
  {
    rule: 'reporting-outlet',
    what: 'a splitter on the marked outlet of another: its own outlet is told, once',
    build: on(
      ['M1: board-middle', 'Y1 Y2: splitter-2', 'F1: deaf'],
      ['Y1.in > M1.CPU', 'Y2.in > Y1.out1', 'F1.fan > Y2.out1'],
    ),
    wanted: 'silent',
    params: { outlet: 'Y2 outlet 1', leads: ['F1'] },
  },
  {
    rule: 'reporting-outlet',
    what: 'a splitter with nothing on it on the marked outlet: nobody else would tell',
    build: on(
      ['M1: board-middle', 'Y1 Y2: splitter-2', 'F1: fan-120'],
      ['Y1.in > M1.CPU', 'Y2.in > Y1.out1', 'F1.fan > Y1.out2'],
    ),
    wanted: 'silent',
    params: { outlet: 'Y1 outlet 1', leads: ['Y2 board lead'] },
  },
  {
    rule: 'tachs-tied',
    what: 'three fans joined behind one plug',
    build: on(['M1: board-middle', 'F1: joined'], ['F1.fan > M1.CPU']),
    wanted: 'holds',
  },

  { rule: 'tachs-tied', what: 'no fan', build: on(['M1: board-middle'], []), wanted: 'notApplicable' },
  {
    rule: 'tachs-tied',
    what: 'both legs report',
    build: legs('wide', 'out1', 'out2'),
    wanted: 'tied',
    params: { port: 'CPU', leads: ['F1', 'F2'] },
  },

  { rule: 'tach-lead-place', what: 'on the CPU header', build: pumpTach('CPU'), wanted: 'holds' },
  { rule: 'tach-lead-place', what: 'an ordinary fan', build: blind, wanted: 'notApplicable' },
  {
    rule: 'tach-lead-place',
    what: 'elsewhere, and the CPU header is blind',
    build: pumpTach('PUMP'),
    wanted: 'elsewhere',
    params: { lead: 'P1 tach lead', port: 'PUMP', cpuHeader: 'CPU' },
  },
  {
    rule: 'tach-lead-place',
    what: 'on the board of another machine, while its own is blind',
    build: inTwoMachines(
      on(
        ['M1 M2: board-middle', 'S1: supply-550', 'P1: pump-tach-only', 'F2: fan'],
        ['P1.supply > S1.A_1', 'P1.tach > M2.PUMP', 'F2.fan > M2.CPU'],
      ),
    ),
    wanted: 'elsewhere',
    params: { lead: 'P1 tach lead', port: 'M2 PUMP', cpuHeader: 'M1 CPU' },
  },

  { rule: 'one-reports', what: 'one fan on its own header', build: cpu, wanted: 'holds' },
  { rule: 'one-reports', what: 'an empty bench', build: on(['M1: board-middle'], []), wanted: 'notApplicable' },
  {
    rule: 'one-reports',
    what: 'one of two',
    build: legs('splitter-2', 'out1', 'out2'),
    wanted: 'oneOfMany',
    params: { port: 'CPU', reporter: 'F1', silent: ['F2'] },
  },
  {
    rule: 'one-reports',
    what: 'none of one',
    build: legs('splitter-2', 'out2'),
    wanted: 'noneOfMany',
    params: { port: 'CPU', silent: ['F1'] },
  },
]
