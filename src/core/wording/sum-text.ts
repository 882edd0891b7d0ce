import type { Build } from '../build/schema'
import type { Sum } from '../operate/budgets'
import type { Term } from '../operate/draw'
import type { Origin } from '../schema/schema-kit'
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
    case 'converter': {
      const { amps, volts, efficiencyPercent, isAssumed, inputVolts } = working
      const efficiency = `${efficiencyPercent} %${isAssumed ? ' assumed' : ''}`
      return `${formatAmps(amps)} A × ${volts} V / ${efficiency} / ${inputVolts} V`
    }
    case 'duty':
      return `${formatAmps(working.fullAmps)} A at full speed, told ${working.dutyPercent.toFixed(0)} %`
    case 'start':
      return `${working.timeMs} ms after power-on, then ${formatAmps(working.runningAmps)} A`
    case 'rail':
      return `${formatAmps(working.amps)} A × ${working.volts} V`
    default:
      return working satisfies never
  }
}

/** The unit that a sum is told in, and what an amp of it is in that unit: watts where its limit is stated in watts. */
export function unitOfSum({ wattsPerAmp }: Pick<Sum, 'wattsPerAmp'>): {
  readonly unit: 'A' | 'W'
  readonly perAmp: number
} {
  return wattsPerAmp === undefined ? { unit: 'A', perAmp: 1 } : { unit: 'W', perAmp: wattsPerAmp }
}

/** `3.20 of 4.50 A`, in the unit of the sum. */
export function amountsText(sum: Sum, limitAmps: number): string {
  const { unit, perAmp } = unitOfSum(sum)
  return `${(sum.knownAmps * perAmp).toFixed(2)} of ${(limitAmps * perAmp).toFixed(2)} ${unit}`
}

const inBrackets = (text: string | undefined) => (text === undefined ? '' : ` (${text})`)
const ampsText = (term: Term, perAmp: number) =>
  term.amps === undefined ? '?' : `${term.sharedByCount === undefined ? '' : 'up to '}${formatAmps(term.amps * perAmp)}`

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

function foldRuns(terms: readonly Term[], perAmp: number, markOf: (term: Term) => string): string[] {
  return runsOf(terms).map((run) => {
    const first = run[0]!
    if (run.length === 1) return `${markOf(first)} ${ampsText(first, perAmp)}`
    return `${run.length} × ${ampsText(first, perAmp)} (${markOf(first)} … ${markOf(run.at(-1)!)})`
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
  /** In the unit of the sum. */
  readonly amount: string
  /** Whether the figure is only assumed. */
  readonly isWeak: boolean
}

/** The terms of a sum line by line; runs of equal ones are folded where there are many. */
export function sumRows(build: Build, sum: Sum): readonly SumRow[] {
  const { terms } = sum
  const { perAmp } = unitOfSum(sum)
  const markById = new Map(build.items.map((item) => [item.id, item.mark]))
  const markOf = (term: Term) => markById.get(term.at.itemId) ?? term.at.itemId
  const runs = terms.length > MOST_TERMS ? runsOf(terms) : terms.map((term) => [term])
  return runs.map((run) => {
    const first = run[0]!
    const isOne = run.length === 1
    return {
      who: isOne ? markOf(first) : `${markOf(first)} … ${markOf(run.at(-1)!)}`,
      working: [isOne ? '' : `${run.length} × ${ampsText(first, perAmp)}`, workingText(first) ?? '']
        .filter((t) => t !== '')
        .join(', '),
      amount:
        isOne || first.amps === undefined ? ampsText(first, perAmp) : formatAmps(first.amps * run.length * perAmp),
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
  const { unit, perAmp } = unitOfSum(sum)
  const terms =
    sum.terms.length > MOST_TERMS
      ? foldRuns(sum.terms, perAmp, markOf)
      : sum.terms.map((term) => `${markOf(term)} ${ampsText(term, perAmp)}${inBrackets(workingText(term))}`)
  const limitAmps = sum.limit?.value
  const compared = [sum.knownAmps, sum.mostAmps, limitAmps, sum.boundAmps].filter((amps) => amps !== undefined)
  const decimals = formatAlike(compared.map((amps) => amps * perAmp))
  const show = (amps: number) => `${(amps * perAmp).toFixed(decimals)} ${unit}`
  const hasShares = sum.mostAmps > sum.knownAmps
  const span = hasShares ? `${show(sum.knownAmps)} to ${show(sum.mostAmps)}` : show(sum.knownAmps)
  const total = `${sum.unknownCount > 0 ? 'at least ' : ''}${span}`
  const left = terms.length === 0 ? total : `${terms.join(' + ')} = ${total}`
  if (limitAmps === undefined || sum.boundAmps === undefined) return `${left}, limit unknown`
  const headroom = sum.headroomPercent > 0 ? `, ${show(sum.boundAmps)} with ${sum.headroomPercent} % headroom` : ''
  const looser =
    sum.looserAmps === undefined
      ? ''
      : ` (${sum.limitFrom === 'standard' ? 'its label says' : 'the standard of its plug allows'} ${show(sum.looserAmps)})`
  return `${left} of ${show(limitAmps)}${looser}${headroom}: ${STATE_WORDS[sum.state]}`
}
