import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Locator } from 'playwright-core'
import { derive } from '../../src/core/operate/harness'
import { check } from '../../src/core/rules/check'
import { bench, demoBuild } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { open, untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const threadsOf = async (id: string) =>
  (await getBuild(id)).threads.map((t) => `${t.from.itemId} ${t.to.portId}`).toSorted()

test('a new build asks what there is, shows what each answer puts on the bench, and ends at a plan that is taken', async () => {
  const page = await newPage('/')
  const count = { keys: 0, clicks: 0 }
  const click = async (target: Locator) => {
    count.clicks += 1
    await target.click()
  }
  const type = async (text: string) => {
    count.keys += text.length
    await page.keyboard.type(text)
  }
  const answer = (question: string, name: string) =>
    click(page.getByRole('group', { name: question }).getByText(name, { exact: true }))
  await click(page.getByRole('button', { name: 'New build', exact: true }))
  await type('First minute')
  await answer('Case', 'Mid tower')
  await answer('Board', 'Middle, 244 mm')
  await answer('Cooler of the processor', 'Liquid 240')
  await answer('Supply', '2 cables')
  await click(page.getByLabel(/^Fans, lights and the rest/))
  await type('3 fans 120 0.2A argb 12 leds')
  await page.keyboard.press('Enter')
  await type('2 fans 120 0.2A')
  await answer('What matters most?', 'Quiet: the board rules the fans')
  const soFar = page.getByRole('region', { name: 'On the bench so far' })
  await soFar.getByText('11 things').waitFor()
  expect(await soFar.getByRole('listitem').allTextContents()).toEqual([
    '1 × Mid tower',
    '1 × Board, 4 fan headers of 1.00 A, 3 light headers, 2 USB headers',
    '1 × Liquid cooler 240, pump lead of 4 pins',
    '2 × Fan, 120 mm',
    '1 × Supply, 2 SATA cables',
    '3 × Fan, 120 mm, 0.20 A, 12 LEDs',
    '2 × Fan, 120 mm, 0.20 A',
  ])
  await click(page.getByRole('button', { name: 'Lay it out and plan' }))
  await page.waitForURL(/\/threads\/plans/)
  await click(page.getByRole('button', { name: 'Take “Sound, then cheap”' }))
  await page.waitForURL(/\/threads$/)
  await page.getByText('No lead is loose').waitFor()
  await untilSaved(page)
  const build = await getBuild(/builds\/([^/]+)\//.exec(page.url())![1]!)
  expect(check(derive(build)).counts.stop).toBe(0)
  expect(build.choices.schools).toEqual({ speed: 'board' })
  console.log(`First minute to a plan without stops: ${count.clicks} clicks, ${count.keys} keys`)
  expect(count.clicks).toBeLessThan(20)
  expect(count.keys).toBeLessThan(80)
})

test('a line that cannot be read is told where it stands, and nothing is laid out before it is corrected', async () => {
  const page = await newPage('/')
  await page.getByRole('button', { name: 'New build', exact: true }).click()
  const lines = page.getByLabel(/^Fans, lights and the rest/)
  await lines.fill('fan 120 0.2A\nfann 140')
  await page.getByText('“fann” is no word that these lines know. Did you mean “fan”?').waitFor()
  expect(await page.getByRole('button', { name: 'Lay it out', exact: true }).isDisabled()).toBe(true)
  await lines.fill('fan 120 0.2A\nfan 140')
  await page.getByRole('button', { name: 'Lay it out', exact: true }).click()
  await page.waitForURL(/\/parts$/)
  await page.getByLabel('Mark of F2').waitFor()
  // Two fans, and nothing to plug them into: that is no alarm yet.
  await page.getByText('Nothing is judged before there is a board.').waitFor()
  await page.getByLabel('Type a label, or search the shelf').fill('board 2 fan headers 1A')
  await page.getByLabel('Type a label, or search the shelf').press('Enter')
  await page
    .getByRole('region', { name: 'Findings' })
    .getByText(/Still loose, and needed/)
    .waitFor()
})

test('parts are added with a count, renamed, put on the shopping list, removed, and brought back', async () => {
  const { id } = await newBuild(bench(['M1: board-middle']))
  const page = await newPage(`/builds/${id}/parts`)
  await page.getByLabel('Type a label, or search the shelf').fill('drift 140')
  await page.getByLabel('How many of Quillet Drift 140').fill('3')
  await page.getByRole('button', { name: 'Add Quillet Drift 140' }).click()
  await page.getByLabel('Mark of F3').waitFor()
  await page.getByLabel('Mark of F2').fill('Front')
  await page.getByLabel('Mark of F2').press('Enter')
  await page
    .getByRole('listitem')
    .filter({ has: page.getByLabel('Mark of F3') })
    .last()
    .getByRole('button', { name: 'have it' })
    .click()
  await page.getByRole('button', { name: 'Remove F1' }).click()
  await untilSaved(page)
  expect((await getBuild(id)).items.map(({ mark, stock }) => `${mark} ${stock}`)).toEqual([
    'M1 owned',
    'Front owned',
    'F3 toBuy',
  ])
  await page.getByRole('button', { name: 'Undo: remove F1' }).click()
  await untilSaved(page)
  expect((await getBuild(id)).items.map((item) => item.mark)).toEqual(['M1', 'F1', 'Front', 'F3'])
  await open(page, `/builds/${id}/sheet`)
  await page.getByText('1 × Quillet Drift 140').waitFor()
  // Of the one thing, and in all.
  await page.getByText('16.90 EUR').nth(1).waitFor()
  expect(await page.getByText('16.90 EUR').count()).toBe(2)
})

test('a mark that is taken is refused with a sentence, and the old one stays', async () => {
  const { id } = await newBuild(bench(['F1 F2: fan-140']))
  const page = await newPage(`/builds/${id}/parts`)
  await page.getByLabel('Mark of F2').fill('F1')
  await page.getByLabel('Mark of F2').press('Enter')
  await page.getByText('The mark F1 is taken by another item; choose another mark.').first().waitFor()
  expect(await page.getByLabel('Mark of F2').inputValue()).toBe('F2')
})

test('a picked lead goes into the port that is pressed, and the way to its supply is told', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'Y1: splitter-2', 'F1: fan-140'], ['Y1.in > M1.SYS1']))
  const page = await newPage(`/builds/${id}/threads`)
  await page.locator('[data-port="f1.fan"]').click()
  await page.locator('[data-port="y1.out1"]').getByText('0.00 to 0.30 of 1.00 A').waitFor()
  await page.locator('[data-port="y1.out1"]').click()
  const picked = page.getByRole('region', { name: 'Picked port' })
  await picked.getByText('Y1 outlet 1 → Y1 board lead → SYS1').waitFor()
  await picked.getByText('0.30 / 1.00 A').first().waitFor()
  await picked.getByRole('button', { name: 'Pin' }).click()
  await picked.getByRole('button', { name: 'Move it elsewhere …' }).click()
  await picked.getByRole('option', { name: /^holds SYS2/ }).click()
  await untilSaved(page)
  expect(await threadsOf(id)).toEqual(['f1 SYS2', 'y1 SYS1'])
})

