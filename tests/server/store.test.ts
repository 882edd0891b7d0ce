import { bench, demoBuild } from '../support/bench'
import { call, getBuild, newBuild, save } from '../support/server'
import type { BuildSummary, Page } from '../../src/core/formats/api-types'

const connect = (id: string, from: string, fromPort: string, port: string) =>
  ({
    type: 'connect',
    thread: { id, from: { itemId: from, portId: fromPort }, to: { itemId: 'm1', portId: port } },
  }) as const
const twoFans = () => newBuild(bench(['M1: board-middle', 'F1 F2: fan-140']))

describe('saving edits', () => {
  test('appends to the document, one revision an edit', async () => {
    const { id } = await twoFans()
    const { status, body } = await save(id, 0, connect('a', 'f1', 'fan', 'SYS1'), connect('b', 'f2', 'fan', 'SYS2'))
    expect({ status, outcome: body.outcome, revision: body.revision }).toEqual({
      status: 200,
      outcome: 'saved',
      revision: 2,
    })
    const build = await getBuild(id)
    expect(build.threads.map((thread) => thread.id)).toEqual(['a', 'b'])
    expect(build.revision).toBe(2)
  })

  test('a resend is not applied twice', async () => {
    const { id } = await twoFans()
    const entry = { id: 'edit-1', edit: connect('a', 'f1', 'fan', 'SYS1') }
    const first = await save(id, 0, entry)
    const again = await save(id, 0, entry)
    expect(again.body.entries).toEqual(first.body.entries)
    expect((await getBuild(id)).threads).toHaveLength(1)
  })

  test('another thread goes on top of a newer one, unseen', async () => {
    const { id } = await twoFans()
    await save(id, 0, connect('a', 'f1', 'fan', 'SYS1'))
    const { status, body } = await save(id, 0, connect('b', 'f2', 'fan', 'SYS2'))
    expect(status).toBe(200)
    expect(body.entries.map((entry) => entry.revision)).toEqual([1, 2])
    expect((await getBuild(id)).threads).toHaveLength(2)
  })

  test('the same lead twice is a conflict that names it and changes nothing', async () => {
    const { id } = await twoFans()
    await save(id, 0, connect('a', 'f1', 'fan', 'SYS1'))
    const { status, body } = await save(id, 0, connect('b', 'f1', 'fan', 'SYS2'))
    expect(status).toBe(409)
    expect(body.slots).toEqual([{ about: 'lead', at: { itemId: 'f1', portId: 'fan' } }])
    expect((await getBuild(id)).threads.map((thread) => thread.id)).toEqual(['a'])
  })

  test('the same lead twice is a conflict even where both threads have one id', async () => {
    const { id } = await twoFans()
    await save(id, 0, connect('a', 'f1', 'fan', 'SYS1'))
    const { status, body } = await save(id, 0, connect('a', 'f1', 'fan', 'SYS2'))
    expect(status).toBe(409)
    expect(body.slots).toHaveLength(1)
  })

  test('all edits of a save or none', async () => {
    const { id } = await twoFans()
    const { status, body } = await save(id, 0, connect('a', 'f1', 'fan', 'SYS1'), connect('b', 'f9', 'fan', 'SYS2'))
    expect(status).toBe(422)
    expect(body.error.message).toContain('f9')
    expect(await getBuild(id)).toMatchObject({ revision: 0, threads: [] })
  })

  test('two pages that add an item with the same mark both keep theirs', async () => {
    const { id } = await twoFans()
    const add = (itemId: string) =>
      ({ type: 'addItem', item: { id: itemId, mark: 'F3', partId: 'fan-140', stock: 'owned' } }) as const
    await save(id, 0, add('mine'))
    const { status } = await save(id, 0, add('yours'))
    expect(status).toBe(200)
    expect((await getBuild(id)).items.slice(-2).map(({ id: itemId, mark }) => `${itemId} ${mark}`)).toEqual([
      'mine F3',
      'yours F4',
    ])
  })

  test('twenty pages saving at once lose nothing', async () => {
    const marks = Array.from({ length: 20 }, (_, i) => `F${i + 1}`)
    const { id } = await newBuild(bench(['M1: board-middle', `${marks.join(' ')}: fan-140`]))
    const answers = await Promise.all(
      marks.map((mark, i) => save(id, 0, connect(`t${i}`, mark.toLowerCase(), 'fan', 'SYS1'))),
    )
    expect(answers.map((answer) => answer.status)).toEqual(marks.map(() => 200))
    const build = await getBuild(id)
    expect(build.revision).toBe(20)
    expect(new Set(build.threads.map((thread) => thread.id)).size).toBe(20)
  })

  test('a page that claims a future revision is told to reload', async () => {
    const { id } = await twoFans()
    const { status, body } = await save(id, 5, connect('a', 'f1', 'fan', 'SYS1'))
    expect(status).toBe(400)
    expect(body.error.message).toMatch(/revision 0.*reload/)
  })

  test('edits since a revision are given in order', async () => {
    const { id } = await twoFans()
    await save(id, 0, connect('a', 'f1', 'fan', 'SYS1'), connect('b', 'f2', 'fan', 'SYS2'))
    const { body } = await call<{ entries: readonly { revision: number }[] }>('GET', `/api/builds/${id}/edits?since=1`)
    expect(body.entries.map((entry) => entry.revision)).toEqual([2])
    expect((await call('GET', `/api/builds/${id}/edits?since=x`)).status).toBe(400)
  })
})

