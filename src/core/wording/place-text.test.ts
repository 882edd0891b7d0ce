import { demoBuild } from '../../../tests/support/bench'
import type { Place } from '../build/facet-schemas'
import type { Build } from '../build/schema'
import { candidatesFor } from '../ask/candidates'
import { derive } from '../operate/harness'
import { isSitting, type Placed } from '../structure/place/places'
import { targetsOf } from '../ask/placing'
import { candidateShortText, candidateText } from './candidate-text'
import { cornerWord } from './corner-text'
import { flowText, layoutText, pushText, radiatorText, refusalText, runText, targetText } from './place-text'

const harbour = demoBuild('harbour-lantern')
const heron = derive(demoBuild('tangled-heron'))
const withPlace = (itemId: string, change: Partial<Place>, build: Build = harbour) =>
  derive({
    ...build,
    places: build.places!.map((place) => (place.itemId === itemId ? { ...place, ...change } : place)),
  })
const placed = (harness: ReturnType<typeof derive>, itemId: string): Placed => harness.placeOf(itemId)!

describe('which way it blows, face by face', () => {
  test.each<readonly [string, Partial<Place>, string]>([
    ['f1', {}, 'The struts look inside, standard blades: air comes in at the front.'],
    ['f1', { inwardFace: 'open' }, 'The open side looks inside, standard blades: air goes out at the front.'],
    ['f4', {}, 'The open side looks inside, standard blades: air goes out at the rear.'],
    ['f4', { arrow: 'in' }, 'Its printed arrow points in: air comes in at the rear.'],
  ])('%s %j: %s', (itemId, change, text) => {
    expect(flowText(placed(withPlace(itemId, change), itemId))).toBe(text)
  })

  test('nobody has said; and blades that are only taken for standard ones', () => {
    const places = harbour.places!.map(({ inwardFace: _face, ...place }) => place)
    expect(flowText(placed(derive({ ...harbour, places }), 'f1'))).toMatch(/^Nobody has said which face looks inside/)
    const parts = harbour.parts.map(({ mechanical, ...part }) => {
      const { blades: _blades, ...rest } = mechanical ?? {}
      return mechanical === undefined ? part : { ...part, mechanical: rest }
    })
    expect(flowText(placed(derive({ ...harbour, parts }), 'f1'))).toMatch(/taken for standard blades/)
  })

  test('push and pull at a radiator', () => {
    const inner = derive(harbour)
    expect(pushText(placed(inner, 'r1'), placed(inner, 'p1'))).toBe(
      'On the inside of P1: it pushes air into the radiator.',
    )
    const outer = withPlace('r1', { radiatorSide: 'outer' })
    expect(pushText(placed(outer, 'r1'), placed(outer, 'p1'))).toBe(
      'On the outside of P1: it pulls air out of the radiator.',
    )
    expect(radiatorText(placed(inner, 'p1'))).toBe('radiator for 2 × 120 mm')
    expect(radiatorText(placed(inner, 'f1'))).toBeUndefined()
  })
})

