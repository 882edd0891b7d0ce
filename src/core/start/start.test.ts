import { candidatesFor } from '../ask/candidates'
import { apply } from '../build/apply'
import { plugEdit } from '../build/plug'
import { asBuild } from '../formats/validate'
import { derive } from '../operate/harness'
import { editableFigures } from '../parts/figures'
import { check } from '../rules/check'
import { findingText } from '../wording/text'
import {
  BOARD_FORMS,
  CASE_CLASSES,
  COOLER_FANS,
  linesOfAnswers,
  PUMP_LEADS,
  RADIATOR_SIZES,
  USUAL_BOARDS,
  WISH_MEANS,
  type Answers,
  type CoolerAnswer,
} from './answers'
import { startedBuild } from './started-build'

const start = (answers: Answers) =>
  startedBuild({
    id: 'b',
    name: 'B',
    lines: linesOfAnswers(answers),
    schools: answers.wish && WISH_MEANS[answers.wish],
  })
const marksOf = (answers: Answers) => start(answers).items.map(({ mark }) => mark)

const COOLERS: readonly CoolerAnswer[] = [
  { kind: 'air' },
  ...RADIATOR_SIZES.flatMap((sizeMm) =>
    PUMP_LEADS.flatMap((pumpLead) =>
      COOLER_FANS.map((fans): CoolerAnswer => ({ kind: 'liquid', sizeMm, pumpLead, fans })),
    ),
  ),
]

test('nothing answered is an empty bench', () => {
  expect(start({ rest: '' }).items).toEqual([])
})

test.each(CASE_CLASSES)('case %s', (caseClass) => {
  expect(marksOf({ case: caseClass, rest: '' })).toEqual(['K1'])
})

test.each(BOARD_FORMS)(
  'board %s: as many headers as are asked for, in their places, and the first is the processor’s',
  (form) => {
    const board = { ...USUAL_BOARDS[form], fanHeaderCount: 3, light5VCount: 2, light12VCount: 0, usbCount: 1 }
    const [part] = asBuild(start({ board, rest: '' })).parts
    expect(part!.ports.map(({ name }) => name)).toEqual(['CPU', 'SYS1', 'SYS2', 'LED5V', 'LED5V 2', 'USB1'])
    expect(part!.ports[0]).toMatchObject({ role: 'cpu' })
    expect(part!.ports[0]!.spot).toBeDefined()
    // 1.00 A and 3.00 A, as most boards give them: never read from a manual.
    expect(part!.inside.filter(({ type }) => type === 'limit')).toMatchObject([
      ...Array.from({ length: 3 }, () => ({ mostAmps: { value: 1, origin: 'template' } })),
      ...Array.from({ length: 2 }, () => ({ mostAmps: { value: 3, origin: 'template' } })),
    ])
  },
)

test.each(COOLERS.map((cooler) => [JSON.stringify(cooler), cooler] as const))('cooler %s', (_, cooler) => {
  const build = asBuild(start({ cooler, rest: '' }))
  const kinds = build.items.map(({ partId }) => build.parts.find(({ id }) => id === partId)!.kind)
  if (cooler.kind === 'air') return expect(kinds).toEqual(['cooler'])
  // By hand: 120 has one fan; 240 and 280 two, 360 and 420 three.
  const fanCount = { 120: 1, 240: 2, 280: 2, 360: 3, 420: 3 }[cooler.sizeMm]
  const fans = cooler.fans === 'none' ? 0 : fanCount
  expect(kinds).toEqual([
    'cooler',
    ...Array.from({ length: fans }, () => 'fan'),
    ...(cooler.fans === 'joined' && fans > 1 ? ['splitter'] : []),
  ])
})

test('a supply by its cables', () => {
  const supply = { watts: 650, sataCableCount: 2, peripheralCableCount: 1 }
  const [part] = start({ supply, rest: '' }).parts
  expect(part!.ports.map(({ connector }) => connector.family)).toEqual([
    ...Array.from({ length: 6 }, () => 'sata-power'),
    'peripheral-4pin',
    'peripheral-4pin',
  ])
  expect(start({ supply: { ...supply, sataCableCount: 0, peripheralCableCount: 0 }, rest: '' }).items).toEqual([])
})

