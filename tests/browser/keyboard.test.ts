import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import type { Page } from 'playwright-core'
import { canonicalJson } from '../../src/core/formats/canonical'
import type { Build } from '../../src/core/build/schema'
import { demoBuild } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()

/** Presses Tab (or another key) until the wanted element has the focus; a person can do no more. */
async function keyTo(page: Page, name: RegExp, key = 'Tab', most = 120): Promise<void> {
  for (let count = 0; count < most; count += 1) {
    const focused = await page.evaluate(() => {
      const element = document.activeElement
      const label =
        element?.getAttribute('aria-label') ?? element?.getAttribute('placeholder') ?? element?.textContent ?? ''
      return element === document.body ? '' : label.trim()
    })
    if (name.test(focused)) return
    await page.keyboard.press(key)
  }
  throw new Error(`The keyboard does not reach ${name}`)
}

async function add(page: Page, query: string, part: string, count: number): Promise<void> {
  await keyTo(page, /^Type a label, or search the shelf$/)
  await page.keyboard.press('Control+A')
  await page.keyboard.type(query)
  await page.getByRole('button', { name: `Add ${part}`, exact: true }).waitFor()
  await keyTo(page, new RegExp(`^How many of ${part}`))
  await page.keyboard.type(String(count))
  await page.keyboard.press('Enter')
  await keyTo(page, /^Type a label, or search the shelf$/, 'Shift+Tab')
}

const findings = (page: Page) => page.getByRole('region', { name: 'Findings' })

/** Waits until no stop is in the list. */
const noStopLeft = (page: Page) =>
  findings(page).getByRole('listitem').getByRole('img', { name: 'stop' }).first().waitFor({ state: 'detached' })

async function plugInto(page: Page, port: string): Promise<void> {
  await page.keyboard.type(port)
  await page.getByRole('option', { name: port }).first().waitFor()
  await page.keyboard.press('Enter')
}

