import {
  figureOf,
  makeBridgeCable,
  makeCable,
  makeController,
  makeLinkFan,
  makeRowFeed,
  makeUsbHub,
  makeUsbSplitter,
} from '../../src/core/parts/make'
import { coverEdit } from '../../src/core/build/choose'
import type { Part, Port } from '../../src/core/parts/schema'
import { bench } from '../support/bench'
import { after, as, at, withChoices, withPorts, type Case } from './case'

const link = { maker: 'Alder', generation: 'two' }
const plain = makeLinkFan({
  id: 'plain',
  name: 'Plain',
  link: { ...link, variant: 'plain' },
  sizeMm: 120,
  amps: 0.2,
  clips: true,
})
const screen = makeLinkFan({
  id: 'screen',
  name: 'Screen',
  link: { ...link, variant: 'screen' },
  sizeMm: 120,
  amps: 0.2,
})
const rowFeed = makeRowFeed({ id: 'row-feed', name: 'Row feed', link: { ...link, variant: 'plain' }, lengthMm: 300 })
const nameless = makeLinkFan({ id: 'nameless', name: 'Nameless', link, sizeMm: 120, amps: 0.2 })
const anyTail = withPorts(as(plain, 'any-tail'), (port) =>
  port.id === 'linkOut' ? { connector: { ...port.connector, variant: undefined } } : {},
)
const box = makeController({
  id: 'box',
  name: 'Box',
  linkOutletCount: 2,
  link,
  mostDevicesEach: 3,
  mostDevices: 4,
  mostOfVariant: { variant: 'screen', count: 1 },
  extraFeedAbove: 2,
  usb: { need: 'optional', drawMilliamps: 100 },
  needsProgram: true,
})
const twoFeeds = makeController({ id: 'two-feeds', name: 'Two feeds', fanOutletCount: 2, feedCount: 2 })
const switched = makeController({
  id: 'switched',
  name: 'Switched',
  fanOutletCount: 1,
  cascade: { by: 'switches', most: 2, switchCount: 3 },
})
const bridged = makeController({ id: 'bridged', name: 'Bridged', fanOutletCount: 1, cascade: { by: 'bridge' } })
const either = makeController({
  id: 'either',
  name: 'Either',
  fanOutletCount: 1,
  cascade: { by: 'either', family: 'e' },
})
const adapter = (id: string, construction: Part['construction']): Part => ({
  ...makeCable({ id, name: id, from: 'peripheral-4pin', to: 'sata-power', wires: ['12v', 'gnd', '5v'], lengthMm: 150 }),
  ...(construction === undefined ? {} : { construction }),
})
const usbDevice = (id: string, drawMilliamps: number | undefined): Part =>
  makeController({
    id,
    name: id,
    fanOutletCount: 1,
    usb: { need: 'required', ...(drawMilliamps === undefined ? {} : { drawMilliamps }) },
  })
