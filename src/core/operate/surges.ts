import type { PortRef } from '../schema/schema-kit'
import type { RelationOf } from '../parts/schema'
import { surge, type Start } from '../physics/surge'
import type { Budget } from './budgets'
import { isWeak } from '../schema/weak'
import type { Term } from './draw'
import type { Loads } from './loads'
import { runningOf, startOf } from './motors'
import type { Wiring } from '../structure/wiring/wiring'

/** The start-up peak at one limit: motors that start together, all else at what it draws. */
export interface Surge {
  readonly budget: Budget
  readonly peakAmps: number
  /** What is drawn from each moment on, in ms after power-on. */
  readonly course: readonly { readonly fromMs: number; readonly amps: number }[]
  /** The peak by what is known: motors without a start current counted at their running one. */
  readonly leastPeakAmps: number
  /** The stated peak, or the limit where none is stated. */
  readonly mostAmps: number | undefined
  /** Leads whose start current is an estimate: twice the rated one. */
  readonly estimated: readonly PortRef[]
  readonly unknownCount: number
  /** Whether a figure in it is only assumed. */
  readonly isWeak: boolean
}

function motorOf(wiring: Wiring, { at, consumerId }: Term): RelationOf<'motor'> | undefined {
  return wiring.factsOfItem(at.itemId).all.motor.find(({ id, port }) => id === consumerId && port === at.portId)
}

/** The surge as steps: what is drawn just after each moment at which something changes. */
function courseOf({ points }: ReturnType<typeof surge>): Surge['course'] {
  const after = points.filter(({ timeMs }, index) => points[index + 1]?.timeMs !== timeMs)
  return after.map(({ timeMs, amps }) => ({ fromMs: timeMs, amps }))
}

/** The start-up surge at every limit that carries a motor. */
export function surgesOf(wiring: Wiring, loads: Loads, budgets: readonly Budget[]): readonly Surge[] {
  return budgets.flatMap((budget): readonly Surge[] => {
    if (budget.wattsPerAmp !== undefined) return []
    const judged = budget.terms.map((term) => ({ term, motor: motorOf(wiring, term) }))
    if (judged.every(({ motor }) => motor === undefined)) return []
    const estimated: PortRef[] = []
    let unknownCount = 0
    const starts = judged.flatMap(({ term, motor }): readonly (Start & { readonly isEstimate: boolean })[] => {
      const runningAmps = term.amps
      if (runningAmps === undefined) {
        unknownCount += 1
        return []
      }
      if (motor === undefined) {
        return [{ startAmps: runningAmps, startMs: 0, runningAmps, delayMs: 0, shape: 'full', isEstimate: false }]
      }
      const start = startOf(wiring, motor, term.at, runningOf(loads.drawOf(motor, term.at), runningAmps))
      if (start.isEstimate) estimated.push(term.at)
      return [start]
    })
    const atLeast = starts.map((start) => (start.isEstimate ? { ...start, startAmps: start.runningAmps } : start))
    const whole = surge(starts)
    const most = budget.mostPeakAmps ?? budget.limit
    const weak = budget.terms.some((term) => term.isWeak) || (most !== undefined && isWeak(most))
    return [
      {
        budget,
        peakAmps: whole.peakAmps,
        course: courseOf(whole),
        leastPeakAmps: surge(atLeast).peakAmps,
        mostAmps: most?.value,
        estimated,
        unknownCount,
        isWeak: weak,
      },
    ]
  })
}
