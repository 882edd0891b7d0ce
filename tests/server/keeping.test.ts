import { randomUUID } from 'node:crypto'
import { connect as openSocket } from 'node:net'
import { mkdtempSync, readdirSync, readFileSync, copyFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import postgres from 'postgres'
import type { Build } from '../../src/core/build/schema'
import type { BuildSummary, DeletedBuild, Page, PartsRead, Refusal, ShelfPack } from '../../src/core/formats/api-types'
import { canonicalJson } from '../../src/core/formats/canonical'
import { DESK, onBench } from '../../src/server/bench'
import { saveEdits } from '../../src/server/build-edits'
import type { Tx } from '../../src/server/db'
import { historyPage, stateAt } from '../../src/server/history'
import { migrate } from '../../src/server/migrate'
import { grantRights } from '../../src/server/roles'
import { bench, demoBuild } from '../support/bench'
import { call, getBuild, newBuild, save, serverUrl } from '../support/server'

jest.setTimeout(180_000)

const sql = postgres(process.env['DATABASE_URL'] ?? '', { max: 4, onnotice: () => undefined })
afterAll(() => sql.end())

const two = () => newBuild(bench(['M1: board-middle', 'F1 F2: fan-140'], ['F1.fan > M1.SYS1']))
const list = async (query: string) => (await call<Page<BuildSummary>>('GET', `/api/builds?${query}`)).body
const headroom = (headroomPercent: number) => ({ type: 'chooseHeadroom', headroomPercent }) as const

describe('the list of builds', () => {
  test('holds every build there is, page by page, found by words and in three orders', async () => {
    const word = `Zz${randomUUID().slice(0, 6)}`
    const document = JSON.stringify({ ...demoBuild('paper-kite'), name: word })
    await sql`
      insert into builds (id, bench_id, name, revision, document, initial_document, updated_at, created_at)
      select ${word} || n, 'desk', ${word} || ' ' || lpad(n::text, 4, '0'), 0, ${document}::jsonb, ${document}::jsonb,
        now() - n * interval '1 minute', now() - (1000 - n) * interval '1 day'
      from generate_series(1, 620) as n`
    const seen = new Set<string>()
    for (let page = 1; ; page += 1) {
      const { rows, count, pageCount } = await list(`q=${word}&page=${page}`)
      expect(count).toBe(620)
      for (const { id } of rows) seen.add(id)
      if (page === pageCount) break
    }
    expect(seen.size).toBe(620)
    const first = async (order: string) => (await list(`q=${word.toLowerCase()}&order=${order}`)).rows[0]?.name
    expect([await first('changed'), await first('made'), await first('name')]).toEqual([
      `${word} 0001`,
      `${word} 0620`,
      `${word} 0001`,
    ])
    expect((await list(`q=0042%20${word}`)).rows.map(({ name }) => name)).toEqual([`${word} 0042`])
    expect((await list(`q=${word}&page=9999`)).page).toBe(21)
    expect((await list(`q=${word}%25`)).count).toBe(0)
    await sql`delete from builds where starts_with(name, ${word})`
  })

  test('ten copies at once get ten names', async () => {
    const built = await newBuild({ ...demoBuild('paper-kite'), name: `Kite ${randomUUID().slice(0, 6)} 😀` })
    const made = await Promise.all(
      Array.from({ length: 10 }, () =>
        call<{ name: string }>('POST', '/api/builds', { from: 'copy', id: randomUUID(), sourceId: built.id }),
      ),
    )
    expect(new Set(made.map(({ body }) => body.name)).size).toBe(10)
  })

  test('a name of emoji to the last place is copied without one cut in half', async () => {
    const name = `x${'👨‍👩‍👧'.repeat(14)}`
    const built = await newBuild({ ...demoBuild('paper-kite'), name })
    const { status, body } = await call<{ name: string }>('POST', '/api/builds', {
      from: 'copy',
      id: randomUUID(),
      sourceId: built.id,
    })
    expect(status).toBe(201)
    expect(body.name).toMatch(/^x(👨‍👩‍👧)+ \(copy\)$/u)
  })

  test('packs beyond five hundred are on their pages too', async () => {
    const word = `Pp${randomUUID().slice(0, 6)}`
    await sql`
      insert into packs (id, bench_id, origin, name, spec)
      select ${word} || n, 'desk', 'own', ${word} || ' ' || n,
        jsonb_build_object('id', ${word} || n, 'name', ${word} || ' ' || n, 'contents', '[{"partId": "fan-140", "count": 1}]'::jsonb)
      from generate_series(1, 510) as n`
    const { body } = await call<Page<ShelfPack>>('GET', `/api/packs?q=${word}&page=11`)
    expect(body).toMatchObject({ count: 510, page: 11, pageCount: 11 })
    expect(body.rows).toHaveLength(10)
    await sql`delete from packs where starts_with(id, ${word})`
  })
})

describe('deletion', () => {
  const deleted = async () => (await call<readonly DeletedBuild[]>('GET', '/api/builds/deleted')).body

  test('takes a second word to be for good, and then takes all that hangs on the build', async () => {
    const { id } = await two()
    await save(id, 0, headroom(30))
    await call('POST', `/api/builds/${id}/history`, { revision: 1, name: 'then' })
    expect((await call<Refusal>('DELETE', `/api/builds/${id}?forgood=yes`)).body.error.message).toMatch(
      /delete it first/,
    )
    await call('DELETE', `/api/builds/${id}`)
    expect((await deleted()).map((build) => build.id)).toContain(id)
    expect((await call('DELETE', `/api/builds/${id}?forgood=yes`)).status).toBe(204)
    expect((await call('POST', `/api/builds/${id}/restore`)).status).toBe(404)
    const [left] = await sql`
      select (select count(*) from builds where id = ${id})::int + (select count(*) from build_edits where build_id = ${id})::int
        + (select count(*) from build_states where build_id = ${id})::int as count`
    expect(left!['count']).toBe(0)
  })

  test('says on which day it goes', async () => {
    const { id } = await two()
    await call('DELETE', `/api/builds/${id}`)
    const { deletedAt, goesAt } = (await deleted()).find((build) => build.id === id)!
    expect(Date.parse(goesAt) - Date.parse(deletedAt)).toBeCloseTo(30 * 86_400_000, -7)
  })
})

describe('an edit sent again', () => {
  test('under its id with other content is refused and changes nothing', async () => {
    const { id } = await two()
    await save(id, 0, { id: 'one', edit: headroom(30) })
    const { status, body } = await save(id, 1, { id: 'one', edit: headroom(40) })
    expect({ status, place: body.error.place }).toEqual({ status: 400, place: '/edits/0/id' })
    const twice = await save(id, 1, { id: 'two', edit: headroom(40) }, { id: 'two', edit: headroom(50) })
    expect(twice.body.error.place).toBe('/edits/1/id')
    expect(await getBuild(id)).toMatchObject({ revision: 1, choices: { headroomPercent: 30 } })
  })
})

describe('limits that hold together', () => {
  test('a build whose file is larger than a request goes out and comes in again', async () => {
    const base = bench(['M1: board-middle', 'F1: fan-140'])
    const [board, fan] = base.parts
    const parts = Array.from({ length: 590 }, (_, index) => ({
      ...fan!,
      id: `fan-${index}`,
      name: `Fan ${index}`,
      note: 'n'.repeat(2000),
    }))
    const items = Array.from({ length: 3900 }, (_, index) => ({
      ...base.items[1]!,
      id: `f${index}`,
      mark: `F${index + 1}`,
      partId: `fan-${index % 590}`,
      note: 'about this one '.repeat(80),
    }))
    const large: Build = { ...base, parts: [board!, ...parts], items: [base.items[0]!, ...items], threads: [] }
    const { id } = await newBuild(large)
    const text = await (await fetch(`${serverUrl()}/api/builds/${id}/file`)).text()
    expect(text.length).toBeGreaterThan(5 * 1024 * 1024)
    const again = await call<{ id: string }>('POST', '/api/builds/import', text)
    expect(again.status).toBe(201)
    const core = (build: Build) => canonicalJson({ ...build, id: '', name: '' })
    expect(core(await getBuild(again.body.id))).toBe(core(await getBuild(id)))
    expect((await save(id, 0, headroom(10))).status).toBe(200)
  })

  test('seventy thousand parts are read in one file, and six hundred ids are asked for at once', async () => {
    const lines = Array.from({ length: 70_000 }, (_, index) => `fan,Very many ${index},120`)
    const response = await fetch(`${serverUrl()}/api/parts/import`, {
      method: 'POST',
      body: ['kind,name,sizeMm', ...lines].join('\n'),
    })
    const { addedCount, knownCount } = (await response.json()) as PartsRead
    expect(addedCount + knownCount).toBe(70_000)
    const ids = Array.from({ length: 600 }, () => randomUUID())
    expect(await call('POST', '/api/parts/by-id', { ids })).toEqual({ status: 200, body: [] })
    expect((await call<Refusal>('POST', '/api/parts/by-id', { ids: ['a b'] })).body.error.place).toBe('/ids/0')
    // Files that are only asked after, or let go of half way, leave the way free for the next one.
    const file = `${serverUrl()}/api/parts/file?form=json`
    for (let turn = 0; turn < 3; turn += 1) {
      expect((await fetch(file, { method: 'HEAD' })).headers.get('content-disposition')).toContain('own parts.json')
      const abort = new AbortController()
      const reader = (await fetch(file, { signal: abort.signal })).body!.getReader()
      expect((await reader.read()).done).toBe(false)
      abort.abort()
      await reader.closed.catch(() => undefined)
    }
    const next = await fetch(`${serverUrl()}/api/parts/import`, {
      method: 'POST',
      body: 'kind,name\nfan,Very many more\n',
    })
    expect(next.status).toBe(200)
    await sql`delete from parts where starts_with(name, 'Very many ')`
  })
})

describe('a large file', () => {
  const megabytes = 60
  const empty = `kind\n${'\n'.repeat(megabytes * 1024 * 1024)}`
  const upload = async () => {
    const response = await fetch(`${serverUrl()}/api/parts/import`, { method: 'POST', body: empty })
    return { status: response.status, message: ((await response.json()) as Refusal).error.message }
  }

  test('of empty lines is refused at its limit, and twelve at once are taken in two by two', async () => {
    expect(await upload()).toEqual({
      status: 400,
      message: 'At line 400001: the file has more than 400000 lines. Split it.',
    })
    const answers = await Promise.all(Array.from({ length: 12 }, upload))
    const messages = new Set(answers.map(({ status, message }) => `${status} ${message}`))
    expect([...messages].toSorted()).toEqual([
      '400 At line 400001: the file has more than 400000 lines. Split it.',
      '503 The server takes in 2 large files just now. Nothing was kept; try again in a moment.',
    ])
    expect((await call('GET', '/api/health')).status).toBe(200)
  })
})

describe('a document in the store that is not sound', () => {
  const damage = async (change: (document: Record<string, unknown>) => unknown) => {
    const { id } = await two()
    const [row] = await sql<{ document: Record<string, unknown> }[]>`select document from builds where id = ${id}`
    await sql`update builds set document = ${sql.json(change(row!.document) as never)} where id = ${id}`
    return id
  }
  const withoutParts = ({ parts: _parts, ...rest }: Record<string, unknown>) => rest

  test.each<[string, (document: Record<string, unknown>) => unknown]>([
    ['without its parts', withoutParts],
    ['that is a list', () => [1, 2]],
    ['that is a text', () => 'text'],
    ['of another format', (document) => ({ ...document, format: 'x' })],
    ['with items that are none', (document) => ({ ...document, items: 'none' })],
  ])('%s: a page that says so, a sentence each, and a file', async (_what, change) => {
    const id = await damage(change)
    const page = await fetch(`${serverUrl()}/builds/${id}/threads`)
    expect(page.status).toBe(200)
    expect(await page.text()).toContain('cannot be read')
    for (const path of ['', '/wiring', '/history/state?revision=0'].map((end) => `/api/builds/${id}${end}`)) {
      const { status, body } = await call<Refusal | Build>('GET', path)
      if (path.includes('history')) expect(status).toBe(200)
      else expect({ status, code: (body as Refusal).error.code }).toEqual({ status: 422, code: 'DOCUMENT_BROKEN' })
    }
    expect((await save(id, 0, headroom(10))).status).toBe(422)
    expect((await fetch(`${serverUrl()}/api/builds/${id}/file`)).status).toBe(200)
    expect((await list('')).count).toBeGreaterThan(0)
    expect((await call('POST', `/api/builds/${id}/mend`)).status).toBe(204)
    expect((await getBuild(id)).revision).toBe(1)
    expect((await save(id, 1, headroom(10))).status).toBe(200)
    expect((await call('GET', `/api/builds/${id}/history`)).body).toMatchObject({ firstRevision: 1, revision: 2 })
  })

  test('one that a newer program wrote is shown as that, and not touched', async () => {
    const id = await damage((document) => ({ ...document, version: 9, wonder: 1 }))
    expect(await (await fetch(`${serverUrl()}/builds/${id}/parts`)).text()).toContain('written by a newer program')
    expect((await call<Refusal>('POST', `/api/builds/${id}/mend`)).body.error.message).toMatch(/newer program/)
    const [row] = await sql`select document from builds where id = ${id}`
    expect(row!['document']).toMatchObject({ version: 9, wonder: 1 })
  })

  test('mending a sound one changes nothing', async () => {
    const { id } = await two()
    expect((await call('POST', `/api/builds/${id}/mend`)).status).toBe(204)
    expect((await getBuild(id)).revision).toBe(0)
  })
})

describe('a store that is slow', () => {
  /** Holds the lock on a build's row until it is released. */
  async function holdUp(id: string): Promise<() => Promise<unknown>> {
    let release: () => void = () => undefined
    const released = new Promise<void>((resolve) => (release = resolve))
    let done: Promise<unknown> = Promise.resolve()
    await new Promise<void>((isHeld, reject) => {
      done = sql
        .begin(async (tx) => {
          await tx`select 1 from builds where id = ${id} for update`
          isHeld()
          await released
        })
        .catch(reject)
    })
    return () => {
      release()
      return done
    }
  }

  test('a lock that somebody holds ends a save with a sentence, and nothing is saved', async () => {
    const { id } = await two()
    const release = await holdUp(id)
    const { status, body } = await save(id, 0, headroom(10)).finally(release)
    expect({ status, code: body.error?.code }).toEqual({ status: 503, code: 'STORE_BUSY' })
    expect((await save(id, 0, headroom(10))).status).toBe(200)
  })

  test('whoever asks after the health has an answer before the store has come free', async () => {
    const { id } = await two()
    const release = await holdUp(id)
    // More saves than the server has connections, all waiting for the lock.
    const saves = Array.from({ length: 12 }, () => save(id, 0, headroom(10)))
    const waiting = async () =>
      (await sql`select count(*)::int as count from pg_stat_activity where wait_event_type = 'Lock'`)[0]![
        'count'
      ] as number
    while ((await waiting()) < 8) await new Promise((resolve) => setTimeout(resolve, 20))
    const health = call<{ ready: boolean }>('GET', '/api/health')
    const first = await Promise.race([health, ...saves.map((saved) => saved.then(() => 'a save'))])
    await release()
    expect(first).toMatchObject({ status: 503, body: { ready: false } })
    await Promise.all(saves)
    expect((await call('GET', '/api/health')).status).toBe(200)
  })
})

describe('a request that comes in slowly or not at all', () => {
  const answerTo = (text: string) =>
    new Promise<string>((resolve, reject) => {
      const { hostname, port } = new URL(serverUrl())
      const socket = openSocket(Number(port), hostname, () => socket.write(text))
      let answer = ''
      socket.on('data', (piece) => (answer += piece.toString()))
      socket.on('close', () => resolve(answer))
      socket.on('error', reject)
    })

  test('a head that is never finished is given up', async () => {
    const begun = performance.now()
    expect(await answerTo('GET / HTTP/1.1\r\nhost: 127.0.0.1\r\nx-slow: ')).toMatch(
      /^HTTP\/1\.1 408 .*came in too slowly/s,
    )
    expect(performance.now() - begun).toBeLessThan(45_000)
  })

  test.each([
    ['no request', 'HELLO\r\n\r\n', 400, /no request that HTTP knows/],
    ['a head without end', `GET / HTTP/1.1\r\nx: ${'x'.repeat(20_000)}\r\n\r\n`, 431, /over 16 kB/],
    ['TRACE', 'TRACE / HTTP/1.1\r\nhost: 127.0.0.1\r\nconnection: close\r\n\r\n', 405, /but not TRACE/],
    ['a broken %', 'GET /%zz HTTP/1.1\r\nhost: 127.0.0.1\r\nconnection: close\r\n\r\n', 400, /hexadecimal/],
  ])('%s: a sentence', async (_what, text, status, words) => {
    const answer = await answerTo(text)
    expect(answer).toMatch(new RegExp(`^HTTP/1\\.1 ${status} `))
    expect(answer).toMatch(words)
  })
})

describe('stores of older versions', () => {
  const files = readdirSync('db/migrations').toSorted()
  const address = (name: string) => (process.env['DATABASE_URL'] ?? '').replace(/\/[^/]*$/, `/${name}`)

  async function inScratch(work: (scratch: postgres.Sql, name: string) => Promise<void>): Promise<void> {
    const name = `scratch_${randomUUID().replaceAll('-', '')}`
    await sql.unsafe(`create database ${name}`)
    // From the ninth migration on, every row is on a bench.
    const connection = { 'loom.bench': 'desk' } as never
    const scratch = postgres(address(name), { max: 2, onnotice: () => undefined, connection })
    try {
      await work(scratch, name)
    } finally {
      await scratch.end()
      await sql.unsafe(`drop database ${name}`)
    }
  }
  const folderWith = (names: readonly string[]) => {
    const folder = mkdtempSync(join(tmpdir(), 'migrations-'))
    for (const name of names) copyFileSync(join('db/migrations', name), join(folder, name))
    return folder
  }

  test.each(files.map((_file, index) => index + 1))(
    'a store after migration %d, with data, is brought up to date: documents, logs and parts as they were',
    async (count) => {
      await inScratch(async (scratch) => {
        const folder = folderWith(files.slice(0, count))
        await migrate(scratch, folder)
        rmSync(folder, { recursive: true })
        const kite = demoBuild('paper-kite')
        const document = { ...kite, revision: 1, choices: { ...kite.choices, headroomPercent: 33 } }
        const hasInitial = count >= 3
        await scratch`
          insert into builds ${scratch({
            id: kite.id,
            name: kite.name,
            revision: 1,
            document: scratch.json(document as never),
            ...(hasInitial ? { initial_document: scratch.json(kite as never) } : {}),
          } as never)}`
        await scratch`
          insert into build_edits (build_id, revision, edit_id, edit, slots)
          values (${kite.id}, 1, 'e1', ${scratch.json(headroom(33) as never)}, ${['headroom:']})`
        const part = kite.parts[0]!
        await scratch`
          insert into parts (id, origin, name, kind, spec, search_text)
          values ('mine', 'own', ${part.name}, ${part.kind}, ${scratch.json({ ...part, id: 'mine' } as never)}, 'x')`
        expect(await migrate(scratch, 'db/migrations')).toEqual(files.slice(count))
        expect(await migrate(scratch, 'db/migrations')).toEqual([])
        await scratch.begin(grantRights)
        const atDesk = <T>(work: (tx: Tx) => Promise<T>) => onBench({ benchId: DESK, role: 'owner' }, work, scratch)
        const edits = [{ id: 'e2', edit: headroom(44) }]
        const saved = await atDesk((tx) => saveEdits(tx, kite.id, { baseRevision: 1, edits }))
        expect(saved).toMatchObject({ outcome: 'saved', revision: 2 })
        const page = await atDesk((tx) => historyPage(tx, kite.id, undefined))
        // Before the log was kept whole, a build begins where it stood when that began.
        expect(page.firstRevision).toBe(hasInitial ? 0 : 1)
        expect(page.steps.map(({ label }) => label)).toEqual([
          'headroom 44 %',
          ...(hasInitial ? ['headroom 33 %'] : []),
        ])
        expect((await atDesk((tx) => stateAt(tx, kite.id, 1))).choices.headroomPercent).toBe(33)
        const [held] = await scratch`select spec, format_version from parts where id = 'mine'`
        expect(held).toEqual({ spec: { ...part, id: 'mine' }, format_version: 1 })
      })
    },
  )

  test('an account that may make no roles is told what its administrator is to run, and works once that is done', async () => {
    await inScratch(async (scratch, name) => {
      const account = `plain_${randomUUID().slice(0, 8)}`
      await sql.unsafe(`create role ${account} login password 'plain'`)
      await sql.unsafe(`alter database ${name} owner to ${account}`)
      const url = new URL(address(name))
      url.username = account
      url.password = 'plain'
      const plain = postgres(url.href, { max: 1, onnotice: () => undefined })
      try {
        await migrate(plain, 'db/migrations')
        await expect(plain.begin(grantRights)).rejects.toThrow(
          /create role loom_bench nologin; grant loom_bench to ACCOUNT; then start again/,
        )
        await sql.unsafe(`grant loom_bench to ${account}`)
        await plain.begin(grantRights)
        const seen = await onBench({ benchId: DESK, role: 'owner' }, (tx) => tx`select id from builds`, plain)
        expect(seen).toHaveLength(0)
      } finally {
        await plain.end()
        await scratch.unsafe(
          `reassign owned by ${account} to current_user; drop owned by ${account}; drop role ${account}`,
        )
      }
    })
  })

  test('a store of a newer version is refused with a sentence and left alone', async () => {
    await inScratch(async (scratch) => {
      const folder = folderWith(files)
      writeFileSync(join(folder, '9999_later.sql'), 'create table later (id int);')
      await migrate(scratch, folder)
      rmSync(folder, { recursive: true })
      await expect(migrate(scratch, 'db/migrations')).rejects.toThrow(
        'This store was made by a newer Gentle Loom (it has 9999_later.sql). Nothing was changed',
      )
    })
  })
})

test('the log of the store tells nothing of what people write', async () => {
  const secret = `Secret${randomUUID()}`
  await sql`select ${secret}::int`.catch(() => undefined)
  const [{ logging_collector: collector } = { logging_collector: '' }] = await sql<{ logging_collector: string }[]>`
    select current_setting('log_min_error_statement') || ' ' || current_setting('log_error_verbosity') as logging_collector`
  expect(collector).toBe('panic terse')
  const log = readFileSync(join(process.env['LOOM_DATA'] ?? '', 'postgres.log'), 'utf8')
  expect(log).not.toContain(`select ${secret}`)
})
