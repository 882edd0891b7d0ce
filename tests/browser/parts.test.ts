import { randomUUID } from 'node:crypto'
import { writeFileSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from 'playwright-core'
import type { ShelfPart } from '../../src/core/formats/api-types'
import { makeFan } from '../../src/core/parts/make'
import { bench } from '../support/bench'
import { call, getBuild, newBuild } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const field = (page: Page) => page.getByLabel('Type a label, or search the shelf')
const dialog = (page: Page) => page.getByRole('dialog')
const open = async (page: Page, button: string | RegExp) => {
  await page.getByRole('button', { name: button, exact: true }).click()
  await dialog(page).waitFor()
}
const fresh = () =>
  makeFan({ id: randomUUID(), name: `Own fan ${randomUUID().slice(0, 8)}`, pins: 4, sizeMm: 120, amps: 0.2 })

describe('a typed line', () => {
  test('is understood word by word, and Enter puts it on the bench', async () => {
    const { id } = await newBuild(bench(['M1: board-middle']))
    const page = await newPage(`/builds/${id}/parts`)
    await field(page).fill('3 fans 140 4-pin 300 mA 500mm, argb 18 leds chain')
    const card = page.getByRole('region', { name: 'From what you typed' })
    await card.getByText('3 × Fan, 140 mm, 4-pin, 0.30 A, 18 LEDs').waitFor()
    await card.getByText(/Taken so: no current of one LED/).waitFor()
    expect(await card.getByText('300 mA').getAttribute('title')).toBe('draw 0.3 A')
    await field(page).press('Enter')
    await page.getByLabel('Mark of F3').waitFor()
    expect(await field(page).inputValue()).toBe('')
    await untilSaved(page)
    const build = await getBuild(id)
    expect(build.items.map(({ mark }) => mark)).toEqual(['M1', 'F1', 'F2', 'F3'])
    expect(build.parts.at(-1)).toMatchObject({ leads: [{ lengthMm: { value: 500, origin: 'label' } }, {}] })
    // The same label again is the same part.
    await field(page).fill('fan 140 4-pin 300 mA 500mm, argb 18 leds chain')
    await field(page).press('Enter')
    await page.getByLabel('Mark of F4').waitFor()
    await untilSaved(page)
    expect((await getBuild(id)).parts).toHaveLength(2)
  })

  test('that cannot be right says so at the word, and puts nothing on the bench', async () => {
    const { id } = await newBuild(bench(['M1: board-middle']))
    const page = await newPage(`/builds/${id}/parts`)
    await field(page).fill('fan 120 0.3A 10000mm <b>')
    const card = page.getByRole('region', { name: 'From what you typed' })
    await card.getByText(/10000 mm is no lead that can be right/).waitFor()
    expect(await card.getByRole('button', { name: 'Put on the bench' }).count()).toBe(0)
    await field(page).press('Enter')
    expect((await getBuild(id)).items).toHaveLength(1)
  })
})

describe('the part editor', () => {
  test('writes a board out in the words of its manual, and keeps it on the shelf', async () => {
    const { id } = await newBuild(bench(['F1: fan-140']))
    const name = `Own board ${randomUUID().slice(0, 8)}`
    const page = await newPage(`/builds/${id}/parts`)
    await open(page, 'New part')
    await dialog(page).getByRole('button', { name: 'Boards' }).click()
    await dialog(page).getByLabel('Name', { exact: true }).fill(name)
    await dialog(page).getByLabel('Name of header 2, as printed').fill('CHASSIS1')
    const rows = dialog(page).getByRole('region', { name: 'Headers' }).getByRole('listitem')
    await rows
      .nth(1)
      .getByRole('textbox', { name: /^bears/ })
      .fill('1,5 A')
    await dialog(page).getByRole('button', { name: 'One more like CHASSIS1' }).click()
    await dialog(page).getByRole('button', { name: '12 V light, 4 pins' }).click()
    await dialog(page).getByRole('button', { name: 'Take LED5V off the board' }).click()
    await dialog(page).getByRole('button', { name: 'Move USB1 up' }).click()
    await page.getByRole('button', { name: 'Keep it on the shelf' }).click()
    await page.getByText(`“${name}” is on the shelf.`).first().waitFor()
    await field(page).fill(name)
    await page.getByRole('button', { name: `Add ${name}` }).click()
    await untilSaved(page)
    const part = (await getBuild(id)).parts.at(-1)!
    expect(part.ports.map((port) => port.name)).toEqual(['CPU', 'CHASSIS1', 'USB1', 'CHASSIS2', 'LED12V'])
    // A copy bears what the first bears.
    for (const port of [part.ports[1]!, part.ports[3]!]) {
      expect(part.inside).toContainEqual({
        type: 'limit',
        ports: [port.id],
        holds: 'each',
        rail: '12v',
        mostAmps: { value: 1.5, origin: 'manual' },
      })
    }
  })

  test('corrects the copy that a build holds; a plug in use stays', async () => {
    const { id } = await newBuild(bench(['M1: board-middle', 'F1: fan-140'], ['F1.fan > M1.SYS1']))
    const page = await newPage(`/builds/${id}/parts`)
    await open(page, 'Correct Quillet Drift 140')
    await dialog(page)
      .getByRole('textbox', { name: /^motor lead/ })
      .fill('20"')
    await dialog(page).getByLabel('Name', { exact: true }).fill('Measured fan')
    await page.getByRole('button', { name: 'Save changes' }).click()
    await page.getByText('Measured fan is corrected in this build.').first().waitFor()
    await untilSaved(page)
    expect((await getBuild(id)).parts.find((part) => part.id === 'fan-140')).toMatchObject({
      name: 'Measured fan',
      leads: [{ lengthMm: { value: 508 } }],
    })
    await open(page, 'Correct Measured fan')
    await dialog(page).getByRole('tab', { name: 'Everything' }).click()
    await dialog(page).getByRole('button', { name: 'Remove plug fan lead' }).click()
    // What speaks of the plug goes with it and is named; a plug that something is plugged into stays all the same.
    await page.getByText('With fan lead went “A motor”.').first().waitFor()
    await page.getByRole('button', { name: 'Save changes' }).click()
    await page
      .getByText(/still has something plugged in or decided at its port “fan lead”/)
      .first()
      .waitFor()
    expect((await getBuild(id)).parts.find((part) => part.id === 'fan-140')!.ports).toHaveLength(1)
  })

  test('a light in the words of its manual: how its LEDs sit, and a screen on it', async () => {
    const { id } = await newBuild(bench(['M1: board-middle', 'L1: strip-5v-30'], ['L1.light > M1.LED5V']))
    const page = await newPage(`/builds/${id}/parts`)
    await open(page, 'Correct Thimblefold Ribbon 30, 5 V')
    await dialog(page).getByText('How its LEDs sit').click()
    await dialog(page).getByRole('combobox', { name: 'its LEDs sit', exact: true }).selectOption('in a ring')
    await dialog(page).getByRole('combobox', { name: 'ring: clockwise, seen from there' }).selectOption('no')
    await dialog(page).getByRole('button', { name: 'Add a screen' }).click()
    const screen = dialog(page).getByRole('region', { name: 'Screens' })
    await screen.getByRole('textbox', { name: 'Name of screen 1' }).fill('Clock')
    await screen.getByRole('spinbutton', { name: 'wide' }).fill('320')
    await screen.getByRole('combobox').selectOption('half a turn')
    await page.getByRole('button', { name: 'Save changes' }).click()
    await page.getByText('Thimblefold Ribbon 30, 5 V is corrected in this build.').first().waitFor()
    await untilSaved(page)
    const part = (await getBuild(id)).parts.find((one) => one.id === 'strip-5v-30')!
    expect(part.screens).toEqual([{ id: 'screen1', name: 'Clock', widthPx: 320, heightPx: 480, upTurns: 2 }])
    expect(part.inside).toContainEqual(expect.objectContaining({ type: 'light', shape: 'ring', isClockwise: false }))
  })

  test('“not sure” of a plug ends in a plug of its own that goes into nothing else', async () => {
    const { id } = await newBuild(bench(['F1: fan-140']))
    const page = await newPage(`/builds/${id}/parts`)
    await open(page, 'Correct Quillet Drift 140')
    await dialog(page).getByRole('tab', { name: 'Everything' }).click()
    await page.getByRole('button', { name: 'Which plug is fan lead?' }).click()
    const finder = page.getByRole('dialog', { name: 'Which plug is this?' })
    await finder.getByRole('button', { name: 'None of these' }).click()
    await finder.getByText('Do not plug it yet').waitFor()
    await finder.getByRole('button', { name: 'Keep it as a plug nobody can name' }).click()
    await page.getByRole('button', { name: 'Save changes' }).click()
    await untilSaved(page)
    const [fan] = (await getBuild(id)).parts
    expect(fan!.ports[0]!.connector).toEqual({ family: 'other', end: 'sockets', label: 'plug of fan lead' })
  })

  test('a part changed on the shelf is offered to a build, never applied by itself', async () => {
    const part = fresh()
    await call('POST', '/api/parts', { baseRevision: 0, part })
    const { id } = await newBuild({ ...bench(['F1: own'], [], [{ ...part, id: 'own' }]) })
    const held = (await getBuild(id)).parts[0]!
    expect(held.shelf?.partId).toBe('own')
    const { id: buildId } = await newBuild({
      ...(await getBuild(id)),
      parts: [{ ...held, shelf: { partId: part.id, revision: 1 } }],
    })
    await call<ShelfPart>('PUT', `/api/parts/${part.id}`, {
      baseRevision: 1,
      part: { ...part, name: `${part.name} two` },
    })
    const page = await newPage(`/builds/${buildId}/parts`)
    await page.getByRole('button', { name: 'Take the newer one' }).click()
    await page.getByRole('region', { name: 'Bench' }).getByText(`${part.name} two`).waitFor()
    await untilSaved(page)
    expect((await getBuild(buildId)).parts[0]).toMatchObject({ id: 'own', shelf: { partId: part.id, revision: 2 } })
  })

  test('by keyboard alone: a part from the bench goes on the shelf, is copied, and taken off with a way back', async () => {
    const { id } = await newBuild(bench(['M1: board-middle']))
    const name = `Keyed ${randomUUID().slice(0, 8)}`
    const page = await newPage(`/builds/${id}/parts`)
    await field(page).focus()
    await page.keyboard.type('fan 92 3-pin 0.11A 35cm')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Correct Fan, 92 mm, 3-pin, 0.11 A' }).focus()
    await page.keyboard.press('Enter')
    await dialog(page).getByLabel('Name', { exact: true }).focus()
    await page.keyboard.press('Control+A')
    await page.keyboard.type(name)
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: `Keep ${name} on the shelf` }).focus()
    await page.keyboard.press('Enter')
    await page.getByText(`“${name}” is on the shelf, for other builds too.`).first().waitFor()
    await field(page).focus()
    await page.keyboard.type(name)
    await page.getByRole('button', { name: `More for ${name}` }).focus()
    await page.keyboard.press('Enter')
    // The menu takes the keys once one of its items is marked, and Enter goes to the marked one.
    await page.locator('[role="menuitem"]:focus').waitFor()
    await page.keyboard.press('End')
    await page.locator('[role="menuitem"]:focus', { hasText: 'Take off the shelf' }).waitFor()
    await page.keyboard.press('Enter')
    await page.getByText(`“${name}” is off the shelf. Builds that hold it keep it.`).first().waitFor()
    await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
    await page.getByRole('button', { name: `Add ${name}` }).waitFor()
    await untilSaved(page)
  })
})