test('a port that does not fit asks first, and leaving it changes nothing', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'L1: strip-12v']))
  const page = await newPage(`/builds/${id}/threads`)
  await page.locator('[data-port="l1.light"]').click()
  await page.locator('[data-port="m1.LED5V"]').click()
  const dialog = page.getByRole('alertdialog', { name: 'L1 light lead does not belong in LED5V' })
  await dialog.getByText(/^5 V here, this takes 12 V/).waitFor()
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  expect(await threadsOf(id)).toEqual([])
})

test('headroom and header mode are choices of the build', async () => {
  const { id } = await newBuild(
    bench(
      ['M1: board-middle', 'Y1: splitter-3', 'F1 F2 F3: fan-140'],
      ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2', 'F3.fan > Y1.out3'],
    ),
  )
  const page = await newPage(`/builds/${id}/threads`)
  await page.getByText('0.80 A with 20 % headroom: tight').first().waitFor()
  await page.getByLabel('Headroom').selectOption('10')
  await page.getByText('0.80 A with 20 % headroom: tight').first().waitFor({ state: 'detached' })
  await page.locator('[data-port="m1.SYS1"]').click()
  await page.getByLabel('Mode in the firmware').selectOption('dc')
  await untilSaved(page)
  expect((await getBuild(id)).choices).toEqual({
    headroomPercent: 10,
    modes: [{ at: { itemId: 'm1', portId: 'SYS1' }, mode: 'dc' }],
  })
  await page.keyboard.press('Alt+7')
  await page.getByRole('row', { name: /^SYS1 DC \(your choice\)/ }).waitFor()
})

