import { LoomError } from '../core/errors'
import type { PasswordChange, Role } from '../core/formats/people-schema'
import { canonicalJson } from '../core/formats/canonical'
import { onBench } from './bench'
import { tellAccess } from './changes'
import { db } from './db'
import { machineFile } from './machine-log'
import { emptyBench } from './members'
import { ownPacks } from './packs'
import { ownPartsInBatches } from './parts'
import { mustBeStrong } from './passwords'
import { hashPassword, isPassword } from './secrets'
import type { Session } from './sessions'

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

/** An error where this is not the password of the person. */
async function mustProve(personId: string, password: string): Promise<void> {
  const [row] = await db()<{ hashed: string }[]>`select password_hash as hashed from people where id = ${personId}`
  if (await isPassword(row?.hashed, password)) return
  throw new LoomError('REQUEST_REFUSED', 'At /password: this is not your password. Nothing was changed.', '/password')
}

/** Gives somebody a new password, and ends all their sessions but this one. */
export async function changePassword({ personId, name, id }: Session, change: PasswordChange): Promise<void> {
  await mustProve(personId, change.password)
  mustBeStrong(change.newPassword, [name])
  const hashed = await hashPassword(change.newPassword)
  await db().begin(async (tx) => {
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

const benchesOf = (personId: string) =>
  db()<OwnBench[]>`
    select b.id, b.name, m.role,
      (select count(*)::int from memberships o where o.bench_id = b.id and o.role = 'owner') as "ownerCount",
      (select count(*)::int from memberships o where o.bench_id = b.id) as "memberCount"
    from memberships m join benches b on b.id = m.bench_id where m.person_id = ${personId} order by b.made_at, b.id`

/**
 * Deletes an account, and the benches on which nobody else is, with everything on them; an error where others would be
 * left without an owner.
 */
export async function deleteAccount({ personId }: Session, password: string): Promise<void> {
  await mustProve(personId, password)
  const benches = await benchesOf(personId)
  const stuck = benches.find(
    ({ role, ownerCount, memberCount }) => role === 'owner' && ownerCount === 1 && memberCount > 1,
  )
  if (stuck !== undefined) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `Others are on “${stuck.name}”, and you are its only owner. Make somebody else an owner, or take the others off, then delete your account.`,
    )
  }
  await db().begin(async (tx) => {
    for (const { id, memberCount } of benches) if (memberCount === 1) await emptyBench(tx, id)
    await tx`delete from people where id = ${personId}`
    await tellAccess(tx, { personId })
  })
}

/** Everything that the store holds of a person: themselves, and all of the benches that they own; JSON, piece by piece. */
export async function* everythingOf(session: Session): AsyncGenerator<string> {
  const { personId, name, signInName } = session
  const benches = await benchesOf(personId)
  const [passkeys, sessions] = await Promise.all([
    db()`select name, made_at as "madeAt", used_at as "usedAt" from passkeys where person_id = ${personId}`,
    sessionsOf(personId),
  ])
  const person = {
    name,
    signInName,
    passkeys,
    sessions,
    benches: benches.map(({ name: bench, role }) => ({ bench, role })),
  }
  yield `{"format":"gentle-loom person","version":1,"person":${JSON.stringify(person)},"benches":[`
  for (const [index, { id: benchId, name: bench, role }] of benches.filter((one) => one.role === 'owner').entries()) {
    yield `${index === 0 ? '' : ','}\n{"name":${JSON.stringify(bench)},`
    const place = { benchId, role }
    const ids = await onBench(place, (tx) => tx<{ id: string }[]>`select id from builds order by id`)
    yield '"builds":['
    for (const [at, { id }] of ids.entries()) {
      const [row] = await onBench(
        place,
        (tx) => tx<{ document: unknown }[]>`select document from builds where id = ${id}`,
      )
      if (row !== undefined) yield `${at === 0 ? '' : ','}\n${canonicalJson(row.document)}`
    }
    yield '],\n"machines":['
    const machines = await onBench(place, (tx) => tx<{ id: string }[]>`select id from machines order by id`)
    for (const [at, { id }] of machines.entries())
      yield `${at === 0 ? '' : ','}\n${canonicalJson(await onBench(place, (tx) => machineFile(tx, id)))}`
    const shelf = await onBench(place, async (tx) => {
      const parts = []
      for await (const batch of ownPartsInBatches(tx)) parts.push(...batch)
      return { parts, packs: await ownPacks(tx) }
    })
    yield `],\n"shelf":${JSON.stringify(shelf)}}`
  }
  yield ']}\n'
}