describe('the connector finder', () => {
  test('comes to the light plug in a few looks, and each answer can be given again', async () => {
    const page = await newPage('/builds/harbour-lantern/parts')
    await open(page, 'Which plug?')
    await dialog(page).getByText('16 plugs are left, seen from the front.').waitFor()
    await dialog(page).getByRole('button', { name: '4', exact: true }).click()
    const answers: Readonly<Record<string, string>> = {
      'Are there two ribs along one long side?': 'No',
      'Is one position filled in, or has it no contact at all?': 'Yes, the third',
      'What does its lead come from?': 'A light',
      'How many wires go into it?': '3',
    }
    for (let turn = 0; turn < 4 && (await dialog(page).getByText('It is the').count()) === 0; turn += 1) {
      const question = (await dialog(page).getByRole('group').locator('legend').textContent()) ?? ''
      await dialog(page).getByRole('button', { name: answers[question]!, exact: true }).click()
    }
    await dialog(page).getByText('It is the 5 V addressable light plug').waitFor()
    await dialog(page).getByRole('button', { name: '4', exact: true }).click()
    await dialog(page).getByText('How many positions has it, filled or not?').waitFor()
  })
})

describe('packs', () => {
  test('buying one puts all of it on the bench; an edition that lacks the box says so', async () => {
    const { id } = await newBuild(bench(['M1: board-middle', 'S1: supply-550']))
    const page = await newPage(`/builds/${id}/parts`)
    await page.getByRole('button', { name: 'Packs', exact: true }).click()
    await page.getByRole('button', { name: 'Buy Thimblefold Garland 120, single' }).click()
    await page
      .getByText(
        'Nothing on the bench takes F1 link lead: Thimblefold Garland 120, single does not hold the piece for it. Buy that piece, or the edition that holds it.',
      )
      .waitFor()
    await page.getByRole('button', { name: /^Undo: buy the pack/ }).click()
    await page.getByRole('button', { name: 'Buy Thimblefold Garland 120, three with their box' }).click()
    await page.getByLabel('Mark of B1').waitFor()
    await untilSaved(page)
    const build = await getBuild(id)
    expect(build.packs?.map(({ name }) => name)).toEqual(['Thimblefold Garland 120, three with their box'])
    expect(
      build.items.filter(({ packId }) => packId !== undefined).map(({ mark, stock }) => `${mark} ${stock}`),
    ).toEqual(['F1 toBuy', 'F2 toBuy', 'F3 toBuy', 'B1 toBuy'])
  })

  test('one’s own pack is made from parts of the shelf', async () => {
    const name = `Own pack ${randomUUID().slice(0, 8)}`
    const page = await newPage('/builds/paper-kite/parts')
    await page.getByRole('button', { name: 'More for the shelf' }).click()
    await page.getByRole('menuitem', { name: 'New pack' }).click()
    await dialog(page).getByLabel('Name', { exact: true }).fill(name)
    await dialog(page).getByLabel('Price').fill('39,90')
    await dialog(page).getByLabel('Search for a part of the pack').fill('drift 140')
    await dialog(page).getByRole('button', { name: 'Quillet Drift 140' }).click()
    await dialog(page).getByLabel('How many of Quillet Drift 140').fill('3')
    await dialog(page).getByRole('button', { name: 'Keep it' }).click()
    await page.getByText(`The pack “${name}” is on the shelf.`).first().waitFor()
    await page.getByRole('button', { name: 'Packs', exact: true }).click()
    const row = page.getByRole('listitem').filter({ hasText: name })
    await row.getByText('3 × Quillet Drift 140').waitFor()
    await row.getByText('39.90 EUR').waitFor()
  })
})

