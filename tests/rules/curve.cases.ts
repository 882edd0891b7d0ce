import { figureOf, makeController, makeFan } from '../../src/core/parts/make'
import { bench } from '../support/bench'
import { as, at, changed, withChoices, type Case } from './case'

const fan = makeFan({ id: 'fan', name: 'Fan', pins: 4, sizeMm: 120, amps: 0.2 })
const curveOn = (
  header: string,
  heatSource: 'processor' | 'graphics' | undefined,
  ...points: readonly (readonly [number, number])[]
) =>
  ({
    curves: [
      {
        at: at('m1', header),
        ...(heatSource === undefined ? {} : { heatSource }),
        points: points.map(([temperatureC, dutyPercent]) => ({ temperatureC, dutyPercent })),
      },
    ],
  }) as const
const curvy = changed(as(fan, 'curvy'), 'motor', () => ({
  startDutyPercent: figureOf(25, 'label'),
  stopsAtZeroDuty: true,
}))
const stubborn = changed(as(fan, 'stubborn'), 'motor', () => ({ stopsAtZeroDuty: false }))
const curved = (model: string, header: string, choice: ReturnType<typeof curveOn>) =>
  withChoices(bench(['M1: board-middle', `F1: ${model}`], [`F1.fan > M1.${header}`], [fan, curvy, stubborn]), choice)
/** With more said of the one curve than its points. */
const finer = (choice: ReturnType<typeof curveOn>, more: object, model = 'curvy') =>
  curved(model, 'CPU', { curves: [{ ...choice.curves[0], ...more }] } as ReturnType<typeof curveOn>)
const asItCame = ({ curves }: ReturnType<typeof curveOn>) =>
  withChoices(good, { stockCurves: curves, schools: { curveSet: 'stock' } })
const good = curved('curvy', 'CPU', curveOn('CPU', 'processor', [30, 30], [70, 100]))

