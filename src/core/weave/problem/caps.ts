import { railsOf } from '../../parts/mating'
import type { PartFacts } from '../../structure/wiring/part-facts'
import { FAMILY_FACTS, type Rail } from '../../parts/connectors'
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

function statedCaps({ all, part }: PartFacts): readonly Cap[] {
  return all.limit.flatMap((limit, index) => {
    const wires = new Set(limit.ports.flatMap((id) => railsOf(part.ports.find((port) => port.id === id)!)))
    const rails = limit.mostAmps === undefined ? [undefined] : limit.rail === undefined ? [...wires] : [limit.rail]
    return rails.map((rail, at): Cap => {
      const isFirst = at === 0
      return {
        key: `${index}${rail ?? ''}`,
        ports: limit.ports,
        isShared: limit.holds === 'together' && limit.ports.length > 1,
        rail,
        milliamps: limit.mostAmps === undefined ? undefined : milliampsDown(limit.mostAmps.value),
        peakMilliamps: limit.mostPeakAmps === undefined ? undefined : milliampsDown(limit.mostPeakAmps.value),
        deviceCount: isFirst ? limit.mostDeviceCount?.value : undefined,
        service: limit.service,
        variant: limit.variant,
        ledCount: isFirst ? limit.mostLedCount?.value : undefined,
        chainCount: isFirst ? limit.extraFeedAboveCount?.value : undefined,
      }
    })
  })
}

/** What a plug carries by its published standard, where the standard says so. */
function standardCaps({ part }: PartFacts): readonly Cap[] {
  return part.ports.flatMap((port) => {
    const { maxAmpsByRail } = FAMILY_FACTS[port.connector.family]
    if (port.side !== 'gives') return []
    return railsOf(port).flatMap((rail): Cap[] => {
      const amps = maxAmpsByRail?.[rail]
      if (amps === undefined) return []
      const nothing = { deviceCount: undefined, service: undefined, variant: undefined, ledCount: undefined }
      const key = `plug ${rail} ${port.id}`
      const milliamps = milliampsDown(amps)
      return [
        {
          ...nothing,
          key,
          ports: [port.id],
          isShared: false,
          rail,
          milliamps,
          peakMilliamps: undefined,
          chainCount: undefined,
        },
      ]
    })
  })
}

const isOfOnePort = ({ isShared, ports }: Cap) => !isShared && ports.length === 1

/** A port's own limit and that of its plug's standard are one, the stricter of the two, as they are for the rules. */
function mergedCaps(stated: readonly Cap[], standard: readonly Cap[]): readonly Cap[] {
  const apart = stated.flatMap((cap) => (cap.isShared ? [cap] : cap.ports.map((id) => ({ ...cap, ports: [id] }))))
  const sameAs = (of: Cap) => (cap: Cap) =>
    isOfOnePort(cap) && cap.rail === of.rail && cap.milliamps !== undefined && cap.ports[0] === of.ports[0]
  const merged = apart.map((cap) => {
    const of = standard.find((other) => sameAs(other)(cap))
    return of === undefined ? cap : { ...cap, milliamps: Math.min(cap.milliamps!, of.milliamps!) }
  })
  return [...merged, ...standard.filter((of) => !apart.some(sameAs(of)))]
}

/** All limits of a part; those that each of several ports has for itself are one for each of them. */
export function capsOf(facts: PartFacts): readonly Cap[] {
  let caps = capsByFacts.get(facts)
  if (caps === undefined) capsByFacts.set(facts, (caps = mergedCaps(statedCaps(facts), standardCaps(facts))))
  return caps
}

/** The outlets on which a part makes a rail without saying how much of it: as soon as something hangs there, it is open. */
export function unstatedOutlets(facts: PartFacts, rail: Rail): readonly string[] {
  const stated = statedCaps(facts).flatMap((cap) => (cap.rail === rail && cap.milliamps !== undefined ? cap.ports : []))
  const made = [
    ...facts.all.powers.flatMap((powers) => (powers.rail === rail ? powers.outlets : [])),
    ...facts.all.converts.flatMap(({ to }) => (to.wire === rail ? [to.portId] : [])),
  ]
  return made.filter((id) => !stated.includes(id))
}

/** The limits that hold at one port. */
export const capsAt = (facts: PartFacts, port: Port): readonly Cap[] =>
  capsOf(facts).filter(({ ports }) => ports.includes(port.id))
