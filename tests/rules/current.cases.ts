import { figureOf, makeBoard, makeController, makeFan, makeStrip12V } from '../../src/core/parts/make'
import type { Part } from '../../src/core/parts/schema'
import { bench, partNamed } from '../support/bench'
import { as, changed, withChoices, type Case } from './case'

const fan = makeFan({ id: 'fan', name: 'Fan', pins: 4, sizeMm: 120, amps: 0.2 })
const starts = (id: string, startAmps: number) =>
  changed(as(fan, id), 'motor', () => ({ startAmps: figureOf(startAmps, 'label'), startMs: figureOf(800, 'label') }))
const boardOf = (id: string, mostAmps: number | undefined, origin: 'manual' | 'template' = 'manual') =>
  makeBoard({
    id,
    name: id,
    origin,
    fanHeaders: [{ name: 'SYS1', role: 'case', ...(mostAmps === undefined ? {} : { mostAmps }) }],
    lightHeaders: [],
    usbHeaderCount: 0,
  })
const peaky = changed(boardOf('peaky', 1), 'limit', () => ({ mostPeakAmps: figureOf(3, 'manual') }))
const box = (id: string, staggerMs: number | undefined) =>
  makeController({ id, name: id, fanOutletCount: 3, mostAmps: 1, ...(staggerMs === undefined ? {} : { staggerMs }) })
const own = [
  fan,
  starts('calm', 0.4),
  makeFan({ id: 'giant', name: 'Giant', pins: 4, sizeMm: 200, amps: 2 }),
  makeController({ id: 'two-feeds', name: 'Two feeds', fanOutletCount: 2, feedCount: 2, mostAmps: 9 }),
  starts('rough', 0.8),
  as(makeFan({ id: 'big', name: 'Big', pins: 4, sizeMm: 140, amps: 0.6 }), 'big'),
  makeStrip12V({ id: 'amps', name: 'Amps', amps: 0.6 }),
  makeFan({ id: 'watts', name: 'Watts', pins: 4, sizeMm: 120, watts: 2.16 }),
  makeFan({ id: 'blank', name: 'Blank', pins: 4, sizeMm: 120 }),
  boardOf('one', 1),
  boardOf('half', 0.5),
  boardOf('silent', undefined),
  boardOf('assumed', 1, 'template'),
  peaky,
  box('at-once', undefined),
  box('in-turn', 1000),
]
const fans = (board: string, model: string, count: number) =>
  bench(
    [`M1: ${board}`, 'Y1: splitter-4', ...Array.from({ length: count }, (_, i) => `F${i + 1}: ${model}`)],
    ['Y1.in > M1.SYS1', ...Array.from({ length: count }, (_, i) => `F${i + 1}.fan > Y1.out${i + 1}`)],
    own,
  )
const onBox = (model: string) =>
  bench(
    ['S1: supply-550', `B1: ${model}`, 'F1 F2: rough'],
    ['B1.supply1 > S1.A_1', 'F1.fan > B1.fan1', 'F2.fan > B1.fan2'],
    own,
  )

const twoFeeds = (model: string, second = 'B_1') =>
  bench(
    ['S1: supply-550', 'B1: two-feeds', 'F1 F2: ' + model],
    ['B1.supply1 > S1.A_1', `B1.supply2 > S1.${second}`, 'F1.fan > B1.fan1', 'F2.fan > B1.fan2'],
    own,
  )
const drawing: Part = {
  id: 'drawing',
  name: 'Screen',
  kind: 'other',
  markPrefix: 'D',
  ports: partNamed('hand-box').ports.filter(({ side }) => side === 'takes'),
  leads: partNamed('hand-box').leads ?? [],
  inside: [{ type: 'draw', id: 'screen', port: 'supply', rail: '5v', ratedAmps: figureOf(0.3, 'label') }],
}
const onSupply = bench(['S1: supply-550', 'D1: drawing'], ['D1.supply > S1.A_1'], [drawing])

