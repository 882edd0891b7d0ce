import postgres from 'postgres'

export type Sql = postgres.Sql
export type Tx = postgres.TransactionSql

const holder = globalThis as { loomSql?: Sql }

/**
 * No statement of a page takes near as long; one that does is stopped, so that nobody waits behind it for ever. Reading
 * in and writing out large files is done apart, and says that it takes longer.
 */
const LIMITS_OF_STATEMENTS = {
  statement_timeout: process.env['LOOM_STATEMENT_TIMEOUT'] ?? '15s',
  lock_timeout: '5s',
  idle_in_transaction_session_timeout: '15s',
} as const

/** Seconds until a connection that was lost is tried again: soon, since the store is started again by itself. */
const backoff = (tries: number) => Math.min(0.1 * 2 ** tries, 1)

/** The one connection pool of this process, made on first use from DATABASE_URL. */
export function db(): Sql {
  if (holder.loomSql !== undefined) return holder.loomSql
  const url = process.env['DATABASE_URL']
  if (url === undefined || url === '') throw new Error('DATABASE_URL is not set; start the app with ./loom start.')
  holder.loomSql = postgres(url, {
    max: 8,
    connect_timeout: 5,
    backoff,
    onnotice: () => undefined,
    connection: LIMITS_OF_STATEMENTS as never,
  })
  return holder.loomSql
}
