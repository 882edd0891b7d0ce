/** How many requests somebody may send in a row, and how many of them come back in a second. */
interface Allowance {
  readonly inARow: number
  readonly aSecond: number
}

/** For somebody who has signed in: far more than any page asks. */
export const PERSON: Allowance = { inARow: 400, aSecond: 60 }
/** For an address that asks for what opens something: to sign in, by a link. */
export const STRANGER: Allowance = { inARow: 80, aSecond: 12 }

export const HURRIES = 'You ask more often than any page does. Nothing was changed; wait a few seconds.'

/** Whoever has not asked for so long has all of them again, and is forgotten. */
const FORGOTTEN_MS = 60_000

interface Bucket {
  left: number
  at: number
}

/** In this process alone: several servers together allow as many times more, which still bounds what one of them does. */
const holder = globalThis as { loomBuckets?: Map<string, Bucket>; loomBucketsAt?: number }

/** Whether somebody asks more often than is allowed; where not, this request counts. */
export function isHurrying(who: string, { inARow, aSecond }: Allowance): boolean {
  const buckets = (holder.loomBuckets ??= new Map())
  const now = performance.now()
  if (now - (holder.loomBucketsAt ?? 0) > FORGOTTEN_MS) {
    holder.loomBucketsAt = now
    for (const [key, { at }] of buckets) if (now - at > FORGOTTEN_MS) buckets.delete(key)
  }
  const bucket = buckets.get(who) ?? { left: inARow, at: now }
  bucket.left = Math.min(inARow, bucket.left + ((now - bucket.at) / 1000) * aSecond)
  bucket.at = now
  buckets.set(who, bucket)
  if (bucket.left < 1) return true
  bucket.left -= 1
  return false
}
