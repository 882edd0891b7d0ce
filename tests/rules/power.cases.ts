import {
  figureOf,
  makeBoard,
  makeCable,
  makeController,
  makeFan,
  makeStrip,
  makeSupply,
} from '../../src/core/parts/make'
import type { Part } from '../../src/core/parts/schema'
import { bench } from '../support/bench'
import { as, changed, type Case } from './case'

/** Figures by hand: at 12 V, 2.5 A are 30 W; at 5 V, 4 A are 20 W. */
const fan = makeFan({ id: 'fan', name: 'Fan', pins: 4, sizeMm: 140, amps: 2.5 })
const unknownFan = makeFan({ id: 'blank', name: 'Blank', pins: 4, sizeMm: 140 })
const inWatts = makeFan({ id: 'in-watts', name: 'In watts', pins: 4, sizeMm: 140, watts: 30 })
const light = makeStrip({ id: 'light', name: 'Light', leds: { count: 80, whiteMilliamps: 50 } })
const ratedLight = makeStrip({ id: 'rated', name: 'Rated', leds: { count: 80, amps: 4 } })
const wattLight = makeStrip({ id: 'watt-light', name: 'Watt light', leds: { count: 80, watts: 20 } })
const bigLight = makeStrip({ id: 'big-light', name: 'Big light', leds: { count: 460, whiteMilliamps: 50 } })
const screen: Part = {
  id: 'screen',
  name: 'Screen',
  kind: 'other',
  markPrefix: 'D',
  leads: [{ id: 'supplyLead' }],
  ports: [
    {
      id: 'supply',
      name: 'supply lead',
      connector: { family: 'sata-power', end: 'pins' },
      wires: ['12v', '5v', 'gnd'],
      side: 'takes',
      lead: { leadId: 'supplyLead' },
      need: 'required',
    },
  ],
  inside: [{ type: 'draw', id: 'screen', port: 'supply', rail: '5v', ratedAmps: figureOf(4, 'label') }],
}
const supply = (id: string, mostWatts: number, origin: 'manual' | 'template' = 'manual') =>
  makeSupply({ id, name: id, origin, mostWatts, cables: [{ name: 'A', plugs: 'sata-power', plugCount: 4 }] })
const graphics = makeSupply({
  id: 'graphics',
  name: 'Graphics',
  cables: [{ name: 'G', plugs: 'pcie-6pin', plugCount: 1, mostAmps: 20 }],
})
const box = makeController({ id: 'box', name: 'Box', fanOutletCount: 2, lightOutletCount: 2, mostAmps: 5 })
const twoFeeds = makeController({ id: 'two', name: 'Two', fanOutletCount: 2, feedCount: 2, mostAmps: 9 })
/** A box with a 12 V plug that makes its 5 V itself, and one that does not say how well. */
const maker = makeController({
  id: 'maker',
  name: 'Maker',
  feed: 'pcie-6pin',
  lightOutletCount: 2,
  mostLightAmpsEach: 30,
  makes5V: { efficiencyPercent: 90 },
})
const vague = changed(as(maker, 'vague'), 'converts', () => ({ efficiencyPercent: undefined }))
const header = makeBoard({
  id: 'header',
  name: 'Header',
  fanHeaders: [{ name: 'SYS1', role: 'case' }],
  lightHeaders: [],
  usbHeaderCount: 0,
})
const wattHeader: Part = {
  ...header,
  id: 'watt-header',
  inside: [
    ...header.inside,
    { type: 'limit', ports: ['SYS1'], holds: 'each', rail: '12v', mostWatts: figureOf(36, 'manual') },
    { type: 'limit', ports: ['SYS1'], holds: 'each', rail: '12v', mostAmps: figureOf(3, 'manual') },
  ],
}
const longer = makeCable({ id: 'longer', name: 'Longer', from: 'pcie-6pin', to: 'pcie-6pin', wires: ['12v', 'gnd'] })
const own = [
  longer,
  fan,
  unknownFan,
  inWatts,
  light,
  ratedLight,
  wattLight,
  bigLight,
  screen,
  box,
  twoFeeds,
  maker,
  vague,
]
const supplies = [supply('w100', 100), supply('w60', 60), supply('w40', 40), supply('usual', 100, 'template'), graphics]
const on = (items: readonly string[], threads: readonly string[]) =>
  bench(items, threads, [...own, ...supplies, wattHeader])
/** A box with a fan and a light, on the one cable of a supply that states its watts in all. */
const machine = (model: string, motor = 'fan', lit = 'light') =>
  on(
    [`S1: ${model}`, 'B1: box', `F1: ${motor}`, `L1: ${lit}`],
    ['B1.supply1 > S1.A_1', 'F1.fan > B1.fan1', 'L1.light > B1.light1'],
  )
