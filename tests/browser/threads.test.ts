import type { Page } from 'playwright-core'
import type { Build } from '../../src/core/build/schema'
import { derive } from '../../src/core/operate/harness'
import { looseLeads } from '../../src/core/structure/wiring/loose'
import { makeController } from '../../src/core/parts/make'
import { bench, demoBuild } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, newTouchPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const unwired = (id: string): Build => ({ ...demoBuild(id), threads: [] })
const wiresOf = ({ threads }: Build) =>
  threads.map(({ from, to }) => `${from.itemId}.${from.portId} > ${to.itemId}.${to.portId}`).toSorted()
const wiresIn = async (id: string) => wiresOf(await getBuild(id))
const port = (page: Page, key: string) => page.locator(`[data-port="${key}"]`)
const stops = (page: Page) => page.getByRole('region', { name: 'Findings' }).getByRole('button', { name: /stop/ })

async function middle(page: Page, key: string): Promise<{ readonly x: number; readonly y: number }> {
  const box = (await port(page, key).boundingBox())!
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}

/** One drag of a lead to a port, or onto another lead. */
async function drag(page: Page, from: string, to: string): Promise<void> {
  const start = await middle(page, from)
  await page.mouse.move(start.x, start.y)
  await page.mouse.down()
  await page.mouse.move(start.x + 10, start.y + 4, { steps: 3 })
  const goal = await middle(page, to)
  await page.mouse.move(goal.x, goal.y, { steps: 6 })
  await page.locator(`[data-port="${to}"][data-over="true"]`).waitFor()
  await page.mouse.up()
}

test('Night Ferry is wired from nothing by mouse: one drag for each lead, and no stop is left', async () => {
  const { id } = await newBuild(unwired('night-ferry'))
  const page = await newPage(`/builds/${id}/threads`)
  await stops(page).first().waitFor()
  await page.getByRole('button', { name: 'Fit it all in' }).click()
  let actions = 1
  for (const { from, to } of demoBuild('night-ferry').threads) {
    await drag(page, `${from.itemId}.${from.portId}`, `${to.itemId}.${to.portId}`)
    await port(page, `${from.itemId}.${from.portId}`).getByText('loose').waitFor({ state: 'detached' })
    actions += 1
  }
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(wiresOf(demoBuild('night-ferry')))
  await page.getByText('No lead is loose').waitFor()
  expect(await stops(page).count()).toBe(0)
  expect(actions).toBeLessThanOrEqual(25)
  console.info(`Night Ferry by mouse: ${actions} actions`)
})

test('Night Ferry is wired from nothing by keyboard alone, and no stop is left', async () => {
  const { id } = await newBuild(unwired('night-ferry'))
  const goals = new Map(demoBuild('night-ferry').threads.map(({ from, to }) => [`${from.itemId}.${from.portId}`, to]))
  const harness = derive(demoBuild('night-ferry'))
  const page = await newPage(`/builds/${id}/threads`)
  let keys = 0
  const press = async (key: string) => {
    keys += 1
    await page.keyboard.press(key)
  }
  const focused = () => page.evaluate(() => document.activeElement?.textContent?.trim() ?? '')
  while (!/leads? loose$/.test(await focused()) && keys < 60) await press('Tab')
  await press('Enter')
  const total = looseLeads(derive(unwired('night-ferry'))).length
  for (let turn = 1; turn <= total; turn += 1) {
    const picked = page.getByRole('region', { name: 'Picked port' })
    await picked.getByPlaceholder(/Plug it into/).waitFor()
    const name = (await picked.getByRole('heading').evaluate((heading) => heading.firstChild?.textContent)) ?? ''
    const lead = harness.ports.find(({ ref }) => harness.name(ref) === name)!
    const goal = harness.name(goals.get(lead.key)!)
    await page.keyboard.type(goal)
    keys += goal.length
    await press('Enter')
    await picked.getByRole('button', { name: /^Unplug from/ }).waitFor()
    if (turn < total) await press('Enter')
  }
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(wiresOf(demoBuild('night-ferry')))
  expect(await stops(page).count()).toBe(0)
  expect(keys).toBeLessThanOrEqual(400)
  console.info(`Night Ferry by keyboard: ${keys} keys for ${total} leads`)
})