export const curveCases: readonly Case[] = [
  { rule: 'curve-falls', what: 'a curve that rises', build: good, wanted: 'holds' },
  {
    rule: 'curve-falls',
    what: 'a fall that the least duty of the curve hides',
    build: finer(curveOn('CPU', 'processor', [30, 20], [50, 10], [80, 100]), { leastDutyPercent: 30 }),
    wanted: 'holds',
  },
  { rule: 'curve-falls', what: 'no curve', build: bench(['M1: board-middle']), wanted: 'notApplicable' },
  {
    rule: 'curve-falls',
    what: 'a dip, its points out of order',
    build: curved('curvy', 'CPU', curveOn('CPU', 'processor', [70, 40], [30, 50], [80, 100])),
    wanted: 'falls',
    params: { port: 'CPU', fromPercent: 50, fromCelsius: 30, toPercent: 40, toCelsius: 70 },
  },
  { rule: 'curve-start-duty', what: 'above the start duty', build: good, wanted: 'holds' },
  {
    rule: 'curve-start-duty',
    what: 'points below the start duty, under a least duty above it',
    build: finer(curveOn('CPU', 'processor', [30, 10], [70, 100]), { leastDutyPercent: 30 }),
    wanted: 'holds',
  },
  {
    rule: 'curve-start-duty',
    what: 'a stop below a temperature, of a fan that cannot',
    build: finer(curveOn('CPU', 'processor', [30, 30], [70, 100]), { stopBelowC: 35 }, 'stubborn'),
    wanted: 'cannotStop',
  },
  {
    rule: 'curve-start-duty',
    what: 'the curves as the parts came, where those are in use',
    build: asItCame(curveOn('CPU', 'processor', [30, 10], [70, 100])),
    wanted: 'belowStart',
  },
  {
    rule: 'curve-start-duty',
    what: 'a fan that may stop',
    build: curved('curvy', 'CPU', curveOn('CPU', 'processor', [30, 0], [70, 100])),
    wanted: 'holds',
  },
  { rule: 'curve-start-duty', what: 'no curve', build: bench(['M1: board-middle']), wanted: 'notApplicable' },
  {
    rule: 'curve-start-duty',
    what: 'below the start duty',
    build: curved('curvy', 'CPU', curveOn('CPU', 'processor', [30, 10], [70, 100])),
    wanted: 'belowStart',
    params: { lead: 'F1', leastPercent: 10, startPercent: 25 },
  },
  {
    rule: 'curve-start-duty',
    what: 'a stop that it cannot do',
    build: curved('stubborn', 'CPU', curveOn('CPU', 'processor', [30, 0], [70, 100])),
    wanted: 'cannotStop',
  },
  {
    rule: 'curve-start-duty',
    what: 'no start duty known',
    build: curved('fan', 'CPU', curveOn('CPU', 'processor', [30, 30], [70, 100])),
    wanted: 'unknown',
    params: { leastPercent: 30 },
  },
  {
    rule: 'curve-start-duty',
    what: 'a stop nobody has tried',
    build: curved('fan', 'CPU', curveOn('CPU', 'processor', [30, 0], [70, 100])),
    wanted: 'stopUnknown',
  },
  { rule: 'curve-never-starts', what: 'a curve past the start duty', build: good, wanted: 'holds' },
  { rule: 'curve-never-starts', what: 'no curve', build: bench(['M1: board-middle']), wanted: 'notApplicable' },
  {
    rule: 'curve-never-starts',
    what: 'a curve that stays under the start duty at any heat',
    build: curved('curvy', 'CPU', curveOn('CPU', 'processor', [30, 10], [70, 24])),
    wanted: 'never',
  },
  {
    rule: 'curve-never-starts',
    what: 'a curve that ends right at the start duty',
    build: curved('curvy', 'CPU', curveOn('CPU', 'processor', [30, 10], [70, 25])),
    wanted: 'holds',
  },
  { rule: 'curve-full-speed', what: 'up to 100 %', build: good, wanted: 'holds' },
  {
    rule: 'curve-full-speed',
    what: 'a curve as the part came that is not in use',
    build: withChoices(good, { stockCurves: curveOn('CPU', 'processor', [30, 30], [70, 80]).curves }),
    wanted: 'holds',
  },
  { rule: 'curve-full-speed', what: 'no curve', build: bench(['M1: board-middle']), wanted: 'notApplicable' },
  {
    rule: 'curve-full-speed',
    what: 'up to 80 %',
    build: curved('curvy', 'CPU', curveOn('CPU', 'processor', [30, 30], [70, 80])),
    wanted: 'never',
    params: { mostPercent: 80 },
  },
  { rule: 'heat-source', what: 'the processor for the CPU header', build: good, wanted: 'holds' },
  {
    rule: 'heat-source',
    what: 'graphics for a case header',
    build: curved('curvy', 'SYS1', curveOn('SYS1', 'graphics', [30, 30], [70, 100])),
    wanted: 'holds',
  },
  { rule: 'heat-source', what: 'no curve', build: bench(['M1: board-middle']), wanted: 'notApplicable' },
  {
    rule: 'heat-source',
    what: 'graphics for the CPU header',
    build: curved('curvy', 'CPU', curveOn('CPU', 'graphics', [30, 30], [70, 100])),
    wanted: 'unlikely',
    params: { port: 'CPU', heat: 'graphics' },
  },
  {
    rule: 'heat-source',
    what: 'nobody has said',
    build: curved('curvy', 'CPU', curveOn('CPU', undefined, [30, 30], [70, 100])),
    wanted: 'unknown',
  },
  {
    rule: 'heat-source',
    what: 'one duty at any heat listens to nothing',
    build: curved('curvy', 'CPU', curveOn('CPU', undefined, [30, 70], [70, 70])),
    wanted: 'notApplicable',
  },
]

/** All that a speed is worked out from is known, so that it is exact. */
const measured = { leastDutyPercent: 20, startDutyPercent: 20, stopsAtZeroDuty: true } as const
const rated = (id: string, leastRpm: number, mostRpm: number) =>
  makeFan({ id, name: id, pins: 4, sizeMm: 120, amps: 0.2, leastRpm, mostRpm, ...measured })
const rising = (...headers: readonly string[]) =>
  headers.flatMap((header) => curveOn(header, 'processor', [30, 20], [70, 100]).curves)
const twoFans = (second: string, choices: Parameters<typeof withChoices>[1]) =>
  withChoices(
    bench(
      ['M1: board-middle', 'F1: first', `F2: ${second}`],
      ['F1.fan > M1.SYS1', 'F2.fan > M1.SYS2'],
      [rated('first', 500, 2000), rated('near', 510, 2040), rated('far', 600, 2400), rated('crossing', 100, 2400)],
    ),
    choices,
  )
/** 18 % for five degrees between the second and the third point. */
const steep = curveOn('CPU', 'processor', [30, 30], [50, 46], [55, 64], [80, 100])
const boxed = (model: string, first: string, second: string) =>
  bench(
    ['S1: supply-550', `B1: ${model}`, `F1: ${first}`, `F2: ${second}`, 'Y1: splitter-2'],
    ['B1.supply1 > S1.A_1', 'Y1.in > B1.fan1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2'],
    [
      rated('first', 500, 2000),
      rated('slow', 400, 1000),
      fan,
      makeController({ id: 'open', name: 'Open', fanOutletCount: 2, mostAmps: 4 }),
      changed(makeController({ id: 'held', name: 'Held', fanOutletCount: 2, mostAmps: 4 }), 'drives', () => ({
        presetMostRpm: figureOf(1200, 'manual'),
      })),
    ],
  )
