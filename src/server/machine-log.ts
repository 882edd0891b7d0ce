import { createHash } from 'node:crypto'
import { LoomError } from '../core/errors'
import { canonicalJson } from '../core/formats/canonical'
import type { EntriesKept, SheetRead } from '../core/record/answers'
import type { Entry, MachineFile, TicksFile, What } from '../core/record/entry-schema'
import { RECORD_LIMITS } from '../core/record/limits'
import { tellChange } from './changes'
import type { Tx } from './db'
import { getMachine, keepFacts, keepPlan, keptPlan, machineRow, planAt, type MachineRow } from './machines'

/** What changes what a machine is found by; ticks and values do not. */
const TELLING: readonly What['kind'][] = [
  'named',
  'difference',
  'program',
  'leftover',
  'replanned',
  'settled',
  'withdrawn',
]

const digestOf = (entry: Entry): string => createHash('sha256').update(canonicalJson(entry)).digest('hex')

/** The ids among entries that the log has already; an error where one of them stands for another entry. */
async function knownAmong(tx: Tx, machineId: string, entries: readonly Entry[]): Promise<ReadonlySet<string>> {
  const held = await tx<{ id: string; digest: string; entry: Entry }[]>`
    select entry_id as id, sent_digest as digest, entry from machine_log
    where machine_id = ${machineId} and entry_id = any(${entries.map(({ id }) => id)})`
  // As it was sent, or as it stands in a file of this machine, with its time put right.
  const digests = new Map(held.map(({ id, digest, entry }) => [id, [digest, digestOf(entry)]]))
  for (const [index, entry] of entries.entries()) {
    const same = digests.get(entry.id)
    if (same === undefined) digests.set(entry.id, [digestOf(entry)])
    else if (!same.includes(digestOf(entry))) {
      const place = `/entries/${index}/id`
      throw new LoomError(
        'REQUEST_REFUSED',
        `At ${place}: the id “${entry.id}” stands for another entry already. Nothing was kept; a correction is an entry of its own.`,
        place,
      )
    }
  }
  return new Set(held.map(({ id }) => id))
}

/** A clock that goes ahead would have the last word for ever: nothing was written later than it came in. */
const notAhead = (entry: Entry, now: Date): Entry =>
  Date.parse(entry.at) > now.getTime() ? { ...entry, at: now.toISOString() } : entry

async function insertEntries(tx: Tx, machine: MachineRow, fresh: readonly Entry[]): Promise<void> {
  const [clock] = await tx<{ now: Date }[]>`select now() as now`
  const total = machine.entryCount + fresh.length
  if (total > RECORD_LIMITS.entriesPerMachine) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `The log of a machine holds ${RECORD_LIMITS.entriesPerMachine} entries at most. Nothing was kept; make another machine of this plan for what is to come.`,
    )
  }
  const rows = fresh.map((sent, index) => {
    const entry = notAhead(sent, clock!.now)
    return {
      machine_id: machine.id,
      number: machine.entryCount + index + 1,
      entry_id: entry.id,
      kind: entry.what.kind,
      corrects: entry.corrects ?? null,
      written_at: new Date(entry.at),
      entry: tx.json(entry as never),
      sent_digest: digestOf(sent),
    }
  })
  // As many as a statement takes parameters for.
  const ROWS_AT_ONCE = 1000
  for (let begin = 0; begin < rows.length; begin += ROWS_AT_ONCE)
    await tx`insert into machine_log ${tx(rows.slice(begin, begin + ROWS_AT_ONCE) as never)}`
  await tx`update machines set entry_count = ${total} where id = ${machine.id}`
  const isTelling = fresh.some(({ what, corrects }) => corrects !== undefined || TELLING.includes(what.kind))
  if (isTelling) await keepFacts(tx, machine)
}

async function append(tx: Tx, machine: MachineRow, entries: readonly Entry[]): Promise<EntriesKept> {
  const known = await knownAmong(tx, machine.id, entries)
  const fresh = [...new Map(entries.map((entry) => [entry.id, entry])).values()].filter(({ id }) => !known.has(id))
  if (fresh.length > 0) {
    await insertEntries(tx, machine, fresh)
    await tellChange(tx, { id: machine.id, revision: machine.entryCount + fresh.length })
  }
  return {
    keptCount: fresh.length,
    knownCount: entries.length - fresh.length,
    entryCount: machine.entryCount + fresh.length,
  }
}

