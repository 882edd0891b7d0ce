import { apply } from '../../src/core/build/apply'
import { parkEdit } from '../../src/core/build/choose'
import type { Build } from '../../src/core/build/schema'
import { makeBoard, makeFan, makeFanSplitter } from '../../src/core/parts/make'
import type { Part } from '../../src/core/parts/schema'
import { bench } from '../support/bench'
import type { Case } from './case'

const other = (id: string, label: string | undefined, side: 'takes' | 'gives'): Part => ({
  id,
  name: id,
  kind: 'other',
  markPrefix: 'Z',
  leads: [],
  ports: [
    {
      id: 'p',
      name: 'plug',
      connector: {
        family: 'other',
        end: side === 'takes' ? 'sockets' : 'pins',
        ...(label === undefined ? {} : { label }),
      },
      wires: ['gnd'],
      side,
    },
  ],
  inside: [],
})
const link = (id: string, side: 'takes' | 'gives', maker: string, generation: string, variant: string): Part => ({
  ...other(id, undefined, side),
  ports: [
    {
      id: 'p',
      name: 'link',
      connector: { family: 'maker-link', end: side === 'takes' ? 'sockets' : 'pins', maker, generation, variant },
      wires: ['12v', 'gnd'],
      side,
    },
  ],
})
const fanOf = (amps: number | undefined, id = 'test-fan'): Part =>
  makeFan({ id, name: id, pins: 4, sizeMm: 120, ...(amps === undefined ? {} : { amps }) })
const boardOf = (mostAmps: number | undefined): Part =>
  makeBoard({
    id: 'test-board',
    name: 'Test board',
    fanHeaders: [{ name: 'SYS1', role: 'case', ...(mostAmps === undefined ? {} : { mostAmps }) }],
    lightHeaders: [],
    usbHeaderCount: 0,
  })
const weakBoard = makeBoard({
  id: 'weak-board',
  name: 'Weak board',
  origin: 'template',
  fanHeaders: [{ name: 'SYS1', role: 'case', mostAmps: 1 }],
  lightHeaders: [],
  usbHeaderCount: 0,
})
const fansOn = (count: number, amps: number, mostAmps: number): Build => {
  const outlets = Math.max(2, count)
  const splitter = makeFanSplitter({ id: 'test-splitter', name: 'Test splitter', outletCount: outlets })
  const marks = Array.from({ length: count }, (_, i) => `F${i + 1}`)
  return bench(
    ['M1: test-board', 'Y1: test-splitter', `${marks.join(' ')}: test-fan`],
    ['Y1.in > M1.SYS1', ...marks.map((mark, i) => `${mark}.fan > Y1.out${i + 1}`)],
    [boardOf(mostAmps), splitter, fanOf(amps)],
  )
}
const parked = (build: Build, itemId: string, portId: string): Build =>
  apply(build, parkEdit({ itemId, portId }, 'kept for later')).build