describe('the list of builds', () => {
  const names = async () => (await call<Page<BuildSummary>>('GET', '/api/builds')).body.rows.map((build) => build.name)

  test('a request sent twice makes one build', async () => {
    const wish = { from: 'blank', id: 'blank-once', name: 'Once only' }
    expect((await call('POST', '/api/builds', wish)).status).toBe(201)
    expect((await call('POST', '/api/builds', wish)).status).toBe(201)
    expect((await names()).filter((name) => name === 'Once only')).toHaveLength(1)
  })

  test('copy, delete and bring back', async () => {
    const { id } = await newBuild({ ...demoBuild('paper-kite'), name: 'Kite to copy' })
    await call('POST', '/api/builds', { from: 'copy', id: 'kite-copy', sourceId: id })
    expect(await names()).toContain('Kite to copy (copy)')
    expect((await call('DELETE', '/api/builds/kite-copy')).status).toBe(204)
    expect(await names()).not.toContain('Kite to copy (copy)')
    expect((await call('GET', '/api/builds/kite-copy')).status).toBe(404)
    expect((await call('POST', '/api/builds/kite-copy/restore')).status).toBe(204)
    const copied = await getBuild('kite-copy')
    expect(copied.threads).toEqual((await getBuild(id)).threads)
  })

  test('a build from typed lines lies loose on the bench, and one line that cannot be read makes none', async () => {
    const wish = { from: 'lines', id: 'from-lines', name: 'T' }
    const lines = ['board 4 fan headers 1A, 2 argb', 'psu 550w 2 sata', '7 fans 120 0.2A', 'strip argb 30 leds']
    const refused = await call('POST', '/api/builds', { ...wish, lines: [...lines, 'blorp 3'] })
    expect(refused.status).toBe(400)
    expect(refused.body).toMatchObject({ error: { place: '/lines/4', message: expect.stringContaining('blorp') } })
    expect((await call('GET', '/api/builds/from-lines')).status).toBe(404)
    await call('POST', '/api/builds', { ...wish, lines, schools: { manyFans: 'gather' } })
    const build = await getBuild('from-lines')
    expect(build.items.map((item) => item.mark)).toEqual(['M1', 'S1', 'F1', 'F2', 'F3', 'F4', 'F5', 'F6', 'F7', 'L1'])
    expect(build.threads).toEqual([])
    expect(build.choices.schools).toEqual({ manyFans: 'gather' })
  })

  test.each(['%00', 'a%20b', '..%2F..', '%F0%9F%A7%B5', 'x'.repeat(500)])('%s is no id, and a 404', async (id) => {
    expect((await call('GET', `/api/builds/${id}`)).status).toBe(404)
    expect((await call('DELETE', `/api/builds/${id}`)).status).toBe(404)
    expect((await call('POST', `/api/builds/${id}/restore`)).status).toBe(404)
    expect((await save(id, 0, { type: 'disconnect', threadId: 't1' })).status).toBe(404)
  })

  test('what is not there is a 404 with a sentence', async () => {
    for (const [method, path] of [
      ['GET', ''],
      ['DELETE', ''],
      ['POST', '/restore'],
      ['GET', '/file'],
      ['GET', '/wiring'],
      ['GET', '/edits?since=0'],
    ] as const) {
      const { status, body } = await call<{ error: { message: string } }>(method, `/api/builds/nobody${path}`)
      expect({ path, status }).toEqual({ path, status: 404 })
      expect(body.error.message).toContain('nobody')
    }
  })
})
