import type { Page } from 'playwright-core'
import { derive } from '../../src/core/operate/harness'
import { check } from '../../src/core/rules/check'
import { demoBuild } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const SECONDS_FOR_ALL = 400_000

const planned = (page: Page) =>
  page.getByRole('button', { name: 'Plan again', exact: true }).waitFor({ timeout: SECONDS_FOR_ALL })
/** Time enough for every proof, however busy the machine is. */
const takeTime = (page: Page) => page.getByLabel('At most').selectOption('2 min a plan')
const wires = async (id: string) =>
  (await getBuild(id)).threads
    .map(({ from, to }) => `${from.itemId}.${from.portId} > ${to.itemId}.${to.portId}`)
    .toSorted()

test(
  'a bench without a thread is planned, the plan is taken as a whole, and one undo takes it back',
  async () => {
    const { id } = await newBuild({ ...demoBuild('harbour-lantern'), threads: [] })
    const page = await newPage(`/builds/${id}/threads`)
    await page.getByRole('link', { name: 'Plan it for me' }).click()
    await page.getByRole('columnheader', { name: /Sound, then cheap/ }).waitFor()
    await planned(page)
    // What the sums say by hand: four fans of 0.28 to 0.30 A want two headers of 0.80 A with headroom, so one more splitter.
    const money = page
      .getByRole('row', { name: /^Money/ })
      .getByRole('cell')
      .first()
    expect(await money.textContent()).toBe('3.90 EUR')
    await page.getByRole('button', { name: 'Take this plan' }).click()
    await page.getByText('No lead is loose').waitFor()
    await untilSaved(page)
    const { counts } = check(derive(await getBuild(id)))
    expect([counts.stop, counts.warning]).toEqual([0, 0])
    await page.getByRole('button', { name: 'Undo', exact: false }).first().click()
    await page.getByText(/leads loose/).waitFor()
    await untilSaved(page)
    expect(await wires(id)).toEqual([])
  },
  SECONDS_FOR_ALL * 1.5,
)

test(
  'a plan is taken in part: what is left out stays as it is',
  async () => {
    const { id } = await newBuild(demoBuild('harbour-lantern'))
    const before = await wires(id)
    const page = await newPage(`/builds/${id}/threads/plans`)
    await planned(page)
    const plan = page.getByRole('region', { name: 'The plan' })
    await plan.getByRole('heading', { name: 'Mend it' }).waitFor()
    // Against another plan: what is bought, and each lead that goes elsewhere.
    await plan.getByLabel('Against').selectOption({ label: 'the plan “Sound, then cheap”' })
    await plan.getByRole('row', { name: /^To buy nothing 1 × Fan splitter, two legs/ }).waitFor()
    await plan.getByRole('row', { name: /^F2 Y1 outlet 2, on SYS1 Y3 outlet \d, on SYS2$/ }).waitFor()
    await plan.getByLabel('Against').selectOption({ label: 'today' })
    await plan.getByLabel(/^L1 light lead goes into LED12V/).uncheck()
    await plan.getByRole('button', { name: 'Take 1 of 2' }).click()
    await untilSaved(page)
    const after = await wires(id)
    expect(after.filter((wire) => !before.includes(wire))).toHaveLength(1)
    expect(after.some((wire) => wire.startsWith('f4.fan > '))).toBe(true)
    expect(after.some((wire) => wire.startsWith('l1.light'))).toBe(false)
  },
  SECONDS_FOR_ALL * 1.5,
)

test(
  'of several machines one is planned, and the others stay as they are',
  async () => {
    const hall = demoBuild('loom-hall')
    const isPulled = ({ from }: (typeof hall.threads)[number]) => ['f22', 'l21'].includes(from.itemId)
    const { id } = await newBuild({ ...hall, threads: hall.threads.filter((thread) => !isPulled(thread)) })
    const before = await wires(id)
    const page = await newPage(`/builds/${id}/threads/plans`)
    await page.getByLabel('Machine to plan').selectOption({ label: 'Bench 2' })
    await takeTime(page)
    await planned(page)
    const plan = page.getByRole('region', { name: 'The plan' })
    await plan.getByText('Plug in (2)').waitFor()
    await plan.getByRole('button', { name: 'Take this plan' }).click()
    await untilSaved(page)
    const after = await wires(id)
    expect(after).toHaveLength(hall.threads.length)
    expect(before.filter((wire) => !after.includes(wire))).toEqual([])
    const fresh = after.filter((wire) => !before.includes(wire))
    expect(fresh.map((wire) => wire.split('.')[0])).toEqual(['f22', 'l21'])
  },
  SECONDS_FOR_ALL * 1.5,
)

test(
  'where nothing that may be bought helps, what would is found, and allowed with one press',
  async () => {
    const lantern = demoBuild('harbour-lantern')
    const items = lantern.items.filter(({ partId }) => !partId.startsWith('splitter'))
    const { id } = await newBuild({ ...lantern, items, threads: [] })
    const page = await newPage(`/builds/${id}/threads/plans`)
    await planned(page)
    await page.getByText(/^What may be bought/).click()
    await page.getByRole('button', { name: 'None', exact: true }).click()
    await page.getByRole('button', { name: 'Plan again', exact: true }).click()
    await page.getByText(/^Looking for the best plan/).waitFor()
    await planned(page)
    // Six fans, and four headers for them beside the pump's: R1 and R2 on CPU, F1 to F4 on SYS1 and SYS2.
    const plan = page.getByRole('region', { name: 'The plan' })
    await plan.getByText(/No plan gives every lead a port: .*4-pin fan plug wanted/).waitFor()
    await page.getByText(/^Every lead would have a port with .*So far it may not be bought\.$/).waitFor()
    await page.getByRole('button', { name: 'Allow it, and plan again' }).click()
    await page.getByText(/^Looking for the best plan/).waitFor()
    await planned(page)
    expect(await plan.getByText(/No plan gives every lead a port/).count()).toBe(0)
  },
  SECONDS_FOR_ALL * 2,
)

