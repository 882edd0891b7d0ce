import { demoBuild } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

test('? shows keys, marks and words, but not while somebody types', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/parts`)
  const dialog = page.getByRole('dialog', { name: 'Keys and words' })
  await page.getByLabel('Type a label, or search the shelf').fill('what is this?')
  await page.keyboard.press('?')
  await expect(page.getByLabel('Type a label, or search the shelf').inputValue()).resolves.toBe('what is this??')
  expect(await dialog.count()).toBe(0)
  await page.getByRole('heading', { name: 'On the bench' }).click()
  await page.keyboard.press('?')
  await dialog.getByText('works, but not as planned').waitFor()
  await dialog.getByText('Alt + 3').waitFor()
  await page.keyboard.press('Escape')
  await dialog.waitFor({ state: 'detached' })
})

test('the tour goes from stage to stage on an example of its own, and can be left', async () => {
  const page = await newPage('/')
  await page.getByRole('button', { name: 'Show me round an example' }).click()
  const tour = page.getByRole('region', { name: 'Tour' })
  await tour.getByText('1 of 6').waitFor()
  for (const [step, address] of [
    [2, /\/places$/],
    [3, /\/threads\/plans$/],
    [4, /\/threads$/],
    [5, /\/threads$/],
    [6, /\/sheet$/],
  ] as const) {
    await tour.getByRole('button', { name: 'Next' }).click()
    await tour.getByText(`${step} of 6`).waitFor()
    await page.waitForURL(address)
  }
  await tour.getByRole('button', { name: 'Back' }).click()
  await tour.getByText('5 of 6').waitFor()
  await tour.getByRole('button', { name: 'Leave the tour' }).click()
  await tour.waitFor({ state: 'detached' })
})

test('what is missing is asked in one list, by keys alone, and settles what it says', async () => {
  const { id } = await newBuild(demoBuild('tangled-heron'))
  const page = await newPage(`/builds/${id}/threads`)
  await page.getByRole('button', { name: 'What is missing …' }).click()
  const dialog = page.getByRole('dialog', { name: 'What is missing' })
  await dialog.getByText('8 unknown').waitFor()
  const row = dialog.getByRole('listitem').filter({ hasText: 'motor draws' })
  await row.getByText('on its label').waitFor()
  await row.getByRole('textbox', { name: /^motor draws/ }).focus()
  await page.keyboard.type('180mA')
  await page.keyboard.press('Enter')
  await dialog.getByText('motor draws: told').waitFor()
  const hub = dialog.getByRole('listitem').filter({ hasText: 'all outlets together bear' })
  await hub.getByRole('button', { name: 'I cannot find out' }).click()
  await hub.getByText('nothing there is called safe', { exact: false }).waitFor()
  await dialog.getByRole('button', { name: 'Done' }).click()
  await untilSaved(page)
  const part = (await getBuild(id)).parts.find(({ name }) => name.startsWith('Fan without a label'))!
  expect(part.inside).toContainEqual(
    expect.objectContaining({ type: 'motor', ratedAmps: { value: 0.18, origin: 'label' } }),
  )
})