test('kinds of light are compared by wishes, from what the shelf holds', async () => {
  const page = await newPage('/builds/harbour-lantern/parts')
  await open(page, 'Which light?')
  const rows = dialog(page).getByRole('row')
  await rows.filter({ hasText: 'On a header of the board' }).waitFor()
  await dialog(page).getByLabel('No program').check()
  expect(await rows.nth(1).getByRole('rowheader').textContent()).toMatch(/One colour, 12 V|On a box with a remote/)
  await dialog(page).getByLabel('Every LED by itself').check()
  await dialog(page).getByLabel('Lights', { exact: true }).fill('5')
  await rows.filter({ hasText: '5 × Thimblefold' }).first().waitFor()
})

test('a file of parts with bad rows is refused by line and column; a right one is read', async () => {
  const name = `Read fan ${randomUUID().slice(0, 8)}`
  const folder = mkdtempSync(join(tmpdir(), 'loom-parts-'))
  const file = (text: string) => {
    const path = join(folder, `${randomUUID()}.csv`)
    writeFileSync(path, text)
    return path
  }
  const page = await newPage('/builds/paper-kite/parts')
  const input = page.getByLabel('File of parts')
  await input.setInputFiles(file(`kind,name,sizeMm,amps\nfan,${name},120,0.2\nfan,Broken,120,lots\n`))
  await dialog(page).getByText('1 cell cannot be right').waitFor()
  await dialog(page)
    .getByRole('row', { name: /3 amps “lots” is no number/ })
    .waitFor()
  await dialog(page).getByRole('button', { name: 'Close' }).last().click()
  await input.setInputFiles(file(`kind,name,sizeMm,amps\nfan,${name},120,0.2\n`))
  await page.getByText('1 part read.').first().waitFor()
  await field(page).fill(name)
  await page.getByRole('button', { name: `Add ${name}` }).waitFor()
})

