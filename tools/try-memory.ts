/**
 * Uses the server for a while in a mixed way and says how much memory it holds: npx tsx tools/try-memory.ts
 * http://127.0.0.1:4210 PROCESS-ID MINUTES, where PROCESS-ID is that of serve.mjs. With PAGES instead of minutes, as in
 * 1000pages, it opens and closes that many pages in a browser. The figures should level off.
 */
import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { chromium } from 'playwright-core'
import { CHROMIUM_ARGS } from '../tests/browser/chromium'
import { demoBuilds } from './demo/builds'

const [url = '', pid = '', amount = ''] = process.argv.slice(2)

/** Memory of the process that is in use, and the most there ever was, in MB. */
function memoryMb(): string {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8')
  const mb = (name: string) => Math.round(Number(new RegExp(`${name}:\\s+(\\d+)`).exec(status)?.[1]) / 1024)
  return `${mb('VmRSS')} MB now, ${mb('VmHWM')} MB at most`
}

async function ask<T>(method: string, path: string, body?: unknown): Promise<T> {
  const text = typeof body === 'string' ? body : JSON.stringify(body)
  const response = await fetch(`${url}${path}`, { method, ...(body !== undefined && { body: text }) })
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${(await response.text()).slice(0, 200)}`)
  const answer = await response.text()
  return (answer.startsWith('{') ? JSON.parse(answer) : answer) as T
}

/** What somebody does with a build from its first day to its last. */
async function life(round: number): Promise<void> {
  const { id } = await ask<{ id: string }>('POST', '/api/builds/import', demoBuilds[round % demoBuilds.length])
  const stream = new AbortController()
  const heard = fetch(`${url}/api/changes`, { signal: stream.signal }).then((response) => response.text())
  heard.catch(() => undefined)
  for (let revision = 0; revision < 20; revision += 1) {
    const edit = { type: 'chooseHeadroom', headroomPercent: (round + revision) % 90 }
    await ask('POST', `/api/builds/${id}/edits`, { baseRevision: revision, edits: [{ id: randomUUID(), edit }] })
  }
  for (const page of ['threads', 'parts', 'places', 'sheet']) await ask('GET', `/builds/${id}/${page}`)
  await ask('GET', `/api/builds/${id}/history`)
  await ask('GET', `/api/builds/${id}/history/back?to=10`)
  await ask('GET', `/api/builds/${id}/file`)
  await ask('GET', `/api/builds?q=${encodeURIComponent('heron')}`)
  await ask('GET', '/api/parts?q=fan')
  if (round % 10 === 0) {
    const rows = Array.from({ length: 2000 }, (_, row) => `fan,Memory row ${row},120,0.2`)
    await ask('POST', '/api/parts/import', ['kind,name,sizeMm,amps', ...rows].join('\n'))
    await ask('GET', '/api/parts/file')
  }
  stream.abort()
  await ask('DELETE', `/api/builds/${id}`)
  await ask('DELETE', `/api/builds/${id}?forgood=yes`)
}

if (amount.endsWith('pages')) {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS })
  const context = await browser.newContext()
  const pages = ['/', '/builds/tangled-heron/threads', '/builds/paper-kite/places', '/builds/night-ferry/sheet']
  for (let count = 1; count <= parseInt(amount, 10); count += 1) {
    const page = await context.newPage()
    await page.goto(`${url}${pages[count % pages.length]}`)
    await page.locator('html[data-alive]').waitFor({ state: 'attached' })
    await page.close()
    if (count % 100 === 0) console.log(`${count} pages opened and closed: ${memoryMb()}`)
  }
  await browser.close()
} else {
  const until = Date.now() + Number(amount) * 60_000
  let told = 0
  for (let round = 0; Date.now() < until; round += 1) {
    await life(round)
    await new Promise((resolve) => setTimeout(resolve, 500))
    const minute = Math.floor((Number(amount) * 60_000 - (until - Date.now())) / 60_000)
    if (minute < told) continue
    console.log(`minute ${minute}, ${round + 1} builds lived: ${memoryMb()}`)
    told += 5
  }
}
