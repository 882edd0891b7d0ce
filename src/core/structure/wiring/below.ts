import type { PortRef } from '../../schema/schema-kit'
import { WIRES } from '../../parts/connectors'
import type { PlacedPort, Wiring } from './wiring'
import { sameCopper } from './part-facts'

/** A device on an outlet: the port by which it hangs there, and what it is to the outlet. */
export interface Hanging {
  readonly placed: PlacedPort
  readonly hasMotor: boolean
  readonly hasLight: boolean
}

/** Ports of the same item that pass on to the next device what comes in here: shared copper, and a light's output. */
function onwardOf({ facts, port, item }: PlacedPort): readonly PortRef[] {
  const copper = WIRES.filter((wire) => port.wires.includes(wire)).flatMap((wire) => sameCopper(facts, wire, port.id))
  const outputs = facts.all.light.flatMap((light) =>
    light.input === port.id && light.output !== undefined ? [light.output] : [],
  )
  return [...new Set([...copper, ...outputs])]
    .filter((portId) => facts.portById.get(portId)?.side === 'gives')
    .map((portId) => ({ itemId: item.id, portId }))
}

/**
 * Every device that hangs on an outlet, through splitters and from one to the next in a chain. A box with a supply or
 * a brain of its own ends the chain: what hangs on it counts there. In the order of the way down.
 */
export function hangingOn(wiring: Wiring, outlet: PortRef): readonly Hanging[] {
  const seen = new Set<string>()
  const below = (giver: PortRef): readonly Hanging[] =>
    wiring.across(giver).flatMap((placed): readonly Hanging[] => {
      if (placed.port.side !== 'takes' || seen.has(placed.key)) return []
      seen.add(placed.key)
      const { motor, light } = placed.facts.all
      const hasMotor = motor.some(({ port }) => port === placed.port.id)
      const hasLight = light.some(({ input }) => input === placed.port.id)
      const own = hasMotor || hasLight ? [{ placed, hasMotor, hasLight }] : []
      return [...own, ...onwardOf(placed).flatMap(below)]
    })
  return below(outlet)
}
