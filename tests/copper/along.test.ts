import { lookAt } from '../../src/core/light/line-look'
import { derive } from '../../src/core/operate/harness'
import { figureOf, makeBoard, makeLightSplitter, makeStrip } from '../../src/core/parts/make'
import { FULL_WHITE } from '../../src/core/physics/led'
import { layOutBench } from '../../tools/demo/lay-out'
import { changed, withLeads } from '../rules/case'
import { ngspice } from '../support/ngspice'

/*
 * Volts at every LED, at three volts of the supply, on three wirings: by hand as netlists, LED by LED, solved by ngspice.
 * Copper by ASTM B258 and IEC 60028; a contact has 20 milliohm (common practice, no source).
 */
const board = makeBoard({
  id: 'board',
  name: 'Board',
  fanHeaders: [],
  lightHeaders: [{ name: 'LED5', rail: '5v' }],
  usbHeaderCount: 0,
})
const ledStrip = changed(
  makeStrip({ id: 'strip', name: 'Strip', leds: { count: 10, whiteMilliamps: 40 }, lengthMm: 100, gaugeAwg: 24 }),
  'light',
  () => ({ trackMilliohm: figureOf(300, 'measured') }),
)
const splitter = withLeads(
  makeLightSplitter({ id: 'splitter', name: 'Splitter', outletCount: 2, lengthMm: 300 }),
  300,
  24,
)

const HEAD =
  '* by hand\n.func cu(awg,mm) {0.017241*(mm/1000)/(3.141592653589793/4*pow(0.127*pow(92,(36-awg)/39),2))}\n.param k=0.02\n'
const TAIL = '.control\nset numdgt=12\nop\nprint all\n.endc\n.end\n'

/** Copper and contacts from one pair of nodes to another: each way. */
const way = (name: string, from: string, to: string, ohms: string) =>
  `R${name}p p${from} p${to} {${ohms}}\nR${name}q q${from} q${to} {${ohms}}\n`
/** Ten LEDs of 40 mA on 0.15 ohm each way: a stretch of 15 milliohm before each. */
const leds = (name: string, from: string) =>
  Array.from({ length: 10 }, (_, i) => {
    const before = i === 0 ? from : `${name}${i}`
    return `${way(`${name}t${i}`, before, `${name}${i + 1}`, '0.015')}I${name}${i} p${name}${i + 1} q${name}${i + 1} 0.04\n`
  }).join('')

const WIRINGS = [
  {
    words: 'one strip on a header: a contact, 100 mm of 24 AWG',
    items: ['L1: strip'],
    threads: ['L1.light > M1.LED5'],
    netlist: way('a', 's', 'i', 'k+cu(24,100)') + leds('a', 'i'),
    strips: ['a'],
  },
  {
    words: 'two strips in a row: what the second draws runs along the track of the first',
    items: ['L1 L2: strip'],
    threads: ['L1.light > M1.LED5', 'L2.light > L1.lightOut'],
    netlist:
      way('a', 's', 'i', 'k+cu(24,100)') + leds('a', 'i') + way('b', 'a10', 'j', 'k+cu(24,100)') + leds('b', 'j'),
    strips: ['a', 'b'],
  },
  {
    words: 'two strips on legs of a splitter: 300 mm of 24 AWG for both, then a contact and a lead each',
    items: ['Y1: splitter', 'L1 L2: strip'],
    threads: ['Y1.in > M1.LED5', 'L1.light > Y1.out1', 'L2.light > Y1.out2'],
    netlist:
      way('y', 's', 'y', 'k+cu(24,300)') +
      way('a', 'y', 'i', 'k+cu(24,100)') +
      leds('a', 'i') +
      way('b', 'y', 'j', 'k+cu(24,100)') +
      leds('b', 'j'),
    strips: ['a', 'b'],
  },
] as const

test.each(
  WIRINGS.flatMap((wiring) =>
    (
      [
        [5.25, 'high'],
        [5, 'nominal'],
        [4.75, 'low'],
      ] as const
    ).map(([volts, name]) => [wiring.words, volts, name, wiring] as const),
  ),
)('%s, at %f V (%s): every LED as ngspice has it', (_words, volts, name, { items, threads, netlist, strips }) => {
  const build = layOutBench([board, ledStrip, splitter], { items: ['M1: board', ...items], threads: [...threads] })
  const harness = derive(build)
  const [line] = harness.lights().lines
  const along = lookAt(harness, line!, FULL_WHITE).volts[name]
  const found = ngspice(`${HEAD}Vs ps 0 ${volts}\nRg qs 0 1e-9\n${netlist}${TAIL}`)
  expect(along).toHaveLength(strips.length)
  strips.forEach((strip, index) => {
    const wanted = Array.from(
      { length: 10 },
      (_, i) => found.get(`p${strip}${i + 1}`)! - found.get(`q${strip}${i + 1}`)!,
    )
    expect(along[index]!.volts).toHaveLength(10)
    along[index]!.volts.forEach((at, i) => expect(Math.abs(at - wanted[i]!)).toBeLessThan(1e-6))
  })
})
