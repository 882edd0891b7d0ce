import type { ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { chromium, type BrowserContext, type Page } from 'playwright-core'
import type { Edit } from '../../src/core/build/edit-schema'
import type { Build } from '../../src/core/build/schema'
import { apply } from '../../src/core/build/apply'
import type { LogEntry } from '../../src/core/build/history'
import { canonicalJson } from '../../src/core/formats/canonical'
import { CHROMIUM_ARGS } from '../browser/chromium'
import { bench } from '../support/bench'
import { TIMES } from '../support/runs'
import { childrenOf, databasePid, freePort, isRoot, kill, parent, pause, start, type Running } from './running'

jest.setTimeout(600_000 * TIMES)

const KILLS = 8 * TIMES
const WRITERS = 5
/** A small generator of numbers, the same row each time (Park and Miller, 1988). */
let seed = 16
const chance = () => (seed = (seed * 48271) % 2147483647) / 2147483647

const get = async <T>(url: string): Promise<T> => (await (await fetch(url)).json()) as T

/** The script has other children too, such as the pause between two looks, which may be over by now. */
function isServer(pid: number): boolean {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('serve.mjs')
  } catch {
    return false
  }
}

async function importBuild(url: string, build: Build): Promise<Build> {
  const made = await fetch(`${url}/api/builds/import`, { method: 'POST', body: JSON.stringify(build) })
  return get<Build>(`${url}/api/builds/${((await made.json()) as { id: string }).id}`)
}

/** Somebody who saves edit after edit, each sent again under its id until it is acknowledged. */
function writer(url: string, { id }: Build, isOver: () => boolean) {
  const acknowledged: string[] = []
  const done = (async () => {
    while (!isOver()) {
      const sent = randomUUID()
      const edit: Edit = { type: 'chooseHeadroom', headroomPercent: acknowledged.length % 90 }
      for (let isTaken = false; !isTaken && !isOver();) {
        const body = JSON.stringify({ baseRevision: acknowledged.length, edits: [{ id: sent, edit }] })
        const response = await fetch(`${url}/api/builds/${id}/edits`, { method: 'POST', body }).catch(() => undefined)
        if (response?.status === 200) {
          acknowledged.push(sent)
          isTaken = true
        } else {
          if (response !== undefined) expect(response.status).toBe(503)
          await pause(50)
        }
      }
    }
  })()
  return { acknowledged, done }
}

/** Opens a tab as somebody does who tries again where the server is away. */
async function openTab(context: BrowserContext, address: string): Promise<Page> {
  for (;;) {
    const page = await context.newPage()
    const answer = await page.goto(address).catch(() => null)
    const alive = page.locator('html[data-alive]').waitFor({ state: 'attached', timeout: 20_000 })
    const isAlive = await alive.then(
      () => answer?.ok() === true,
      () => false,
    )
    if (isAlive) return page
    await page.close()
    await pause(100)
  }
}

/** Somebody at a real page, who closes the tab as soon as it no longer says “Keeping”, and opens it again. */
function visitor(context: BrowserContext, url: string, { id }: Build, isOver: (closingCount: number) => boolean) {
  const kept: string[] = []
  const closings = { count: 0 }
  const done = (async () => {
    while (!isOver(closings.count)) {
      const page = await openTab(context, `${url}/builds/${id}/parts`)
      await page.getByLabel(`Mark of ${kept.at(-1) ?? 'F1'}`, { exact: true }).waitFor({ timeout: 60_000 })
      const rounds = 1 + Math.floor(chance() * 3)
      for (let round = 0; round < rounds; round += 1) {
        const mark = `Q${kept.length + 1}`
        const field = page.getByLabel(`Mark of ${kept.at(-1) ?? 'F1'}`, { exact: true })
        await field.fill(mark)
        await field.press('Enter')
        await page.getByLabel(`Mark of ${mark}`, { exact: true }).waitFor()
        await page
          .getByRole('status')
          .filter({ hasText: /^(Saving …|Saved|Not saved.*)$/ })
          .waitFor()
        kept.push(mark)
      }
      await page.close({ runBeforeUnload: false })
      closings.count += 1
    }
  })()
  return { kept, closings, done }
}

interface Desk {
  /** Whether the work is over, well or not: who writes or visits stops then. */
  isOver: boolean
  readonly url: string
  readonly script: ChildProcess
  readonly data: string
  readonly context: BrowserContext
  /** One for the page, then one for each writer. */
  readonly builds: readonly Build[]
}

