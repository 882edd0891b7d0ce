import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import type { Edit } from '../../src/core/build/edit-schema'
import type { Build } from '../../src/core/build/schema'
import type { Page, Refusal } from '../../src/core/formats/api-types'
import type { EntriesKept, Machine, MachineSummary, SheetRead } from '../../src/core/record/answers'
import type { Entry, MachineFile, TicksFile } from '../../src/core/record/entry-schema'
import { machineState } from '../../src/core/record/machine'
import { demoBuild } from '../support/bench'
import { elsewhere, entry } from '../support/record'
import { call, newBuild, save, serverUrl } from '../support/server'

const cpu = { itemId: 'm1', portId: 'CPU' }
const tick = (workId: string, isDone = true) => entry(randomUUID(), 1, { kind: 'tick', workId, isDone })
const note = (text: string) => entry(randomUUID(), 2, { kind: 'note', text })

const machineOf = async (id: string) => (await call<Machine>('GET', `/api/machines/${id}`)).body
const log = (id: string, entries: readonly unknown[]) =>
  call<EntriesKept & Refusal>('POST', `/api/machines/${id}/log`, { entries })
const list = async (query: string) => (await call<Page<MachineSummary>>('GET', `/api/machines?${query}`)).body

async function newMachine(build: Build, name: string, revision = build.revision): Promise<string> {
  const { status, body } = await call<{ id: string }>('POST', `/api/builds/${build.id}/machines`, {
    id: randomUUID(),
    name,
    revision,
  })
  expect(status).toBe(201)
  return body.id
}

const lantern = () => newBuild(demoBuild('harbour-lantern'))

describe('the log of a machine', () => {
  test('keeps each entry once, in the order in which it was written, however late and often it comes', async () => {
    const id = await newMachine(await lantern(), 'Late')
    const [early, late] = [
      entry(randomUUID(), 1, { kind: 'note', text: 'first' }),
      entry(randomUUID(), 9, { kind: 'note', text: 'last' }),
    ]
    expect((await log(id, [late])).body).toEqual({ keptCount: 1, knownCount: 0, entryCount: 1 })
    expect((await log(id, [early, late, early])).body).toEqual({ keptCount: 1, knownCount: 2, entryCount: 2 })
    const { entries, plan } = await machineOf(id)
    expect(machineState(plan, entries).notes.map(({ what }) => what.text)).toEqual(['first', 'last'])
  })

  test('fifty pages that write at once lose nothing', async () => {
    const id = await newMachine(await lantern(), 'Crowd')
    const texts = Array.from({ length: 50 }, (_, index) => `note ${index}`)
    const answers = await Promise.all(texts.map((text) => log(id, [note(text)])))
    expect(answers.every(({ status }) => status === 200)).toBe(true)
    const { entries, entryCount } = await machineOf(id)
    expect(entryCount).toBe(50)
    expect(new Set(entries.map(({ what }) => (what as { text: string }).text))).toEqual(new Set(texts))
  })

  test('a day that a calendar has not is the one that follows, and no fault of the server', async () => {
    const id = await newMachine(await lantern(), 'Calendar')
    expect((await log(id, [{ ...note('thirtieth of February'), at: '2026-02-30T09:00:00Z' }])).status).toBe(200)
  })

  test('an id that stands for another entry, and a clock that goes ahead', async () => {
    const id = await newMachine(await lantern(), 'Clock')
    const one = note('as it was')
    await log(id, [one])
    const again = await log(id, [{ ...one, what: { kind: 'note', text: 'changed' } }])
    expect([again.status, again.body.error.place]).toEqual([400, '/entries/0/id'])
    const ahead = { ...note('from the future'), at: '2999-01-01T00:00:00.000Z' }
    await log(id, [ahead])
    expect((await log(id, [ahead])).body).toMatchObject({ keptCount: 0, knownCount: 1 })
    const { entries } = await machineOf(id)
    expect(entries.map(({ at }) => Date.parse(at) <= Date.now() + 1000)).toEqual([true, true])
  })

  test.each<[string, Record<string, unknown>, string]>([
    ['-1 rpm', { what: { kind: 'speed', about: cpu, valueRpm: -1 } }, '/entries/0/what/valueRpm'],
    ['1e9 A', { what: { kind: 'current', about: cpu, valueAmps: 1e9 } }, '/entries/0/what/valueAmps'],
    ['a text', { what: { kind: 'voltage', about: cpu, valueVolts: '5 V' } }, '/entries/0/what/valueVolts'],
    ['an unknown kind', { what: { kind: 'rumour' } }, '/entries/0/what'],
    ['a day that is none', { at: '2027-19-45T09:00:00.000Z' }, '/entries/0/at'],
    ['a withdrawal of nothing', { what: { kind: 'withdrawn', reason: 'x' } }, '/entries/0/corrects'],
    ['control signs', { what: { kind: 'note', text: 'a\u0000b' } }, '/entries/0/what/text'],
  ])('refuses %s with its place, and keeps nothing', async (_, change, place) => {
    const id = await newMachine(await lantern(), 'Refusals')
    const { status, body } = await log(id, [{ ...note('x'), ...change }])
    expect([status, body.error.place]).toEqual([400, place])
    expect((await machineOf(id)).entries).toEqual([])
  })
})