/**
 * Puts entries at the end of a machine's log, all of them or none; one that is there already is not kept twice. A machine
 * that is changed over to a revision of its plan keeps that plan from then on.
 */
export async function appendEntries(tx: Tx, machineId: string, entries: readonly Entry[]): Promise<EntriesKept> {
  const { buildId } = await machineRow(tx, machineId)
  const revisions = entries.flatMap(({ what }) => (what.kind === 'replanned' ? what.revision : []))
  const plans = await Promise.all(revisions.map((revision) => planAt(tx, buildId, revision)))
  for (const plan of plans) await keepPlan(tx, plan)
  return append(tx, await machineRow(tx, machineId, true), entries)
}

/** Takes in what a sheet gave back; an error that says so where it belongs to another machine. */
export async function readSheet(tx: Tx, machineId: string, file: TicksFile): Promise<SheetRead> {
  const { planRevision, entryCount } = await machineRow(tx, machineId)
  if (file.machineId !== machineId) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `This sheet belongs to “${file.machineName}” of the plan “${file.planName}”. Nothing was kept: open that machine and give it back there.`,
      '/machineId',
    )
  }
  const kept =
    file.entries.length === 0
      ? { keptCount: 0, knownCount: 0, entryCount }
      : await appendEntries(tx, machineId, file.entries)
  return { ...kept, otherRevision: file.planRevision === planRevision ? null : file.planRevision }
}

/** A machine with its log and all plans that it went by, as a file. */
export async function machineFile(tx: Tx, machineId: string): Promise<MachineFile> {
  const { id, buildId, firstRevision, madeAt, firstName, firstSerial, entries } = await getMachine(tx, machineId)
  const revisions = new Set([
    firstRevision,
    ...entries.flatMap(({ what }) => (what.kind === 'replanned' ? what.revision : [])),
  ])
  const plans = await Promise.all([...revisions].map((revision) => planAt(tx, buildId, revision)))
  return {
    format: 'gentle-loom machine',
    version: 1,
    machine: {
      id,
      name: firstName,
      ...(firstSerial === null ? {} : { serial: firstSerial }),
      madeAt,
      revision: firstRevision,
    },
    plans,
    entries,
  }
}

/** The id of a machine on this bench whose own id another bench has: always the same, so that a file read in twice is one. */
async function idHere(tx: Tx, id: string): Promise<string> {
  const [bench] = await tx<{ id: string }[]>`select current_setting('loom.bench') as id`
  return createHash('sha256').update(`${bench!.id} ${id}`).digest('hex').slice(0, 32)
}

/** Keeps a machine out of a file; of one that is here already what its log has not. Gives its id and what became of it. */
export async function importMachine(tx: Tx, file: MachineFile): Promise<EntriesKept & { readonly id: string }> {
  const { id: sent, name, serial, madeAt, revision } = file.machine
  for (const [index, plan] of file.plans.entries()) {
    await keepPlan(tx, plan)
    if (canonicalJson(await keptPlan(tx, plan.id, plan.revision)) === canonicalJson(plan)) continue
    const place = `/plans/${index}`
    throw new LoomError(
      'REQUEST_REFUSED',
      `At ${place}: the store holds another plan as revision ${plan.revision} of “${plan.name}”. Nothing was kept.`,
      place,
    )
  }
  const keepUnder = (wanted: string) => tx`
    insert into machines (id, build_id, first_revision, first_name, first_serial, plan_revision, name, made_at)
    values (${wanted}, ${file.plans[0]!.id}, ${revision}, ${name}, ${serial ?? null}, ${revision}, ${name}, least(${madeAt}::timestamptz, now()))
    on conflict (id) do nothing`
  await keepUnder(sent)
  const [held] = await tx`select 1 from machines where id = ${sent}`
  const id = held === undefined ? await idHere(tx, sent) : sent
  if (id !== sent) await keepUnder(id)
  const row = await machineRow(tx, id, true)
  if (row.buildId !== file.plans[0]!.id || row.firstRevision !== revision) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `The id “${sent}” stands for another machine here. Nothing was kept.`,
      '/machine/id',
    )
  }
  await keepFacts(tx, row)
  return { id, ...(await append(tx, row, file.entries)) }
}
