import postgres from 'postgres'

export type Sql = postgres.Sql
export type Tx = postgres.TransactionSql

const holder = globalThis as { loomSql?: Sql }

/**
 * No statement of a page takes near as long; one that does is stopped, so that nobody waits behind it for ever. Reading
 * in and writing out large files is done apart, and says that it takes longer.
 */
const MOST_TIME = process.env['LOOM_STATEMENT_TIMEOUT'] ?? '15s'
const LIMITS_OF_STATEMENTS = {
  statement_timeout: MOST_TIME,
  lock_timeout: '5s',
  idle_in_transaction_session_timeout: MOST_TIME,
} as const

/** So many connections one process has at most; requests beyond them wait for their turn. */
const MOST_CONNECTIONS = 8

/** Seconds until a connection that was lost is tried again: soon, since the store is started again by itself. */
const backoff = (tries: number) => Math.min(0.1 * 2 ** tries, 1)

/**
 * A pool on a database. Where its address names several hosts, the one that takes writes is looked for: after a standby
 * has taken over, that is another one than before.
 */
export const openDatabase = (url: string, isPooled = false): Sql =>
  postgres(url, {
    max: MOST_CONNECTIONS,
    connect_timeout: 5,
    backoff,
    onnotice: () => undefined,
    // A pooler in transaction mode gives each transaction another connection, which knows no statement of another one's
    // and takes no settings: those are the database account's then (docs/serving.md).
    ...(isPooled ? { prepare: false } : { connection: LIMITS_OF_STATEMENTS as never }),
    ...(new RegExp('^[^/]*//[^/]*,').test(url) ? { target_session_attrs: 'read-write' as const } : {}),
  })

/** The database's own address, where DATABASE_URL leads to a pooler; empty where it does not. */
export const directUrl = (): string => process.env['LOOM_LISTEN_URL'] ?? ''

/** The one connection pool of this process, made on first use from DATABASE_URL. */
export function db(): Sql {
  if (holder.loomSql !== undefined) return holder.loomSql
  const url = process.env['DATABASE_URL']
  if (url === undefined || url === '') throw new Error('DATABASE_URL is not set; start the app with ./loom start.')
  holder.loomSql = openDatabase(url, directUrl() !== '')
  return holder.loomSql
}

/** What says that the connection itself is gone, by the codes of the driver, of the socket and of PostgreSQL. */
const isGone = (error: unknown): boolean =>
  /^(CONNECTION_(CLOSED|DESTROYED|ENDED)|ECONN|EPIPE|57P0[12]|25P03)/.test(
    String((error as { code?: unknown } | null)?.code),
  )

/**
 * Does something in one transaction, all of it or nothing. Where the connection goes in the middle, the transaction is over
 * by that, and the driver says so: it must not be asked to roll back or commit, since what it writes to a connection that
 * is closed stays in its buffer, in front of what it says when it connects again, and nobody answers that.
 */
export function transaction<T>(work: (tx: Tx) => Promise<T>, sql: Sql = db()): Promise<T> {
  let isOver = false
  const done = sql.begin(
    (tx) =>
      new Promise<T>((resolve, reject) => {
        work(tx).then(
          (value) => (isOver ? undefined : resolve(value)),
          (error: unknown) => (isOver || isGone(error) ? undefined : reject(error as Error)),
        )
      }),
  ) as Promise<T>
  done.catch(() => (isOver = true))
  return done
}
