import type { Page } from 'playwright-core'
import { bench } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const EDITS = 30

/** Thirty edits of one page: the mark of one fan, again and again, so that their order shows. */
async function editAway(page: Page): Promise<void> {
  for (let turn = 1; turn <= EDITS; turn += 1) {
    const mark = page.getByLabel(turn === 1 ? 'Mark of F1' : `Mark of Q${turn - 1}`, { exact: true })
    await mark.fill(`Q${turn}`)
    await mark.press('Enter')
  }
}

test('thirty edits while no save gets through survive a reload, and are all there, in order, once it does', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1: fan-140']))
  const page = await newPage(`/builds/${id}/parts`)
  let isAway = true
  await page.route('**/edits', (route) => (isAway ? route.abort() : route.continue()))
  await editAway(page)
  await page
    .getByRole('status')
    .filter({ hasText: /Not saved|away|offline|reach/i })
    .waitFor()
  expect((await getBuild(id)).revision).toBe(0)

  await page.reload()
  await page.getByLabel(`Mark of Q${EDITS}`, { exact: true }).waitFor()
  expect((await getBuild(id)).revision).toBe(0)
  isAway = false
  await untilSaved(page)
  const build = await getBuild(id)
  expect(build.items.map(({ mark }) => mark)).toEqual(['M1', `Q${EDITS}`])
  expect(build.revision).toBe(EDITS)

  // Sent once: a further reload finds nothing left.
  await page.reload()
  await untilSaved(page)
  expect((await getBuild(id)).revision).toBe(EDITS)
})

test('another page that still lives keeps its own edits', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1: fan-140']))
  const one = await newPage(`/builds/${id}/parts`)
  await one.route('**/edits', (route) => route.abort())
  await one.getByLabel('Mark of F1', { exact: true }).fill('Kept')
  await one.getByLabel('Mark of F1', { exact: true }).press('Enter')
  const two = await newPage(`/builds/${id}/parts`)
  await two.getByLabel('Mark of F1', { exact: true }).waitFor()
  expect((await getBuild(id)).revision).toBe(0)
  await one.close()
  await two.reload()
  await two.getByLabel('Mark of Kept', { exact: true }).waitFor()
  await untilSaved(two)
  expect((await getBuild(id)).items.map(({ mark }) => mark)).toEqual(['M1', 'Kept'])
})

test('where the browser keeps nothing, a page with unsaved edits asks before it goes', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1: fan-140']))
  const page = await newPage(`/builds/${id}/parts`)
  await page.route('**/edits', (route) => route.abort())
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('no room', 'QuotaExceededError')
    }
  })
  await page.getByLabel('Mark of F1', { exact: true }).fill('Lost')
  await page.getByLabel('Mark of F1', { exact: true }).press('Enter')
  await page.getByText('Not saved: the store is away, trying again').waitFor()
  const asked = page.waitForEvent('dialog')
  await page.close({ runBeforeUnload: true })
  const dialog = await asked
  expect(dialog.type()).toBe('beforeunload')
  await dialog.dismiss()
  await page.getByLabel('Mark of Lost', { exact: true }).waitFor()
})
