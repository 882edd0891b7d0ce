import { sameRef } from '../build/refs'
import type { PortRef } from '../formats/schema-kit'
import type { Harness } from '../harness/derive'
import type { PlacedPort } from '../harness/wiring'

/** A setting to make in the board's firmware. */
export interface HeaderSetting {
  readonly at: PortRef
  readonly name: string
  readonly mode: 'pwm' | 'dc' | 'auto'
  /** Whether the builder chose it, or it follows from what is plugged there. */
  readonly isChosen: boolean
}

/** Every end that a command from this port reaches over threads, shared copper and repeaters. */
function endsBelow(harness: Harness, start: PlacedPort): readonly PlacedPort[] {
  const seen = new Set<string>()
  const below = (giver: PlacedPort): readonly PlacedPort[] =>
    harness.threadsAt(giver.ref).flatMap((thread) => {
      const taker = harness.port(harness.otherEnd(thread, giver.ref))
      if (seen.has(taker.key) || taker.port.side === 'gives') return []
      seen.add(taker.key)
      const copper = taker.facts.copper('pwm', taker.port.id)
      const repeated = taker.facts.part.inside.flatMap((relation) =>
        relation.type === 'repeats' && relation.signal === 'speed' && relation.from === taker.port.id
          ? relation.to
          : [],
      )
      const onward = [...copper, ...repeated].filter((portId) => taker.facts.portById.get(portId)?.side === 'gives')
      const further = onward.flatMap((portId) => below(harness.port({ itemId: taker.item.id, portId })))
      return onward.length === 0 ? [taker] : further
    })
  return below(start)
}

/**
 * The mode each used header has to be set to: as chosen, else PWM where every fan on it has the PWM wire, else DC,
 * since a 3-pin fan on a PWM header runs at full speed (4-wire fan specification).
 */
export function headerSettings(harness: Harness): readonly HeaderSetting[] {
  return harness.ports.flatMap((placed) => {
    const modes = placed.port.modes
    if (modes === undefined || harness.threadsAt(placed.ref).length === 0) return []
    const chosen = harness.build.choices.modes?.find((entry) => sameRef(entry.at, placed.ref))
    const allPwm = endsBelow(harness, placed).every((end) => end.port.wires.includes('pwm'))
    const fitting = allPwm ? 'pwm' : 'dc'
    const mode = chosen?.mode ?? (modes.includes(fitting) ? fitting : modes[0]!)
    return [{ at: placed.ref, name: harness.name(placed.ref), mode, isChosen: chosen !== undefined }]
  })
}
