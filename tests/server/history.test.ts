import type { BuildLog, Refusal } from '../../src/core/formats/api-types'
import { historyOf, wayBack } from '../../src/core/build/history'
import { bench } from '../support/bench'
import { call, getBuild, newBuild, save } from '../support/server'

const logOf = async (id: string) => (await call<BuildLog>('GET', `/api/builds/${id}/history`)).body
const name = (id: string, revision: unknown, text: unknown) =>
  call<Refusal | undefined>('POST', `/api/builds/${id}/history`, { revision, name: text })

describe('the history of a build', () => {
  test('begins where the build began and holds every edit with its time', async () => {
    const built = await newBuild(bench(['M1: board-middle', 'F1: fan-140']))
    await save(built.id, 0, { type: 'removeItem', itemId: 'f1' })
    await save(built.id, 1, { type: 'chooseHeadroom', headroomPercent: 30 })
    const { initial, entries, states } = await logOf(built.id)
    expect(initial).toEqual(built)
    expect(entries.map(({ revision, edit }) => `${revision} ${edit.type}`)).toEqual([
      '1 removeItem',
      '2 chooseHeadroom',
    ])
    expect(entries.every(({ savedAt }) => !Number.isNaN(Date.parse(savedAt)))).toBe(true)
    expect(states).toEqual([])
    expect(historyOf(initial, entries).at(-1)!.build).toEqual(await getBuild(built.id))
  })

  test('going back is new edits that the store takes, and the log keeps what was', async () => {
    const built = await newBuild(bench(['M1: board-middle', 'F1: fan-140'], ['F1.fan > M1.SYS1']))
    await save(built.id, 0, { type: 'removeItem', itemId: 'f1' })
    const log = await logOf(built.id)
    const [edit] = wayBack(historyOf(log.initial, log.entries), 0)
    expect((await save(built.id, 1, edit!)).body).toMatchObject({ outcome: 'saved', revision: 2 })
    expect({ ...(await getBuild(built.id)), revision: 0 }).toEqual(built)
    expect((await logOf(built.id)).entries).toHaveLength(2)
  })

  test('a state gets a name, another one, and none', async () => {
    const { id } = await newBuild(bench(['M1: board-middle']))
    expect((await name(id, 0, 'empty')).status).toBe(204)
    expect((await name(id, 0, 'a board alone')).status).toBe(204)
    expect((await logOf(id)).states).toEqual([{ revision: 0, name: 'a board alone' }])
    expect((await name(id, 0, null)).status).toBe(204)
    expect((await logOf(id)).states).toEqual([])
  })

  test.each([
    ['a state that is not there yet', 7, 'x', /has no state 7 yet/],
    ['a state that is no number', 'two', 'x', /At \/revision/],
    ['a name of 300 letters', 0, 'x'.repeat(300), /At \/name/],
    ['an empty name', 0, '', /At \/name/],
  ])('%s: a sentence', async (_what, revision, text, words) => {
    const { id } = await newBuild(bench(['M1: board-middle']))
    const { status, body } = await name(id, revision, text)
    expect(status).toBe(400)
    expect(body?.error.message).toMatch(words)
  })

  test('a build that is not there has none', async () => {
    expect((await call('GET', '/api/builds/nobody/history')).status).toBe(404)
    expect((await name('nobody', 0, 'x')).status).toBe(404)
  })
})

describe('parts and packs as edits', () => {
  test('a part corrected in two pages is a conflict, shown with both', async () => {
    const built = await newBuild(bench(['F1: fan-140']))
    const part = built.parts[0]!
    await save(built.id, 0, {
      type: 'setFigure',
      partId: part.id,
      path: ['inside', 0, 'ratedAmps'],
      figure: { value: 0.5, origin: 'label' },
    })
    const late = await save(built.id, 0, { type: 'setPart', part: { ...part, name: 'Mine' } })
    expect(late.status).toBe(409)
    expect(late.body.slots.map(({ about }) => about)).toContain('figure')
    expect((await save(built.id, 1, { type: 'setPart', part: { ...part, name: 'Mine' } })).body.outcome).toBe('saved')
  })

  test('a pack with a part that the build does not hold yet is kept as it was bought', async () => {
    const built = await newBuild(bench(['M1: board-middle']))
    const pack = { id: 'p', name: 'Pack', contents: [{ partId: 'fan-140', count: 3 }] }
    expect((await save(built.id, 0, { type: 'addPack', pack })).body.outcome).toBe('saved')
    expect((await getBuild(built.id)).packs).toEqual([pack])
  })
})
