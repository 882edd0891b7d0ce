import { portKey } from '../build/refs'
import type { Build } from '../build/schema'
import type { PortRef } from '../formats/schema-kit'
import { FULL_WHITE, type Glow } from '../physics/led'
import { deriveBudgets, type Budget } from './budgets'
import { indexChoices, type ChoicesBy } from './choices'
import { deviceCounts, type DeviceCount } from './device-counts'
import { deriveLights, type Lights } from './lights'
import { makeLoads, type Loads } from './loads'
import { makeNets, type Nets } from './nets'
import { deriveSpeed, type Speed } from './speed'
import { deriveTach, type Tach } from './tach'
import { surgesOf, type Surge } from './surges'
import { derivePlaces, type Placed } from './places'
import { deriveUsb, type Usb } from './usb'
import { deriveRuns, type Run } from './ways'
import { deriveWiring, listBy, type Wiring } from './wiring'

/** All that follows from a build and that rules and screens read; nothing of it is ever stored. */
export interface Harness extends Wiring {
  /** What the lights show in every sum. */
  readonly glow: Glow
  readonly choices: ChoicesBy
  readonly nets: Nets
  readonly loads: Loads
  readonly budgets: readonly Budget[]
  readonly budgetsAt: (ref: PortRef) => readonly Budget[]
  /** Every limit of devices, with what counts against it. */
  readonly deviceCounts: () => readonly DeviceCount[]
  readonly deviceCountsAt: (ref: PortRef) => readonly DeviceCount[]
  /** The start-up surge at every limit that carries a motor. */
  readonly surges: () => readonly Surge[]
  readonly surgeOf: (budget: Budget) => Surge | undefined
  readonly speed: () => Speed
  readonly tach: () => Tach
  readonly lights: () => Lights
  readonly usb: () => Usb
  /** Everything whose place is said. */
  readonly places: () => readonly Placed[]
  readonly placeOf: (itemId: string) => Placed | undefined
  /** The runs of leads from things whose place is said. */
  readonly runs: () => readonly Run[]
}

/** Works a value out when it is first asked for, and keeps it. */
function lazily<T>(make: () => T): () => T {
  let made: { readonly value: T } | undefined
  return () => (made ??= { value: make() }).value
}

/**
 * One pass over a sound build (see buildFaults) that derives what the rules and the screens need. Sums and volts are
 * those at full white, by which a build is judged, unless another glow is asked for.
 */
export function derive(build: Build, glow: Glow = FULL_WHITE): Harness {
  const wiring = deriveWiring(build)
  const choices = indexChoices(build)
  const nets = makeNets(wiring)
  const loads = makeLoads(wiring, glow)
  const budgets = deriveBudgets(wiring, loads)
  const byPort = lazily(() =>
    listBy(budgets.flatMap((budget) => budget.at.map((ref) => [portKey(ref), budget] as const))),
  )
  const counts = lazily(() => deviceCounts(wiring))
  const countsByPort = lazily(() =>
    listBy(counts().flatMap((count) => count.at.map((ref) => [portKey(ref), count] as const))),
  )
  const places = lazily(() => derivePlaces(wiring))
  const placeById = lazily(() => new Map(places().map((placed) => [placed.item.id, placed])))
  const surges = lazily(() => surgesOf(wiring, budgets))
  const surgeByBudget = lazily(() => new Map(surges().map((surge) => [surge.budget, surge])))
  const site = { ...wiring, places, placeOf: (itemId: string) => placeById().get(itemId) }
  return {
    ...site,
    glow,
    choices,
    nets,
    loads,
    budgets,
    budgetsAt: (ref) => byPort().get(portKey(ref)) ?? [],
    deviceCounts: counts,
    deviceCountsAt: (ref) => countsByPort().get(portKey(ref)) ?? [],
    surges,
    surgeOf: (budget) => surgeByBudget().get(budget),
    speed: lazily(() => deriveSpeed(wiring, nets, choices)),
    tach: lazily(() => deriveTach(wiring, nets)),
    lights: lazily(() => deriveLights(wiring, nets, choices)),
    usb: lazily(() => deriveUsb(wiring)),
    runs: lazily(() => deriveRuns(site)),
  }
}
