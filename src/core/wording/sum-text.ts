import type { Build } from '../build/schema'
import type { Sum } from '../harness/budgets'
import type { Term } from '../harness/draw'
import type { Origin } from '../formats/schema-kit'
import { formatAlike, formatAmps } from '../units/format'

/** Longer sums fold runs of equal terms, so that 200 fans still read as one line. */
const MOST_TERMS = 8

/** How the draw of a term was worked out, where it is not simply on the label: `2.16 W / 12 V`. */
function workingText(term: Term): string | undefined {
  const { working } = term
  switch (working.by) {
    case 'amps':
    case 'unknown':
      return undefined
    case 'watts':
      return `${working.watts} W / ${working.volts} V`
    case 'leds':
      return `${working.ledCount} LEDs × ${working.milliamps} mA`
    case 'glow': {
      const idle = working.idleAmps === 0 ? '' : `${formatAmps(working.idleAmps)} dark + `
      const rest =
        working.idleAmps === 0 ? formatAmps(working.whiteAmps) : `${formatAmps(working.whiteAmps - working.idleAmps)}`
      return `${idle}${working.sharePercent.toFixed(0)} % of ${rest}`
    }
    default:
      return working satisfies never
  }
}

const inBrackets = (text: string | undefined) => (text === undefined ? '' : ` (${text})`)
const ampsText = (term: Term) =>
  term.amps === undefined ? '?' : `${term.sharedByCount === undefined ? '' : 'up to '}${formatAmps(term.amps)}`

/** Terms next to each other that draw the same, together. */
function runsOf(terms: readonly Term[]): readonly (readonly Term[])[] {
  const runs: Term[][] = []
  for (const term of terms) {
    const run = runs.at(-1)
    if (run !== undefined && run[0]!.amps === term.amps && run[0]!.sharedByCount === term.sharedByCount) run.push(term)
    else runs.push([term])
  }
  return runs
}

function foldRuns(terms: readonly Term[], markOf: (term: Term) => string): string[] {
  return runsOf(terms).map((run) => {
    const first = run[0]!
    if (run.length === 1) return `${markOf(first)} ${ampsText(first)}`
    return `${run.length} × ${ampsText(first)} (${markOf(first)} … ${markOf(run.at(-1)!)})`
  })
}

const STATE_WORDS = {
  idle: 'nothing there yet',
  within: 'holds',
  tight: 'tight',
  over: 'over',
  unknown: 'unknown',
  wouldHold: 'would hold if the assumed figures are right',
} as const satisfies Record<Sum['state'], string>

export function stateWords(state: Sum['state']): string {
  return STATE_WORDS[state]
}

/** One line of a sum that is told line by line. */
export interface SumRow {
  readonly who: string
  /** How the draw was worked out, where it is not simply on the label. */
  readonly working: string
  readonly amps: string
  /** Whether the figure is only assumed. */
  readonly isWeak: boolean
}

/** The terms of a sum line by line; runs of equal ones are folded where there are many. */
export function sumRows(build: Build, { terms }: Sum): readonly SumRow[] {
  const markById = new Map(build.items.map((item) => [item.id, item.mark]))
  const markOf = (term: Term) => markById.get(term.at.itemId) ?? term.at.itemId
  const runs = terms.length > MOST_TERMS ? runsOf(terms) : terms.map((term) => [term])
  return runs.map((run) => {
    const first = run[0]!
    const isOne = run.length === 1
    return {
      who: isOne ? markOf(first) : `${markOf(first)} … ${markOf(run.at(-1)!)}`,
      working: [isOne ? '' : `${run.length} × ${ampsText(first)}`, workingText(first) ?? '']
        .filter((t) => t !== '')
        .join(', '),
      amps: isOne || first.amps === undefined ? ampsText(first) : formatAmps(first.amps * run.length),
      isWeak: run.some(({ isWeak }) => isWeak),
    }
  })
}

const ORIGIN_WORDS: Readonly<Record<Origin, string>> = {
  label: 'from the label',
  manual: 'from the manual',
  measured: 'measured',
  maker: "from the maker's page",
  template: 'usual for its class, not yours',
  guess: 'a guess',
}

/** Where the limit of a sum comes from. */
export function limitSourceText({ limit, limitFrom }: Sum): string {
  if (limit === undefined) return 'nobody has said'
  return limitFrom === 'standard' ? 'by the standard of the plug' : ORIGIN_WORDS[limit.origin]
}

/** The sum in one line: `F1 0.30 + F2 0.30 + F3 0.30 = 0.90 A of 1.00 A, 0.80 A with 20 % headroom: tight`. */
export function sumText(build: Build, sum: Sum): string {
  const markById = new Map(build.items.map((item) => [item.id, item.mark]))
  const markOf = (term: Term) => markById.get(term.at.itemId) ?? term.at.itemId
  const terms =
    sum.terms.length > MOST_TERMS
      ? foldRuns(sum.terms, markOf)
      : sum.terms.map((term) => `${markOf(term)} ${ampsText(term)}${inBrackets(workingText(term))}`)
  const limitAmps = sum.limit?.value
  const compared = [sum.knownAmps, sum.mostAmps, limitAmps, sum.boundAmps].filter((amps) => amps !== undefined)
  const decimals = formatAlike(compared)
  const show = (amps: number) => `${amps.toFixed(decimals)} A`
  const hasShares = sum.mostAmps > sum.knownAmps
  const span = hasShares ? `${show(sum.knownAmps)} to ${show(sum.mostAmps)}` : show(sum.knownAmps)
  const total = `${sum.unknownCount > 0 ? 'at least ' : ''}${span}`
  const left = terms.length === 0 ? total : `${terms.join(' + ')} = ${total}`
  if (limitAmps === undefined || sum.boundAmps === undefined) return `${left}, limit unknown`
  const headroom = sum.headroomPercent > 0 ? `, ${show(sum.boundAmps)} with ${sum.headroomPercent} % headroom` : ''
  return `${left} of ${show(limitAmps)}${headroom}: ${STATE_WORDS[sum.state]}`
}
