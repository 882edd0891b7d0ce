import { randomUUID } from 'node:crypto'
import type { Glance } from '../../src/core/export/glance'
import { glanceOf } from '../../src/core/export/glance'
import type { BuildSummary, Page, Refusal } from '../../src/core/formats/api-types'
import { derive } from '../../src/core/operate/harness'
import { check } from '../../src/core/rules/check'
import { bench, demoBuild } from '../support/bench'
import { call, getBuild, newBuild, save } from '../support/server'

interface Glances {
  readonly glances: Readonly<Record<string, Glance>>
  readonly isMore: boolean
}
const glances = (ids: readonly string[]) => call<Glances & Refusal>('POST', '/api/builds/glances', { ids })
const list = async (query: string) => (await call<Page<BuildSummary>>('GET', `/api/builds?${query}`)).body.rows
const tag = (ids: readonly string[], word: string, isOn: boolean) =>
  call<Refusal>('POST', '/api/builds/tags', { ids, tag: word, isOn })

describe('a build at a glance', () => {
  test('is judged as the open build is, and anew after an edit', async () => {
    const { id } = await newBuild(demoBuild('harbour-lantern'))
    const first = (await glances([id])).body.glances[id]!
    expect(first.counts).toEqual(check(derive(await getBuild(id))).counts)
    expect(first.rows.map(({ label }) => label)).toContain('SYS1')
    const build = await getBuild(id)
    await save(id, build.revision, {
      type: 'batch',
      edits: build.threads.map((thread) => ({ type: 'disconnect', threadId: thread.id })),
    })
    const after = (await glances([id])).body.glances[id]!
    expect(after.counts).toEqual(check(derive(await getBuild(id))).counts)
    expect(after.counts).not.toEqual(first.counts)
    expect(after.rows).toEqual([])
    // What is kept is what was told.
    expect((await glances([id])).body.glances[id]).toEqual(after)
  })

  test('says nothing of a bench on which nothing can be judged, and leaves out what is not there', async () => {
    const { id } = await newBuild(bench(['F1: fan-140']))
    const { body } = await glances([id, 'nobody'])
    expect(body.glances).toEqual({
      [id]: { counts: { stop: 0, warning: 0, unknown: 0, note: 0 }, isJudged: false, rows: [] },
    })
  })

  test.each([[[]], [['a b']], ['x'], [Array.from({ length: 101 }, (_each, at) => `b${at}`)]])(
    'refuses %j as a list of ids',
    async (ids) => {
      const { status, body } = await glances(ids as readonly string[])
      expect(status).toBe(400)
      expect(body.error.place).toMatch(/^\/ids/)
    },
  )

  test('fans are f, lights are l, in the order of the biggest lines', () => {
    const { rows } = glanceOf(
      bench(
        ['M1: board-middle', 'Y1: splitter-3', 'F1 F2 F3 F4: fan-140', 'L1: strip-5v-30'],
        [
          'Y1.in > M1.SYS1',
          'F1.fan > Y1.out1',
          'F2.fan > Y1.out2',
          'F3.fan > Y1.out3',
          'F4.fan > M1.SYS2',
          'L1.light > M1.LED5V',
        ],
      ),
    )
    expect(rows).toEqual([
      { label: 'SYS1', piece: 'Y1', leads: 'fff' },
      { label: 'SYS2', leads: 'f' },
      { label: 'LED5V', leads: 'l' },
    ])
  })
})

describe('tags', () => {
  test('go onto several builds and off again, and the list asks by them on the page', async () => {
    const word = `attic ${randomUUID().slice(0, 8)}`
    const made = [await newBuild(bench(['F1: fan-140'])), await newBuild(bench(['F1: fan-140']))]
    const ids = made.map(({ id }) => id)
    expect((await tag(ids, word, true)).status).toBe(204)
    await tag(ids, word, true)
    const tagsOf = async () =>
      (await list(`q=&order=made`)).filter(({ id }) => ids.includes(id)).map(({ tags }) => tags)
    expect(await tagsOf()).toEqual([[word], [word]])
    expect((await tag([ids[0]!], word, false)).status).toBe(204)
    expect((await tagsOf()).toSorted((a, b) => a.length - b.length)).toEqual([[], [word]])
  })

  test('no more than twelve, each of plain text', async () => {
    const { id } = await newBuild(bench(['F1: fan-140']))
    for (let number = 1; number <= 13; number += 1) await tag([id], `word ${number}`, true)
    const [row] = (await list('q=&order=made')).filter((build) => build.id === id)
    expect(row!.tags).toHaveLength(12)
    const { status, body } = await tag([id], 'x'.repeat(33), true)
    expect([status, body.error.place]).toEqual([400, '/tag'])
    expect((await tag([id], 'a\u0000b', true)).status).toBe(400)
  })
})

test('several builds go off the list together, and come back together', async () => {
  const made = [await newBuild(bench(['F1: fan-140'])), await newBuild(bench(['F1: fan-140']))]
  const ids = made.map(({ id }) => id)
  expect((await call('POST', '/api/builds/deleted', { ids })).status).toBe(204)
  expect((await call('GET', `/api/builds/${ids[0]!}`)).status).toBe(404)
  expect((await call('POST', '/api/builds/restored', { ids })).status).toBe(204)
  expect((await call('GET', `/api/builds/${ids[1]!}`)).status).toBe(200)
})
