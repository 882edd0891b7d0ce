import { bench } from '../../../tests/support/bench'
import { apply } from '../../core/build/apply'
import type { LogEntry } from '../../core/build/history'
import type { Edit, Save } from '../../core/build/edit-schema'
import { plugEdit } from '../../core/build/plug'
import type { Build } from '../../core/build/schema'
import { slotKey, slotsOf } from '../../core/build/slots'
import type { SaveResult } from '../../core/formats/api-types'
import { createSession } from './session'

const at = (itemId: string, portId: string) => ({ itemId, portId })
const start = (): Build => ({ ...bench(['M1: board-middle', 'F1 F2: fan-140']), id: 'b' })
const plug = (build: Build, fan: string, port: string): Edit => plugEdit(build, at(fan, 'fan'), at('m1', port))
const portsOf = (build: Build) => build.threads.map((t) => `${t.from.itemId} ${t.to.portId}`).toSorted()

/** A store in memory that answers as the server does, and can be told to fail. */
class PretendServer {
  readonly log: (LogEntry & { readonly slots: readonly string[] })[] = []
  readonly saves: Save[] = []
  /** Answers in place of the real ones, used up one a request. */
  readonly failures: (
    'unreachable' | 'ackLost' | { readonly status: number; readonly message: string; readonly code?: string }
  )[] = []
  /** Edits on which it breaks. */
  breaksOn: (edit: Edit) => boolean = () => false
  document: Build

  constructor(build: Build) {
    this.document = build
  }

  /** An edit that another page saves. */
  elsewhere(edit: Edit): void {
    this.append(`other-${this.log.length}`, edit)
  }

  readonly fetch = (url: string, init: { method?: string; body?: string } = {}): Promise<Response> => {
    const failure = init.method === 'POST' ? this.failures.shift() : undefined
    if (failure === 'unreachable') return Promise.reject(new TypeError('no connection'))
    if (typeof failure === 'object') {
      return Promise.resolve(
        Response.json({ error: { code: failure.code ?? 'X', message: failure.message } }, { status: failure.status }),
      )
    }
    if (init.method !== 'POST') {
      const since = Number(new URL(url, 'http://loom').searchParams.get('since') ?? -1)
      const body = since < 0 ? this.document : { entries: this.log.filter((entry) => entry.revision > since) }
      return Promise.resolve(Response.json(body))
    }
    const save = JSON.parse(init.body ?? '') as Save
    this.saves.push(save)
    if (save.edits.some(({ edit }) => this.breaksOn(edit)))
      return Promise.resolve(Response.json({ error: { code: 'BROKEN', message: 'broken' } }, { status: 500 }))
    const result = this.save(save)
    if (failure === 'ackLost') return Promise.reject(new TypeError('connection lost'))
    return Promise.resolve(Response.json(result, { status: result.outcome === 'saved' ? 200 : 409 }))
  }

  private save({ baseRevision, edits }: Save): SaveResult {
    const known = new Set(this.log.map((entry) => entry.editId))
    const fresh = edits.filter((entry) => !known.has(entry.id))
    const mine = new Set(edits.map((entry) => entry.id))
    const since = () => this.log.filter((entry) => entry.revision > baseRevision)
    const theirs = new Set(since().flatMap((entry) => (mine.has(entry.editId) ? [] : entry.slots)))
    const slots = fresh.flatMap(({ edit }) => slotsOf(edit, this.document)).filter((slot) => theirs.has(slotKey(slot)))
    const revision = this.document.revision
    if (slots.length > 0) return { outcome: 'conflict', revision, entries: since(), slots, reason: 'same thing' }
    fresh.forEach(({ id, edit }) => this.append(id, edit))
    return { outcome: 'saved', revision: this.document.revision, entries: since() }
  }

  private append(editId: string, edit: Edit): void {
    const slots = slotsOf(edit, this.document).map(slotKey)
    const revision = this.document.revision + 1
    this.document = { ...apply(this.document, edit).build, revision }
    this.log.push({ revision, editId, edit, slots })
  }
}

function open(build = start()) {
  const server = new PretendServer(build)
  global.fetch = server.fetch as typeof fetch
  const session = createSession(build)
  return { server, ...session, now: () => session.store.getState() }
}

/** Lets everything that waits run, retries included. */
async function settle(): Promise<void> {
  for (let round = 0; round < 12; round += 1) await jest.advanceTimersByTimeAsync(2_000)
}

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

test('an edit shows at once and is saved behind', async () => {
  const { server, actions, now } = open()
  expect(actions.dispatch(plug(now().build, 'f1', 'SYS1'))).toBe(true)
  expect(portsOf(now().build)).toEqual(['f1 SYS1'])
  expect(now()).toMatchObject({ saving: 'saving', confirmed: { revision: 0 } })
  await settle()
  expect(now()).toMatchObject({ saving: 'saved', pending: [], confirmed: { revision: 1 } })
  expect(portsOf(server.document)).toEqual(['f1 SYS1'])
})

