import { circuitsOf, nodeName, spiceNetlist } from '../../src/core/export/spice'
import { derive } from '../../src/core/operate/harness'
import { voltsAt } from '../../src/core/operate/electric'
import {
  figureOf,
  makeBoard,
  makeCable,
  makeController,
  makeFan,
  makeLightSplitter,
  makeStrip,
  makeStrip12V,
  makeSupply,
} from '../../src/core/parts/make'
import type { Build } from '../../src/core/build/schema'
import type { Part } from '../../src/core/parts/schema'
import { layOutBench } from '../../tools/demo/lay-out'
import { as, changed, withChoices, withLeads, withPorts } from '../rules/case'
import { ngspice } from '../support/ngspice'

/*
 * The second side of the copper: netlists written from a description in words, without a look at what the product draws,
 * and solved by ngspice. Copper by ASTM B258 and IEC 60028, written out once more in the netlists themselves; a contact
 * that states nothing has 20 milliohm (common practice, no source).
 */
const HEAD = `* by hand
.func cu(awg,mm) {0.017241*(mm/1000)/(3.141592653589793/4*pow(0.127*pow(92,(36-awg)/39),2))}
.param k=0.02
`
const TAIL = '.control\nset numdgt=12\nop\nprint all\n.endc\n.end\n'

/** A strip between the nodes `p` and `q`, LED by LED: the stretch before each, there and back, then the LED. */
const leds = (
  name: string,
  [p, q]: readonly [string, string],
  count: number,
  trackOhms: number,
  amps: number,
): string => {
  const each = trackOhms / 2 / count
  return Array.from({ length: count }, (_, i) => {
    const [a, b] = i === 0 ? [p, q] : [`${name}p${i}`, `${name}q${i}`]
    const [c, d] = [`${name}p${i + 1}`, `${name}q${i + 1}`]
    return `R${name}a${i} ${a} ${c} ${each}\nR${name}b${i} ${b} ${d} ${each}\nI${name}${i} ${c} ${d} ${amps / count}\n`
  }).join('')
}

const board = makeBoard({
  id: 'board',
  name: 'Board',
  fanHeaders: [{ name: 'SYS1', role: 'case' }],
  lightHeaders: [
    { name: 'LED5', rail: '5v' },
    { name: 'LED12', rail: '12v' },
  ],
  usbHeaderCount: 0,
})
const withTrack = (part: Part, milliohm: number): Part =>
  changed(part, 'light', () => ({ trackMilliohm: figureOf(milliohm, 'measured') }))
/** Thirty LEDs of 50 mA on half a metre of 26 AWG, without a stated track. */
const strip = makeStrip({
  id: 'strip',
  name: 'Strip',
  leds: { count: 30, whiteMilliamps: 50 },
  lengthMm: 500,
  gaugeAwg: 26,
})
/** Ten LEDs of 40 mA whose track has 0.3 ohm there and back. */
const tracked = withTrack(
  makeStrip({ id: 'tracked', name: 'Tracked', leds: { count: 10, whiteMilliamps: 40 }, lengthMm: 100, gaugeAwg: 24 }),
  300,
)
const light = { cable: 'argb-3pin', wires: ['5v', 'data', 'gnd'] } as const
const cable = (id: string, lengthMm: number, gaugeAwg: number, from: 'argb-3pin' | 'argb-inline' = 'argb-3pin') =>
  makeCable({ id, name: id, from, to: 'argb-3pin', wires: light.wires, lengthMm, gaugeAwg })
