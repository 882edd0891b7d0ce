import { bench } from '../../../tests/support/bench'
import { apply } from '../../core/build/apply'
import type { Save } from '../../core/build/edit-schema'
import { plugEdit } from '../../core/build/plug'
import type { Build } from '../../core/build/schema'
import { slotKey, slotsOf } from '../../core/build/slots'
import type { LogEntry } from '../../core/build/history'
import type { EditQueue, Leftover, PendingEdit } from './edit-queue'
import { createSession } from './session'

const start = (): Build => ({ ...bench(['M1: board-middle', 'F1 F2 F3: fan-140']), id: 'b' })
const plug = (fan: string, port: string): PendingEdit => ({
  id: `edit-${fan}`,
  edit: plugEdit(start(), { itemId: fan, portId: 'fan' }, { itemId: 'm1', portId: port }),
})
const threadsOf = (build: Build) => build.threads.map(({ from, to }) => `${from.itemId} ${to.portId}`)

/** A queue in memory, with what earlier pages left in it. */
function queueWith(...leftovers: readonly Leftover[]) {
  const kept: Leftover[] = []
  let left = [...leftovers]
  const queue: EditQueue = {
    isKept: () => true,
    keep: (leftover) => Promise.resolve(void kept.push(leftover ?? { revision: 0, pending: [] })),
    adopt: () => Promise.resolve(left),
    forget: () => Promise.resolve(void (left = [])),
  }
  return { queue, kept, leftNow: () => left }
}

/** An entry of the log as the server tells it, made on a build as it then stood. */
const logged = (revision: number, { id, edit }: PendingEdit, build = start()): LogEntry => ({
  revision,
  editId: id,
  edit,
  slots: slotsOf(edit, build).map(slotKey),
})

/** A server that logs what it is sent and knows an edit by its id; `isAway` makes it unreachable. */
function pretendServer(known: readonly LogEntry[] = []) {
  const server = { isAway: false, log: [...known], saves: [] as Save[] }
  globalThis.fetch = ((url: string, init: { method?: string; body?: string } = {}) => {
    if (server.isAway) return Promise.reject(new TypeError('no connection'))
    if (url.includes('/history/state')) return Promise.resolve(Response.json(start()))
    if (init.method !== 'POST')
      return Promise.resolve(Response.json({ entries: server.log.filter(({ revision }) => revision > sinceOf(url)) }))
    const save = JSON.parse(init.body!) as Save
    server.saves.push(save)
    const entries = save.edits.map(({ id, edit }) => {
      const entry = logged(server.log.length + 1, { id, edit })
      server.log.push(entry)
      return entry
    })
    return Promise.resolve(Response.json({ outcome: 'saved', revision: server.log.length, entries }))
  }) as typeof fetch
  return server
}
const sinceOf = (url: string) => Number(new URL(url, 'http://loom').searchParams.get('since'))
const settled = () => new Promise((resolve) => setTimeout(resolve, 20))

test('what a page left behind is shown at once and sent in its order, before anything new', async () => {
  const server = pretendServer()
  const { queue, leftNow } = queueWith(
    { revision: 0, pending: [plug('f1', 'SYS1')] },
    { revision: 0, pending: [plug('f2', 'SYS2')] },
  )
  const { store, actions } = createSession(start(), queue)
  await actions.resume()
  expect(threadsOf(store.getState().build)).toEqual(['f1 SYS1', 'f2 SYS2'])
  await settled()
  expect(server.saves.flatMap(({ edits }) => edits.map(({ id }) => id))).toEqual(['edit-f1', 'edit-f2'])
  expect(store.getState()).toMatchObject({ saving: 'saved', pending: [] })
  expect(leftNow()).toEqual([])
})

test('an edit whose answer was lost is not done again', async () => {
  const first = plug('f1', 'SYS1')
  const server = pretendServer([logged(1, first)])
  const { queue } = queueWith({ revision: 0, pending: [first, plug('f2', 'SYS2')] })
  const saved = { ...apply(start(), first.edit).build, revision: 1 }
  const { store, actions } = createSession(saved, queue)
  await actions.resume()
  await settled()
  expect(server.saves.flatMap(({ edits }) => edits.map(({ id }) => id))).toEqual(['edit-f2'])
  expect(threadsOf(store.getState().build)).toEqual(['f1 SYS1', 'f2 SYS2'])
})

