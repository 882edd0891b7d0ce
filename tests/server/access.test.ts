import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { randomUUID } from 'node:crypto'
import postgres from 'postgres'
import type { Build } from '../../src/core/build/schema'
import { canonicalJson } from '../../src/core/formats/canonical'
import { PARTS_FORMAT, PARTS_VERSION } from '../../src/core/formats/parts-file'
import { demoBuild, partNamed } from '../support/bench'
import { comeIn, invited, startServed, Visitor, type Served } from '../support/served'

/** Every route, asked by everybody: what each may do stands in one table, and a route that it does not name fails. */

const ASKERS = ['nobody', 'ended', 'stranger', 'reader', 'maker', 'owner'] as const
type Asker = (typeof ASKERS)[number]

/** What each asker is answered; a stranger owns another bench, and works on that. */
const OK = 'ok'
type Answers = readonly (number | typeof OK)[]
const OPEN: Answers = [OK, OK, OK, OK, OK, OK]
const LOOK: Answers = [401, 401, 404, OK, OK, OK]
const CHANGE: Answers = [401, 401, 404, 403, OK, OK]
const SHARING: Answers = [401, 401, 404, 403, OK, OK]
/** What lies on the asker's own bench: a stranger's is another one. */
const LOOK_HERE: Answers = [401, 401, OK, OK, OK, OK]
const CHANGE_HERE: Answers = [401, 401, OK, 403, OK, OK]
const MANAGE: Answers = [401, 401, OK, 403, 403, OK]
const MYSELF: Answers = [401, 401, OK, OK, OK, OK]
/** A page shows whoever has not signed in where to do that. */
const PAGE: Answers = [307, 307, OK, OK, OK, OK]
const PAGE_OF: Answers = [307, 307, 404, OK, OK, OK]

let served: Served
let sql: postgres.Sql
const people = new Map<Asker, Visitor>()
const who = (asker: Asker) => people.get(asker)!

/** Things on the owner's bench for one request, made anew for each, so that no asker finds what another has left. */
async function fresh() {
  const owner = who('owner')
  const { body: build } = await owner.call<{ id: string }>('POST', '/api/builds/import', demoBuild('paper-kite'))
  return { owner, build: build.id }
}
type Fixture = Awaited<ReturnType<typeof fresh>>

const newEdit = (name: string) => ({
  baseRevision: 0,
  edits: [{ id: randomUUID(), edit: { type: 'renameBuild', name } }],
})
async function machineOn({ owner, build }: Fixture): Promise<string> {
  const { body } = await owner.call<{ id: string }>('POST', `/api/builds/${build}/machines`, {
    id: randomUUID(),
    revision: 0,
    name: 'One of them',
  })
  return body.id
}
async function partOn({ owner }: Fixture): Promise<string> {
  const part = { ...partNamed('fan-140'), id: randomUUID() }
  await owner.call('POST', '/api/parts', { baseRevision: 0, part })
  return part.id
}
async function packOn(fixture: Fixture): Promise<string> {
  const id = randomUUID()
  const partId = await partOn(fixture)
  await fixture.owner.call('POST', '/api/packs', {
    baseRevision: 0,
    pack: { id, name: 'A pack', contents: [{ partId, count: 1 }] },
  })
  return id
}
async function linkOn({ owner, build }: Fixture): Promise<string> {
  const { body } = await owner.call<{ token: string }>('POST', `/api/builds/${build}/links`, { days: null })
  return body.token
}
const entryOf = () => ({ id: randomUUID(), at: new Date().toISOString(), what: { kind: 'note', text: 'Dust.' } })

type Asked = string | { readonly path: string; readonly body: unknown }
interface Row {
  readonly answers: Answers
  readonly ask: (fixture: Fixture) => Asked | Promise<Asked>
}
const row = (answers: Answers, ask: Row['ask']): Row => ({ answers, ask })
const onBuild = (path: string) => (fixture: Fixture) => `/api/builds/${fixture.build}${path}`
const onMachine = (path: string) => async (fixture: Fixture) => `/api/machines/${await machineOn(fixture)}${path}`
const at = (path: string, body: unknown) => () => ({ path, body })

