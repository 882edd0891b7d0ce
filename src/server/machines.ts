import { LoomError } from '../core/errors'
import { asBuild } from '../core/formats/validate'
import type { Build } from '../core/build/schema'
import type { Machine, MachineSummary } from '../core/record/answers'
import type { Entry, NewMachine } from '../core/record/entry-schema'
import { isOtherwise, machineState, revisionOf } from '../core/record/machine'
import { compareText } from '../core/units/compare'
import { compareVersions } from '../core/units/version'
import { getBuild } from './builds'
import type { Tx } from './db'
import { stateAt } from './history'
import { knownId } from './ids'
import { pageAt, wordsHold } from './pages'
import type { Page } from '../core/formats/api-types'

const MACHINES_A_PAGE = 30

/** The row of a machine. */
export interface MachineRow {
  readonly id: string
  readonly buildId: string
  readonly firstRevision: number
  readonly firstName: string
  readonly firstSerial: string | null
  readonly planRevision: number
  /** What it is called now. */
  readonly name: string
  readonly entryCount: number
  readonly madeAt: Date
}

/** The error that says that a machine is not there. */
export function noMachine(id: string): LoomError {
  return new LoomError('NOT_FOUND', `There is no machine “${id}” here. Go back to the list of machines.`)
}

const COLUMNS = (tx: Tx) => tx`
  id, build_id as "buildId", first_revision as "firstRevision", first_name as "firstName", first_serial as "firstSerial",
  plan_revision as "planRevision", name, entry_count as "entryCount", made_at as "madeAt"`

/** The row of a machine, or a NOT_FOUND error; in a transaction with its lock. */
export async function machineRow(tx: Tx, id: string, isLocked = false): Promise<MachineRow> {
  const lock = isLocked ? tx`for update` : tx``
  const [row] = await tx<MachineRow[]>`select ${COLUMNS(tx)} from machines where id = ${knownId(id, noMachine)} ${lock}`
  if (row === undefined) throw noMachine(id)
  return row
}

/** A plan that some machine goes by, or went by; undefined where none does. */
export async function keptPlan(tx: Tx, buildId: string, revision: number): Promise<Build | undefined> {
  const [row] = await tx<{ document: unknown }[]>`
    select document from machine_plans where build_id = ${buildId} and revision = ${revision}`
  return row === undefined ? undefined : asBuild(row.document)
}

/** The same where the store holds it for sure. */
async function planOf(tx: Tx, buildId: string, revision: number): Promise<Build> {
  const plan = await keptPlan(tx, buildId, revision)
  if (plan === undefined) throw new Error('A machine goes by a plan that is not kept.')
  return plan
}

/** Keeps a plan for machines that go by it. */
export async function keepPlan(tx: Tx, plan: Build): Promise<void> {
  await tx`
    insert into machine_plans (build_id, revision, document) values (${plan.id}, ${plan.revision}, ${tx.json(plan as never)})
    on conflict do nothing`
}

/** A build as it stood at a revision, for a machine that goes by it. */
export async function planAt(tx: Tx, buildId: string, revision: number): Promise<Build> {
  const kept = await keptPlan(tx, buildId, revision)
  if (kept !== undefined) return kept
  const now = await getBuild(tx, buildId)
  return now.revision === revision ? now : stateAt(tx, buildId, revision)
}

const partsOf = ({ parts, items }: Build) =>
  parts
    .map(({ id, name }) => ({ name, count: items.filter(({ partId }) => partId === id).length }))
    .filter(({ count }) => count > 0)
    .toSorted((a, b) => compareText(a.name, b.name))

/** What follows from a log for those who search: what the machine is called, made of, and how it differs. */
export async function keepFacts(
  tx: Tx,
  { id, buildId, firstRevision, firstName, firstSerial }: MachineRow,
): Promise<void> {
  const entries = await entriesAfter(tx, id, 0)
  const plan = await planOf(tx, buildId, revisionOf(firstRevision, entries))
  const state = machineState(plan, entries)
  const parts = partsOf(state.asBuilt)
  const name = state.name ?? firstName
  const serial = state.name === undefined ? firstSerial : (state.serial ?? null)
  const words = [
    name,
    serial ?? '',
    plan.name,
    ...parts.map((part) => part.name),
    ...state.programs.map(({ what }) => what.name),
    ...state.leftovers.map(({ what }) => `${what.what} ${what.keptWhere}`),
  ]
  await tx`
    update machines set name = ${name}, serial = ${serial}, plan_revision = ${plan.revision},
      difference_count = ${state.differences.filter(isOtherwise).length},
      parts = ${tx.json(parts as never)}, search_text = ${words.join(' \n ').toLowerCase()}
    where id = ${id}`
}

/** Makes a machine of a plan as it stood at a revision; one that is there under this id already stays as it is. */
export async function makeMachine(tx: Tx, buildId: string, wanted: NewMachine): Promise<MachineRow> {
  const plan = await planAt(tx, buildId, wanted.revision)
  await keepPlan(tx, plan)
  const made = await tx`
    insert into machines (id, build_id, first_revision, first_name, first_serial, plan_revision, name)
    values (${wanted.id}, ${plan.id}, ${plan.revision}, ${wanted.name}, ${wanted.serial ?? null}, ${plan.revision}, ${wanted.name})
    on conflict (id) do nothing returning id`
  const row = await machineRow(tx, wanted.id, true)
  if (row.buildId !== plan.id)
    throw new LoomError('REQUEST_REFUSED', `The id “${wanted.id}” stands for a machine of another plan.`, '/id')
  if (made.length > 0) await keepFacts(tx, row)
  return row
}

