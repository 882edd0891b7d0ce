import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { chromium, type Page } from 'playwright-core'
import { derive } from '../../src/core/operate/harness'
import type { Machine } from '../../src/core/record/answers'
import { inTime, machineState } from '../../src/core/record/machine'
import { workOf } from '../../src/core/sheet/work'
import { CHROMIUM_ARGS } from '../browser/chromium'
import { childrenOf, freePort, isRoot, kill, parent, pause, start, type Running } from './running'

jest.setTimeout(600_000)

const AWAY_MS = 60_000

/** Ticks the next step again and again, until so many are done. */
async function tick(page: Page, doneBefore: number, upTo: number, stepCount: number): Promise<void> {
  for (let done = doneBefore; done < upTo; done += 1) {
    await page.getByText(`${done} of ${stepCount} steps done`).waitFor()
    await page.getByRole('region', { name: 'The next step' }).getByRole('button', { name: 'Done, next' }).click()
  }
  await page.getByText(`${upTo} of ${stepCount} steps done`).waitFor()
}

const isSaved = (page: Page) =>
  page
    .getByRole('status')
    .filter({ hasText: /^Saved$/ })
    .waitFor()

async function measure(page: Page, where: string, rpm: string): Promise<void> {
  await page.getByLabel(`Speed at ${where} in rpm`).fill(rpm)
  await page.getByRole('button', { name: `Keep the speed at ${where}` }).click()
  await page.getByRole('row', { name: new RegExp(`^${where} .*${rpm} rpm`) }).waitFor()
}

test('Harbour Lantern built on a phone: every step, two values, one difference; the network is gone for a minute, the server dies once', async () => {
  if (isRoot) mkdirSync(parent, { recursive: true })
  const data = mkdtempSync(join(parent, 'record-'))
  const port = await freePort()
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS })
  let running: Running | undefined
  try {
    running = await start(data, port)
    const { url, script } = running
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } })
    const page = await context.newPage()
    await page.goto(`${url}/builds/harbour-lantern/machines`)
    await page.getByRole('button', { name: 'Build one by revision 0' }).click()
    await page.waitForURL(/\/machines\/[^/]+$/)
    const id = page.url().split('/').at(-1)!
    await page.getByRole('button', { name: 'One step at a time' }).click()
    await tick(page, 0, 9, 27)
    await isSaved(page)

    // The network goes for a minute; work goes on, and a lead turns out too short.
    await context.setOffline(true)
    const goneAt = Date.now()
    await tick(page, 9, 13, 27)
    await page.getByText('Not saved: the server is away.').waitFor()
    await page.getByText('Step 14 of 27').waitFor()
    await page.getByRole('button', { name: 'It goes elsewhere' }).click()
    await page.getByLabel('Where it is on this machine').selectOption({ label: 'SYS2' })
    await page.getByLabel('Why').fill('the lead is too short')
    await page.getByRole('dialog').getByRole('button', { name: 'Write it down' }).click()
    await page.getByRole('dialog').waitFor({ state: 'detached' })
    await pause(AWAY_MS - (Date.now() - goneAt))
    await context.setOffline(false)
    await isSaved(page)

    // The server dies in the middle of ticks; the script starts it again.
    const machine = async () => (await (await fetch(`${url}/api/machines/${id}`)).json()) as Machine
    const { plan, entries: before } = await machine()
    const left = workOf(derive(machineState(plan, before).asBuilt)).length
    const done = machineState(plan, before).done.size
    await tick(page, done, done + 4, left)
    for (const pid of childrenOf(script.pid!)) kill(pid)
    await tick(page, done + 4, left, left)
    await page.getByText(`All ${left} steps are done.`).waitFor()
    await page.getByRole('tab', { name: 'Measured' }).click()
    await measure(page, 'SYS1', '590')
    await measure(page, 'PUMP', '2800')
    await isSaved(page)

    const { entries } = await machine()
    expect(new Set(entries.map((entry) => entry.id)).size).toBe(entries.length)
    const log = inTime(entries)
    const ticked = log.flatMap(({ what }) => (what.kind === 'tick' ? [what.workId] : []))
    const state = machineState(plan, entries)
    const order = workOf(derive(state.asBuilt)).map((work) => work.id)
    // Once each; in the order in which they were ticked, which the difference in the middle changed.
    expect(new Set(ticked).size).toBe(ticked.length)
    expect(ticked.toSorted()).toEqual(order.toSorted())
    expect(ticked.slice(0, done)).toEqual(
      workOf(derive(plan))
        .map((work) => work.id)
        .slice(0, done),
    )
    expect(log.slice(-2).map(({ what }) => what)).toEqual([
      { kind: 'speed', about: { itemId: 'm1', portId: 'SYS1' }, valueRpm: 590 },
      { kind: 'speed', about: { itemId: 'm1', portId: 'PUMP' }, valueRpm: 2800 },
    ])
    expect(state.differences.map(({ entry }) => entry.what.reason)).toEqual(['the lead is too short'])
    expect(entries).toHaveLength(order.length + 3)
  } finally {
    await browser.close()
    running?.script.kill('SIGTERM')
    await running?.ended
    rmSync(data, { recursive: true, force: true })
  }
})