const ROUTES: Readonly<Record<string, Row>> = {
  'GET /api/health': row(OPEN, () => '/api/health'),
  'GET /api/changes': row(MYSELF, () => '/api/changes'),
  'GET /api/logs/[name]': row(MYSELF, () => '/api/logs/evening-of-editing'),
  'GET /api/builds': row(LOOK_HERE, () => '/api/builds'),
  'POST /api/builds': row(CHANGE_HERE, () => ({
    path: '/api/builds',
    body: { from: 'blank', id: randomUUID(), name: 'Another' },
  })),
  'POST /api/builds/import': row(CHANGE_HERE, () => ({ path: '/api/builds/import', body: demoBuild('paper-kite') })),
  'GET /api/builds/deleted': row(LOOK_HERE, () => '/api/builds/deleted'),
  'POST /api/builds/deleted': row(CHANGE_HERE, ({ build }) => ({
    path: '/api/builds/deleted',
    body: { ids: [build] },
  })),
  'POST /api/builds/restored': row(CHANGE_HERE, ({ build }) => ({
    path: '/api/builds/restored',
    body: { ids: [build] },
  })),
  'POST /api/builds/tags': row(CHANGE_HERE, ({ build }) => ({
    path: '/api/builds/tags',
    body: { ids: [build], tag: 'mine', isOn: true },
  })),
  'POST /api/builds/glances': row(LOOK_HERE, ({ build }) => ({ path: '/api/builds/glances', body: { ids: [build] } })),
  'GET /api/builds/[id]': row(LOOK, onBuild('')),
  'DELETE /api/builds/[id]': row(CHANGE, onBuild('')),
  'GET /api/builds/[id]/edits': row(LOOK, onBuild('/edits?since=0')),
  'POST /api/builds/[id]/edits': row(CHANGE, ({ build }) => ({
    path: `/api/builds/${build}/edits`,
    body: newEdit('Renamed'),
  })),
  'GET /api/builds/[id]/file': row(LOOK, onBuild('/file')),
  'GET /api/builds/[id]/wiring': row(LOOK, onBuild('/wiring')),
  'GET /api/builds/[id]/settings': row(LOOK, onBuild('/settings')),
  'GET /api/builds/[id]/history': row(LOOK, onBuild('/history')),
  'POST /api/builds/[id]/history': row(CHANGE, ({ build }) => ({
    path: `/api/builds/${build}/history`,
    body: { revision: 0, name: 'As it came' },
  })),
  'GET /api/builds/[id]/history/back': row(LOOK, onBuild('/history/back?to=0')),
  'GET /api/builds/[id]/history/state': row(LOOK, onBuild('/history/state?revision=0')),
  'GET /api/builds/[id]/machines': row(LOOK, onBuild('/machines')),
  'POST /api/builds/[id]/machines': row(CHANGE, ({ build }) => ({
    path: `/api/builds/${build}/machines`,
    body: { id: randomUUID(), revision: 0, name: 'A second' },
  })),
  'POST /api/builds/[id]/mend': row(CHANGE, onBuild('/mend')),
  'POST /api/builds/[id]/restore': row(CHANGE, onBuild('/restore')),
  'GET /api/builds/[id]/links': row(SHARING, onBuild('/links')),
  'POST /api/builds/[id]/links': row(SHARING, ({ build }) => ({
    path: `/api/builds/${build}/links`,
    body: { days: 7 },
  })),
  'DELETE /api/builds/[id]/links/[link]': row(SHARING, onBuild('/links/any')),
  'GET /api/machines': row(LOOK_HERE, () => '/api/machines'),
  'POST /api/machines/import': row(CHANGE_HERE, async (fixture) => {
    const { body } = await fixture.owner.call('GET', `/api/machines/${await machineOn(fixture)}/file`)
    return { path: '/api/machines/import', body }
  }),
  'GET /api/machines/[id]': row(LOOK, onMachine('')),
  'GET /api/machines/[id]/file': row(LOOK, onMachine('/file')),
  'GET /api/machines/[id]/log': row(LOOK, onMachine('/log?after=0')),
  'POST /api/machines/[id]/log': row(CHANGE, async (fixture) => ({
    path: await onMachine('/log')(fixture),
    body: { entries: [entryOf()] },
  })),
  'POST /api/machines/[id]/sheet': row(CHANGE, async (fixture) => {
    const id = await machineOn(fixture)
    const { body } = await fixture.owner.call<{ plan: Build }>('GET', `/api/machines/${id}`)
    return {
      path: `/api/machines/${id}/sheet`,
      body: {
        format: 'gentle-loom ticks',
        version: 1,
        machineId: id,
        machineName: 'One of them',
        planName: body.plan.name,
        planRevision: 0,
        entries: [entryOf()],
      },
    }
  }),
  // No photo of that name is there: whoever may look is told so, and the others not even that.
  'GET /api/machines/[id]/photos/[photo]': row([401, 401, 404, 404, 404, 404], onMachine('/photos/none')),
  // What is sent is no photo: whoever may change is told so.
  'PUT /api/machines/[id]/photos/[photo]': row([401, 401, 404, 403, 400, 400], async (fixture) => ({
    path: await onMachine('/photos/one')(fixture),
    body: 'no photo',
  })),
  'GET /api/parts': row(LOOK_HERE, () => '/api/parts'),
  'POST /api/parts': row(CHANGE_HERE, () => ({
    path: '/api/parts',
    body: { baseRevision: 0, part: { ...partNamed('fan-140'), id: randomUUID() } },
  })),
  'POST /api/parts/by-id': row(LOOK_HERE, at('/api/parts/by-id', { ids: [] })),
  'POST /api/parts/check': row(MYSELF, at('/api/parts/check', partNamed('fan-140'))),
  'GET /api/parts/file': row(LOOK_HERE, () => '/api/parts/file'),
  'HEAD /api/parts/file': row(LOOK_HERE, () => '/api/parts/file'),
  'POST /api/parts/import': row(CHANGE_HERE, at('/api/parts/import', 'kind,name,sizeMm,amps\nfan,Bulk,120,0.2')),
  'GET /api/parts/[id]': row(LOOK, async (fixture) => `/api/parts/${await partOn(fixture)}`),
  'PUT /api/parts/[id]': row(CHANGE, async (fixture) => {
    const id = await partOn(fixture)
    return {
      path: `/api/parts/${id}`,
      body: { baseRevision: 1, part: { ...partNamed('fan-140'), id, name: 'Changed' } },
    }
  }),
  'POST /api/parts/[id]/retire': row(CHANGE, async (fixture) => `/api/parts/${await partOn(fixture)}/retire`),
  'POST /api/parts/[id]/restore': row(CHANGE, async (fixture) => `/api/parts/${await partOn(fixture)}/restore`),
  'GET /api/packs': row(LOOK_HERE, () => '/api/packs'),
  'POST /api/packs': row(CHANGE_HERE, () => ({
    path: '/api/packs',
    body: { baseRevision: 0, pack: { id: randomUUID(), name: 'A pack', contents: [{ partId: 'fan-140', count: 1 }] } },
  })),
  'POST /api/packs/[id]/retire': row(CHANGE, async (fixture) => `/api/packs/${await packOn(fixture)}/retire`),
  'POST /api/packs/[id]/restore': row(CHANGE, async (fixture) => `/api/packs/${await packOn(fixture)}/restore`),
  'POST /api/sign-in': row([401, 401, 401, 401, 401, 401], at('/api/sign-in', { signInName: 'x', password: 'y' })),
  'GET /api/sign-in/passkey': row(OPEN, () => '/api/sign-in/passkey'),
  'POST /api/sign-in/passkey': row([401, 401, 401, 401, 401, 401], at('/api/sign-in/passkey', { answer: {} })),
  'POST /api/sign-out': row(OPEN, at('/api/sign-out', {})),
  'POST /api/join/[token]': row([404, 404, 404, 404, 404, 404], at('/api/join/nothing', {})),
  'PUT /api/account': row(MYSELF, at('/api/account', { name: 'The same as ever' })),
  // Not with a wrong password, whoever asks.
  'DELETE /api/account': row([401, 401, 400, 400, 400, 400], at('/api/account', { password: 'not mine' })),
  'GET /api/account/file': row(MYSELF, () => '/api/account/file'),
  'POST /api/account/password': row(
    [401, 401, 400, 400, 400, 400],
    at('/api/account/password', { password: 'not mine', newPassword: 'seven lanterns over still water' }),
  ),
  'POST /api/account/bench': row([401, 401, 404, OK, OK, OK], at('/api/account/bench', { benchId: 'desk' })),
  'DELETE /api/account/sessions/[id]': row(MYSELF, () => '/api/account/sessions/none'),
  'POST /api/account/passkeys': row(
    [401, 401, 400, 400, 400, 400],
    at('/api/account/passkeys', { password: 'not mine' }),
  ),
  'PUT /api/account/passkeys': row([401, 401, 401, 401, 401, 401], at('/api/account/passkeys', { answer: {} })),
  'DELETE /api/account/passkeys/[id]': row(MYSELF, () => '/api/account/passkeys/none'),
  'POST /api/benches': row(MYSELF, at('/api/benches', { name: 'One more' })),
  'PUT /api/bench': row(MANAGE, at('/api/bench', { name: 'Called anew' })),
  'POST /api/bench/invitations': row(MANAGE, at('/api/bench/invitations', { role: 'reader' })),
  'DELETE /api/bench/invitations/[id]': row(MANAGE, () => '/api/bench/invitations/none'),
  // Nobody of that name is on either bench.
  'PUT /api/bench/people/[id]': row([401, 401, 404, 403, 403, 404], at('/api/bench/people/none', { role: 'reader' })),
  'DELETE /api/bench/people/[id]': row([401, 401, 404, 403, 403, 404], () => '/api/bench/people/none'),
  'GET /api/shared/[token]/file': row(OPEN, async (fixture) => `/api/shared/${await linkOn(fixture)}/file`),
  'POST /api/shared/[token]/copy': row(CHANGE_HERE, async (fixture) => `/api/shared/${await linkOn(fixture)}/copy`),
  'page /': row(PAGE, () => '/'),
  'page /sign-in': row([OK, OK, 307, 307, 307, 307], () => '/sign-in'),
  'page /account': row(PAGE, () => '/account'),
  'page /bench': row(PAGE, () => '/bench'),
  'page /join/[token]': row([404, 404, 404, 404, 404, 404], () => '/join/nothing'),
  'page /shared/[token]': row(OPEN, async (fixture) => `/shared/${await linkOn(fixture)}`),
  'page /checks': row(OPEN, () => '/checks'),
  'page /machines': row(PAGE, () => '/machines'),
  'page /machines/[id]': row(PAGE_OF, async (fixture) => `/machines/${await machineOn(fixture)}`),
  'page /builds/[id]': row([307, 307, 404, 307, 307, 307], ({ build }) => `/builds/${build}`),
  ...Object.fromEntries(
    ['parts', 'places', 'threads', 'threads/plans', 'speed', 'light', 'bench', 'sheet', 'machines'].map((stage) => [
      `page /builds/[id]/${stage}`,
      row(PAGE_OF, ({ build }) => `/builds/${build}/${stage}`),
    ]),
  ),
}