/** The log of a machine after so many entries, in the order in which they came in. */
export async function entriesAfter(tx: Tx, id: string, count: number): Promise<readonly Entry[]> {
  const rows = await tx<{ entry: Entry }[]>`
    select entry from machine_log where machine_id = ${id} and number > ${count} order by number`
  return rows.map(({ entry }) => entry)
}

/** A machine with its whole log and the plan that it goes by, or a NOT_FOUND error. */
export async function getMachine(tx: Tx, id: string): Promise<Machine> {
  // In one statement, so in one breath: a log and a plan that belong together.
  const [row] = await tx<(MachineRow & Pick<Machine, 'entries' | 'nowRevision'> & { readonly document: unknown })[]>`
    select ${COLUMNS(tx)}, (
        select document from machine_plans
        where machine_plans.bench_id = machines.bench_id and machine_plans.build_id = machines.build_id
          and revision = plan_revision
      ) as document, (
        select revision from builds
        where builds.bench_id = machines.bench_id and builds.id = machines.build_id and deleted_at is null
      ) as "nowRevision", (
        select coalesce(jsonb_agg(entry order by number), '[]') from machine_log where machine_id = machines.id
      ) as entries
    from machines where id = ${knownId(id, noMachine)}`
  if (row === undefined) throw noMachine(id)
  const { planRevision: _revision, madeAt, document, ...rest } = row
  return { ...rest, madeAt: madeAt.toISOString(), plan: asBuild(document) }
}

/** What of all machines is wanted. */
export interface MachinesWish {
  readonly words: string
  readonly page: number
  readonly buildId?: string
  /** Only those that have this program installed, by its exact name; empty for any … */
  readonly program: string
  /** … and of a version below this one; empty for any. */
  readonly below: string
}

interface SummaryRow extends Omit<MachineSummary, 'madeAt' | 'lastAt' | 'found'> {
  readonly madeAt: Date
  readonly lastAt: Date | null
  readonly parts: readonly { readonly name: string; readonly count: number }[]
}

/** Machines whose last word on a program names an older version, with that version. */
async function withProgram(tx: Tx, name: string, below: string): Promise<ReadonlyMap<string, string>> {
  const rows = await tx<{ machineId: string; version: string | null }[]>`
    select distinct on (machine_id) machine_id as "machineId", entry #>> '{what,version}' as version
    from machine_log_standing where kind = 'program' and lower(entry #>> '{what,name}') = ${name.toLowerCase()}
    order by machine_id, written_at desc, entry_id desc`
  const isWanted = (version: string | null) => below === '' || (version !== null && compareVersions(version, below) < 0)
  return new Map(
    rows
      .filter(({ version }) => isWanted(version))
      .map(({ machineId, version }) => [machineId, `${name} ${version ?? 'of no stated version'}`]),
  )
}

/** Machines by words of their names, serials, parts, programs and leftovers, those made last first; a page of them. */
export async function listMachines(tx: Tx, wish: MachinesWish): Promise<Page<MachineSummary>> {
  const { words, page, buildId, program, below } = wish
  const programs = program === '' ? undefined : await withProgram(tx, program, below)
  const ofPlan = buildId === undefined ? tx`` : tx`and build_id = ${buildId}`
  const ofProgram = programs === undefined ? tx`` : tx`and id = any(${[...programs.keys()]})`
  const filter = tx`${wordsHold(tx, 'search_text', words)} ${ofPlan} ${ofProgram}`
  const [counted] = await tx<{ count: number }[]>`select count(*)::int as count from machines_here where ${filter}`
  const { offset, ...at } = pageAt(counted!.count, page, MACHINES_A_PAGE)
  const rows = await tx<SummaryRow[]>`
    with found as (
      select * from machines_here where ${filter} order by made_at desc, id limit ${MACHINES_A_PAGE} offset ${offset}
    )
    select m.id, m.name, m.serial, m.build_id as "buildId", p.document ->> 'name' as "planName",
      m.plan_revision as "planRevision", b.revision as "nowRevision", m.made_at as "madeAt", m.entry_count as "entryCount",
      m.parts, l.last_at as "lastAt", t.done_count as "doneCount",
      m.difference_count as "differenceCount"
    from found m
    join machine_plans p on p.bench_id = m.bench_id and p.build_id = m.build_id and p.revision = m.plan_revision
    left join builds b on b.bench_id = m.bench_id and b.id = m.build_id and b.deleted_at is null
    cross join lateral (select max(written_at) as last_at from machine_log where machine_id = m.id) l
    cross join lateral (
      select count(*) filter (where is_done)::int as done_count from (
        select distinct on (entry #>> '{what,workId}') (entry #>> '{what,isDone}')::boolean as is_done
        from machine_log_standing where machine_id = m.id and kind = 'tick'
        order by entry #>> '{what,workId}', written_at desc, entry_id desc
      ) last_ticks
    ) t
    order by m.made_at desc, m.id`
  const wanted = words
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  return {
    ...at,
    count: counted!.count,
    rows: rows.map(({ parts, madeAt, lastAt, ...row }) => ({
      ...row,
      madeAt: madeAt.toISOString(),
      lastAt: lastAt?.toISOString() ?? null,
      found: [
        ...parts
          .filter(({ name }) => wanted.some((word) => name.toLowerCase().includes(word)))
          .map(({ name, count }) => `${count} × ${name}`),
        ...[programs?.get(row.id) ?? []].flat(),
      ],
    })),
  }
}
