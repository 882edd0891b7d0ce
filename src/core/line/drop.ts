import type { Token } from '../parts/line/lex'
import { rangeFault } from '../parts/line/ranges'
import type { LineFault, Span } from '../parts/line/state'
import type { Drop } from '../parts/make/kit'

/** What a grille, a filter or a radiator holds back: so much pressure at this flow through all of it. */
export interface DropRead {
  /** Undefined where it is not said, or not whole. */
  readonly drop: Drop | undefined
  readonly spans: readonly Span[]
  readonly faults: readonly LineFault[]
  /** What speaks of something else. */
  readonly rest: readonly Token[]
}

const UNITS = ['Pa', 'm3/h'] as const
const EXAMPLE = '“12 Pa at 100 m³/h”'

/** Takes what is held back out of the words of one radiator or panel: “12 Pa at 100 m3/h”. */
export function readDrop(tokens: readonly Token[]): DropRead {
  const figures = new Map<(typeof UNITS)[number], number>()
  const spans: Span[] = []
  const faults: LineFault[] = []
  const rest: Token[] = []
  for (const token of tokens) {
    const unit = token.sort === 'figure' ? UNITS.find((known) => known === token.unit) : undefined
    if (token.sort !== 'figure' || unit === undefined) {
      rest.push(token)
      continue
    }
    const { from, to } = token
    const value = Number(token.value.toFixed(2))
    const before = figures.get(unit)
    const told = unit === 'Pa' ? `${value} Pa` : `${value} m³/h`
    const wrong =
      unit === 'Pa' ? rangeFault('pressurePa', value) : value > 0 ? undefined : 'No air, no drop: leave it out.'
    if (wrong !== undefined) faults.push({ from, to, message: wrong })
    else if (before !== undefined)
      faults.push({ from, to, message: `Said twice, ${before} and ${value}: leave one out.` })
    else {
      figures.set(unit, value)
      spans.push({ from, to, meaning: unit === 'Pa' ? `holds ${told} back` : `at a flow of ${told}` })
    }
  }
  const [alone] = spans
  if (alone !== undefined && spans.length === 1 && faults.length === 0) {
    const lacks = figures.has('Pa') ? 'Say at which flow, too' : 'Say how much is held back at this flow'
    faults.push({ from: alone.from, to: alone.to, message: `${lacks}: ${EXAMPLE}.` })
  }
  const [pressurePa, flowM3PerH] = [figures.get('Pa'), figures.get('m3/h')]
  const drop = pressurePa === undefined || flowM3PerH === undefined ? undefined : ([pressurePa, flowM3PerH] as const)
  return { drop, spans, faults, rest }
}