/** The routes that there are, from the files. */
function routes(folder = 'src/app', path = ''): readonly string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const file = join(folder, entry.name)
    if (entry.isDirectory()) return routes(file, `${path}/${entry.name}`)
    if (entry.name === 'page.tsx') return [`page ${path === '' ? '/' : path}`]
    if (entry.name !== 'route.ts') return []
    return [...readFileSync(file, 'utf8').matchAll(/export (?:function|const) ([A-Z]+)\b/g)].map(
      ([, method]) => `${method} ${path}`,
    )
  })
}

beforeAll(async () => {
  served = await startServed()
  sql = postgres(served.databaseUrl, { max: 2, onnotice: () => undefined })
  const owner = await comeIn(served.origin, served.firstLink, 'Oda Linde')
  people.set('owner', owner)
  people.set('reader', await invited(owner, 'reader', 'Rui Falk'))
  people.set('maker', await invited(owner, 'maker', 'Mara Quist'))
  const stranger = await invited(owner, 'reader', 'Sol Brandt')
  const [{ id: strangerId } = { id: '' }] = await sql<{ id: string }[]>`select id from people where name = 'Sol Brandt'`
  await owner.call('DELETE', `/api/bench/people/${strangerId}`)
  await stranger.call('POST', '/api/benches', { name: 'Elsewhere' })
  people.set('stranger', stranger)
  const signedIn = await invited(owner, 'owner', 'Ebba Noor')
  people.set('ended', signedIn.twin())
  await signedIn.call('POST', '/api/sign-out', {})
  people.set('nobody', new Visitor(served.origin))
}, 180_000)

