import { spawn, type ChildProcessByStdio } from 'node:child_process'
import { once } from 'node:events'
import { setPriority } from 'node:os'
import { join } from 'node:path'
import { Readable, type Writable } from 'node:stream'
import { LoomError, type LoomErrorCode } from '../core/errors'
import { tooLarge } from '../core/formats/json-text'
import { LIMITS } from '../core/schema/schema-kit'
import type { OnBench } from './bench'
import { letGoBy, readText } from './http'

/** What is done in a process of its own, so that nobody else waits and no file takes the server down: heavy-process.ts. */
export type HeavyJob = 'import-parts' | 'import-build' | 'import-machine' | 'export-csv' | 'export-json'

/** What the process of an import writes, in one line of JSON. */
export type Outcome =
  | { readonly sort: 'done'; readonly status: number; readonly body: unknown }
  | { readonly sort: 'refused'; readonly code: LoomErrorCode; readonly message: string; readonly place?: string }
  | { readonly sort: 'failed'; readonly code?: string; readonly stack?: string }

/** So many run at once; whoever comes beyond them waits. */
const MOST_AT_ONCE = 2
/** Whoever has waited this long is told to come again. */
const MOST_WAIT_MS = 10_000
const MOST_HEAP_MEGABYTES = 768
/** A file that nobody takes for so long is given up, so that the next one has its turn. */
const MOST_IDLE_MS = 60_000
/** Behind the server itself, where both want a processor. */
const NICENESS = 5

interface Turns {
  running: number
  /** Those who wait, in their order: each is called when its turn comes. */
  readonly waiting: (() => void)[]
}
const holder = globalThis as { loomTurns?: Turns }
const turns = (holder.loomTurns ??= { running: 0, waiting: [] })

async function takeTurn(): Promise<void> {
  if (turns.running < MOST_AT_ONCE) {
    turns.running += 1
    return
  }
  await new Promise<void>((resolve, reject) => {
    const called = () => {
      clearTimeout(tooLate)
      resolve()
    }
    const tooLate = setTimeout(() => {
      turns.waiting.splice(turns.waiting.indexOf(called), 1)
      const message = `The server is reading or writing ${MOST_AT_ONCE} large files just now. Nothing was changed; try again in a moment.`
      reject(new LoomError('TOO_BUSY', message))
    }, MOST_WAIT_MS)
    turns.waiting.push(called)
  })
}

function giveTurn(): void {
  const next = turns.waiting.shift()
  // Who waits takes the turn over, so that nobody slips in between.
  if (next === undefined) turns.running -= 1
  else next()
}

type HeavyProcess = ChildProcessByStdio<Writable, Readable, null>

/** A process for a job, as soon as it is its turn. */
async function open(job: HeavyJob, { benchId, role }: OnBench): Promise<HeavyProcess> {
  await takeTurn()
  // The bundle lies beside the server's own; the path is not for the bundler to follow.
  const path = join(/* turbopackIgnore: true */ process.cwd(), 'heavy-process.mjs')
  const child = spawn(process.execPath, [`--max-old-space-size=${MOST_HEAP_MEGABYTES}`, path, job, benchId, role], {
    env: { ...process.env, LOOM_STATEMENT_TIMEOUT: '15min' },
    stdio: ['pipe', 'pipe', 'ignore'],
  })
  // The system may have no room for one more: its streams are not there then, and no word of its end comes.
  if (child.pid === undefined) {
    child.once('error', () => undefined)
    giveTurn()
    throw new LoomError('TOO_BUSY', 'The machine has no room for one more process. Nothing was changed; try again.')
  }
  child.once('close', giveTurn)
  // A process that is gone takes no more: what became of it is read from what it wrote, or did not write.
  child.stdin.on('error', () => undefined)
  setPriority(child.pid, NICENESS)
  return child
}

function faultOf(outcome: Exclude<Outcome, { sort: 'done' }>): Error {
  if (outcome.sort === 'refused') return new LoomError(outcome.code, outcome.message, outcome.place)
  const { code, stack } = outcome
  const fault = new Error('A process of its own failed.')
  return Object.assign(fault, code === undefined ? {} : { code }, stack === undefined ? {} : { stack })
}

