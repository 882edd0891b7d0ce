import { chromium, type Browser, type BrowserContext, type Page } from 'playwright-core'
import { PASSWORD, startServed, type Served } from '../support/served'
import { CHROMIUM_ARGS } from './chromium'
import { seriousFindings } from './look'
import { untilSaved } from './session'

/** Served to many: what people see who come in, sign in, share, and look at what was shared with them. */

let served: Served
let browser: Browser
const complaints: string[] = []
const contexts: BrowserContext[] = []

beforeAll(async () => {
  served = await startServed()
  browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS })
}, 180_000)
afterEach(async () => {
  for (const context of contexts.splice(0)) await context.close()
  expect(complaints.splice(0)).toEqual([])
})
afterAll(async () => {
  await browser?.close()
  await served?.stop()
})

const alive = (page: Page) => page.locator('html[data-alive]').waitFor({ state: 'attached' })
const go = async (page: Page, path: string) => {
  await page.goto(`${served.origin}${path}`)
  await alive(page)
}
const at = (page: Page, path: string) => page.waitForURL(({ pathname }) => pathname === path)
/** A browser of somebody's own. */
async function someone(width = 1280): Promise<Page> {
  const context = await browser.newContext({ viewport: { width, height: 800 }, acceptDownloads: true })
  contexts.push(context)
  await context.addInitScript(() => {
    document.addEventListener('securitypolicyviolation', (event) =>
      console.error(`policy: ${event.violatedDirective} ${event.blockedURI}`),
    )
  })
  const page = await context.newPage()
  page.on('console', (message) => /policy:|hydrat/i.test(message.text()) && complaints.push(message.text()))
  page.on('pageerror', (error) => complaints.push(error.message))
  return page
}

/** Comes in by a link; gives the name to sign in with. */
async function comeIn(page: Page, link: string, name: string): Promise<string> {
  await go(page, link)
  await page.getByLabel('What others call you').fill(name)
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD)
  await page.getByRole('button', { name: 'Come in' }).click()
  await at(page, '/account')
  await alive(page)
  return (await page.getByRole('status').locator('strong').innerText()).trim()
}

/** Makes an invitation on the page of the bench; gives its path. */
async function invitation(page: Page, role: string): Promise<string> {
  await go(page, '/bench')
  await page.getByLabel('What they may do').selectOption(role)
  await page.getByRole('button', { name: 'Make the link' }).click()
  return new URL(await page.getByLabel('Address of the invitation').inputValue()).pathname
}

async function signIn(page: Page, name: string): Promise<void> {
  await page.getByLabel('Sign-in name').fill(name)
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
}

let ownerName = ''

