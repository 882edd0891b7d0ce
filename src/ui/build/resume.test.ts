import { bench } from '../../../tests/support/bench'
import { apply } from '../../core/build/apply'
import type { Save } from '../../core/build/edit-schema'
import { plugEdit } from '../../core/build/plug'
import type { Build } from '../../core/build/schema'
import type { LogEntry } from '../../core/formats/api-types'
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
    keep: (leftover) => Promise.resolve(void kept.push(leftover)),
    adopt: () => Promise.resolve(left),
    forget: () => Promise.resolve(void (left = [])),
  }
  return { queue, kept, leftNow: () => left }
}

/** A server that logs what it is sent and knows an edit by its id; `isAway` makes it unreachable. */
function pretendServer(known: readonly LogEntry[] = []) {
  const server = { isAway: false, log: [...known], saves: [] as Save[] }
  globalThis.fetch = ((_url: string, init: { method?: string; body?: string } = {}) => {
    if (server.isAway) return Promise.reject(new TypeError('no connection'))
    if (init.method !== 'POST') return Promise.resolve(Response.json({ entries: server.log }))
    const save = JSON.parse(init.body!) as Save
    server.saves.push(save)
    const entries = save.edits.map(({ id, edit }) => {
      const entry = { revision: server.log.length + 1, editId: id, edit } as LogEntry
      server.log.push(entry)
      return entry
    })
    return Promise.resolve(Response.json({ outcome: 'saved', revision: server.log.length, entries }))
  }) as typeof fetch
  return server
}
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
  const logged = { revision: 1, editId: first.id, edit: first.edit } as LogEntry
  const server = pretendServer([logged])
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
