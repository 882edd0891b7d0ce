/** A typed line and what it becomes. */
export interface TypedLine {
  readonly line: string
  /** Parts as count and name. */
  readonly became?: readonly string[]
  /** What was left open and said so. */
  readonly assumed?: readonly string[]
  /** Faults as the piece of the line and the first words of the sentence. */
  readonly refused?: readonly (readonly [piece: string, words: string])[]
}
