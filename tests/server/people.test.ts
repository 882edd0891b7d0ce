import { execFileSync } from 'node:child_process'
import { request } from 'node:http'
import postgres from 'postgres'
import { freePort, pause } from '../crash/running'
import { comeIn, invited, PASSWORD, startServed, Visitor, type Served } from '../support/served'

/** Signing in, sessions, people of a bench, accounts and links, as whoever tries them from outside sees them. */

let served: Served
let sql: postgres.Sql
let owner: Visitor
let figuresPort = 0

beforeAll(async () => {
  figuresPort = await freePort()
  served = await startServed({ options: ['--metrics', String(figuresPort)] })
  sql = postgres(served.databaseUrl, { max: 2, onnotice: () => undefined })
  owner = await comeIn(served.origin, served.firstLink, 'Oda Linde')
}, 180_000)
afterAll(async () => {
  await sql?.end()
  await served?.stop()
})
beforeEach(() => sql`delete from sign_in_tries`)

const stranger = () => new Visitor(served.origin)
const nameOf = async (name: string) => {
  const [row] = await sql<
    { signInName: string }[]
  >`select sign_in_name as "signInName" from people where name = ${name}`
  return row!.signInName
}
const idOf = async (name: string) => {
  const [row] = await sql<{ id: string }[]>`select id from people where name = ${name}`
  return row!.id
}
const signIn = (visitor: Visitor, signInName: string, password: string) =>
  visitor.call<{ error?: { message: string } }>('POST', '/api/sign-in', { signInName, password })

/** A request with every head as it is given. */
function raw(
  method: string,
  path: string,
  headers: Record<string, string>,
  body = '',
): Promise<{ status: number; headers: Record<string, unknown> }> {
  return new Promise((resolve, reject) => {
    const call = request({ hostname: '127.0.0.1', port: served.port, method, path, headers }, (answer) => {
      answer.resume()
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, headers: answer.headers }))
    })
    call.on('error', reject)
    call.end(body)
  })
}

