import { spotsOf } from '../../operate/budgets'
import type { PartFacts } from '../../structure/wiring/part-facts'
import type { Rail } from '../../parts/connectors'
import type { Port } from '../../parts/schema'
import { milliampsDown } from './milliamps'

/** A limit of a part in whole figures; amps in mA, rounded down. Each is undefined where nothing is said of it. */
export interface Cap {
  readonly key: string
  readonly ports: readonly string[]
  /** Whether the ports share it, or each has it for itself. */
  readonly isShared: boolean
  readonly rail: Rail | undefined
  readonly milliamps: number | undefined
  readonly peakMilliamps: number | undefined
  readonly deviceCount: number | undefined
  readonly service: 'motor' | 'light' | undefined
  readonly variant: string | undefined
  readonly ledCount: number | undefined
  readonly chainCount: number | undefined
}

const capsByFacts = new WeakMap<PartFacts, readonly Cap[]>()

const NOTHING = {
  rail: undefined,
  milliamps: undefined,
  peakMilliamps: undefined,
  deviceCount: undefined,
  service: undefined,
  variant: undefined,
  ledCount: undefined,
  chainCount: undefined,
} as const

/** The limits in amps, as the rules sum them: those of a port and of its plug's standard are one. */
function ampCaps(facts: PartFacts): readonly Cap[] {
  return spotsOf(facts).flatMap(({ id, portIds, rail, limit, mostPeakAmps, wattsPerAmp }): readonly Cap[] => {
    if (limit === undefined || wattsPerAmp !== undefined) return []
    const milliamps = milliampsDown(limit.value)
    const peakMilliamps = mostPeakAmps === undefined ? undefined : milliampsDown(mostPeakAmps.value)
    return [{ ...NOTHING, key: id, ports: portIds, isShared: portIds.length > 1, rail, milliamps, peakMilliamps }]
  })
}

/** The limits of numbers: devices, LEDs, devices in a row. */
function countCaps({ all }: PartFacts): readonly Cap[] {
  return all.limit.map((limit, index): Cap => ({
    ...NOTHING,
    key: String(index),
    ports: limit.ports,
    isShared: limit.holds === 'together' && limit.ports.length > 1,
    deviceCount: limit.mostDeviceCount?.value,
    service: limit.service,
    variant: limit.variant,
    ledCount: limit.mostLedCount?.value,
    chainCount: limit.extraFeedAboveCount?.value,
  }))
}

/** All limits of a part; in amps, those that each of several ports has for itself are one for each of them. */
export function capsOf(facts: PartFacts): readonly Cap[] {
  let caps = capsByFacts.get(facts)
  if (caps === undefined) capsByFacts.set(facts, (caps = [...ampCaps(facts), ...countCaps(facts)]))
  return caps
}

/** Whether a part makes a rail at an outlet without saying how much of it: as soon as something hangs there, it is open. */
export const isUnstated = (facts: PartFacts, rail: Rail, portId: string): boolean =>
  spotsOf(facts).some((spot) => spot.limit === undefined && spot.rail === rail && spot.portIds.includes(portId))

/** The limits that hold at one port. */
export const capsAt = (facts: PartFacts, port: Port): readonly Cap[] =>
  capsOf(facts).filter(({ ports }) => ports.includes(port.id))