test(
  'how many more the whole machine takes is asked of the planner',
  async () => {
    const page = await newPage('/builds/harbour-lantern/threads')
    await page.getByLabel('Find a thing or a port').fill('SYS1')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'How many in the whole machine?' }).click()
    // SYS1 has its three fans, SYS2 is for F4, which is still loose; the splitter of the radiator stays where it is.
    await page.getByText('As all is wired: none. Wired anew: none.').waitFor({ timeout: SECONDS_FOR_ALL })
  },
  SECONDS_FOR_ALL,
)

test(
  'stopping answers at once and keeps what was found',
  async () => {
    const { id } = await newBuild(demoBuild('tangled-heron'))
    const before = await wires(id)
    const page = await newPage(`/builds/${id}/threads/plans`)
    await page.getByRole('table').waitFor()
    const milliseconds = await page.evaluate(async () => {
      const stop = [...document.querySelectorAll('button')].find(({ textContent }) => /^Stop/.test(textContent.trim()))!
      const from = performance.now()
      stop.click()
      while (![...document.querySelectorAll('button')].some(({ textContent }) => /Plan again/.test(textContent))) {
        await new Promise((resolve) => setTimeout(resolve))
      }
      return performance.now() - from
    })
    console.info(`Stop answers in ${milliseconds.toFixed(0)} ms`)
    expect(await page.getByRole('button', { name: 'Take this plan' }).count()).toBe(1)
    expect(await wires(id)).toEqual(before)
  },
  SECONDS_FOR_ALL,
)

test(
  'plans are laid beside each other as small pictures, and looked for longer where a proof is wanting',
  async () => {
    const page = await newPage('/builds/harbour-lantern/threads/plans')
    await planned(page)
    // As it is wired today, and mended: three fans by a splitter on SYS1, the loose one by itself.
    await page
      .getByRole('img', { name: /SYS1, Y1: F1, F2 and F3/ })
      .first()
      .waitFor()
    await page.getByRole('button', { name: 'Look on for 30 s a plan' }).click()
    // What was found stays to be read meanwhile.
    await page.getByRole('columnheader', { name: /Mend it/ }).waitFor()
    await planned(page)
    expect(await page.getByLabel('At most').inputValue()).toBe('30')
    await page
      .getByRole('img', { name: /SYS1, Y1: F1, F2 and F3/ })
      .first()
      .waitFor()
  },
  SECONDS_FOR_ALL,
)

test(
  'what was planned and taken is planned so again, and there is nothing to take',
  async () => {
    const { id } = await newBuild({ ...demoBuild('harbour-lantern'), threads: [] })
    const page = await newPage(`/builds/${id}/threads/plans`)
    await takeTime(page)
    await planned(page)
    await page.getByRole('button', { name: 'Take this plan' }).click()
    await page.getByText('No lead is loose').waitFor()
    await untilSaved(page)
    await page.goto(page.url().replace(/threads.*/, 'threads/plans'))
    await takeTime(page)
    await planned(page)
    await page.getByText('All is wired so already.').waitFor()
  },
  SECONDS_FOR_ALL * 1.5,
)

test('what may be bought is told, with prices that must be prices', async () => {
  const page = await newPage('/builds/paper-kite/threads/plans')
  await page.getByText(/^What may be bought/).click()
  const price = page.getByLabel('Price of Fan splitter, four legs')
  await price.fill('minus three')
  await page.getByText('no price: write 4.90').waitFor()
  await price.fill('')
  await page.getByText('no price: write 4.90').waitFor({ state: 'detached' })
  await price.fill('-3')
  await page.getByText('no price: write 4.90').waitFor()
})

test('an empty bench cannot be planned, and says so', async () => {
  const { id } = await newBuild({
    ...demoBuild('paper-kite'),
    items: [],
    threads: [],
    choices: { headroomPercent: 20 },
  })
  const page = await newPage(`/builds/${id}/threads/plans`)
  await page.getByText('There is nothing on the bench yet.').waitFor()
  expect(await page.getByRole('button', { name: 'Plan', exact: true }).isDisabled()).toBe(true)
})

test('what may be bought is none or all at a press, remembered for the bench, and what lies in the drawer is put there', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/threads/plans`)
  const summary = page.getByText(/^What may be bought: /)
  await summary.click()
  await page.getByRole('button', { name: 'None', exact: true }).click()
  await page.getByText(/^What may be bought: 0 things of/).waitFor()
  await page.reload()
  await page.getByText(/^What may be bought: 0 things of/).click()
  await page.getByRole('button', { name: 'I have one: Fan splitter, two legs' }).click()
  await untilSaved(page)
  const build = await getBuild(id)
  const splitters = build.items.filter(
    ({ partId }) => build.parts.find((part) => part.id === partId)!.name === 'Fan splitter, two legs',
  )
  expect(splitters.map(({ stock }) => stock)).toEqual(['owned', 'owned'])
  await page.getByRole('button', { name: 'All', exact: true }).click()
  await page.getByText(/^What may be bought: [1-9]/).waitFor()
  expect(await summary.count()).toBe(1)
})
