import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { LoomError } from '../core/errors'
import { readMachineFile } from '../core/export/machine-file'
import { canonicalJson } from '../core/formats/canonical'
import { openPartsCsv, writePartsCsv } from '../core/formats/parts-csv'
import { PARTS_FORMAT, PARTS_VERSION } from '../core/formats/parts-file'
import { LIMITS } from '../core/schema/schema-kit'
import { readBuild, readPartsFile } from '../core/formats/validate'
import type { Part } from '../core/parts/schema'
import { onBench, type OnBench } from './bench'
import { importBuild } from './builds'
import { db, type Tx } from './db'
import type { HeavyJob, Outcome } from './heavy'
import { importMachine } from './machine-log'
import { importPartsFile, ownPacks } from './packs'
import { importParts, lookAfter, ownPartsInBatches } from './parts'

/** What takes long or much memory, done in a process of its own: files read from its input, and written to its output. */

const [job, benchId, role] = process.argv.slice(2) as [HeavyJob, string, OnBench['role']]
const place: OnBench = { benchId, role }

/** Keeps what was read on the bench that this is for. */
const onPlace = <V, T>(keep: (tx: Tx, value: V) => Promise<T>, value: V) => onBench(place, (tx) => keep(tx, value))

/** The text of the file, piece by piece. */
async function* pieces(): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true })
  try {
    for await (const bytes of process.stdin) yield decoder.decode(bytes as Uint8Array, { stream: true })
    yield decoder.decode()
  } catch (error) {
    if (!(error instanceof TypeError)) throw error
    throw new LoomError('FILE_NOT_JSON', 'The file is not text in UTF-8; save it as UTF-8 and try again.')
  }
}

async function wholeText(first: string, rest: AsyncGenerator<string>): Promise<string> {
  const texts = [first]
  for await (const piece of rest) texts.push(piece)
  return texts.join('')
}

/** Rows are kept as they come, in one transaction that a fault anywhere takes back. */
async function importCsv(first: string, rest: AsyncGenerator<string>): Promise<Outcome> {
  const reader = openPartsCsv(() => randomUUID())
  let counts = { addedCount: 0, knownCount: 0 }
  class RowsAreRefused extends Error {}
  try {
    await onBench(place, async (tx) => {
      const keep = async (parts: readonly Part[]) => {
        if (parts.length === 0 || reader.found().faultCount > 0) return
        const { addedCount, knownCount } = await importParts(tx, parts)
        counts = { addedCount: counts.addedCount + addedCount, knownCount: counts.knownCount + knownCount }
      }
      await keep(reader.push(first))
      for await (const piece of rest) await keep(reader.push(piece))
      await keep(reader.end())
      if (reader.found().faultCount > 0) throw new RowsAreRefused()
    })
  } catch (error) {
    if (error instanceof RowsAreRefused) return { sort: 'done', status: 422, body: reader.found() }
    throw error
  }
  await lookAfter(db(), counts.addedCount)
  return { sort: 'done', status: 200, body: { ...counts, packCount: 0 } }
}

async function importPartsText(): Promise<Outcome> {
  const rest = pieces()
  let first = ''
  // The first sign that is no space tells JSON from CSV.
  while (/^\uFEFF?\s*$/.test(first)) {
    const { done, value } = await rest.next()
    if (done === true) break
    // Spaces without end are a file of empty lines: that is for the reader of rows to refuse.
    if (first.length > LIMITS.requestBytes) break
    first += value
  }
  if (!/^\uFEFF?\s*[{[]/.test(first)) return importCsv(first, rest)
  const body = await onPlace(importPartsFile, readPartsFile(await wholeText(first, rest)))
  await lookAfter(db(), body.addedCount)
  return { sort: 'done', status: 200, body }
}

async function importBuildText(): Promise<Outcome> {
  const { id, name, revision } = await onPlace(importBuild, readBuild(await wholeText('', pieces())))
  return { sort: 'done', status: 201, body: { id, name, revision } }
}

async function importMachineText(): Promise<Outcome> {
  return {
    sort: 'done',
    status: 201,
    body: await onPlace(importMachine, readMachineFile(await wholeText('', pieces()))),
  }
}

async function write(text: string): Promise<void> {
  if (!process.stdout.write(text)) await once(process.stdout, 'drain')
}

async function exportCsv(): Promise<void> {
  await write(writePartsCsv([]).text)
  await onBench(place, async (tx) => {
    for await (const parts of ownPartsInBatches(tx)) await write(writePartsCsv(parts, { hasHeader: false }).text)
  })
}

/** The same text as canonicalJson of the whole file, written without ever holding the whole. */
async function exportJson(): Promise<void> {
  const deeper = (value: unknown) => canonicalJson(value).trimEnd().replaceAll('\n', '\n    ')
  await onBench(place, async (tx) => {
    const head = canonicalJson({ format: PARTS_FORMAT, version: PARTS_VERSION, packs: await ownPacks(tx) })
    await write(`${head.replace(/\n}\n$/, '')},\n  "parts": [`)
    let isFirst = true
    for await (const parts of ownPartsInBatches(tx)) {
      const text = parts.map((part) => `\n    ${deeper(part)}`).join(',')
      await write(isFirst ? text : `,${text}`)
      isFirst = false
    }
    await write(isFirst ? ']\n}\n' : '\n  ]\n}\n')
  })
}

const JOBS: Readonly<Record<HeavyJob, () => Promise<Outcome | void>>> = {
  'import-parts': importPartsText,
  'import-build': importBuildText,
  'import-machine': importMachineText,
  'export-csv': exportCsv,
  'export-json': exportJson,
}

function outcomeOf(error: unknown): Outcome {
  if (error instanceof LoomError) {
    const { code, message, place } = error
    return { sort: 'refused', code, message, ...(place === undefined ? {} : { place }) }
  }
  const { code, stack } = error as { readonly code?: string; readonly stack?: string }
  return { sort: 'failed', ...(code === undefined ? {} : { code }), ...(stack === undefined ? {} : { stack }) }
}

const outcome = await JOBS[job]().catch((error: unknown) => {
  // Half a file says nothing of its fault: whoever takes it sees that it broke off.
  if (job.startsWith('export-')) process.exit(1)
  return outcomeOf(error)
})
if (outcome !== undefined) await write(JSON.stringify(outcome))
await db().end()
// What is still on its way out would be lost.
await new Promise<void>((resolve) => process.stdout.write('', () => resolve()))
process.exit(0)
