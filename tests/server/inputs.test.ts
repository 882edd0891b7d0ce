import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import type { Edit } from '../../src/core/build/edit-schema'
import type { Build } from '../../src/core/build/schema'
import type { PartsRead, Refusal, RowsRefused, ShelfPack, ShelfPart } from '../../src/core/formats/api-types'
import { canonicalJson } from '../../src/core/formats/canonical'
import { asBuild } from '../../src/core/formats/validate'
import { makeFan } from '../../src/core/parts/make'
import type { Machine } from '../../src/core/record/answers'
import type { MachineFile } from '../../src/core/record/entry-schema'
import { machineState } from '../../src/core/record/machine'
import { bench } from '../support/bench'
import { mutated, mutatedTable } from '../support/mutate'
import { entry } from '../support/record'
import { TIMES } from '../support/runs'
import { call, getBuild, newBuild, serverUrl } from '../support/server'

/*
 * Whatever somebody sends: it is kept as it was sent, or refused with a sentence that names its place, and then nothing
 * has changed. LOOM_TIMES=10 tries ten times as much, LOOM_SEED another row of inputs.
 */

jest.setTimeout(1_800_000)
const SEED = Number(process.env['LOOM_SEED'] ?? 16)
/** Requests on their way at once. */
const LANES = 4

const small: Build = {
  ...bench(['M1: board-middle', 'S1: supply-550', 'F1 F2: fan-140', 'S2: splitter-3'], ['F1.fan > M1.SYS1']),
  note: 'two\nlines',
}
const part = makeFan({ id: 'p', name: 'Fan', pins: 4, sizeMm: 120, amps: 0.2, leds: { count: 8, whiteMilliamps: 40 } })

type Body = string | Uint8Array

interface Outcome {
  readonly status: number
  readonly body: unknown
}

async function send(method: string, path: string, body: Body): Promise<Outcome> {
  const response = await fetch(`${serverUrl()}${path}`, { method, body: body as BodyInit })
  const text = await response.text()
  return { status: response.status, body: text === '' ? undefined : JSON.parse(text) }
}

const tally = { kept: 0, refused: 0 }

/** A refusal is a sentence with the place of the fault; anything else is a fault of the server. */
function mustBeRefused({ status, body }: Outcome, sent: Body): void {
  const shown =
    typeof sent === 'string' ? sent.slice(0, 2000) : `bytes ${Buffer.from(sent).toString('latin1').slice(0, 2000)}`
  if (status === 422 && 'faults' in (body as object)) {
    const { faults, faultCount } = body as RowsRefused
    if (faultCount < 1 || faults.some(({ line, column, message }) => line < 1 || column === '' || message === ''))
      throw new Error(`faults without place: ${JSON.stringify(body)} for ${shown}`)
  } else {
    const { error } = body as Refusal
    const isPlaced =
      (error.place ?? '') !== '' ||
      /not text in UTF-8|over the limit|another id|at revision|own words|pack/.test(error.message)
    if (![400, 409, 413, 422].includes(status) || !isPlaced || !/^[A-ZÄ“].*[.!]$/s.test(error.message))
      throw new Error(`${status} ${JSON.stringify(body)} for ${shown}`)
  }
  tally.refused += 1
}

const valueOf = (sent: Body): unknown =>
  JSON.parse((typeof sent === 'string' ? sent : new TextDecoder().decode(sent)).replace(/^\uFEFF/, ''))
/** What is compared: all but what the store gives itself. */
const core = (build: Build) => canonicalJson({ ...build, id: '', name: '', revision: 0 })

async function eachOf(inputs: readonly Body[], one: (body: Body) => Promise<void>): Promise<void> {
  const waiting = [...inputs]
  const lane = async () => {
    for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) await one(next)
  }
  await Promise.all(Array.from({ length: LANES }, lane))
}
const inputsOf = (arbitrary: fc.Arbitrary<Body>, count: number) =>
  fc.sample(arbitrary, { seed: SEED, numRuns: count * TIMES })

