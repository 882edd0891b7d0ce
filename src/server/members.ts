import { nanoid } from 'nanoid'
import { LoomError } from '../core/errors'
import type { Role } from '../core/formats/people-schema'
import { DESK } from './bench'
import { tellAccess } from './changes'
import { db, transaction, type Tx } from './db'

const MOST_BENCHES = 20

/** Somebody on a bench, as the others see them. */
export interface Member {
  readonly id: string
  readonly name: string
  readonly role: Role
  readonly joinedAt: Date
}

/** Who is on a bench, owners first. */
export const membersOf = (benchId: string): Promise<readonly Member[]> =>
  db()<Member[]>`
    select p.id, p.name, m.role, m.joined_at as "joinedAt" from memberships m join people p on p.id = m.person_id
    where m.bench_id = ${benchId}
    order by array_position(array['owner', 'maker', 'reader'], m.role), lower(p.name), p.id`

const noMember = () => new LoomError('NOT_FOUND', 'This person is not on the bench any more.')

async function mustKeepAnOwner(tx: Tx, benchId: string): Promise<void> {
  const owners = await tx`select 1 from memberships where bench_id = ${benchId} and role = 'owner'`
  if (owners.length > 0) return
  throw new LoomError('REQUEST_REFUSED', 'A bench keeps at least one owner. Make somebody else an owner first.')
}

/** Changes what people may do on a bench, one change after the other, and tells their pages. */
function changing(benchId: string, personId: string, change: (tx: Tx) => Promise<number>): Promise<void> {
  return transaction(async (tx) => {
    await tx`select 1 from benches where id = ${benchId} for update`
    if ((await change(tx)) === 0) throw noMember()
    await mustKeepAnOwner(tx, benchId)
    await tellAccess(tx, { personId })
  })
}

/** Makes somebody more or less on a bench; it keeps an owner. */
export const changeRole = (benchId: string, personId: string, role: Role): Promise<void> =>
  changing(benchId, personId, async (tx) => {
    const rows = await tx`
      update memberships set role = ${role} where bench_id = ${benchId} and person_id = ${personId} returning 1`
    return rows.length
  })

/** Takes somebody off a bench; it keeps an owner. */
export const removeMember = (benchId: string, personId: string): Promise<void> =>
  changing(benchId, personId, async (tx) => {
    const rows = await tx`delete from memberships where bench_id = ${benchId} and person_id = ${personId} returning 1`
    await tx`update sessions set bench_id = null where bench_id = ${benchId} and person_id = ${personId}`
    return rows.length
  })

/** Makes a bench of one's own; gives its id. */
export function makeBench(personId: string, name: string): Promise<string> {
  return transaction(async (tx) => {
    await tx`select 1 from people where id = ${personId} for update`
    const held = await tx`select 1 from memberships where person_id = ${personId} and role = 'owner'`
    if (held.length >= MOST_BENCHES)
      throw new LoomError(
        'REQUEST_REFUSED',
        `Somebody owns ${MOST_BENCHES} benches at most. Work on one of them, or make somebody else the owner of one and leave it.`,
      )
    const id = nanoid()
    await tx`insert into benches (id, name) values (${id}, ${name})`
    await tx`insert into memberships (bench_id, person_id, role) values (${id}, ${personId}, 'owner')`
    await tellAccess(tx, { personId })
    return id
  })
}

export async function renameBench(benchId: string, name: string): Promise<void> {
  await db()`update benches set name = ${name} where id = ${benchId}`
}

/** Everything on a bench goes for good, logs of machines too; the desk's own bench stays, and is empty. */
export async function emptyBench(tx: Tx, benchId: string): Promise<void> {
  await tx`select set_config('loom.deletes_bench', 'yes', true)`
  for (const table of [
    'machine_photos',
    'machine_log',
    'machines',
    'machine_plans',
    'builds',
    'packs',
    'parts',
    'taken_off',
    'entry_links',
    'memberships',
  ])
    await tx`delete from ${tx(table)} where bench_id = ${benchId}`
  if (benchId !== DESK) await tx`delete from benches where id = ${benchId}`
}
