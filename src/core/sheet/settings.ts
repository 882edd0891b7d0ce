import { sameRef } from '../build/refs'
import type { PortRef } from '../schema/schema-kit'
import type { Harness } from '../operate/harness'

/** A setting to make in the board's firmware. */
export interface HeaderSetting {
  readonly at: PortRef
  readonly name: string
  readonly mode: 'pwm' | 'dc' | 'auto'
  /** Whether the builder chose it, or it follows from what is plugged there. */
  readonly isChosen: boolean
}

/**
 * The mode each used header has to be set to: as chosen, else PWM where every fan on it has the PWM wire, else DC,
 * since a 3-pin fan on a PWM header runs at full speed (4-wire fan specification).
 */
export function headerSettings(harness: Harness): readonly HeaderSetting[] {
  return harness.ports.flatMap((placed) => {
    const modes = placed.port.modes
    if (modes === undefined || harness.threadsAt(placed.ref).length === 0) return []
    const head = harness.speed().heads.find(({ at }) => sameRef(at, placed.ref))
    const chosen = harness.choices.modeAt(placed.ref)
    const mode = head?.mode ?? chosen ?? (modes.includes('pwm') ? 'pwm' : modes[0]!)
    return [{ at: placed.ref, name: harness.name(placed.ref), mode, isChosen: chosen !== undefined }]
  })
}
