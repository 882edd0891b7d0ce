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

/** All limits of a part. */
export function capsOf(facts: PartFacts): readonly Cap[] {
  let caps = capsByFacts.get(facts)
  if (caps === undefined) capsByFacts.set(facts, (caps = [...statedCaps(facts), ...standardCaps(facts)]))
  return caps
}

/** The limits that hold at one port. */
export const capsAt = (facts: PartFacts, port: Port): readonly Cap[] =>
  capsOf(facts).filter(({ ports }) => ports.includes(port.id))