test('the machine of a first build lies loose on the bench, sound but for its leads', () => {
  const build = start({
    case: 'mid tower',
    board: USUAL_BOARDS['micro-atx'],
    cooler: { kind: 'liquid', sizeMm: 240, pumpLead: '4 pin', fans: 'apart' },
    supply: { watts: undefined, sataCableCount: 2, peripheralCableCount: 0 },
    rest: '3 fans 120 0.2A argb 12 leds\n2 fans 120 0.2A',
    wish: 'rows',
  })
  expect(build.items.map(({ mark }) => mark)).toEqual([
    'K1',
    'M1',
    'P1',
    'F1',
    'F2',
    'S1',
    'F3',
    'F4',
    'F5',
    'F6',
    'F7',
  ])
  expect(build.choices.schools).toEqual({ manyFans: 'gather', plan: 'groups' })
  // Seven fans and a pump for four headers, and none of them plugged in.
  const stops = check(derive(build)).findings.filter(({ severity }) => severity === 'stop')
  expect(stops.map(({ ruleId }) => ruleId).toSorted()).toEqual(['cpu-header-tach', 'lead-loose', 'ports-run-out'])
})

const everyForm = BOARD_FORMS.flatMap((form) =>
  ['strip argb 30 leds 60mA per led 300mm', 'strip 12V 7.2W 300mm'].map((light) => [form, light] as const),
)

test.each(everyForm)('on a board %s each lead finds a port of its plug: %s', (form, light) => {
  const harness = derive(
    start({
      board: USUAL_BOARDS[form],
      supply: { watts: undefined, sataCableCount: 2, peripheralCableCount: 0 },
      rest: `2 fans 120 0.25A 500mm\n${light}`,
    }),
  )
  for (const { ref } of harness.ports.filter(({ port }) => port.need === 'required')) {
    const hasPort = !(light.includes('12V') && USUAL_BOARDS[form].light12VCount === 0 && ref.portId === 'light')
    expect(candidatesFor(harness, ref)[0]!.outlook).toBe(hasPort ? 'wouldHold' : 'volts')
  }
})

test('assumed figures never clear a budget; read from the manual they do', () => {
  let build = start({ board: USUAL_BOARDS['micro-atx'], rest: 'fan 120 0.25A 500mm' })
  const idOf = (mark: string) => build.items.find((item) => item.mark === mark)!.id
  build = apply(
    build,
    plugEdit(build, { itemId: idOf('F1'), portId: 'fan' }, { itemId: idOf('M1'), portId: 'CPU' }),
  ).build
  const texts = () => check(derive(build)).findings.map(findingText)
  const surge =
    'The start-up peak would hold if motors that state no start current take twice their rated one, at CPU. Look it up where it matters.'
  expect(texts()).toEqual([
    'CPU would hold if the figures are right: 0.25 A of 1.00 A, but one of them is only assumed. Check it against the manual or the label.',
    surge,
  ])
  for (const part of build.parts) {
    for (const { path, figure, origin } of editableFigures(part)) {
      if (figure === undefined) continue
      build = apply(build, { type: 'setFigure', partId: part.id, path: [...path], figure: { ...figure, origin } }).build
    }
  }
  expect(texts()).toEqual([surge])
})

test('a line that was not understood is named, with its place', () => {
  expect(() => startedBuild({ id: 'b', name: 'B', lines: ['fan 120', 'blorp 3'] })).toThrow(
    expect.objectContaining({
      code: 'FORMAT_WRONG',
      place: '/lines/1',
      message: expect.stringMatching(/^Line 2, “blorp 3”: /),
    }),
  )
  expect(() => startedBuild({ id: 'b', name: 'B', lines: [' '] })).toThrow('There is nothing in it.')
})
