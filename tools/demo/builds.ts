import type { Build, Choices } from '../../src/core/build/schema'
import { withCurves } from './curves'
import { layOutBench } from './lay-out'
import { loomHall } from './loom-hall'
import { demoParts } from './parts'

const withChoices = (build: Build, choices: Partial<Choices>): Build => ({
  ...build,
  choices: { ...build.choices, ...choices },
})
const at = (itemId: string, portId: string) => ({ itemId, portId })

const tangledHeron = layOutBench(demoParts, {
    id: 'tangled-heron',
    name: 'Tangled Heron',
    note: 'A finished machine with mistakes in it, for learning.',
    items: [
      'M1: board-large',
      'S1: supply-550',
      'F1 F2 F3 F4: fan-140',
      'F5: fan-120-strong',
      'F6: fan-120-3pin',
      'F7: fan-unlabelled',
      'F8 F9: fan-120',
      'F10: fan-120-strong',
      'F11: fan-92',
      'P1: pump',
      'L1: strip-12v',
      'L2: strip-5v-60',
      'L3: strip-5v-older',
      'L4: strip-5v-30',
      'X1: light-adapter-shape',
      'Y1: splitter-4',
      'Y2: splitter-2',
      'H1: hub-unstated',
      'X2: sata-adapter-moulded',
      'B1: box-fans-4',
      'F12: fan-80-2w',
      'K1: case-estuary',
    ],
    places: [
      'F1 F2 F3: front fans-140 1 in corner 0 number 1',
      'F7: top fans-120 1 out corner 1 number 4',
      'F8: back fans-120 1 in corner 0 number 5',
    ],
    threads: [
      'Y1.in > M1.SYS1',
      'F1.fan > Y1.out1',
      'F2.fan > Y1.out2',
      'F3.fan > Y1.out3',
      'F4.fan > Y1.out4',
      'F5.fan > M1.SYS2!',
      'F6.fan > M1.SYS2!',
      'F7.fan > M1.SYS3',
      'L1.light > M1.LED5VA!',
      'X1.in > M1.LED12V',
      'L4.light > X1.out',
      'L2.light > M1.LED5VB',
      'L3.light > L2.lightOut!',
      'F8.fan > M1.LED12V!',
      'Y2.in > M1.SYS4',
      'F10.fan > Y2.out1',
      'F9.fan > Y2.out2',
      'F11.fan > H1.out1',
      'X2.in > S1.C_2',
      'B1.supply1 > X2.out',
      'F12.fan > B1.fan1',
      'H1.supply > S1.C_1',
    ],
})

/** Seven fans of one maker and five of another, a rear fan, a pump that reports on one wire, and two USB headers for all. */
const nightFerry = withChoices(
  layOutBench(demoParts, {
    id: 'night-ferry',
    name: 'Night Ferry',
    note: 'A showpiece: 13 fans on two maker links, two boxes, a pump with a screen. A row of the roof is chained out of order, and a light of another maker is told as four rings.',
    items: [
      'M1: board-large',
      'S1: supply-850',
      'B1: box-garland',
      'B2: box-weir',
      'P1: pump-screen',
      'F1 F2 F3 F4 F5 F6 F7: fan-garland',
      'F8 F9 F10 F11 F12: fan-weir',
      'F13: fan-120',
      'L1: strip-5v-30',
      'K1: case-breakwater',
    ],
    places: [
      'P1: side radiator-120x3 1 end corner 2',
      'F1 F2 F3: side radiator-120x3 1 in outer corner 1 number 1',
      'F4 F5 F6: bottom fans-120 1 in corner 1 number 4',
      'F7: back fans-120 1 out corner 0 number 7',
      'F13: back fans-120 2 out corner 0',
      'F8 F9 F10: top fans-140 1 out corner 1 number 8',
      'F11 F12: front fans-140 1 in corner 1 number 11',
      'B1: spot behindLow tape',
      'B2: spot behindHigh tape',
      'L1: spot edge magnet',
    ],
    threads: [
      'P1.tach > M1.CPU',
      'P1.supply > S1.B_1',
      'P1.usb > M1.USB2',
      'B1.supply1 > S1.A_1',
      'B1.usb > M1.USB1',
      'B1.speedSync > M1.SYS2',
      'B1.lightSync > M1.LED5VA',
      'F1.link > B1.link1',
      'F2.link > F1.linkOut',
      'F3.link > F2.linkOut',
      'F4.link > B1.link2',
      'F5.link > F4.linkOut',
      'F6.link > F5.linkOut',
      'F7.link > B1.link3',
      'B2.supply1 > S1.B_2',
      'B2.supply2 > S1.B_3',
      'B2.usb > M1.USB1',
      'F8.link > B2.link1',
      'F10.link > F8.linkOut',
      'F9.link > F10.linkOut',
      'F11.link > B2.link2',
      'F12.link > F11.linkOut',
      'F13.fan > M1.SYS1',
      'L1.light > B2.light1',
    ],
  }),
  {
    declaredModels: [{ at: at('b2', 'light1'), model: 'Weir ring', ledCount: 8, unitCount: 4 }],
    syncSettings: [
      { at: at('b1', 'speedSync'), isOn: true },
      { at: at('b1', 'lightSync'), isOn: true },
    ],
    covered: [at('f3', 'linkOut'), at('f6', 'linkOut')],
  },
)