/** One lead that forks into two: 200 mm to the fork, then 100 and 600 mm. */
const forked: Part = {
  ...as(makeLightSplitter({ id: 'fork', name: 'Fork', outletCount: 2 }), 'forked'),
  leads: [{ id: 'lead', lengthMm: figureOf(200, 'label'), gaugeAwg: figureOf(26, 'label') }],
  ports: makeLightSplitter({ id: 'fork', name: 'Fork', outletCount: 2 }).ports.map((port) => ({
    ...port,
    lead: {
      leadId: 'lead',
      ...(port.id === 'in' ? {} : { lengthFromForkMm: figureOf(port.id === 'out1' ? 100 : 600, 'label') }),
    },
  })),
}
const splitter = withLeads(
  makeLightSplitter({ id: 'splitter', name: 'Splitter', outletCount: 3, lengthMm: 300 }),
  300,
  24,
)
/** A ring of LEDs on a fan: its plug and its tail hang on one lead. */
const paired: Part = withLeads(
  makeFan({ id: 'paired', name: 'Paired', pins: 4, sizeMm: 120, amps: 0.1, leds: { count: 12, whiteMilliamps: 50 } }),
  400,
  26,
)
const wide = makeStrip12V({ id: 'wide', name: 'Wide', amps: 1, lengthMm: 700, gaugeAwg: 26 })
const fan = makeFan({ id: 'fan', name: 'Fan', pins: 4, sizeMm: 140, amps: 0.3, lengthMm: 500, gaugeAwg: 28 })
const fanSplitter = (id: string): Part =>
  withLeads(
    {
      id,
      name: id,
      kind: 'splitter',
      markPrefix: 'Y',
      leads: [{ id: 'in' }],
      ports: [
        {
          id: 'in',
          name: 'in',
          connector: { family: 'fan-4pin', end: 'sockets' },
          wires: ['gnd', '12v', 'pwm'],
          side: 'takes',
          lead: { leadId: 'in' },
        },
        ...['out1', 'out2'].map((out): Part['ports'][number] => ({
          id: out,
          name: out,
          connector: { family: 'fan-4pin', end: 'pins' },
          wires: ['gnd', '12v', 'pwm'],
          side: 'gives',
        })),
      ],
      inside: [{ type: 'joins', ports: ['in', 'out1', 'out2'], wires: ['gnd', '12v', 'pwm'] }],
    },
    200,
    24,
  )
const clipped = withPorts(
  withTrack(makeStrip({ id: 'clip', name: 'Clip', leds: { count: 8, whiteMilliamps: 50 } }), 40),
  () => ({ lead: undefined, contactMilliohm: figureOf(15, 'measured') }),
)
const maker = withLeads(
  makeController({
    id: 'maker',
    name: 'Maker',
    feed: 'pcie-6pin',
    lightOutletCount: 1,
    makes5V: { efficiencyPercent: 85 },
  }),
  600,
  20,
)
const supply = withLeads(
  makeSupply({ id: 'supply', name: 'Supply', cables: [{ name: 'G', plugs: 'pcie-6pin', plugCount: 1 }] }),
  500,
  18,
)
/** A cable that brings 5 V to the far end of a row: both of its ends take. */
const farCable: Part = {
  id: 'far',
  name: 'Far',
  kind: 'cable',
  markPrefix: 'X',
  leads: [{ id: 'cable', lengthMm: figureOf(800, 'label'), gaugeAwg: figureOf(26, 'label') }],
  ports: ['a', 'b'].map((id) => ({
    id,
    name: id,
    connector: { family: 'argb-3pin', end: 'sockets' },
    wires: ['5v', 'gnd'],
    side: 'takes',
    lead: { leadId: 'cable' },
    need: 'required',
  })),
  inside: [{ type: 'joins', ports: ['a', 'b'], wires: ['5v', 'gnd'] }],
}
const shelf = [board, strip, tracked, forked, splitter, paired, wide, fan, fanSplitter('y24'), clipped, maker, supply]
const cables = [cable('ext', 2000, 28), cable('adapter', 150, 26, 'argb-inline'), farCable]
const inline = withPorts(as(strip, 'inline'), (port) =>
  port.id === 'light' ? { connector: { family: 'argb-3pin', end: 'sockets' } } : {},
)
const on = (items: readonly string[], threads: readonly string[]): Build =>
  layOutBench([...shelf, ...cables, inline], { items: ['M1: board', ...items], threads })

interface Drawn {
  readonly words: string
  readonly build: Build
  /** Whose volts are asked: the lowest that it sees. */
  readonly item: string
  readonly netlist: string
  /** The nodes by hand across which it stands. */
  readonly nodes: readonly [string, string]
}