describe('a machine and its plan', () => {
  const headroom: Edit = { type: 'chooseHeadroom', headroomPercent: 30 }

  test('keeps the plan that it was built by while that goes on, and after it is gone for good', async () => {
    const build = await lantern()
    const id = await newMachine(build, 'Lasting')
    await save(build.id, 0, { type: 'removeItem', itemId: 'f1' })
    const before = await machineOf(id)
    expect([before.plan.revision, before.nowRevision, before.plan.items.length]).toEqual([0, 1, build.items.length])
    const old = await newMachine(build, 'Built later by the old plan', 0)
    expect((await machineOf(old)).plan).toEqual(before.plan)
    await call('DELETE', `/api/builds/${build.id}`)
    expect((await machineOf(id)).nowRevision).toBeNull()
    await call('DELETE', `/api/builds/deleted?id=${build.id}`)
    expect((await log(id, [note('still here')])).status).toBe(200)
    expect((await machineOf(id)).plan).toEqual(before.plan)
  })

  test('three machines of Night Ferry: which are otherwise, and which go by an older plan', async () => {
    const build = await newBuild(demoBuild('night-ferry'))
    const ids = [
      await newMachine(build, 'Ferry one'),
      await newMachine(build, 'Ferry two'),
      await newMachine(build, 'Ferry three'),
    ]
    const thread = build.threads[0]!
    await log(ids[1]!, [
      entry('d1', 5, { kind: 'difference', edit: { type: 'disconnect', threadId: thread.id }, reason: 'it was lost' }),
    ])
    await save(build.id, 0, headroom)
    await log(ids[2]!, [entry('r1', 6, { kind: 'replanned', revision: 1 })])
    const { rows } = (await call<Page<MachineSummary>>('GET', `/api/builds/${build.id}/machines`)).body
    expect(
      rows
        .map(({ name, planRevision, nowRevision, differenceCount }) => [
          name,
          planRevision,
          nowRevision,
          differenceCount,
        ])
        .toSorted(),
    ).toEqual([
      ['Ferry one', 0, 1, 0],
      ['Ferry three', 1, 1, 0],
      ['Ferry two', 0, 1, 1],
    ])
    expect((await machineOf(ids[2]!)).plan.choices.headroomPercent).toBe(30)
    const nowhere = await log(ids[0]!, [entry('r2', 7, { kind: 'replanned', revision: 99 })])
    expect([nowhere.status, nowhere.body.error.message]).toEqual([400, expect.stringContaining('it has no state 99')])
  })

  test('a name that was withdrawn is none; a difference that was undone does not count', async () => {
    const build = await lantern()
    const id = await newMachine(build, 'First name')
    await log(id, [
      entry('n', 1, { kind: 'named', name: 'Second name', serial: 'S-2' }),
      entry('d', 2, elsewhere('t2', 'f1.fan', 'm1.SYS2', 'nearer')),
      entry('s', 3, { kind: 'settled', differenceId: 'd', how: 'kept', reason: 'fine so' }),
    ])
    const row = async () =>
      (await call<Page<MachineSummary>>('GET', `/api/builds/${build.id}/machines`)).body.rows.map(
        ({ name, serial, differenceCount }) => [name, serial, differenceCount],
      )
    expect(await row()).toEqual([['Second name', 'S-2', 1]])
    await log(id, [
      entry('w', 4, { kind: 'withdrawn', reason: 'a slip' }, 'n'),
      entry('u', 5, { kind: 'settled', differenceId: 'd', how: 'undone' }),
    ])
    expect(await row()).toEqual([['First name', null, 0]])
  })

  test('search: which have this part, which use a program below a version, which are called so', async () => {
    const build = await lantern()
    const mark = randomUUID().slice(0, 8)
    const [one, two] = [await newMachine(build, `One ${mark}`), await newMachine(build, `Two ${mark}`)]
    const program = `Loft ${mark}`
    await log(one, [entry('a', 1, { kind: 'program', name: program, version: '2.9' })])
    await log(two, [
      entry('a', 1, { kind: 'program', name: program, version: '2.1' }),
      entry('b', 2, { kind: 'program', name: program, version: '2.10' }),
      entry('c', 3, { kind: 'difference', edit: { type: 'removeItem', itemId: 'p1' }, reason: 'no pump' }),
    ])
    const namesOf = async (query: string) => (await list(query)).rows.map(({ name }) => name).toSorted()
    const pump = build.parts.find(({ id }) => id === build.items.find((item) => item.id === 'p1')!.partId)!.name
    expect(await namesOf(`q=${mark}`)).toEqual([`One ${mark}`, `Two ${mark}`])
    expect(await namesOf(`q=${mark} ${pump}`)).toEqual([`One ${mark}`])
    expect((await list(`q=${mark} ${pump}`)).rows[0]!.found).toContain(`1 × ${pump}`)
    expect(await namesOf(`program=${program}`)).toEqual([`One ${mark}`, `Two ${mark}`])
    expect(await namesOf(`program=${program.toUpperCase()}&below=2.10`)).toEqual([`One ${mark}`])
    expect(await namesOf(`program=${program}&below=2.9`)).toEqual([])
    expect((await call('GET', '/api/machines?program=%00')).status).toBe(400)
  })
})

