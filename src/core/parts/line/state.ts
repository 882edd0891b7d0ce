import { SLOT_WORDS, type Draft, type Slot } from './draft'
import type { Token } from './lex'
import { RANGES, rangeFault } from './ranges'

/** A stretch of the line and what it was taken for. */
export interface Span {
  readonly from: number
  readonly to: number
  readonly meaning: string
}

/** A stretch of the line that cannot be right, and what to do; an empty stretch at the end is about the whole line. */
export interface LineFault {
  readonly from: number
  readonly to: number
  readonly message: string
}

export interface Reading {
  readonly draft: Draft
  readonly spans: readonly Span[]
  readonly faults: readonly LineFault[]
  /** Where each slot was said, for faults that only the whole shows. */
  readonly places: ReadonlyMap<Slot, Span>
}

/** What has been read of one part so far. */
export interface State {
  readonly draft: Draft
  readonly spans: Span[]
  readonly faults: LineFault[]
  readonly places: Map<Slot, Span>
  /** Whether the clause speaks of the light of a fan. */
  isOfLight: boolean
  /** Whether the word for the thing has been read: a bare number before it counts. */
  hasThing: boolean
  /** LEDs on each metre, where a ribbon says it so, and where that stands. */
  perMetre: { readonly count: number; readonly token: Token } | undefined
  /** A qualifier that waits for its figure: `start 0.5A`, `lead 500`. */
  waiting: 'start' | 'least' | 'length' | 'row' | undefined
}

/** Notes what cannot be right at a piece of the line. */
export function fault(state: Pick<State, 'faults'>, { from, to }: Pick<Token, 'from' | 'to'>, message: string): void {
  state.faults.push({ from, to, message })
}

interface Said<S extends Slot> {
  readonly slot: S
  readonly value: NonNullable<Draft[S]>
  readonly meaning: string
}

/** Fills a slot; a second, other value for it is a fault. */
export function put<S extends Slot>(state: State, token: Token, { slot, value, meaning }: Said<S>): void {
  const before = state.places.get(slot)
  if (before !== undefined && state.draft[slot] !== value) {
    fault(state, token, `The ${SLOT_WORDS[slot]} is said twice: ${before.meaning} and ${meaning}. Leave one out.`)
    return
  }
  state.draft[slot] = value
  const span = { from: token.from, to: token.to, meaning }
  state.places.set(slot, span)
  state.spans.push(span)
}

interface InRange {
  readonly slot: Slot
  readonly range: keyof typeof RANGES
  readonly value: number
}

/** Fills a slot with a figure, or says why that figure cannot be. */
export function putInRange(state: State, token: Token, { slot, range, value }: InRange): void {
  const wrong = rangeFault(range, value)
  if (wrong !== undefined) return fault(state, token, wrong)
  const rounded = Number(value.toFixed(4))
  put(state, token, { slot: slot, value: rounded as never, meaning: meaningOfFigure(range, rounded) })
}

function meaningOfFigure(range: keyof typeof RANGES, value: number): string {
  switch (range) {
    case 'count':
      return `${value} of them`
    case 'ledCount':
    case 'outletCount':
      return `${value} ${RANGES[range].unit}`
    default:
      return `${RANGES[range].what} ${value} ${RANGES[range].unit}`
  }
}
