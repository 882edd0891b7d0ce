import { demoBuild } from '../../../tests/support/bench'
import { apply } from '../build/apply'
import { placeEdit } from '../build/choose'
import type { Place } from '../build/facet-schemas'
import type { Build } from '../build/schema'
import { airOfCase, casesWithThings } from '../structure/place/air'
import { derive, type Harness } from '../operate/harness'
import { isFan, isSitting, type Sitting } from '../structure/place/places'
import { rowsOf } from '../structure/place/rows'
import { numberEdits, roundTheCase } from './numbering'
import { proposedPlace, refusalAt, targetKey, targetsOf } from './placing'

const emptied = (id: string): Build => {
  const { places: _places, ...rest } = demoBuild(id)
  return rest
}
const itemOf = (harness: Harness, id: string) => harness.items.find((item) => item.id === id)!
function asked(harness: Harness, itemId: string, key: string) {
  const caseItem = itemOf(harness, 'k1')
  const target = targetsOf(harness, caseItem).find((one) => targetKey(one) === key)!
  return { caseItem, item: itemOf(harness, itemId), target }
}
function put(build: Build, itemId: string, key: string): Build {
  const harness = derive(build)
  return apply(build, placeEdit(proposedPlace(harness, asked(harness, itemId, key)))).build
}
const refusal = (build: Build, itemId: string, key: string) => {
  const harness = derive(build)
  return refusalAt(harness, asked(harness, itemId, key))?.is
}
const placeOf = (build: Build, itemId: string): Place | undefined => build.places?.find((one) => one.itemId === itemId)

describe('where a thing may be put', () => {
  const harbour = emptied('harbour-lantern')

  test('every place of every layout, every spot, and the processor', () => {
    const harness = derive(harbour)
    const keys = targetsOf(harness, itemOf(harness, 'k1')).map(targetKey)
    // Front 3 + 3 + 3, roof 2 + 3 + 2, rear 1, floor 2; four spots; the processor.
    expect(keys).toHaveLength(19 + 4 + 1)
    expect(new Set(keys).size).toBe(keys.length)
  })

  test.each([
    ['f1', 'front/fans-140/1', undefined],
    ['f1', 'front/fans-120/1', 'wrongSize'],
    ['f1', 'spot/ledge', 'noBox'],
    ['l1', 'front/fans-140/1', 'noFan'],
    ['l1', 'spot/ledge', undefined],
    ['l1', 'processor', 'noCooler'],
    ['p1', 'front/fans-120/1', 'noRadiator'],
    ['p1', 'front/radiator-120x3/2', undefined],
    ['p1', 'front/radiator-120x3/3', 'tooLong'],
    ['r1', 'back/fans-120/1', undefined],
  ])('%s at %s: %s', (itemId, key, wanted) => {
    expect(refusal(harbour, itemId, key)).toBe(wanted)
  })

  test('what is there already stands in the way: the place, the layout, the depth', () => {
    const build = put(put(harbour, 'f1', 'front/fans-140/1'), 'p1', 'top/radiator-120x2/1')
    expect(refusal(build, 'f2', 'front/fans-140/1')).toBe('taken')
    expect(refusal(build, 'f4', 'front/fans-120/3')).toBe('twoLayouts')
    expect(refusal(build, 'f1', 'front/fans-140/2')).toBeUndefined()
    // 27 mm of radiator and 25 of a fan on 60 free; a second fan makes 77.
    const pushed = put(build, 'r1', 'top/radiator-120x2/1')
    expect(refusal(pushed, 'r2', 'top/radiator-120x2/1')).toBe('tooThick')
    expect(refusal(pushed, 'r2', 'top/radiator-120x2/2')).toBeUndefined()
  })
})

