import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import type { Page } from 'playwright-core'
import sharp from 'sharp'
import type { Build } from '../../src/core/build/schema'
import type { Machine } from '../../src/core/record/answers'
import type { TicksFile } from '../../src/core/record/entry-schema'
import { machineState } from '../../src/core/record/machine'
import { demoBuild } from '../support/bench'
import { elsewhere, entry } from '../support/record'
import { call, getBuild, newBuild, save, serverUrl } from '../support/server'
import { open, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const machineOf = async (id: string) => (await call<Machine>('GET', `/api/machines/${id}`)).body
const stateOf = async (id: string) => {
  const { plan, entries } = await machineOf(id)
  return machineState(plan, entries)
}
const tab = (page: Page, name: string) => page.getByRole('tab', { name }).click()
const isSaved = (page: Page) =>
  page
    .getByRole('status')
    .filter({ hasText: /^Saved$/ })
    .waitFor()

/** A machine of a new build, and its page. */
async function newMachine(
  build: Build,
  name: string,
): Promise<{ readonly id: string; readonly page: Page; readonly plan: Build }> {
  const plan = await newBuild(build)
  const { body } = await call<{ id: string }>('POST', `/api/builds/${plan.id}/machines`, {
    id: randomUUID(),
    name,
    revision: 0,
  })
  return { id: body.id, plan, page: await newPage(`/machines/${body.id}`) }
}

test('from the sheet to a machine, by keyboard: its name, a tick, a note, what is struck through stays', async () => {
  const { id } = await newBuild(demoBuild('paper-kite'))
  const page = await newPage(`/builds/${id}/sheet`)
  await page.getByRole('link', { name: 'Build it and tick it off' }).press('Enter')
  await page.getByLabel('Name of the machine').fill('Kite for the attic')
  await page.getByLabel('Serial, if it has one').fill('PK-3')
  await page.getByRole('button', { name: 'Build one by revision 0' }).press('Enter')
  await page.waitForURL(/\/machines\//)
  const machineId = page.url().split('/').at(-1)!
  await page.getByLabel('written by').fill('bench two')
  await page.getByRole('button', { name: /^Done: Start M1 bare/ }).press('Space')
  await page.getByRole('button', { name: /^Done: Start M1 bare/, pressed: true }).waitFor()
  await page.getByRole('tab', { name: 'Work' }).focus()
  await page.keyboard.press('End')
  await page.getByLabel('What', { exact: true }).fill('two screws of another length')
  await page.keyboard.press('Enter')
  const log = page.getByRole('list', { name: 'The log, the newest line first' })
  await log.getByText('two screws of another length').waitFor()
  expect(await log.getByText('bench two').count()).toBe(2)
  await log.getByRole('button', { name: 'Not so: two screws of another length' }).press('Enter')
  await page.getByLabel('Why it is not so').fill('they are the same')
  await page.keyboard.press('Enter')
  await log.locator('s', { hasText: 'two screws of another length' }).waitFor()
  await log.getByText('struck through: they are the same').waitFor()
  await isSaved(page)
  const state = await stateOf(machineId)
  expect([state.done.size, state.notes.length, state.struck.size]).toEqual([1, 0, 1])
  // Who writes is known to this browser from then on.
  await open(page, `/machines/${machineId}`)
  await page.locator('input[value="bench two"]').waitFor()
  const machine = await machineOf(machineId)
  expect([machine.name, machine.firstSerial]).toEqual(['Kite for the attic', 'PK-3'])
})

test('otherwise than planned: beside the plan, taken into it, and the machine changed over to it', async () => {
  const { id, plan, page } = await newMachine(demoBuild('harbour-lantern'), 'Otherwise')
  await tab(page, 'As built')
  await page.getByRole('button', { name: 'F1 is elsewhere' }).click()
  await page.getByLabel('Where it is on this machine').selectOption({ label: 'SYS2' })
  await page.getByLabel('Why').fill('SYS2 is nearer')
  await page.getByRole('dialog').getByRole('button', { name: 'Write it down' }).click()
  await page.getByRole('row', { name: /^F1 .*Y1 outlet 1 SYS2, otherwise/ }).waitFor()
  const otherwise = page.getByRole('region', { name: 'Otherwise than planned' })
  await otherwise.getByText('F1 is in SYS2, not in Y1 outlet 1. Why: SYS2 is nearer.').waitFor()
  // Somebody else goes on with the plan meanwhile, elsewhere in it.
  await save(plan.id, 0, { type: 'chooseHeadroom', headroomPercent: 30 })
  await otherwise.getByRole('button', { name: 'Take it into the plan' }).click()
  await otherwise.getByText('Taken into the plan; this machine still goes by an older revision.').waitFor()
  await isSaved(page)
  const changed = await getBuild(plan.id)
  expect(changed.revision).toBe(2)
  expect(changed.threads.find(({ from }) => from.itemId === 'f1')?.to.portId).toBe('SYS2')
  await tab(page, 'Plan changed')
  await page.getByText('Nothing is to be done at the bench.').waitFor()
  await page.getByRole('button', { name: 'It is done: go by revision 2 from now on' }).click()
  await page.getByText('Built by revision 2 of').waitFor()
  await tab(page, 'As built')
  await page.getByText('Its plan says the same by now.').waitFor()
  expect((await machineOf(id)).plan.revision).toBe(2)
})

test('a difference goes into no plan that somebody changed at the same lead meanwhile', async () => {
  const { id, plan, page } = await newMachine(demoBuild('harbour-lantern'), 'Too late')
  const difference = elsewhere('t2', 'f1.fan', 'm1.SYS2', 'SYS2 is nearer')
  await call('POST', `/api/machines/${id}/log`, { entries: [entry('d', 1, difference)] })
  expect((await save(plan.id, 0, { type: 'disconnect', threadId: 't2' })).status).toBe(200)
  await open(page, `/machines/${id}`)
  await tab(page, 'As built')
  await page.getByRole('button', { name: 'Take it into the plan' }).click()
  await page
    .getByText(/^The plan stays as it is\. Somebody changed this meanwhile/)
    .first()
    .waitFor()
  await page.getByText('Not decided yet.').waitFor()
  expect((await getBuild(plan.id)).threads.some(({ from }) => from.itemId === 'f1')).toBe(false)
})

test('a difference is kept with its reason; a value that cannot be is refused at its field; two pages see each other', async () => {
  const { id, plan, page } = await newMachine(demoBuild('harbour-lantern'), 'Two pages')
  const other = await newPage(`/machines/${id}`)
  await other.getByText('0 of 27 steps done').waitFor()
  await page.getByRole('button', { name: /^Done: Start M1 bare/ }).click()
  await other.getByText('1 of 27 steps done').waitFor()
  await tab(other, 'Measured')
  const field = other.getByLabel('Speed at CPU in rpm')
  for (const [text, sentence] of [
    ['-1', /is no figure in rpm|cannot be right/],
    ['99999', /99999 rpm cannot be right here: 0 to 60000 rpm/],
    ['fast', /“fast” is no figure in rpm/],
  ] as const) {
    await field.fill(text)
    await other.getByRole('alert').getByText(sentence).waitFor()
    expect(await other.getByRole('button', { name: 'Keep the speed at CPU' }).isDisabled()).toBe(true)
  }
  await field.fill('700')
  await field.press('Enter')
  await other.getByRole('row', { name: /^CPU 688 rpm 700 rpm as expected/ }).waitFor()
  await tab(page, 'As built')
  await page.getByText('1 place measured:').waitFor()
  await page.getByRole('button', { name: 'F2 is elsewhere' }).click()
  await page.getByLabel('Where it is on this machine').selectOption({ label: 'nowhere: it is left unplugged' })
  await page.getByLabel('Why').fill('its plug broke')
  await page.getByRole('dialog').getByRole('button', { name: 'Write it down' }).click()
  await page.getByLabel('Why it stays so').fill('two fans are enough')
  await page.getByRole('button', { name: 'It stays so' }).click()
  await page.getByText('It stays so: two fans are enough.').waitFor()
  await isSaved(page)
  expect((await stateOf(id)).differences.map(({ state, keptReason }) => [state, keptReason])).toEqual([
    ['kept', 'two fans are enough'],
  ])
  // A plan that goes on does not undo what stays so; a hand does, and says it.
  await save(plan.id, 0, { type: 'chooseHeadroom', headroomPercent: 30 })
  await open(page, `/machines/${id}`)
  await tab(page, 'Plan changed')
  await page.getByText('Nothing is to be done at the bench.').waitFor()
  await tab(page, 'As built')
  await page.getByRole('button', { name: 'Undone: as planned again' }).click()
  await page.getByText('Undone: the machine is as planned there again.').waitFor()
  await isSaved(page)
  expect((await stateOf(id)).asBuilt.threads).toHaveLength(plan.threads.length)
})

test('a photo beside a step is shown at once, kept small, and there after a reload', async () => {
  const { id, page } = await newMachine(demoBuild('harbour-lantern'), 'With a photo')
  await page.getByRole('button', { name: 'One step at a time' }).click()
  const buffer = await sharp({ create: { width: 1200, height: 900, channels: 3, background: '#446688' } })
    .jpeg()
    .toBuffer()
  await page.getByLabel('Photo').setInputFiles({ name: 'bench.jpg', mimeType: 'image/jpeg', buffer })
  await page
    .getByRole('img', { name: /^Photo of/ })
    .first()
    .waitFor()
  await isSaved(page)
  await page.reload()
  const picture = page.locator('[data-work]').getByRole('img', { name: /^Photo of/ })
  await picture.waitFor()
  expect(await picture.evaluate((image: HTMLImageElement) => image.decode().then(() => image.naturalWidth))).toBe(320)
  // One that is none is told, and nothing of it stays.
  await page.getByRole('button', { name: 'One step at a time' }).click()
  await page
    .getByLabel('Photo')
    .setInputFiles({ name: 'no.png', mimeType: 'image/png', buffer: Buffer.from('not a photo') })
  await page
    .getByText(/could not be kept: This is no photo that can be read/)
    .first()
    .waitFor()
  await isSaved(page)
  expect((await stateOf(id)).photos).toHaveLength(1)
})

test('the sheet as one file: opened from disk, ticked, reloaded, given back, read in once; what people wrote stays text', async () => {
  const name = 'Paper <script>alert(1)</script> & "kite"'
  const { id, page } = await newMachine(demoBuild('harbour-lantern'), name)
  await page.getByRole('button', { name: /^Done: If P1 has a back plate/ }).click()
  await isSaved(page)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Sheet for a phone, one file' }).click(),
  ])
  const path = `/tmp/loom-sheet-${id}.html`
  await download.saveAs(path)
  const text = readFileSync(path, 'utf8')
  expect(text).not.toMatch(/https?:\/\/(?!www\.w3\.org)/)
  expect(text.length).toBeLessThan(2_000_000)

  const sheet = await page.context().newPage()
  sheet.on('pageerror', (error) => complaints.push(error.message))
  sheet.on('console', (message) => /policy/i.test(message.text()) && complaints.push(message.text()))
  await page.context().setOffline(true)
  await sheet.goto(`file://${path}`)
  expect(await sheet.getByRole('heading', { level: 1 }).textContent()).toBe(name)
  await sheet.getByText('1 of 27 steps done. Nothing new to give back. Kept in this browser.').waitFor()
  await sheet.getByRole('checkbox', { name: /^Done: Start M1 bare/ }).check()
  await sheet.getByRole('checkbox', { name: /^Done: If P1 has a back plate/ }).uncheck()
  await sheet.getByRole('checkbox', { name: /^Done: Put S1 into the case/ }).check()
  const speed = sheet.getByLabel('Speed at SYS1 in rpm')
  await speed.fill('-5')
  await speed.blur()
  await speed.fill('601')
  await speed.blur()
  await sheet.getByLabel('A note').fill('F3 <b>sits</b> on SYS4')
  await sheet.getByRole('button', { name: 'Write it down' }).click()
  await sheet.reload()
  await sheet.getByText('2 of 27 steps done. 5 lines to give back. Kept in this browser.').waitFor()
  expect(await sheet.getByLabel('Speed at SYS1 in rpm').inputValue()).toBe('601')
  await sheet.getByText('F3 <b>sits</b> on SYS4').waitFor()
  const [back] = await Promise.all([
    sheet.waitForEvent('download'),
    sheet.getByRole('button', { name: 'Save the ticks' }).click(),
  ])
  const ticks = readFileSync(await back.path(), 'utf8')
  await page.context().setOffline(false)

  for (const told of ['5 lines taken in.', '0 lines taken in, 5 were here already.']) {
    await page
      .getByLabel('Sheet given back')
      .setInputFiles({ name: 'ticks.json', mimeType: 'application/json', buffer: Buffer.from(ticks) })
    await page.getByText(told).first().waitFor()
  }
  await page.getByText('2 of 27 steps done').waitFor()
  const state = await stateOf(id)
  expect([...state.done.keys()].toSorted()).toEqual(['bareTest m1', 'placeSupply s1'])
  expect(state.measured.map(({ what }) => what)).toEqual([
    { kind: 'speed', about: { itemId: 'm1', portId: 'SYS1' }, valueRpm: 601 },
  ])
  expect(state.notes.map(({ what }) => what.text)).toEqual(['F3 <b>sits</b> on SYS4'])
  // Given back at another machine it is refused in a sentence.
  const other = await newMachine(demoBuild('paper-kite'), 'Another')
  await other.page
    .getByLabel('Sheet given back')
    .setInputFiles({ name: 'ticks.json', mimeType: 'application/json', buffer: Buffer.from(ticks) })
  await other.page
    .getByText(/^This sheet belongs to “Paper/)
    .first()
    .waitFor()
  const file = JSON.parse(ticks) as TicksFile
  expect([file.machineId, file.entries.length]).toEqual([id, 5])
})

