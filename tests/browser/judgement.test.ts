import AxeBuilder from '@axe-core/playwright'
import type { Page } from 'playwright-core'
import { derive } from '../../src/core/operate/harness'
import { makeController } from '../../src/core/parts/make'
import { check } from '../../src/core/rules/check'
import { bench, demoBuild } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const port = (page: Page, key: string) => page.locator(`[data-port="${key}"]`)
const picked = (page: Page) => page.getByRole('region', { name: 'Picked port' })
const findings = (page: Page) => page.getByRole('region', { name: 'Findings' })
const dialog = (page: Page) => page.getByRole('dialog')
const stopsIn = async (id: string) =>
  check(derive(await getBuild(id))).findings.filter(({ severity }) => severity === 'stop').length

async function seriousFaults(page: Page): Promise<readonly string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  return violations.filter(({ impact }) => impact === 'serious' || impact === 'critical').map(({ id }) => id)
}

test('mend all: the repairs are shown with what each clears, made in one press and taken back in one', async () => {
  const { id } = await newBuild(demoBuild('tangled-heron'))
  const page = await newPage(`/builds/${id}/threads`)
  const before = await stopsIn(id)
  await findings(page).getByRole('button', { name: 'Mend all …' }).click()
  const make = dialog(page).getByRole('button', { name: /^Make these \d+ repairs$/ })
  await make.waitFor({ timeout: 60_000 })
  await dialog(page)
    .getByText(/^clears: Nothing reports its speed on CPU/)
    .waitFor()
  await dialog(page).getByRole('link', { name: 'Plan it with parts to buy …' }).waitFor()
  expect(await seriousFaults(page)).toEqual([])
  await make.click()
  await dialog(page).waitFor({ state: 'detached' })
  await untilSaved(page)
  expect(await stopsIn(id)).toBeLessThan(before)
  await page.keyboard.press('Control+z')
  await untilSaved(page)
  expect(await stopsIn(id)).toBe(before)
})

test('a cover is put on and taken off again, and counts stand at an outlet', async () => {
  const { id } = await newBuild(demoBuild('night-ferry'))
  const page = await newPage(`/builds/${id}/threads`)
  const bare = findings(page).getByText('F7 clip is free and live: bare contacts. Keep the cover on them.')
  await bare.waitFor()
  await port(page, 'f7.linkOut').click()
  await picked(page).getByLabel('The cover of its contacts').selectOption('is on')
  await bare.waitFor({ state: 'detached' })
  await picked(page).getByLabel('The cover of its contacts').selectOption('is off')
  await bare.waitFor()
  await port(page, 'b1.link1').click()
  const counted = picked(page).getByRole('list', { name: 'Counted here' })
  await counted.getByText('Devices here: 3 of 4').waitFor()
  await counted.getByText('LEDs: 24 addressed, 24 lit').waitFor()
  await port(page, 'm1.USB2').click()
  await picked(page).getByText('USB ports of this header used: 1 of 2').waitFor()
  await picked(page).getByLabel('Tried with the machine running').selectOption('worked')
  await untilSaved(page)
  expect((await getBuild(id)).choices.portTrials).toEqual([{ at: { itemId: 'm1', portId: 'USB2' }, worked: true }])
})

test('the setting that makes a box follow is seen, switched and taken back; a light gets an owner of its own', async () => {
  const box = makeController({
    id: 'box',
    name: 'Box',
    lightOutletCount: 2,
    lightSync: 'follow the board',
    needsProgram: true,
    mostLightAmpsEach: 3,
  })
  const { id } = await newBuild(
    bench(
      ['M1: board-middle', 'S1: supply-550', 'B1: box', 'L1: strip-5v-30'],
      ['B1.supply1 > S1.A_1', 'B1.lightSync > M1.LED5V', 'L1.light > B1.light1'],
      [box],
    ),
  )
  const page = await newPage(`/builds/${id}/threads`)
  const open = findings(page).getByText(/nobody has said whether “follow the board” is on/)
  await findings(page).getByRole('button', { name: 'One by one' }).click()
  await open.waitFor()
  await port(page, 'b1.lightSync').click()
  const setting = picked(page).getByLabel('“follow the board” in its program')
  await setting.selectOption('on')
  await open.waitFor({ state: 'detached' })
  await setting.selectOption('not said')
  await open.waitFor()
  await port(page, 'l1.light').click()
  await picked(page).getByLabel('Who is to rule this light').selectOption('handBox')
  await findings(page)
    .getByText(/L1 light lead is ruled by .*, but the choice for this light is a box with a remote/)
    .waitFor()
  await untilSaved(page)
  expect((await getBuild(id)).choices.syncSettings).toBeUndefined()
})

test('a CPU header is left blind board by board, and slack is a figure of the build', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1: fan-140'], ['F1.fan > M1.SYS1']))
  const page = await newPage(`/builds/${id}/threads`)
  const blind = findings(page).getByText(/^Nothing reports its speed on CPU: the board refuses/)
  await blind.waitFor()
  await page.getByRole('button', { name: 'Choices', exact: true }).click()
  const reason = dialog(page).getByLabel('CPU', { exact: true })
  await reason.fill('a test bench')
  const slack = dialog(page).getByLabel(/^Slack that a lead should keep/)
  await slack.fill('2000')
  await dialog(page).getByText('Give a figure from 0 to 1000 mm; this one is not kept.').waitFor()
  await slack.fill('45')
  await dialog(page)
    .getByLabel(/^Slack that a hose/)
    .focus()
  await page.keyboard.press('Escape')
  await dialog(page).waitFor({ state: 'detached' })
  await untilSaved(page)
  const { choices } = await getBuild(id)
  expect(choices.blindHeaders).toEqual([{ at: { itemId: 'm1', portId: 'CPU' }, reason: 'a test bench' }])
  expect(choices.leadSlackMm).toBe(45)
  await findings(page)
    .getByText('Nothing reports its speed on CPU, by your choice: a test bench.', { exact: false })
    .waitFor()
})

test('what is printed on a plug is entered once, and stands on the sheet', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1: fan-140'], ['F1.fan > M1.SYS1']))
  const page = await newPage(`/builds/${id}/parts`)
  await page.getByRole('button', { name: 'Correct Quillet Drift 140', exact: true }).click()
  await dialog(page).getByRole('tab', { name: 'Everything' }).click()
  await dialog(page).getByText('Its look, its contacts').click()
  await dialog(page).getByLabel('print on it').fill('REAR')
  await dialog(page).getByLabel('colour').fill('black')
  await dialog(page).getByRole('button', { name: 'Save changes' }).click()
  await dialog(page).waitFor({ state: 'detached' })
  await untilSaved(page)
  await page.keyboard.press('Alt+7')
  await page.waitForURL(/\/sheet$/)
  await page.getByText('“REAR”, black').first().waitFor()
})