const harbourLantern = layOutBench(demoParts, {
    id: 'harbour-lantern',
    name: 'Harbour Lantern',
    note: 'A quiet editing machine for a community radio station. The old 12 V strip was bought by mistake.',
    items: [
      'M1: board-middle',
      'S1: supply-550',
      'F1 F2 F3: fan-140',
      'R1 R2: fan-radiator',
      'F4: fan-120-light',
      'P1: pump',
      'L1: strip-12v',
      'Y1: splitter-3',
      'Y2: splitter-2',
      'K1: case-estuary',
    ],
    places: [
      'F1: front fans-140 1 in corner 1 number 1',
      'F2 F3: front fans-140 2 in corner 0 number 2',
      'P1: top radiator-120x2 1 end',
      'R1 R2: top radiator-120x2 1 out inner corner 1',
      'F4: back fans-120 1 out corner 1 number 4',
    ],
    threads: [
      'Y1.in > M1.SYS1',
      'F1.fan > Y1.out1',
      'F2.fan > Y1.out2',
      'F3.fan > Y1.out3',
      'Y2.in > M1.CPU',
      'R1.fan > Y2.out1',
      'R2.fan > Y2.out2',
      'P1.pump > M1.PUMP',
      'F4.light > M1.LED5V',
    ],
})

const paperKite = layOutBench(demoParts, {
    id: 'paper-kite',
    name: 'Paper Kite',
    note: 'A small travelling machine: two fan headers, five fans.',
    items: [
      'M1: board-small',
      'S1: supply-550',
      'H1: hub-powered-5 = buy',
      'F1 F2: fan-120',
      'F3 F4: fan-92',
      'F5: fan-120',
      'L1: strip-5v-30',
    ],
    threads: [
      'F5.fan > M1.CPU',
      'H1.signal > M1.SYS1',
      'H1.supply > S1.A_1',
      'F1.fan > H1.out1',
      'F2.fan > H1.out2',
      'F3.fan > H1.out3',
      'F4.fan > H1.out4',
      'L1.light > M1.LED5V',
    ],
})

export const demoBuilds: readonly Build[] = [
  withCurves(
    harbourLantern,
    [
      ['M1.SYS1', 'graphics', [[40, 35], [60, 50], [75, 100]]],
      ['M1.CPU', 'processor', [[50, 30], [70, 55], [85, 100]]],
      ['M1.PUMP', 'coolant', []],
    ],
    ['K1', 320],
  ),
  withCurves(paperKite, [
    ['M1.SYS1', 'graphics', [[45, 35], [65, 55], [78, 100]]],
    ['M1.CPU', 'processor', [[50, 35], [75, 60], [88, 100]]],
  ]),
  withChoices(tangledHeron, {
    curves: [
      {
        at: { itemId: 'm1', portId: 'SYS1' },
        heatSource: 'board',
        points: [
          { temperatureC: 30, dutyPercent: 60 },
          { temperatureC: 60, dutyPercent: 40 },
          { temperatureC: 80, dutyPercent: 90 },
        ],
      },
    ],
    stockCurves: [
      {
        at: { itemId: 'm1', portId: 'SYS1' },
        heatSource: 'board',
        points: [
          { temperatureC: 20, dutyPercent: 50 },
          { temperatureC: 75, dutyPercent: 100 },
        ],
      },
    ],
  }),
  withCurves(
    nightFerry,
    [
      ['M1.SYS2', 'coolant', [[32, 35], [40, 60], [48, 100]]],
      ['M1.SYS1', 'graphics', [[45, 35], [65, 55], [80, 100]]],
      ['B2.link1', 'graphics', [[45, 35], [65, 60], [80, 100]]],
      ['B2.link2', 'graphics', [[45, 35], [65, 60], [80, 100]]],
    ],
    ['K1', 520],
  ),
  loomHall,
]
