/** A fault that the shape alone cannot show, at a JSON pointer (RFC 6901). */
export interface Fault {
  readonly pointer: string
  readonly message: string
}

/** A fault for each value that stands in the list before. */
export function* repeated(
  values: readonly (string | undefined)[],
  pointerOf: (index: number) => string,
  what: string,
): Generator<Fault> {
  const firstAt = new Map<string, number>()
  for (const [index, value] of values.entries()) {
    if (value === undefined) continue
    const first = firstAt.get(value)
    if (first === undefined) firstAt.set(value, index)
    else
      yield {
        pointer: pointerOf(index),
        message: `${what} “${value}” is used twice, first at ${pointerOf(first)}; each must be unique`,
      }
  }
}
