import { curveEdit } from '../build/choose'
import type { SingleEdit } from '../build/edit-schema'
import type { Curve } from '../build/facet-schemas'
import type { Harness } from '../operate/harness'
import type { CurveSet } from '../structure/wiring/choices'
import { curveKeyOf, isSameCurve } from './edit-curve'
import type { TemperatureLog } from './log'
import { dutiesOver, temperaturesFor, turnsOf } from './replay'

/** What curves are given at least, so that fans turn up and down less often. */
export interface Calm {
  readonly hysteresisC: number
  /** Of a whole swing, up and down alike. */
  readonly stepMs: number
}

/** A calm with how often the fans then turn up or down over the log. */
export interface Calming extends Calm {
  readonly turnCount: number
}

/** More play than this keeps fans loud for a heat that is long gone (common practice, no source). */
const MOST_HYSTERESIS_C = 10
/** Slower than the last of these, fans come too late for a load (common practice, no source). */
const STEPS_MS = [0, 10_000, 20_000, 30_000, 60_000, 120_000]

const calmed = (curve: Curve, { hysteresisC, stepMs }: Calm): Curve => ({
  ...curve,
  ...(hysteresisC > (curve.hysteresisC ?? 0) && { hysteresisC }),
  ...(stepMs > (curve.stepUpMs ?? 0) && { stepUpMs: stepMs }),
  ...(stepMs > (curve.stepDownMs ?? 0) && { stepDownMs: stepMs }),
})

/** How often all heads turn over a log with some calm; heads with one curve are counted together. */
function turnCounter(harness: Harness, log: TemperatureLog, set: CurveSet) {
  const byCurve = new Map<string, { readonly curve: Curve; readonly temperatures: Float64Array; headCount: number }>()
  for (const { at } of harness.speed().heads) {
    const curve = harness.choices.curveAt(at, set)
    const temperatures = curve && temperaturesFor(curve, log)
    if (curve === undefined || temperatures === undefined) continue
    const known = byCurve.get(curveKeyOf(curve))
    if (known === undefined) byCurve.set(curveKeyOf(curve), { curve, temperatures, headCount: 1 })
    else known.headCount += 1
  }
  return (calm: Calm): number =>
    [...byCurve.values()].reduce((sum, { curve, temperatures, headCount }) => {
      const duties = dutiesOver(calmed(curve, calm), log.seconds, temperatures)
      return sum + headCount * turnsOf(duties).length
    }, 0)
}

export interface Calmings {
  readonly smallest: readonly Calming[]
  /** Of all that was tried, what turns least. */
  readonly calmest: Calming
}

/**
 * The smallest calms that bring the turns of a log under a wish: for each of some step times the smallest hysteresis in
 * whole degrees, where it is smaller than what shorter steps need. None where nothing within the bounds does. One trial
 * at each step of the search.
 */
export function* calmings(
  harness: Harness,
  { log, set, mostTurns }: { readonly log: TemperatureLog; readonly set: CurveSet; readonly mostTurns: number },
): Generator<void, Calmings> {
  const turnsWith = turnCounter(harness, log, set)
  const found: Calming[] = []
  let calmest: Calming | undefined
  for (const stepMs of STEPS_MS) {
    const under = found.at(-1)?.hysteresisC ?? MOST_HYSTERESIS_C + 1
    for (let hysteresisC = 0; hysteresisC < under; hysteresisC += 1) {
      const turnCount = turnsWith({ hysteresisC, stepMs })
      const tried = { hysteresisC, stepMs, turnCount }
      if (calmest === undefined || turnCount < calmest.turnCount) calmest = tried
      yield
      if (turnCount > mostTurns) continue
      found.push(tried)
      break
    }
  }
  return { smallest: found, calmest: calmest! }
}

/** The edits that give every curve of a set at least this calm. */
export function calmEdits(harness: Harness, set: CurveSet, calm: Calm): readonly SingleEdit[] {
  return harness.speed().heads.flatMap(({ at }) => {
    const curve = harness.choices.curveAt(at, set)
    const calmer = curve && calmed(curve, calm)
    return calmer === undefined || isSameCurve(curve!, calmer) ? [] : [curveEdit(set, calmer)]
  })
}
