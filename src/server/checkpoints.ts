import type { Build } from '../core/build/schema'
import type { Tx } from './db'

/** So many edits lie between two kept states at most, so that none takes long to be made again. */
const CHECKPOINT_EVERY = 500

/** Keeps the state of a build where its log has grown by enough since the last one that was kept. */
export async function keepCheckpoint(tx: Tx, id: string, before: number, document: Build): Promise<void> {
  const { revision } = document
  if (Math.floor(before / CHECKPOINT_EVERY) === Math.floor(revision / CHECKPOINT_EVERY)) return
  await tx`
    insert into build_checkpoints (build_id, revision, document)
    values (${id}, ${revision}, ${tx.json(document as never)}) on conflict do nothing`
}