const FANS = ['M1: board-middle', 'Y1: splitter-3', 'Y2: splitter-2', 'F1 F2 F3: fan-140'] as const

test('three leads at once: picked together, with what each place would carry, plugged as one step', async () => {
  const { id } = await newBuild(bench(FANS, ['Y1.in > M1.SYS1']))
  const page = await newPage(`/builds/${id}/threads`)
  await port(page, 'f1.fan').click()
  await page.getByRole('button', { name: 'With F2 and F3' }).click()
  const hand = page.getByRole('region', { name: 'Picked leads' })
  await hand.getByText('3 leads in hand').waitFor()
  await hand.getByText('SYS1: 0.00 to 0.90 of 1.00 A').waitFor()
  await hand.getByRole('button', { name: /^Y1 outlet 1, Y1 outlet 2 and Y1 outlet 3/ }).click()
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(['f1.fan > y1.out1', 'f2.fan > y1.out2', 'f3.fan > y1.out3', 'y1.in > m1.SYS1'])
  await page.keyboard.press('Control+z')
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(['y1.in > m1.SYS1'])
})

test('two leads change places: picked with Shift, or one dragged onto the other', async () => {
  const { id } = await newBuild(bench(FANS, ['F1.fan > M1.SYS1', 'F2.fan > M1.SYS2']))
  const page = await newPage(`/builds/${id}/threads`)
  await port(page, 'f1.fan').click()
  await port(page, 'f2.fan').click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'Let them change places' }).click()
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(['f1.fan > m1.SYS2', 'f2.fan > m1.SYS1'])
  await page.keyboard.press('Escape')
  await drag(page, 'f1.fan', 'f2.fan')
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(['f1.fan > m1.SYS1', 'f2.fan > m1.SYS2'])
})

test('a splitter is put between and taken out again, and the lead stays where it was', async () => {
  const { id } = await newBuild(bench(FANS, ['F1.fan > M1.SYS1']))
  const page = await newPage(`/builds/${id}/threads`)
  await port(page, 'f1.fan').click()
  await page.getByRole('button', { name: 'Put between …' }).click()
  await page.getByRole('menuitem', { name: /^Y2,/ }).click()
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(['f1.fan > y2.out1', 'y2.in > m1.SYS1'])
  await port(page, 'y2.in').click()
  await page.getByRole('button', { name: 'Take Y2 out, join the rest' }).click()
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(['f1.fan > m1.SYS1'])
})

test('a lead is left loose with a reason, and a thread gets a note', async () => {
  const { id } = await newBuild(bench(FANS, ['F1.fan > M1.SYS1']))
  const page = await newPage(`/builds/${id}/threads`)
  await port(page, 'f2.fan').click()
  await page.getByText('Leave it loose on purpose …').click()
  await page.getByLabel('Why it stays loose').fill('spare')
  await page.keyboard.press('Enter')
  await page.getByText(/^Left loose on purpose: spare/).waitFor()
  await port(page, 'f1.fan').click()
  await page.getByLabel('Why it goes there').fill('cools the drives')
  await page.keyboard.press('Enter')
  await untilSaved(page)
  const { threads, choices } = await getBuild(id)
  expect(threads[0]?.note).toBe('cools the drives')
  expect(choices.parked).toEqual([{ at: { itemId: 'f2', portId: 'fan' }, reason: 'spare' }])
})

