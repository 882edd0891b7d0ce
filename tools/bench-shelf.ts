/**
 * Search among 50,000 parts: the whole request beside the bare SQL, and the first result while typing in Chromium.
 * Called by ./loom bench, which has a throw-away database and a server ready.
 */
import { chromium } from 'playwright-core'
import postgres from 'postgres'
import { DESK, onBench } from '../src/server/bench'
import { searchParts } from '../src/server/parts'
import { CHROMIUM_ARGS } from '../tests/browser/chromium'

const ROWS = 50_000
const RUNS = 31
const TYPED = 7
const QUERIES = ['fan 120', 'drift', 'bulk 499', 'qillet drfit', '']

const url = process.env['LOOM_URL']!
const sql = postgres(process.env['DATABASE_URL']!, { max: 2, onnotice: () => undefined })

const median = (values: readonly number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

async function medianMs(work: () => Promise<unknown>): Promise<number> {
  const times: number[] = []
  for (let run = 0; run < RUNS * 2; run += 1) {
    const start = performance.now()
    await work()
    if (run >= RUNS) times.push(performance.now() - start)
  }
  return median(times)
}

async function fill(): Promise<void> {
  const rows = Array.from({ length: ROWS }, (_, i) => `fan,Bulk row ${i},${i % 2 === 0 ? 120 : 140},0.2`)
  const body = ['kind,name,sizeMm,amps', ...rows].join('\n')
  const response = await fetch(`${url}/api/parts/import`, {
    method: 'POST',
    body,
    headers: { 'content-type': 'text/csv' },
  })
  if (!response.ok) throw new Error(`The parts could not be read in: ${await response.text()}`)
}

/** From the last key to the first painted result that belongs to the text. */
async function firstResultMs(): Promise<number> {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS })
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${url}/builds/paper-kite/parts`)
  await page.locator('html[data-alive]').waitFor({ state: 'attached' })
  const field = page.getByLabel('Type a label, or search the shelf')
  const times: number[] = []
  for (let run = 0; run < TYPED; run += 1) {
    const name = `row ${40_000 + run * 7}`
    await field.fill('')
    await page.getByRole('button', { name: 'Add Sallow Pocket board' }).waitFor()
    await field.pressSequentially(name)
    const start = performance.now()
    await page.getByRole('button', { name: `Add Bulk ${name}`, exact: true }).waitFor()
    times.push(performance.now() - start)
  }
  await browser.close()
  return median(times)
}

await fill()
for (const text of QUERIES) {
  const bare = await medianMs(() => onBench({ benchId: DESK, role: 'reader' }, (tx) => searchParts(tx, { text }), sql))
  const whole = await medianMs(async () => (await fetch(`${url}/api/parts?q=${encodeURIComponent(text)}`)).json())
  console.log(
    `search “${text}” among ${ROWS} parts: SQL ${bare.toFixed(1)} ms, whole request ${whole.toFixed(1)} ms, ratio ${(whole / bare).toFixed(2)}`,
  )
}
console.log(
  `first result after the last key, the typing pause included: median ${(await firstResultMs()).toFixed(0)} ms`,
)
await sql.end()
