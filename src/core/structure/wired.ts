import { portKey } from '../build/refs'
import type { PortRef } from '../schema/schema-kit'
import { lazily } from '../units/lazily'
import { derivePlaces } from './place/places'
import type { Site } from './place/way-ends'
import { deriveRuns, type Run } from './place/ways'
import { makeArrivals, type Powered } from './power/volts'
import { deviceCounts, type DeviceCount } from './signal/device-counts'
import { deriveLights, type Lights } from './signal/lights'
import { deriveSpeed, type Speed } from './signal/speed'
import { deriveTach, type Tach } from './signal/tach'
import { deriveUsb, type Usb } from './signal/usb'
import { indexChoices, type Chosen } from './wiring/choices'
import { makeNets, type Nets } from './wiring/nets'
import { listBy, wiringOf, type Structure } from './wiring/wiring'

/** All that follows from what is wired alone, whatever the machine does; each answer is worked out when first asked for. */
export interface Wired extends Site, Chosen, Powered {
  readonly nets: Nets
  /** Every limit of devices, with what counts against it. */
  readonly deviceCounts: () => readonly DeviceCount[]
  readonly deviceCountsAt: (ref: PortRef) => readonly DeviceCount[]
  readonly speed: () => Speed
  readonly tach: () => Tach
  readonly lights: () => Lights
  readonly usb: () => Usb
  /** The runs of leads from things whose place is said. */
  readonly runs: () => readonly Run[]
}

/** The questions that can be asked of a structure, from its threads to its light lines and ways. */
export function wiredOf(structure: Structure): Wired {
  const wiring = wiringOf(structure)
  const powered: Powered = { ...wiring, arrivals: makeArrivals(wiring) }
  const choices = indexChoices(structure.build)
  const nets = makeNets(wiring)
  const counts = lazily(() => deviceCounts(wiring))
  const countsByPort = lazily(() =>
    listBy(counts().flatMap((count) => count.at.map((ref) => [portKey(ref), count] as const))),
  )
  const places = lazily(() => derivePlaces(wiring))
  const placeById = lazily(() => new Map(places().map((placed) => [placed.item.id, placed])))
  const site: Site = { ...wiring, places, placeOf: (itemId) => placeById().get(itemId) }
  return {
    ...powered,
    ...site,
    choices,
    nets,
    deviceCounts: counts,
    deviceCountsAt: (ref) => countsByPort().get(portKey(ref)) ?? [],
    speed: lazily(() => deriveSpeed(powered, nets, choices)),
    tach: lazily(() => deriveTach(wiring, nets)),
    lights: lazily(() => deriveLights(wiring, nets, choices)),
    usb: lazily(() => deriveUsb(powered)),
    runs: lazily(() => deriveRuns(site)),
  }
}
