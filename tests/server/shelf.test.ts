import { randomUUID } from 'node:crypto'
import type {
  Page,
  PartsRead,
  Refusal,
  RowsRefused,
  ShelfFound,
  ShelfPack,
  ShelfPart,
} from '../../src/core/formats/api-types'
import type { PartsFile } from '../../src/core/formats/parts-file'
import { makeFan } from '../../src/core/parts/make'
import type { Part } from '../../src/core/parts/schema'
import { call, serverUrl } from '../support/server'

const find = async (query: string) => (await call<ShelfFound>('GET', `/api/parts?${query}`)).body
const names = async (query: string) => (await find(query)).parts.map(({ part }) => part.name)
const fresh = (name = `Fan ${randomUUID().slice(0, 8)}`): Part =>
  makeFan({ id: randomUUID(), name, pins: 4, sizeMm: 120, amps: 0.21 })
const keep = (part: Part) => call<ShelfPart & Refusal>('POST', '/api/parts', { baseRevision: 0, part })
const change = (part: Part, baseRevision: number) =>
  call<ShelfPart & Refusal>('PUT', `/api/parts/${part.id}`, { baseRevision, part })

async function importText(text: string, type = 'text/csv') {
  const response = await fetch(`${serverUrl()}/api/parts/import`, {
    method: 'POST',
    body: text,
    headers: { 'content-type': type },
  })
  return { status: response.status, body: (await response.json()) as PartsRead & RowsRefused & Refusal }
}
const importFile = (file: object) => importText(JSON.stringify(file), 'application/json')
const partsFile = (...parts: readonly Part[]) => ({ format: 'gentle-loom-parts', version: 1, parts })

describe('search', () => {
  test('every word of the query begins a word of the part', async () => {
    expect(await names('q=drift%20140')).toEqual(['Quillet Drift 140'])
    expect(await names('q=140%20dri')).toEqual(['Quillet Drift 140'])
    expect((await find('q=quillet')).parts.length).toBeGreaterThan(4)
  })

  test('kind, size, connector and origin narrow it', async () => {
    const large = await find('kind=fan&sizeMm=200')
    expect(large.parts.map(({ part }) => part.name)).toContain('Quillet Billow 200, 3-pin')
    expect(large.parts.every(({ part }) => part.mechanical?.sizeMm?.value === 200)).toBe(true)
    const older = await find('family=argb-inline')
    expect(older.parts.map(({ part }) => part.id)).toEqual(
      expect.arrayContaining(['strip-5v-older', 'light-adapter-older']),
    )
    const general = await find('origin=template&kind=case')
    expect(general.parts.map(({ part }) => part.name)).toContain('Mid tower')
    expect(general.parts.every(({ origin }) => origin === 'template')).toBe(true)
  })

  test('a slip of the pen finds what comes near, and says that it only does', async () => {
    const found = await find('q=qillet%20drfit')
    expect(found.isNear).toBe(true)
    expect(found.parts[0]?.part.name).toMatch(/Quillet Drift/)
    expect(await find('q=zzzzqqqq')).toEqual({ parts: [], isNear: false, hasMore: false })
  })

  test.each(["'; drop table parts; --", "' | !", '&&&', '()', '%25_', 'a:*b', '\\'])(
    '%s is text, never an operator',
    async (text) => {
      expect((await call('GET', `/api/parts?q=${encodeURIComponent(text)}`)).status).toBe(200)
    },
  )

  test.each(['kind=spaceship', 'family=nothing', 'sizeMm=large', 'sizeMm=1e9', 'origin=them', 'retired=maybe'])(
    '%s is refused with what it takes',
    async (query) => {
      const { status, body } = await call<Refusal>('GET', `/api/parts?${query}`)
      expect(status).toBe(400)
      expect(body.error.message).toMatch(/takes/)
    },
  )
})