test('a bar opens its sum term by term, with the source of the limit, and says how many more there is room for', async () => {
  const { id } = await newBuild(bench(FANS, ['F1.fan > M1.SYS1']))
  const page = await newPage(`/builds/${id}/threads`)
  await port(page, 'm1.SYS1').click()
  const picked = page.getByRole('region', { name: 'Picked port' })
  await picked.getByRole('row', { name: 'F1 0.30 A' }).waitFor()
  await picked.getByText('limit, from the manual').waitFor()
  await picked.getByText(/^Like F1, 0.30 A: SYS1, 12 V would carry 0.60 of 1.00 A, holds/).waitFor()
  await picked.getByText('Room for 1 before it is tight, 2 before it is over.').waitFor()
  await picked.getByRole('link', { name: /^Change this limit/ }).click()
  await page.waitForURL(/\/parts$/)
  await page.getByRole('dialog').waitFor()
})

test('what is picked stays picked from stage to stage', async () => {
  const { id } = await newBuild(demoBuild('night-ferry'))
  const page = await newPage(`/builds/${id}/threads`)
  await port(page, 'f1.link').click()
  const stages = page.getByRole('navigation', { name: 'Stages' })
  await stages.getByRole('link', { name: /^Places/ }).click()
  const chosen = page.getByRole('region', { name: 'Chosen thing' })
  await chosen.getByRole('heading', { name: /^F1/ }).waitFor()
  await page.locator('[data-thing="f13"][aria-pressed="false"]').click()
  await chosen.getByRole('heading', { name: /^F13/ }).waitFor()
  await stages.getByRole('link', { name: /^Wiring/ }).click()
  // A thing without a picked port: its card is marked and scrolled to.
  await page.locator('[data-card="f13"][data-looked-at]').waitFor()
  await page.getByRole('region', { name: 'Findings' }).waitFor()
  await expect(page.getByRole('region', { name: 'Picked port' }).count()).resolves.toBe(0)
  await page.locator('[data-card="f13"]').evaluate(
    (card) =>
      new Promise<void>((seen) => {
        new IntersectionObserver(([entry]) => entry!.isIntersecting && seen()).observe(card)
      }),
  )
})

test('one thread is followed alone, groups fold, a port is found, and the picture is fitted', async () => {
  const { id } = await newBuild(demoBuild('night-ferry'))
  const page = await newPage(`/builds/${id}/threads`)
  const cards = () =>
    page.locator('[data-card]').evaluateAll((all) => all.map((card) => card.getAttribute('data-card')))
  await page.getByLabel('Find a thing or a port').fill('f13')
  await page.keyboard.press('Enter')
  await page.getByRole('heading', { name: /^F13/ }).waitFor()
  await page.getByRole('button', { name: 'Follow the picked connection alone' }).click()
  expect((await cards()).toSorted()).toEqual(['f13', 'm1'])
  await page.getByRole('button', { name: 'Show everything again' }).click()
  await page.getByRole('button', { name: 'Fold groups and boxes' }).click()
  expect(await port(page, 'b1.link1').count()).toBe(0)
  await page.getByRole('button', { name: /^B1, .*: unfold$/ }).click()
  await port(page, 'b1.link1').waitFor()
  await page.getByRole('button', { name: 'Fit it all in' }).click()
  const holder = page.getByRole('group', { name: 'Wiring' }).locator('xpath=../..')
  expect(await holder.evaluate((element) => element.scrollHeight - element.clientHeight)).toBeLessThan(60)
})