test('while the server is away every edit is kept, with the revision it stands on', async () => {
  const server = pretendServer()
  server.isAway = true
  const { queue, kept } = queueWith()
  const { store, actions } = createSession(start(), queue)
  await actions.resume()
  for (const [fan, port] of [
    ['f1', 'SYS1'],
    ['f2', 'SYS2'],
  ] as const) {
    actions.dispatch(plug(fan, port).edit)
  }
  await settled()
  expect(store.getState().saving).toBe('away')
  expect(kept.at(-1)?.revision).toBe(0)
  expect(kept.at(-1)?.pending.map(({ edit }) => JSON.stringify(edit).includes('SYS2'))).toEqual([false, true])
  server.isAway = false
  while (store.getState().saving !== 'saved') await settled()
  expect(server.log).toHaveLength(2)
})

test('nothing left, nothing asked; no queue, nothing kept and nothing broken', async () => {
  const server = pretendServer()
  const { queue } = queueWith()
  await createSession(start(), queue).actions.resume()
  const { store, actions } = createSession(start())
  await actions.resume()
  actions.dispatch(plug('f3', 'SYS1').edit)
  await settled()
  expect(server.saves).toHaveLength(1)
  expect(store.getState().saving).toBe('saved')
})

describe('what was left, where somebody changed the same thing meanwhile', () => {
  const mine = plug('f1', 'SYS1')
  const theirs = { ...plug('f1', 'SYS2'), id: 'edit-of-others' }
  const other = plug('f2', 'PUMP')
  /** Two pages: one left edits made on revision 0, then another saved; this one opens on what the server has now. */
  const reopen = (left: readonly PendingEdit[] = [mine, other]) => {
    const server = pretendServer([logged(1, theirs)])
    const { queue, kept, leftNow } = queueWith({ revision: 0, pending: left })
    const newest = { ...apply(start(), theirs.edit).build, revision: 1 }
    return { server, kept, leftNow, ...createSession(newest, queue) }
  }

  test('nothing is overwritten: both values are shown, and nothing is sent before somebody chose', async () => {
    const { server, store, actions } = reopen()
    await actions.resume()
    await settled()
    const { conflict, saving } = store.getState()
    expect(conflict?.slots).toEqual([{ about: 'lead', at: { itemId: 'f1', portId: 'fan' } }])
    expect(threadsOf(conflict!.theirs)).toEqual(['f1 SYS2'])
    expect(threadsOf(conflict!.mine)).toEqual(['f1 SYS1', 'f2 PUMP'])
    expect(saving).not.toBe('saved')
    expect(server.saves).toEqual([])
  })

  test('a reload inside the question asks it again', async () => {
    const { kept, actions } = reopen()
    await actions.resume()
    const last = kept.at(-1)!
    expect(last.revision).toBe(0)
    const server = pretendServer([logged(1, theirs)])
    const { queue } = queueWith(last)
    const again = createSession({ ...apply(start(), theirs.edit).build, revision: 1 }, queue)
    await again.actions.resume()
    await settled()
    expect(again.store.getState().conflict?.slots).toHaveLength(1)
    expect(server.saves).toEqual([])
  })

  test.each([
    ['theirs', new Set<string>(), ['f1 SYS2', 'f2 PUMP']],
    ['ours', new Set(['lead:f1.fan']), ['f1 SYS1', 'f2 PUMP']],
  ])('%s is chosen: that is saved, and what touched nothing of theirs too', async (_who, keepMine, wanted) => {
    const { store, actions, server } = reopen()
    await actions.resume()
    actions.resolve(keepMine)
    await settled()
    expect(store.getState()).toMatchObject({ saving: 'saved', conflict: null, pending: [] })
    expect(threadsOf(store.getState().build).toSorted()).toEqual(wanted)
    expect(server.saves.every(({ baseRevision }) => baseRevision >= 1)).toBe(true)
  })

  test('edits that touch nothing of theirs go on top without a question', async () => {
    const { store, actions } = reopen([other])
    await actions.resume()
    await settled()
    expect(store.getState()).toMatchObject({ conflict: null, saving: 'saved' })
    expect(threadsOf(store.getState().build).toSorted()).toEqual(['f1 SYS2', 'f2 PUMP'])
  })

  test('while the server cannot say what others did, they stay where they are and the page does not say “Saved”', async () => {
    const { server, store, actions, leftNow } = reopen()
    server.isAway = true
    const resumed = actions.resume()
    await settled()
    expect(store.getState().saving).toBe('away')
    expect(leftNow()).toHaveLength(1)
    server.isAway = false
    await resumed
    expect(store.getState().conflict).not.toBeNull()
  })
})

