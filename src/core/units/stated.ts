/** The fields that hold something; one that is left open must not be there as undefined, which is no figure. */
export function stated<T extends object>(fields: T): { [K in keyof T]: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as never
}
