import { figureOf, makeController, makeHandBox, makeStrip } from '../../src/core/parts/make'
import type { Part } from '../../src/core/parts/schema'
import { bench, demoBuild, partNamed } from '../support/bench'
import { as, at, changed, withChoices, withLeads, withPorts, type Case } from './case'

const strip = (id: string, count: number, figures: object = {}): Part =>
  changed(makeStrip({ id, name: id, maker: 'Alder', leds: { count, whiteMilliamps: 50 } }), 'light', () => figures)
/** Every figure that the volts at the far end need. */
const certain = (part: Part, lengthMm: number, gaugeAwg: number, leastVolts = 4): Part =>
  changed(
    withPorts(withLeads(part, lengthMm, gaugeAwg), () => ({ contactMilliohm: figureOf(10, 'measured') })),
    'light',
    () => ({ leastVolts: figureOf(leastVolts, 'label'), trackMilliohm: figureOf(50, 'measured') }),
  )
const short = strip('short', 10)
const uncounted = strip('uncounted', 10, { addressedLedCount: undefined })
const box = makeController({
  id: 'box',
  name: 'Box',
  maker: 'Alder',
  lightOutletCount: 3,
  lightSync: 'follow the board',
  needsProgram: true,
  mostLedCount: 40,
})
const silentBox = changed(as(box, 'silent-box'), 'drives', () => ({ needsProgram: undefined }))
const copyBox = makeController({
  id: 'copy-box',
  name: 'Copy box',
  lightOutletCount: 3,
  lightsTogether: true,
  needsProgram: true,
})
const handBox = changed(makeHandBox({ id: 'hand', name: 'Hand box', outletCount: 2, mostLeds: 40 }), 'drives', () => ({
  needsProgram: false,
}))
const tieCable = withPorts(as(partNamed('light-splitter-3'), 'tie'), (port) =>
  port.id === 'out1' ? { side: 'takes', connector: { family: 'argb-3pin', end: 'sockets' }, need: 'optional' } : {},
)
const deadEnd = changed(as(partNamed('light-splitter-3'), 'dead-end'), 'joins', () => ({ wires: ['5v', 'gnd'] }))
const fewUnits = changed(as(box, 'few-units'), 'limit', () => ({ mostUnitCount: figureOf(4, 'manual') }))
const own = [
  short,
  fewUnits,
  uncounted,
  box,
  silentBox,
  copyBox,
  handBox,
  tieCable,
  deadEnd,
  strip('thirty', 30),
  strip('long', 2000),
  certain(as(short, 'sure'), 100, 24),
  certain(as(short, 'tight'), 100, 24, 4.75),
  certain(as(strip('x', 60), 'far'), 3000, 30, 4.5),
  withLeads(as(short, 'half-sure'), 100, 24),
  strip('weak', 10, { ratedAmps: undefined }),
]
const on = (items: readonly string[], threads: readonly string[]) => bench(items, threads, own)
const board = 'M1: board-middle'
const chain = (...models: readonly string[]) =>
  on(
    [board, ...models.map((model, i) => `L${i + 1}: ${model}`)],
    models.map((_, i) => (i === 0 ? 'L1.light > M1.LED5V' : `L${i + 1}.light > L${i}.lightOut`)),
  )
const legs = on(
  [board, 'Y1: light-splitter-3', 'L1: short', 'L2: thirty'],
  ['Y1.in > M1.LED5V', 'L1.light > Y1.out1', 'L2.light > Y1.out2'],
)
const fed = (model: string, threads: readonly string[], lights: readonly string[]) =>
  on([board, 'S1: supply-550', `B1: ${model}`, ...lights], ['B1.supply1 > S1.A_1', ...threads])
const onBox = (...lights: readonly string[]) =>
  fed(
    'box',
    lights.map((_, i) => `L${i + 1}.light > B1.light${i + 1}`),
    lights.map((model, i) => `L${i + 1}: ${model}`),
  )
const onLights = (...models: readonly string[]) =>
  fed(
    'box',
    models.map((_, i) => (i === 0 ? 'L1.light > B1.light1' : `L${i + 1}.light > L${i}.lightOut`)),
    models.map((model, i) => `L${i + 1}: ${model}`),
  )
