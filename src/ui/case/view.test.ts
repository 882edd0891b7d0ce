import { bench, demoBuild } from '../../../tests/support/bench'
import type { Build } from '../../core/build/schema'
import { derive } from '../../core/operate/harness'
import type { Harness } from '../../core/operate/harness'
import { TEMPLATE_PARTS } from '../../core/templates/parts'
import { arrowDegrees, cornerSigns, drawnThings, leadWall } from './drawn'
import { cornerOn, turned } from '../places/use-placing'
import { casesOf, fansIn, goesOnProcessor, looseThings, refusalFor, viewOf } from './view'

const harbour = demoBuild('harbour-lantern')
const emptied: Build = (({ places: _places, ...rest }) => rest)(harbour)
const itemOf = (harness: Harness, id: string) => harness.items.find((item) => item.id === id)!
function viewed(build: Build, heldId?: string, layoutIds: Readonly<Record<string, string>> = {}) {
  const harness = derive(build)
  const held = heldId === undefined ? undefined : itemOf(harness, heldId)
  const view = viewOf({ harness, caseItem: itemOf(harness, 'k1'), layoutIds, held })!
  const shown = Object.fromEntries(view.panels.map(({ panel, layout }) => [panel.id, layout.id]))
  return { harness, view, shown }
}

describe('what the picture of a case shows', () => {
  test('walls for the panels there are, and the first layout of each where nothing sits', () => {
    const { view, shown } = viewed(emptied)
    expect([...view.net.walls.keys()]).toEqual(['tray', 'back', 'top', 'bottom', 'front'])
    expect(shown).toEqual({ front: 'fans-140', top: 'radiator-120x2', back: 'fans-120', bottom: 'fans-120' })
    expect(view.targets.filter(({ wall }) => wall === 'front')).toHaveLength(3)
    expect(view.targets.filter(({ target }) => target.is === 'spot')).toHaveLength(4)
  })

  test('panels show the layout that takes what is in hand, else the one that was asked for', () => {
    expect(viewed(emptied, 'f4').shown['front']).toBe('fans-120')
    expect(viewed(emptied, 'f1').shown['top']).toBe('fans-140')
    expect(viewed(emptied, 'f4', { 'k1/front': 'radiator-120x3' }).shown['front']).toBe('radiator-120x3')
    expect(viewed(emptied, undefined, { 'k1/front': 'radiator-120x3' }).shown['front']).toBe('radiator-120x3')
  })

  test('a layout in use stays, whatever is in hand', () => {
    const { view, shown } = viewed(harbour, 'f4')
    expect(shown['front']).toBe('fans-140')
    expect(view.panels.find(({ panel }) => panel.id === 'front')?.isSettled).toBe(true)
    expect(fansIn(view).map(({ item }) => item.mark)).toEqual(['F1', 'F2', 'F3', 'F4', 'R1', 'R2'])
  })

  test('a case without an inside is not drawn', () => {
    const parts = emptied.parts.map(({ space: _space, ...part }) => part)
    const harness = derive({ ...emptied, parts })
    expect(viewOf({ harness, caseItem: itemOf(harness, 'k1'), layoutIds: {}, held: undefined })).toBeUndefined()
    expect(casesOf(harness).map(({ mark }) => mark)).toEqual(['K1'])
  })

  test('things without a place: fans, coolers, lights and boxes, not what hangs on its leads', () => {
    const harness = derive(emptied)
    expect(looseThings(harness, itemOf(harness, 'k1')).map(({ mark }) => mark)).toEqual(
      'F1 F2 F3 F4 L1 P1 R1 R2'.split(' '),
    )
    expect(looseThings(derive(harbour), itemOf(derive(harbour), 'k1')).map(({ mark }) => mark)).toEqual(['L1'])
  })

  test('an air cooler goes on the processor and nothing else does', () => {
    const build = bench(
      ['K1: template-case-mid', 'M1: template-board-large', 'C1: template-cooler-air', 'F1: fan-120'],
      [],
      [...TEMPLATE_PARTS],
    )
    const harness = derive(build)
    const asked = (heldId: string) => ({
      harness,
      caseItem: itemOf(harness, 'k1'),
      layoutIds: {},
      held: itemOf(harness, heldId),
    })
    expect(goesOnProcessor(harness, itemOf(harness, 'c1'))).toBe(true)
    expect(refusalFor(asked('c1'), { is: 'processor' })).toBeUndefined()
    expect(refusalFor(asked('f1'), { is: 'processor' })).toEqual({ is: 'noCooler' })
    const spot = viewOf(asked('c1'))!.targets.find(({ target }) => target.is === 'spot')!.target
    const mount = viewOf(asked('f1'))!.targets.find(({ target }) => target.is === 'mount')!.target
    expect([spot, mount].map((target) => refusalFor(asked('c1'), target)?.is)).toEqual([
      'processorOnly',
      'processorOnly',
    ])
    const processors = (heldId: string) =>
      viewOf(asked(heldId))!.targets.filter(({ target }) => target.is === 'processor')
    expect(processors('c1').map(({ key, wall }) => `${key} ${wall}`)).toEqual(['processor tray'])
    expect(processors('f1')).toEqual([])
  })
})

