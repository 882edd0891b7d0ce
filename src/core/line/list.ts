import type { LineResult } from './made'
import { partsOfLine } from './part-of-line'

/** A line of a pasted list, as it is read. */
export interface ListedLine {
  readonly text: string
  readonly results: readonly LineResult[]
}

/** What stands before an entry of a list: a dash, a dot, a star, a box to tick, or `2.` and `2)` with a space behind. */
const BULLET = /^\s*(?:[-–•*·]\s+|\[[ xX]?\]\s*|\d{1,2}[.)]\s+)*/u

/** The lines of a pasted text that hold something, without what makes a list of them. */
export const linesOf = (text: string): readonly string[] =>
  text
    .split(/\r\n|\r|\n/)
    .map((line) => line.replace(BULLET, '').trim())
    .filter((line) => line !== '')

/** Each line with what it was taken for. `newId` names the parts. */
export const readList = (lines: readonly string[], newId: () => string): readonly ListedLine[] =>
  lines.map((text) => ({ text, results: partsOfLine(text, newId) }))

/** Whether a line can go on the bench as it is. */
export const isUnderstood = ({ results }: ListedLine): boolean =>
  results.length > 0 && results.every(({ faults, made }) => faults.length === 0 && made.length > 0)
