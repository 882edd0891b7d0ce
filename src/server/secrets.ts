import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { LoomError } from '../core/errors'

/** What opens something: 256 random bits, fit for an address and a cookie. */
export const newToken = (): string => randomBytes(32).toString('base64url')

/** What is kept of a token. It has bits enough that a plain digest cannot be turned back. */
export const digestOf = (token: string): Buffer => createHash('sha256').update(token).digest()

/** Argon2id (2) with 19 MiB, two passes, one lane: OWASP Password Storage Cheat Sheet. */
const COST = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const

/** Hashing takes memory and a processor on purpose: so many run at once, and so many wait. */
const MOST_AT_ONCE = 2
const MOST_WAITING = 40
const turns = { running: 0, waiting: [] as (() => void)[] }

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (turns.running >= MOST_AT_ONCE) {
    if (turns.waiting.length >= MOST_WAITING)
      throw new LoomError('TOO_BUSY', 'Too many sign in at this moment. Nothing was changed; try again in a moment.')
    await new Promise<void>((resolve) => turns.waiting.push(resolve))
  } else turns.running += 1
  try {
    return await work()
  } finally {
    const next = turns.waiting.shift()
    if (next === undefined) turns.running -= 1
    else next()
  }
}

export const hashPassword = (password: string): Promise<string> => inTurn(() => hash(password, COST))

/** A hash of nothing that anybody could type, so that a name that is not there takes as long as one that is. */
let nobodysHash: Promise<string> | undefined

/** Whether a password is the one of a hash; for no hash it takes as long and is false. */
export async function isPassword(hashed: string | undefined, password: string): Promise<boolean> {
  nobodysHash ??= hashPassword(newToken())
  const against = hashed ?? (await nobodysHash)
  const isSame = await inTurn(() => verify(against, password))
  return isSame && hashed !== undefined
}
