import { randomUUID } from 'node:crypto'
import type { Page } from 'playwright-core'
import { bench } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { seriousFindings } from './look'
import { untilSaved, untilStill, useBrowser } from './session'

const { newPage, complaints } = useBrowser()

interface Visit {
  readonly name: string
  readonly path: string
  readonly then?: (page: Page) => Promise<void>
}
const openWindow = (button: string) => async (page: Page) => {
  await page.getByRole('button', { name: button, exact: true }).click()
  await page.getByRole('dialog').waitFor()
  await untilStill(page)
}
const visits: readonly Visit[] = [
  { name: 'the list of builds', path: '/' },
  {
    name: 'the blank bench',
    path: '/',
    then: (page) => page.getByRole('button', { name: 'New build', exact: true }).click(),
  },
  { name: 'the deleted builds', path: '/', then: openWindow('Deleted builds') },
  { name: 'what is checked', path: '/checks' },
  { name: 'Parts', path: '/builds/harbour-lantern/parts' },
  {
    name: 'Parts with a typed line',
    path: '/builds/harbour-lantern/parts',
    then: (page) => page.getByLabel('Type a label, or search the shelf').fill('3 fans 140 0.3A blorp, argb 18 leds'),
  },
  {
    name: 'Packs',
    path: '/builds/harbour-lantern/parts',
    then: (page) => page.getByRole('button', { name: 'Packs' }).click(),
  },
  { name: 'the part editor', path: '/builds/harbour-lantern/parts', then: openWindow('Correct Sallow Causeway board') },
  {
    name: 'everything of a part',
    path: '/builds/harbour-lantern/parts',
    then: async (page) => {
      await openWindow('Correct Sallow Causeway board')(page)
      await page.getByRole('tab', { name: 'Everything' }).click()
    },
  },
  { name: 'what is missing', path: '/builds/tangled-heron/threads', then: openWindow('What is missing …') },
  { name: 'a new part', path: '/builds/harbour-lantern/parts', then: openWindow('New part') },
  { name: 'the connector finder', path: '/builds/harbour-lantern/parts', then: openWindow('Which plug?') },
  { name: 'the kinds of light', path: '/builds/harbour-lantern/parts', then: openWindow('Which light?') },
  { name: 'the history', path: '/builds/harbour-lantern/parts', then: openWindow('History') },
  {
    name: 'the case editor',
    path: '/builds/harbour-lantern/parts',
    then: openWindow('Correct Sallow Estuary mid tower'),
  },
  {
    name: 'Places with a fan chosen',
    path: '/builds/tangled-heron/places',
    then: (page) => page.locator('[data-thing="f7"]').click(),
  },
  {
    name: 'Places with a thing in hand',
    path: '/builds/harbour-lantern/places',
    then: (page) => page.locator('[data-chip="l1"]').click(),
  },
  {
    name: 'Places with a path and ways',
    path: '/builds/night-ferry/places',
    then: async (page) => {
      await page.getByRole('button', { name: 'Ways of the leads' }).click()
      await page.getByRole('button', { name: 'Number along a path' }).click()
      await page.getByRole('button', { name: 'Up the front, back along the roof' }).click()
    },
  },
  { name: 'Wiring', path: '/builds/tangled-heron/threads' },
  {
    name: 'Wiring with a lead picked',
    path: '/builds/tangled-heron/threads',
    then: async (page) => {
      await page.getByLabel('Find a thing or a port').fill('P1')
      await page.keyboard.press('Enter')
      await page.getByRole('region', { name: 'Picked port' }).waitFor()
    },
  },
  {
    name: 'Wiring with a header picked',
    path: '/builds/tangled-heron/threads',
    then: (page) => page.locator('[data-port="m1.SYS1"]').click(),
  },
  {
    name: 'Wiring with two leads in hand',
    path: '/builds/tangled-heron/threads',
    then: async (page) => {
      await page.locator('[data-port="f1.fan"]').click()
      await page.locator('[data-port="f2.fan"]').click({ modifiers: ['Shift'] })
      await page.getByRole('region', { name: 'Picked leads' }).waitFor()
    },
  },
  {
    name: 'Wiring while a bench is written down',
    path: '/builds/tangled-heron/threads',
    then: async (page) => {
      await page.getByRole('button', { name: 'As plugged' }).click()
      await page.getByRole('region', { name: 'As it is plugged now' }).waitFor()
    },
  },
  {
    name: 'the lead list',
    path: '/builds/tangled-heron/threads',
    then: async (page) => {
      await page.getByRole('radio', { name: 'List' }).click()
      await page.getByRole('grid').waitFor()
    },
  },
  { name: 'the choices', path: '/builds/harbour-lantern/threads', then: openWindow('Choices') },
  {
    name: 'plans',
    path: '/builds/paper-kite/threads/plans',
    then: async (page) => {
      await page.getByRole('region', { name: 'The plan' }).waitFor()
      await page.getByRole('button', { name: /^Stop/ }).click()
    },
  },
  {
    name: 'Speed',
    path: '/builds/harbour-lantern/speed',
    then: async (page) => page.getByRole('button', { name: /^Point 1/ }).waitFor(),
  },
  {
    name: 'Light',
    path: '/builds/night-ferry/light',
    then: async (page) => page.getByRole('region', { name: 'Line of B2 light outlet 1' }).waitFor(),
  },
  { name: 'Power-on', path: '/builds/night-ferry/bench' },
  {
    name: 'Power-on with something wrong',
    path: '/builds/night-ferry/bench',
    then: async (page) => {
      await page.getByText('Read the speeds from your sensors').click()
      await page.getByRole('combobox', { name: 'Seen instead: F10 turns, 675 rpm' }).selectOption('stands')
      await page.getByRole('region', { name: 'Next look' }).waitFor()
    },
  },
  {
    name: 'Power-on, rehearsed',
    path: '/builds/night-ferry/bench',
    then: async (page) => {
      await page.getByRole('tab', { name: 'Rehearse' }).click()
      await page.getByRole('button', { name: 'Press the button' }).click()
      await page.getByText('The board has looked at its CPU header, and goes on.').waitFor()
      await page.getByRole('button', { name: 'Pause' }).click()
    },
  },
  {
    name: 'Power-on, practised',
    path: '/builds/night-ferry/bench',
    then: async (page) => {
      await page.getByRole('tab', { name: 'Practise' }).click()
      await page.getByRole('button', { name: 'A new exercise' }).click()
      await page.getByRole('region', { name: /^Exercise 1-/ }).waitFor()
    },
  },
  { name: 'Sheet', path: '/builds/harbour-lantern/sheet' },
  {
    name: 'labels',
    path: '/builds/night-ferry/sheet',
    then: (page) => page.getByRole('tab', { name: 'Labels' }).click(),
  },
  {
    name: 'a change plan',
    path: '/builds/night-ferry/sheet',
    then: async (page) => {
      await page.getByRole('tab', { name: 'Change plan' }).click()
      await page.getByLabel('other builds named').fill('harbour lantern')
      await page.getByLabel('from').selectOption('build harbour-lantern')
      await page.getByRole('region', { name: 'The change plan' }).waitFor()
    },
  },
  { name: 'Machines', path: '/builds/harbour-lantern/machines' },
  { name: 'all machines', path: '/machines' },
  ...['Work', 'Measured', 'As built', 'Log'].map((name) => ({
    name: `a machine: ${name}`,
    path: '/builds/harbour-lantern/machines',
    then: async (page: Page) => {
      await page.getByRole('button', { name: /^Build one by revision/ }).click()
      await page.waitForURL(/\/machines\/[^/]+$/)
      await page.getByText('0 of 27 steps done').waitFor()
      await page.getByRole('button', { name: 'One step at a time' }).click()
      await page.getByRole('button', { name: 'Done, next' }).click()
      await page.getByRole('tab', { name }).click()
    },
  })),
  { name: 'a page that is not there', path: '/builds/nobody/parts' },
]