export const currentCases: readonly Case[] = [
  {
    rule: 'current-budget',
    what: 'both supply leads of a box on cables that hold it all',
    build: twoFeeds('calm'),
    wanted: 'holds',
  },
  {
    rule: 'current-budget',
    what: 'both supply leads of a box, and neither plug would hold it all',
    build: twoFeeds('giant'),
    wanted: 'shareUnknown',
    params: { subject: 'A plug 1 at 12 V', totalAmps: 0, mostAmps: 4, limitAmps: 4.5 },
  },
  {
    rule: 'current-budget',
    what: 'both supply leads on one cable carry the whole',
    build: twoFeeds('giant', 'A_2'),
    wanted: 'tight',
    params: { subject: 'S1 cable A at 12 V', totalAmps: 4, limitAmps: 4.5 },
  },
  {
    rule: 'current-budget',
    what: 'lights by their LEDs',
    build: bench(['M1: board-middle', 'L1: strip-5v-30'], ['L1.light > M1.LED5V']),
    wanted: 'holds',
  },
  {
    rule: 'current-budget',
    what: 'lights by their watts',
    build: bench(['M1: board-middle', 'L1: strip-12v'], ['L1.light > M1.LED12V']),
    wanted: 'holds',
  },
  {
    rule: 'current-budget',
    what: 'lights by their label',
    build: bench(['M1: board-middle', 'L1: amps'], ['L1.light > M1.LED12V'], own),
    wanted: 'holds',
  },
  {
    rule: 'current-budget',
    what: 'a fan by its watts',
    build: bench(['M1: board-middle', 'F1: watts'], ['F1.fan > M1.SYS1'], own),
    wanted: 'holds',
  },
  { rule: 'current-budget', what: 'a screen on a supply cable', build: onSupply, wanted: 'holds' },
  {
    rule: 'start-surge',
    what: 'known start currents within the limit',
    build: fans('one', 'calm', 2),
    wanted: 'holds',
  },
  {
    rule: 'start-surge',
    what: 'over the limit, within the stated peak',
    build: fans('peaky', 'rough', 3),
    wanted: 'holds',
  },
  { rule: 'start-surge', what: 'a box that starts its outlets in turn', build: onBox('in-turn'), wanted: 'holds' },
  { rule: 'start-surge', what: 'no motor', build: bench(['M1: board-middle'], []), wanted: 'notApplicable' },
  {
    rule: 'start-surge',
    what: 'known start currents over the limit',
    build: fans('one', 'rough', 2),
    wanted: 'over',
    params: { subject: 'SYS1', peakAmps: 1.6, mostAmps: 1 },
  },
  {
    rule: 'start-surge',
    what: 'the same box without the turn',
    build: onBox('at-once'),
    wanted: 'over',
    params: { subject: 'B1 outlets together', peakAmps: 1.6 },
  },
  {
    rule: 'start-surge',
    what: 'known start currents over the limit beside an estimate',
    build: bench(
      ['M1: one', 'Y1: splitter-4', 'F1 F2: rough', 'F3: fan'],
      ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2', 'F3.fan > Y1.out3'],
      own,
    ),
    wanted: 'over',
    params: { subject: 'SYS1', mostAmps: 1 },
  },
  {
    rule: 'start-surge',
    what: 'over the limit by an estimate',
    build: fans('one', 'fan', 3),
    wanted: 'overByEstimate',
    params: { subject: 'SYS1', mostAmps: 1, subjects: ['SYS1'] },
  },
  {
    rule: 'start-surge',
    what: 'an estimate within the limit',
    build: fans('one', 'fan', 2),
    wanted: 'wouldHold',
    params: { subjects: ['SYS1'] },
  },
  {
    rule: 'start-surge',
    what: 'a limit that a template assumes',
    build: fans('assumed', 'calm', 1),
    wanted: 'wouldHold',
  },
  {
    rule: 'start-surge',
    what: 'a draw nobody has said',
    build: fans('one', 'blank', 1),
    wanted: 'unknown',
    params: { subjects: ['SYS1'] },
  },
  { rule: 'start-surge', what: 'a limit nobody has said', build: fans('silent', 'calm', 1), wanted: 'unknown' },

  { rule: 'three-fan-rule', what: 'three that hold', build: fans('one', 'fan', 3), wanted: 'holds' },
  { rule: 'three-fan-rule', what: 'a box is no header', build: onBox('at-once'), wanted: 'notApplicable' },
  {
    rule: 'three-fan-rule',
    what: 'four that hold by the sum',
    build: fans('one', 'fan', 4),
    wanted: 'sumHolds',
    params: { port: 'SYS1', fanCount: 4 },
  },
  {
    rule: 'three-fan-rule',
    what: 'two that are too much',
    build: fans('one', 'big', 2),
    wanted: 'sumOver',
    params: { port: 'SYS1', fanCount: 2 },
  },
  {
    rule: 'three-fan-rule',
    what: 'four where three were chosen',
    build: withChoices(fans('one', 'fan', 4), { schools: { fanCount: 'threeFans' } }),
    wanted: 'moreThanThree',
  },
]