test('the whole job by keyboard alone', async () => {
  const name = `Keyboard bench ${randomUUID().slice(0, 8)}`
  const page = await newPage('/')
  await keyTo(page, /New build/)
  await page.keyboard.press('Enter')
  await page.keyboard.type(name)
  await keyTo(page, /Start with an empty bench/)
  await page.keyboard.press('Enter')
  await page.waitForURL(/\/parts$/)
  const buildId = /builds\/([^/]+)\//.exec(page.url())![1]!

  await add(page, 'causeway', 'Sallow Causeway board', 1)
  await add(page, 'drift 140', 'Quillet Drift 140', 4)
  await add(page, 'one-colour', 'Old one-colour strip, 12 V', 1)
  await add(page, 'four legs', 'Fan splitter, four legs', 1)
  await untilSaved(page)
  await page.keyboard.press('Alt+3')
  await page.waitForURL(/\/threads$/)

  // Tab alone reaches the wiring, arrows the rows in it.
  await keyTo(page, /^M1, .*: fold$/)
  await keyTo(page, /^Y1, .*: fold$/, 'ArrowRight')
  await keyTo(page, /^Y1 board lead$/, 'ArrowDown')
  await page.keyboard.press('Enter')
  await plugInto(page, 'SYS1')
  for (const outlet of [1, 2, 3, 4]) {
    // Enter on "next loose lead" goes on to the next fan.
    await keyTo(page, /Next loose lead: F\d/)
    await page.keyboard.press('Enter')
    await page.getByPlaceholder(/Plug it into/).waitFor()
    await plugInto(page, `Y1 outlet ${outlet}`)
  }
  // The fourth is over the limit of SYS1: that is asked before it is done.
  const doubt = page.getByRole('alertdialog', { name: /^F\d in Y1 outlet 4 would be a stop$/ })
  await doubt.getByText(/over the limit/).waitFor()
  await keyTo(page, /Keep it all the same/)
  await page.keyboard.press('Enter')
  await doubt.waitFor({ state: 'detached' })
  await keyTo(page, /Next loose lead: L1/)
  await page.keyboard.press('Enter')
  await page.getByPlaceholder(/Plug it into/).waitFor()
  await plugInto(page, 'LED5V')
  await page.getByRole('alertdialog').waitFor()
  await keyTo(page, /Keep it all the same/)
  await page.keyboard.press('Enter')

  await findings(page)
    .getByText('F1 0.30 + F2 0.30 + F3 0.30 + F4 0.30 = 1.20 A of 1.00 A, 0.80 A with 20 % headroom: over')
    .waitFor()
  await findings(page)
    .getByText(/L1 light lead takes 12 V, but LED5V only gives 5 V/)
    .waitFor()
  await findings(page)
    .getByText(/L1 light lead and LED5V do not mate/)
    .waitFor()

  // Mend the overload twice: out of 1.20 A two fans have to leave for 0.60 A of 0.80 A.
  await keyTo(page, /^SYS1 would carry 1\.20/)
  await page.keyboard.press('Enter')
  await keyTo(page, /^Move F\d to SYS2/)
  await page.keyboard.press('Enter')
  await keyTo(page, /^SYS1 would carry 0\.90/)
  await page.keyboard.press('Enter')
  await keyTo(page, /^Move F\d to (PUMP|CPU)/)
  await page.keyboard.press('Enter')
  // A board wants to see something turn on its CPU header before it starts.
  await keyTo(page, /^Nothing reports its speed on CPU/)
  await page.keyboard.press('Enter')
  await keyTo(page, /^Move F\d to CPU/)
  await page.keyboard.press('Enter')
  // The strip moves to the 12 V header by its own mend.
  await keyTo(page, /^L1 light lead and LED5V do not mate/)
  await page.keyboard.press('Enter')
  await keyTo(page, /^Move L1 light lead to LED12V/)
  await page.keyboard.press('Enter')
  await noStopLeft(page)
  await untilSaved(page)

  await page.keyboard.press('Control+z')
  await findings(page)
    .getByText(/L1 light lead takes 12 V/)
    .waitFor()
  await page.keyboard.press('Control+Shift+Z')
  await noStopLeft(page)
  await untilSaved(page)

  await page.keyboard.press('Alt+7')
  await page.waitForURL(/\/sheet$/)
  await page.getByRole('heading', { name: 'The work, in order' }).waitFor()
  await keyTo(page, /^Build, JSON$/)
  const [download] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Enter')])
  expect(download.suggestedFilename()).toBe(`${name}.json`)
  const path = await download.path()
  const list = await newPage('/')
  // The wait begins before the keys: a chooser asked for while the driver is still switching its interception on is lost.
  const choosing = list.waitForEvent('filechooser')
  await keyTo(list, /^Open a file$/)
  await list.keyboard.press('Enter')
  await (await choosing).setFiles(path)
  await list.getByText(`“${name} (copy)” is imported.`).first().waitFor()
  await list.waitForURL(/\/threads$/)
  const copyId = /builds\/([^/]+)\//.exec(list.url())![1]!
  const same = (build: Build) => canonicalJson({ ...build, id: '', name: '', revision: 0 })
  expect(same(await getBuild(copyId))).toBe(same(await getBuild(buildId)))
  expect(same(JSON.parse(readFileSync(path, 'utf8')) as Build)).toBe(same(await getBuild(buildId)))

  const printed = await newPage(`/builds/${buildId}/sheet`)
  const pdf = await printed.pdf({ format: 'A4' })
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
  expect(pdf.length).toBeGreaterThan(20_000)
  expect(complaints).toEqual([])
})

test('Delete unplugs the picked lead, but not while a text is being typed', async () => {
  const { id } = await newBuild(demoBuild('paper-kite'))
  const page = await newPage(`/builds/${id}/threads`)
  const row = page.locator('[aria-label="F1 fan lead"]')
  await row.focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Delete')
  await page.getByRole('button', { name: 'Undo: unplug F1 from H1 outlet 1' }).waitFor()
  await page.getByPlaceholder(/Plug it into/).fill('outlet')
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Delete')
  expect(await page.getByPlaceholder(/Plug it into/).inputValue()).toBe('outle')
  await row.focus()
  await page.keyboard.press('Control+z')
  await row.getByText('H1 outlet 1').waitFor()
  await untilSaved(page)
  expect((await getBuild(id)).threads).toHaveLength(8)
  expect(complaints).toEqual([])
})