describe('axe finds nothing serious, light and dark', () => {
  test.each(visits)('$name', async ({ path, then }: Visit) => {
    const page = await newPage(path, 'light')
    const html = page.locator('html')
    expect(await html.getAttribute('data-theme')).toBe('light')
    await then?.(page)
    expect(await seriousFindings(page, 'light')).toEqual([])
    // As the switch of the theme does it, which may lie behind a window here.
    await html.evaluate((element) => (element.dataset['theme'] = 'dark'))
    await untilStill(page)
    expect(await seriousFindings(page, 'dark')).toEqual([])
    expect(complaints).toEqual([])
  })
})

test('a page that was left dark comes back dark', async () => {
  const page = await newPage('/', 'dark')
  expect(await page.locator('html').getAttribute('data-theme')).toBe('dark')
})

test.each(['sheet', 'bench', 'machines'])('/%s does not scroll sideways on a phone', async (stage) => {
  const page = await newPage(`/builds/tangled-heron/${stage}`)
  await page.setViewportSize({ width: 390, height: 844 })
  const { scroll, client } = await page.evaluate(() => ({
    scroll: document.documentElement.scrollWidth,
    client: document.documentElement.clientWidth,
  }))
  expect(scroll).toBeLessThanOrEqual(client)
  // The stage that is open is seen among the stages, wherever it stands in their row.
  await page.reload()
  await page.waitForFunction(() => {
    const box = document.querySelector('nav[aria-label="Stages"] [aria-current]')?.getBoundingClientRect()
    return box !== undefined && box.left >= 0 && box.right <= window.innerWidth
  })
})

