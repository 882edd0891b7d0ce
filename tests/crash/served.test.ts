import { execFileSync, spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import postgres from 'postgres'
import { chromium } from 'playwright-core'
import { apply } from '../../src/core/build/apply'
import type { Edit } from '../../src/core/build/edit-schema'
import type { LogEntry } from '../../src/core/build/history'
import type { Build } from '../../src/core/build/schema'
import { canonicalJson } from '../../src/core/formats/canonical'
import { CHROMIUM_ARGS } from '../browser/chromium'
import { bench } from '../support/bench'
import { startNginx } from '../support/nginx'
import { TIMES } from '../support/runs'
import { comeIn, invited, PASSWORD, startServed, Visitor, type Served } from '../support/served'
import { childrenOf, databasePid, freePort, isRoot, kill, parent, pause, start } from './running'

jest.setTimeout(900_000 * TIMES)

const KILLS = 9 * TIMES
const CLIENTS = 20
let seed = 24
/** A small generator of numbers, the same row each time (Park and Miller, 1988). */
const chance = () => (seed = (seed * 48271) % 2147483647) / 2147483647

/** Somebody who has signed in and saves edit after edit of a build of theirs, each sent again until it is acknowledged. */
function client(visitor: Visitor, id: string, isOver: () => boolean) {
  const acknowledged: string[] = []
  const gaps = { longestMs: 0 }
  const statuses = new Set<number>()
  const done = (async () => {
    let lastAt = performance.now()
    while (!isOver()) {
      const sent = randomUUID()
      const edit: Edit = { type: 'chooseHeadroom', headroomPercent: acknowledged.length % 90 }
      for (let isTaken = false; !isTaken;) {
        const body = { baseRevision: acknowledged.length, edits: [{ id: sent, edit }] }
        const { status } = await visitor.call('POST', `/api/builds/${id}/edits`, body).catch(() => ({ status: 0 }))
        statuses.add(status)
        if (status === 200) {
          acknowledged.push(sent)
          gaps.longestMs = Math.max(gaps.longestMs, performance.now() - lastAt)
          lastAt = performance.now()
          isTaken = true
        }
        await pause(isTaken ? 120 : 50)
      }
    }
  })()
  return { visitor, id, acknowledged, gaps, statuses, done }
}
type Client = ReturnType<typeof client>

/** People who come in through the proxy, each with a build. */
async function clientsOf(owner: Visitor, isOver: () => boolean): Promise<readonly Client[]> {
  const clients: Client[] = []
  for (let index = 0; index < CLIENTS; index += 1) {
    const visitor = await invited(owner, 'maker', `Client ${index}`)
    const build = bench(['M1: board-middle', 'F1: fan-140'])
    const { body } = await visitor.call<{ id: string }>('POST', '/api/builds/import', build)
    clients.push(client(visitor, body.id, isOver))
  }
  return clients
}

/** Every acknowledged edit is in its log once, and the log leads to the document. */
async function checkLogs(clients: readonly Client[]): Promise<number> {
  for (const { visitor, id, acknowledged } of clients) {
    const { body: log } = await visitor.call<{ entries: readonly LogEntry[] }>('GET', `/api/builds/${id}/edits?since=0`)
    const ids = log.entries.map(({ editId }) => editId)
    expect(new Set(ids).size).toBe(ids.length)
    expect(acknowledged.filter((one) => !ids.includes(one))).toEqual([])
    expect(ids).toHaveLength(acknowledged.length)
    const { body: first } = await visitor.call<Build>('GET', `/api/builds/${id}/history/state?revision=0`)
    const { body: now } = await visitor.call<Build>('GET', `/api/builds/${id}`)
    const replayed = log.entries.reduce<Build>(
      (at, { edit, revision }) => ({ ...apply(at, edit).build, revision }),
      first,
    )
    expect(canonicalJson(now)).toBe(canonicalJson(replayed))
  }
  return clients.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0)
}

const serverOf = ({ script }: Served) =>
  childrenOf(script.pid!).filter((pid) => {
    try {
      return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('serve.mjs')
    } catch {
      return false
    }
  })