/** A running application on data of its own, with a browser and a build for everybody; all of it is gone afterwards. */
async function atDesk(work: (desk: Desk) => Promise<void>): Promise<void> {
  if (isRoot) mkdirSync(parent, { recursive: true })
  const data = mkdtempSync(join(parent, 'kills-'))
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS })
  let running: Running | undefined
  let desk: Desk | undefined
  try {
    running = await start(data, await freePort())
    const { url, script } = running
    const builds: Build[] = []
    for (let index = 0; index <= WRITERS; index += 1)
      builds.push(await importBuild(url, bench(['M1: board-middle', 'F1: fan-140'])))
    desk = { isOver: false, url, script, data, builds, context: await browser.newContext() }
    await work(desk)
  } finally {
    if (desk !== undefined) desk.isOver = true
    await browser.close()
    running?.script.kill('SIGTERM')
    await running?.ended
    rmSync(data, { recursive: true, force: true })
  }
}

const logOf = async (url: string, id: string) =>
  (await get<{ entries: readonly LogEntry[] }>(`${url}/api/builds/${id}/edits?since=0`)).entries
const marksOf = (entries: readonly LogEntry[]) =>
  entries.map(({ edit }) => (edit.type === 'renameItem' ? edit.mark : edit.type))

/** Opens the build of the page once more: what was kept is there, and all of it gets saved. */
async function lookAgain({ context, url, builds }: Desk, kept: readonly string[]): Promise<void> {
  const page = await openTab(context, `${url}/builds/${builds[0]!.id}/parts`)
  await page.getByLabel(`Mark of ${kept.at(-1)}`, { exact: true }).waitFor({ timeout: 60_000 })
  await page
    .getByRole('status')
    .filter({ hasText: /^Saved$/ })
    .waitFor({ timeout: 60_000 })
  expect(marksOf(await logOf(url, builds[0]!.id))).toEqual(kept)
}

test('server, database or both are killed again and again under five writers and a real page: nothing is lost or twice', () =>
  atDesk(async (desk) => {
    const { url, script, data, context, builds } = desk
    const writers = builds.slice(1).map((build) => writer(url, build, () => desk.isOver))
    const person = visitor(context, url, builds[0]!, () => desk.isOver)
    let longestMs = 0
    for (let round = 0; round < KILLS; round += 1) {
      await pause(500 + chance() * 3000)
      const server = childrenOf(script.pid!).filter(isServer)
      const victims = [...(round % 3 === 1 ? [] : server), ...(round % 3 === 0 ? [] : [await databasePid(data)])]
      victims.forEach(kill)
      const diedAt = Date.now()
      const isBack = async () =>
        (await fetch(`${url}/api/builds/${builds[1]!.id}`).catch(() => undefined))?.status === 200
      await pause(20)
      while (!(await isBack())) await pause(50)
      longestMs = Math.max(longestMs, Date.now() - diedAt)
    }
    await pause(1000)
    desk.isOver = true
    await Promise.all([...writers.map(({ done }) => done), person.done])
    await lookAgain(desk, person.kept)
    for (const [index, build] of builds.entries()) {
      const entries = await logOf(url, build.id)
      const ids = entries.map(({ editId }) => editId)
      expect(new Set(ids).size).toBe(ids.length)
      const { acknowledged } = writers[index - 1] ?? { acknowledged: ids }
      expect(acknowledged.filter((id) => !ids.includes(id))).toEqual([])
      expect(ids.length - acknowledged.length).toBeLessThanOrEqual(1)
      const replayed = entries.reduce<Build>(
        (at, { edit, revision }) => ({ ...apply(at, edit).build, revision }),
        build,
      )
      expect(canonicalJson(await get<Build>(`${url}/api/builds/${build.id}`))).toBe(canonicalJson(replayed))
    }
    const count = writers.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0)
    console.error(
      `${KILLS} kills: ${count} edits of ${WRITERS} writers and ${person.kept.length} of a page closed ${person.closings.count} times acknowledged or kept, 0 lost, 0 twice; longest time to be back ${longestMs} ms`,
    )
  }))

test('tabs are closed right after an edit while others write: every edit that was not “Keeping” any more is there', () =>
  atDesk(async (desk) => {
    const { url, context, builds } = desk
    const writers = builds.slice(1).map((build) => writer(url, build, () => desk.isOver))
    const wanted = 8 * TIMES
    const person = visitor(context, url, builds[0]!, (closingCount) => desk.isOver || closingCount >= wanted)
    await person.done
    desk.isOver = true
    await Promise.all(writers.map(({ done }) => done))
    await lookAgain(desk, person.kept)
    console.error(`${person.closings.count} closings, ${person.kept.length} edits kept, 0 missing`)
  }))
