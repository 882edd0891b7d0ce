import type { Page, Refusal } from '../../src/core/formats/api-types'
import { canonicalJson } from '../../src/core/formats/canonical'
import { demoBuild } from '../support/bench'
import { call, getBuild, save, serverUrl } from '../support/server'

const kite = demoBuild('paper-kite')
const without = (key: string) => Object.fromEntries(Object.entries(kite).filter(([name]) => name !== key))
const withItem = (change: object) => ({
  ...kite,
  items: kite.items.map((item, i) => (i === 1 ? { ...item, ...change } : item)),
})
const withThread = (change: object) => ({
  ...kite,
  threads: kite.threads.map((thread, i) => (i === 0 ? { ...thread, ...change } : thread)),
})
const withAmps = (value: unknown) => ({
  ...kite,
  parts: kite.parts.map((part) =>
    part.id === 'fan-120'
      ? {
          ...part,
          inside: part.inside.map((r) => (r.type === 'motor' ? { ...r, ratedAmps: { value, origin: 'label' } } : r)),
        }
      : part,
  ),
})
const fanIndex = kite.parts.findIndex((part) => part.id === 'fan-120')

const bad: readonly (readonly [what: string, body: unknown, place: string | RegExp, words: RegExp])[] = [
  [
    'not JSON',
    '{"format": "gentle-loom-build",\n "version": 1,\n oops}',
    'line 3, column 2',
    /not JSON at line 3, column 2/,
  ],
  ['an empty file', '', 'line 1, column 1', /not JSON/],
  ['a file that breaks off', '{"format": "gentle-loom-bu', /line 1/, /not JSON/],
  ['another format', { hello: 'there' }, '/format', /"gentle-loom-build" here, but nothing stands there/],
  ['a list', [1, 2], '/format', /gentle-loom-build/],
  ['a number', '12', '/format', /gentle-loom-build/],
  [
    'a wrong version',
    { ...kite, version: 7 },
    '/version',
    /version 7 was written by a newer program; this one reads up to version 1/,
  ],
  ['a missing field', without('threads'), '/threads', /missing/],
  ['an unknown field', { ...kite, colour: 'blue' }, '/colour', /not known/],
  ['an unknown field deep inside', withItem({ colour: 'blue' }), '/items/1/colour', /not known/],
  ['a misspelt choice', withItem({ stock: 'ownd' }), '/items/1/stock', /one of "owned", "toBuy".*"ownd"/],
  ['negative amps', withAmps(-0.3), `/parts/${fanIndex}/inside/0/ratedAmps/value`, /at least 0 is expected, but -0.3/],
  [
    'amps as text',
    withAmps('0.3 A'),
    `/parts/${fanIndex}/inside/0/ratedAmps/value`,
    /"number" is expected, but "0.3 A"/,
  ],
  [
    'an unknown relation',
    { ...kite, parts: kite.parts.map((p, i) => (i === 0 ? { ...p, inside: [{ type: 'magic' }] } : p)) },
    '/parts/0/inside/0',
    /“type” must say one of the known sorts, but "magic"/,
  ],
  [
    'a relation to a port that is not there',
    {
      ...kite,
      parts: kite.parts.map((p) =>
        p.id === 'fan-120' ? { ...p, inside: [{ type: 'motor', id: 'm', port: 'nowhere', rail: '12v' }] } : p,
      ),
    },
    `/parts/${fanIndex}/inside/0/port`,
    /no port “nowhere”/,
  ],
  [
    'two items with one mark',
    withItem({ mark: 'M1' }),
    '/items/1/mark',
    /the mark “M1” is used twice, first at \/items\/0\/mark/,
  ],
  ['two items with one id', withItem({ id: 'm1' }), '/items/1/id', /used twice/],
  [
    'a thread to a port that is not there',
    withThread({ to: { itemId: 'm1', portId: 'SYS9' } }),
    '/threads/0/to',
    /M1 .*has no port “SYS9”/,
  ],
  [
    'a thread to an item that is not there',
    withThread({ to: { itemId: 'm7', portId: 'CPU' } }),
    '/threads/0/to',
    /no item “m7”/,
  ],
  ['a part that the file does not hold', withItem({ partId: 'nothing' }), '/items/1/partId', /holds no part “nothing”/],
  ['a mark with markup', withItem({ mark: '<b>F1</b>' }), '/items/1/mark', /characters that are not allowed/],
  ['a name with a control character', { ...kite, name: 'a\u0000b' }, '/name', /characters that are not allowed/],
  ['a name with half a character', { ...kite, name: 'a\ud800b' }, '/name', /characters that are not allowed/],
  ['a name of 300 characters', { ...kite, name: 'n'.repeat(300) }, '/name', /at most 120 characters/],
  ['25 MB of nesting', '['.repeat(25 * 1024 * 1024), /^$/, /over the limit: .*24.0 MB allowed/],
  ['a key that stands twice', '{"format": 1, "format": 2}', 'line 1, column 15', /“format” stands twice in one object/],
  ['1 MB of nesting', '['.repeat(1024 * 1024), 'line 1, column 41', /nests more than 40 levels/],
  [
    'nesting that is closed again',
    `${'['.repeat(5000)}${']'.repeat(5000)}`,
    'line 1, column 41',
    /nests more than 40 levels/,
  ],
]

