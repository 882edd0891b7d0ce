import { randomInt } from 'node:crypto'
import { nanoid } from 'nanoid'
import { LoomError } from '../core/errors'
import type { Entering, Role } from '../core/formats/people-schema'
import { ROLES } from '../core/formats/people-schema'
import { DESK } from './bench'
import { db, transaction, type Tx } from './db'
import { mustBeStrong } from './passwords'
import { digestOf, hashPassword, newToken } from './secrets'
import { tellAccess } from './changes'

/** Links that work once: for the first owner, for somebody who is invited, for somebody who lost a password. */

const FIRST_HOURS = 24
const INVITED_HOURS = 7 * 24
const RECOVER_HOURS = 1
const MOST_INVITATIONS = 100

export interface EntryLink {
  readonly sort: 'first' | 'invited' | 'recover'
  readonly benchId: string | null
  readonly benchName: string | null
  readonly role: Role | null
  readonly personId: string | null
}

const noLink = () =>
  new LoomError(
    'NOT_FOUND',
    'This link leads nowhere: it was used already, has run out, or never was. Ask for another.',
  )

/** What a link is for; a NOT_FOUND error for one that opens nothing. */
export async function entryLink(token: string): Promise<EntryLink> {
  const [row] = await db()<EntryLink[]>`
    select l.sort, l.bench_id as "benchId", b.name as "benchName", l.role, l.person_id as "personId"
    from entry_links l left join benches b on b.id = l.bench_id
    where l.token_digest = ${digestOf(token)} and l.ends_at > now()`
  if (row === undefined) throw noLink()
  return row
}

/** An invitation that nobody has used yet. */
export interface Invitation {
  readonly id: string
  readonly role: Role
  readonly endsAt: Date
}

/** Invitations to a bench that wait for somebody, the newest first. */
export const openInvitations = (benchId: string): Promise<readonly Invitation[]> =>
  db()<Invitation[]>`
    select id, role, ends_at as "endsAt" from entry_links
    where bench_id = ${benchId} and sort = 'invited' and ends_at > now() order by made_at desc, id`

/** Makes a link for one more person on a bench; gives its token, which is kept nowhere. */
export async function invite(benchId: string, role: Role): Promise<string> {
  const token = newToken()
  await transaction(async (tx) => {
    await tx`select 1 from benches where id = ${benchId} for update`
    await tx`delete from entry_links where ends_at < now()`
    const [counted] = await tx<{ count: number }[]>`
      select count(*)::int as count from entry_links where bench_id = ${benchId}`
    if (counted!.count >= MOST_INVITATIONS)
      throw new LoomError(
        'REQUEST_REFUSED',
        `At most ${MOST_INVITATIONS} invitations wait at once; take one back first.`,
      )
    await tx`
      insert into entry_links (id, token_digest, sort, bench_id, role, ends_at)
      values (${nanoid()}, ${digestOf(token)}, 'invited', ${benchId}, ${role}, now() + ${INVITED_HOURS} * interval '1 hour')`
  })
  return token
}

/** Takes an invitation back; one that is gone already stays gone. */
export async function takeInvitationBack(benchId: string, id: string): Promise<void> {
  await db()`delete from entry_links where id = ${id} and bench_id = ${benchId} and sort = 'invited'`
}

/** Makes a link for the first owner where the desk's bench has none; undefined where it has one. Run by ./loom serve. */
export async function firstOwnerLink(tx: Tx): Promise<string | undefined> {
  const owners = await tx`select 1 from memberships where bench_id = ${DESK} and role = 'owner'`
  if (owners.length > 0) return undefined
  const token = newToken()
  await tx`delete from entry_links where ends_at < now()`
  await tx`
    insert into entry_links (id, token_digest, sort, bench_id, role, ends_at)
    values (${nanoid()}, ${digestOf(token)}, 'first', ${DESK}, 'owner', now() + ${FIRST_HOURS} * interval '1 hour')`
  return token
}