test('the lead list: filtered, sorted, changed in place and copied, by keyboard', async () => {
  const { id } = await newBuild(bench(FANS, ['F1.fan > M1.SYS1']))
  const page = await newPage(`/builds/${id}/threads`)
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
  await page.getByRole('radio', { name: 'List' }).click()
  const grid = page.getByRole('grid', { name: 'Leads' })
  await grid.getByText('F3').waitFor()
  await grid.locator('[data-cell="f1.fan goes"]').click()
  await page.keyboard.press('ArrowDown')
  // The panel of the loose lead opens beside, and leaves the cell its focus.
  await page.getByPlaceholder(/Plug it into/).waitFor()
  await grid.locator('[data-cell="f2.fan goes"]:focus').waitFor()
  await page.keyboard.press('Enter')
  await page.getByLabel('Where F2 goes').selectOption({ label: 'SYS2: 0.00 to 0.30 of 1.00 A' })
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(['f1.fan > m1.SYS1', 'f2.fan > m1.SYS2'])
  await grid.locator('[data-cell="f1.fan goes"]').click()
  await page.keyboard.press('Delete')
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(['f2.fan > m1.SYS2'])
  await grid.locator('[data-cell="f2.fan note"]').click()
  await page.keyboard.press('F2')
  await page.keyboard.type('quiet one')
  await page.keyboard.press('Enter')
  await untilSaved(page)
  expect((await getBuild(id)).threads[0]?.note).toBe('quiet one')
  await page.getByLabel('Show leads with these words').fill('SYS2')
  await page.getByRole('button', { name: 'Copy as text' }).click()
  await page.getByText('1 line copied as text.').first().waitFor()
  const text = await page.evaluate(() => navigator.clipboard.readText())
  expect(text.split('\n')[1]).toMatch(/^F2\tSYS2\tfan\t/)
  await page.getByLabel('Show leads with these words').fill('')
  await page.getByRole('button', { name: 'Lead', exact: true }).click()
  await page.getByRole('button', { name: 'Lead', exact: true }).click()
  expect(await grid.getByRole('row').nth(1).textContent()).toMatch(/^Y2/)
  await page.getByLabel('Gathered by').selectOption('what they go to')
  await grid.getByRole('row', { name: 'loose 4 leads' }).waitFor()
})

test('choices: a group is made, decides otherwise, and what no longer fits is said at once', async () => {
  const { id } = await newBuild(bench(FANS, ['F1.fan > M1.SYS1']))
  const page = await newPage(`/builds/${id}/threads`)
  await page.getByRole('button', { name: 'Choices' }).click()
  const dialog = page.getByRole('dialog', { name: 'Choices' })
  await dialog.getByText('Every connection fits these choices.').waitFor()
  await dialog.getByRole('button', { name: 'New group' }).click()
  await dialog.getByRole('button', { name: 'F1', exact: true }).click()
  await dialog
    .getByRole('group', { name: 'Who rules the speed of the fans?' })
    .getByLabel(/^a controller/)
    .check()
  await dialog.getByText(/^F1 is ruled by the board, but the choice for Group 1 is/).waitFor()
  await page.keyboard.press('Escape')
  await untilSaved(page)
  expect((await getBuild(id)).groups).toMatchObject([
    { name: 'Group 1', itemIds: ['f1'], schools: { speed: 'controller' } },
  ])
})

test('a machine is written down as it is plugged, port after port, the wrong thread included', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1 F2: fan-140', 'L1: strip-12v']))
  const page = await newPage(`/builds/${id}/threads`)
  await page.getByRole('button', { name: 'As plugged' }).click()
  const recorder = page.getByRole('region', { name: 'As it is plugged now' })
  await recorder.getByText('3 leads still loose').waitFor()
  const read = async (at: string, lead: string) => {
    await recorder.getByText(at, { exact: true }).waitFor()
    await page.keyboard.type(lead)
    await page.keyboard.press('Enter')
  }
  await read('CPU', 'F1')
  await read('PUMP', 'nothing')
  await read('SYS1', 'F2')
  await read('SYS2', 'nothing')
  await read('LED5V', 'L1')
  await recorder.getByText('0 leads still loose').waitFor()
  await recorder.getByRole('button', { name: 'Done' }).click()
  await untilSaved(page)
  const { threads } = await getBuild(id)
  expect(threads.map(({ to, asOnBench }) => `${to.portId} ${asOnBench === true}`)).toEqual([
    'CPU false',
    'SYS1 false',
    'LED5V true',
  ])
  await page
    .getByText(/12 V light plug against 5 V/)
    .first()
    .waitFor()
})

