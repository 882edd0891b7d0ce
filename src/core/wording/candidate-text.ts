import { portKey } from '../build/refs'
import type { PortRef } from '../schema/schema-kit'
import type { BudgetChange, Candidate } from '../ask/candidates'
import type { Harness } from '../operate/harness'
import type { Answer } from '../rules/answers'
import { FAMILY_FACTS, type Wire } from '../parts/connectors'
import { RAIL_VOLTS } from '../physics/amps'
import { formatAlike } from '../units/format'
import { unitOfSum } from './sum-text'
import { findingText, listNames, withArticle } from './text'

const LOST_WORDS: Partial<Record<Wire, string>> = {
  pwm: 'no PWM: full speed unless its voltage is lowered',
  tach: 'no tach: its speed is not seen',
  '12v': 'no 12 V',
  '5v': 'no 5 V',
  data: 'no light data',
}

/** How full a limit would be; what is not known fills nothing. */
const fillingOf = ({ after: { limit, mostAmps } }: BudgetChange): number =>
  limit === undefined || limit.value === 0 ? 0 : mostAmps / limit.value

/** The limit that decides: the fullest, and the nearest of those that are as full. */
function tightestOf({ changes }: Candidate): BudgetChange | undefined {
  const [first, ...rest] = changes.filter(({ after }) => after.limit !== undefined)
  return first === undefined ? changes[0] : rest.reduce((a, b) => (fillingOf(b) > fillingOf(a) ? b : a), first)
}

/** A limit that several ports share is told apart from the port's own. */
function sharedWords({ budget: { at, name } }: BudgetChange): string {
  return at.length < 2 ? '' : name === undefined ? ' together' : ` on ${name}`
}

function sumWords(candidate: Candidate, isShort = false): string {
  const tightest = tightestOf(candidate)
  if (tightest === undefined) return 'fits'
  const { budget, after } = tightest
  const { unit, perAmp } = unitOfSum(after)
  if (after.limit === undefined) return `limit unknown, ${(after.knownAmps * perAmp).toFixed(2)} ${unit} there`
  const decimals = formatAlike([budget.knownAmps, after.knownAmps, after.limit.value].map((amps) => amps * perAmp))
  const show = (amps: number) => (amps * perAmp).toFixed(decimals)
  const shared = isShort ? '' : sharedWords(tightest)
  return `${show(budget.knownAmps)} to ${show(after.knownAmps)} of ${show(after.limit.value)} ${unit}${shared}`
}

function misfitWords(harness: Harness, lead: PortRef, { misfit, to }: Candidate): string {
  const leadPort = harness.port(lead).port
  const toPort = harness.port(to).port
  switch (misfit) {
    case 'family':
      return `does not mate: this is ${withArticle(FAMILY_FACTS[toPort.connector.family].name)}`
    case 'maker':
      return `a link of ${toPort.connector.maker ?? 'another maker'}: does not mate`
    case 'generation':
      return `another generation of this link: does not mate`
    case 'variant':
      return `another variant of this link: must not be joined`
    case 'otherSupply':
      return 'a cable of another supply: looks alike, wired differently, destroys devices'
    case 'label':
      return 'nobody has said what plug this is: do not plug'
    case 'sameEnds':
      return `both have ${leadPort.connector.end}: cannot be pushed together`
    case 'bothGive':
      return 'both give: nothing to feed here'
    case 'bothTake':
      return 'both take: nothing feeds here'
    case 'none':
      return 'fits'
    default:
      return misfit satisfies never
  }
}

function holders(harness: Harness, to: PortRef): string {
  return listNames(harness.across(to).map((other) => harness.name(other.ref)))
}