test('the first owner comes in by the link, and finds what was kept at the desk', async () => {
  const page = await someone()
  await go(page, '/builds/night-ferry/sheet')
  // Whoever is not signed in is asked who they are.
  await page.getByRole('heading', { name: 'Sign in', level: 1 }).waitFor()
  ownerName = await comeIn(page, served.firstLink, 'Oda Linde')
  expect(ownerName).toMatch(/^oda-linde-\d{4}$/)
  await page.getByRole('link', { name: 'Go to the builds' }).click()
  await page.getByRole('link', { name: 'Open Night Ferry' }).waitFor()
  await page.getByRole('button', { name: 'Oda Linde, The desk' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await at(page, '/sign-in')
  await alive(page)
  await page.goBack()
  await page.waitForURL(/\/sign-in|\/$/)
  await page.reload()
  await page.getByRole('heading', { name: 'Sign in', level: 1 }).waitFor()
})

test('signing in leads on to where somebody wanted to go; a wrong password says so and keeps the name', async () => {
  const page = await someone()
  await go(page, '/builds/night-ferry/sheet')
  await page.getByLabel('Sign-in name').fill(ownerName)
  await page.getByLabel('Password', { exact: true }).fill('not the one it is')
  const password = page.getByLabel('Password', { exact: true })
  const show = page.getByRole('button', { name: 'Show what is typed: Password' })
  expect(await password.getAttribute('type')).toBe('password')
  await show.click()
  await page.getByRole('button', { name: 'Show what is typed: Password', pressed: true }).waitFor()
  expect(await password.getAttribute('type')).toBe('text')
  await show.click()
  await page.getByRole('button', { name: 'Show what is typed: Password', pressed: false }).waitFor()
  expect(await password.getAttribute('type')).toBe('password')
  await password.focus()
  await page.keyboard.press('Enter')
  await page.getByRole('alert').filter({ hasText: 'do not belong together' }).waitFor()
  expect(await page.getByLabel('Sign-in name').inputValue()).toBe(ownerName)
  await password.fill(PASSWORD)
  await page.keyboard.press('Enter')
  await at(page, '/builds/night-ferry/sheet')
  await page.getByRole('heading', { name: 'Before you start' }).waitFor()
})

test('a passkey is made in the account and signs in without a name', async () => {
  const page = await someone()
  const session = await page.context().newCDPSession(page)
  await session.send('WebAuthn.enable')
  await session.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  })
  await go(page, '/sign-in?to=/account')
  await signIn(page, ownerName)
  await at(page, '/account')
  await alive(page)
  // An open session alone makes none.
  const proof = page.getByLabel('Your password, to make one', { exact: true })
  await proof.fill('not the one it is')
  await page.getByRole('button', { name: 'Make a passkey' }).click()
  await page.getByRole('alert').filter({ hasText: 'this is not your password' }).waitFor()
  await proof.fill(PASSWORD)
  await page.getByRole('button', { name: 'Make a passkey' }).click()
  await page.getByText('not used yet').waitFor()
  await page.getByRole('button', { name: 'Oda Linde, The desk' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await at(page, '/sign-in')
  await alive(page)
  await page.getByRole('button', { name: 'Use a passkey' }).click()
  await page.getByRole('link', { name: 'Open Night Ferry' }).waitFor()
  await go(page, '/account')
  await page.getByText('last used').waitFor()
  // One that is taken away signs nobody in any more.
  await page.getByRole('button', { name: /^Take away Passkey/ }).click()
  await page.getByRole('button', { name: 'Yes, take it away' }).click()
  await page.getByText('last used').waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Oda Linde, The desk' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await at(page, '/sign-in')
  await alive(page)
  await page.getByRole('button', { name: 'Use a passkey' }).click()
  await page.getByRole('alert').filter({ hasText: 'passkey was not accepted' }).waitFor()
})

test('a reader looks at everything and changes nothing; made a maker, they work', async () => {
  const [owner, reader] = [await someone(), await someone()]
  await go(owner, '/sign-in?to=/bench')
  await signIn(owner, ownerName)
  await at(owner, '/bench')
  await comeIn(reader, await invitation(owner, 'reader'), 'Rui Falk')
  await go(reader, '/')
  await reader.getByText('You look at this bench as a reader').waitFor()
  expect(await reader.getByRole('button', { name: 'New build' }).count()).toBe(0)
  await go(reader, '/builds/paper-kite/parts')
  await reader.getByText('To look at only').waitFor()
  expect(await reader.getByRole('button', { name: 'Share' }).count()).toBe(0)
  await reader.getByRole('combobox', { name: /^Headroom/ }).selectOption('40')
  await reader.getByText('You may look at this bench, but not change it').first().waitFor()
  expect(await reader.getByRole('combobox', { name: /^Headroom/ }).inputValue()).toBe('20')
  await go(owner, '/bench')
  const role = owner.getByLabel('What Rui Falk may do')
  await role.selectOption('maker')
  await role.locator('option:checked', { hasText: 'maker' }).waitFor({ state: 'attached' })
  await go(reader, '/builds/paper-kite/parts')
  await reader.getByRole('combobox', { name: /^Headroom/ }).selectOption('40')
  await untilSaved(reader)
  await reader.getByRole('combobox', { name: /^Headroom/ }).selectOption('20')
  await untilSaved(reader)
})

test('a page whose session ends keeps its edits, says so, and saves them once somebody signs in again', async () => {
  const page = await someone()
  await go(page, '/sign-in?to=/builds/paper-kite/parts')
  await signIn(page, ownerName)
  await at(page, '/builds/paper-kite/parts')
  await alive(page)
  await untilSaved(page)
  const other = await page.context().newPage()
  await go(other, '/account')
  await other.getByRole('button', { name: 'Oda Linde, The desk' }).click()
  await other.getByRole('menuitem', { name: 'Sign out' }).click()
  await at(other, '/sign-in')
  await alive(other)
  await page.getByRole('combobox', { name: /^Headroom/ }).selectOption('30')
  await page.getByText('you are signed out').waitFor()
  await signIn(other, ownerName)
  await other.getByRole('link', { name: 'Open Night Ferry' }).waitFor()
  await untilSaved(page)
  await page.reload()
  await alive(page)
  expect(await page.getByRole('combobox', { name: /^Headroom/ }).inputValue()).toBe('30')
  await page.getByRole('combobox', { name: /^Headroom/ }).selectOption('20')
  await untilSaved(page)
})

test('a link shows a build to whoever has it, and is copied to a bench of theirs; ended, it shows nothing', async () => {
  const [owner, guest] = [await someone(), await someone(390)]
  await go(owner, '/sign-in?to=/builds/harbour-lantern/parts')
  await signIn(owner, ownerName)
  await at(owner, '/builds/harbour-lantern/parts')
  await alive(owner)
  await owner.getByRole('button', { name: 'Share' }).click()
  await owner.getByRole('button', { name: 'Make the link' }).click()
  const address = await owner.getByLabel('Address of the link').inputValue()
  await owner.getByRole('img', { name: 'The link as a code, for a phone' }).waitFor()
  const path = new URL(address).pathname
  await go(guest, path)
  await guest.getByRole('heading', { name: 'Harbour Lantern' }).waitFor()
  expect(await guest.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  for (const [view, words] of [
    ['Wiring', /what is plugged/],
    ['Case', /^The case$/],
    ['Lights', /One LED on/],
    ['Speeds', /At this heat/],
    ['What to expect', /starts without a complaint/],
  ] as const) {
    await guest.getByRole('tab', { name: view }).click()
    await guest.getByText(words).first().waitFor()
  }
  const download = guest.waitForEvent('download')
  await guest.getByRole('link', { name: 'The build as a file' }).click()
  expect((await download).suggestedFilename()).toBe('Harbour Lantern.json')
  await go(owner, path)
  await owner.getByRole('button', { name: 'Take a copy to The desk' }).click()
  await owner.waitForURL(/\/builds\/[\w-]+\/parts/)
  expect(await owner.getByLabel('Name of the build').inputValue()).toMatch(/^Harbour Lantern \(copy/)
  await go(owner, '/builds/harbour-lantern/parts')
  await owner.getByRole('button', { name: 'Share' }).click()
  await owner.getByRole('button', { name: /^End the link made/ }).click()
  await owner.getByText('None: only people of this bench see the build.').waitFor()
  await guest.reload()
  await guest.getByRole('heading', { name: 'Nothing here' }).waitFor()
})

test('somebody on two benches sees on each what lies there, and a page stays on its own', async () => {
  const page = await someone()
  await go(page, '/sign-in?to=/account')
  await signIn(page, ownerName)
  await at(page, '/account')
  await alive(page)
  const kept = await page.context().newPage()
  await go(kept, '/')
  await page.getByLabel('One more bench, called').fill('Back room')
  await page.getByRole('button', { name: 'Make it' }).click()
  await page.getByText('No build yet').waitFor()
  // The tab that was open before is on the desk still, and what is made there lies there.
  await kept.getByRole('button', { name: 'Show me round an example' }).click()
  await kept.waitForURL(/\/builds\//)
  await alive(kept)
  await page.reload()
  await page.getByText('No build yet').waitFor()
  // A build of the desk, opened while somebody works in the back room, is on the desk, and so is the shelf beside it.
  await go(kept, '/builds/harbour-lantern/parts')
  await kept.getByRole('button', { name: 'Oda Linde, The desk' }).waitFor()
  const asked = kept.waitForRequest((request) => request.url().includes('/api/parts?'))
  await kept.getByLabel('Type a label, or search the shelf').fill('pump')
  expect((await asked).headers()['loom-bench']).toBe('desk')
  await page.getByRole('button', { name: 'Oda Linde, Back room' }).click()
  await page.getByRole('menuitemradio', { name: /The desk/ }).click()
  await page.getByRole('link', { name: 'Open Night Ferry' }).waitFor()
})

test.each(['light', 'dark'] as const)('nothing serious is found by axe on the pages of people, %s', async (theme) => {
  const page = await someone()
  await page.context().addCookies([{ name: 'loom-theme', value: theme, url: served.origin }])
  const look = async (path: string) => {
    await go(page, path)
    expect([path, await seriousFindings(page, theme)]).toEqual([path, []])
  }
  await look('/sign-in')
  await signIn(page, ownerName)
  await page.getByRole('link', { name: 'Open Night Ferry' }).waitFor()
  await look('/account')
  await look('/bench')
  await look(await invitation(page, 'maker'))
  await go(page, '/builds/harbour-lantern/parts')
  await page.getByRole('button', { name: 'Share' }).click()
  await page.getByRole('button', { name: 'Make the link' }).click()
  const path = new URL(await page.getByLabel('Address of the link').inputValue()).pathname
  expect(await seriousFindings(page, theme)).toEqual([])
  await look(path)
})