const made = (model: string, lit: string) =>
  on(['S1: graphics', `B1: ${model}`, `L1: ${lit}`], ['B1.supply1 > S1.G_1', 'L1.light > B1.light1'])
const fedTwice = (model: string) =>
  on([`S1: ${model}`, 'B1: two', 'F1: fan'], ['B1.supply1 > S1.A_1', 'B1.supply2 > S1.A_2', 'F1.fan > B1.fan1'])

export const powerCases: readonly Case[] = [
  // 30 W of 12 V and 20 W of 5 V are 50 W.
  { rule: 'power-budget', what: '50 of 100 W on two rails', build: machine('w100'), wanted: 'holds' },
  {
    rule: 'power-budget',
    what: 'the draws stated in watts',
    build: machine('w100', 'in-watts', 'watt-light'),
    wanted: 'holds',
  },
  { rule: 'power-budget', what: 'a light by its amps', build: machine('w100', 'fan', 'rated'), wanted: 'holds' },
  {
    rule: 'power-budget',
    what: 'a screen',
    build: on(['S1: w100', 'D1: screen'], ['D1.supply > S1.A_1']),
    wanted: 'holds',
  },
  { rule: 'power-budget', what: 'both feeds of a box on one supply', build: fedTwice('w100'), wanted: 'holds' },
  { rule: 'power-budget', what: 'no watts stated', build: made('maker', 'light'), wanted: 'notApplicable' },
  {
    rule: 'power-budget',
    what: '50 of 60 W are over the 48 W that the headroom leaves',
    build: machine('w60'),
    wanted: 'tight',
    params: { subject: 'S1 whole supply in all', totalWatts: 50, limitWatts: 60, boundWatts: 48 },
  },
  {
    rule: 'power-budget',
    what: '50 of 40 W',
    build: machine('w40'),
    wanted: 'over',
    params: { totalWatts: 50, limitWatts: 40 },
  },
  {
    rule: 'power-budget',
    what: 'a fan nobody has read the label of',
    build: machine('w100', 'blank'),
    wanted: 'drawUnknown',
    params: { totalWatts: 20, unknownCount: 1 },
  },
  { rule: 'power-budget', what: 'a limit that is only usual', build: machine('usual'), wanted: 'wouldHold' },
  {
    rule: 'power-budget',
    what: 'one feed of a box on each of two supplies',
    build: on(
      ['S1: w40', 'S2: w100', 'B1: two', 'F1 F2: fan'],
      ['B1.supply1 > S1.A_1', 'B1.supply2 > S2.A_1', 'F1.fan > B1.fan1', 'F2.fan > B1.fan2'],
    ),
    wanted: 'shareUnknown',
    params: { subject: 'S1 whole supply in all', totalWatts: 0, mostWatts: 60, limitWatts: 40 },
  },
  {
    rule: 'power-budget',
    what: 'a header in watts, beside one in amps',
    build: on(['M1: watt-header', 'F1: fan'], ['F1.fan > M1.SYS1']),
    wanted: 'tight',
    params: { subject: 'SYS1', totalWatts: 30, limitWatts: 36 },
  },

  // 80 LEDs of 50 mA are 4 A at 5 V, 20 W; at 90 % from 12 V that is 20 / 0.9 / 12 = 1.852 A of the plug's 6.25 A.
  { rule: 'current-budget', what: '5 V made of 12 V within the plug', build: made('maker', 'light'), wanted: 'holds' },
  {
    rule: 'current-budget',
    what: '115 W of 5 V out of a plug of 75 W: 115 / 0.9 / 12 A',
    build: made('maker', 'big-light'),
    wanted: 'over',
    params: { subject: 'G plug 1', totalAmps: 115 / 0.9 / 12, limitAmps: 6.25 },
  },
  {
    rule: 'current-budget',
    what: 'nobody says how well the box makes its 5 V',
    build: made('vague', 'light'),
    wanted: 'wouldHold',
    params: { subject: 'G plug 1' },
  },
  { rule: 'light-voltage', what: 'on 5 V that a box makes', build: made('maker', 'light'), wanted: 'holds' },
  {
    rule: 'feed-missing',
    what: 'a box that makes its 5 V, on a cable that goes nowhere',
    build: on(['X1: longer', 'B1: maker', 'L1: light'], ['B1.supply1 > X1.out', 'L1.light > B1.light1']),
    wanted: 'nothingArrives',
    params: { box: 'B1', lead: 'B1 supply lead' },
  },
]
