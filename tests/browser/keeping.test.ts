import { randomUUID } from 'node:crypto'
import postgres from 'postgres'
import type { BuildSummary, Page as ListPage } from '../../src/core/formats/api-types'
import { bench, demoBuild } from '../support/bench'
import { call, getBuild, newBuild, save } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const sql = postgres(process.env['DATABASE_URL'] ?? '', { max: 1, onnotice: () => undefined })
afterAll(() => sql.end())

const headroom = (headroomPercent: number) => ({ type: 'chooseHeadroom', headroomPercent }) as const

test('the list is searched, sorted and paged, and its address says what it shows', async () => {
  const word = `Shed${randomUUID().slice(0, 5)}`
  for (let from = 0; from < 34; from += 1)
    await call('POST', '/api/builds', {
      from: 'blank',
      id: `${word}${from}`,
      name: `${word} ${String(from).padStart(2, '0')}`,
    })
  const page = await newPage('/')
  await page.getByLabel('Find a build by words of its name').fill(word.toLowerCase())
  await page.getByText('34 builds in all').waitFor()
  await page.getByLabel('Order of the builds').selectOption('name')
  await page.getByRole('link', { name: `Open ${word} 00` }).waitFor()
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByText('page 2 of 2').waitFor()
  await page.getByRole('link', { name: `Open ${word} 33` }).waitFor()
  expect(new URL(page.url()).search).toBe(`?q=${word.toLowerCase()}&order=name&page=2`)
  await page.reload()
  await page.getByRole('link', { name: `Open ${word} 33` }).waitFor()
  await page.getByLabel('Find a build by words of its name').fill(`${word} nowhere`)
  await page.getByText('No build has all of these words in its name.').waitFor()
  await sql`delete from builds where starts_with(id, ${word})`
})

test('a deleted build is put back from its list, or goes for good by a second word', async () => {
  const name = `Loft ${randomUUID().slice(0, 5)}`
  const { id } = await newBuild({ ...bench(['F1: fan-140']), name })
  const page = await newPage('/')
  await page.getByRole('button', { name: `Delete ${name}` }).click()
  await page.getByText(`“${name}” is deleted.`, { exact: true }).waitFor()
  await page.getByRole('button', { name: 'Deleted builds' }).click()
  const dialog = page.getByRole('dialog', { name: 'Deleted builds' })
  await dialog.getByRole('button', { name: `Put ${name} back` }).click()
  await page.getByText(`“${name}” is back.`, { exact: true }).waitFor()
  expect((await getBuild(id)).name).toBe(name)
  await dialog.getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: `Delete ${name}`, exact: true }).click()
  await page.getByRole('button', { name: `Delete ${name}`, exact: true }).waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Deleted builds' }).click()
  await dialog.getByRole('button', { name: `Delete ${name} for good` }).click()
  await dialog.getByText('With its whole history, and no way back.').waitFor()
  await dialog.getByRole('button', { name: 'Yes, for good' }).click()
  await page.getByText(`“${name}” is gone for good.`, { exact: true }).waitFor()
  expect((await call('POST', `/api/builds/${id}/restore`)).status).toBe(404)
})

test('a build whose document was damaged opens on a page that says what is wrong, and is mended there', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1: fan-140'], ['F1.fan > M1.SYS1']))
  await sql`update builds set document = jsonb_set(document, '{items,1,mark}', '12') where id = ${id}`
  const page = await newPage(`/builds/${id}/threads`)
  await page.getByRole('heading', { name: /cannot be read/ }).waitFor()
  await page.getByText('At /items/1/mark: "string" is expected, but 12 stands there.').first().waitFor()
  const taken = page.getByRole('row').filter({ hasText: '/items/1' })
  await taken.first().waitFor()
  const file = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Take it out as a file' }).click()
  expect((await file).suggestedFilename()).toMatch(/\.json$/)
  await page.getByRole('button', { name: 'Mend it' }).click()
  await untilSaved(page)
  expect((await getBuild(id)).items.map(({ mark }) => mark)).toEqual(['M1'])
})