describe('what is proposed', () => {
  const harbour = emptied('harbour-lantern')

  test('a fan blows as its panel is for, its lead by the corner with the shortest way', () => {
    expect(placeOf(put(harbour, 'f1', 'front/fans-140/1'), 'f1')).toMatchObject({
      wantedAir: 'in',
      inwardFace: 'struts',
      leadCorner: 1,
    })
    expect(placeOf(put(harbour, 'f4', 'back/fans-120/1'), 'f4')).toMatchObject({ wantedAir: 'out', inwardFace: 'open' })
  })

  test('a fan on a radiator pushes; the hoses leave by the end that is nearer', () => {
    const cooled = put(harbour, 'p1', 'top/radiator-120x2/1')
    expect(placeOf(cooled, 'p1')).toMatchObject({ hoseEnd: 'end' })
    expect(placeOf(put(cooled, 'r1', 'top/radiator-120x2/1'), 'r1')).toMatchObject({
      radiatorSide: 'inner',
      inwardFace: 'open',
    })
    // A fan in the same place of another case of this kind takes no side here.
    const like = (id: string, twinId: string) => ({
      ...cooled.items.find((item) => item.id === id)!,
      id: twinId,
      mark: twinId,
    })
    const mount = { ...placeOf(cooled, 'p1')!.mount!, caseItemId: 'K9' }
    const twin: Build = {
      ...cooled,
      items: [...cooled.items, like('k1', 'K9'), like('p1', 'P9'), like('r1', 'R9')],
      places: [...cooled.places!, { itemId: 'P9', mount }, { itemId: 'R9', mount, radiatorSide: 'inner' }],
    }
    expect(placeOf(put(twin, 'r1', 'top/radiator-120x2/1'), 'r1')).toMatchObject({ radiatorSide: 'inner' })
    const intake = { ...cooled, choices: { ...cooled.choices, schools: { radiatorAir: 'intake' as const } } }
    expect(placeOf(put(intake, 'r1', 'top/radiator-120x2/1'), 'r1')).toMatchObject({
      radiatorSide: 'outer',
      inwardFace: 'struts',
      wantedAir: 'in',
    })
  })

  test('a thing that moves keeps its number; a box is taped', () => {
    const numbered = apply(harbour, placeEdit({ itemId: 'f1', number: 3 })).build
    expect(placeOf(put(numbered, 'f1', 'front/fans-140/2'), 'f1')?.number).toBe(3)
    expect(placeOf(put(harbour, 'l1', 'spot/ledge'), 'l1')).toEqual({
      itemId: 'l1',
      fixing: 'tape',
      spot: { caseItemId: 'k1', spotId: 'ledge' },
    })
  })
})

describe('numbers along a path', () => {
  const ferry = demoBuild('night-ferry')
  const fansOf = (build: Build) =>
    derive(build)
      .places()
      .filter((one): one is Sitting => isSitting(one) && isFan(one.facts))

  test('round the case: up the front, back along the roof, down the rear, along the floor, the side last', () => {
    expect(roundTheCase(fansOf(ferry)).map(({ item }) => item.mark)).toEqual(
      'F11 F12 F8 F9 F10 F13 F7 F6 F5 F4 F1 F2 F3'.split(' '),
    )
  })

  test('those on the path count from 1, those left out lose their number, those that stay are left alone', () => {
    const edits = numberEdits(fansOf(ferry), ['f1', 'f13', 'f2'])
    const after = apply(ferry, { type: 'batch', edits: [...edits] }).build
    const numbers = Object.fromEntries((after.places ?? []).map(({ itemId, number }) => [itemId, number]))
    expect(numbers).toMatchObject({ f1: 1, f13: 2, f2: 3, f3: undefined, f12: undefined })
    expect(edits.some((edit) => JSON.stringify(edit).includes('"itemId":"f1"'))).toBe(false)
  })
})

test('rows of clipped frames: which end has the lead and which keeps its cover', () => {
  const rows = rowsOf(derive(demoBuild('night-ferry')))
  expect(
    rows.map(({ things, leadEnd, coveredEnd }) => [things.length, leadEnd.item.mark, coveredEnd.item.mark]),
  ).toEqual([
    [3, 'F1', 'F3'],
    [3, 'F4', 'F6'],
  ])
})

describe('the air of a case', () => {
  const harbour = demoBuild('harbour-lantern')
  const airOf = (build: Build) => {
    const harness = derive(build)
    return airOfCase(harness, casesWithThings(harness)[0]!)
  }

  test('three 140s in; two radiator fans and one rear fan out', () => {
    expect(airOf(harbour).balance).toEqual({
      inM3PerH: 3 * 104,
      outM3PerH: 2 * 96 + 86,
      unknownCount: 0,
      verdict: 'even',
    })
  })

  test('at half speed, and through a filter that lets 80 % pass', () => {
    const air = [{ itemId: 'k1', speedPercent: 50, panels: [{ panelId: 'front', passesPercent: 80 }] }]
    const { balance } = airOf({ ...harbour, choices: { ...harbour.choices, air } })
    expect(balance.inM3PerH).toBeCloseTo(312 * 0.5 * 0.8)
    expect(balance.outM3PerH).toBeCloseTo(278 * 0.5)
  })

  test('push and pull on one radiator move the air of one fan', () => {
    const places = harbour.places!.map((place): Place =>
      place.itemId === 'r2' ? { ...place, radiatorSide: 'outer', mount: { ...place.mount!, placeNumber: 1 } } : place,
    )
    expect(airOf({ ...harbour, places }).balance.outM3PerH).toBe(96 + 86)
  })
})