describe('own parts', () => {
  test('are made, found, changed with their revision, retired and put back', async () => {
    const part = fresh()
    expect((await keep(part)).status).toBe(201)
    expect((await keep(part)).status).toBe(201)
    expect(await names(`q=${encodeURIComponent(part.name)}`)).toEqual([part.name])
    const renamed = { ...part, name: `${part.name} renamed` }
    expect((await change(renamed, 1)).body).toMatchObject({ revision: 2, origin: 'own' })
    const late = await change({ ...part, name: 'Too late' }, 1)
    expect(late.status).toBe(409)
    expect(late.body.error.message).toMatch(/at revision 2, yours began at 1/)
    await call('POST', `/api/parts/${part.id}/retire`)
    expect(await names(`q=${encodeURIComponent(renamed.name)}`)).not.toContain(renamed.name)
    expect(await names(`q=${encodeURIComponent(renamed.name)}&retired=yes`)).toEqual([renamed.name])
    await call('POST', `/api/parts/${part.id}/restore`)
    expect((await call<ShelfPart>('GET', `/api/parts/${part.id}`)).body.part).toEqual(renamed)
  })

  test('what comes with the program stays as it is, and ids are not shared', async () => {
    const { body } = await call<ShelfPart>('GET', '/api/parts/fan-140')
    const changed = await change({ ...body.part, name: 'Mine' }, body.revision)
    expect(changed.status).toBe(400)
    expect(changed.body.error.message).toMatch(/make a copy/)
    expect((await keep({ ...fresh(), id: 'fan-140' })).status).toBe(409)
  })

  test.each<[string, (part: Part) => unknown, string]>([
    ['one port twice', (part) => ({ ...part, ports: [...part.ports, ...part.ports] }), '/part/ports/1/id'],
    [
      'a relation to a port that is not there',
      (part) => ({ ...part, inside: [{ ...part.inside[0], port: 'nose' }] }),
      '/part/inside/0/port',
    ],
    ['a lead that is not there', (part) => ({ ...part, leads: [] }), '/part/ports/0/lead/leadId'],
    ['a name of 300 letters', (part) => ({ ...part, name: 'x'.repeat(300) }), '/part/name'],
    ['no name', (part) => ({ ...part, name: '' }), '/part/name'],
    ['a field nobody knows', (part) => ({ ...part, colour: 'blue' }), '/part/colour'],
  ])('%s: a sentence at its place, and nothing kept', async (_what, spoil, place) => {
    const part = fresh()
    const { status, body } = await call<Refusal>('POST', '/api/parts', { baseRevision: 0, part: spoil(part) })
    expect(status).toBe(400)
    expect(body.error).toMatchObject({ code: 'FORMAT_WRONG', place })
    expect((await call('GET', `/api/parts/${part.id}`)).status).toBe(404)
  })

  test.each(['nobody', '%00', 'a b', '..%2F..'])('%s is no part: 404', async (id) => {
    for (const [method, tail] of [
      ['GET', ''],
      ['POST', '/retire'],
      ['POST', '/restore'],
    ] as const) {
      expect((await call(method, `/api/parts/${id}${tail}`)).status).toBe(404)
    }
  })
})