test('a finding opens, shows its place and is mended with one press', async () => {
  const { id } = await newBuild(
    bench(
      ['M1: board-middle', 'Y1: splitter-3', 'F1 F2 F3: fan-140'],
      ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2', 'F3.fan > Y1.out3'],
    ),
  )
  const page = await newPage(`/builds/${id}/parts`)
  await page.getByRole('button', { name: /^warning SYS1 would carry 0\.90 A/ }).click()
  await page.getByRole('button', { name: 'Show', exact: true }).click()
  await page.waitForURL(/threads$/)
  await page.getByRole('region', { name: 'Picked port' }).getByRole('row', { name: 'together 0.90 A' }).waitFor()
  await page.getByRole('button', { name: /^Move F3 to SYS2/ }).click()
  await untilSaved(page)
  expect((await getBuild(id)).threads.find((thread) => thread.from.itemId === 'f3')?.to.portId).toBe('SYS2')
})

test('an unknown draw is typed in from the label, and the sum then holds', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1: fan-unlabelled'], ['F1.fan > M1.SYS1']))
  const page = await newPage(`/builds/${id}/parts`)
  await page.getByRole('button', { name: 'One by one' }).click()
  await page
    .getByText(/SYS1 would carry at least 0\.00 A of 1\.00 A/)
    .first()
    .waitFor()
  await page.getByRole('region', { name: 'Bench' }).getByText('Figures').last().click()
  await page.getByLabel(/^motor draw/).fill('0,25')
  await page.keyboard.press('Enter')
  await page
    .getByText(/SYS1 would carry at least/)
    .first()
    .waitFor({ state: 'detached' })
  await untilSaved(page)
  expect((await getBuild(id)).parts.find((part) => part.id === 'fan-unlabelled')?.inside[0]).toMatchObject({
    ratedAmps: { value: 0.25, origin: 'label' },
  })
})

test('a build is deleted with a way back', async () => {
  const name = `To be deleted ${randomUUID().slice(0, 8)}`
  const { id } = await newBuild({ ...bench(['M1: board-middle']), name })
  const page = await newPage('/')
  await page.getByRole('button', { name: `Delete ${name}` }).click()
  await page.getByLabel(`Name of ${name}`).waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByLabel(`Name of ${name}`).waitFor()
  expect((await getBuild(id)).name).toBe(name)
})