const tailFeed: Part = as(plain, 'far-fed')
const farFed: Part = {
  ...tailFeed,
  ports: [
    ...tailFeed.ports,
    {
      id: 'extra',
      name: 'extra supply lead',
      connector: { family: 'sata-power', end: 'pins' },
      wires: ['12v', '5v', 'gnd'],
      side: 'takes',
      need: 'optional',
    } satisfies Port,
  ],
  inside: [...tailFeed.inside, { type: 'joins', ports: ['link', 'extra'], wires: ['12v', '5v', 'gnd'] }],
}
const tie: Part = {
  ...makeCable({
    id: 'tie',
    name: 'Tie',
    from: 'sata-power',
    to: 'sata-power',
    wires: ['12v', 'gnd', '5v'],
    lengthMm: 100,
  }),
  ports: ['a', 'b'].map((id): Port => ({
    id,
    name: id,
    connector: { family: 'sata-power', end: 'pins' },
    wires: ['12v', '5v', 'gnd'],
    side: 'takes',
    need: 'optional',
  })),
  inside: [{ type: 'joins', ports: ['a', 'b'], wires: ['12v', '5v', 'gnd'] }],
}
const modular = (
  id: string,
  side: 'takes' | 'gives',
  maker: string | undefined,
  generation: string | undefined,
): Part => ({
  ...makeCable({ id, name: id, from: 'modular-supply', to: 'modular-supply', wires: ['12v', 'gnd'], lengthMm: 500 }),
  ports: [
    {
      id: 'p',
      name: 'supply end',
      connector: {
        family: 'modular-supply',
        end: side === 'takes' ? 'sockets' : 'pins',
        ...(maker === undefined ? {} : { maker }),
        ...(generation === undefined ? {} : { generation }),
      },
      wires: ['12v', 'gnd'],
      side,
    },
  ],
  inside: [],
})
const own = [
  plain,
  screen,
  nameless,
  anyTail,
  box,
  twoFeeds,
  switched,
  bridged,
  either,
  farFed,
  rowFeed,
  tie,
  makeBridgeCable({ id: 'bridge', name: 'Bridge', lengthMm: 200 }),
  adapter('moulded', 'moulded'),
  adapter('crimped', 'crimped'),
  adapter('unsaid', undefined),
  usbDevice('thirsty', 400),
  usbDevice('sober', 50),
  usbDevice('silent', undefined),
  usbDevice('glutton', 700),
  makeUsbSplitter({ id: 'parted', name: 'Parted' }),
  withPorts(as(usbDevice('two', 700), 'two-lanes'), (port) =>
    port.id === 'usb' ? { lanes: { count: 2, covers: 2 } } : {},
  ),
  makeUsbHub({ id: 'hub', name: 'Hub', headerCount: 2, drawMilliamps: 20 }),
  makeUsbHub({ id: 'fed-hub', name: 'Fed hub', headerCount: 2, drawMilliamps: 20, hasSupply: true }),
  modular('cable-a', 'takes', 'Alder', 'one'),
  modular('cable-x', 'takes', undefined, undefined),
  modular('supply-a', 'gives', 'Alder', 'one'),
  modular('supply-b', 'gives', 'Birch', 'one'),
]
const on = (items: readonly string[], threads: readonly string[] = []) => bench(items, threads, own)
const row = (...models: readonly string[]) =>
  on(
    ['S1: supply-550', 'B1: box', ...models.map((model, i) => `F${i + 1}: ${model}`)],
    [
      'B1.supply1 > S1.A_1',
      ...models.map((_, i) => (i === 0 ? 'F1.link > B1.link1' : `F${i + 1}.link > F${i}.linkOut`)),
    ],
  )
const boxes = (model: string, count: number, threads: readonly string[] = []) =>
  on(
    [
      'S1: supply-550',
      ...Array.from({ length: count }, (_, i) => `B${i + 1}: ${model}`),
      ...(threads.length > 0 ? ['X1: bridge'] : []),
    ],
    threads,
  )
const addressed = (count: number, ...numbers: readonly number[]) =>
  withChoices(boxes('switched', count), {
    addresses: numbers.map((addressNumber, i) => ({ itemId: `b${i + 1}`, addressNumber })),
  })
const twoLeads = (second: string) =>
  on(
    ['S1: supply-550', 'B1: two-feeds'],
    ['B1.supply1 > S1.A_1', ...(second === '' ? [] : [`B1.supply2 > S1.${second}`])],
  )
const edition = (...others: readonly string[]) => {
  const build = on([...others, 'F1: plain'])
  const items = build.items.map((item) => (item.id === 'f1' ? { ...item, packId: 'single' } : item))
  return { ...build, items, packs: [{ id: 'single', name: 'Single', contents: [{ partId: 'plain', count: 1 }] }] }
}
const usb = (threads: readonly string[], ...items: readonly string[]) =>
  on(['M1: board-middle', 'S1: supply-550', ...items], threads)
const hubbed = (hub: string, device: string, extra: readonly string[] = []) =>
  usb([`U1.usb > M1.USB1`, `B1.usb > U1.out1`, ...extra], `U1: ${hub}`, `B1: ${device}`)
const pack = (contents: readonly { readonly partId: string; readonly count: number }[]) => {
  const build = on(['F1 F2: fan-140'])
  return {
    ...build,
    packs: [{ id: 'p', name: 'Twin pack', contents }],
    items: build.items.map((item) => ({ ...item, packId: 'p' })),
  }
}