const countOf = async () => (await call<{ count: number }>('GET', '/api/builds?q=')).body.count

test('build files', async () => {
  let kept = 0
  const before = await countOf()
  await eachOf(inputsOf(mutated(small), 600), async (body) => {
    const outcome = await send('POST', '/api/builds/import', body)
    if (outcome.status !== 201) return mustBeRefused(outcome, body)
    kept += 1
    const stored = await getBuild((outcome.body as { id: string }).id)
    if (core(stored) !== core(asBuild(valueOf(body)))) throw new Error(`kept otherwise than sent: ${String(body)}`)
  })
  expect(await countOf()).toBe(before + kept)
  tally.kept += kept
})

const EDITS: readonly Edit[] = [
  {
    type: 'connect',
    thread: { id: 't9', from: { itemId: 'f2', portId: 'fan' }, to: { itemId: 'm1', portId: 'SYS2' } },
  },
  { type: 'disconnect', threadId: small.threads[0]!.id },
  { type: 'renameBuild', name: 'Other' },
  { type: 'removeItem', itemId: 'f1' },
  { type: 'setPart', part: { ...small.parts[0]!, name: 'Corrected' } },
  {
    type: 'setFigure',
    partId: small.parts.find(({ kind }) => kind === 'fan')!.id,
    path: ['inside', 0, 'ratedAmps'],
    figure: { value: 0.3, origin: 'label' },
  },
  { type: 'addPack', pack: { id: 'pk', name: 'Pack', contents: [{ partId: small.parts[0]!.id, count: 2 }] } },
  {
    type: 'batch',
    edits: [
      { type: 'chooseHeadroom', headroomPercent: 30 },
      { type: 'disconnect', threadId: small.threads[0]!.id },
    ],
  },
]

test('edits', async () => {
  const save = fc.constantFrom(...EDITS).chain((edit) => mutated({ baseRevision: 0, edits: [{ id: 'e1', edit }] }))
  await eachOf(inputsOf(save, 800), async (body) => {
    const { id } = await newBuild(small)
    const outcome = await send('POST', `/api/builds/${id}/edits`, body)
    const after = await getBuild(id)
    if (outcome.status !== 200) {
      mustBeRefused(outcome, body)
      if (after.revision !== 0 || core(after) !== core(small)) throw new Error(`refused, but changed: ${String(body)}`)
      return
    }
    tally.kept += 1
    const { revision } = outcome.body as { revision: number }
    if (after.revision !== revision)
      throw new Error(`acknowledged ${revision}, stored ${after.revision}: ${String(body)}`)
    asBuild(after)
  })
})

test('the log of a machine, sheets given back, and machines as files', async () => {
  const { id: buildId } = await newBuild(small)
  const made = await call<{ id: string }>('POST', `/api/builds/${buildId}/machines`, {
    id: randomUUID(),
    name: 'Fuzzed',
    revision: 0,
  })
  const address = `/api/machines/${made.body.id}`
  const entries = [
    entry('a', 1, { kind: 'tick', workId: 'plug t1', isDone: true }),
    entry('b', 2, { kind: 'speed', about: { itemId: 'm1', portId: 'SYS1' }, valueRpm: 700 }),
    entry('c', 3, { kind: 'difference', edit: { type: 'disconnect', threadId: small.threads[0]!.id }, reason: 'lost' }),
    entry('d', 4, { kind: 'withdrawn', reason: 'found' }, 'c'),
  ]
  const sheet = {
    format: 'gentle-loom ticks',
    version: 1,
    machineId: made.body.id,
    machineName: 'Fuzzed',
    planName: 'Small',
    planRevision: 0,
    entries,
  }
  const file = (await call<MachineFile>('GET', `${address}/file`)).body
  const logged = async () => (await call<Machine>('GET', address)).body.entryCount
  const kinds: readonly (readonly [path: string, value: unknown, status: number])[] = [
    [`${address}/log`, { entries }, 200],
    [`${address}/sheet`, sheet, 200],
    ['/api/machines/import', { ...file, entries }, 201],
  ]
  for (const [path, value, good] of kinds) {
    // Ids are fresh in each, so that what is kept is told from what was there.
    const inputs = inputsOf(mutated(value), 150).map((body) =>
      typeof body === 'string' ? body.replaceAll(/"id":"([abcd])"/g, () => `"id":"${randomUUID()}"`) : body,
    )
    for (const body of inputs) {
      const before = await logged()
      const outcome = await send('POST', path, body)
      if (outcome.status === good) {
        tally.kept += 1
        continue
      }
      mustBeRefused(outcome, body)
      if ((await logged()) !== before) throw new Error(`refused, but changed: ${String(body)}`)
    }
  }
  // Whatever was kept comes to something, and the machine can be opened.
  const { plan, entries: kept } = (await call<Machine>('GET', address)).body
  expect(machineState(plan, kept).asBuilt.id).toBe(plan.id)
  expect((await fetch(`${serverUrl()}${address}/file?form=csv`)).status).toBe(200)
})

