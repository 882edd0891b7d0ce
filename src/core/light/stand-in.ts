import { inOrder } from '../units/compare'

/** A model that a box knows by name, with the LEDs of one unit. */
export interface KnownModel {
  readonly name: string
  readonly ledCount: number
}

/** So many units of a model told to a box in place of what really hangs there. */
export interface StandIn {
  readonly model: KnownModel
  readonly unitCount: number
  readonly declaredCount: number
  /** LEDs that nobody addresses: the tail stays dark. */
  readonly darkCount: number
  /** LEDs that are not there: effects spill past the end. */
  readonly spillCount: number
}

/**
 * What to declare for a chain of this many LEDs, best first: exact fits, then the smallest overshoot, then the fewest
 * dark LEDs where the box allows no more; equals by fewer units. Common practice, no source.
 */
export function standInsFor(
  ledCount: number,
  models: readonly KnownModel[],
  most: { readonly unitCount: number; readonly ledCount: number },
): readonly StandIn[] {
  const standIns = models.flatMap((model): readonly StandIn[] => {
    if (model.ledCount <= 0) return []
    const allowed = Math.min(most.unitCount, Math.floor(most.ledCount / model.ledCount))
    const unitCount = Math.min(allowed, Math.ceil(ledCount / model.ledCount))
    if (unitCount <= 0) return []
    const declaredCount = unitCount * model.ledCount
    const darkCount = Math.max(0, ledCount - declaredCount)
    return [{ model, unitCount, declaredCount, darkCount, spillCount: Math.max(0, declaredCount - ledCount) }]
  })
  return standIns.toSorted(
    inOrder(
      (a, b) => a.darkCount - b.darkCount,
      (a, b) => a.spillCount - b.spillCount,
      (a, b) => a.unitCount - b.unitCount,
    ),
  )
}
