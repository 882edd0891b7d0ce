import { LoomError } from '../core/errors'
import type { PasswordChange, Role } from '../core/formats/people-schema'
import { canonicalJson } from '../core/formats/canonical'
import type { Part } from '../core/parts/schema'
import { onBench, type OnBench } from './bench'
import { tellAccess } from './changes'
import { db, transaction } from './db'
import { machineFile } from './machine-log'
import { emptyBench } from './members'
import { ownPacks } from './packs'
import { ownPartsInBatches } from './parts'
import { mustBeStrong } from './passwords'
import { passkeysOf } from './passkeys'
import { hashPassword } from './secrets'
import type { BenchHeld, Session } from './sessions'
import { mustProve } from './sign-in'

/** A session as its person sees it. */
export interface SessionShown {
  readonly id: string
  readonly device: string
  readonly address: string
  readonly beganAt: Date
  readonly seenAt: Date
}

export const sessionsOf = (personId: string): Promise<readonly SessionShown[]> =>
  db()<SessionShown[]>`
    select id, device, address, began_at as "beganAt", seen_at as "seenAt" from sessions
    where person_id = ${personId} and ends_at > now() order by seen_at desc, id`

/** Ends one of somebody's sessions at once; their pages hear of it. */
export async function endSessionOf(personId: string, id: string): Promise<void> {
  const sql = db()
  await sql`delete from sessions where person_id = ${personId} and id = ${id}`
  await tellAccess(sql, { personId })
}

export async function renamePerson(personId: string, name: string): Promise<void> {
  await db()`update people set name = ${name} where id = ${personId}`
}

/** Gives somebody a new password, and ends all their sessions but this one. */
export async function changePassword(headers: Headers, session: Session, change: PasswordChange): Promise<void> {
  const { personId, name, id } = session
  await mustProve(headers, session, change.password)
  mustBeStrong(change.newPassword, [name])
  const hashed = await hashPassword(change.newPassword)
  await transaction(async (tx) => {
    await tx`update people set password_hash = ${hashed} where id = ${personId}`
    await tx`delete from sessions where person_id = ${personId} and id <> ${id}`
    await tellAccess(tx, { personId })
  })
}

interface OwnBench {
  readonly id: string
  readonly name: string
  readonly role: Role
  readonly ownerCount: number
  readonly memberCount: number
}

/**
 * Deletes an account, and the benches on which nobody else is, with everything on them; an error where others would be
 * left without an owner.
 */
export async function deleteAccount(headers: Headers, session: Session, password: string): Promise<void> {
  await mustProve(headers, session, password)
  const { personId } = session
  await transaction(async (tx) => {
    // Nobody comes or goes on these benches from here on until it is done, so that what is counted stays so.
    await tx`
      select 1 from benches where id in (select bench_id from memberships where person_id = ${personId})
      order by id for update`
    const benches = await tx<OwnBench[]>`
      select b.id, b.name, m.role,
        (select count(*)::int from memberships o where o.bench_id = b.id and o.role = 'owner') as "ownerCount",
        (select count(*)::int from memberships o where o.bench_id = b.id) as "memberCount"
      from memberships m join benches b on b.id = m.bench_id
      where m.person_id = ${personId} order by b.id`
    const stuck = benches.find(
      ({ role, ownerCount, memberCount }) => role === 'owner' && ownerCount === 1 && memberCount > 1,
    )
    if (stuck !== undefined) {
      throw new LoomError(
        'REQUEST_REFUSED',
        `Others are on “${stuck.name}”, and you are its only owner. Make somebody else an owner, or take the others off, then delete your account.`,
      )
    }
    for (const { id, memberCount } of benches) if (memberCount === 1) await emptyBench(tx, id)
    await tx`delete from people where id = ${personId}`
    await tellAccess(tx, { personId })
  })
}

/** Texts of a list in JSON, one after the other. */
async function* listed(texts: AsyncIterable<string>): AsyncGenerator<string> {
  let isFirst = true
  yield '['
  for await (const text of texts) {
    yield isFirst ? `\n${text}` : `,\n${text}`
    isFirst = false
  }
  yield ']'
}

async function* buildsOn(place: OnBench): AsyncGenerator<string> {
  const ids = await onBench(place, (tx) => tx<{ id: string }[]>`select id from builds order by id`)
  for (const { id } of ids) {
    const [row] = await onBench(
      place,
      (tx) => tx<{ document: unknown }[]>`select document from builds where id = ${id}`,
    )
    if (row !== undefined) yield canonicalJson(row.document)
  }
}

async function* machinesOn(place: OnBench): AsyncGenerator<string> {
  const ids = await onBench(place, (tx) => tx<{ id: string }[]>`select id from machines order by id`)
  for (const { id } of ids) yield canonicalJson(await onBench(place, (tx) => machineFile(tx, id)))
}

async function* partsOn(place: OnBench): AsyncGenerator<string> {
  const parts = await onBench(place, async (tx) => {
    const all: Part[] = []
    for await (const batch of ownPartsInBatches(tx)) all.push(...batch)
    return all
  })
  for (const part of parts) yield JSON.stringify(part)
}

/** All that lies on a bench, piece by piece: as a whole it may be large. */
async function* benchText({ id: benchId, name, role }: BenchHeld): AsyncGenerator<string> {
  const place = { benchId, role }
  yield `{"name":${JSON.stringify(name)},"packs":${JSON.stringify(await onBench(place, ownPacks))},"parts":`
  yield* listed(partsOn(place))
  yield ',"builds":'
  yield* listed(buildsOn(place))
  yield ',"machines":'
  yield* listed(machinesOn(place))
  yield '}'
}

/** Everything that the store holds of a person: themselves, and all of the benches that they own; JSON, piece by piece. */
export async function* everythingOf(session: Session): AsyncGenerator<string> {
  const { personId, name, signInName, benches } = session
  const [passkeys, sessions] = await Promise.all([passkeysOf(personId), sessionsOf(personId)])
  const on = benches.map((bench) => ({ bench: bench.name, role: bench.role }))
  yield `{"person":${JSON.stringify({ name, signInName, passkeys, sessions, benches: on })},"benches":[`
  for (const [index, bench] of benches.filter(({ role }) => role === 'owner').entries()) {
    yield index === 0 ? '\n' : ',\n'
    yield* benchText(bench)
  }
  yield ']}\n'
}
