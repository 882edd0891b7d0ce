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

/** Several models declared one after the other, as a box allows it. */
export interface RowOfModels {
  /** How many units of each model, the largest model first. */
  readonly rows: readonly { readonly model: KnownModel; readonly unitCount: number }[]
  readonly unitCount: number
  readonly declaredCount: number
  readonly darkCount: number
  readonly spillCount: number
}

/**
 * The best row of models for a chain of this many LEDs: any that covers it goes before any that leaves LEDs dark, then the
 * least spill or dark, then the fewest units. Exact, by the fewest units for each sum of LEDs (dynamic programming, coin
 * change: any textbook of algorithms). Undefined where not a single unit may be declared.
 */
export function bestRowOfModels(
  ledCount: number,
  models: readonly KnownModel[],
  most: { readonly unitCount: number; readonly ledCount: number },
): RowOfModels | undefined {
  const known = models.filter((model) => model.ledCount > 0)
  const largest = Math.max(0, ...known.map((model) => model.ledCount))
  const mostSum = Math.min(most.ledCount, ledCount + largest)
  const fewest = new Float64Array(mostSum + 1).fill(Infinity)
  const last: (KnownModel | undefined)[] = []
  fewest[0] = 0
  for (let sum = 1; sum <= mostSum; sum += 1) {
    for (const model of known) {
      const units = sum < model.ledCount ? Infinity : fewest[sum - model.ledCount]! + 1
      if (units < fewest[sum]!) [fewest[sum], last[sum]] = [units, model]
    }
  }
  const sums = Array.from({ length: mostSum }, (_, index) => index + 1).filter((sum) => fewest[sum]! <= most.unitCount)
  const declaredCount = sums.find((sum) => sum >= ledCount) ?? sums.at(-1)
  if (declaredCount === undefined) return undefined
  const units = new Map<KnownModel, number>()
  for (let sum = declaredCount; sum > 0; sum -= last[sum]!.ledCount) {
    units.set(last[sum]!, (units.get(last[sum]!) ?? 0) + 1)
  }
  return {
    rows: [...units]
      .map(([model, unitCount]) => ({ model, unitCount }))
      .toSorted((a, b) => b.model.ledCount - a.model.ledCount),
    unitCount: fewest[declaredCount]!,
    declaredCount,
    darkCount: Math.max(0, ledCount - declaredCount),
    spillCount: Math.max(0, declaredCount - ledCount),
  }
}