afterAll(async () => {
  await sql?.end()
  await served?.stop()
})

/** Tries at signing in are counted; the walk makes more of them than anybody may. */
const forgetTries = () => sql`delete from sign_in_tries`

test('every route stands in the table, and nothing else does', () => {
  expect(Object.keys(ROUTES).toSorted()).toEqual([...routes()].toSorted())
})

test.each(Object.entries(ROUTES))(
  '%s',
  async (name, { answers, ask }) => {
    const [method = ''] = name.split(' ')
    for (const [index, asker] of ASKERS.entries()) {
      await forgetTries()
      const asked = await ask(await fresh())
      const { path, body } = typeof asked === 'string' ? { path: asked, body: undefined } : asked
      const isStream = path === '/api/changes'
      // A copy of them, so that who signs out or changes bench here does it for this one request.
      const visitor = who(asker).twin()
      const wanted = answers[index]!
      const { status } = isStream
        ? await peek(visitor, path)
        : name === 'POST /api/sign-out'
          ? await new Visitor(served.origin).call('POST', path, body)
          : await visitor.call(method === 'page' ? 'GET' : method, path, body)
      expect({ asker, status: wanted === OK && status < 300 ? OK : status }).toEqual({ asker, status: wanted })
      // A bench that somebody made, or changed to, is not where they go on.
      await sql`update sessions set bench_id = null where bench_id <> 'desk' and person_id in (
      select person_id from memberships where bench_id = 'desk')`
      await sql`delete from benches where name = 'One more'`
    }
  },
  120_000,
)