/** Makes a link under which somebody sets a new password; undefined where there is no such name. Run by ./loom recover. */
export async function recoveryLink(tx: Tx, signInName: string): Promise<string | undefined> {
  const [person] = await tx<{ id: string }[]>`select id from people where sign_in_name = ${signInName}`
  if (person === undefined) return undefined
  const token = newToken()
  await tx`delete from entry_links where sort = 'recover' and person_id = ${person.id}`
  await tx`
    insert into entry_links (id, token_digest, sort, person_id, ends_at)
    values (${nanoid()}, ${digestOf(token)}, 'recover', ${person.id}, now() + ${RECOVER_HOURS} * interval '1 hour')`
  return token
}

/** Name and figures, always: nobody learns from a name that is taken which ones there are. */
function signInNameOf(name: string): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-+|-+$/g, '')
    .slice(0, 30)
  return `${plain === '' ? 'person' : plain}-${randomInt(1000, 10_000)}`
}

async function makePerson(tx: Tx, name: string, hashed: string): Promise<string> {
  for (;;) {
    const [made] = await tx<{ id: string }[]>`
      insert into people (id, sign_in_name, name, password_hash)
      values (${nanoid()}, ${signInNameOf(name)}, ${name}, ${hashed})
      on conflict (sign_in_name) do nothing returning id`
    if (made !== undefined) return made.id
  }
}

/** Puts somebody on a bench; who is there already as more stays so. */
async function join(tx: Tx, personId: string, benchId: string, role: Role): Promise<void> {
  await tx`select 1 from benches where id = ${benchId} for update`
  const [held] = await tx<{ role: Role }[]>`
    select role from memberships where bench_id = ${benchId} and person_id = ${personId} for update`
  if (held !== undefined && ROLES.indexOf(held.role) >= ROLES.indexOf(role)) return
  await tx`
    insert into memberships (bench_id, person_id, role) values (${benchId}, ${personId}, ${role})
    on conflict (bench_id, person_id) do update set role = excluded.role`
}

/** What somebody who comes by a link has to say of themselves, beside what the link says. */
function mustSay(value: string | undefined, place: string, what: string): string {
  const text = value?.trim() ?? ''
  if (text === '') throw new LoomError('FORMAT_WRONG', `At ${place}: ${what}`, place)
  return text
}

/**
 * Uses a link up: makes a new person, or takes the one who has signed in, and puts them on the bench; or gives somebody a
 * new password, and ends all their sessions. Gives the person who comes in, and whether they have to be signed in.
 */
export async function enter(
  token: string,
  personHere: string | undefined,
  { name, password }: Entering,
): Promise<{ readonly personId: string; readonly isNew: boolean }> {
  const { sort } = await entryLink(token)
  const isNew = sort === 'recover' || personHere === undefined
  const called = isNew && sort !== 'recover' ? mustSay(name, '/name', 'say what others are to call you') : ''
  const secret = isNew ? (password ?? '') : ''
  if (isNew) mustBeStrong(secret, [called])
  const hashed = isNew ? await hashPassword(secret) : ''
  return transaction(async (tx) => {
    // Whoever comes first has used it up.
    const [link] = await tx<Omit<EntryLink, 'benchName'>[]>`
      delete from entry_links where token_digest = ${digestOf(token)} and ends_at > now()
      returning sort, bench_id as "benchId", role, person_id as "personId"`
    if (link === undefined) throw noLink()
    if (link.personId !== null) {
      await tx`update people set password_hash = ${hashed} where id = ${link.personId}`
      await tx`delete from sessions where person_id = ${link.personId}`
      await tellAccess(tx, { personId: link.personId })
      return { personId: link.personId, isNew }
    }
    const personId = personHere ?? (await makePerson(tx, called, hashed))
    // Several starts may have printed one each: the first owner is whoever came first.
    if (link.sort === 'first') await tx`delete from entry_links where sort = 'first'`
    await join(tx, personId, link.benchId!, link.role!)
    await tellAccess(tx, { personId })
    return { personId, isNew }
  })
}
