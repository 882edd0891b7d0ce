import { LoomError } from '../core/errors'
import type { SignIn } from '../core/formats/people-schema'
import { db, transaction } from './db'
import { digestOf, isPassword } from './secrets'
import { addressOf, type Session } from './sessions'

/** Within these minutes tries count. */
const MINUTES = 15
/** So many tries are free; each one more doubles the wait, up to the whole time. */
const FREE_FOR_A_NAME = 5
const FREE_FOR_AN_ADDRESS = 20

/** Seconds to wait after the last of so many tries. */
function waitSeconds(count: number, free: number): number {
  return count < free ? 0 : Math.min(2 ** (count - free), MINUTES * 60)
}

interface Tries {
  readonly forName: number
  readonly forAddress: number
  readonly sinceName: number | null
  readonly sinceAddress: number | null
}

/** Counts a try, or refuses it where too many came before; the same for names that are there and names that are not. */
async function countTry(name: Buffer, address: string): Promise<void> {
  const waitMore = await transaction(async (tx) => {
    // One after the other, or many at once would all find none before them.
    await tx`select pg_advisory_xact_lock(hashtext(${address}))`
    await tx`select pg_advisory_xact_lock(hashtext(encode(${name}, 'hex')))`
    await tx`delete from sign_in_tries where tried_at < now() - ${MINUTES} * interval '1 minute'`
    const [tries] = await tx<Tries[]>`
      select count(*) filter (where name_digest = ${name})::int as "forName",
        count(*) filter (where address = ${address})::int as "forAddress",
        extract(epoch from clock_timestamp() - max(tried_at) filter (where name_digest = ${name}))::float as "sinceName",
        extract(epoch from clock_timestamp() - max(tried_at) filter (where address = ${address}))::float as "sinceAddress"
      from sign_in_tries where name_digest = ${name} or address = ${address}`
    const { forName, forAddress, sinceName, sinceAddress } = tries!
    const wait = Math.max(
      waitSeconds(forName, FREE_FOR_A_NAME) - (sinceName ?? 0),
      waitSeconds(forAddress, FREE_FOR_AN_ADDRESS) - (sinceAddress ?? 0),
    )
    if (wait > 0) return Math.ceil(wait)
    await tx`insert into sign_in_tries (name_digest, address, tried_at) values (${name}, ${address}, clock_timestamp())`
    return 0
  })
  if (waitMore > 0) {
    throw new LoomError(
      'TOO_OFTEN',
      `Too many tries for this name or from this address. Wait ${waitMore} s and try again; a passkey still works.`,
    )
  }
}

/**
 * The person whose name and password these are, or undefined, in the same time whether there is such a name or not. Each
 * try counts until one is right; a TOO_OFTEN error where too many came before.
 */
export async function personBy(headers: Headers, { signInName, password }: SignIn): Promise<string | undefined> {
  const name = signInName.trim().toLowerCase()
  const digest = digestOf(name)
  await countTry(digest, addressOf(headers))
  const sql = db()
  const [row] = await sql<{ id: string; hashed: string }[]>`
    select id, password_hash as hashed from people where sign_in_name = ${name}`
  if (!(await isPassword(row?.hashed, password))) return undefined
  await sql`delete from sign_in_tries where name_digest = ${digest}`
  return row?.id
}

/** An error where this is not the password of whoever asks; tries count as they do at signing in. */
export async function mustProve(headers: Headers, { personId, signInName }: Session, password: string): Promise<void> {
  if ((await personBy(headers, { signInName, password })) === personId) return
  throw new LoomError('REQUEST_REFUSED', 'At /password: this is not your password. Nothing was changed.', '/password')
}
