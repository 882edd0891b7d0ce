import { demoBuild } from '../../../tests/support/bench'
import type { Place } from '../build/facet-schemas'
import type { Build } from '../build/schema'
import { derive } from '../operate/harness'
import { fixingText, stepText } from '../wording/step-text'
import { fixings } from './fixings'
import { workingOrder } from './working-order'

const textsOf = (build: Build) => {
  const harness = derive(build)
  return workingOrder(harness).map((step) => stepText(harness, step))
}
const harbour = demoBuild('harbour-lantern')

test('what the radiator will cover is plugged before it is screwed down', () => {
  const texts = textsOf(harbour)
  const plug = texts.findIndex((text) => text.startsWith('Plug P1 into PUMP now: '))
  const radiator = texts.findIndex((text) => text.startsWith('P1: roof, place 1'))
  expect(plug).toBeGreaterThanOrEqual(0)
  expect(radiator).toBeGreaterThan(plug)
  expect(texts[plug]).toMatch(/will cover it\.$/)
})

test('a lead is fed through its holes before its fan is screwed down', () => {
  const texts = textsOf(harbour)
  const feed = texts.indexOf('Feed the lead of F2 through: floor front and front low.')
  expect(texts[feed + 1]).toBe(
    'F2: front, place 2, struts inside (air in), lead at the lower inner corner. All its screws.',
  )
})

test('two screws first where a lead may not reach', () => {
  expect(textsOf(demoBuild('tangled-heron'))).toContain(
    'F7: roof, place 1, open side inside (air out), lead at the rear inner corner. Two screws first, crosswise: its lead may not reach.',
  )
})

test('a floor fan waits for the plugs at the lower edge of the board', () => {
  const mount = { caseItemId: 'k1', panelId: 'bottom', layoutId: 'fans-120', placeNumber: 2 }
  const floor: Place = { itemId: 'r2', mount }
  // The board hangs low here, so that its lower edge is 30 mm above the floor.
  const parts = harbour.parts.map((part) =>
    part.space?.board === undefined
      ? part
      : {
          ...part,
          space: { ...part.space, board: { ...part.space.board, yMm: { value: 335, origin: 'manual' as const } } },
        },
  )
  const places = [...harbour.places!.filter(({ itemId }) => itemId !== 'r2'), floor]
  const texts = textsOf({ ...harbour, parts, places })
  const plug = texts.indexOf('Plug F4 light lead into LED5V now: R2 will cover it.')
  expect(plug).toBeGreaterThanOrEqual(0)
  expect(texts.findIndex((text) => text.startsWith('R2: floor, place 2'))).toBeGreaterThan(plug)
})

test('screws, their count and their length: 5 mm into a panel, frame and grip into a radiator', () => {
  expect(fixings(derive(harbour)).map(fixingText)).toEqual([
    'F1, F2, F3 and F4: 16 × screws of 5 mm, short fan screws through the panel',
    'P1: 8 × screws of 5 mm, short screws through the panel into the radiator',
    'R1 and R2: 8 × screws of 30 mm, through the frame into P1, as push; never longer, or they pierce its tubes',
  ])
})

test('boxes are fixed first, as was decided', () => {
  const ferry = demoBuild('night-ferry')
  expect(textsOf(ferry).slice(0, 3)).toEqual([
    'Fix B1: behind the tray, low.',
    'Fix B2: behind the tray, high.',
    'Fix L1: roof edge before the board.',
  ])
  const lines = fixings(derive(ferry)).map(fixingText)
  expect(lines).toContain('L1: 1 × magnet, roof edge before the board')
  expect(lines).toContain('B1: 1 × tape, behind the tray, low; wipe the place first, away from heat')
})