test('history: a state is named, gone on from, and gone back to by new edits', async () => {
  const { id } = await newBuild(bench(['M1: board-middle']))
  const page = await newPage(`/builds/${id}/parts`)
  await field(page).fill('2 fans 120 0.2A')
  await field(page).press('Enter')
  await page.getByLabel('Mark of F2').waitFor()
  await untilSaved(page)
  await open(page, 'History')
  await dialog(page).getByText('This is how the build stands now.').waitFor()
  await dialog(page).getByLabel('Name of this state').fill('two fans')
  await dialog(page).getByRole('button', { name: 'Name this state' }).click()
  await dialog(page).getByRole('list', { name: 'Steps, the newest first' }).getByText('two fans').waitFor()
  await dialog(page).getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: 'Remove F1' }).click()
  await page.getByLabel('Headroom').selectOption('30')
  await untilSaved(page)
  await open(page, 'History')
  await dialog(page)
    .getByRole('button', { name: /^two fans/ })
    .click()
  await dialog(page).getByText('Going back takes back 2 steps, as new edits; nothing of the history is lost.').waitFor()
  await dialog(page).getByRole('button', { name: 'Go back to here' }).click()
  await page.getByLabel('Mark of F1').waitFor()
  await untilSaved(page)
  const build = await getBuild(id)
  expect(build.items.map(({ mark }) => mark)).toEqual(['M1', 'F1', 'F2'])
  expect(build.choices.headroomPercent).toBe(20)
  expect(build.revision).toBe(4)
})
