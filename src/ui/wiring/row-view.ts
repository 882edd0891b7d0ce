import type { Budget, BudgetState } from '@/core/operate/budgets'
import type { Candidate, Outlook } from '@/core/ask/candidates'
import type { Harness } from '@/core/operate/harness'
import { wantsTrial, type Answer } from '@/core/rules/answers'
import { portKey, type PortKey } from '@/core/build/refs'
import { verdictsOf } from '@/core/rules/check'
import type { Finding } from '@/core/rules/engine/rule'
import { findingText } from '@/core/wording/text'
import { missesProgram } from '@/core/structure/signal/usb'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { formatAlike } from '@/core/units/format'
import { candidateShortText, candidateText } from '@/core/wording/candidate-text'
import { budgetName, railsText } from '@/core/wording/budget-name'
import { portCount, type PortCount } from '@/core/wording/count-text'
import { stateWords, unitOfSum } from '@/core/wording/sum-text'
import type { Look } from '@/ui/shared/severity'

const WORST_FIRST: readonly BudgetState[] = ['over', 'unknown', 'wouldHold', 'tight', 'within', 'idle']

export const LOOK_OF_VERDICT: Readonly<Record<Outlook, Look | undefined>> = {
  here: 'note',
  holds: 'holds',
  wouldHold: 'unknown',
  unknown: 'unknown',
  unfed: 'unknown',
  tight: 'warning',
  warning: 'warning',
  unfinished: 'stop',
  short: 'stop',
  over: 'stop',
  stop: 'stop',
  taken: undefined,
  ring: undefined,
  volts: 'stop',
  misfit: undefined,
}

export const LOOK_OF_STATE: Readonly<Record<BudgetState, Look | undefined>> = {
  idle: undefined,
  within: 'holds',
  tight: 'warning',
  over: 'stop',
  unknown: 'unknown',
  wouldHold: 'unknown',
}

/** A sum against its limit as it is drawn: shares of the bar from 0 to 1, and words. */
export interface BarView {
  readonly state: BudgetState
  readonly look: Look | undefined
  readonly share: number
  readonly boundShare: number | undefined
  readonly surgeShare: number | undefined
  readonly numbers: string
  /** How the port stands by count. */
  readonly count?: PortCount | undefined
  readonly words: string
}

/** What a limit is the limit of, and on which rail. */
export function nameOfBudget(harness: Harness, budget: Budget): string {
  return `${budgetName(harness, budget)}, ${railsText(budget)}`
}

const shareOf = (amps: number, limit: number | undefined) =>
  limit === undefined ? 0 : limit === 0 ? (amps > 0 ? 1 : 0) : Math.min(1, amps / limit)

/** The bar of a limit in amps or watts, with the peak at start-up beside it. */
export function barOf(harness: Harness, budget: Budget): BarView {
  // Shares of a box's supply leads are shown in full: the bar is never shorter than what may come.
  const { mostAmps: amps, knownAmps, limit, boundAmps, state, unknownCount } = budget
  const limitAmps = limit?.value
  const { unit, perAmp } = unitOfSum(budget)
  const decimals = formatAlike([amps * perAmp, (limitAmps ?? amps) * perAmp])
  const show = (value: number) => (value * perAmp).toFixed(decimals)
  const sign = unknownCount > 0 ? '≥ ' : amps > knownAmps ? '≤ ' : ''
  const surge = harness.surgeOf(budget)
  const peak =
    surge === undefined
      ? ''
      : `; at start-up ${surge.estimated.length > 0 ? 'about ' : ''}${surge.peakAmps.toFixed(2)} A${surge.mostAmps === undefined ? '' : ` of ${surge.mostAmps.toFixed(2)} A for a moment`}`
  return {
    state,
    look: LOOK_OF_STATE[state],
    share: shareOf(amps, limitAmps),
    boundShare:
      boundAmps === undefined || limitAmps === undefined || limitAmps === 0 ? undefined : boundAmps / limitAmps,
    surgeShare:
      surge === undefined || limitAmps === undefined || surge.peakAmps === 0
        ? undefined
        : shareOf(surge.peakAmps, limitAmps),
    numbers: `${sign}${show(amps)} / ${limitAmps === undefined ? '?' : show(limitAmps)} ${unit}`,
    words: `${stateWords(state)}${peak}`,
  }
}