describe('how a lead reaches', () => {
  const text = (harness: ReturnType<typeof derive>, itemId: string) =>
    harness
      .runs()
      .filter(({ lead }) => lead.item.id === itemId)
      .map((run) => runText(harness, run))

  test.each([
    [harbour, 'f2', 'reaches SYS1 by way of Y1: 700 mm of lead, 283 + 125 + 77 = 485 mm of way, 215 mm to spare'],
    [demoBuild('tangled-heron'), 'f7', 'does not reach SYS3: 300 mm of lead, 148 + 160 + 219 = 527 mm of way'],
    [
      demoBuild('tangled-heron'),
      'f1',
      'reaches SYS1 by way of Y1 tightly: 700 mm of lead, 357 + 155 + 182 = 694 mm of way, 6 mm to spare',
    ],
    [
      demoBuild('tangled-heron'),
      'f3',
      'reaches SYS1 by way of Y1 only in sight, across the board: 700 mm of lead, 248 + 160 + 326 = 734 mm of way behind the tray',
    ],
  ])('%#', (build, itemId, wanted) => {
    expect(text(derive(build), itemId)).toContain(wanted)
  })

  test('a case whose inside nobody has measured leaves it open', () => {
    const parts = harbour.parts.map(({ space: _space, ...part }) => part)
    expect(text(derive({ ...harbour, parts }), 'f2')).toEqual([
      'whether it reaches SYS1 by way of Y1 is open: a length, a corner or a place is not known',
    ])
  })

  test('the answers of the headers say it too', () => {
    const answers = candidatesFor(heron, { itemId: 'f7', portId: 'fan' })
    const of = (portId: string) => answers.find(({ to }) => to.itemId === 'm1' && to.portId === portId)!
    const say = (portId: string) => candidateText(heron, { itemId: 'f7', portId: 'fan' }, of(portId))
    expect(say('SYS3')).toBe('plugged here now; too short: 300 mm of lead, 527 mm of way')
    expect(say('SYS5')).toMatch(/with figures missing; \d+ mm to spare$/)
  })

  test('a lead of 100 mm reaches no header at all', () => {
    const parts = heron.build.parts.map((part) =>
      part.id === 'fan-unlabelled'
        ? { ...part, leads: [{ id: 'fanLead', lengthMm: { value: 100, origin: 'measured' as const } }] }
        : part,
    )
    const harness = derive({ ...heron.build, parts })
    const lead = { itemId: 'f7', portId: 'fan' }
    const short = candidatesFor(harness, lead).filter(({ outlook }) => outlook === 'short')
    expect(short.map(({ to }) => to.portId).toSorted()).toEqual(['CPU', 'CPUOPT', 'PUMP', 'SYS5'])
    expect(candidateText(harness, lead, short[0]!)).toMatch(/^too short: 100 mm of lead, \d+ mm of way$/)
    expect(candidateShortText(harness, lead, short[0]!)).toBe('too short')
  })
})

test('targets, layouts and corners in words', () => {
  const harness = derive(harbour)
  const caseItem = harness.items.find(({ id }) => id === 'k1')!
  const texts = targetsOf(harness, caseItem).map(targetText)
  expect(texts).toContain('Front, place 2')
  expect(texts).toContain('Behind the tray, low')
  expect(texts.at(-1)).toBe('On the processor')
  const layouts = harness.factsOfItem('k1').part.panels!.flatMap(({ layouts: all }) => all.map(layoutText))
  expect(layouts).toContain('3 × 140 mm')
  expect(layouts).toContain('radiator 2 × 120 mm')
  expect(([0, 1, 2, 3] as const).map((corner) => cornerWord('front', corner))).toEqual([
    'lower inner',
    'upper inner',
    'upper outer',
    'lower outer',
  ])
  expect(cornerWord('top', 1)).toBe('rear inner')
  expect(cornerWord('side', 2)).toBe('upper rear')
})

test('why not there, one sentence each', () => {
  const things = derive(harbour).places().filter(isSitting).slice(0, 2)
  expect(
    [
      { is: 'wrongSize', sizeMm: 140, mountMm: 120 } as const,
      { is: 'noRadiator' } as const,
      { is: 'tooLong', fanCount: 3, placeCount: 2 } as const,
      { is: 'tooThick', things, thickMm: 77, depthMm: 60 } as const,
      { is: 'taken', things } as const,
      { is: 'twoLayouts', things } as const,
      { is: 'noFan' } as const,
      { is: 'noBox' } as const,
      { is: 'noCooler' } as const,
      { is: 'processorOnly' } as const,
    ].map((refusal) => refusalText('F1', refusal)),
  ).toEqual([
    'F1 is for 140 mm, this place takes 120 mm.',
    'F1 is a radiator, and this layout holds fans alone.',
    'F1 is 3 fans long, and there is room for 2 from here on.',
    'F1 and F2 would be 77 mm thick here, and 60 mm are free.',
    'F2 sits here already.',
    'F2 use another layout of this panel; its rails take one at a time.',
    'F1 is neither fan nor radiator: fix it to a spot for boxes.',
    'F1 goes in a place of a panel, not on a spot for boxes.',
    'F1 has no fan for the processor.',
    'F1 is a cooler for the processor and goes nowhere else.',
  ])
})
