import { acceptedIndex } from './attached'
import type { FindingRef, SingleEdit } from './edit-schema'
import type { Accepted, Build } from './schema'

/** The finding that somebody took on, without what was said of it. */
export const findingRefOf = ({ ruleId, messageId, at, itemIds }: Accepted): FindingRef => ({
  ruleId,
  messageId,
  at,
  ...(itemIds === undefined ? {} : { itemIds }),
})

/** What was said when this warning was taken on; undefined where it was not. */
export const acceptedOf = (build: Build, warning: FindingRef): Accepted | undefined =>
  build.accepted?.[acceptedIndex(build, warning)]

/** Takes a warning on. */
export const acceptEdit = (entry: Accepted): SingleEdit => ({ type: 'accept', entry })

/** Lets a warning be one again. */
export const unacceptEdit = (entry: Accepted): SingleEdit => ({ type: 'unaccept', mind: findingRefOf(entry) })

/** The edit that puts back what was said of a warning, and where, be it nothing. */
export function acceptBack(build: Build, warning: FindingRef): SingleEdit {
  const entry = acceptedOf(build, warning)
  if (entry === undefined) return { type: 'unaccept', mind: warning }
  return { type: 'accept', entry, index: acceptedIndex(build, warning) }
}