test('findings: gathered where they are many, hidden by kind, kept to the stage, with what a mend would change', async () => {
  const { id } = await newBuild(demoBuild('tangled-heron'))
  const page = await newPage(`/builds/${id}/threads`)
  const list = page.getByRole('region', { name: 'Findings' })
  const count = () => list.getByRole('listitem').count()
  const all = await count()
  await list.getByRole('button', { name: /^warning \d+ warnings$/ }).click()
  expect(await count()).toBeLessThan(all)
  await list.getByRole('button', { name: /^warning \d+ warnings$/ }).click()
  await list.getByLabel('only of this stage').check()
  expect(await list.getByText(/its way to SYS3/).count()).toBe(0)
  await list.getByLabel('only of this stage').uncheck()
  await list.getByRole('button', { name: /^stop LED5V B would carry 4.20 A/ }).click()
  await list
    .getByText(/^clears \d+ stop/)
    .first()
    .waitFor()
  await list
    .getByText(/LED5V B: 4.20 to \d.\d\d of 3.00 A/)
    .first()
    .waitFor()
})

test('by touch: a tap picks a lead up, a tap plugs it, a long press drags it elsewhere', async () => {
  const { id } = await newBuild(bench(FANS))
  const page = await newTouchPage(`/builds/${id}/threads`)
  await port(page, 'f1.fan').tap()
  await port(page, 'm1.SYS1').tap()
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(['f1.fan > m1.SYS1'])
  const touch = await page.context().newCDPSession(page)
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: readonly { x: number; y: number }[]) =>
    touch.send('Input.dispatchTouchEvent', { type, touchPoints: [...points] })
  await send('touchStart', [await middle(page, 'f1.fan')])
  await page.locator('[data-lifted]').waitFor()
  const goal = await middle(page, 'm1.SYS2')
  await send('touchMove', [{ x: goal.x + 4, y: goal.y + 4 }])
  await send('touchMove', [goal])
  await page.locator('[data-port="m1.SYS2"][data-over="true"]').waitFor()
  await send('touchEnd', [])
  await untilSaved(page)
  expect(await wiresIn(id)).toEqual(['f1.fan > m1.SYS2'])
})

test('400 devices: only what is in view is drawn, and one machine is looked at alone', async () => {
  const { id } = await newBuild(demoBuild('loom-hall'))
  const page = await newPage(`/builds/${id}/threads`)
  const drawn = () => page.locator('[data-card]').count()
  expect(await drawn()).toBeLessThan(80)
  await page.getByLabel('Find a thing or a port').fill('F150')
  await page.keyboard.press('Enter')
  await port(page, 'f150.fan').waitFor()
  await page.getByLabel('Machine').selectOption({ index: 3 })
  await page.getByText('M1', { exact: true }).waitFor({ state: 'detached' })
  await page.locator('[data-card]').nth(10).waitFor()
})

test('a cable of the supply opens its sum; a box of a family gets its number, with its switches drawn', async () => {
  const box = makeController({
    id: 'switched',
    name: 'Box with switches',
    fanOutletCount: 2,
    cascade: { by: 'switches', switchCount: 3 },
  })
  const { id } = await newBuild(
    bench(['M1: board-middle', 'S1: supply-550', 'B1: switched', 'F1: fan-140'], ['F1.fan > B1.fan1'], [box]),
  )
  const page = await newPage(`/builds/${id}/threads`)
  await page.getByRole('button', { name: /^S1 cable A, 12 V: its sum$/ }).click()
  const picked = page.getByRole('region', { name: 'Picked port' })
  await picked.getByText('S1 cable A, 12 V').waitFor()
  await port(page, 'b1.fan1').click()
  await picked.getByLabel('Number among its family').selectOption('5')
  await page.getByRole('img', { name: 'switches on off on' }).first().waitFor()
  await untilSaved(page)
  expect((await getBuild(id)).choices.addresses).toEqual([{ itemId: 'b1', addressNumber: 5 }])
})
