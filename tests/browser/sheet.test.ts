import { apply } from '../../src/core/build/apply'
import { demoBuild } from '../support/bench'
import { newBuild } from '../support/server'
import { useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

test('one order of work in which no lead is told twice, what has no place by name, the board drawn, and the sum to pay', async () => {
  const lantern = demoBuild('harbour-lantern')
  const build = ['y1', 'y2'].reduce(
    (rest, itemId) => apply(rest, { type: 'setStock', itemId, stock: 'toBuy' }).build,
    lantern,
  )
  const { id } = await newBuild(build)
  const page = await newPage(`/builds/${id}/sheet`)
  await page.getByText('Without a place:').waitFor()
  const work = page.locator('section', { has: page.getByRole('heading', { name: 'The work, in order' }) }).first()
  // Two leads are plugged while things are placed, the rest after it; each is told once.
  const plugs = (region: string) => work.getByRole('region', { name: region }).locator('[data-work^="plug"]')
  await plugs('Panel by panel').first().waitFor()
  expect([await plugs('Panel by panel').count(), await plugs('The leads').count()]).toEqual([
    2,
    build.threads.length - 2,
  ])
  await page.getByRole('img', { name: /^M1, its headers where they are: .*SYS1: Y1 board lead/ }).waitFor()
  await page.getByRole('img', { name: /^K1, unfolded: .*F1 in.*F4 out/ }).waitFor()
  const prices = build.parts.filter(({ id: partId }) =>
    build.items.some((item) => item.stock === 'toBuy' && item.partId === partId),
  )
  const total = prices.reduce((sum, { price }) => sum + price!.cents, 0)
  await page.getByText('In all').waitFor()
  await page
    .getByText(`${(total / 100).toFixed(2)} EUR`)
    .last()
    .waitFor()
  const foot = await page.evaluate(() => document.documentElement.style.getPropertyValue('--printed-foot'))
  expect(foot).toMatch(/^"Harbour Lantern.*, revision \d+, \d+ \w+ \d{4}"$/)
  // What can wait is folded, stops are not.
  await page.getByText('Do not build this yet: 1 stop open.').waitFor()
  expect(
    await page
      .locator('article')
      .getByText(/^SYS1 would carry 0\.90 A/)
      .isVisible(),
  ).toBe(false)
})

test('what to ignore in the firmware, but never the warning of a header that reads the pump', async () => {
  const page = await newPage('/builds/night-ferry/sheet')
  await page.getByText(/^To ignore there: .*SYS3.* have nothing plugged; SYS2 reads 0 rpm by design\./).waitFor()
  await page.getByText(/^CPU only reads a speed: .* keep its warning of 0 rpm\.$/).waitFor()
})

test('lights: devices in order with their LED numbers, leg by leg, what to declare, who rules', async () => {
  const page = await newPage('/builds/night-ferry/sheet')
  const lights = page.locator('section', { has: page.getByRole('heading', { name: 'Lights' }) })
  const row = lights.getByRole('row', { name: /^LED5V A/ })
  await row.getByText('F1 rim 1–8, F2 rim 9–16, F3 rim 17–24', { exact: true }).waitFor()
  await row.getByText('F4 rim 1–8, F5 rim 9–16, F6 rim 17–24', { exact: true }).waitFor()
  await row.getByRole('cell', { name: '24 LEDs', exact: true }).waitFor()
  await row.getByRole('cell', { name: 'the board', exact: true }).waitFor()
})
