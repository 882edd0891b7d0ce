import type { Part } from '../parts/schema'
import type { LineFault, Span } from '../parts/line/state'

/** A part that a line was taken for, to be confirmed. */
export interface LinePart {
  readonly count: number
  readonly part: Part
}

/** What became of one thing of a typed line: understood stretches, faults, and where there are none its parts. */
export interface LineResult {
  readonly spans: readonly Span[]
  readonly faults: readonly LineFault[]
  /** What the line left open and how it was taken, one sentence each. */
  readonly assumed: readonly string[]
  /** One part as a rule; a cooler comes with its fans. Empty where there is a fault. */
  readonly made: readonly LinePart[]
  /** Whether it reads like a label at all: a thing or a figure is in it, not a name and a number alone. */
  readonly isLabel: boolean
}

/** A new id for each part that is made. */
export type NewId = () => string

/** A reader's own words for what it made, or why it made nothing. */
export interface Composed {
  readonly spans: readonly Span[]
  readonly faults: readonly LineFault[]
  readonly assumed: readonly (string | false)[]
  readonly make: () => readonly LinePart[]
}

/** The outcome of a thing that was read: parts only where nothing is wrong. */
export function resultOf({ spans, faults, assumed, make }: Composed): LineResult {
  const isSound = faults.length === 0
  return {
    spans: spans.toSorted((a, b) => a.from - b.from),
    faults: faults.toSorted((a, b) => a.from - b.from),
    assumed: isSound ? assumed.filter((text) => text !== false) : [],
    made: isSound ? make() : [],
    isLabel: true,
  }
}