const ownCurve = { curves: [{ ...curveOn('CPU', 'processor', [30, 30], [70, 100]).curves[0], at: at('b1', 'fan1') }] }

export const runCases: readonly Case[] = [
  { rule: 'curve-hunts', what: 'a gentle slope: 1.75 % a degree, 8.75 % for five', build: good, wanted: 'holds' },
  { rule: 'curve-hunts', what: 'no curve', build: bench(['M1: board-middle']), wanted: 'notApplicable' },
  {
    rule: 'curve-hunts',
    what: 'coolant, which takes minutes',
    build: withChoices(good, { curves: [{ ...steep.curves[0], heatSource: 'coolant' }] }),
    wanted: 'notApplicable',
  },
  {
    rule: 'curve-hunts',
    what: 'a steep piece',
    build: curved('curvy', 'CPU', steep),
    wanted: 'hunts',
    params: { port: 'CPU', heat: 'processor', riseCelsius: 5, fromCelsius: 50, swingPercent: 18 },
  },
  {
    rule: 'curve-hunts',
    what: 'a steep piece with three degrees of play: 7.2 % are left of it',
    build: finer(steep, { hysteresisC: 3 }),
    wanted: 'holds',
  },
  {
    rule: 'curve-hunts',
    what: 'a steep piece neared slowly: 5 % in ten seconds',
    build: finer(steep, { stepUpMs: 200_000 }),
    wanted: 'holds',
  },
  {
    rule: 'curves-throb',
    what: 'fans of other speeds',
    build: twoFans('far', { curves: rising('SYS1', 'SYS2') }),
    wanted: 'holds',
  },
  { rule: 'curves-throb', what: 'no curve', build: twoFans('near', {}), wanted: 'notApplicable' },
  {
    rule: 'curves-throb',
    what: 'speeds that only cross',
    build: twoFans('crossing', {
      curves: [...rising('SYS1'), ...curveOn('SYS2', 'processor', [30, 20], [70, 99.9]).curves],
    }),
    wanted: 'holds',
  },
  {
    rule: 'curves-throb',
    what: 'two kinds, 2 % apart all the way',
    build: twoFans('near', { curves: rising('SYS1', 'SYS2') }),
    wanted: 'throbs',
    params: { leads: ['F1'], others: ['F2'], fromCelsius: 20, toCelsius: 100, leadRpm: 2000, otherRpm: 2040 },
  },
  {
    rule: 'stock-curve',
    what: 'planned as it comes',
    build: withChoices(good, { stockCurves: good.choices.curves! }),
    wanted: 'holds',
  },
  { rule: 'stock-curve', what: 'nobody has said what it comes with', build: good, wanted: 'notApplicable' },
  {
    rule: 'stock-curve',
    what: 'another curve than it comes with',
    build: withChoices(good, { stockCurves: steep.curves }),
    wanted: 'differs',
    params: { item: 'M1', ports: ['CPU'] },
  },
  { rule: 'preset-cap', what: 'a box without one', build: boxed('open', 'first', 'slow'), wanted: 'notApplicable' },
  {
    rule: 'preset-cap',
    what: 'a curve of its own',
    build: withChoices(boxed('held', 'first', 'slow'), ownCurve),
    wanted: 'notApplicable',
  },
  {
    rule: 'preset-cap',
    what: 'the fan that reports is slower than the preset',
    build: boxed('held', 'slow', 'slow'),
    wanted: 'holds',
  },
  {
    rule: 'preset-cap',
    what: '1200 rpm of 2000: the other has 60 % of its 1000 too',
    build: boxed('held', 'first', 'slow'),
    wanted: 'heldBack',
    params: { lead: 'F2', reporter: 'F1', reachRpm: 600, ratedRpm: 1000, presetRpm: 1200 },
  },
  { rule: 'reporter-slowest', what: 'the slowest reports', build: boxed('open', 'slow', 'first'), wanted: 'holds' },
  {
    rule: 'reporter-slowest',
    what: 'speeds that nobody states',
    build: boxed('open', 'fan', 'fan'),
    wanted: 'notApplicable',
  },
  {
    rule: 'reporter-slowest',
    what: 'the fastest reports',
    build: boxed('open', 'first', 'slow'),
    wanted: 'faster',
    params: { reporter: 'F1', lead: 'F2', reportedRpm: 2000, slowestRpm: 1000 },
  },
]