test('an edit that is made while the question is being put together is not lost', async () => {
  const mine = plug('f1', 'SYS1')
  const theirs = { ...plug('f1', 'SYS2'), id: 'edit-of-others' }
  const server = pretendServer([logged(1, theirs)])
  const { queue, kept } = queueWith({ revision: 0, pending: [mine] })
  const { store, actions } = createSession({ ...apply(start(), theirs.edit).build, revision: 1 }, queue)
  const real = globalThis.fetch
  globalThis.fetch = ((...asked: Parameters<typeof fetch>) => {
    if (String(asked[0]).includes('/history/state')) actions.dispatch(plug('f2', 'PUMP').edit)
    return real(...asked)
  }) as typeof fetch
  await actions.resume()
  expect(store.getState().pending).toHaveLength(2)
  expect(kept.at(-1)?.pending).toHaveLength(2)
  actions.resolve(new Set(['lead:f1.fan']))
  await settled()
  expect(threadsOf(store.getState().build).toSorted()).toEqual(['f1 SYS1', 'f2 PUMP'])
  expect(server.log).toHaveLength(3)
})

test.each([
  ['a server that refuses to tell the log', { log: 404, state: 200 }],
  ['a history that does not reach back so far', { log: 200, state: 400 }],
])('%s does not keep the page from going on', async (_what, status) => {
  const theirs = { ...plug('f1', 'SYS2'), id: 'edit-of-others' }
  pretendServer([logged(1, theirs)])
  const { queue } = queueWith({ revision: 0, pending: [plug('f1', 'SYS1')] })
  const real = globalThis.fetch
  globalThis.fetch = ((...asked: Parameters<typeof fetch>) => {
    const url = String(asked[0])
    const code = url.includes('/history/state') ? status.state : url.includes('?since=0') ? status.log : 200
    return code === 200 ? real(...asked) : Promise.resolve(new Response(null, { status: code }))
  }) as typeof fetch
  const { store, actions } = createSession({ ...apply(start(), theirs.edit).build, revision: 1 }, queue)
  await actions.resume()
  expect(store.getState().saving).not.toBe('opening')
})

test('a log that does not go on top of what the page has is left for the build as it is', async () => {
  const first = { ...plug('f1', 'SYS2'), id: 'edit-of-others' }
  pretendServer([logged(1, first)])
  const { queue } = queueWith({ revision: 0, pending: [plug('f2', 'PUMP')] })
  const real = globalThis.fetch
  const newest = { ...apply(start(), first.edit).build, revision: 1 }
  globalThis.fetch = ((...asked: Parameters<typeof fetch>) =>
    String(asked[0]).endsWith('/api/builds/b')
      ? Promise.resolve(Response.json(newest))
      : real(...asked)) as typeof fetch
  // The page holds the thread already, under a revision from before it.
  const { store, actions } = createSession({ ...newest, revision: 0 }, queue)
  await actions.resume()
  expect(store.getState()).toMatchObject({ saving: 'saved', conflict: null })
  expect(threadsOf(store.getState().build).toSorted()).toEqual(['f1 SYS2', 'f2 PUMP'])
})

test('an edit is “keeping” until the browser has it, then “saving” until the server has it', async () => {
  const server = pretendServer()
  let write: () => void = () => undefined
  let isKept = true
  const { queue } = queueWith()
  const slow: EditQueue = {
    ...queue,
    isKept: () => isKept,
    keep: () => {
      isKept = false
      return new Promise((resolve) => {
        write = () => {
          isKept = true
          resolve()
        }
      })
    },
  }
  const { store, actions } = createSession(start(), slow)
  expect(store.getState().saving).toBe('opening')
  await actions.resume()
  let answer: () => void = () => undefined
  const real = globalThis.fetch
  globalThis.fetch = ((...asked: Parameters<typeof fetch>) =>
    new Promise((resolve) => (answer = () => resolve(real(...asked))))) as typeof fetch
  actions.dispatch(plug('f1', 'SYS1').edit)
  expect(store.getState().saving).toBe('keeping')
  write()
  await settled()
  expect(store.getState().saving).toBe('saving')
  answer()
  await settled()
  expect(store.getState().saving).toBe('saved')
  expect(server.saves).toHaveLength(1)
})

test('a browser that could not write keeps what the earlier page left', async () => {
  pretendServer()
  const { queue, leftNow } = queueWith({ revision: 0, pending: [plug('f1', 'SYS1')] })
  await createSession(start(), { ...queue, isKept: () => false }).actions.resume()
  expect(leftNow()).toHaveLength(1)
})
