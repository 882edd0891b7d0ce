import { LoomError } from '../core/errors'

/** Requests that one person or address may send in a row, and how many come back in a second. */
const MOST_IN_A_ROW = 400
const BACK_A_SECOND = 60
/** Whoever has not asked for so long has all of them again, and is forgotten. */
const FORGOTTEN_MS = 60_000

interface Bucket {
  left: number
  at: number
}

/** In this process alone: several servers together allow as many times more, which still bounds what one of them does. */
const holder = globalThis as { loomBuckets?: Map<string, Bucket>; loomBucketsAt?: number }

/** An error for somebody who asks far more often than any page does. */
export function mustNotHurry(who: string, cost = 1): void {
  const buckets = (holder.loomBuckets ??= new Map())
  const now = performance.now()
  if (now - (holder.loomBucketsAt ?? 0) > FORGOTTEN_MS) {
    holder.loomBucketsAt = now
    for (const [key, { at }] of buckets) if (now - at > FORGOTTEN_MS) buckets.delete(key)
  }
  const bucket = buckets.get(who) ?? { left: MOST_IN_A_ROW, at: now }
  bucket.left = Math.min(MOST_IN_A_ROW, bucket.left + ((now - bucket.at) / 1000) * BACK_A_SECOND)
  bucket.at = now
  buckets.set(who, bucket)
  if (bucket.left < cost)
    throw new LoomError('TOO_OFTEN', 'You ask more often than any page does. Nothing was changed; wait a few seconds.')
  bucket.left -= cost
}