/** The head of an answer that goes on for ever. */
async function peek(visitor: Visitor, path: string): Promise<{ readonly status: number }> {
  const abort = new AbortController()
  const { status } = await fetch(`${visitor.origin}${path}`, {
    headers: { cookie: visitor.cookie },
    signal: abort.signal,
  })
  abort.abort()
  return { status }
}

describe('what a stranger does', () => {
  test('changes nothing on a bench that is not theirs, whatever ids it names', async () => {
    const stranger = who('stranger')
    const fixture = await fresh()
    const before = await fixture.owner.call<Build>('GET', `/api/builds/${fixture.build}`)
    const ids = { ids: [fixture.build] }
    await stranger.call('POST', '/api/builds/deleted', ids)
    await stranger.call('POST', '/api/builds/tags', { ...ids, tag: 'taken', isOn: true })
    await stranger.call('POST', '/api/builds', { from: 'copy', id: randomUUID(), sourceId: fixture.build })
    const { body: glances } = await stranger.call<{ glances: object }>('POST', '/api/builds/glances', ids)
    expect(glances.glances).toEqual({})
    const { body: list } = await stranger.call<{ count: number }>('GET', '/api/builds?q=kite')
    const { body: after } = await fixture.owner.call<Build>('GET', `/api/builds/${fixture.build}`)
    expect(canonicalJson(after)).toBe(canonicalJson(before.body))
    const [row] = await sql`select tags, deleted_at from builds where id = ${fixture.build}`
    expect(row).toEqual({ tags: [], deleted_at: null })
    const [mine] = await sql<{ count: number }[]>`
      select count(*)::int as count from builds
      where bench_id <> 'desk' and name ilike '%kite%' and deleted_at is null`
    expect(list.count).toBe(mine!.count)
  })

  test('a bench that a page names is one of the asker, or nothing is answered', async () => {
    const { status, body } = await who('stranger').call('GET', '/api/builds', undefined, { 'loom-bench': 'desk' })
    expect(status).toBe(403)
    expect(JSON.stringify(body)).toMatch(/not on this bench/)
  })

  test('two benches hold the same part and the same machine file, each its own', async () => {
    const fixture = await fresh()
    const stranger = who('stranger')
    const part = { ...partNamed('fan-140'), id: randomUUID(), name: `Shared id ${randomUUID().slice(0, 8)}` }
    const file = { format: PARTS_FORMAT, version: PARTS_VERSION, parts: [part] }
    await fixture.owner.call('POST', '/api/parts/import', file)
    await stranger.call('POST', '/api/parts/import', file)
    await stranger.call('PUT', `/api/parts/${part.id}`, { baseRevision: 1, part: { ...part, name: 'Mine' } })
    const { body: theirs } = await fixture.owner.call<{ part: { name: string } }>('GET', `/api/parts/${part.id}`)
    expect(theirs.part.name).toBe(part.name)
    const { body: machine } = await fixture.owner.call('GET', `/api/machines/${await machineOn(fixture)}/file`)
    const first = await stranger.call<{ id: string }>('POST', '/api/machines/import', machine)
    const again = await stranger.call<{ id: string }>('POST', '/api/machines/import', machine)
    expect([first.status, again.body.id]).toEqual([201, first.body.id])
    expect((await stranger.call('GET', `/api/machines/${first.body.id}`)).status).toBe(200)
  })
})