const DRAWN: readonly Drawn[] = [
  {
    words: 'a strip of 30 LEDs on its own lead',
    build: on(['L1: strip'], ['L1.light > M1.LED5']),
    item: 'l1',
    netlist: `V1 s 0 5
Rk1 s a {k}
Rl1 a e {cu(26,500)}
I1 e f 1.5
Rl2 f b {cu(26,500)}
Rk2 b 0 {k}`,
    nodes: ['e', 'f'],
  },
  {
    words: '2 m of 28 AWG before it: an extension, whose copper lies between its two ends',
    build: on(['X1: ext', 'L1: strip'], ['X1.in > M1.LED5', 'L1.light > X1.out']),
    item: 'l1',
    netlist: `V1 s 0 5
Rk1 s a {k}
Rx1 a c {cu(28,2000)}
Rk3 c d {k}
Rl1 d e {cu(26,500)}
I1 e f 1.5
Rl2 f g {cu(26,500)}
Rk4 g h {k}
Rx2 h b {cu(28,2000)}
Rk2 b 0 {k}`,
    nodes: ['e', 'f'],
  },
  {
    words: 'an adapter of 150 mm from the older plug',
    build: on(['X1: adapter', 'L1: inline'], ['X1.in > M1.LED5', 'L1.light > X1.out']),
    item: 'l1',
    netlist: `V1 s 0 5
Rk1 s a {k}
Rx1 a c {cu(26,150)}
Rk3 c d {k}
Rl1 d e {cu(26,500)}
I1 e f 1.5
Rl2 f g {cu(26,500)}
Rk4 g h {k}
Rx2 h b {cu(26,150)}
Rk2 b 0 {k}`,
    nodes: ['e', 'f'],
  },
  {
    words: 'three equal strips on a splitter with sockets on its body',
    build: on(
      ['Y1: splitter', 'L1 L2 L3: strip'],
      ['Y1.in > M1.LED5', 'L1.light > Y1.out1', 'L2.light > Y1.out2', 'L3.light > Y1.out3'],
    ),
    item: 'l2',
    netlist: `V1 s 0 5
Rk1 s a {k}
Ry1 a y {cu(24,300)}
Ry2 z b {cu(24,300)}
Rk2 b 0 {k}
I3 y z 3
Rk3 y d {k}
Rl1 d e {cu(26,500)}
I1 e f 1.5
Rl2 f g {cu(26,500)}
Rk4 g z {k}`,
    nodes: ['e', 'f'],
  },
  {
    words: 'a cable that forks into legs of 100 and 600 mm',
    build: on(['Y1: forked', 'L1 L2: strip'], ['Y1.in > M1.LED5', 'L1.light > Y1.out1', 'L2.light > Y1.out2']),
    item: 'l2',
    netlist: `V1 s 0 5
Rk1 s a {k}
Rt1 a y {cu(26,200)}
Rt2 z b {cu(26,200)}
Rk2 b 0 {k}
I1 y z 1.5
Rq1 y c {cu(26,600)}
Rk3 c d {k}
Rl1 d e {cu(26,500)}
I2 e f 1.5
Rl2 f g {cu(26,500)}
Rk4 g h {k}
Rq2 h z {cu(26,600)}`,
    nodes: ['e', 'f'],
  },
  {
    words: 'three rings chained by pairs of tails: what goes on turns back at the fork and never runs through a ring',
    build: on(['F1 F2 F3: paired'], ['F1.light > M1.LED5', 'F2.light > F1.lightOut', 'F3.light > F2.lightOut']),
    item: 'f3',
    netlist: `V1 s 0 5
Rk1 s a {k}
Rk2 z 0 {k}
Ra1 a a1 {cu(26,400)}
I1 a1 z1 0.6
Ra2 z1 z {cu(26,400)}
Rk3 a b {k}
Rk4 y z {k}
Rb1 b b1 {cu(26,400)}
I2 b1 y1 0.6
Rb2 y1 y {cu(26,400)}
Rk5 b c {k}
Rk6 x y {k}
Rc1 c c1 {cu(26,400)}
I3 c1 x1 0.6
Rc2 x1 x {cu(26,400)}`,
    nodes: ['c1', 'x1'],
  },
  {
    words: 'three strips one behind the other: the tail of each lies behind its track',
    build: on(['L1 L2 L3: tracked'], ['L1.light > M1.LED5', 'L2.light > L1.lightOut', 'L3.light > L2.lightOut']),
    item: 'l3',
    netlist: `V1 s 0 5
Rk1 s a {k}
Rk2 b 0 {k}
Rl1 a c {cu(24,100)}
Rl2 d b {cu(24,100)}
${leds('u', ['c', 'd'], 10, 0.3, 0.4)}
Rk3 up10 e {k}
Rk4 f uq10 {k}
Rm1 e g {cu(24,100)}
Rm2 h f {cu(24,100)}
${leds('v', ['g', 'h'], 10, 0.3, 0.4)}
Rk5 vp10 i {k}
Rk6 j vq10 {k}
Rn1 i m {cu(24,100)}
Rn2 n j {cu(24,100)}
${leds('w', ['m', 'n'], 10, 0.3, 0.4)}`,
    nodes: ['wp10', 'wq10'],
  },
  {
    words: 'a 12 V strip: one wire there, three wires of the colours back, each with its contact',
    build: on(['L1: wide'], ['L1.light > M1.LED12']),
    item: 'l1',
    netlist: `V1 s 0 12
Rk1 s a {k}
Rl1 a e {cu(26,700)}
I1 e f 1
Rr1 f r {cu(26,700)}
Rr2 f g {cu(26,700)}
Rr3 f b {cu(26,700)}
Rk2 r 0 {k}
Rk3 g 0 {k}
Rk4 b 0 {k}`,
    nodes: ['e', 'f'],
  },
  {
    words: 'two strips fed at both ends: the far end gets its 5 V by 800 mm of cable from another header of the board',
    build: layOutBench(
      [
        makeBoard({
          id: 'two',
          name: 'Two',
          fanHeaders: [],
          lightHeaders: [
            { name: 'LA', rail: '5v' },
            { name: 'LB', rail: '5v' },
          ],
          usbHeaderCount: 0,
        }),
        tracked,
        farCable,
      ],
      {
        items: ['M1: two', 'L1 L2: tracked', 'X1: far'],
        threads: ['L1.light > M1.LA', 'L2.light > L1.lightOut', 'X1.a > L2.lightOut', 'X1.b > M1.LB'],
      },
    ),
    item: 'l2',
    netlist: `V1 s 0 5
Rk1 s a {k}
Rk2 b 0 {k}
Rl1 a c {cu(24,100)}
Rl2 d b {cu(24,100)}
${leds('u', ['c', 'd'], 10, 0.3, 0.4)}
Rk3 up10 e {k}
Rk4 f uq10 {k}
Rm1 e g {cu(24,100)}
Rm2 h f {cu(24,100)}
${leds('v', ['g', 'h'], 10, 0.3, 0.4)}
Rk5 vp10 i {k}
Rk6 j vq10 {k}
Rf1 i m {cu(26,800)}
Rf2 n j {cu(26,800)}
Rk7 m s {k}
Rk8 0 n {k}`,
    // The lowest of its ten LEDs, by the solution of the netlist itself.
    nodes: ['v', 'v'],
  },
  {
    words: 'five fans on two splitters, one behind the other',
    build: on(
      ['Y1 Y2: y24', 'F1 F2 F3: fan'],
      ['Y1.in > M1.SYS1', 'Y2.in > Y1.out1', 'F1.fan > Y1.out2', 'F2.fan > Y2.out1', 'F3.fan > Y2.out2'],
    ),
    item: 'f3',
    netlist: `V1 s 0 12
Rk1 s a {k}
Rk2 b 0 {k}
Ry1 a y {cu(24,200)}
Ry2 z b {cu(24,200)}
I1 y z 0.3
Rk3 y c {k}
Rk4 d z {k}
Rw1 c w {cu(24,200)}
Rw2 x d {cu(24,200)}
I2 w x 0.3
Rk5 w e {k}
Rk6 f x {k}
Rf1 e g {cu(28,500)}
I3 g h 0.3
Rf2 h f {cu(28,500)}`,
    nodes: ['g', 'h'],
  },
  {
    words: 'a light on a box that makes its 5 V out of 12 V: the box is the source of its 5 V',
    build: on(['S1: supply', 'B1: maker', 'L1: strip'], ['B1.supply1 > S1.G_1', 'L1.light > B1.light1']),
    item: 'l1',
    netlist: `V1 s 0 5
Rk1 s a {k}
Rl1 a e {cu(26,500)}
I1 e f 1.5
Rl2 f b {cu(26,500)}
Rk2 b 0 {k}`,
    nodes: ['e', 'f'],
  },
  {
    words: 'and its supply lead carries 7.5 W / 0.85 / 12 V, behind the cable of the supply',
    build: on(['S1: supply', 'B1: maker', 'L1: strip'], ['B1.supply1 > S1.G_1', 'L1.light > B1.light1']),
    item: 'b1',
    netlist: `V1 s 0 12
Rc1 s a {cu(18,500)}
Rk1 a c {k}
Rl1 c e {cu(20,600)}
I1 e f {7.5/0.85/12}
Rl2 f d {cu(20,600)}
Rk2 d b {k}
Rc2 b 0 {cu(18,500)}`,
    nodes: ['e', 'f'],
  },
  {
    words: 'a chain of clips of 15 milliohm each: contacts and tracks, no leads at all',
    build: on(['L1 L2 L3: clip'], ['L1.light > M1.LED5', 'L2.light > L1.lightOut', 'L3.light > L2.lightOut']),
    item: 'l3',
    netlist: `V1 s 0 5
Rk1 s c 0.015
Rk2 d 0 0.015
${leds('u', ['c', 'd'], 8, 0.04, 0.4)}
Rk3 up8 g 0.015
Rk4 h uq8 0.015
${leds('v', ['g', 'h'], 8, 0.04, 0.4)}
Rk5 vp8 m 0.015
Rk6 n vq8 0.015
${leds('w', ['m', 'n'], 8, 0.04, 0.4)}`,
    nodes: ['wp8', 'wq8'],
  },
  {
    words: 'copper at 60 degrees: 0.393 % more a kelvin (IEC 60028)',
    build: withChoices(on(['L1: strip'], ['L1.light > M1.LED5']), { copperTemperatureC: 60 }),
    item: 'l1',
    netlist: `V1 s 0 5
Rk1 s a {k}
Rl1 a e {cu(26,500)*(1+0.00393*40)}
I1 e f 1.5
Rl2 f b {cu(26,500)*(1+0.00393*40)}
Rk2 b 0 {k}`,
    nodes: ['e', 'f'],
  },
]