test('all machines: found by a part, and by a program that is too old', async () => {
  const mark = randomUUID().slice(0, 6)
  const { id, page } = await newMachine(demoBuild('harbour-lantern'), `Found ${mark}`)
  await tab(page, 'Log')
  await page.getByLabel('Sort').selectOption('A program that is installed')
  await page.getByLabel('Its exact title').fill(`Loft ${mark}`)
  await page.getByLabel('Version').fill('2.9.1')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await isSaved(page)
  await open(page, '/machines')
  await page.getByLabel('With this program').fill(`loft ${mark}`)
  await page.getByLabel('Older than version').fill('2.10')
  await page.getByRole('button', { name: 'Search' }).click()
  await page.getByText(`in it: loft ${mark} 2.9.1`).waitFor()
  await page.getByText('1 machine', { exact: true }).waitFor()
  await page.getByLabel('Older than version').fill('2.9.1')
  await page.keyboard.press('Enter')
  await page.getByText('No machine is so.').waitFor()
  await open(page, `/machines?q=${mark}+drift`)
  await page.getByText(/in it: 3 × Quillet Drift 140/).waitFor()
  await page.getByRole('link', { name: `Found ${mark}` }).click()
  await page.waitForURL(`${serverUrl()}/machines/${id}`)
})

test('a machine whose plan is deleted says so, keeps its own copy, and is written on', async () => {
  const { id, plan, page } = await newMachine(demoBuild('paper-kite'), 'Left behind')
  await call('DELETE', `/api/builds/${plan.id}`)
  await open(page, `/machines/${id}`)
  await page.getByText('which is deleted since; this machine keeps its own copy of the plan').waitFor()
  await page.getByRole('button', { name: /^Done: Start M1 bare/ }).click()
  await tab(page, 'As built')
  await page
    .getByRole('button', { name: /is elsewhere$/ })
    .first()
    .click()
  await page.getByLabel('Where it is on this machine').selectOption({ label: 'nowhere: it is left unplugged' })
  await page.getByLabel('Why').fill('not needed')
  await page.getByRole('dialog').getByRole('button', { name: 'Write it down' }).click()
  expect(await page.getByRole('button', { name: 'Take it into the plan' }).isDisabled()).toBe(true)
  await isSaved(page)
  const { entryCount, nowRevision } = await machineOf(id)
  expect([entryCount, nowRevision]).toEqual([2, null])
})