export const supplyCases: readonly Case[] = [
  { rule: 'device-count', what: 'three in a row', build: row('plain', 'plain', 'plain'), wanted: 'holds' },
  { rule: 'device-count', what: 'an empty box', build: row(), wanted: 'notApplicable' },
  {
    rule: 'device-count',
    what: 'four in a row of three',
    build: row('plain', 'plain', 'plain', 'plain'),
    wanted: 'over',
    params: { subject: 'B1 link outlet 1', deviceCount: 4, limitCount: 3, leads: ['F1', 'F2', 'F3', 'F4'] },
  },
  {
    rule: 'device-count',
    what: 'five on a box of four',
    build: on(
      ['S1: supply-550', 'B1: box', 'F1 F2 F3 F4 F5: plain'],
      [
        'B1.supply1 > S1.A_1',
        'F1.link > B1.link1',
        'F2.link > F1.linkOut',
        'F3.link > F2.linkOut',
        'F4.link > B1.link2',
        'F5.link > F4.linkOut',
      ],
    ),
    wanted: 'over',
    params: { subject: 'B1 outlets together', deviceCount: 5, limitCount: 4 },
  },
  {
    rule: 'device-count',
    what: 'two of a kind of which the box takes one',
    build: row('screen', 'screen'),
    wanted: 'overOfKind',
    params: { variant: 'screen', deviceCount: 2, limitCount: 1 },
  },

  { rule: 'chain-variants', what: 'one variant', build: row('plain', 'plain'), wanted: 'holds' },
  { rule: 'chain-variants', what: 'one device', build: row('plain'), wanted: 'notApplicable' },
  {
    rule: 'chain-variants',
    what: 'two variants in one chain',
    build: row('any-tail', 'screen'),
    wanted: 'mixed',
    params: { outlet: 'B1 link outlet 1', variants: ['plain', 'screen'] },
  },
  { rule: 'chain-variants', what: 'variants nobody has named', build: row('nameless', 'nameless'), wanted: 'unknown' },

  { rule: 'extra-feed', what: 'two need none', build: row('plain', 'plain'), wanted: 'holds' },
  { rule: 'extra-feed', what: 'an empty box', build: row(), wanted: 'notApplicable' },
  {
    rule: 'extra-feed',
    what: 'three with one at the far end',
    build: after(row('plain', 'plain', 'far-fed'), {
      type: 'connect',
      thread: { id: 'x', from: at('f3', 'extra'), to: at('s1', 'B_1') },
    }),
    wanted: 'holds',
  },
  {
    rule: 'extra-feed',
    what: 'three without, and something that feeds rows beside them',
    build: on(
      ['S1: supply-550', 'B1: box', 'F1 F2 F3: plain', 'X1: row-feed'],
      ['B1.supply1 > S1.A_1', 'F1.link > B1.link1', 'F2.link > F1.linkOut', 'F3.link > F2.linkOut'],
    ),
    wanted: 'missing',
  },
  {
    rule: 'extra-feed',
    what: 'three without',
    build: row('plain', 'plain', 'plain'),
    wanted: 'missing',
    params: { outlet: 'B1 link outlet 1', deviceCount: 3, limitCount: 2 },
  },

  { rule: 'cascade-addresses', what: 'numbers of their own', build: addressed(2, 1, 2), wanted: 'holds' },
  { rule: 'cascade-addresses', what: 'one box', build: addressed(1), wanted: 'notApplicable' },
  {
    rule: 'cascade-addresses',
    what: 'a bridge',
    build: boxes('bridged', 2, ['X1.a > B1.bridge', 'X1.b > B2.bridge']),
    wanted: 'holds',
  },
  {
    rule: 'cascade-addresses',
    what: 'a bridge where either will do',
    build: boxes('either', 2, ['X1.a > B1.bridge', 'X1.b > B2.bridge']),
    wanted: 'holds',
  },
  {
    rule: 'cascade-addresses',
    what: 'one number twice',
    build: addressed(2, 1, 1),
    wanted: 'sameAddress',
    params: { boxes: ['B1', 'B2'], addressNumber: 1 },
  },
  {
    rule: 'cascade-addresses',
    what: 'no bridge',
    build: boxes('bridged', 2),
    wanted: 'notBridged',
    params: { boxes: ['B1', 'B2'] },
  },
  {
    rule: 'cascade-addresses',
    what: 'three of a family of two',
    build: addressed(3, 1, 2, 3),
    wanted: 'tooMany',
    params: { boxCount: 3, limitCount: 2 },
  },
  {
    rule: 'cascade-addresses',
    what: 'switches nobody has set',
    build: boxes('either', 2),
    wanted: 'addressUnknown',
    params: { boxes: ['B1', 'B2'] },
  },

  {
    rule: 'bare-contacts',
    what: 'the cover is on',
    build: after(row('plain'), coverEdit(at('f1', 'linkOut'), true)),
    wanted: 'holds',
  },
  { rule: 'bare-contacts', what: 'not live', build: on(['F1: plain']), wanted: 'notApplicable' },
  {
    rule: 'bare-contacts',
    what: 'the next device covers them',
    build: row('plain', 'screen'),
    wanted: 'notApplicable',
  },
  { rule: 'bare-contacts', what: 'free and live', build: row('plain'), wanted: 'bare', params: { port: 'F1 clip' } },

  { rule: 'feed-missing', what: 'both leads fed', build: twoLeads('B_1'), wanted: 'holds' },
  { rule: 'feed-missing', what: 'one of two still loose: said elsewhere', build: twoLeads(''), wanted: 'holds' },
  { rule: 'feed-missing', what: 'all loose: said elsewhere', build: on(['B1: two-feeds']), wanted: 'notApplicable' },
  {
    rule: 'feed-missing',
    what: 'one of two, the other on a cable that goes nowhere',
    build: on(['S1: supply-550', 'X1: crimped', 'B1: two-feeds'], ['B1.supply1 > S1.A_1', 'B1.supply2 > X1.out']),
    wanted: 'oneOfTwo',
    params: { box: 'B1', lead: 'B1 supply lead 2' },
  },
  {
    rule: 'feed-missing',
    what: 'an adapter that goes nowhere',
    build: on(['X1: crimped', 'B1: box'], ['B1.supply1 > X1.out']),
    wanted: 'nothingArrives',
    params: { box: 'B1', lead: 'B1 supply lead' },
  },

  {
    rule: 'feed-missing',
    what: 'a supply lead left loose on purpose while a fan hangs on its box',
    build: withChoices(on(['B1: box', 'F1: plain'], ['F1.link > B1.link1']), {
      parked: [{ at: at('b1', 'supply1'), reason: 'on purpose' }],
    }),
    wanted: 'parked',
    params: { box: 'B1', leads: ['F1 link lead'] },
  },

  { rule: 'two-feeds-one-cable', what: 'two cables', build: twoLeads('B_1'), wanted: 'holds' },
  { rule: 'two-feeds-one-cable', what: 'one lead', build: twoLeads(''), wanted: 'notApplicable' },
  {
    rule: 'two-feeds-one-cable',
    what: 'one cable',
    build: twoLeads('A_2'),
    wanted: 'together',
    params: { leads: ['B1 supply lead 1', 'B1 supply lead 2'] },
  },

  { rule: 'adapter-construction', what: 'crimped', build: on(['X1: crimped']), wanted: 'holds' },
  { rule: 'adapter-construction', what: 'another adapter', build: on(['F1: fan-140']), wanted: 'notApplicable' },
  {
    rule: 'adapter-construction',
    what: 'moulded',
    build: on(['X1: moulded']),
    wanted: 'moulded',
    params: { adapter: 'X1' },
  },
  { rule: 'adapter-construction', what: 'nobody has said', build: on(['X1: unsaid']), wanted: 'unknown' },

  {
    rule: 'pack-contents',
    what: 'both are in the pack',
    build: pack([{ partId: 'fan-140', count: 2 }]),
    wanted: 'holds',
  },
  { rule: 'pack-contents', what: 'no packs', build: on(['F1: fan-140']), wanted: 'notApplicable' },
  {
    rule: 'pack-contents',
    what: 'one of them is not',
    build: pack([{ partId: 'fan-140', count: 1 }]),
    wanted: 'notInPack',
    params: { marks: ['F2'], heldCount: 1, pack: 'Twin pack' },
  },

  { rule: 'edition-lacks', what: 'its box is there', build: edition('M1: board-middle', 'B1: box'), wanted: 'holds' },
  { rule: 'edition-lacks', what: 'nothing to plug into yet', build: edition(), wanted: 'notApplicable' },
  { rule: 'edition-lacks', what: 'no packs', build: on(['M1: board-middle', 'F1: plain']), wanted: 'notApplicable' },
  {
    rule: 'edition-lacks',
    what: 'a single without its box',
    build: edition('M1: board-middle'),
    wanted: 'nothingTakesIt',
    params: { leads: ['F1 link lead'], pack: 'Single' },
  },

  { rule: 'usb-reaches', what: 'on a header', build: usb(['B1.usb > M1.USB1'], 'B1: sober'), wanted: 'holds' },
  { rule: 'usb-reaches', what: 'behind a hub', build: hubbed('hub', 'sober'), wanted: 'holds' },
  { rule: 'usb-reaches', what: 'loose: said elsewhere', build: usb([], 'B1: sober'), wanted: 'notApplicable' },
  {
    rule: 'usb-reaches',
    what: 'behind a loose hub',
    build: usb(['B1.usb > U1.out1'], 'U1: hub', 'B1: sober'),
    wanted: 'deadEnd',
    params: { lead: 'B1 USB lead', box: 'B1' },
  },
  {
    rule: 'usb-reaches',
    what: 'a program that nothing reaches',
    build: row('plain'),
    wanted: 'needed',
    params: { box: 'B1', lead: 'B1 USB lead' },
  },

  { rule: 'usb-load', what: 'on a header', build: usb(['B1.usb > M1.USB1'], 'B1: thirsty'), wanted: 'holds' },
  {
    rule: 'usb-load',
    what: 'behind a hub with its own supply',
    build: hubbed('fed-hub', 'thirsty', ['U1.supply > S1.A_1']),
    wanted: 'holds',
  },
  {
    rule: 'usb-load',
    what: 'more than one port gives by a lead with one lane, though the header has two',
    build: usb(['B1.usb > M1.USB1'], 'B1: glutton'),
    wanted: 'overLane',
    params: { lead: 'B1 USB lead', totalMilliamps: 700, laneCount: 1, mostMilliamps: 500 },
  },
  {
    rule: 'usb-load',
    what: 'the same by a lead with both lanes',
    build: usb(['B1.usb > M1.USB1'], 'B1: two-lanes'),
    wanted: 'holds',
  },
  {
    rule: 'usb-load',
    what: 'a hub without a supply passes what hangs on it up to its own port',
    build: on(
      ['M1: board-middle', 'U1: hub', 'B1 B2 B3: sober'],
      ['U1.usb > M1.USB1', 'B1.usb > U1.out1', 'B2.usb > U1.out2', 'B3.usb > M1.USB2'],
    ),
    wanted: 'holds',
  },
  {
    rule: 'usb-load',
    what: 'two devices on a lead that parts the header: no hub, each may draw what a port gives',
    build: on(
      ['M1: board-middle', 'U1: parted', 'B1 B2: thirsty'],
      ['U1.in > M1.USB1', 'B1.usb > U1.out1', 'B2.usb > U1.out2'],
    ),
    wanted: 'holds',
  },
  { rule: 'usb-load', what: 'nothing plugged in', build: usb([]), wanted: 'notApplicable' },
  {
    rule: 'usb-load',
    what: 'behind a hub without one',
    build: hubbed('hub', 'thirsty'),
    wanted: 'over',
    params: { port: 'U1 header 1', totalMilliamps: 400, mostMilliamps: 200 },
  },
  {
    rule: 'usb-load',
    what: 'a draw nobody has said',
    build: usb(['B1.usb > M1.USB1'], 'B1: silent'),
    wanted: 'unknown',
    params: { totalMilliamps: 0, unknownCount: 1, mostMilliamps: 1000 },
  },

  {
    rule: 'ports-run-out',
    what: 'a header for the fan',
    build: on(['M1: board-middle', 'F1: fan-140']),
    wanted: 'holds',
  },
  {
    rule: 'ports-run-out',
    what: 'a splitter makes more',
    build: on(['M1: board-small', 'Y1: splitter-4', 'F1 F2 F3 F4 F5: fan-140']),
    wanted: 'holds',
  },
  { rule: 'ports-run-out', what: 'nothing loose', build: on(['M1: board-middle']), wanted: 'notApplicable' },
  {
    rule: 'ports-run-out',
    what: 'three fans, two headers',
    build: on(['M1: board-small', 'F1 F2 F3: fan-140']),
    wanted: 'short',
    params: { neededCount: 3, placeCount: 2 },
  },
  {
    rule: 'ports-run-out',
    what: 'a splitter without a header to hang on',
    build: on(['Y1: splitter-4', 'F1: fan-140']),
    wanted: 'short',
    params: { neededCount: 2, placeCount: 0 },
  },
  {
    rule: 'ports-run-out',
    what: 'a plug that does not belong there takes no place from the fans',
    build: on(['M1: board-small', 'L1: strip-5v-30', 'F1 F2: fan-140'], ['L1.light > M1.CPU']),
    wanted: 'holds',
  },
  {
    rule: 'ports-run-out',
    what: 'a lead in a wrong port still wants a place of its kind',
    build: on(['M1: board-small', 'F1 F2 F3: fan-140'], ['F1.fan > M1.USB1']),
    wanted: 'short',
    params: { neededCount: 3, placeCount: 2, leads: ['F1', 'F2', 'F3'] },
  },

  {
    rule: 'supplies-tied',
    what: 'a row with an extra feed of the same supply',
    build: after(row('far-fed'), {
      type: 'connect',
      thread: { id: 'x', from: at('f1', 'extra'), to: at('s1', 'B_1') },
    }),
    wanted: 'holds',
  },
  { rule: 'supplies-tied', what: 'nothing shared', build: row('plain'), wanted: 'notApplicable' },
  {
    rule: 'supplies-tied',
    what: 'plugs of two supplies',
    build: on(['S1 S2: supply-550', 'X1: tie'], ['X1.a > S1.A_1', 'X1.b > S2.A_1']),
    wanted: 'tied',
    params: { sources: ['S1 A plug 1', 'S2 A plug 1'], rails: ['12 V', '5 V'] },
  },

  {
    rule: 'device-voltage',
    what: 'a pump on 12 V',
    build: on(['M1: board-middle', 'P1: pump'], ['P1.pump > M1.PUMP']),
    wanted: 'holds',
  },
  { rule: 'device-voltage', what: 'a loose pump', build: on(['P1: pump']), wanted: 'notApplicable' },
  {
    rule: 'device-voltage',
    what: 'a fan plug forced on a 5 V light header',
    build: on(['M1: board-middle', 'F1: fan-140'], ['F1.fan > M1.LED5V!']),
    wanted: 'tooLow',
    params: { lead: 'F1', source: 'LED5V', takesVolts: 12, getsVolts: 5 },
  },
  {
    rule: 'device-voltage',
    what: 'a 5 V screen lead forced on a fan header',
    build: bench(
      ['M1: board-middle', 'D1: little'],
      ['D1.p > M1.SYS1!'],
      [
        {
          id: 'little',
          name: 'Little screen',
          kind: 'other',
          markPrefix: 'D',
          ports: [
            {
              id: 'p',
              name: 'lead',
              connector: { family: 'floppy-4pin', end: 'sockets' },
              wires: ['5v', 'gnd'],
              side: 'takes',
              need: 'required',
            },
          ],
          inside: [{ type: 'draw', id: 'screen', port: 'p', rail: '5v', ratedAmps: figureOf(0.3, 'label') }],
        },
      ],
    ),
    wanted: 'tooHigh',
    params: { lead: 'D1', source: 'SYS1', takesVolts: 5, getsVolts: 12 },
  },

  {
    rule: 'modular-cable',
    what: 'its own cable',
    build: on(['S1: supply-a', 'X1: cable-a'], ['X1.p > S1.p']),
    wanted: 'holds',
  },
  { rule: 'modular-cable', what: 'no modular cable', build: row('plain'), wanted: 'notApplicable' },
  {
    rule: 'modular-cable',
    what: 'a cable of another supply',
    build: on(['S1: supply-b', 'X1: cable-a'], ['X1.p > S1.p!']),
    wanted: 'otherSupply',
    params: { cableMaker: 'Alder', supplyMaker: 'Birch' },
  },
  {
    rule: 'modular-cable',
    what: 'a cable nobody knows',
    build: on(['S1: supply-a', 'X1: cable-x'], ['X1.p > S1.p!']),
    wanted: 'originUnknown',
  },
]
