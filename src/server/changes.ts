import type { Change } from '../core/formats/api-types'
import { db, type Sql, type Tx } from './db'

/** The channel on which every server of one database hears of saves. */
const CHANNEL = 'loom_builds'

/** Hears of a save, or (undefined) that saves may have been missed while the store was away. */
type Listener = (change: Change | undefined) => void

interface Hearing {
  readonly listeners: Set<Listener>
  /** What ends the streams of this process when it is asked to stop: a server waits for its connections otherwise. */
  readonly enders: Set<() => void>
  /** Settles once the database has taken the request to tell us. */
  readonly isListening: Promise<unknown>
}
const holder = globalThis as { loomHearing?: Hearing }

/** One connection of this process hears of all saves; when it is lost it is made again by the driver. */
function hearing(): Hearing {
  if (holder.loomHearing === undefined) {
    const listeners = new Set<Listener>()
    const enders = new Set<() => void>()
    const endAll = () => {
      for (const end of enders) end()
    }
    const tellAll = (change: Change | undefined) => {
      for (const listener of listeners) listener(change)
    }
    // The driver listens again by itself after the store was away; nobody knows what was saved meanwhile.
    const isListening = db().listen(
      CHANNEL,
      (payload) => tellAll(JSON.parse(payload) as Change),
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
 * Calls back at every save of any build by any server of this database, from when the promise settles until what it
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

/** Tells all servers of this database that a build was saved; inside a transaction they hear of it when it is kept. */
export async function tellChange(sql: Sql | Tx, change: Change): Promise<void> {
  await sql`select pg_notify(${CHANNEL}, ${JSON.stringify(change)})`
}