const board = 'M1: board-middle'
export const fitCases: readonly Case[] = [
  {
    rule: 'connector-mates',
    what: 'a 4-pin fan on a fan header',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  {
    rule: 'connector-mates',
    what: 'a 3-pin plug on a 4-pin header',
    build: bench([board, 'F1: fan-120-3pin'], ['F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  {
    rule: 'connector-mates',
    what: 'a fan plug on a light header',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.LED12V!']),
    wanted: 'family',
    params: { lead: 'F1', port: 'LED12V', leadFamily: '4-pin fan plug', portFamily: '12 V light plug' },
  },
  {
    rule: 'connector-mates',
    what: 'links of two makers',
    build: bench(
      ['A1: la', 'B1: lb'],
      ['A1.p > B1.p!'],
      [link('la', 'takes', 'Alder', '1', 'x'), link('lb', 'gives', 'Birch', '1', 'x')],
    ),
    wanted: 'maker',
    params: { leadMaker: 'Alder', portMaker: 'Birch' },
  },
  {
    rule: 'connector-mates',
    what: 'links of two generations',
    build: bench(
      ['A1: la', 'B1: lb'],
      ['A1.p > B1.p!'],
      [link('la', 'takes', 'Alder', '1', 'x'), link('lb', 'gives', 'Alder', '2', 'x')],
    ),
    wanted: 'generation',
    params: { leadGeneration: '1', portGeneration: '2' },
  },
  {
    rule: 'connector-mates',
    what: 'links of two variants',
    build: bench(
      ['A1: la', 'B1: lb'],
      ['A1.p > B1.p!'],
      [link('la', 'takes', 'Alder', '1', 'plain'), link('lb', 'gives', 'Alder', '1', 'screen')],
    ),
    wanted: 'variant',
    params: { leadVariant: 'plain', portVariant: 'screen' },
  },
  {
    rule: 'connector-mates',
    what: 'the same link',
    build: bench(
      ['A1: la', 'B1: lb'],
      ['A1.p > B1.p'],
      [link('la', 'takes', 'Alder', '1', 'x'), link('lb', 'gives', 'Alder', '1', 'x')],
    ),
    wanted: 'holds',
  },
  {
    rule: 'connector-mates',
    what: 'plugs nobody has named',
    build: bench(
      ['A1: oa', 'B1: ob'],
      ['A1.p > B1.p!'],
      [other('oa', undefined, 'takes'), other('ob', undefined, 'gives')],
    ),
    wanted: 'label',
    params: { lead: 'A1', port: 'B1' },
  },
  {
    rule: 'connector-mates',
    what: 'plugs with a label of their own',
    build: bench(
      ['A1: oa', 'B1: ob'],
      ['A1.p > B1.p'],
      [other('oa', 'square two', 'takes'), other('ob', 'square two', 'gives')],
    ),
    wanted: 'holds',
  },

  {
    rule: 'ends-mate',
    what: 'sockets on pins',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  {
    rule: 'ends-mate',
    what: 'pins on pins',
    build: bench(
      [board, 'F1: pin-fan'],
      ['F1.fan > M1.SYS1!'],
      [
        {
          ...fanOf(0.1, 'pin-fan'),
          ports: fanOf(0.1).ports.map((p) => ({ ...p, connector: { ...p.connector, end: 'pins' as const } })),
        },
      ],
    ),
    wanted: 'sameEnds',
    params: { lead: 'F1', port: 'SYS1', ends: 'pins' },
  },
  {
    rule: 'ends-mate',
    what: 'two sources',
    build: bench(['M1: board-middle', 'M2: board-small'], ['M1.LED5V > M2.LED5V!']),
    wanted: 'bothGive',
    params: { lead: 'M1 LED5V', port: 'M2 LED5V' },
  },
  {
    rule: 'ends-mate',
    what: 'two devices',
    build: bench(['F1 F2: fan-140'], ['F1.fan > F2.fan!']),
    wanted: 'bothTake',
    params: { lead: 'F1', port: 'F2' },
  },

  {
    rule: 'port-taken',
    what: 'one lead on a header',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  { rule: 'port-taken', what: 'an empty bench', build: bench([board]), wanted: 'notApplicable' },
  {
    rule: 'port-taken',
    what: 'two leads on a header',
    build: bench([board, 'F1 F2: fan-140'], ['F1.fan > M1.SYS1', 'F2.fan > M1.SYS1!']),
    wanted: 'taken',
    params: { port: 'SYS1', placeCount: 1, coveredCount: 2, leads: ['F1', 'F2'] },
  },
  {
    rule: 'port-taken',
    what: 'one lead in two headers',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1', 'F1.fan > M1.SYS2!']),
    wanted: 'twoPlaces',
    params: { lead: 'F1', placeCount: 2, ports: ['SYS1', 'SYS2'] },
  },

  {
    rule: 'lead-loose',
    what: 'all threaded',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  { rule: 'lead-loose', what: 'no lead at all', build: bench([board]), wanted: 'notApplicable' },
  {
    rule: 'lead-loose',
    what: 'two needed leads in one bundle',
    build: bench([board, 'F1 F2: fan-140']),
    wanted: 'needed',
    params: { looseCount: 2, leads: ['F1', 'F2'] },
  },
  {
    rule: 'lead-loose',
    what: 'a light lead for comfort',
    build: bench([board, 'F1: fan-140-light'], ['F1.fan > M1.SYS1']),
    wanted: 'comfort',
    params: { looseCount: 1, leads: ['F1 light lead'] },
  },
  {
    rule: 'lead-loose',
    what: 'a lead parked with a reason',
    build: parked(bench([board, 'F1: fan-140-light'], ['F1.fan > M1.SYS1']), 'f1', 'light'),
    wanted: 'parked',
    params: { lead: 'F1 light lead', reason: 'kept for later' },
  },

  {
    rule: 'light-voltage',
    what: '5 V lights on 5 V',
    build: bench([board, 'L1: strip-5v-30'], ['L1.light > M1.LED5V']),
    wanted: 'holds',
  },
  { rule: 'light-voltage', what: 'loose lights', build: bench([board, 'L1: strip-5v-30']), wanted: 'notApplicable' },
  {
    rule: 'light-voltage',
    what: '12 V through a shape adapter',
    build: bench([board, 'X1: light-adapter-shape', 'L1: strip-5v-30'], ['X1.in > M1.LED12V', 'L1.light > X1.out']),
    wanted: 'tooHigh',
    params: { lead: 'L1 light lead', source: 'LED12V', takesVolts: 5, getsVolts: 12 },
  },
  {
    rule: 'light-voltage',
    what: '12 V at the end of a chain',
    build: bench(
      [board, 'X1: light-adapter-shape', 'L1 L2: strip-5v-30'],
      ['X1.in > M1.LED12V', 'L1.light > X1.out', 'L2.light > L1.lightOut'],
    ),
    wanted: 'tooHigh',
    params: { lead: 'L2 light lead', getsVolts: 12 },
  },
  {
    rule: 'light-voltage',
    what: '12 V lights forced on 5 V',
    build: bench([board, 'L1: strip-12v'], ['L1.light > M1.LED5V!']),
    wanted: 'tooLow',
    params: { lead: 'L1 light lead', source: 'LED5V', takesVolts: 12, getsVolts: 5 },
  },

  { rule: 'current-budget', what: 'nothing there', build: bench([board]), wanted: 'notApplicable' },
  { rule: 'current-budget', what: 'one fan', build: fansOn(1, 0.3, 1), wanted: 'holds' },
  { rule: 'current-budget', what: 'exactly at the headroom bound', build: fansOn(4, 0.2, 1), wanted: 'holds' },
  {
    rule: 'current-budget',
    what: 'exactly at the limit: tight, never over',
    build: fansOn(3, 0.1, 0.3),
    wanted: 'tight',
    params: { subject: 'SYS1', limitAmps: 0.3, headroomPercent: 20 },
  },
  {
    rule: 'current-budget',
    what: 'three fans over the headroom',
    build: fansOn(3, 0.3, 1),
    wanted: 'tight',
    params: { subject: 'SYS1', limitAmps: 1, boundAmps: 0.8 },
  },
  {
    rule: 'current-budget',
    what: 'four fans over the limit',
    build: fansOn(4, 0.3, 1),
    wanted: 'over',
    params: { subject: 'SYS1', totalAmps: 1.2, limitAmps: 1 },
  },
  {
    rule: 'current-budget',
    what: 'a limit of 0 A',
    build: fansOn(1, 0.1, 0),
    wanted: 'over',
    params: { limitAmps: 0 },
  },
  { rule: 'current-budget', what: 'a fan that draws 0 A', build: fansOn(1, 0, 0), wanted: 'holds' },
  {
    rule: 'current-budget',
    what: 'a fan of unknown draw',
    build: bench(['M1: test-board', 'F1: test-fan'], ['F1.fan > M1.SYS1'], [boardOf(1), fanOf(undefined)]),
    wanted: 'drawUnknown',
    params: { subject: 'SYS1', totalAmps: 0, unknownCount: 1 },
  },
  {
    rule: 'current-budget',
    what: 'the known part over already, another unknown',
    build: bench(
      ['M1: test-board', 'Y1: splitter-2', 'F1: known', 'F2: unknown'],
      ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2'],
      [boardOf(1), fanOf(1.5, 'known'), fanOf(undefined, 'unknown')],
    ),
    wanted: 'over',
    params: { totalAmps: 1.5 },
  },
  {
    rule: 'current-budget',
    what: 'a header without a limit',
    build: bench(['M1: test-board', 'F1: test-fan'], ['F1.fan > M1.SYS1'], [boardOf(undefined), fanOf(0.3)]),
    wanted: 'limitUnknown',
    params: { subject: 'SYS1', totalAmps: 0.3 },
  },
  {
    rule: 'current-budget',
    what: 'a limit that a template assumes',
    build: bench(['M1: weak-board', 'F1: test-fan'], ['F1.fan > M1.SYS1'], [weakBoard, fanOf(0.3)]),
    wanted: 'wouldHold',
    params: { subject: 'SYS1', totalAmps: 0.3, limitAmps: 1 },
  },

  {
    rule: 'lead-ring',
    what: 'a fan on a header',
    build: bench(['M1: board-middle', 'F1: fan-140'], ['F1.fan > M1.CPU']),
    wanted: 'holds',
  },
  { rule: 'lead-ring', what: 'nothing plugged', build: bench(['F1: fan-140'], []), wanted: 'notApplicable' },
  {
    rule: 'lead-ring',
    what: 'two splitters on each other, a fan on one of them',
    build: bench(['Y1 Y2: splitter-2', 'F1: fan-140'], ['Y1.in > Y2.out1', 'Y2.in > Y1.out1', 'F1.fan > Y1.out2']),
    wanted: 'ring',
    params: { leads: ['Y1 board lead', 'Y2 board lead'] },
  },
]