const buildCount = async () => (await call<Page<unknown>>('GET', '/api/builds')).body.count

describe('a wrong file is refused with its place, and changes nothing', () => {
  test.each(bad)('%s', async (_what, body, place, words) => {
    const before = await buildCount()
    const text = typeof body === 'string' ? body : JSON.stringify(body)
    const { status, body: answer } = await call<Refusal>(
      'POST',
      '/api/builds/import',
      text === '' ? ' '.repeat(0) : text,
    )
    expect([400, 413]).toContain(status)
    if (typeof place === 'string') expect(answer.error.place).toBe(place)
    else expect(answer.error.place ?? '').toMatch(place)
    expect(answer.error.message).toMatch(words)
    expect(await buildCount()).toBe(before)
  })

  test('bytes that are no text', async () => {
    const response = await fetch(`${serverUrl()}/api/builds/import`, {
      method: 'POST',
      body: new Uint8Array([0xff, 0xfe, 0x00, 0x80]),
    })
    expect(response.status).toBe(400)
    expect(((await response.json()) as Refusal).error.message).toMatch(/UTF-8/)
  })

  test.each([
    ['no edits', { baseRevision: 0, edits: [] }, '/edits'],
    [
      'a negative revision',
      { baseRevision: -1, edits: [{ id: 'a', edit: { type: 'disconnect', threadId: 't1' } }] },
      '/baseRevision',
    ],
    ['an unknown edit', { baseRevision: 0, edits: [{ id: 'a', edit: { type: 'explode' } }] }, '/edits/0/edit'],
    [
      'an unknown field',
      { baseRevision: 0, edits: [{ id: 'a', edit: { type: 'disconnect', threadId: 't1', now: true } }] },
      '/edits/0/edit/now',
    ],
  ] as const)('a save with %s', async (_what, body, place) => {
    const { status, body: answer } = await call<Refusal>('POST', '/api/builds/harbour-lantern/edits', body)
    expect({ status, place: answer.error.place }).toEqual({ status: 400, place })
  })

  test('a figure where the part has none is refused by the shape of the document', async () => {
    const imported = await call<{ id: string }>('POST', '/api/builds/import', kite)
    const edit = {
      type: 'setFigure',
      partId: 'fan-120',
      path: ['inside', 0, 'madeUpAmps'],
      figure: { value: 1, origin: 'label' },
    } as const
    const { status, body } = await save(imported.body.id, 0, edit)
    expect(status).toBe(400)
    expect(body.error.message).toMatch(/madeUpAmps/)
    expect(await getBuild(imported.body.id)).toMatchObject({ revision: 0 })
  })
})

describe('a right file', () => {
  test.each(['harbour-lantern', 'paper-kite', 'tangled-heron'])(
    '%s comes back as it went in, but for id, name and revision',
    async (id) => {
      const { body } = await call<{ id: string }>('POST', '/api/builds/import', demoBuild(id))
      const response = await fetch(`${serverUrl()}/api/builds/${body.id}/file`)
      expect(response.headers.get('content-disposition')).toMatch(/^attachment; filename="/)
      const exported = JSON.parse(await response.text()) as typeof kite
      const same = (build: typeof kite) => canonicalJson({ ...build, id: '', name: '', revision: 0 })
      expect(same(exported)).toBe(same(demoBuild(id)))
    },
  )

  test('a name with markup stays a name', async () => {
    const name = '<script>alert(1)</script> & "quotes"'
    const { body } = await call<{ id: string }>('POST', '/api/builds/import', { ...kite, name })
    const page = await (await fetch(`${serverUrl()}/builds/${body.id}/sheet`)).text()
    expect(page).not.toContain('<script>alert(1)')
    expect((await getBuild(body.id)).name).toBe(name)
  })

  test('a byte-order mark is put up with', async () => {
    expect((await call('POST', '/api/builds/import', `\ufeff${JSON.stringify(kite)}`)).status).toBe(201)
  })

  test('the lead list is CSV by RFC 4180, safe for spreadsheets', async () => {
    const response = await fetch(`${serverUrl()}/api/builds/harbour-lantern/wiring`)
    expect(response.headers.get('content-type')).toBe('text/csv; charset=utf-8')
    const lines = (await response.text()).split('\r\n')
    expect(lines[0]).toBe('step,lead,leadPlug,port,portPlug,leadLengthMm')
    expect(lines).toContain('4,F1,4-pin fan plug,Y1 outlet 1,4-pin fan plug,500')
  })

  test('what to set in firmware comes as CSV, a row a point', async () => {
    const response = await fetch(`${serverUrl()}/api/builds/harbour-lantern/settings`)
    expect(response.headers.get('content-type')).toBe('text/csv; charset=utf-8')
    expect((await response.text()).split('\r\n')).toContain('SYS1,firmware,pwm,graphics,2,60,50,4,40,90,,,')
    expect((await fetch(`${serverUrl()}/api/builds/nobody/settings`)).status).toBe(404)
  })
})
