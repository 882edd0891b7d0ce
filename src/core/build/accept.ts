import { mindIndex } from './attached'
import type { Mind, SingleEdit } from './edit-schema'
import type { Accepted, Build } from './schema'

/** The finding that somebody took on, without what was said of it. */
export const mindOf = ({ ruleId, messageId, at, itemIds }: Accepted): Mind => ({
  ruleId,
  messageId,
  at,
  ...(itemIds === undefined ? {} : { itemIds }),
})

/** What was said when this mind was taken on; undefined where it was not. */
export const acceptedOf = (build: Build, mind: Mind): Accepted | undefined => build.accepted?.[mindIndex(build, mind)]

/** Takes a mind on. */
export const acceptEdit = (entry: Accepted): SingleEdit => ({ type: 'accept', entry })

/** Lets a mind be one again. */
export const unacceptEdit = (entry: Accepted): SingleEdit => ({ type: 'unaccept', mind: mindOf(entry) })

/** The edit that puts back what was said of a mind, and where, be it nothing. */
export function acceptBack(build: Build, mind: Mind): SingleEdit {
  const entry = acceptedOf(build, mind)
  if (entry === undefined) return { type: 'unaccept', mind }
  return { type: 'accept', entry, index: mindIndex(build, mind) }
}
