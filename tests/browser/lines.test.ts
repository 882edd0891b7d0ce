import type { Page } from 'playwright-core'
import { bench } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const field = (page: Page) => page.getByLabel('Type a label, or search the shelf')

/** Pastes a text as a browser does. */
const paste = (page: Page, text: string) =>
  field(page).evaluate((input, pasted) => {
    const data = new DataTransfer()
    data.setData('text', pasted)
    input.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  }, text)

/** What somebody wrote down for a machine, bullets and slips included. */
const LIST = `- mid tower
- board atx: 1 cpu 1A, 4 fan headers 1A, 2 argb 3A, 1 rgb 12v 3A, 2 usb2
- 650w, 2 cables sata 4, 1 peripheral 2
1) 240 aio, 2 fans 0.35A 400mm, pump 3 pin 0.4A
• 3 fans 140 4-pin 0.3A 500mm
• fan 120 0.22A 550mm, argb 12 leds 50mA per led chain
strip argb 60 leds/m 0.5m
strip 12V 7.2W 300mm
splitter 3 legs 200mm
[ ] powered hub 8 ports sata 4.5A pwm-only
controller 4 fan outlets 1A, usb, sata
3 fanz 120 0.2A`

test('a pasted list of twelve lines becomes a table to confirm; what was not understood stays until it is corrected', async () => {
  const { id } = await newBuild(bench([]))
  const page = await newPage(`/builds/${id}/parts`)
  await paste(page, LIST)
  const dialog = page.getByRole('dialog', { name: 'Your list, line by line' })
  await dialog.getByText('1 of 12 lines not understood: correct it, or leave it out.').waitFor()
  await dialog.getByText('“fanz” is no word that these lines know. Did you mean “fan”?').waitFor()
  await dialog.getByRole('button', { name: 'Put 15 things on the bench' }).click()
  // What was understood is there; the line that was not is left, and is corrected in its place.
  const line = dialog.getByRole('textbox', { name: 'Line 1' })
  await dialog.getByText('1 of 1 line not understood').waitFor()
  expect(await line.inputValue()).toBe('3 fanz 120 0.2A')
  await line.fill('3 fans 120 0.2A')
  await dialog.getByText('1 line, all understood.').waitFor()
  await dialog.getByRole('button', { name: 'Put 3 things on the bench' }).click()
  await dialog.waitFor({ state: 'detached' })
  await untilSaved(page)
  const build = await getBuild(id)
  const kinds = build.items.map(({ partId }) => build.parts.find((part) => part.id === partId)!.kind)
  const countOf = (kind: string) => kinds.filter((other) => other === kind).length
  // By hand: 2 of the cooler, 3, 1 and 3 fans; a ribbon and a strip; one of each other thing.
  expect(
    Object.fromEntries(
      ['case', 'board', 'supply', 'cooler', 'fan', 'light', 'splitter', 'hub', 'controller'].map((kind) => [
        kind,
        countOf(kind),
      ]),
    ),
  ).toEqual({ case: 1, board: 1, supply: 1, cooler: 1, fan: 9, light: 2, splitter: 1, hub: 1, controller: 1 })
})

test('of a text that is no list of one machine only the first 200 lines are read, and it is said', async () => {
  const { id } = await newBuild(bench([]))
  const page = await newPage(`/builds/${id}/parts`)
  await paste(page, 'fan 120 0.2A\n'.repeat(3000))
  const dialog = page.getByRole('dialog', { name: 'Your list, line by line' })
  await dialog.getByText('Only the first 200 of 3000 lines are read.').waitFor()
  await dialog.getByText('200 lines, all understood.').waitFor()
})

test('one line alone is pasted into the field as ever', async () => {
  const { id } = await newBuild(bench(['M1: board-middle']))
  const page = await newPage(`/builds/${id}/parts`)
  await paste(page, '3 fans 120 0.2A\n')
  expect(await page.getByRole('dialog').count()).toBe(0)
})

test('an example is one press away, and Enter does it or says why not', async () => {
  const { id } = await newBuild(bench(['M1: board-middle']))
  const page = await newPage(`/builds/${id}/parts`)
  const says = page.getByRole('region', { name: 'Shelf' }).getByRole('status')
  await field(page).press('Enter')
  await says.getByText('Nothing is typed yet').waitFor()
  await field(page).fill('fan 120 0.3A 10000mm')
  await field(page).press('Enter')
  await says.getByText('Not yet on the bench: correct what is dotted in the line first.').waitFor()
  await field(page).fill('zzzz')
  await page.getByText('No part holds all of these words.').waitFor()
  await field(page).press('Enter')
  await says.getByText('nothing on the shelf has these words, and they are no label').waitFor()
  await page.getByRole('button', { name: 'Examples' }).click()
  await page.getByRole('menuitem', { name: '240 aio, 2 fans 0.35A, pump 3 pin' }).click()
  expect(await field(page).inputValue()).toBe('240 aio, 2 fans 0.35A, pump 3 pin')
  await page.getByText('1 × Liquid cooler 240, pump lead of 3 pins').waitFor()
  await field(page).press('Enter')
  await page.getByLabel('Mark of P1').waitFor()
  await page.getByLabel('Mark of F2').waitFor()
  await untilSaved(page)
  expect((await getBuild(id)).items.map(({ mark }) => mark)).toEqual(['M1', 'P1', 'F1', 'F2'])
})
