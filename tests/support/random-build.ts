import fc from 'fast-check'
import {
  makeController,
  makeFan,
  makeFanSplitter,
  makeLinkFan,
  makePoweredHub,
  makeStrip,
} from '../../src/core/parts/make'
import { apply } from '../../src/core/build/apply'
import { plugEdit } from '../../src/core/build/plug'
import { derive } from '../../src/core/operate/harness'
import { hasRoomFor } from '../../src/core/structure/wiring/occupancy'
import { fitOf } from '../../src/core/parts/mating'
import type { Build } from '../../src/core/build/schema'
import type { Part } from '../../src/core/parts/schema'
import { bench } from './bench'

const link = { maker: 'Alder', generation: 'one' }
/** Things of every sort that the check knows, in figures of the test's own. */
const SHELF: readonly Part[] = [
  makeFan({ id: 'r-four', name: 'Four', pins: 4, sizeMm: 120, amps: 0.2 }),
  makeFan({ id: 'r-three', name: 'Three', pins: 3, sizeMm: 120, amps: 0.25 }),
  makeFan({ id: 'r-two', name: 'Two', pins: 2, sizeMm: 120, amps: 0.15 }),
  makeFan({ id: 'r-lit', name: 'Lit', pins: 4, sizeMm: 120, amps: 0.2, leds: { count: 12, whiteMilliamps: 40 } }),
  makeFan({ id: 'r-start', name: 'Start', pins: 4, sizeMm: 140, amps: 0.3, startAmps: 0.9 }),
  makeFan({ id: 'r-blank', name: 'Blank', pins: 4, sizeMm: 120 }),
  makeLinkFan({ id: 'r-link', name: 'Link', link, sizeMm: 120, amps: 0.2, ledCount: 10, whiteMilliamps: 40 }),
  makeStrip({ id: 'r-strip', name: 'Strip', leds: { count: 20, whiteMilliamps: 50 } }),
  makeFanSplitter({ id: 'r-split', name: 'Split', outletCount: 3 }),
  makePoweredHub({ id: 'r-hub', name: 'Hub', outletCount: 4, mostAmps: 3, passes: 'pwm' }),
  makeController({
    id: 'r-box',
    name: 'Box',
    fanOutletCount: 3,
    lightOutletCount: 2,
    linkOutletCount: 2,
    link,
    mostAmps: 2,
    mostLightAmpsEach: 2,
    mostLedCount: 40,
    staggerMs: 500,
    usb: { need: 'optional', drawMilliamps: 90 },
  }),
  makeController({
    id: 'r-maker',
    name: 'Maker',
    lightOutletCount: 2,
    mostLightAmpsEach: 3,
    makes5V: { efficiencyPercent: 88 },
  }),
]

/** A machine of a board, a supply and any of the shelf; every lead in a port that it fits, or loose, or anywhere at all. */
interface RandomMachine {
  readonly partIds: readonly string[]
  readonly plugs: readonly number[]
}

export const randomMachine = fc.record({
  partIds: fc.array(fc.constantFrom(...SHELF.map(({ id }) => id)), { minLength: 1, maxLength: 7 }),
  plugs: fc.array(fc.nat(), { minLength: 24, maxLength: 24 }),
})

/** The bench of a random machine, nothing plugged yet. */
function randomBench({ partIds }: RandomMachine): Build {
  return bench(
    ['M1: board-middle', 'S1: supply-550', ...partIds.map((partId, index) => `X${index + 1}: ${partId}`)],
    [],
    SHELF,
  )
}

/** Plugs one lead after another into a port that fits and has room, by the numbers of the machine. */
export function wired(machine: RandomMachine): Build {
  let build = randomBench(machine)
  const leads = derive(build).ports.filter(({ port }) => port.side === 'takes' && port.need !== 'onward')
  for (const [index, { ref, port, item }] of leads.entries()) {
    const harness = derive(build)
    const places = harness.ports.filter(
      (other) =>
        other.port.side === 'gives' &&
        other.item.id !== item.id &&
        fitOf(port, other.port).misfit === 'none' &&
        hasRoomFor(harness, other.ref, ref),
    )
    const to = places[machine.plugs[index % machine.plugs.length]! % Math.max(1, places.length)]
    if (to !== undefined) build = apply(build, plugEdit(build, ref, to.ref)).build
  }
  return build
}
