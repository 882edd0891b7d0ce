import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from 'playwright-core'
import type { Build } from '../../src/core/build/schema'
import { CHROMIUM_ARGS } from '../browser/chromium'
import { bench } from '../support/bench'
import { freePort, isRoot, parent, pause, start, type Running } from './running'

jest.setTimeout(600_000)

const EDITS = 30
const AWAY_MS = 60_000

test('the server is stopped for a minute while thirty edits are made: all are there afterwards, in order', async () => {
  if (isRoot) mkdirSync(parent, { recursive: true })
  const data = mkdtempSync(join(parent, 'away-'))
  const port = await freePort()
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS })
  let running: Running | undefined
  try {
    running = await start(data, port)
    const { url } = running
    const made = await fetch(`${url}/api/builds/import`, {
      method: 'POST',
      body: JSON.stringify(bench(['M1: board-middle', 'F1: fan-140'])),
    })
    const { id } = (await made.json()) as { id: string }
    const page = await browser.newPage()
    await page.goto(`${url}/builds/${id}/parts`)
    await page.locator('html[data-alive]').waitFor({ state: 'attached' })
    running.script.kill('SIGTERM')
    await running.ended
    const stoppedAt = Date.now()
    for (let turn = 1; turn <= EDITS; turn += 1) {
      const mark = page.getByLabel(turn === 1 ? 'Mark of F1' : `Mark of Q${turn - 1}`, { exact: true })
      await mark.fill(`Q${turn}`)
      await mark.press('Enter')
    }
    await page.getByText('Not saved: the store is away, trying again').waitFor()
    await pause(AWAY_MS - (Date.now() - stoppedAt))
    running = await start(data, port)
    await page
      .getByRole('status')
      .filter({ hasText: /^Saved$/ })
      .waitFor()
    const log = (await (await fetch(`${url}/api/builds/${id}/edits?since=0`)).json()) as {
      readonly entries: readonly { readonly edit: { readonly mark?: string } }[]
    }
    expect(log.entries.map(({ edit }) => edit.mark)).toEqual(
      Array.from({ length: EDITS }, (_, index) => `Q${index + 1}`),
    )
    const build = (await (await fetch(`${url}/api/builds/${id}`)).json()) as Build
    expect(build.items.map(({ mark }) => mark)).toEqual(['M1', `Q${EDITS}`])
  } finally {
    await browser.close()
    running?.script.kill('SIGTERM')
    await running?.ended
    rmSync(data, { recursive: true, force: true })
  }
})