describe('a sheet that is given back', () => {
  const sheetOf = (machineId: string, entries: readonly Entry[], more: Partial<TicksFile> = {}): TicksFile => ({
    format: 'gentle-loom ticks',
    version: 1,
    machineId,
    machineName: 'Paper',
    planName: 'Harbour Lantern',
    planRevision: 0,
    entries: [...entries],
    ...more,
  })
  const give = (id: string, body: unknown) => call<SheetRead & Refusal>('POST', `/api/machines/${id}/sheet`, body)

  test('is taken in once, also of an older revision, and refused where it is of another machine or damaged', async () => {
    const build = await lantern()
    const [id, other] = [await newMachine(build, 'Given back'), await newMachine(build, 'Another')]
    const entries = [tick('backPlate p1'), note('by hand')]
    expect((await give(id, sheetOf(id, entries))).body).toEqual({
      keptCount: 2,
      knownCount: 0,
      entryCount: 2,
      otherRevision: null,
    })
    expect((await give(id, sheetOf(id, entries))).body).toMatchObject({ keptCount: 0, knownCount: 2 })
    await save(build.id, 0, { type: 'chooseHeadroom', headroomPercent: 31 })
    await log(id, [entry('r', 9, { kind: 'replanned', revision: 1 })])
    expect((await give(id, sheetOf(id, [tick('bareTest m1')]))).body).toMatchObject({ keptCount: 1, otherRevision: 0 })
    const strange = await give(other, sheetOf(id, [tick('close k1')]))
    expect([strange.status, strange.body.error.message]).toEqual([
      400,
      expect.stringContaining('belongs to “Paper” of the plan “Harbour Lantern”'),
    ])
    const changed = await give(id, sheetOf(id, [{ ...entries[0]!, what: { kind: 'note', text: 'by another hand' } }]))
    expect([changed.status, changed.body.error.place]).toEqual([400, '/entries/0/id'])
    const cutOff = await give(id, JSON.stringify(sheetOf(id, entries)).slice(0, 200))
    expect([cutOff.status, cutOff.body.error.code]).toEqual([400, 'FILE_NOT_JSON'])
    const build2 = await give(id, demoBuild('paper-kite'))
    expect([build2.status, build2.body.error.place]).toEqual([400, '/format'])
    expect((await machineOf(id)).entries).toHaveLength(4)
    expect((await machineOf(other)).entries).toEqual([])
  })
})