/** A real page that somebody has open all the while, and that says what it hears. */
async function openPage(origin: string, path: string, cookie: string) {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: [...CHROMIUM_ARGS] })
  const context = await browser.newContext({ ignoreHTTPSErrors: true })
  const [name = '', value = ''] = cookie.split('=')
  await context.addCookies([{ name, value, url: origin, secure: true, httpOnly: true, sameSite: 'Lax' }])
  const page = await context.newPage()
  await page.goto(`${origin}${path}`)
  await page.locator('html[data-alive]').waitFor({ state: 'attached' })
  return { page, close: () => browser.close() }
}

test('two servers behind nginx, and the database, are killed while twenty people save: nothing is lost or twice', async () => {
  const port = await freePort()
  const origin = `https://localhost:${port}`
  const [one, redirect] = [await startServed({ origin }), await freePort()]
  const two = await startServed({ origin, env: { DATABASE_URL: one.databaseUrl } })
  const nginx = await startNginx(port, redirect, [one.port, two.port])
  let isOver = false
  let page: Awaited<ReturnType<typeof openPage>> | undefined
  try {
    const toTls = await fetch(`http://127.0.0.1:${redirect}/machines`, { redirect: 'manual' })
    expect(toTls.status).toBe(301)
    const owner = await comeIn(origin, one.firstLink, 'Oda Linde')
    const health = await owner.call('GET', '/api/health')
    expect(health.headers.get('strict-transport-security')).toMatch(/max-age=\d{8}/)
    const clients = await clientsOf(owner, () => isOver)
    page = await openPage(origin, `/builds/${clients[0]!.id}/parts`, clients[0]!.visitor.cookie)
    for (let round = 0; round < KILLS; round += 1) {
      // No server dies again within its first ten seconds: a script whose server does that over and over gives up.
      await pause(3400 + chance() * 1500)
      const victims = round % 3 === 2 ? [await databasePid(one.data)] : serverOf(round % 3 === 0 ? one : two)
      victims.forEach(kill)
    }
    await pause(6000)
    isOver = true
    await Promise.all(clients.map(({ done }) => done))
    const count = await checkLogs(clients)
    // What was killed is told as away, and nothing of ours broke over it.
    for (const { words } of [one, two]) expect(words()).not.toMatch(/"msg":"fault"|uncaughtException/)
    // The page heard of what its other self saved meanwhile, or asked for it.
    const last = (clients[0]!.acknowledged.length - 1) % 90
    await page.page
      .getByRole('combobox', { name: /^Headroom/ })
      .locator('option:checked', { hasText: `${last} %` })
      .waitFor({ state: 'attached', timeout: 60_000 })
    const longest = Math.max(...clients.map(({ gaps }) => gaps.longestMs))
    const statuses = [...new Set(clients.flatMap((each) => [...each.statuses]))].toSorted((a, b) => a - b)
    console.error(
      `${KILLS} kills of two servers and the database: ${count} edits of ${CLIENTS} people acknowledged, 0 lost, 0 twice; longest time without an answer ${longest.toFixed(0)} ms; answers ${statuses.join(', ')}`,
    )
  } finally {
    isOver = true
    await page?.close()
    await nginx.stop()
    await two.stop()
    await one.stop()
  }
})

/** The programs of the newest PostgreSQL, run as the account that may run them. */
const pgBin = () => {
  const versions = readdirSync('/usr/lib/postgresql').toSorted((a, b) => Number(a) - Number(b))
  return `/usr/lib/postgresql/${versions.at(-1)}/bin`
}
function pg(program: string, ...args: readonly string[]): void {
  const command = [join(pgBin(), program), ...args]
  const [first, ...rest] = isRoot ? ['runuser', '-u', 'postgres', '--', ...command] : command
  execFileSync(first!, rest, { cwd: '/', stdio: 'ignore' })
}

