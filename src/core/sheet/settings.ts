import { sameRef } from '../build/refs'
import type { Curve } from '../build/facet-schemas'
import { inOrder } from '../physics/curve'
import type { PortRef } from '../schema/schema-kit'
import type { Harness } from '../operate/harness'
import type { PlacedPort } from '../structure/wiring/wiring'

/** What has to be set for one header or outlet, in the order that menus ask it: mode, heat, points, steps. */
export interface HeadSetting {
  readonly at: PortRef
  /** As it is printed on the board or the box. */
  readonly name: string
  /** Of a header in the firmware of its board, of an outlet in the program of its box. */
  readonly where: 'firmware' | 'program'
  /** Undefined of an outlet, which has none to choose. */
  readonly mode: 'pwm' | 'dc' | 'auto' | undefined
  /** Whether the builder chose the mode, or it follows from what is plugged there. */
  readonly isChosen: boolean
  /** As planned, its points in order; undefined where nobody has written one down. */
  readonly curve: Curve | undefined
}

/**
 * What has to be set for each header that is used and each outlet with a curve. The mode is as chosen, else PWM where
 * every fan on it has the PWM wire, else DC, since a 3-pin fan on a PWM header runs at full speed (4-wire fan
 * specification).
 */
export function headSettings(harness: Harness): readonly HeadSetting[] {
  return harness.ports.flatMap((placed): readonly HeadSetting[] => {
    const { modes } = placed.port
    const kept = harness.choices.curveAt(placed.ref, 'tuned')
    const curve = kept && { ...kept, points: inOrder(kept.points) }
    const named = { at: placed.ref, name: harness.name(placed.ref), curve }
    if (harness.threadsAt(placed.ref).length === 0) return []
    if (modes === undefined) {
      return curve === undefined ? [] : [{ ...named, where: 'program', mode: undefined, isChosen: false }]
    }
    const head = harness.speed().heads.find(({ at }) => sameRef(at, placed.ref))
    const chosen = harness.choices.modeAt(placed.ref)
    const mode = head?.mode ?? chosen ?? (modes.includes('pwm') ? 'pwm' : modes[0]!)
    return [{ ...named, where: 'firmware', mode, isChosen: chosen !== undefined }]
  })
}

/**
 * What to ignore of a header of the firmware. empty: nothing is plugged. unheard: nothing there listens, and nothing
 * reports. silent: fans listen, but none reports its speed. reportsOnly: nothing listens, so that what is set does nothing,
 * but a speed is reported there, whose warning counts.
 */
export type IgnoredFor = 'empty' | 'unheard' | 'silent' | 'reportsOnly'

export interface IgnoredHeader {
  readonly at: PortRef
  readonly name: string
  readonly why: IgnoredFor
}

/** The headers whose settings do nothing, or whose 0 rpm mean nothing, so that nobody looks for a fault there. */
export function ignoredHeaders(harness: Harness): readonly IgnoredHeader[] {
  const whyOf = (placed: PlacedPort): IgnoredFor | undefined => {
    if (harness.threadsAt(placed.ref).length === 0) return 'empty'
    const reads = (harness.tach().readingAt(placed.ref)?.reporters.length ?? 0) > 0
    if (harness.speed().heads.some(({ at }) => sameRef(at, placed.ref))) return reads ? undefined : 'silent'
    return reads ? 'reportsOnly' : 'unheard'
  }
  return harness.ports.flatMap((placed): readonly IgnoredHeader[] => {
    const why = placed.port.modes === undefined ? undefined : whyOf(placed)
    return why === undefined ? [] : [{ at: placed.ref, name: harness.name(placed.ref), why }]
  })
}