describe('files of parts', () => {
  test('a file read in twice brings nothing twice; an id that is taken becomes another', async () => {
    const part = fresh()
    expect((await importFile(partsFile(part))).body).toEqual({ addedCount: 1, knownCount: 0, packCount: 0 })
    expect((await importFile(partsFile(part))).body).toEqual({ addedCount: 0, knownCount: 1, packCount: 0 })
    const other = { ...fresh(), id: part.id }
    expect((await importFile(partsFile(other))).body).toMatchObject({ addedCount: 1 })
    const found = (await find(`q=${encodeURIComponent(other.name)}`)).parts
    expect(found).toHaveLength(1)
    expect(found[0]?.part.id).not.toBe(part.id)
  })

  test('packs in a file follow their parts', async () => {
    const [part, id] = [fresh(), randomUUID()]
    const pack = { id, name: `Pack ${id}`, contents: [{ partId: part.id, count: 2 }] }
    expect((await importFile({ ...partsFile(part), packs: [pack] })).body).toMatchObject({
      addedCount: 1,
      packCount: 1,
    })
    const packs = (await call<Page<ShelfPack>>('GET', '/api/packs')).body.rows
    expect(packs.find((shelfPack) => shelfPack.pack.id === id)?.parts.map((shelfPart) => shelfPart.part.name)).toEqual([
      part.name,
    ])
    const astray = { ...pack, id: randomUUID(), contents: [{ partId: 'nobody', count: 1 }] }
    const lone = fresh()
    const refused = await importFile({ ...partsFile(lone), packs: [astray] })
    expect(refused.body.error.message).toMatch(/the shelf has no part “nobody”/)
    expect((await call('GET', `/api/parts/${lone.id}`)).status).toBe(404)
  })

  test('a CSV with a byte-order mark, semicolons, decimal commas and quotes', async () => {
    const name = `Fan; the "quiet" one ${randomUUID().slice(0, 8)}`
    const text = `\uFEFFKind;Name;Size (mm);Amps\r\nfan;"${name.replaceAll('"', '""')}";140;0,25\r\n\r\n`.replace(
      'Size (mm)',
      'size_mm',
    )
    expect((await importText(text)).body).toMatchObject({ addedCount: 1 })
    const { part } = (await find(`q=${encodeURIComponent(name)}`)).parts[0]!
    expect(part).toMatchObject({ name, mechanical: { sizeMm: { value: 140 } } })
    expect(part.inside[0]).toMatchObject({ ratedAmps: { value: 0.25, origin: 'label' } })
  })

  test('rows that cannot be right are listed by line, and nothing is half done', async () => {
    const good = `Good ${randomUUID()}`
    const text = [
      'kind,name,sizeMm,amps,outletCount,lengthMm',
      `fan,${good},120,0.2,,`,
      '',
      'fann,,,,,',
      'fan,,120,lots,,',
      'splitter,,,,,',
      'fan,,120,0.2,3,',
      'fan,,120,0.2,,10000',
      'fan,,120,0.2,,0',
    ].join('\n')
    const { status, body } = await importText(text)
    expect(status).toBe(422)
    expect(body.faultCount).toBe(6)
    expect(body.faults.map(({ line, column }) => `${line} ${column}`)).toEqual([
      '4 kind',
      '5 amps',
      '6 outletCount',
      '7 outletCount',
      '8 lengthMm',
      '9 lengthMm',
    ])
    expect(body.faults[4]?.message).toMatch(/10000 mm is no lead that can be right: 10 to 3000 mm/)
    expect(await names(`q=${good}`)).toEqual([])
  })

  test.each([
    ['an unknown column', 'kind,colour\nfan,blue\n', /Line 1: “colour” is no column here\. Known: kind, name/],
    ['no kind', 'name\nFan\n', /no column “kind”/],
    ['an empty file', '', /first line must name the columns/],
    ['a quote that never closes', 'kind,name\nfan,"open\nfan,x\n', /a cell opens with a quote that never closes/],
    ['another format', '{"format":"recipes","version":1}', /says "gentle-loom-parts" here/],
    [
      'a newer version',
      '{"format":"gentle-loom-parts","version":2,"parts":[]}',
      /version 2 was written by a newer program/,
    ],
    ['broken JSON', '{"format": nonsense}', /not JSON at line 1, column 12/],
  ])('%s: one sentence', async (_what, text, words) => {
    const { status, body } = await importText(text)
    expect(status).toBe(400)
    expect(body.error.message).toMatch(words)
  })

  test('fifty thousand rows are read; too many are refused', async () => {
    const rows = Array.from({ length: 50_000 }, (_, i) => `fan,Bulk row ${i},120,0.2`)
    const { body } = await importText(['kind,name,sizeMm,amps', ...rows].join('\n'))
    expect(body.addedCount + body.knownCount).toBe(50_000)
    const found = await find('q=bulk%20row')
    expect(found.parts).toHaveLength(60)
    expect(found.hasMore).toBe(true)
    expect(await names('q=row%2049999')).toEqual(['Bulk row 49999'])
    const more = await importText(`kind\n${'fan\n'.repeat(200_001)}`)
    expect(more.body.error.message).toMatch(/line 200002: the file has more than 200000 rows/)
  }, 180_000)

  test('what is written out reads in as the same parts', async () => {
    const part = { ...fresh('=1+1, "quoted"'), note: 'two\nlines' }
    await keep(part)
    const csv = await (await fetch(`${serverUrl()}/api/parts/file?form=csv`)).text()
    expect(csv).toContain(`fan,"'=1+1, ""quoted""",`)
    expect((await importText(csv)).body).toMatchObject({ addedCount: 0 })
    const json = await (await fetch(`${serverUrl()}/api/parts/file`)).text()
    expect((JSON.parse(json) as PartsFile).parts).toContainEqual(part)
    expect((await importText(json, 'application/json')).body).toMatchObject({ addedCount: 0 })
    // All of the fifty thousand are written and read twice; a busy machine needs minutes for it.
  }, 400_000)
})

describe('packs', () => {
  const pack = (contents: readonly object[], id = randomUUID()) => ({ id, name: `Pack ${id}`, contents })
  const save = (wanted: object, baseRevision = 0) =>
    call<ShelfPack & Refusal>('POST', '/api/packs', { baseRevision, pack: wanted })

  test('are kept with their parts, changed with their revision, and retired', async () => {
    const one = pack([{ partId: 'fan-140', count: 3 }])
    expect((await save(one)).body).toMatchObject({ revision: 1, origin: 'own', pack: one })
    expect((await save({ ...one, name: 'Four' }, 1)).body).toMatchObject({ revision: 2, pack: { name: 'Four' } })
    expect((await save({ ...one, name: 'Late' }, 1)).status).toBe(409)
    expect((await call('POST', `/api/packs/${one.id}/retire`)).status).toBe(204)
    const packs = (await call<Page<ShelfPack>>('GET', '/api/packs')).body.rows
    expect(packs.map((held) => held.pack.id)).not.toContain(one.id)
    expect(packs.map((held) => held.pack.id)).toContain('pack-garland-single')
  })

  test.each([
    ['nothing in it', [], '/contents'],
    ['a part that is not there', [{ partId: 'nobody', count: 1 }], '/contents/0/partId'],
    ['none of a part', [{ partId: 'fan-140', count: 0 }], '/pack/contents/0/count'],
  ])('%s: a sentence at its place', async (_what, contents, place) => {
    const { status, body } = await save(pack(contents))
    expect({ status, place: body.error.place }).toEqual({ status: 400, place })
  })

  test('those that come with the program stay', async () => {
    expect(
      (await save({ ...pack([{ partId: 'fan-140', count: 1 }]), id: 'pack-garland-single' }, 1)).body.error.message,
    ).toMatch(/comes with the program/)
  })
})
