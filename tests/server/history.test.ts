import type { Build } from '../../src/core/build/schema'
import type { HistoryPage, Refusal, WayBack } from '../../src/core/formats/api-types'
import { bench } from '../support/bench'
import { call, getBuild, newBuild, save } from '../support/server'

const logOf = async (id: string, before?: number) =>
  (await call<HistoryPage>('GET', `/api/builds/${id}/history${before === undefined ? '' : `?before=${before}`}`)).body
const name = (id: string, revision: unknown, text: unknown) =>
  call<Refusal | undefined>('POST', `/api/builds/${id}/history`, { revision, name: text })

const stateAt = async (id: string, revision: number) =>
  (await call<Build>('GET', `/api/builds/${id}/history/state?revision=${revision}`)).body
const wayBackTo = async (id: string, revision: number) =>
  (await call<WayBack>('GET', `/api/builds/${id}/history/back?to=${revision}`)).body
const headroom = (headroomPercent: number) => ({ type: 'chooseHeadroom', headroomPercent }) as const

describe('the history of a build', () => {
  test('holds every edit in words with its time, the newest first, down to where the build began', async () => {
    const built = await newBuild(bench(['M1: board-middle', 'F1: fan-140']))
    await save(built.id, 0, { type: 'removeItem', itemId: 'f1' })
    await save(built.id, 1, headroom(30))
    const { steps, ...rest } = await logOf(built.id)
    expect(rest).toEqual({ firstRevision: 0, revision: 2, states: [], hasOlder: false })
    expect(steps.map(({ revision, label }) => `${revision} ${label}`)).toEqual(['2 headroom 30 %', '1 remove F1'])
    expect(steps.every(({ savedAt }) => !Number.isNaN(Date.parse(savedAt)))).toBe(true)
    expect(await stateAt(built.id, 0)).toEqual(built)
    expect(await stateAt(built.id, 2)).toEqual(await getBuild(built.id))
  })

  test('going back is new edits that the store takes, and the log keeps what was', async () => {
    const built = await newBuild(bench(['M1: board-middle', 'F1: fan-140'], ['F1.fan > M1.SYS1']))
    await save(built.id, 0, { type: 'removeItem', itemId: 'f1' })
    const { revision, edits } = await wayBackTo(built.id, 0)
    expect(revision).toBe(1)
    expect((await save(built.id, 1, ...edits)).body).toMatchObject({ outcome: 'saved', revision: 2 })
    expect({ ...(await getBuild(built.id)), revision: 0 }).toEqual(built)
    expect((await logOf(built.id)).steps).toHaveLength(2)
  })

  test('a long log comes page by page, every step once, and any state of it is made again', async () => {
    const built = await newBuild(bench(['M1: board-middle']))
    const count = 1300
    for (let from = 0; from < count; from += 100) {
      const edits = Array.from({ length: 100 }, (_, index) => headroom((from + index) % 90))
      expect((await save(built.id, from, ...edits)).status).toBe(200)
    }
    const seen: number[] = []
    let before: number | undefined
    for (let page = await logOf(built.id); ; page = await logOf(built.id, before)) {
      expect(JSON.stringify(page).length).toBeLessThan(20_000)
      seen.push(...page.steps.map(({ revision }) => revision))
      before = seen.at(-1)
      if (!page.hasOlder) break
    }
    expect(seen).toEqual(Array.from({ length: count }, (_, index) => count - index))
    for (const revision of [1, 499, 500, 501, 777, 1000, 1299]) {
      const state = await stateAt(built.id, revision)
      expect([state.revision, state.choices.headroomPercent]).toEqual([revision, (revision - 1) % 90])
    }
    const { edits } = await wayBackTo(built.id, 3)
    await save(built.id, count, ...edits)
    expect((await getBuild(built.id)).choices.headroomPercent).toBe(2)
  })

  test.each([
    ['state?revision=7', /goes from revision 0 to 0; it has no state 7/],
    ['state?revision=x', /“revision” in the address takes a whole number/],
    ['back?to=99999999999', /“to” in the address takes a whole number/],
  ])('history/%s: a sentence', async (path, words) => {
    const { id } = await newBuild(bench(['M1: board-middle']))
    const { status, body } = await call<Refusal>('GET', `/api/builds/${id}/history/${path}`)
    expect(status).toBe(400)
    expect(body.error.message).toMatch(words)
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
    ['a state that is not there yet', 7, 'x', /it has no state 7/],
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
