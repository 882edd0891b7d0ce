import type { Role } from '../core/formats/people-schema'
import { db, transaction, type Sql, type Tx } from './db'

/** The bench of one desk: it is there from the beginning, and of whoever serves the store first when it is served to many. */
export const DESK = 'desk'

/** On which bench something is done, and as what. */
export interface OnBench {
  readonly benchId: string
  readonly role: Role
}

/**
 * Does something on one bench, in one transaction: as the database's role `loom_bench`, which sees and changes nothing of
 * another bench, and nothing at all as a reader. What is done there never asks which bench it is.
 */
export function onBench<T>({ benchId, role }: OnBench, work: (tx: Tx) => Promise<T>, sql: Sql = db()): Promise<T> {
  return transaction(async (tx) => {
    await tx`
      select set_config('loom.bench', ${benchId}, true), set_config('loom.role', ${role}, true),
        set_config('role', 'loom_bench', true)`
    return work(tx)
  }, sql)
}