const onCopyBox = fed('copy-box', ['L1.light > B1.light1', 'L2.light > B1.light2'], ['L1: short', 'L2: thirty'])
const synced = (isOn: boolean | undefined, isPlugged: boolean) =>
  withChoices(
    fed('box', ['L1.light > B1.light1', ...(isPlugged ? ['B1.lightSync > M1.LED5V'] : [])], ['L1: short']),
    isOn === undefined ? {} : { syncSettings: [{ at: at('b1', 'lightSync'), isOn }] },
  )
const declared = (ledCount: number, unitCount: number, build = onBox('thirty')) =>
  withChoices(build, { declaredModels: [{ at: at('b1', 'light1'), model: 'ring', ledCount, unitCount }] })
const numbered = (...numbers: readonly number[]) => ({
  ...chain('short', 'thirty'),
  places: numbers.map((number, i) => ({ itemId: `l${i + 1}`, number })),
})
const onOutlets = (...numbers: readonly number[]) => ({
  ...onBox('short', 'short', 'short'),
  places: numbers.map((number, i) => ({ itemId: `l${i + 1}`, number })),
})
const school = (light: 'board' | 'maker' | 'handBox' | 'foreign') => ({ schools: { light } })
/** Night Ferry, whose pump has a screen, with so many quarter turns set in its program. */
const screenAt = (pictureTurns: number | undefined) => {
  const build = demoBuild('night-ferry')
  return pictureTurns === undefined
    ? build
    : withChoices(build, { screens: [{ itemId: 'p1', screens: [{ screenId: 'screen', pictureTurns }] }] })
}
const byHand = on(['S1: supply-550', 'B1: hand', 'L1: short'], ['B1.supply > S1.A_1', 'L1.light > B1.out1'])