/** A primary with a standby that has every commit before it is acknowledged. */
async function startPair(folder: string) {
  if (isRoot) execFileSync('chown', ['postgres', folder])
  const [primary, standby] = [join(folder, 'primary'), join(folder, 'standby')]
  const ports = [await freePort(), await freePort()] as const
  const startOn = (data: string, port: number) =>
    pg(
      'pg_ctl',
      '-D',
      data,
      '-w',
      '-l',
      `${data}.log`,
      '-o',
      `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories=`,
      'start',
    )
  pg('initdb', '-D', primary, '-U', 'loom', '--auth=trust', '--encoding=UTF8', '--locale=C.UTF-8')
  startOn(primary, ports[0])
  const sql = postgres(`postgres://loom@127.0.0.1:${ports[0]}/postgres`, { max: 1, onnotice: () => undefined })
  await sql`create database gentle_loom`
  pg(
    'pg_basebackup',
    '-h',
    '127.0.0.1',
    '-p',
    String(ports[0]),
    '-U',
    'loom',
    '-D',
    standby,
    '-R',
    '-X',
    'stream',
    '-c',
    'fast',
  )
  startOn(standby, ports[1])
  await sql.unsafe("alter system set synchronous_standby_names = '*'")
  await sql`select pg_reload_conf()`
  for (;;) {
    const [row] = await sql<{ state: string }[]>`select sync_state as state from pg_stat_replication`
    if (row?.state === 'sync') break
    await pause(100)
  }
  await sql.end()
  return {
    url: `postgres://loom@127.0.0.1:${ports[0]},127.0.0.1:${ports[1]}/gentle_loom`,
    losePrimary: () => kill(Number(readFileSync(join(primary, 'postmaster.pid'), 'utf8').split('\n')[0])),
    promote: () => pg('pg_ctl', '-D', standby, '-w', 'promote'),
    stop: () => pg('pg_ctl', '-D', standby, '-m', 'immediate', 'stop'),
  }
}

test('the primary database is lost and its standby promoted: every acknowledged edit is there, and people go on', async () => {
  if (isRoot) mkdirSync(parent, { recursive: true })
  const folder = mkdtempSync(join(parent, 'pair-'))
  const pair = await startPair(folder)
  const port = await freePort()
  const origin = `https://localhost:${port}`
  const env = { DATABASE_URL: pair.url }
  const [one, redirect] = [await startServed({ origin, env }), await freePort()]
  const two = await startServed({ origin, env })
  const nginx = await startNginx(port, redirect, [one.port, two.port])
  let isOver = false
  try {
    const owner = await comeIn(origin, one.firstLink, 'Oda Linde')
    const clients = await clientsOf(owner, () => isOver)
    await pause(3000)
    const before = clients.map(({ acknowledged }) => acknowledged.length)
    const lostAt = performance.now()
    pair.losePrimary()
    pair.promote()
    const promotedMs = performance.now() - lostAt
    while (clients.some(({ acknowledged }, index) => acknowledged.length < before[index]! + 5)) await pause(20)
    const backMs = performance.now() - lostAt
    await pause(2000)
    isOver = true
    await Promise.all(clients.map(({ done }) => done))
    const count = await checkLogs(clients)
    // Sessions, people and parts came along too.
    const again = new Visitor(origin)
    const { status } = await again.call('POST', '/api/sign-in', { signInName: 'nobody-0000', password: PASSWORD })
    expect(status).toBe(401)
    expect((await owner.call('GET', '/api/builds')).status).toBe(200)
    const longest = Math.max(...clients.map(({ gaps }) => gaps.longestMs))
    console.error(
      `failover: ${count} edits of ${CLIENTS} people acknowledged, 0 lost, 0 twice; promoted after ${promotedMs.toFixed(0)} ms, everybody saves again after ${backMs.toFixed(0)} ms; longest time without an answer ${longest.toFixed(0)} ms`,
    )
  } finally {
    isOver = true
    await nginx.stop()
    await two.stop()
    await one.stop()
    pair.stop()
    rmSync(folder, { recursive: true, force: true })
  }
})

/** Debian's pgbouncer in front of a store, which gives each transaction a connection of its own. */
async function startPooler(folder: string, store: URL) {
  const port = await freePort()
  const file = join(folder, 'pooler.ini')
  const account = `host=127.0.0.1 port=${store.port} user=loom password=${decodeURIComponent(store.password)}`
  const settings = ['pool_mode = transaction', 'default_pool_size = 4', 'auth_type = any', 'listen_addr = 127.0.0.1']
  writeFileSync(
    file,
    `[databases]\ngentle_loom = ${account}\n[pgbouncer]\nlisten_port = ${port}\nunix_socket_dir =\n${settings.join('\n')}\n`,
  )
  if (isRoot) execFileSync('chown', ['-R', 'postgres', folder])
  const command = ['/usr/sbin/pgbouncer', file]
  const [first, ...rest] = isRoot ? ['runuser', '-u', 'postgres', '--', ...command] : command
  const child = spawn(first!, rest, { cwd: '/', stdio: 'ignore' })
  return { url: `postgres://loom@127.0.0.1:${port}/gentle_loom`, stop: () => child.kill('SIGTERM') }
}