test('parts and packs', async () => {
  await eachOf(inputsOf(mutated({ baseRevision: 0, part: { ...part, id: 'MUTATED' } }), 300), async (body) => {
    const id = randomUUID()
    const own = typeof body === 'string' ? body.replaceAll('MUTATED', id) : body
    const outcome = await send('POST', '/api/parts', own)
    if (outcome.status !== 201) {
      mustBeRefused(outcome, body)
      if ((await call('GET', `/api/parts/${id}`)).status !== 404) throw new Error(`refused, but kept: ${String(own)}`)
      return
    }
    tally.kept += 1
    const sent = (valueOf(own) as { part: typeof part }).part
    const { shelf: _shelf, ...wanted } = sent
    const stored = (await call<ShelfPart>('GET', `/api/parts/${sent.id}`)).body.part
    if (canonicalJson(stored) !== canonicalJson(wanted)) throw new Error(`kept otherwise than sent: ${String(own)}`)
  })
  const pack = {
    id: 'MUTATED',
    name: 'Pack',
    contents: [{ partId: 'fan-140', count: 3 }],
    price: { cents: 2990, currency: 'EUR' },
  }
  await eachOf(inputsOf(mutated({ baseRevision: 0, pack }), 200), async (body) => {
    const own = typeof body === 'string' ? body.replaceAll('MUTATED', randomUUID()) : body
    const outcome = await send('POST', '/api/packs', own)
    if (outcome.status !== 201) return mustBeRefused(outcome, body)
    tally.kept += 1
    const kept = (outcome.body as ShelfPack).pack
    if (canonicalJson(kept) !== canonicalJson((valueOf(own) as { pack: unknown }).pack))
      throw new Error(`kept otherwise than sent: ${String(own)}`)
  })
})

test('tables of parts', async () => {
  const ownCount = async () =>
    (await (await fetch(`${serverUrl()}/api/parts/file?form=csv`)).text()).split('\r\n').length
  let added = 0
  const before = await ownCount()
  const table =
    'kind,name,sizeMm,pinCount,amps,note\nfan,Name,120,4,0.2,"a ""note"""\n\nsplitter,Two,,,,\nlight,Three,,,,x\n'
  await eachOf(inputsOf(mutatedTable(table), 100), async (body) => {
    const own = typeof body === 'string' ? body.replace('Name', randomUUID()) : body
    const outcome = await send('POST', '/api/parts/import', own)
    if (outcome.status !== 200) return mustBeRefused(outcome, own)
    tally.kept += 1
    added += (outcome.body as PartsRead).addedCount
  })
  expect(await ownCount()).toBe(before + added)
})

afterAll(() => console.error(`inputs: ${tally.kept} kept, ${tally.refused} refused, seed ${SEED}`))
