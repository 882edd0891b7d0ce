/**
 * Serves a store of 5,000 builds and 50,000 parts to many: 1,000 open pages that hear of saves while 50 edits a second go
 * to 200 builds. Says how long each takes beside a route that does next to nothing, and what the server holds meanwhile.
 * npx tsx tools/try-load.ts [SECONDS]
 */
import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { Agent, get } from 'node:http'
import postgres from 'postgres'
import { bench } from '../tests/support/bench'
import { childrenOf, pause } from '../tests/crash/running'
import { comeIn, invited, startServed, type Visitor } from '../tests/support/served'

const SECONDS = Number(process.argv[2] ?? 60)
const [BUILDS, ITEMS, PARTS, PAGES, PEOPLE, EDITED, EDITS_A_SECOND] = [5000, 60, 50_000, 1000, 20, 200, 50]

const served = await startServed()
const sql = postgres(served.databaseUrl, { max: 2, onnotice: () => undefined })
const owner = await comeIn(served.origin, served.firstLink, 'Oda Linde')
const people: Visitor[] = []
for (let index = 0; index < PEOPLE; index += 1) people.push(await invited(owner, 'maker', `Maker ${index}`))

const fans = Array.from({ length: ITEMS - 1 }, (_, index) => `F${index + 1}: fan-140`)
const document = { ...bench(['M1: board-middle', ...fans]), revision: 0 }
await sql`
  insert into builds (id, bench_id, name, revision, document, initial_document)
  select id, 'desk', name, 0, doc, doc from (
    select 'load-' || n as id, 'Load ' || n as name,
      ${sql.json(document as never)}::jsonb || jsonb_build_object('id', 'load-' || n, 'name', 'Load ' || n) as doc
    from generate_series(1, ${BUILDS}) as n) as made`
const rows = Array.from({ length: PARTS }, (_, i) => `fan,Bulk row ${i},${i % 2 === 0 ? 120 : 140},0.2`)
const { status } = await owner.call('POST', '/api/parts/import', ['kind,name,sizeMm,amps', ...rows].join('\n'))
if (status !== 200) throw new Error(`The parts could not be read in: ${status}`)
await sql`analyze`

const [pid = 0] = childrenOf(served.script.pid!).filter((child) =>
  readFileSync(`/proc/${child}/cmdline`, 'utf8').includes('serve.mjs'),
)
const memoryMb = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024
const connections = async () => {
  const [row] = await sql<{ count: number }[]>`
    select count(*)::int as count from pg_stat_activity where datname = 'gentle_loom' and pid <> pg_backend_pid()`
  return row!.count
}
function told(name: string, times: readonly number[]): void {
  const sorted = times.toSorted((a, b) => a - b)
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!.toFixed(1)
  console.log(`${name}: ${at(0.5)} ms in the middle, ${at(0.95)} at 95 %, ${at(0.99)} at 99 % (${sorted.length} asked)`)
}
async function timed(times: number[], work: () => Promise<unknown>): Promise<void> {
  const from = performance.now()
  await work()
  times.push(performance.now() - from)
}

const memoryBefore = memoryMb()
let heardCount = 0
const agent = new Agent({ maxSockets: Infinity })
for (let index = 0; index < PAGES; index += 1) {
  const { cookie } = people[index % PEOPLE]!
  await new Promise<void>((resolve, reject) => {
    get(`${served.origin}/api/changes`, { agent, headers: { cookie } }, (answer) => {
      answer.on('data', (piece: Buffer) => (heardCount += piece.includes('data:') ? 1 : 0))
      if (answer.statusCode === 200) resolve()
      else reject(new Error(`A page was answered ${answer.statusCode}.`))
    }).on('error', reject)
  })
}

const times = {
  bare: [] as number[],
  edit: [] as number[],
  list: [] as number[],
  find: [] as number[],
  search: [] as number[],
}
const revisions = new Map<number, number>()
let failedCount = 0
const edit = async (number: number) => {
  const baseRevision = revisions.get(number) ?? 0
  revisions.set(number, baseRevision + 1)
  const edits = [{ id: randomUUID(), edit: { type: 'chooseHeadroom', headroomPercent: baseRevision % 90 } }]
  await timed(times.edit, async () => {
    const saved = await people[number % PEOPLE]!.call('POST', `/api/builds/load-${number}/edits`, {
      baseRevision,
      edits,
    })
    if (saved.status !== 200) failedCount += 1
  })
}
const until = performance.now() + SECONDS * 1000
const working: Promise<unknown>[] = []
let highestMb = memoryMb()
let mostConnections = 0
for (let turn = 0; performance.now() < until; turn += 1) {
  working.push(edit(1 + (turn % EDITED)))
  if (turn % 10 === 0) working.push(timed(times.bare, () => people[1]!.call('GET', '/api/health')))
  if (turn % 25 === 0) {
    working.push(timed(times.list, () => people[2]!.call('GET', '/api/builds?page=3')))
    working.push(timed(times.find, () => people[3]!.call('GET', '/api/builds?q=load%2049')))
    working.push(timed(times.search, () => people[4]!.call('GET', `/api/parts?q=row%20${4000 + turn}`)))
  }
  if (turn % 50 === 0) {
    highestMb = Math.max(highestMb, memoryMb())
    mostConnections = Math.max(mostConnections, await connections())
  }
  await pause(Math.max(0, until - SECONDS * 1000 + ((turn + 1) * 1000) / EDITS_A_SECOND - performance.now()))
}
await Promise.all(working)
await pause(1000)
console.log(
  `${PAGES} open pages, ${times.edit.length} edits in ${SECONDS} s on ${EDITED} of ${BUILDS} builds of ${ITEMS} items, ${PARTS} parts`,
)
told('a route that asks the store for nothing', times.bare)
told('an edit, saved', times.edit)
told('a page of the list of builds', times.list)
told('the list searched by a word', times.find)
told('the shelf searched', times.search)
console.log(`${failedCount} edits refused; ${heardCount} words heard of ${times.edit.length * PAGES} told`)
console.log(
  `memory of the server ${memoryBefore.toFixed(0)} MB before, ${highestMb.toFixed(0)} MB at most; ${mostConnections} connections to the database`,
)
agent.destroy()
await sql.end()
await served.stop()
process.exit(0)
