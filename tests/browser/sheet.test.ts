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
  const plugs = (region: string) =>
    work.getByRole('region', { name: region }).getByRole('button', { name: /^Done: Plug / })
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

test('the work ticks, one step at a time by keyboard; ticks are kept over a reload and taken away together', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/sheet`)
  await page.setViewportSize({ width: 390, height: 844 })
  await page.getByText('0 of 27 steps done').waitFor()
  await page.getByRole('button', { name: 'One step at a time' }).press('Enter')
  const next = page.getByRole('region', { name: 'The next step' })
  await next.getByText('Step 1 of 27, on the bench').waitFor()
  for (let step = 1; step <= 12; step += 1) {
    await next.getByText(`Step ${step} of 27`).waitFor()
    await next.getByRole('button', { name: 'Done, next' }).press('Enter')
  }
  await next.getByText('Plug P1 into PUMP now: R2 will cover it.').waitFor()
  await next.getByRole('button', { name: 'Back to the step before' }).press('Enter')
  await next.getByText('Step 12 of 27').waitFor()
  await page.reload()
  await page.getByText('11 of 27 steps done').waitFor()
  await page.getByRole('button', { name: /^Done: Put M1 into the case/, pressed: true }).waitFor()
  await page.getByRole('button', { name: 'Take all ticks away' }).click()
  await page.getByText('0 of 27 steps done').waitFor()
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