test('through a pooler in transaction mode people save, and their pages hear of it by the direct address', async () => {
  const one = await startServed()
  const folder = mkdtempSync(join(parent, 'pooler-'))
  const pooler = await startPooler(folder, new URL(one.databaseUrl))
  const env = { DATABASE_URL: pooler.url, LOOM_LISTEN_URL: one.databaseUrl }
  const two = await startServed({ env })
  try {
    const owner = await comeIn(one.origin, one.firstLink, 'Oda Linde')
    const there = new Visitor(two.origin)
    const [row] = await namesAt(one)
    await there.call('POST', '/api/sign-in', { signInName: row!, password: PASSWORD })
    const stream = await fetch(`${two.origin}/api/changes`, { headers: { cookie: there.cookie } })
    const reader = stream.body!.getReader()
    await reader.read()
    const save = (baseRevision: number, headroomPercent: number) => ({
      baseRevision,
      edits: [{ id: randomUUID(), edit: { type: 'chooseHeadroom', headroomPercent } }],
    })
    // More at once than the pooler has connections.
    const builds = await Promise.all(
      Array.from({ length: 12 }, async () => {
        const { body } = await there.call<{ id: string }>('POST', '/api/builds/import', bench(['F1: fan-140']))
        return body.id
      }),
    )
    const saved = await Promise.all(builds.map((id) => there.call('POST', `/api/builds/${id}/edits`, save(0, 33))))
    expect(saved.map(({ status }) => status)).toEqual(builds.map(() => 200))
    const { value } = await reader.read()
    expect(new TextDecoder().decode(value)).toMatch(/^data: \{"id":"[\w-]+","revision":1\}/)
    await reader.cancel()
    expect((await owner.call<Build>('GET', `/api/builds/${builds[0]}`)).body.choices.headroomPercent).toBe(33)
  } finally {
    await two.stop()
    pooler.stop()
    await one.stop()
    rmSync(folder, { recursive: true, force: true })
  }
})

/** The names by which people sign in at a store. */
async function namesAt({ databaseUrl }: Served): Promise<readonly string[]> {
  const sql = postgres(databaseUrl, { max: 1, onnotice: () => undefined })
  const rows = await sql<{ name: string }[]>`select sign_in_name as name from people order by made_at`
  await sql.end()
  return rows.map(({ name }) => name)
}

test('the store of one desk is served to many and brought back: every build and its history as before', async () => {
  const data = mkdtempSync(join(parent, 'there-and-back-'))
  const first = await startServed({ data })
  const owner = await comeIn(first.origin, first.firstLink, 'Oda Linde')
  const { body: saved } = await owner.call<{ outcome: string }>('POST', '/api/builds/paper-kite/edits', {
    baseRevision: 0,
    edits: [{ id: 'served-edit', edit: { type: 'renameBuild', name: 'Paper Kite, served' } }],
  })
  expect(saved.outcome).toBe('saved')
  const held = async (get: (path: string) => Promise<unknown>) => {
    const builds = ['harbour-lantern', 'night-ferry', 'paper-kite', 'tangled-heron', 'loom-hall']
    const texts: string[] = []
    for (const id of builds) {
      texts.push(
        canonicalJson(await get(`/api/builds/${id}`)),
        canonicalJson(await get(`/api/builds/${id}/edits?since=0`)),
      )
      texts.push(canonicalJson(await get(`/api/builds/${id}/history/state?revision=0`)))
    }
    return texts
  }
  const served = await held(async (path) => (await owner.call('GET', path)).body)
  await first.stop()
  const desk = await start(data, await freePort())
  try {
    expect(await held(async (path) => (await fetch(`${desk.url}${path}`)).json())).toEqual(served)
  } finally {
    desk.script.kill('SIGTERM')
    await desk.ended
    rmSync(data, { recursive: true, force: true })
  }
})
