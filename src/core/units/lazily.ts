/** Works a value out when it is first asked for, and keeps it. */
export function lazily<T>(make: () => T): () => T {
  let made: { readonly value: T } | undefined
  return () => (made ??= { value: make() }).value
}