test('the answer to our own edits leaves the build as it is, so that it is judged once', async () => {
  const { server, actions, now } = open()
  actions.dispatch(plug(now().build, 'f1', 'SYS1'))
  actions.dispatch({ type: 'renameBuild', name: 'Other' })
  const shown = now().build
  await settle()
  expect(now()).toMatchObject({ pending: [], confirmed: { revision: 2 } })
  expect(now().build).toBe(shown)
  expect({ ...shown, revision: 2 }).toEqual(server.document)
})

test('an edit that is not possible changes nothing', () => {
  const { actions, now } = open()
  expect(actions.dispatch({ type: 'removeItem', itemId: 'nobody' })).toBe(false)
  expect(now()).toMatchObject({ pending: [], undo: [] })
})

test('undo and redo are named, are saved, and end where they began', async () => {
  const { server, actions, now } = open()
  actions.dispatch(plug(now().build, 'f1', 'SYS1'))
  actions.dispatch({ type: 'renameBuild', name: 'Other' })
  expect(now().undo.map((step) => step.label)).toEqual(['plug F1 into SYS1', 'name the build “Other”'])
  actions.undoLast()
  actions.undoLast()
  actions.undoLast()
  expect(now().build).toMatchObject({ name: 'Bench', threads: [] })
  expect(now().redo.map((step) => step.label)).toEqual(['name the build “Other”', 'plug F1 into SYS1'])
  actions.redoLast()
  expect(portsOf(now().build)).toEqual(['f1 SYS1'])
  await settle()
  expect(portsOf(server.document)).toEqual(['f1 SYS1'])
  actions.dispatch(plug(now().build, 'f2', 'SYS2'))
  expect(now().redo).toEqual([])
})

test('a save elsewhere is fetched when it is heard of, also when it is heard while a save of ours is on its way', async () => {
  const { server, actions, now } = open()
  server.elsewhere(plug(server.document, 'f1', 'SYS1'))
  actions.hear(1)
  await settle()
  expect(now().confirmed.revision).toBe(1)
  actions.dispatch({ type: 'renameBuild', name: 'Mine' })
  await Promise.resolve()
  // Ours is answered with revision 2; the one after it is known by hearing alone.
  const answered = global.fetch
  global.fetch = (async (...request: Parameters<typeof fetch>) => {
    global.fetch = answered
    const response = await answered(...request)
    server.elsewhere(plug(server.document, 'f2', 'SYS2'))
    actions.hear(server.document.revision)
    return response
  }) as typeof fetch
  actions.dispatch({ type: 'chooseHeadroom', headroomPercent: 10 })
  await settle()
  expect(now().confirmed.revision).toBe(server.document.revision)
  expect(portsOf(now().build)).toEqual(['f1 SYS1', 'f2 SYS2'])
})

test('our own save, heard of before or after its answer, is not asked for again', async () => {
  const { server, actions, now } = open()
  const asked: string[] = []
  global.fetch = ((url: string, init?: { method?: string }) => {
    if (init?.method !== 'POST') asked.push(url)
    return server.fetch(url, init)
  }) as typeof fetch
  actions.dispatch({ type: 'renameBuild', name: 'Mine' })
  actions.hear(1)
  await settle()
  actions.hear(1)
  await settle()
  expect(now().confirmed.revision).toBe(1)
  expect(asked).toEqual([])
})

test('while the store is away edits wait, and none is lost or sent twice into the log', async () => {
  const { server, actions, now } = open()
  server.failures.push('unreachable', { status: 503, message: 'away' }, 'ackLost')
  actions.dispatch(plug(now().build, 'f1', 'SYS1'))
  actions.dispatch(plug(now().build, 'f2', 'SYS2'))
  await jest.advanceTimersByTimeAsync(100)
  expect(now().saving).toBe('away')
  await settle()
  expect(now()).toMatchObject({ saving: 'saved', pending: [] })
  expect(server.log.map((entry) => entry.revision)).toEqual([1, 2])
  expect(server.saves.length).toBeGreaterThan(1)
  expect(portsOf(server.document)).toEqual(['f1 SYS1', 'f2 SYS2'])
})

test('what others saved meanwhile comes in with our own save', async () => {
  const { server, actions, now } = open()
  server.elsewhere(plug(server.document, 'f2', 'PUMP'))
  actions.dispatch(plug(now().build, 'f1', 'SYS1'))
  await settle()
  expect(portsOf(now().build)).toEqual(['f1 SYS1', 'f2 PUMP'])
  expect(now().build).toEqual(server.document)
})

test('sync fetches what others saved', async () => {
  const { server, actions, now } = open()
  server.elsewhere(plug(server.document, 'f2', 'PUMP'))
  await actions.sync()
  expect(portsOf(now().build)).toEqual(['f2 PUMP'])
})