/** Settles when the process takes more, or never will. */
const drained = (child: HeavyProcess) => once(child.stdin, 'drain').catch(() => undefined)

async function outcomeOf(child: HeavyProcess): Promise<Outcome> {
  const exited = once(child, 'exit') as Promise<[code: number | null, signal: NodeJS.Signals | null]>
  let text = ''
  for await (const piece of child.stdout) text += String(piece)
  if (text !== '') return JSON.parse(text) as Outcome
  const [code, signal] = await exited
  // Without memory the process is ended by itself (SIGABRT) or by the system (SIGKILL).
  if (signal !== 'SIGABRT' && signal !== 'SIGKILL') return { sort: 'failed', stack: `It ended with ${code ?? signal}.` }
  return {
    sort: 'refused',
    code: 'FILE_TOO_LARGE',
    message: 'The file holds more than there is memory to read it with. Nothing was kept; split it into smaller files.',
  }
}

/** Sends the body of a request to a process as it comes in, no faster than it is read there, and gives what came of it. */
export async function readIn(
  job: Extract<HeavyJob, `import-${string}`>,
  request: Request,
  { mostBytes, place }: { readonly mostBytes: number; readonly place: OnBench },
): Promise<Response> {
  const child = await open(job, place)
  const reader = request.body?.getReader()
  const closed = once(child, 'close')
  const outcome = outcomeOf(child)
  try {
    let bytes = 0
    for (;;) {
      const read = await reader?.read()
      // A process that has seen enough is gone before the file is over.
      if (read === undefined || read.done || child.exitCode !== null || child.stdin.destroyed) break
      bytes += read.value.byteLength
      if (bytes > mostBytes) throw tooLarge(bytes, mostBytes)
      if (!child.stdin.write(read.value)) await Promise.race([drained(child), closed])
    }
    child.stdin.end()
    const found = await outcome
    if (found.sort !== 'done') throw faultOf(found)
    return Response.json(found.body, { status: found.status })
  } finally {
    child.kill('SIGKILL')
    await letGoBy(reader)
  }
}

/** A file that is read faster than a process of its own is begun. */
const SMALL_BYTES = 256 * 1024

/** Reads a file here where it is small, and in a process of its own where it is not, or does not say how large it is. */
export async function readSoon(
  job: Extract<HeavyJob, `import-${string}`>,
  request: Request,
  place: OnBench,
  read: (text: string) => Promise<object>,
): Promise<Response> {
  const length = Number(request.headers.get('content-length') ?? Infinity)
  if (!(length <= SMALL_BYTES)) return readIn(job, request, { mostBytes: LIMITS.fileBytes, place })
  return Response.json(await read(await readText(request, SMALL_BYTES)), { status: 201 })
}

/** What a process writes, as it writes it, no faster than it is taken; it breaks off where the process fails. */
export async function writeOut(
  job: Extract<HeavyJob, `export-${string}`>,
  place: OnBench,
): Promise<ReadableStream<Uint8Array>> {
  const child = await open(job, place)
  child.stdin.end()
  const exited = once(child, 'exit') as Promise<[code: number | null]>
  async function* pieces() {
    for await (const piece of child.stdout) {
      idle.refresh()
      yield piece as Uint8Array
    }
    const [code] = await exited
    // Half a file that looks whole would be worse than none.
    if (code !== 0) throw new Error(`The process that writes a file out ended with ${code}.`)
  }
  const file = Readable.from(pieces(), { objectMode: false })
  const idle = setTimeout(() => file.destroy(new Error('Nobody takes the file.')), MOST_IDLE_MS)
  // However it ends, taken whole or let go of, even before its first piece.
  file.once('close', () => {
    clearTimeout(idle)
    child.kill('SIGKILL')
  })
  return Readable.toWeb(file) as ReadableStream<Uint8Array>
}