describe('coming in', () => {
  test('the link for the first owner works once, and no other is made once there is one', async () => {
    const again = await stranger().call('POST', `/api${served.firstLink}`, { name: 'Late', password: PASSWORD })
    expect(again.status).toBe(404)
    expect(served.words().match(/http:\S+\/join\//g)).toHaveLength(1)
  })

  test('of two who use one invitation at once, one comes in', async () => {
    const { body } = await owner.call<{ token: string }>('POST', '/api/bench/invitations', { role: 'maker' })
    const tries = await Promise.all(
      ['Twin A', 'Twin B'].map((name) =>
        stranger().call('POST', `/api/join/${body.token}`, { name, password: PASSWORD }),
      ),
    )
    expect(tries.map(({ status }) => status).toSorted()).toEqual([204, 404])
  })

  test.each([
    ['short', 'tooshort', 400],
    ['among the common ones', 'passwordpassword', 400],
    ['a row of keys', 'qwertyuiop1234', 400],
    ['the name and a year', 'Ines Marrow 2026', 400],
    ['a few words', 'six lamps under a bridge', 204],
  ])('a password that is %s', async (_what, password, status) => {
    const { body } = await owner.call<{ token: string }>('POST', '/api/bench/invitations', { role: 'reader' })
    const told = await stranger().call('POST', `/api/join/${body.token}`, { name: 'Ines Marrow', password })
    expect(told.status).toBe(status)
    if (status === 400) {
      expect(JSON.stringify(told.body)).toMatch(/At \/password/)
      // A refusal does not use the link up.
      const later = await stranger().call('POST', `/api/join/${body.token}`, {
        name: 'Ines Marrow',
        password: PASSWORD,
      })
      expect(later.status).toBe(204)
    }
  })

  test('a name that is taken says nothing of that: figures make every one its own', async () => {
    await invited(owner, 'reader', 'Same Name')
    await invited(owner, 'reader', 'Same Name')
    const rows = await sql<{ name: string }[]>`select sign_in_name as name from people where name = 'Same Name'`
    expect(new Set(rows.map(({ name }) => name)).size).toBe(2)
    for (const { name } of rows) expect(name).toMatch(/^same-name-\d{4}$/)
  })

  test('an invitation that is taken back, or has run out, opens nothing', async () => {
    const { body } = await owner.call<{ token: string }>('POST', '/api/bench/invitations', { role: 'reader' })
    await sql`update entry_links set ends_at = now() - interval '1 second' where sort = 'invited'`
    const late = await stranger().call('POST', `/api/join/${body.token}`, { name: 'Late', password: PASSWORD })
    expect(late.status).toBe(404)
  })

  test('what is kept of tokens and passwords opens nothing', async () => {
    const { body } = await owner.call<{ token: string }>('POST', '/api/bench/invitations', { role: 'reader' })
    const [{ text } = { text: '' }] = await sql<{ text: string }[]>`
      select string_agg(t, ' ') as text from (
        select row_to_json(e)::text as t from entry_links e union all select row_to_json(p)::text from people p
        union all select row_to_json(s)::text from sessions s) as all_rows`
    for (const secret of [body.token, PASSWORD, /=([\w-]{43})/.exec(owner.cookie)![1]!])
      expect(text).not.toContain(secret)
    expect(text).toMatch(/\$argon2id\$v=19\$m=19456,t=2,p=1\$/)
  })
})

describe('signing in', () => {
  test('gives a cookie that only this host sees, over TLS, out of reach of scripts', async () => {
    const visitor = stranger()
    const told = await signIn(visitor, await nameOf('Oda Linde'), PASSWORD)
    expect(told.status).toBe(204)
    expect(told.headers.getSetCookie()).toEqual([
      expect.stringMatching(/^__Host-loom=[\w-]{43}; Path=\/; Secure; HttpOnly; SameSite=Lax; Max-Age=43200$/),
    ])
    expect(told.headers.get('cache-control')).toBe('no-store')
    expect((await visitor.call('GET', '/api/builds')).status).toBe(200)
  })

  test('with a wrong password, and with a name that is not there, is refused alike', async () => {
    const wrong = await signIn(stranger(), await nameOf('Oda Linde'), 'not the one it is')
    const missing = await signIn(stranger(), 'nobody-0000', 'not the one it is')
    expect([wrong.status, missing.status]).toEqual([401, 401])
    expect(wrong.body).toEqual(missing.body)
    const heads = ({ headers }: typeof wrong) =>
      [...headers.keys()].filter((name) => name !== 'x-request-id').toSorted()
    expect(heads(wrong)).toEqual(heads(missing))
  })

  test('takes as long for a name that is there as for one that is not', async () => {
    const name = await nameOf('Oda Linde')
    const timesOf = async (signInName: string) => {
      const times: number[] = []
      for (let round = 0; round < 24; round += 1) {
        await sql`delete from sign_in_tries`
        const from = performance.now()
        await signIn(stranger(), signInName, 'not the one it is')
        times.push(performance.now() - from)
      }
      return times.toSorted((a, b) => a - b)[12]!
    }
    // Once before, so that the first hash of nobody is not among them.
    await signIn(stranger(), 'nobody-0000', 'x')
    const [there, missing] = [await timesOf(name), await timesOf('nobody-0000')]
    console.error(
      `sign-in, median of 24: ${there.toFixed(1)} ms for a name that is there, ${missing.toFixed(1)} ms for none`,
    )
    expect(Math.abs(there - missing) / Math.max(there, missing)).toBeLessThan(0.35)
  }, 60_000)

  test('a session that somebody laid into a browser is not the one that begins', async () => {
    const thief = await invited(owner, 'reader', 'Planter')
    const victim = thief.twin()
    await signIn(victim, await nameOf('Oda Linde'), PASSWORD)
    expect(victim.cookie).not.toBe(thief.cookie)
    // The one that lay there has ended.
    expect((await thief.call('GET', '/api/builds')).status).toBe(401)
  })

  test('1,000 tries are slowed down, counted for name and address, and let everybody else work on', async () => {
    const name = await nameOf('Oda Linde')
    const waits: number[] = []
    let isOver = false
    const working = (async () => {
      while (!isOver) {
        const from = performance.now()
        expect((await owner.call('GET', '/api/builds')).status).toBe(200)
        waits.push(performance.now() - from)
        await new Promise((resolve) => setTimeout(resolve, 25))
      }
    })()
    const statuses: number[] = []
    for (let round = 0; round < 50; round += 1) {
      const tries = Array.from({ length: 20 }, (_, index) => signIn(stranger(), name, `guess ${round} ${index}`))
      statuses.push(...(await Promise.all(tries)).map(({ status }) => status))
    }
    isOver = true
    await working
    const counted = (status: number) => statuses.filter((one) => one === status).length
    const sorted = waits.toSorted((a, b) => a - b)
    console.error(
      `1,000 tries: ${counted(401)} looked at, ${counted(429)} told to wait, ${counted(503)} told that it is busy; others waited ${sorted[Math.floor(sorted.length / 2)]!.toFixed(0)} ms in the middle, ${sorted.at(-1)!.toFixed(0)} ms at most`,
    )
    expect(statuses.every((status) => [401, 429, 503].includes(status))).toBe(true)
    expect(counted(401)).toBeLessThan(12)
    const right = await signIn(stranger(), name, PASSWORD)
    expect(right.status).toBe(429)
    expect(right.headers.get('retry-after')).toMatch(/^\d+$/)
    expect(right.body.error?.message).toMatch(/Wait \d+ s/)
    // A name that is not there is slowed down just as well: nobody learns from that which ones there are.
    await sql`delete from sign_in_tries`
    const missing: number[] = []
    for (let round = 0; round < 8; round += 1) missing.push((await signIn(stranger(), 'nobody-0000', 'x')).status)
    expect(missing).toContain(429)
  }, 120_000)
})

describe('sessions', () => {
  test('end at once where somebody ends them, signs out, or changes the password', async () => {
    const first = await invited(owner, 'maker', 'Tove Hald')
    const name = await nameOf('Tove Hald')
    const [second, third] = [stranger(), stranger()]
    await signIn(second, name, PASSWORD)
    await signIn(third, name, PASSWORD)
    const rows = await sql<{ id: string }[]>`
      select id from sessions where person_id = ${await idOf('Tove Hald')} order by began_at`
    expect(rows).toHaveLength(3)
    expect((await first.call('DELETE', `/api/account/sessions/${rows[1]!.id}`)).status).toBe(204)
    expect((await second.call('GET', '/api/builds')).status).toBe(401)
    const change = { password: PASSWORD, newPassword: 'a kettle full of small stones' }
    expect((await first.call('POST', '/api/account/password', change)).status).toBe(204)
    expect((await third.call('GET', '/api/builds')).status).toBe(401)
    expect((await first.call('GET', '/api/builds')).status).toBe(200)
    const copy = first.twin()
    await first.call('POST', '/api/sign-out', {})
    expect((await copy.call('GET', '/api/builds')).status).toBe(401)
    expect((await signIn(stranger(), name, PASSWORD)).status).toBe(401)
    expect((await signIn(stranger(), name, change.newPassword)).status).toBe(204)
  })

  test('nobody ends a session of somebody else, and a session that has run out is none', async () => {
    const other = await invited(owner, 'reader', 'Finn Aske')
    const [mine] = await sql<
      { id: string }[]
    >`select id from sessions where person_id = ${await idOf('Oda Linde')} limit 1`
    await other.call('DELETE', `/api/account/sessions/${mine!.id}`)
    expect((await owner.call('GET', '/api/builds')).status).toBe(200)
    await sql`update sessions set ends_at = now() where person_id = ${await idOf('Finn Aske')}`
    expect((await other.call('GET', '/api/builds')).status).toBe(401)
  })

  test('an open page hears nothing more once its session has ended, or its reader is off the bench', async () => {
    const hears = async (visitor: Visitor, before: () => Promise<unknown>) => {
      const abort = new AbortController()
      const stream = await fetch(`${served.origin}/api/changes`, {
        headers: { cookie: visitor.cookie },
        signal: abort.signal,
      })
      const reader = stream.body!.getReader()
      await reader.read()
      await before()
      let text = ''
      for (;;) {
        const { done, value } = await reader.read()
        if (done) return text
        text += new TextDecoder().decode(value)
      }
    }
    const out = await invited(owner, 'maker', 'Goes Out')
    expect(await hears(out, () => out.twin().call('POST', '/api/sign-out', {}))).not.toContain('data:')
    const off = await invited(owner, 'maker', 'Taken Off')
    const id = await idOf('Taken Off')
    expect(await hears(off, () => owner.call('DELETE', `/api/bench/people/${id}`))).not.toContain('data:')
    expect((await off.call('GET', '/api/builds')).status).toBe(403)
  })

  test('somebody hears of saves on their own benches alone', async () => {
    const elsewhere = await invited(owner, 'reader', 'Far Away')
    await owner.call('DELETE', `/api/bench/people/${await idOf('Far Away')}`)
    await elsewhere.call('POST', '/api/benches', { name: 'Far bench' })
    const { body: theirs } = await elsewhere.call<{ id: string }>('POST', '/api/builds', {
      from: 'blank',
      id: 'far-build',
      name: 'Far',
    })
    const { body: ours } = await owner.call<{ id: string }>('POST', '/api/builds', {
      from: 'blank',
      id: 'near-build',
      name: 'Near',
    })
    const stream = await fetch(`${served.origin}/api/changes`, { headers: { cookie: elsewhere.cookie } })
    const reader = stream.body!.getReader()
    await reader.read()
    const rename = (name: string) => ({ baseRevision: 0, edits: [{ id: name, edit: { type: 'renameBuild', name } }] })
    await owner.call('POST', `/api/builds/${ours.id}/edits`, rename('Nearer'))
    await elsewhere.call('POST', `/api/builds/${theirs.id}/edits`, rename('Farther'))
    const { value } = await reader.read()
    await reader.cancel()
    expect(new TextDecoder().decode(value)).toBe(`data: {"id":"far-build","revision":1}\n\n`)
  })
})

describe('people of a bench', () => {
  test('a bench keeps an owner, whoever goes or steps down, even at once', async () => {
    const id = await idOf('Oda Linde')
    expect((await owner.call('PUT', `/api/bench/people/${id}`, { role: 'maker' })).status).toBe(400)
    expect((await owner.call('DELETE', `/api/bench/people/${id}`)).status).toBe(400)
    const second = await invited(owner, 'owner', 'Second Owner')
    const secondId = await idOf('Second Owner')
    const both = await Promise.all([
      owner.call('PUT', `/api/bench/people/${id}`, { role: 'maker' }),
      second.call('PUT', `/api/bench/people/${secondId}`, { role: 'maker' }),
    ])
    expect(both.map(({ status }) => status).toSorted()).toEqual([204, 400])
    const [left] = await sql<{ count: number }[]>`
      select count(*)::int as count from memberships where bench_id = 'desk' and role = 'owner'`
    expect(left!.count).toBe(1)
    await sql`update memberships set role = 'owner' where bench_id = 'desk' and person_id = ${id}`
  })

  test('a role counts from the next request on', async () => {
    const maker = await invited(owner, 'maker', 'Steps Down')
    const make = () =>
      maker.call('POST', '/api/builds', { from: 'blank', id: `b-${Math.random()}`.replace('.', ''), name: 'B' })
    expect((await make()).status).toBe(201)
    await owner.call('PUT', `/api/bench/people/${await idOf('Steps Down')}`, { role: 'reader' })
    const refused = await make()
    expect(refused.status).toBe(403)
    expect(JSON.stringify(refused.body)).toMatch(/make you a maker/)
  })
})

describe('links to a build', () => {
  const share = async () => {
    const { body: build } = await owner.call<{ id: string; name: string }>('POST', '/api/builds', {
      from: 'copy',
      id: `shared-${Math.random()}`.replace('.', ''),
      sourceId: 'harbour-lantern',
    })
    const { body } = await owner.call<{ token: string }>('POST', `/api/builds/${build.id}/links`, { days: 7 })
    return { build, token: body.token }
  }

  test('have 256 random bits, show the build and nothing of where it lies, and are found by no search', async () => {
    const { build, token } = await share()
    expect(token).toMatch(/^[\w-]{43}$/)
    await owner.call('POST', `/api/builds/${build.id}/history`, { revision: 0, name: 'A state with a name' })
    const page = await stranger().call<string>('GET', `/shared/${token}`)
    expect(page.status).toBe(200)
    expect(page.headers.get('x-robots-tag')).toMatch(/noindex/)
    expect(page.headers.get('referrer-policy')).toBe('no-referrer')
    expect(page.headers.get('cache-control')).toMatch(/no-store/)
    expect(page.body).toContain(build.name)
    const file = await stranger().call('GET', `/api/shared/${token}/file`)
    for (const text of [page.body, JSON.stringify(file.body)])
      for (const secret of [build.id, 'Oda Linde', 'A state with a name', 'The desk', 'Night Ferry'])
        expect([secret, text.includes(secret)]).toEqual([secret, false])
  })

  test('end at once, run out, and go with their build; each time the answer is the same', async () => {
    const [ended, late, gone] = [await share(), await share(), await share()]
    const { body: links } = await owner.call<{ id: string }[]>('GET', `/api/builds/${ended.build.id}/links`)
    await owner.call('DELETE', `/api/builds/${ended.build.id}/links/${links[0]!.id}`)
    await sql`update links set ends_at = now() where build_id = ${late.build.id}`
    await owner.call('DELETE', `/api/builds/${gone.build.id}`)
    const tokens = [ended.token, late.token, gone.token, 'A'.repeat(43)]
    const told = await Promise.all(tokens.map((token) => stranger().call('GET', `/api/shared/${token}/file`)))
    expect(told.map(({ status }) => status)).toEqual([404, 404, 404, 404])
    expect(new Set(told.map(({ body }) => JSON.stringify(body))).size).toBe(1)
  })

  test('cannot be guessed at any speed: an address that asks on and on is told to wait', async () => {
    const guesser = stranger()
    const statuses: number[] = []
    for (let round = 0; round < 12; round += 1) {
      const tries = Array.from({ length: 20 }, (_, index) =>
        guesser.call('GET', `/api/shared/${'x'.repeat(40)}${round}${index}/file`),
      )
      statuses.push(...(await Promise.all(tries)).map(({ status }) => status))
    }
    expect(statuses.filter((status) => status === 429).length).toBeGreaterThan(100)
    expect(statuses.every((status) => status === 404 || status === 429)).toBe(true)
    // The pages behind links are asked for by the same measure.
    for (const path of [`/shared/${'x'.repeat(43)}`, `/join/${'x'.repeat(43)}`, '/sign-in'])
      expect([path, (await guesser.call('GET', path)).status]).toEqual([path, 429])
    // Whoever has signed in is another asker, and works on.
    expect((await owner.call('GET', '/api/builds')).status).toBe(200)
  })
})

describe('the door', () => {
  const host = () => `localhost:${served.port}`
  const signedIn = () => ({ cookie: owner.cookie })

  test.each([
    ['another name', { host: 'loom.example' }, 421],
    ['its loopback address', { host: '127.0.0.1' }, 421],
    ['its name and another port', { host: 'localhost:1' }, 421],
    ['its name with a dot', { host: 'localhost.' }, 421],
    ['no more than its name', {}, 200],
  ])('a request under %s', async (_what, headers, status) => {
    const told = await raw('GET', '/api/builds', {
      host: host(),
      ...signedIn(),
      ...(headers as Record<string, string>),
    })
    expect(told.status).toBe(status)
  })

  test.each([
    ['without an origin', {}],
    ['of another site', { origin: 'https://elsewhere.example' }],
    ['of another port', { origin: 'http://localhost:1' }],
    ['of no site', { origin: 'null' }],
    ['that only begins like ours', { origin: 'ORIGIN.elsewhere.example' }],
  ])('a change %s is refused', async (_what, headers) => {
    const { origin } = headers as { origin?: string }
    const sent = origin === undefined ? {} : { origin: origin.replace('ORIGIN', served.origin) }
    const told = await raw('POST', '/api/builds', { host: host(), ...signedIn(), ...sent }, '{}')
    expect(told.status).toBe(403)
  })

  test('every answer may be framed by nobody, and says so', async () => {
    for (const path of ['/', '/sign-in', '/api/builds', '/api/nothing', '/shared/x']) {
      const { headers } = await raw('GET', path, { host: host(), ...signedIn() })
      expect([path, String(headers['content-security-policy'])]).toEqual([
        path,
        expect.stringContaining("frame-ancestors 'none'"),
      ])
    }
  })

  test('an address in a forwarded head counts only from the proxy, and there only the last', async () => {
    const addressOf = async (headers: Record<string, string>) => {
      const visitor = stranger()
      await visitor.call('POST', '/api/sign-in', { signInName: await nameOf('Oda Linde'), password: PASSWORD }, headers)
      const [row] = await sql<{ address: string }[]>`select address from sessions order by began_at desc limit 1`
      return row!.address
    }
    // The tests ask from the proxy's own address.
    expect(await addressOf({ 'x-forwarded-for': '10.9.9.9, 203.0.113.7' })).toBe('203.0.113.7')
    expect(await addressOf({ 'x-forwarded-for': 'nonsense' })).toMatch(/^(127\.0\.0\.1|::1)$/)
    expect(await addressOf({ 'x-forwarded-for': '', 'x-loom-address': '203.0.113.8' })).toMatch(/^(127\.0\.0\.1|::1)$/)
  })

  test('after signing in somebody is led to a path of this server, never elsewhere', async () => {
    for (const to of ['//elsewhere.example', '/\\elsewhere.example', 'https://elsewhere.example']) {
      const told = await owner.call('GET', `/sign-in?to=${encodeURIComponent(to)}`)
      expect([to, told.headers.get('location')]).toEqual([to, '/'])
    }
    expect((await owner.call('GET', '/sign-in?to=%2Fmachines')).headers.get('location')).toBe('/machines')
  })

  test('what is packed is not unpacked, what is deep or large is refused, and nobody waits for it', async () => {
    const { gzipSync } = await import('node:zlib')
    const bomb = gzipSync(Buffer.alloc(20_000_000, 32))
    const headers = { host: host(), origin: served.origin, ...signedIn(), 'content-type': 'application/json' }
    const post = (body: string | Buffer, more: Record<string, string> = {}) =>
      new Promise<number>((resolve, reject) => {
        const call = request(
          {
            hostname: '127.0.0.1',
            port: served.port,
            method: 'POST',
            path: '/api/builds/import',
            headers: { ...headers, ...more },
          },
          (answer) => {
            answer.resume()
            answer.on('end', () => resolve(answer.statusCode ?? 0))
          },
        )
        call.on('error', reject)
        call.end(body)
      })
    expect(await post(bomb, { 'content-encoding': 'gzip' })).toBe(400)
    expect(await post('['.repeat(200_000))).toBe(400)
    // A body that never ends is given up; meanwhile others are answered.
    const slow = request({
      hostname: '127.0.0.1',
      port: served.port,
      method: 'POST',
      path: '/api/builds',
      headers: { ...headers, 'content-length': '1000' },
    })
    slow.on('error', () => undefined)
    slow.write('{')
    expect((await owner.call('GET', '/api/builds')).status).toBe(200)
    slow.destroy()
  })
})

describe('an account', () => {
  test('takes everything along as one file, and goes with the benches that are its own', async () => {
    const leaver = await invited(owner, 'maker', 'Leaving Soon')
    await leaver.call('POST', '/api/benches', { name: 'Own bench' })
    await leaver.call('POST', '/api/builds', { from: 'blank', id: 'leavers-build', name: 'Of the leaver' })
    await leaver.call('POST', '/api/builds/leavers-build/machines', {
      id: 'leavers-machine',
      revision: 0,
      name: 'Machine of the leaver',
    })
    const { body } = await leaver.call<{
      person: { name: string }
      benches: { name: string; builds: { name: string }[]; machines: { machine: { name: string } }[] }[]
    }>('GET', '/api/account/file')
    expect(body.person.name).toBe('Leaving Soon')
    expect(
      body.benches.map(({ name, builds, machines }) => [
        name,
        builds.map((one) => one.name),
        machines.map((one) => one.machine.name),
      ]),
    ).toEqual([['Own bench', ['Of the leaver'], ['Machine of the leaver']]])
    expect(JSON.stringify(body)).not.toMatch(/argon2|Harbour Lantern/)
    expect((await leaver.call('DELETE', '/api/account', { password: PASSWORD })).status).toBe(204)
    expect((await leaver.call('GET', '/api/builds')).status).toBe(401)
    const left = await sql`
      select 1 from people where name = 'Leaving Soon' union all select 1 from benches where name = 'Own bench'
      union all select 1 from builds where id = 'leavers-build' union all select 1 from machines where id = 'leavers-machine'`
    expect(left).toHaveLength(0)
  })

  test('an open session does not help to find its password', async () => {
    const open = await invited(owner, 'reader', 'Left Open')
    const statuses: number[] = []
    for (let round = 0; round < 6; round += 1)
      statuses.push((await open.call('DELETE', '/api/account', { password: `guess number ${round}` })).status)
    expect(statuses).toEqual([400, 400, 400, 400, 400, 429])
    expect((await open.call('POST', '/api/account/passkeys', { password: PASSWORD })).status).toBe(429)
    expect((await open.call('DELETE', '/api/account', { password: PASSWORD })).status).toBe(429)
  })

  test('stays where others would be left without an owner', async () => {
    await sql`update memberships set role = 'maker' where bench_id = 'desk' and person_id <> ${await idOf('Oda Linde')}`
    const told = await owner.call('DELETE', '/api/account', { password: PASSWORD })
    expect(told.status).toBe(400)
    expect(JSON.stringify(told.body)).toMatch(/only owner/)
    expect((await owner.call('GET', '/api/builds')).status).toBe(200)
  })

  test('a lost password is set anew by a link from whoever runs the server, and ends every session', async () => {
    const loser = await invited(owner, 'maker', 'Lost It')
    const name = await nameOf('Lost It')
    const env = { ...process.env, DATABASE_URL: served.databaseUrl }
    const said = execFileSync('./loom', ['recover', name], {
      env,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    })
    const link = /(\/join\/[\w-]{43})/.exec(said)![1]!
    const back = stranger()
    expect((await back.call('POST', `/api${link}`, { password: 'twelve geese in a wet field' })).status).toBe(204)
    expect((await loser.call('GET', '/api/builds')).status).toBe(401)
    expect((await back.call('GET', '/api/builds')).status).toBe(200)
    expect(() => execFileSync('./loom', ['recover', 'nobody-0000'], { env, stdio: 'ignore' })).toThrow()
  }, 60_000)
})

test('health tells whether server and store belong together, and nothing else', async () => {
  const ask = () => stranger().call('GET', '/api/health')
  expect(await ask()).toMatchObject({ status: 200, body: { ready: true } })
  await sql`insert into schema_migrations (name) values ('9999_from_a_newer_server.sql')`
  expect(await ask()).toMatchObject({ status: 503, body: { ready: false, error: { code: 'STORE_OTHER' } } })
  await sql`delete from schema_migrations where name like '9999%'`
  expect((await ask()).status).toBe(200)
})

test('figures for machines that watch stand on a port of their own, by routes and not by addresses', async () => {
  await owner.call('GET', '/api/builds/harbour-lantern')
  const counted = /^loom_request_seconds_count\{method="GET",route="\/api\/builds\/:id",status="200"\} [1-9]\d*$/m
  let text = ''
  // A request is counted once its answer is over, which may be after it was read here.
  while (!counted.test(text)) {
    const figures = await fetch(`http://127.0.0.1:${figuresPort}/`)
    expect(figures.headers.get('content-type')).toMatch(/^text\/plain; version=0\.0\.4/)
    text = await figures.text()
  }
  expect(text).toMatch(/^loom_open_requests \d+$/m)
  expect(text).toMatch(/^process_resident_memory_bytes \d+$/m)
  expect(text).toMatch(/^loom_disk_free_bytes \d+$/m)
  expect(text).not.toContain('harbour-lantern')
  expect((await owner.call('GET', '/metrics')).status).toBe(404)
})

test('the log tells what was asked and how it went, and nothing that anybody wrote or could open anything with', async () => {
  const { body } = await owner.call<{ token: string }>('POST', '/api/builds/harbour-lantern/links', { days: 1 })
  const { headers } = await stranger().call('GET', `/shared/${body.token}?q=secret-words`)
  const requestId = headers.get('x-request-id')
  await stranger().call('GET', '/none%0D%0A%7B%22msg%22%3A%22forged%22%7D')
  // A line is written once its answer is over, which may be after it was read here.
  while (!served.words().includes(`"${requestId}"`)) await pause(20)
  const lines = served
    .words()
    .split('\n')
    .filter((line) => line.startsWith('{') && line.endsWith('}'))
    .map((line) => JSON.parse(line) as Record<string, unknown>)
  expect(lines).toContainEqual(
    expect.objectContaining({
      requestId,
      method: 'GET',
      route: '/shared/:id',
      status: 200,
      ms: expect.any(Number),
    }),
  )
  const who = { personId: await idOf('Oda Linde'), address: owner.address }
  expect(lines).toContainEqual(expect.objectContaining({ route: '/api/builds/:id/links', status: 201, ...who }))
  for (const secret of [
    body.token,
    'secret-words',
    'harbour-lantern',
    PASSWORD,
    await nameOf('Oda Linde'),
    'Far Away',
    'forged',
  ])
    expect([secret, lines.some((line) => JSON.stringify(line).includes(secret))]).toEqual([secret, false])
})
