import { LoomError } from '../core/errors'
import type { Role } from '../core/formats/people-schema'
import type { Actor } from './actor'
import { onBench, type OnBench } from './bench'
import { noBuild } from './builds'
import { db, type Tx } from './db'
import { knownId } from './ids'
import { noMachine } from './machines'

/** The one place that decides who may do what. `manage` is for people, links and the bench itself. */
export type Need = 'read' | 'write' | 'manage'

const MAY: Readonly<Record<Role, readonly Need[]>> = {
  reader: ['read'],
  maker: ['read', 'write'],
  owner: ['read', 'write', 'manage'],
}

const REFUSALS: Readonly<Record<Need, string>> = {
  read: 'You are on no bench. Ask an owner of one for an invitation.',
  write: 'You may look at this bench, but not change it. Ask one of its owners to make you a maker.',
  manage: 'Only an owner of this bench may do that.',
}

/** Whether somebody in a role may do something. */
export const may = (role: Role, need: Need): boolean => MAY[role].includes(need)

function placeOn(actor: Actor, benchId: string | undefined, need: Need): OnBench {
  const role = benchId === undefined ? undefined : actor.roles.get(benchId)
  if (benchId === undefined || role === undefined || !may(role, need))
    throw new LoomError('FORBIDDEN', role === undefined ? REFUSALS.read : REFUSALS[need])
  return { benchId, role }
}

/** The bench on which an actor works, or a FORBIDDEN error. */
export const benchOf = (actor: Actor, need: Need): OnBench => placeOn(actor, actor.benchId, need)

/** Does something on the bench on which an actor works. */
export async function inBench<T>(actor: Actor, need: Need, work: (tx: Tx) => Promise<T>): Promise<T> {
  return onBench(benchOf(actor, need), work)
}

/** What is done with one thing, on the bench that holds it. */
type Work<T> = (tx: Tx, id: string, place: OnBench) => Promise<T>

/** Things that lie on a bench by themselves, with what is said where one is not there for whoever asks. */
const HELD = { builds: noBuild, machines: noMachine } as const

/** Does something with a thing on the bench that holds it, of those that the actor is on; on others there is none for them. */
const inHeld =
  (table: keyof typeof HELD) =>
  async <T>(actor: Actor, id: string, need: Need, work: Work<T>): Promise<T> => {
    const none = HELD[table]
    const sql = db()
    const [row] = await sql<{ benchId: string }[]>`
      select bench_id as "benchId" from ${sql(table)}
      where id = ${knownId(id, none)} and bench_id = any(${[...actor.roles.keys()]})`
    if (row === undefined) throw none(id)
    const place = placeOn(actor, row.benchId, need)
    return onBench(place, (tx) => work(tx, id, place))
  }

/** Does something with a build, deleted ones too; a NOT_FOUND error where no bench of the actor has it. */
export const inBuild = inHeld('builds')

/** Does something with a machine; a NOT_FOUND error where no bench of the actor has it. */
export const inMachine = inHeld('machines')