test('a long history is turned page by page, a named state is found, and gone back to', async () => {
  const { id } = await newBuild(bench(['M1: board-middle']))
  for (let from = 0; from < 200; from += 100)
    await save(id, from, ...Array.from({ length: 100 }, (_, index) => headroom((from + index) % 90)))
  await call('POST', `/api/builds/${id}/history`, { revision: 12, name: 'long ago' })
  const page = await newPage(`/builds/${id}/parts`)
  await page.getByRole('button', { name: 'History' }).click()
  const dialog = page.getByRole('dialog', { name: 'History' })
  const steps = dialog.getByRole('list', { name: 'Steps, the newest first' }).getByRole('button')
  await steps.first().waitFor()
  expect(await steps.count()).toBe(60)
  await dialog.getByRole('button', { name: 'Older steps' }).click()
  await dialog.getByRole('heading', { name: 'headroom 49 %' }).waitFor()
  expect(await dialog.locator('*').count()).toBeLessThan(1000)
  await dialog.getByLabel('Named states').selectOption('long ago')
  await dialog.getByText('Going back takes back 188 steps').waitFor()
  await dialog.getByRole('button', { name: 'Go back to here' }).click()
  await page.getByText('The build stands as it did then. Undo takes it forward again.', { exact: true }).waitFor()
  await untilSaved(page)
  const build = await getBuild(id)
  expect([build.choices.headroomPercent, build.revision]).toEqual([11, 201])
})

test('what is to be done at the bench from an earlier state to now', async () => {
  const build = await newBuild(demoBuild('harbour-lantern'))
  const lead = build.threads.find(({ from }) => from.itemId === 'y1')!
  await save(
    build.id,
    0,
    { type: 'disconnect', threadId: lead.id },
    { type: 'connect', thread: { ...lead, to: { itemId: 'm1', portId: 'SYS2' } } },
  )
  const page = await newPage(`/builds/${build.id}/parts`)
  await page.getByRole('button', { name: 'History' }).click()
  const dialog = page.getByRole('dialog', { name: 'History' })
  await dialog.getByRole('button', { name: 'the beginning' }).click()
  await dialog.getByText('From here to now, at the bench: 1 step').press('Enter')
  await dialog.getByText('1 lead, about 3 min at 3 min each.').waitFor()
  await dialog
    .getByRole('list', { name: 'Changes at the bench' })
    .getByText('Move Y1 board lead from SYS1 to SYS2.')
    .waitFor()
})

test('an edit that was kept while somebody else changed the same thing asks first, also after a reload', async () => {
  const built = await newBuild(bench(['M1: board-middle', 'F1: fan-140']))
  const page = await newPage(`/builds/${built.id}/parts`)
  await untilSaved(page)
  await page.route('**/edits', (route) => route.abort())
  const mark = page.getByLabel('Mark of F1', { exact: true })
  await mark.fill('Mine')
  await mark.press('Enter')
  await page.getByText(/^Not saved/).waitFor()
  await page.close()
  await save(built.id, 0, { type: 'renameItem', itemId: 'f1', mark: 'Theirs' })
  const again = await newPage(`/builds/${built.id}/parts`)
  const dialog = again.getByRole('dialog', { name: 'Changed in two places' })
  await dialog.waitFor()
  await again.reload()
  await dialog.getByText('saved meanwhile: Theirs').waitFor()
  await dialog.getByText('yours: Mine').waitFor()
  expect((await getBuild(built.id)).items[1]?.mark).toBe('Theirs')
  await dialog.getByRole('radio', { name: 'yours: Mine' }).check()
  await dialog.getByRole('button', { name: 'Keep what is marked' }).click()
  await untilSaved(again)
  expect((await getBuild(built.id)).items[1]?.mark).toBe('Mine')
})

test('the list of the server says how many there are', async () => {
  const { body } = await call<ListPage<BuildSummary>>('GET', '/api/builds')
  const page = await newPage('/')
  expect(
    await page
      .getByRole('list')
      .filter({ has: page.getByRole('link', { name: /^Open / }) })
      .getByRole('listitem')
      .count(),
  ).toBe(body.rows.length)
})
