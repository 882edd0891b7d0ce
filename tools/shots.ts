/** Takes the pictures of docs/screenshots from a server with demo data: npm run shots -- URL [NAME ...]. */
import { mkdirSync } from 'node:fs'
import { chromium, type Page } from 'playwright-core'
import { CHROMIUM_ARGS } from '../tests/browser/chromium'

const WIDE = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }

interface Shot {
  readonly name: string
  readonly path: string
  readonly theme?: 'light' | 'dark'
  readonly size?: typeof WIDE
  readonly then?: (page: Page) => Promise<void>
}

const pick = (port: string) => async (page: Page) => {
  await page.locator(`[data-port="${port}"]`).click()
  await page.waitForTimeout(150)
}

const openWindow = (button: string) => async (page: Page) => {
  await page.getByRole('button', { name: button, exact: true }).click()
  await page.getByRole('dialog').waitFor()
  await page.waitForTimeout(700)
}

/** A new build with some answers given. */
const firstMinute = async (page: Page) => {
  await page.getByRole('button', { name: 'New build', exact: true }).click()
  for (const answer of ['Mid tower', 'Middle, 244 mm', 'Liquid 240', '2 cables']) {
    await page.getByText(answer, { exact: true }).click()
  }
  await page.getByLabel(/^Fans, lights and the rest/).fill('3 fans 120 0.2A, argb 12 leds\n2 fans 140 0.3A')
  await page.evaluate(() => scrollTo(0, 150))
}

/** The list of what is missing, once it is found. */
const missing = async (page: Page) => {
  await openWindow('What is missing …')(page)
  await page.getByText('settles').first().waitFor()
}

/** One machine more of the plan. */
const buildOne = async (page: Page) => {
  await page.getByRole('button', { name: /^Build one by revision/ }).click()
  await page.waitForURL(/\/machines\/[^/]+$/)
  await page.getByText(/^0 of \d+ steps done$/).waitFor()
}

/** So many steps of it done. */
const oneByOne = async (page: Page, count: number) => {
  await page.getByRole('button', { name: 'One step at a time' }).click()
  for (let step = 0; step < count; step += 1) await page.getByRole('button', { name: 'Done, next' }).click()
}

const shots: readonly Shot[] = [
  // The verdicts come behind the list.
  {
    name: 'builds',
    path: '/',
    then: (page) =>
      page
        .getByTitle(/^stops?: /)
        .first()
        .waitFor(),
  },
  { name: 'blank-bench', path: '/', then: firstMinute },
  {
    name: 'parts',
    path: '/builds/harbour-lantern/parts',
    then: async (page) => {
      await page.getByLabel('Type a label, or search the shelf').fill('2 fans 140 4-pin 0.3A 500mm, argb 18 leds chain')
      await page.waitForTimeout(900)
    },
  },
  {
    name: 'plans',
    path: '/builds/harbour-lantern/threads/plans',
    then: async (page) => {
      await page.getByRole('button', { name: 'Plan again' }).waitFor({ timeout: 90_000 })
      await page
        .getByRole('columnheader', { name: /Sound, then cheap/ })
        .getByRole('button', { name: 'Show' })
        .click()
    },
  },
  {
    name: 'places',
    path: '/builds/harbour-lantern/places',
    then: (page) => page.locator('[data-thing="f2"]').click(),
  },
  {
    name: 'places-ways',
    path: '/builds/night-ferry/places',
    theme: 'dark',
    then: (page) => page.getByRole('button', { name: 'Ways of the leads' }).click(),
  },
  { name: 'threads', path: '/builds/harbour-lantern/threads', then: pick('m1.SYS1') },
  { name: 'threads-lead', path: '/builds/harbour-lantern/threads', then: pick('f4.fan') },
  { name: 'missing', path: '/builds/tangled-heron/threads', theme: 'dark', then: missing },
  {
    name: 'threads-loom-hall',
    path: '/builds/loom-hall/threads',
    then: async (page) => {
      for (let step = 0; step < 3; step += 1) await page.getByRole('button', { name: 'Smaller' }).click()
      await pick('f7.fan')(page)
    },
  },
  {
    name: 'light',
    path: '/builds/night-ferry/light',
    then: async (page) => {
      await page.getByRole('combobox', { name: 'Show' }).selectOption('all hues along the line')
      await page.getByRole('region', { name: 'Volts along the line' }).locator('canvas').waitFor()
    },
  },
  {
    name: 'speed',
    path: '/builds/harbour-lantern/speed',
    then: async (page) => page.getByRole('button', { name: /^Point 1/ }).waitFor(),
  },
  {
    name: 'power-on',
    path: '/builds/night-ferry/bench',
    then: async (page) => {
      await page.getByRole('combobox', { name: 'Seen instead: F10 turns, 675 rpm' }).selectOption('stands')
      await page.getByRole('region', { name: 'Next look' }).waitFor()
    },
  },
  { name: 'sheet', path: '/builds/harbour-lantern/sheet' },
  {
    name: 'labels',
    path: '/builds/night-ferry/sheet',
    then: (page) => page.getByRole('tab', { name: 'Labels' }).click(),
  },
  {
    name: 'work-phone',
    path: '/builds/harbour-lantern/machines',
    size: PHONE,
    then: async (page) => {
      await buildOne(page)
      await oneByOne(page, 13)
      await page.getByRole('region', { name: 'The next step' }).scrollIntoViewIfNeeded()
    },
  },
  {
    name: 'machine',
    path: '/builds/harbour-lantern/machines',
    then: async (page) => {
      await buildOne(page)
      await oneByOne(page, 5)
      await page.getByRole('tab', { name: 'As built' }).click()
      await page.getByRole('button', { name: 'F1 is elsewhere' }).click()
      await page.getByLabel('Where it is on this machine').selectOption({ label: 'SYS2' })
      await page.getByLabel('Why').fill('SYS2 is nearer, and its lead is short')
      await page.getByRole('dialog').getByRole('button', { name: 'Write it down' }).click()
      await page.getByRole('region', { name: 'Otherwise than planned' }).waitFor()
      await page.getByText('Saved', { exact: true }).waitFor()
    },
  },
]