describe('the same lead in two places', () => {
  const meet = async () => {
    const opened = open()
    opened.server.elsewhere(plug(opened.server.document, 'f1', 'PUMP'))
    opened.actions.dispatch(plug(opened.now().build, 'f1', 'SYS1'))
    opened.actions.dispatch({ type: 'renameBuild', name: 'Mine too' })
    await settle()
    return opened
  }

  test('both values are kept until somebody chooses, and nothing more is sent', async () => {
    const { server, now } = await meet()
    expect(now().conflict?.slots).toEqual([{ about: 'lead', at: at('f1', 'fan') }])
    expect(portsOf(now().conflict!.theirs)).toEqual(['f1 PUMP'])
    expect(portsOf(now().conflict!.mine)).toEqual(['f1 SYS1'])
    expect(portsOf(server.document)).toEqual(['f1 PUMP'])
  })

  test.each([
    ['theirs', new Set<string>(), 'f1 PUMP'],
    ['ours', new Set(['lead:f1.fan']), 'f1 SYS1'],
  ])('%s wins, and our other edits are kept', async (_who, keepMine, wanted) => {
    const { server, actions, now } = await meet()
    actions.resolve(keepMine)
    await settle()
    expect(now()).toMatchObject({ conflict: null, pending: [], saving: 'saved' })
    expect(portsOf(server.document)).toEqual([wanted])
    expect(server.document.name).toBe('Mine too')
    expect(now().confirmed).toEqual(server.document)
    expect({ ...now().build, revision: server.document.revision }).toEqual(server.document)
  })
})

test('an edit that waits is not put over what others changed meanwhile, whoever brings the news first', async () => {
  for (const bring of ['answer', 'sync'] as const) {
    const { server, actions, now } = open()
    if (bring === 'answer') {
      // The first edit is on its way while the second, made on the same build, waits behind it.
      actions.dispatch({ type: 'renameBuild', name: 'First' })
      server.elsewhere(plug(server.document, 'f1', 'PUMP'))
    } else {
      server.failures.push('unreachable')
      actions.dispatch({ type: 'renameBuild', name: 'First' })
      await jest.advanceTimersByTimeAsync(10)
      server.elsewhere(plug(server.document, 'f1', 'PUMP'))
    }
    actions.dispatch(plug(now().build, 'f1', 'SYS1'))
    if (bring === 'sync') await actions.sync()
    await settle()
    expect(now().conflict?.slots).toEqual([{ about: 'lead', at: at('f1', 'fan') }])
    expect(portsOf(server.document)).toEqual(['f1 PUMP'])
    expect(now().saving).not.toBe('saved')
  }
})

test('a full disk is told as that', async () => {
  const { server, actions, now } = open()
  server.failures.push({ status: 503, message: 'full', code: 'DISK_FULL' })
  actions.dispatch({ type: 'renameBuild', name: 'Mine' })
  await jest.advanceTimersByTimeAsync(100)
  expect(now().saving).toBe('full')
  await settle()
  expect(now().saving).toBe('saved')
})

test('one edit on which the server breaks every time is taken back, and the others are saved', async () => {
  const { server, actions, now } = open()
  const bad = { type: 'renameBuild', name: 'Breaks' } as const
  server.breaksOn = (edit) => edit.type === 'renameBuild'
  actions.dispatch({ type: 'chooseHeadroom', headroomPercent: 30 })
  actions.dispatch(bad)
  actions.dispatch(plug(now().build, 'f1', 'SYS1'))
  await jest.advanceTimersByTimeAsync(1_000)
  expect(now().saving).toBe('broken')
  for (let round = 0; round < 8; round += 1) await settle()
  expect(now()).toMatchObject({ pending: [], saving: 'saved', build: { name: 'Bench' } })
  expect(portsOf(server.document)).toEqual(['f1 SYS1'])
  expect(server.log.map(({ edit }) => edit.type)).toEqual(['chooseHeadroom', 'batch'])
})

test('where the server breaks on everything, nothing is taken back, and all is saved once it is well', async () => {
  const { server, actions, now } = open()
  server.breaksOn = () => true
  actions.dispatch({ type: 'renameBuild', name: 'Mine' })
  actions.dispatch(plug(now().build, 'f1', 'SYS1'))
  for (let round = 0; round < 30; round += 1) await settle()
  expect(now()).toMatchObject({ saving: 'broken', build: { name: 'Mine' } })
  expect(now().pending).toHaveLength(2)
  server.breaksOn = () => false
  for (let round = 0; round < 4; round += 1) await settle()
  expect(now()).toMatchObject({ pending: [], saving: 'saved' })
  expect(server.document.name).toBe('Mine')
  expect(portsOf(server.document)).toEqual(['f1 SYS1'])
})

test('one edit that the server refuses does not take the others with it', async () => {
  const { server, actions, now } = open()
  server.failures.push('unreachable', { status: 422, message: 'no' }, { status: 422, message: 'no' })
  actions.dispatch({ type: 'renameBuild', name: 'Refused' })
  actions.dispatch(plug(now().build, 'f1', 'SYS1'))
  await settle()
  expect(now()).toMatchObject({ pending: [], saving: 'saved' })
  expect(portsOf(server.document)).toEqual(['f1 SYS1'])
})
