import type { Build } from '../core/build/schema'
import { LoomError } from '../core/errors'
import type { Damage } from '../core/formats/api-types'
import { mendDocument } from '../core/formats/mend-document'
import { asBuild, isNewerBuild } from '../core/formats/validate'
import { asStored, lockStored, type StoredBuild } from './builds'
import { tellChange } from './changes'
import type { Tx } from './db'

/** What stands in the way of reading a stored build, and what mending it would take out; undefined for a sound one. */
export function damageOf(stored: StoredBuild): Damage | undefined {
  try {
    asBuild(stored.document)
    return undefined
  } catch (error) {
    if (!(error instanceof LoomError)) throw error
    const { id, name, revision, document } = stored
    const isNewer = isNewerBuild(document)
    return {
      id,
      name,
      revision,
      isNewer,
      fault: error.message,
      removals: isNewer ? [] : mendDocument(document, stored).removals,
    }
  }
}

/** Puts a document in place of a stored one, as the beginning of a new history. */
async function beginAnew(tx: Tx, build: Build): Promise<void> {
  const document = tx.json(build as never)
  await tx`
    update builds set document = ${document}, initial_document = ${document}, revision = ${build.revision},
      name = ${build.name}, updated_at = now()
    where id = ${build.id}`
  await tx`delete from build_checkpoints where build_id = ${build.id}`
  await tellChange(tx, { id: build.id, revision: build.revision })
}

/** Mends a stored build by what `damageOf` said; its history begins anew there. */
export async function mendBuild(tx: Tx, id: string): Promise<void> {
  const row = await lockStored(tx, id)
  if (damageOf(row) === undefined) return
  if (isNewerBuild(row.document)) {
    throw new LoomError('REQUEST_REFUSED', 'A newer program wrote this build; open it with that one.')
  }
  const revision = row.revision + 1
  await beginAnew(tx, { ...mendDocument(row.document, { ...row, revision }).build, id, revision })
}

/** Keeps the document of a build as it stands and forgets how it came to that; the log stays in the store. */
export async function restartHistory(tx: Tx, id: string): Promise<void> {
  const row = await lockStored(tx, id)
  const build = asStored(row)
  await beginAnew(tx, { ...build, id, revision: Math.max(row.revision, build.revision) + 1 })
}