describe('a machine as a file', () => {
  test('goes out and comes in again the same, once; a file that does not hold together is refused with its place', async () => {
    const build = await lantern()
    const id = await newMachine(build, 'Travels')
    const ahead = { ...note('by a clock that goes ahead'), at: '2999-01-01T00:00:00.000Z' }
    await log(id, [tick('backPlate p1'), ahead, entry('d', 3, elsewhere('t2', 'f1.fan', 'm1.SYS2', 'nearer'))])
    const { body: file } = await call<MachineFile>('GET', `/api/machines/${id}/file`)
    const read = (value: unknown) => call<EntriesKept & Refusal & { id: string }>('POST', '/api/machines/import', value)
    expect((await read(file)).body).toMatchObject({ id, keptCount: 0, knownCount: 3 })
    const copy = { ...file, machine: { ...file.machine, id: randomUUID() } }
    const { body } = await read(copy)
    expect(body).toMatchObject({ id: copy.machine.id, keptCount: 3 })
    expect((await call<MachineFile>('GET', `/api/machines/${body.id}/file`)).body).toEqual(copy)
    const newer = await read({ ...file, version: 2 })
    expect([newer.status, newer.body.error.message]).toEqual([400, expect.stringContaining('newer program')])
    const without = await read({ ...file, entries: [entry('r', 1, { kind: 'replanned', revision: 7 })] })
    expect([without.status, without.body.error.place]).toEqual([400, '/plans'])
    const [plan] = file.plans
    const broken = await read({ ...file, plans: [{ ...plan!, items: plan!.items.slice(1) }] })
    expect([broken.status, broken.body.error.place]).toEqual([400, expect.stringMatching(/^\/plans\/0\//)])
    const other = await read({ ...copy, plans: [{ ...plan!, name: 'Another plan' }] })
    expect([other.status, other.body.error.place]).toEqual([400, '/plans/0'])
    const csv = await fetch(`${serverUrl()}/api/machines/${id}/file?form=csv`)
    expect(csv.headers.get('content-disposition')).toContain('Travels as built.csv')
    expect(await csv.text()).toContain('Y1 outlet 1,SYS2,yes')
  })
})

describe('photos', () => {
  const send = (id: string, photo: string, body: BodyInit) =>
    fetch(`${serverUrl()}/api/machines/${id}/photos/${photo}`, { method: 'PUT', body })
  const why = async (answer: Response) => ((await answer.json()) as Refusal).error.message
  const flat = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: '#446688' } })

  test('are made anew: upright, no larger than needed, and without place, device and time', async () => {
    const id = await newMachine(await lantern(), 'Photographed')
    const exif = {
      IFD0: { Make: 'Invented', Model: 'Box 1' },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' },
    }
    const sent = await flat(3000, 2000)
      .withExif(exif)
      .withMetadata({ orientation: 6, exif } as never)
      .jpeg()
      .toBuffer()
    expect((await sharp(sent).metadata()).exif).toBeDefined()
    expect((await send(id, 'p1', new Uint8Array(sent))).status).toBe(204)
    const kept = Buffer.from(await (await fetch(`${serverUrl()}/api/machines/${id}/photos/p1`)).arrayBuffer())
    const { format, width, height, exif: left, orientation } = await sharp(kept).metadata()
    expect([format, width, height, left, orientation]).toEqual(['webp', 1600, 2400, undefined, undefined])
    expect(kept.includes('Invented')).toBe(false)
    const preview = await fetch(`${serverUrl()}/api/machines/${id}/photos/p1?size=preview`)
    expect(preview.headers.get('content-type')).toBe('image/webp')
    expect((await sharp(Buffer.from(await preview.arrayBuffer())).metadata()).height).toBe(320)
    for (const form of ['png', 'webp'] as const)
      expect((await send(id, `p-${form}`, new Uint8Array(await flat(20, 20).toFormat(form).toBuffer()))).status).toBe(
        204,
      )
  })

  test('one that is none, is drawn by a script, is too large in pixels or bytes, or is cut off, is refused in a sentence', async () => {
    const id = await newMachine(await lantern(), 'Not photographed')
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>alert(1)</script></svg>'
    expect(await why(await send(id, 'a', 'just a text'))).toContain('no photo that can be read')
    expect(await why(await send(id, 'b', svg))).toContain('no photo that can be read')
    const huge = await flat(20_000, 10_000).png({ compressionLevel: 9 }).toBuffer()
    expect(await why(await send(id, 'c', new Uint8Array(huge)))).toContain('20000 × 10000 pixels')
    const heavy = await send(id, 'd', new Uint8Array(11 * 1024 * 1024))
    expect([heavy.status, await why(heavy)]).toEqual([413, expect.stringContaining('10')])
    const whole = await sharp(Buffer.from(Array.from({ length: 300 * 300 * 3 }, (_, index) => (index * 7919) % 251)), {
      raw: { width: 300, height: 300, channels: 3 },
    })
      .png()
      .toBuffer()
    expect(await why(await send(id, 'e', new Uint8Array(whole.subarray(0, whole.length / 2))))).toMatch(/damaged/)
    expect((await fetch(`${serverUrl()}/api/machines/${id}/photos/a`)).status).toBe(404)
    expect((await send('nobody', 'a', 'x')).status).toBe(404)
  })
})