/** The volts by hand: across the two nodes, or the lowest of a strip that is drawn LED by LED. */
function voltsByHand({ netlist, nodes: [plus, minus] }: Drawn): number {
  const volts = ngspice(`${HEAD}${netlist}\n${TAIL}`)
  const at = (node: string) => (node === '0' ? 0 : volts.get(node)!)
  if (plus !== minus) return at(plus) - at(minus)
  return Math.min(...Array.from({ length: 10 }, (_, i) => at(`${plus}p${i + 1}`) - at(`${plus}q${i + 1}`)))
}

/** The taps of an item in every circuit: its lowest volts by our own solution, and by ngspice on our own netlist. */
function ourVolts({ build, item }: Drawn): { readonly solved: number; readonly exported: number } {
  const harness = derive(build)
  const theirs = ngspice(spiceNetlist(harness))
  const found = circuitsOf(harness).flatMap((circuit, index) =>
    voltsAt(circuit)
      // A tap without current is the start of a track, where no LED stands.
      .filter(({ at, amps }) => at.itemId === item && amps !== 0)
      .map(({ volts, supplyNode, returnNode }) => {
        const node = (number: number) => theirs.get(nodeName(index, number))!
        return { solved: volts!, exported: node(supplyNode) - node(returnNode) }
      }),
  )
  return {
    solved: Math.min(...found.map(({ solved }) => solved)),
    exported: Math.min(...found.map(({ exported }) => exported)),
  }
}

test.each(DRAWN.map((drawn) => [drawn.words, drawn] as const))('%s', (_words, drawn) => {
  const byHand = voltsByHand(drawn)
  const { solved, exported } = ourVolts(drawn)
  expect(Math.abs(solved - byHand)).toBeLessThan(1e-4)
  expect(Math.abs(exported - byHand)).toBeLessThan(1e-4)
})

/** By a pocket calculator: 212.9 mohm a metre at 28 AWG, 133.9 at 26 AWG; 5 V - 1.5 A x (2 x (0.4258 + 0.0670) + 4 x 0.02) ohm. */
test('2 m of 28 AWG and half a metre of 26 AWG before 30 LEDs leave 3.40 V of 5', () => {
  expect(ourVolts(DRAWN[1]!).solved).toBeCloseTo(3.402, 3)
})
