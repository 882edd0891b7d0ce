import { nanoid } from 'nanoid'
import type { Role } from '../core/formats/people-schema'
import { tellAccess } from './changes'
import { db } from './db'
import { digestOf, newToken } from './secrets'

/** So long a session lasts, however much it is used; then somebody signs in again (docs/security.md says why). */
const LASTS_SECONDS = 12 * 3600
/** How finely it is kept when a session was last used. */
const SEEN_EVERY_SECONDS = 300

/** Bound to this host, sent over TLS alone, out of reach of scripts, and not sent along by other sites' forms. */
const COOKIE = '__Host-loom'
const COOKIE_WORDS = 'Path=/; Secure; HttpOnly; SameSite=Lax'

/** A bench that somebody is on, and as what. */
export interface BenchHeld {
  readonly id: string
  readonly name: string
  readonly role: Role
}

export interface Session {
  readonly id: string
  readonly personId: string
  readonly name: string
  readonly signInName: string
  /** Where this session worked last. */
  readonly benchId: string | null
  /** The benches that this person is on, the one that they came to first before the others. */
  readonly benches: readonly BenchHeld[]
}

/** The value of a cookie, or undefined. */
export function cookieIn(headers: Headers, name: string): string | undefined {
  const pairs = (headers.get('cookie') ?? '').split(';').map((pair) => pair.trim().split('='))
  return pairs.find(([key]) => key === name)?.[1]
}

/** The session of whoever sends these headers, if it is one and has not ended. */
export async function sessionIn(headers: Headers): Promise<Session | undefined> {
  const token = cookieIn(headers, COOKIE)
  if (token === undefined) return undefined
  const sql = db()
  const [row] = await sql<(Session & { readonly isStale: boolean })[]>`
    select s.id, p.id as "personId", p.name, p.sign_in_name as "signInName", s.bench_id as "benchId",
      s.seen_at < now() - ${SEEN_EVERY_SECONDS} * interval '1 second' as "isStale",
      (
        select coalesce(jsonb_agg(jsonb_build_object('id', b.id, 'name', b.name, 'role', m.role) order by m.joined_at, b.id), '[]')
        from memberships m join benches b on b.id = m.bench_id where m.person_id = p.id
      ) as benches
    from sessions s join people p on p.id = s.person_id
    where s.token_digest = ${digestOf(token)} and s.ends_at > now()`
  if (row === undefined) return undefined
  const { isStale, ...session } = row
  if (isStale) await sql`update sessions set seen_at = now() where id = ${row.id}`
  return session
}

/** What a browser calls itself, in a few words that are only shown. */
const deviceOf = (headers: Headers): string => {
  const agent = headers.get('user-agent') ?? ''
  const system = ['Android', 'iPhone', 'iPad', 'Windows', 'Mac', 'Linux'].find((name) => agent.includes(name))
  return `Browser on ${system ?? 'an unknown system'}`
}

/** Where a request comes from: the gate before the application says it, and lets nobody else say it. */
export const addressOf = (headers: Headers): string => headers.get('x-loom-address') ?? 'unknown'

/**
 * Begins a session for somebody who has proved who they are; gives the head of the answer that carries it. A browser that
 * had a session ends it, so that nobody goes on in one that somebody else laid there.
 */
export async function beginSession(headers: Headers, personId: string): Promise<HeadersInit> {
  await endSession(headers)
  const token = newToken()
  const sql = db()
  await sql`delete from sessions where ends_at < now()`
  await sql`
    insert into sessions (id, token_digest, person_id, bench_id, device, address, ends_at)
    values (${nanoid()}, ${digestOf(token)}, ${personId}, (
        -- Where they worked last, wherever that was.
        select bench_id from sessions where person_id = ${personId} and bench_id is not null order by seen_at desc limit 1
      ), ${deviceOf(headers)}, ${addressOf(headers)}, now() + ${LASTS_SECONDS} * interval '1 second')`
  return { 'set-cookie': `${COOKIE}=${token}; ${COOKIE_WORDS}; Max-Age=${LASTS_SECONDS}`, 'cache-control': 'no-store' }
}

/** Ends the session of whoever sends these headers; gives the head of the answer that takes the cookie away. */
export async function endSession(headers: Headers): Promise<HeadersInit> {
  const token = cookieIn(headers, COOKIE)
  if (token !== undefined) {
    const sql = db()
    const [ended] = await sql<{ personId: string }[]>`
      delete from sessions where token_digest = ${digestOf(token)} returning person_id as "personId"`
    if (ended !== undefined) await tellAccess(sql, ended)
  }
  // What the browser has kept of pages goes too; what it has not sent yet stays.
  return { 'set-cookie': `${COOKIE}=; ${COOKIE_WORDS}; Max-Age=0`, 'clear-site-data': '"cache"' }
}

/** Says on which bench a session goes on. */
export async function workOn(sessionId: string, benchId: string): Promise<void> {
  await db()`update sessions set bench_id = ${benchId} where id = ${sessionId}`
}