describe('the second wall', () => {
  const TABLES = [
    'builds',
    'build_edits',
    'build_states',
    'build_checkpoints',
    'build_glances',
    'machine_plans',
    'machines',
    'machine_log',
    'machine_photos',
    'links',
    'builds_here',
    'machines_here',
  ]
  const asRole = <T>(bench: string, role: string, work: (tx: postgres.TransactionSql) => Promise<T>) =>
    sql.begin(async (tx) => {
      await tx`select set_config('loom.bench', ${bench}, true), set_config('loom.role', ${role}, true),
        set_config('role', 'loom_bench', true)`
      return work(tx)
    })

  test('a query that forgets to ask for its bench sees nothing of another, and with none nothing at all', async () => {
    const fixture = await fresh()
    await fixture.owner.call('POST', `/api/builds/${fixture.build}/edits`, newEdit('Once more'))
    await linkOn(fixture)
    await machineOn(fixture)
    for (const table of TABLES) {
      const count = async (bench: string) =>
        asRole(bench, 'owner', async (tx) => {
          const [row] = await tx<{ count: number }[]>`
            select count(*)::int as count from ${tx(table)} where bench_id = 'desk'`
          return row!.count
        })
      expect([table, await count('elsewhere'), await count('')]).toEqual([table, 0, 0])
    }
    const held = await asRole('desk', 'reader', (tx) => tx`select 1 from builds limit 1`)
    expect(held).toHaveLength(1)
  })

  test('nobody writes on another bench, and a reader on none', async () => {
    const { build } = await fresh()
    const rename = (tx: postgres.TransactionSql) => tx`update builds set name = 'Taken' where id = ${build} returning 1`
    expect(await asRole('elsewhere', 'owner', rename)).toHaveLength(0)
    expect(await asRole('desk', 'reader', rename)).toHaveLength(0)
    expect(await asRole('desk', 'maker', rename)).toHaveLength(1)
    const plant = (tx: postgres.TransactionSql) => tx`
      insert into builds (id, bench_id, name, revision, document, initial_document)
      values (${randomUUID()}, 'desk', 'Planted', 0, '{}', '{}')`
    await expect(asRole('elsewhere', 'owner', plant)).rejects.toThrow(/row-level security/)
    await expect(asRole('desk', 'reader', plant)).rejects.toThrow(/row-level security/)
  })

  test.each(['people', 'sessions', 'passkeys', 'entry_links', 'sign_in_tries', 'memberships', 'benches'])(
    'the role that works on a bench may not even read %s',
    async (table) => {
      await expect(asRole('desk', 'owner', (tx) => tx`select 1 from ${tx(table)}`)).rejects.toThrow(/permission denied/)
    },
  )

  test('every table that holds something of a bench is behind it', async () => {
    const rows = await sql<{ name: string }[]>`
      select c.relname as name from pg_class c join pg_namespace n on n.oid = c.relnamespace
      where n.nspname = 'public' and c.relkind = 'r' and not c.relrowsecurity order by 1`
    expect(rows.map(({ name }) => name)).toEqual(['schema_migrations'])
  })
})
