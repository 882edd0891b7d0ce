/**
 * From an edit to its findings on the screen, in Chromium at 1280 x 800, and the script that a build page loads.
 * Called by ./loom bench, which has a throw-away database and a server ready.
 */
import { chromium, type Page } from 'playwright-core'
import type { Build } from '../src/core/build/schema'
import { CHROMIUM_ARGS } from '../tests/browser/chromium'
import { machines } from './bench-builds'
import { demoBuilds } from './demo/builds'

const EDITS = 60
const WARM_UP = 10
const url = process.env['LOOM_URL']!

const at = (values: readonly number[], share: number): number =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))]!

async function opened(page: Page, build: Build): Promise<void> {
  const made = await fetch(`${url}/api/builds/import`, { method: 'POST', body: JSON.stringify(build) })
  const { id } = (await made.json()) as { id: string }
  await page.goto(`${url}/builds/${id}/threads`)
  await page.locator('html[data-alive]').waitFor({ state: 'attached' })
  await page.locator('[data-card]').first().waitFor()
}

/** Unplugs a fan and plugs it again by undo, over and over: the work of the page, and the time to the frame that shows it. */
async function timesOf(page: Page): Promise<readonly { readonly work: number; readonly painted: number }[]> {
  await page.locator('[data-port$=".fan"]').first().click()
  return page.evaluate(async (count) => {
    const live = document.querySelector('[aria-label="Findings"] [aria-live]')!
    const press = (init: KeyboardEventInit) =>
      document.body.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, cancelable: true, ...init }))
    const times: { work: number; painted: number }[] = []
    for (let edit = 0; edit < count; edit += 1) {
      const before = live.textContent
      const start = performance.now()
      press(edit % 2 === 0 ? { key: 'Delete' } : { key: 'z', ctrlKey: true })
      while (live.textContent === before && performance.now() - start < 5000) await Promise.resolve()
      if (live.textContent === before) throw new Error('The findings did not change.')
      const work = performance.now() - start
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)))
      times.push({ work, painted: performance.now() - start })
      await new Promise((resolve) => setTimeout(resolve, 60))
    }
    return times
  }, EDITS + WARM_UP)
}

/** The script that a page loads before it is alive, compressed as it comes over the wire, largest first. */
async function scriptsOf(page: Page, path: string) {
  const sizes = new Map<string, number>()
  const session = await page.context().newCDPSession(page)
  await session.send('Network.enable')
  await session.send('Network.setCacheDisabled', { cacheDisabled: true })
  const names = new Map<string, string>()
  session.on('Network.responseReceived', ({ requestId, response, type }) => {
    if (type === 'Script') names.set(requestId, response.url)
  })
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const name = names.get(requestId)
    if (name !== undefined) sizes.set(name, encodedDataLength)
  })
  await page.goto(`${url}${path}`)
  await page.locator('html[data-alive]').waitFor({ state: 'attached' })
  await page.waitForTimeout(500)
  return [...sizes].toSorted((a, b) => b[1] - a[1])
}

const SLOWER = 6
/** What people do, and the event that it is done by. */
const INPUTS = { typing: 'keydown', picking: 'pointerdown', dragging: 'pointermove' } as const

/** From each key, press and move to the frame that shows what it did, in a browser that is slowed down; by input, in ms. */
async function slowedTimes(page: Page): Promise<Readonly<Record<string, readonly number[]>>> {
  const session = await page.context().newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  await page.evaluate(() => Object.assign(globalThis, { times: {} }))
  const begin = (input: keyof typeof INPUTS) =>
    page.evaluate(
      ([name, kind]) => {
        const mine: number[] = []
        const scope = globalThis as unknown as { times: Record<string, number[]>; listening?: AbortController }
        scope.times[name] = mine
        scope.listening?.abort()
        scope.listening = new AbortController()
        const note = ({ timeStamp }: Event) =>
          requestAnimationFrame(() => setTimeout(() => mine.push(performance.now() - timeStamp)))
        document.addEventListener(kind, note, { capture: true, signal: scope.listening.signal })
      },
      [input, INPUTS[input]] as const,
    )
  await page.getByLabel('Find a thing or a port').click()
  await begin('typing')
  await page.keyboard.type('M1 SYS1 F12 L9 splitter LED5V', { delay: 60 })
  await page.keyboard.press('Escape')
  const ports = page.locator('[data-port$=".fan"], [data-port*=".SYS"], [data-port*=".out"]')
  const centreOf = async (index: number) => {
    const port = ports.nth(index)
    await port.scrollIntoViewIfNeeded()
    const box = (await port.boundingBox())!
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  }
  const count = Math.min(24, await ports.count())
  await begin('picking')
  for (let index = 0; index < count; index += 1) {
    const { x, y } = await centreOf(index)
    await page.mouse.click(x, y)
    await page.keyboard.press('Escape')
  }
  const lead = page.locator('[data-port$=".fan"]').first()
  await lead.scrollIntoViewIfNeeded()
  const from = (await lead.boundingBox())!
  await page.mouse.move(from.x + 20, from.y + from.height / 2)
  await page.mouse.down()
  await begin('dragging')
  for (let step = 1; step <= 60; step += 1) {
    await page.mouse.move(from.x + 20 - step * 8, from.y + from.height / 2 + (step % 7) * 10)
    await page.waitForTimeout(30)
  }
  await page.keyboard.press('Escape')
  await page.mouse.up()
  const times = await page.evaluate(() => (globalThis as unknown as { times: Record<string, number[]> }).times)
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 })
  return times
}

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
// The runner of this file marks functions with their names; in the page nobody does.
await page.addInitScript('globalThis.__name = (made) => made')
const BUILDS = [
  [32, machines(1)],
  [400, demoBuilds.find(({ id }) => id === 'loom-hall')!],
] as const
for (const [devices, build] of BUILDS) {
  await opened(page, build)
  const times = (await timesOf(page)).slice(WARM_UP)
  const of = (pick: (time: (typeof times)[number]) => number, share: number) => at(times.map(pick), share).toFixed(1)
  console.log(
    `edit to findings at ${devices} devices: work ${of(({ work }) => work, 0.5)} ms (95 %: ${of(({ work }) => work, 0.95)}), ` +
      `painted ${of(({ painted }) => painted, 0.5)} ms (95 %: ${of(({ painted }) => painted, 0.95)})`,
  )
}
await opened(page, machines(1))
const slowed = await slowedTimes(page)
for (const input of Object.keys(INPUTS)) {
  const times = slowed[input]!
  console.log(
    `${SLOWER} times slower, 32 devices, ${input} to paint: ${at(times, 0.5).toFixed(0)} ms (95 %: ${at(times, 0.95).toFixed(0)}, of ${times.length})`,
  )
}
for (const stage of ['threads', 'parts', 'places', 'speed', 'sheet']) {
  const scripts = await scriptsOf(await browser.newPage(), `/builds/harbour-lantern/${stage}`)
  const total = scripts.reduce((sum, [, bytes]) => sum + bytes, 0)
  console.log(
    `script of the first build page (${stage}): ${(total / 1000).toFixed(0)} kB compressed in ${scripts.length} files`,
  )
  for (const [name, bytes] of scripts.slice(0, 4))
    console.log(`  ${(bytes / 1000).toFixed(0)} kB ${new URL(name).pathname}`)
}
await browser.close()
