import { bench } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import type { Page } from 'playwright-core'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()

async function plug(page: Page, lead: string, port: string): Promise<void> {
  await page.locator(`[aria-label="${lead}"]`).click()
  await page.getByPlaceholder(/Plug it into/).fill(port)
  await page.keyboard.press('Enter')
}

const threadsOf = async (id: string) =>
  (await getBuild(id)).threads.map((t) => `${t.from.itemId} ${t.to.portId}`).toSorted()

test('two tabs on different threads: both are kept', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1 F2: fan-140']))
  const [one, two] = [await newPage(`/builds/${id}/threads`), await newPage(`/builds/${id}/threads`)]
  await plug(one, 'F1 fan lead', 'SYS1')
  await untilSaved(one)
  await plug(two, 'F2 fan lead', 'SYS2')
  await untilSaved(two)
  expect(await threadsOf(id)).toEqual(['f1 SYS1', 'f2 SYS2'])
  await two.locator('[aria-label="F1 fan lead"]').getByText('SYS1').waitFor()
  expect(complaints).toEqual([])
})

test('what one tab saves is seen in the other at once, by one stream for both', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1 F2 F3: fan-140']))
  const streams: string[] = []
  const [one, two] = [await newPage(`/builds/${id}/threads`), await newPage(`/builds/${id}/threads`)]
  for (const page of [one, two]) page.on('request', (request) => streams.push(request.url()))
  await plug(one, 'F1 fan lead', 'SYS1')
  await untilSaved(one)
  await two.locator('[aria-label="F1 fan lead"]').getByText('SYS1').waitFor({ timeout: 3000 })
  await plug(two, 'F2 fan lead', 'SYS2')
  await one.locator('[aria-label="F2 fan lead"]').getByText('SYS2').waitFor({ timeout: 3000 })
  // When the tab that listens for both goes, the other one listens.
  await one.close()
  const three = await newPage(`/builds/${id}/threads`)
  await plug(three, 'F3 fan lead', 'PUMP')
  await two.locator('[aria-label="F3 fan lead"]').getByText('PUMP').waitFor({ timeout: 3000 })
  expect(streams.filter((url) => url.endsWith('/api/changes')).length).toBeLessThanOrEqual(1)
  expect(complaints).toEqual([])
})

test.each([
  ['theirs', 'saved meanwhile', ['f1 SYS1', 'f2 PUMP']],
  ['ours', 'yours', ['f1 SYS2', 'f2 PUMP']],
] as const)('two tabs on the same thread: both values are shown, and %s may win', async (_who, words, wanted) => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1 F2: fan-140']))
  const [one, two] = [await newPage(`/builds/${id}/threads`), await newPage(`/builds/${id}/threads`)]
  // The second tab does not hear of the first one's save before its own.
  await two.route('**/edits?since=*', (route) => route.abort())
  await plug(one, 'F1 fan lead', 'SYS1')
  await untilSaved(one)
  await plug(two, 'F1 fan lead', 'SYS2')
  const dialog = two.getByRole('dialog', { name: 'Changed in two places' })
  await dialog.waitFor()
  await dialog.getByText('plug of F1').waitFor()
  expect(await dialog.getByText('in SYS1').count()).toBe(1)
  expect(await dialog.getByText('in SYS2').count()).toBe(1)
  expect(await threadsOf(id)).toEqual(['f1 SYS1'])
  await dialog.getByLabel(new RegExp(`^${words}`)).check()
  await dialog.getByRole('button', { name: 'Keep what is marked' }).click()
  await plug(two, 'F2 fan lead', 'PUMP')
  await untilSaved(two)
  expect(await threadsOf(id)).toEqual([...wanted])
  expect(complaints).toEqual([])
})

test('the store is away for a while: edits go on, and are saved when it is back', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1 F2 F3: fan-140']))
  const page = await newPage(`/builds/${id}/threads`)
  await page.route('**/edits', (route) => route.abort())
  await plug(page, 'F1 fan lead', 'SYS1')
  await page.getByText('Not saved: the store is away, trying again').waitFor()
  await plug(page, 'F2 fan lead', 'SYS2')
  await plug(page, 'F3 fan lead', 'PUMP')
  expect(await threadsOf(id)).toEqual([])
  await page.unroute('**/edits')
  await untilSaved(page)
  expect(await threadsOf(id)).toEqual(['f1 SYS1', 'f2 SYS2', 'f3 PUMP'])
})
