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

const shots: readonly Shot[] = [
  { name: 'builds', path: '/' },
  { name: 'blank-bench', path: '/', then: (page) => page.getByRole('button', { name: 'New build' }).click() },
  { name: 'parts', path: '/builds/harbour-lantern/parts' },
  { name: 'threads', path: '/builds/harbour-lantern/threads' },
  { name: 'threads-lead', path: '/builds/harbour-lantern/threads', then: pick('f4.fan') },
  { name: 'threads-dark', path: '/builds/tangled-heron/threads', theme: 'dark', then: pick('f2.fan') },
  { name: 'checks', path: '/checks' },
  { name: 'sheet', path: '/builds/harbour-lantern/sheet' },
  { name: 'sheet-phone', path: '/builds/harbour-lantern/sheet', size: PHONE },
]

const [url, ...names] = process.argv.slice(2)
if (url === undefined) throw new Error('Say where the server is: npm run shots -- http://127.0.0.1:4210')
const folder = process.env['SHOTS'] ?? 'docs/screenshots'
mkdirSync(folder, { recursive: true })
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS })
for (const shot of shots.filter(({ name }) => names.length === 0 || names.includes(name))) {
  const context = await browser.newContext({ viewport: shot.size ?? WIDE })
  await context.addCookies([{ name: 'loom-theme', value: shot.theme ?? 'light', url }])
  const page = await context.newPage()
  await page.goto(`${url}${shot.path}`, { waitUntil: 'networkidle' })
  await shot.then?.(page)
  await page.screenshot({ path: `${folder}/${shot.name}.png` })
  await context.close()
}
await browser.close()