/** Of a server where people sign in: by the link for its first owner, in LOOM_FIRST_LINK. */
const servedShots: readonly Shot[] = [
  {
    name: 'people',
    path: '/bench',
    then: async (page) => {
      await page.getByRole('button', { name: 'Make the link' }).click()
      await page.getByText(/^somebody as maker/).waitFor()
    },
  },
  {
    name: 'shared',
    path: '/builds/harbour-lantern/parts',
    then: async (page) => {
      await page.getByRole('button', { name: 'Share' }).click()
      await page.getByRole('button', { name: 'Make the link' }).click()
      await page.goto(await page.getByLabel('Address of the link').inputValue())
      await page.locator('html[data-alive]').waitFor({ state: 'attached' })
      await page.getByRole('tab', { name: 'Wiring' }).click()
    },
  },
]

const [url, ...names] = process.argv.slice(2)
if (url === undefined) throw new Error('Say where the server is: npm run shots -- http://127.0.0.1:4210')
const folder = process.env['SHOTS'] ?? 'docs/screenshots'
mkdirSync(folder, { recursive: true })
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS })
const { LOOM_FIRST_LINK: link } = process.env
/** What somebody has in their browser who has come in. */
async function cameIn(path: string) {
  const page = await browser.newPage()
  await page.goto(`${url}${path}`)
  await page.getByLabel('What others call you').fill('Oda Linde')
  await page.getByLabel('Password').fill('heron under the copper stairs')
  await page.getByRole('button', { name: 'Come in' }).click()
  await page.waitForURL(/\/account/)
  return page.context().storageState()
}
const state = link === undefined ? undefined : await cameIn(link)
for (const shot of (state === undefined ? shots : servedShots).filter(
  ({ name }) => names.length === 0 || names.includes(name),
)) {
  const context = await browser.newContext({
    viewport: shot.size ?? WIDE,
    ...(state === undefined ? {} : { storageState: state }),
  })
  await context.addCookies([{ name: 'loom-theme', value: shot.theme ?? 'light', url }])
  const page = await context.newPage()
  await page.goto(`${url}${shot.path}`)
  await page.locator('html[data-alive]').waitFor({ state: 'attached' })
  await page.evaluate(() => document.fonts.ready)
  await shot.then?.(page)
  await page.screenshot({ path: `${folder}/${shot.name}.png` })
  await context.close()
}
await browser.close()
