import { AsyncLocalStorage } from 'node:async_hooks'
import pino, { type Logger } from 'pino'
import { served } from './served'

/**
 * One line of JSON for each thing that happened, on the standard error of the server: which request, by its id, how it
 * went, and where a fault came from. Never what people wrote, and no address that opens something.
 */

/** What belongs to the request that is answered just now. */
interface Asking {
  readonly requestId: string
  /** Where it comes from. */
  readonly address: string
  /** Who asks, once that is known: an id that tells nobody a name. */
  personId?: string
}

/** The gate before the application and the application are two bundles of one process, and share this. */
const holder = globalThis as { loomLog?: Logger; loomAsking?: AsyncLocalStorage<Asking> }

export const asking = (holder.loomAsking ??= new AsyncLocalStorage<Asking>())

/** At one desk only what went wrong is told; served to many, every request. */
export const log = (holder.loomLog ??= pino(
  {
    level: served() === undefined ? 'warn' : 'info',
    base: null,
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (label) => ({ level: label }) },
    mixin: () => ({ ...asking.getStore() }),
  },
  pino.destination({ fd: 2, sync: true }),
))
