import { createHash } from 'node:crypto'
import { tryFor } from '../core/build/apply-for'
import { describeEdit } from '../core/wording/edit-text'
import type { LogEntry } from '../core/build/history'
import type { Edit, Save } from '../core/build/edit-schema'
import type { Build } from '../core/build/schema'
import { slotKey, type Slot } from '../core/build/slots'
import { LoomError } from '../core/errors'
import type { SaveResult } from '../core/formats/api-types'
import { canonicalJson } from '../core/formats/canonical'
import { tooLarge } from '../core/formats/json-text'
import { LIMITS } from '../core/schema/schema-kit'
import { asBuild, asNewest } from '../core/formats/validate'
import { asStored, lockStored, mustExist, type StoredBuild } from './builds'
import { tellChange } from './changes'
import { keepCheckpoint } from './checkpoints'
import type { Tx } from './db'

async function logSince(tx: Tx, id: string, revision: number): Promise<readonly LogEntry[]> {
  return tx<LogEntry[]>`
    select revision, edit_id as "editId", edit, slots from build_edits
    where build_id = ${id} and revision > ${revision}
    order by revision`
}

/** The edits saved after a revision, oldest first. */
export async function editsSince(tx: Tx, id: string, revision: number): Promise<readonly LogEntry[]> {
  await mustExist(tx, id)
  return logSince(tx, id, revision)
}

/** What is kept of a saved edit beside what pages are told. */
interface LogRow extends LogEntry {
  readonly label: string
  readonly digest: string
}

interface Appended {
  readonly document: Build
  readonly rows: readonly LogRow[]
  readonly clash: { readonly slots: readonly Slot[]; readonly reason: string; readonly index: number } | undefined
}

/** Applies edits on top of a document, as long as none touches a slot that somebody else changed meanwhile. */
function append(document: Build, edits: Save['edits'], theirSlots: ReadonlySet<string>): Appended {
  let current = document
  const rows: LogRow[] = []
  const refuse = (slots: readonly Slot[], reason: string, index: number): Appended => ({
    document,
    rows: [],
    clash: { slots, reason, index },
  })
  for (const [index, { id, edit: wanted }] of edits.entries()) {
    const outcome = tryFor(current, wanted)
    const clashing = outcome.slots.filter((slot) => theirSlots.has(slotKey(slot)))
    if (clashing.length > 0) return refuse(clashing, 'Somebody changed the same thing meanwhile.', index)
    if ('reason' in outcome) return refuse([], outcome.reason, index)
    const { edit, slots } = outcome
    const label = describeEdit(edit, current)
    current = { ...outcome.build, revision: current.revision + 1 }
    rows.push({
      revision: current.revision,
      editId: id,
      edit,
      slots: slots.map(slotKey),
      label,
      digest: digestOf(wanted),
    })
  }
  return { document: current, rows, clash: undefined }
}

const digestOf = (edit: Edit): string => createHash('sha256').update(canonicalJson(edit)).digest('hex')

/** The ids among these edits that are in the log; an error where one of them stood for another edit. */
async function knownAmong(tx: Tx, buildId: string, edits: Save['edits']): Promise<ReadonlySet<string>> {
  const held = await tx<{ editId: string; digest: string | null }[]>`
    select edit_id as "editId", sent_digest as digest from build_edits
    where build_id = ${buildId} and edit_id = any(${edits.map(({ id }) => id)})`
  const digests = new Map(held.map(({ editId, digest }) => [editId, digest]))
  for (const [index, { id, edit }] of edits.entries()) {
    const digest = digests.get(id)
    if (digest !== undefined && digest !== null && digest !== digestOf(edit)) {
      const place = `/edits/${index}/id`
      throw new LoomError(
        'REQUEST_REFUSED',
        `At ${place}: the id “${id}” stands for another edit already. Nothing was saved; give each edit an id of its own.`,
        place,
      )
    }
    if (digest === undefined) digests.set(id, digestOf(edit))
  }
  return new Set(held.map(({ editId }) => editId))
}

/** A document over this size is written out to see whether its file would be too large to be read again. */
const SURELY_READABLE_LENGTH = LIMITS.fileBytes / 8

function mustBeReadable(document: Build): void {
  if (JSON.stringify(document).length < SURELY_READABLE_LENGTH) return
  const bytes = Buffer.byteLength(canonicalJson(document))
  if (bytes > LIMITS.fileBytes) throw tooLarge(bytes)
}

/**
 * A stored document with edits on top, validated once, at the end. Where that goes wrong, it is the document that is to
 * blame if it was not sound before.
 */
function appended(row: StoredBuild, fresh: Save['edits'], theirSlots: ReadonlySet<string>): Appended {
  try {
    const outcome = append(asNewest(row.document) as Build, fresh, theirSlots)
    if (outcome.rows.length > 0) asBuild(outcome.document)
    return outcome
  } catch (error) {
    asStored(row)
    throw error
  }
}

/**
 * Appends edits to a build's log and its snapshot, under a lock on its row: all of them or none. An edit that is in the
 * log already (a resend) is not applied twice. Edits that touch other things than newer ones go on top of those.
 */
export async function saveEdits(tx: Tx, id: string, save: Save): Promise<SaveResult> {
  const row = await lockStored(tx, id)
  if (save.baseRevision > row.revision) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `This build is at revision ${row.revision}, but the page has ${save.baseRevision}; reload the page.`,
    )
  }
  const ids = save.edits.map((entry) => entry.id)
  const known = await knownAmong(tx, id, save.edits)
  const since = await logSince(tx, id, save.baseRevision)
  const fresh = save.edits.filter((entry, index) => !known.has(entry.id) && ids.indexOf(entry.id) === index)
  const theirSlots = new Set(since.filter((entry) => !ids.includes(entry.editId)).flatMap((entry) => entry.slots))
  const { document, rows, clash } = appended(row, fresh, theirSlots)
  if (clash !== undefined) {
    // With nothing newer in between, the edits themselves are at fault, and no choice between two values helps.
    const { slots, reason, index } = clash
    if (theirSlots.size === 0) {
      const place = `/edits/${save.edits.indexOf(fresh[index]!)}`
      throw new LoomError('EDIT_NOT_POSSIBLE', reason, place)
    }
    return { outcome: 'conflict', revision: row.revision, entries: since, slots, reason }
  }
  if (rows.length > 0) {
    mustBeReadable(document)
    await tx`insert into build_edits ${tx(
      rows.map((r) => ({
        build_id: id,
        revision: r.revision,
        edit_id: r.editId,
        edit: tx.json(r.edit as never),
        slots: r.slots as string[],
        label: r.label,
        sent_digest: r.digest,
      })) as never,
    )}`
    await tx`
      update builds
      set document = ${tx.json(document as never)}, revision = ${document.revision}, name = ${document.name}, updated_at = now()
      where id = ${id}`
    await keepCheckpoint(tx, id, row.revision, document)
    await tellChange(tx, { id, revision: document.revision })
  }
  return { outcome: 'saved', revision: document.revision, entries: [...since, ...rows.map(asEntry)] }
}

const asEntry = ({ revision, editId, edit, slots }: LogRow): LogEntry => ({ revision, editId, edit, slots })