describe('where things are drawn', () => {
  const { harness, view } = viewed(harbour)
  const drawn = new Map(drawnThings(harness, view).map((thing) => [thing.placed.item.mark, thing]))

  test('fans as wide as their frames, a radiator as long as its fans and its tanks, under them', () => {
    expect([drawn.get('F1')?.widthMm, drawn.get('F4')?.widthMm]).toEqual([140, 120])
    expect(drawn.get('P1')).toMatchObject({ is: 'radiator', widthMm: 240 + 32, heightMm: 120 })
    expect([...drawn.keys()].indexOf('P1')).toBeLessThan([...drawn.keys()].indexOf('R1'))
    const [first, second] = [drawn.get('R1')!, drawn.get('R2')!]
    expect(drawn.get('P1')?.centre.uMm).toBeCloseTo((first.centre.uMm + second.centre.uMm) / 2)
  })

  test('two fans on one place stand a little apart', () => {
    const places = harbour.places!.map((place) =>
      place.itemId === 'r2'
        ? { ...place, radiatorSide: 'outer' as const, mount: { ...place.mount!, placeNumber: 1 } }
        : place,
    )
    const both = viewed({ ...harbour, places })
    const turns = drawnThings(both.harness, both.view).filter(({ placed }) => placed.item.mark.startsWith('R'))
    expect(turns.map(({ turn }) => turn).toSorted()).toEqual([0, 1])
  })

  test('inner corners point to the tray: left at the front, right at the rear', () => {
    const [front, rear] = [harness.placeOf('f1')!, harness.placeOf('f4')!] as never[]
    expect(cornerSigns(view, front!, 0)).toEqual([-1, 1])
    expect(cornerSigns(view, rear!, 1)).toEqual([1, -1])
  })

  test('arrows point into the case where air comes in', () => {
    expect(arrowDegrees('front', 'in')).toBe(180)
    expect(arrowDegrees('top', 'in')).toBe(90)
    expect(arrowDegrees('back', 'out')).toBe(180)
    expect(arrowDegrees('bottom', 'out')).toBe(90)
    // The mirror of it: left and right change, up and down do not.
    expect(arrowDegrees('front', 'in', 'right')).toBe(0)
    expect(arrowDegrees('back', 'out', 'right')).toBe(0)
    expect(arrowDegrees('top', 'in', 'right')).toBe(90)
    expect(arrowDegrees('bottom', 'out', 'right')).toBe(90)
  })

  test('the leads of a cooler leave from its head, on the tray', () => {
    expect(leadWall(harness.placeOf('p1')!)).toBe('tray')
    expect(leadWall(harness.placeOf('f1')!)).toBe('front')
  })
})

test('turned round the other face looks inside and a printed arrow points the other way; corners go round', () => {
  expect(turned({ itemId: 'f1', inwardFace: 'struts', arrow: 'in' })).toEqual({
    itemId: 'f1',
    inwardFace: 'open',
    arrow: 'out',
  })
  expect(turned({ itemId: 'f1' }).inwardFace).toBe('struts')
  expect(cornerOn({ itemId: 'f1' }).leadCorner).toBe(0)
  expect(cornerOn({ itemId: 'f1', leadCorner: 3 }).leadCorner).toBe(0)
})
