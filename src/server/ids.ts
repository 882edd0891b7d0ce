import type { LoomError } from '../core/errors'

const ID = /^[A-Za-z0-9_-]{1,64}$/

/** What stands in an address may be anything; what is no id names nothing, and never reaches the database. */
export function knownId(id: string, missing: (shown: string) => LoomError): string {
  if (!ID.test(id)) throw missing(id.replaceAll(/[^\p{L}\p{N} ._-]/gu, '?').slice(0, 64))
  return id
}
