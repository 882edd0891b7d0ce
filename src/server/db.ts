import postgres from 'postgres'

export type Sql = postgres.Sql
export type Tx = postgres.TransactionSql

const holder = globalThis as { loomSql?: Sql }

/** The one connection pool of this process, made on first use from DATABASE_URL. */
export function db(): Sql {
  if (holder.loomSql !== undefined) return holder.loomSql
  const url = process.env['DATABASE_URL']
  if (url === undefined || url === '') throw new Error('DATABASE_URL is not set; start the app with ./loom start.')
  holder.loomSql = postgres(url, { max: 8, connect_timeout: 5, onnotice: () => undefined })
  return holder.loomSql
}