test('a wrong file is refused on the page with its place, and nothing is added', async () => {
  const page = await newPage('/')
  const count = await page.getByRole('link', { name: /^Open / }).count()
  const folder = mkdtempSync(join(tmpdir(), 'loom-files-'))
  const file = (name: string, text: string) => {
    writeFileSync(join(folder, name), text)
    return join(folder, name)
  }
  const wrong = { ...demoBuild('paper-kite'), items: [{ ...demoBuild('paper-kite').items[0]!, mark: '<i>x</i>' }] }
  for (const [path, words] of [
    [file('a.json', '{"format": nonsense}'), 'The file is not JSON at line 1, column 12'],
    [
      file('b.json', JSON.stringify(wrong)),
      'At /items/0/mark: "<i>x</i>" holds characters that are not allowed there.',
    ],
    [file('c.json', '['.repeat(26_000_000)), 'MB allowed'],
  ] as const) {
    await page.getByLabel('Build file').setInputFiles(path)
    await page.getByText(words).first().waitFor()
  }
  expect(await page.getByRole('link', { name: /^Open / }).count()).toBe(count)
})

test('the theme is kept from page to page', async () => {
  const page = await newPage('/')
  await page.getByRole('button', { name: 'Light or dark' }).click()
  await open(page, `/builds/paper-kite/sheet`)
  expect(await page.locator('html').getAttribute('data-theme')).toBe('dark')
})

test('a build is renamed and copied from the list', async () => {
  const { id } = await newBuild({ ...bench(['M1: board-middle']), name: 'To be renamed' })
  // Names are given out once: a run before this one may have left its own.
  const name = `Renamed ${id}`
  const page = await newPage('/')
  await page.getByLabel('Name of To be renamed').fill(name)
  await page.getByLabel('Name of To be renamed').press('Enter')
  await page.getByRole('button', { name: `Copy ${name}`, exact: true }).click()
  await page.getByLabel(`Name of ${name} (copy)`).waitFor()
  expect((await getBuild(id)).name).toBe(name)
})

test('a warning is taken on with a reason, kept, and let be one again', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/threads`)
  const tight = page.getByRole('button', { name: /SYS1 would carry 0.90 A: within its limit/ })
  await tight.click()
  await page.getByLabel('Why you take it on').fill('measured at 0.7 A')
  await page.getByRole('button', { name: 'Take it on' }).click()
  await untilSaved(page)
  await tight.waitFor({ state: 'detached' })
  expect((await getBuild(id)).accepted).toMatchObject([{ ruleId: 'current-budget', reason: 'measured at 0.7 A' }])
  await page.getByText('1 warning taken on').click()
  await page.getByText('because measured at 0.7 A').waitFor()
  await page.getByRole('button', { name: 'No more' }).click()
  await tight.waitFor()
  await untilSaved(page)
  expect((await getBuild(id)).accepted).toBeUndefined()
})