/** The bar of a USB port, in mA. */
function usbBarOf(harness: Harness, placed: PlacedPort): BarView | undefined {
  const port = harness.usb().ports.find((other) => other.placed.key === placed.key)
  if (port === undefined) return undefined
  const { knownMilliamps, mostMilliamps, unknownCount } = port
  const state: BudgetState = knownMilliamps > mostMilliamps ? 'over' : unknownCount > 0 ? 'unknown' : 'within'
  return {
    state,
    look: LOOK_OF_STATE[state],
    share: shareOf(knownMilliamps, mostMilliamps),
    boundShare: undefined,
    surgeShare: undefined,
    numbers: `${unknownCount > 0 ? '≥ ' : ''}${knownMilliamps} / ${mostMilliamps} mA`,
    words: stateWords(state),
  }
}

/** The budget of this port alone that matters most; idle plug limits of a standard are not worth a bar. */
function worstBudget(harness: Harness, placed: PlacedPort): Budget | undefined {
  const own = harness
    .budgetsAt(placed.ref)
    .filter((budget) => budget.at.length === 1 && (budget.state !== 'idle' || budget.limitFrom === 'part'))
  return own.toSorted((a, b) => WORST_FIRST.indexOf(a.state) - WORST_FIRST.indexOf(b.state))[0]
}

/** What stands at the right of a port's row. */
export type RowState =
  | { readonly is: 'plugged' | 'loose' | 'parked' | 'free' | 'wanting'; readonly text: string }
  | { readonly is: 'bar'; readonly bar: BarView }
  | { readonly is: 'answer'; readonly text: string; readonly title: string; readonly look: Look | undefined }

const namesAcross = (harness: Harness, { ref }: PlacedPort) =>
  harness
    .across(ref)
    .map((other) => harness.name(other.ref))
    .join(', ')

/** A lead with a limit of its own, such as the feed of a box, shows what it carries; the thread shows where it goes. */
function leadState(harness: Harness, placed: PlacedPort): RowState {
  const text = namesAcross(harness, placed)
  if (text !== '') {
    const budget = worstBudget(harness, placed)
    if (budget === undefined || budget.limitFrom !== 'part') return { is: 'plugged', text }
    const bar = barOf(harness, budget)
    return { is: 'bar', bar: { ...bar, words: `from ${text}: ${bar.words}` } }
  }
  if (harness.choices.parkedReasonAt(placed.ref) !== undefined) return { is: 'parked', text: 'left loose' }
  const isForComfort = placed.port.need === 'optional' && !missesProgram(harness, placed)
  return { is: isForComfort ? 'wanting' : 'loose', text: 'loose' }
}

const stopsByPort = new WeakMap<Harness, ReadonlyMap<PortKey, Finding>>()

/** The worst stop that names this port: a bar that holds is no all-clear where a wrong plug sits. */
function stopAt(harness: Harness, { key }: PlacedPort): Finding | undefined {
  let stops = stopsByPort.get(harness)
  if (stops === undefined) {
    const all = verdictsOf(harness).findings.filter(({ severity }) => severity === 'stop')
    const entries = all.toReversed().flatMap((stop) => stop.at.map((ref) => [portKey(ref), stop] as const))
    stopsByPort.set(harness, (stops = new Map(entries)))
  }
  return stops.get(key)
}

const withStop = (bar: BarView, stop: Finding | undefined): BarView =>
  stop === undefined ? bar : { ...bar, look: 'stop', words: `${findingText(stop)} (${bar.words})` }

/** What stands beside a port: what it carries, or what would happen there with the lead in hand. */
export function rowState(
  harness: Harness,
  placed: PlacedPort,
  answer: { readonly lead: PlacedPort; readonly candidate: Candidate | Answer } | undefined,
): RowState {
  if (answer !== undefined) {
    const { lead, candidate } = answer
    if (wantsTrial(candidate) && !('raised' in candidate)) {
      return { is: 'answer', text: '…', title: 'Being worked out', look: undefined }
    }
    return {
      is: 'answer',
      text: candidateShortText(harness, lead.ref, candidate),
      title: candidateText(harness, lead.ref, candidate),
      look: LOOK_OF_VERDICT[candidate.outlook],
    }
  }
  if (placed.port.side === 'takes') return leadState(harness, placed)
  const count = portCount(harness, placed.ref)
  const stop = stopAt(harness, placed)
  const budget = worstBudget(harness, placed)
  if (budget !== undefined) return { is: 'bar', bar: withStop({ ...barOf(harness, budget), count }, stop) }
  const usb = usbBarOf(harness, placed)
  if (usb !== undefined) return { is: 'bar', bar: withStop({ ...usb, count }, stop) }
  const text = namesAcross(harness, placed)
  const counted = count === undefined ? '' : `, ${count.words}`
  return text === '' ? { is: 'free', text: `free${counted}` } : { is: 'plugged', text: `${text}${counted}` }
}