export const lightCases: readonly Case[] = [
  { rule: 'light-source', what: 'a chain on a header', build: chain('short', 'thirty'), wanted: 'holds' },
  { rule: 'light-source', what: 'legs of a splitter', build: legs, wanted: 'holds' },
  { rule: 'light-source', what: 'a box that follows the board', build: synced(true, true), wanted: 'holds' },
  { rule: 'light-source', what: 'a loose light', build: on([board, 'L1: short'], []), wanted: 'notApplicable' },
  {
    rule: 'light-source',
    what: 'a chain that starts nowhere',
    build: on(['L1 L2: short'], ['L2.light > L1.lightOut']),
    wanted: 'none',
    params: { leads: ['L2 light lead'] },
  },
  {
    rule: 'light-source',
    what: 'a splitter that passes no data',
    build: on([board, 'Y1: dead-end', 'L1: short'], ['Y1.in > M1.LED5V', 'L1.light > Y1.out1']),
    wanted: 'none',
  },
  {
    rule: 'light-source',
    what: 'two headers tied by a cable',
    build: on(
      ['M1: board-large', 'Y1: tie', 'L1: short'],
      ['Y1.in > M1.LED5VA', 'Y1.out1 > M1.LED5VB', 'L1.light > Y1.out2'],
    ),
    wanted: 'several',
    params: { sources: ['LED5V A', 'LED5V B'], leads: ['L1 light lead'] },
  },

  {
    rule: 'light-source',
    what: 'the tail of a chain pushed onto a header of its own',
    build: on(['M1: board-large', 'L1: short'], ['L1.light > M1.LED5VA', 'L1.lightOut > M1.LED5VB']),
    wanted: 'tailsTied',
    params: { sources: ['L1 light tail', 'LED5V B'] },
  },
  {
    rule: 'light-source',
    what: 'a tail and an outlet on one lead',
    build: on(
      ['M1: board-large', 'Y1: tie', 'L1 L2: short'],
      ['L1.light > M1.LED5VA', 'Y1.in > M1.LED5VB', 'Y1.out1 > L1.lightOut', 'L2.light > Y1.out2'],
    ),
    wanted: 'several',
    params: { sources: ['L1 light tail', 'LED5V B'], leads: ['L2 light lead'] },
  },

  {
    rule: 'led-count',
    what: 'known lights past one that nobody counted are counted',
    build: on(
      ['S1: supply-550', 'B1: box', 'L1 L3: thirty', 'L2: uncounted'],
      ['B1.supply1 > S1.A_1', 'L1.light > B1.light1', 'L2.light > L1.lightOut', 'L3.light > L2.lightOut'],
    ),
    wanted: 'over',
    params: { ledCount: 60, limitCount: 40 },
  },
  { rule: 'led-count', what: 'within the most', build: onBox('thirty'), wanted: 'holds' },
  { rule: 'led-count', what: 'exactly the most', build: onBox('short'), wanted: 'holds' },
  { rule: 'led-count', what: 'no limit stated', build: chain('short'), wanted: 'notApplicable' },
  {
    rule: 'led-count',
    what: 'a box that copies counts its longest leg',
    build: on(
      ['S1: supply-550', 'B1: hand', 'L1: thirty', 'L2: thirty'],
      ['B1.supply > S1.A_1', 'L1.light > B1.out1', 'L2.light > B1.out2'],
    ),
    wanted: 'holds',
  },
  {
    rule: 'led-count',
    what: 'a chain over it',
    build: fed('box', ['L1.light > B1.light1', 'L2.light > L1.lightOut'], ['L1 L2: thirty']),
    wanted: 'over',
    params: { subject: 'B1 light outlet 1', ledCount: 60, limitCount: 40 },
  },
  {
    rule: 'led-count',
    what: 'a light nobody counted',
    build: onBox('uncounted'),
    wanted: 'unknown',
    params: { ledCount: 0, unknownCount: 1 },
  },

  { rule: 'stand-in-model', what: 'the declaration is exact', build: declared(10, 3), wanted: 'holds' },
  { rule: 'stand-in-model', what: 'nothing declared', build: onBox('thirty'), wanted: 'notApplicable' },
  {
    rule: 'stand-in-model',
    what: 'the largest of the copied groups',
    build: declared(10, 3, onCopyBox),
    wanted: 'holds',
  },
  {
    rule: 'stand-in-model',
    what: 'too short',
    build: declared(8, 3),
    wanted: 'short',
    params: { declaredCount: 24, ledCount: 30, darkCount: 6 },
  },
  {
    rule: 'stand-in-model',
    what: 'too long',
    build: declared(16, 2),
    wanted: 'long',
    params: { declaredCount: 32, spillCount: 2 },
  },
  {
    rule: 'stand-in-model',
    what: 'units of ten for lights of ten and twenty',
    build: declared(10, 4, onLights('short', 'thirty')),
    wanted: 'holds',
  },
  {
    rule: 'stand-in-model',
    what: 'units of eight for a light of ten and one of thirty',
    build: declared(8, 5, onLights('short', 'thirty')),
    wanted: 'mixed',
    params: { unitCount: 5, modelLedCount: 8, leads: ['L2 light lead'] },
  },
  {
    rule: 'stand-in-model',
    what: 'a light nobody counted',
    build: declared(10, 1, onBox('uncounted')),
    wanted: 'unknown',
    params: { declaredCount: 10, ledCount: 0 },
  },

  {
    rule: 'stand-in-model',
    what: 'more units than its program lets one declare',
    build: withChoices(fed('few-units', ['L1.light > B1.light1'], ['L1: thirty']), {
      declaredModels: [{ at: at('b1', 'light1'), model: 'ring', ledCount: 5, unitCount: 6 }],
    }),
    wanted: 'tooMany',
    params: { unitCount: 6, limitCount: 4 },
  },

  { rule: 'light-volts', what: 'short leads, all figures known', build: chain('sure'), wanted: 'holds' },
  { rule: 'light-volts', what: 'no lights', build: on([board], []), wanted: 'notApplicable' },
  {
    rule: 'light-volts',
    what: 'long thin leads',
    build: chain('far'),
    wanted: 'low',
    params: { lead: 'L1 light lead', leastVolts: 4.5 },
  },
  {
    rule: 'light-volts',
    what: 'enough as it is, too little when the supply stands low',
    build: chain('tight'),
    wanted: 'weak',
    params: { lead: 'L1 light lead', leastVolts: 4.75 },
  },
  {
    rule: 'light-volts',
    what: 'what the lights leave unsaid is assumed',
    build: chain('half-sure'),
    wanted: 'wouldHold',
    params: { lead: 'L1 light lead' },
  },
  {
    rule: 'light-volts',
    what: 'no length',
    build: chain('short'),
    wanted: 'open',
    params: { leads: ['L1 light lead'] },
  },

  { rule: 'sync-setting', what: 'lead and setting', build: synced(true, true), wanted: 'holds' },
  { rule: 'sync-setting', what: 'neither', build: synced(undefined, false), wanted: 'notApplicable' },
  {
    rule: 'sync-setting',
    what: 'lead without setting',
    build: synced(false, true),
    wanted: 'leadWithoutSetting',
    params: { lead: 'B1 light sync lead', setting: 'follow the board', box: 'B1' },
  },
  { rule: 'sync-setting', what: 'setting without lead', build: synced(true, false), wanted: 'settingWithoutLead' },
  { rule: 'sync-setting', what: 'nobody has said', build: synced(undefined, true), wanted: 'settingUnknown' },

  { rule: 'mirrored-legs', what: 'mirrors are fine', build: legs, wanted: 'notApplicable' },
  {
    rule: 'mirrored-legs',
    what: 'apart in a chain',
    build: withChoices(chain('short', 'short'), { schools: { splitLights: 'separate' } }),
    wanted: 'holds',
  },
  {
    rule: 'mirrored-legs',
    what: 'apart on a splitter',
    build: withChoices(legs, { schools: { splitLights: 'separate' } }),
    wanted: 'mirrors',
    params: { port: 'LED5V', leads: ['L1 light lead', 'L2 light lead'] },
  },
  {
    rule: 'mirrored-legs',
    what: 'apart on two outlets of a box that sends the same to all',
    build: withChoices(onCopyBox, { schools: { splitLights: 'separate' } }),
    wanted: 'copies',
    params: { box: 'B1' },
  },
  {
    rule: 'mirrored-legs',
    what: 'apart on two outlets of a box that drives each by itself',
    build: withChoices(onBox('short', 'thirty'), { schools: { splitLights: 'separate' } }),
    wanted: 'holds',
  },
  {
    rule: 'mirrored-legs',
    what: 'one light alone on a box that sends the same to all',
    build: withChoices(fed('copy-box', ['L1.light > B1.light1'], ['L1: short']), {
      schools: { splitLights: 'separate' },
    }),
    wanted: 'holds',
  },

  {
    rule: 'screen-upright',
    what: 'nobody has written down how its picture is turned',
    build: screenAt(undefined),
    wanted: 'unset',
    params: { item: 'P1', screen: 'screen', wantedDegrees: 270 },
  },
  { rule: 'screen-upright', what: 'turned as it has to be', build: screenAt(3), wanted: 'holds' },
  {
    rule: 'screen-upright',
    what: 'turned to its head',
    build: screenAt(1),
    wanted: 'turned',
    params: { setDegrees: 90, wantedDegrees: 270 },
  },
  {
    rule: 'screen-upright',
    what: 'nobody knows how its part sits',
    build: { ...demoBuild('night-ferry'), places: [] },
    wanted: 'notApplicable',
  },

  { rule: 'light-order', what: 'as in the case', build: numbered(1, 2), wanted: 'holds' },
  { rule: 'light-order', what: 'no numbers', build: chain('short', 'short'), wanted: 'notApplicable' },
  {
    rule: 'light-order',
    what: 'the other way round',
    build: numbered(2, 1),
    wanted: 'differs',
    params: { port: 'LED5V', chain: ['L1', 'L2'], wanted: ['L2', 'L1'] },
  },

  {
    rule: 'light-order',
    what: 'legs that mirror each other are not compared',
    build: {
      ...on(
        [board, 'Y1: light-splitter-3', 'L1 L2 L3 L4: short'],
        [
          'Y1.in > M1.LED5V',
          'L1.light > Y1.out1',
          'L2.light > L1.lightOut',
          'L3.light > Y1.out2',
          'L4.light > L3.lightOut',
        ],
      ),
      places: [1, 2, 3, 4].map((number) => ({ itemId: `l${number}`, number })),
    },
    wanted: 'holds',
  },

  { rule: 'outlet-order', what: 'the first on the first', build: onOutlets(1, 2, 3), wanted: 'holds' },
  { rule: 'outlet-order', what: 'no numbers', build: onBox('short', 'short'), wanted: 'notApplicable' },
  {
    rule: 'outlet-order',
    what: 'separate lights, the last in the case on the first outlet',
    build: onOutlets(3, 1, 2),
    wanted: 'differs',
    params: { box: 'B1', chain: ['L1', 'L2', 'L3'], wanted: ['L2', 'L3', 'L1'] },
  },
  {
    rule: 'outlet-order',
    what: 'motors on a hub',
    build: {
      ...on(['H1: hub-powered-8', 'F1 F2: fan-140'], ['F1.fan > H1.out2', 'F2.fan > H1.out1']),
      places: [1, 2].map((number) => ({ itemId: `f${number}`, number })),
    },
    wanted: 'differs',
    params: { box: 'H1', chain: ['F2', 'F1'], wanted: ['F1', 'F2'] },
  },
  {
    rule: 'outlet-order',
    what: 'headers of a board have names, not an order',
    build: {
      ...on([board, 'F1 F2: fan-140'], ['F1.fan > M1.SYS2', 'F2.fan > M1.SYS1']),
      places: [1, 2].map((number) => ({ itemId: `f${number}`, number })),
    },
    wanted: 'notApplicable',
  },

  { rule: 'refresh-rate', what: 'a short line', build: chain('short'), wanted: 'holds' },
  {
    rule: 'refresh-rate',
    what: 'lights of one colour',
    build: on([board, 'L1: strip-12v'], ['L1.light > M1.LED12V']),
    wanted: 'notApplicable',
  },
  {
    rule: 'refresh-rate',
    what: 'two thousand LEDs',
    build: chain('long'),
    wanted: 'slow',
    params: { port: 'LED5V', ledCount: 2000, wantedFramesPerSecond: 30 },
  },
  {
    rule: 'refresh-rate',
    what: 'a target of the builder',
    build: withChoices(chain('thirty'), { leastFramesPerSecond: 900 }),
    wanted: 'slow',
  },
  {
    rule: 'refresh-rate',
    what: 'a light nobody counted',
    build: chain('uncounted'),
    wanted: 'unknown',
    params: { port: 'LED5V', unknownCount: 1 },
  },

  { rule: 'light-owner', what: 'no choice made', build: chain('short'), wanted: 'notApplicable' },
  {
    rule: 'light-owner',
    what: 'the board, as chosen',
    build: withChoices(chain('short'), school('board')),
    wanted: 'holds',
  },
  {
    rule: 'light-owner',
    what: "the maker's own box, as chosen",
    build: withChoices(onBox('short'), school('maker')),
    wanted: 'holds',
  },
  {
    rule: 'light-owner',
    what: 'a box with a remote, as chosen',
    build: withChoices(byHand, school('handBox')),
    wanted: 'holds',
  },
  {
    rule: 'light-owner',
    what: "another maker's box, as chosen",
    build: withChoices(onBox('strip-5v-30'), school('foreign')),
    wanted: 'holds',
  },
  {
    rule: 'light-owner',
    what: 'a group asks for the board',
    build: {
      ...onBox('short'),
      groups: [{ id: 'g', name: 'Front', itemIds: ['l1'], schools: { light: 'board' as const } }],
    },
    wanted: 'otherOwner',
    params: { lead: 'L1 light lead', owner: "the maker's own program", group: 'Front', wanted: 'the board' },
  },
  {
    rule: 'light-owner',
    what: 'one light by itself, as chosen for it',
    build: withChoices(chain('short'), { lightOwners: [{ at: at('l1', 'light'), owner: 'board' }] }),
    wanted: 'holds',
  },
  {
    rule: 'light-owner',
    what: 'one light by itself, against the choice for the build',
    build: withChoices(chain('short'), {
      ...school('board'),
      lightOwners: [{ at: at('l1', 'light'), owner: 'maker' }],
    }),
    wanted: 'otherOwner',
    params: { group: 'this light', owner: 'the board', wanted: "the maker's own program" },
  },
  {
    rule: 'light-owner',
    what: 'nobody has said whether the box needs a program',
    build: withChoices(fed('silent-box', ['L1.light > B1.light1'], ['L1: short']), school('maker')),
    wanted: 'ownerUnknown',
  },
]