/** How the lead reaches, in a few words; nothing where no place is said. */
function reachWords({ run }: Candidate): string | undefined {
  if (run === undefined) return undefined
  const { reach, leadMm, leastMm } = run
  switch (reach) {
    case 'yes':
      return `${Math.floor(leadMm! - leastMm!)} mm to spare`
    case 'tight':
      return `reaches with ${Math.floor(leadMm! - leastMm!)} mm to spare: tight`
    case 'inSight':
      return 'reaches only in sight, across the board'
    case 'no':
      return leastMm === undefined
        ? 'no hole leads there'
        : `too short: ${leadMm} mm of lead, ${Math.ceil(leastMm)} mm of way`
    case 'open':
      return undefined
    default:
      return reach satisfies never
  }
}

/** The worst that would come of it, in its own sentence. */
function firstRaised(candidate: Candidate | Answer): string | undefined {
  const [first] = 'raised' in candidate ? candidate.raised : []
  return first === undefined ? undefined : findingText(first)
}

/** What would happen if the lead went there, or why it cannot: one short line. */
export function candidateText(harness: Harness, lead: PortRef, candidate: Candidate): string {
  const lost = candidate.lost.map((wire) => LOST_WORDS[wire]).filter((words) => words !== undefined)
  const reach = reachWords(candidate)
  const worked = harness.choices.trialAt(candidate.to)
  const trial = worked === undefined ? [] : [worked ? 'worked when tried' : 'did not work when tried']
  const withLost = (text: string) => [text, ...trial, ...(reach === undefined ? [] : [reach]), ...lost].join('; ')
  switch (candidate.outlook) {
    case 'here':
      return ['plugged here now', ...(reach === undefined ? [] : [reach])].join('; ')
    case 'holds':
      return withLost(sumWords(candidate))
    case 'wouldHold':
      return withLost(`${sumWords(candidate)}, if the assumed figures are right`)
    case 'unknown':
      return withLost(`${sumWords(candidate)}, with figures missing`)
    case 'tight':
      return withLost(`${sumWords(candidate)}: tight`)
    case 'over':
      return withLost(`${sumWords(candidate)}: over the limit`)
    case 'warning':
    case 'stop':
    case 'unfinished':
      return withLost(firstRaised(candidate) ?? sumWords(candidate))
    case 'unfed':
      return withLost('fits, but nothing feeds this port yet')
    case 'short':
      return reach ?? 'too short'
    case 'taken':
      return `taken by ${holders(harness, candidate.to)}`
    case 'ring':
      return 'this lead feeds that port itself'
    case 'volts': {
      if (candidate.wrongRails.length === 0) return firstRaised(candidate) ?? 'another voltage'
      const there = candidate.wrongRails.map((rail) => `${RAIL_VOLTS[rail]} V`).join(' and ')
      const wanted = harness
        .port(lead)
        .port.wires.flatMap((wire) => (wire === '12v' || wire === '5v' ? [`${RAIL_VOLTS[wire]} V`] : []))
      return `${there} here, this takes ${wanted.join(' and ')}`
    }
    case 'misfit':
      return misfitWords(harness, lead, candidate)
    default:
      return candidate.outlook satisfies never
  }
}

/** The same in a few words, for a row that has room for no more; the mark beside it says the outlook. */
export function candidateShortText(harness: Harness, lead: PortRef, candidate: Candidate): string {
  switch (candidate.outlook) {
    case 'here':
      return 'here now'
    case 'holds':
    case 'wouldHold':
    case 'unknown':
    case 'tight':
    case 'over':
      return sumWords(candidate, true)
    case 'warning':
      return 'a warning follows'
    case 'stop':
      return 'a stop follows'
    case 'unfinished':
      return 'more to plug then'
    case 'unfed':
      return 'not fed yet'
    case 'short':
      return 'too short'
    case 'ring':
      return 'feeds it itself'
    case 'misfit':
      return 'does not mate'
    case 'taken':
    case 'volts':
      return candidateText(harness, lead, candidate)
    default:
      return candidate.outlook satisfies never
  }
}

/** A key for lists: one candidate is one port. */
export const candidateKey = (candidate: Candidate): string => portKey(candidate.to)
