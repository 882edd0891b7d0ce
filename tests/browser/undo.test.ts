import { bench } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { open, untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

test('undo and redo reach back over a reload, and take back what was done before it', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1 F2: fan-140']))
  const page = await newPage(`/builds/${id}/parts`)
  await page.getByRole('button', { name: 'Remove F1' }).click()
  await page.getByRole('button', { name: 'Remove F2' }).click()
  await untilSaved(page)
  await open(page, `/builds/${id}/parts`)
  await page.getByRole('button', { name: 'Undo: remove F2' }).click()
  await page.getByRole('button', { name: 'Undo: remove F1' }).waitFor()
  await page.getByRole('button', { name: 'Redo: remove F2' }).waitFor()
  await open(page, `/builds/${id}/parts`)
  await page.getByRole('button', { name: 'Undo: remove F1' }).click()
  await page.getByRole('button', { name: 'Redo: remove F1' }).waitFor()
  await untilSaved(page)
  expect((await getBuild(id)).items.map(({ mark }) => mark)).toEqual(['M1', 'F1', 'F2'])
})
