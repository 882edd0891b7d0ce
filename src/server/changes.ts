import type { Change } from '../core/formats/api-types'
import { db, directUrl, openDatabase, type Sql, type Tx } from './db'

/** The channel on which every server of one database hears of saves, and of what people may see from now on. */
const CHANNEL = 'loom_builds'

/** A save on a bench. */
interface BenchChange extends Change {
  readonly benchId: string
}

/** That somebody may see more or less than before, or that one of their sessions has ended. */
interface AccessChange {
  readonly personId: string
}

/** What is heard; undefined where something may have been missed while the store was away. */
export type Heard = BenchChange | AccessChange | undefined
/** Hears what was told since it last heard something: at once where it is quiet, in one go where much is told. */
type Listener = (heard: readonly Heard[]) => void

/**
 * While much is told, pages are told so often, and less often the more of them are open: telling a thousand of each save
 * would take the whole time of the server.
 */
const GATHER_MS = 150
const GATHER_MS_A_PAGE = 2

interface Hearing {
  readonly listeners: Set<Listener>
  /** What ends the streams of this process when it is asked to stop: a server waits for its connections otherwise. */
  readonly enders: Set<() => void>
  /** Settles once the database has taken the request to tell us. */
  readonly isListening: Promise<unknown>
}
const holder = globalThis as { loomHearing?: Hearing }

/**
 * Through a pooler in transaction mode nothing can be heard, since the connection is another one each time: then the
 * database has a direct address beside it.
 */
function listener(): Sql {
  const direct = directUrl()
  return direct === '' ? db() : openDatabase(direct)
}

/** One connection of this process hears of all saves; when it is lost it is made again by the driver. */
function hearing(): Hearing {
  if (holder.loomHearing === undefined) {
    const listeners = new Set<Listener>()
    const enders = new Set<() => void>()
    const endAll = () => {
      for (const end of enders) end()
    }
    let gathered: Heard[] = []
    let isGathering = false
    const pass = () => {
      const batch = gathered
      gathered = []
      isGathering = batch.length > 0
      if (!isGathering) return
      setTimeout(pass, Math.max(GATHER_MS, listeners.size * GATHER_MS_A_PAGE)).unref()
      for (const listener of listeners) listener(batch)
    }
    const tellAll = (heard: Heard) => {
      gathered.push(heard)
      if (!isGathering) pass()
    }
    // The driver listens again by itself after the store was away; nobody knows what was saved meanwhile.
    const isListening = listener().listen(
      CHANNEL,
      (payload) => tellAll(JSON.parse(payload) as Heard),
      () => tellAll(undefined),
    )
    holder.loomHearing = { listeners, enders, isListening }
    isListening.then(
      () => {
        process.once('SIGTERM', endAll)
        process.once('SIGINT', endAll)
      },
      // Where the database is away just now, the next page that asks begins anew.
      () => delete holder.loomHearing,
    )
  }
  return holder.loomHearing
}

/**
 * Calls back at everything that any server of this database tells, from when the promise settles until what it
 * gives is called. `onStop` is called when this process is asked to stop.
 */
export async function hearChanges(listener: Listener, onStop: () => void): Promise<() => void> {
  const { listeners, enders, isListening } = hearing()
  await isListening
  listeners.add(listener)
  enders.add(onStop)
  return () => {
    listeners.delete(listener)
    enders.delete(onStop)
  }
}

/** Tells all servers of this database that a build or a machine was saved; they hear of it when the transaction is kept. */
export async function tellChange(tx: Tx, { id, revision }: Change): Promise<void> {
  await tx`
    select pg_notify(${CHANNEL}, jsonb_build_object(
      'id', ${id}::text, 'revision', ${revision}::int, 'benchId', current_setting('loom.bench', true))::text)`
}

/** Tells them that somebody may see more or less than before. */
export async function tellAccess(sql: Sql | Tx, { personId }: AccessChange): Promise<void> {
  await sql`select pg_notify(${CHANNEL}, ${JSON.stringify({ personId })})`
}
