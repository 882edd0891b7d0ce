/** What a search comes to that goes on in steps, all of them at once. */
export function searched<T>(search: Generator<void, T>): T {
  let step = search.next()
  while (step.done !== true) step = search.next()
  return step.value
}
