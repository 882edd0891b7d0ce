import type { Build } from '../../src/core/build/schema'
import { explanationOf, figuresOf } from '../../src/core/export/figures'
import { validateExplanation, validateFigures } from '../../src/core/formats/generated/validators'
import { derive } from '../../src/core/operate/harness'
import { demoBuilds } from '../../tools/demo/builds'
import { Recount } from './recount'

const cases = demoBuilds.map((build) => [build.id, build] as const)
const read = (build: Build) => ({ figures: figuresOf(derive(build)), recount: new Recount(build) })

describe.each(cases)('%s, counted once more from its document', (_id, build) => {
  const { figures, recount } = read(build)

  test('the figures are as their schema says', () => {
    expect(validateFigures(JSON.parse(JSON.stringify(figures)))).toBe(true)
  })

  test('every budget: the sum of what was pushed up to its ports', () => {
    expect(figures.budgets.length).toBeGreaterThan(3)
    for (const { at, rails, rail, mostAmps, unknownCount, subject } of figures.budgets) {
      const volts = { '12v': 12, '5v': 5, '3v3': 3.3 }
      // Each device counts once, by however many ports of the limit its draw comes.
      const pushed = new Map(
        rails.flatMap((own) =>
          at.flatMap(({ itemId, portId }) =>
            [...(recount.pushed.get(`${itemId}.${portId} ${own}`) ?? [])].map(
              ([who, amps]) => [who, amps === undefined ? undefined : (amps * volts[own]) / volts[rail]] as const,
            ),
          ),
        ),
      )
      const draws = [...pushed.values()]
      const amps = draws.reduce<number>((sum, draw) => sum + (draw ?? 0), 0)
      const unknown = draws.filter((draw) => draw === undefined).length
      expect({ subject, amps: Math.round(amps * 1e6), unknown }).toEqual({
        subject,
        amps: Math.round(mostAmps * 1e6),
        unknown: unknownCount,
      })
    }
  })

  test('devices, LEDs, places and USB', () => {
    for (const { at, motorCount, lightCount, deviceCount, subject } of figures.devices) {
      const devices = recount.devicesOn(at[0]!.itemId, at[0]!.portId)
      expect({
        subject,
        all: devices.length,
        motors: devices.filter(({ motor }) => motor).length,
        lights: devices.filter(({ light }) => light).length,
      }).toEqual({ subject, all: deviceCount, motors: motorCount, lights: lightCount })
    }
    for (const { source, ledCount, subject } of figures.lights) {
      expect([subject, recount.ledsOn(source.itemId, source.portId)]).toEqual([subject, ledCount])
    }
    for (const { family, placeCount, usedCount } of figures.places) {
      expect([family, recount.placesOf(family)]).toEqual([family, { placeCount, usedCount }])
    }
    for (const { at, knownMilliamps, subject } of figures.usb) {
      expect([subject, recount.usbOn(at.itemId, at.portId)]).toEqual([subject, knownMilliamps])
    }
  })
})

test('an explanation has its sentences, its ways and the sums on them', () => {
  const build = demoBuilds.find(({ id }) => id === 'harbour-lantern')!
  const harness = derive(build)
  const [thread] = build.threads
  const explanation = explanationOf(harness, thread!.from)
  expect(validateExplanation(JSON.parse(JSON.stringify(explanation)))).toBe(true)
  expect(explanation.lines.length).toBeGreaterThan(1)
  expect(explanation.ways.flatMap(({ budgets }) => budgets).length).toBeGreaterThan(0)
})
