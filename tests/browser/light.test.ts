import type { Page } from 'playwright-core'
import { getBuild, newBuild } from '../support/server'
import { demoBuild } from '../support/bench'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

/** How many pixels of the picture shine, once they are more than so many. */
async function shiningPixels(page: Page, moreThan: number): Promise<number> {
  const found = await page.waitForFunction((least) => {
    const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-lights]')!
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
    let count = 0
    for (let at = 0; at < data.length; at += 4) if (data[at + 3]! > 200 && data[at]! > 200) count += 1
    return count > least && count
  }, moreThan)
  return Number(await found.jsonValue())
}

test('by keys alone one LED after another, then one device: the page says which, the picture shows it', async () => {
  const page = await newPage('/builds/night-ferry/light')
  await page.getByRole('button', { name: 'One LED on' }).waitFor()
  await page.getByRole('button', { name: /^LED5V A/ }).click()
  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await page.keyboard.press('ArrowRight')
  // Legs of a splitter show the same: F1, F4 and F7 begin at the first LED.
  const status = page.getByText(/of the line should be lit/)
  await status.getByText('F1, LED 2 of 8; F4, LED 2 of 8; F7, LED 2 of 8', { exact: true }).waitFor()
  const one = await shiningPixels(page, 0)
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await status.getByText('F2 rim; F5 rim', { exact: true }).waitFor()
  // Eight LEDs on each of two legs, where there was one on each of three.
  await shiningPixels(page, one * 2)
})

test('while it is paused nothing is drawn; while it plays it is; less motion asked for, nothing plays', async () => {
  const page = await newPage('/builds/night-ferry/light')
  await page.getByRole('button', { name: 'Play' }).waitFor()
  await page.evaluate(() => {
    const counter = window as unknown as { drawn: number }
    counter.drawn = 0
    const { clearRect } = CanvasRenderingContext2D.prototype
    CanvasRenderingContext2D.prototype.clearRect = function (...box) {
      if (this.canvas.getAttribute('data-lights') !== null) counter.drawn += 1
      clearRect.apply(this, box)
    }
  })
  const drawn = () => page.evaluate(() => (window as unknown as { drawn: number }).drawn)
  const frames = (count: number) =>
    page.evaluate(
      (left) =>
        new Promise<void>((done) => {
          const next = () => (left-- === 0 ? done() : requestAnimationFrame(next))
          next()
        }),
      count,
    )
  await frames(20)
  const still = await drawn()
  await frames(20)
  expect(await drawn()).toBe(still)
  await page.getByRole('button', { name: 'Play' }).click()
  await page.getByRole('button', { name: 'Pause' }).waitFor()
  await frames(20)
  expect(await drawn()).toBeGreaterThan(still + 5)
  await page.getByRole('button', { name: 'Pause' }).click()
  await page.getByRole('button', { name: 'Play' }).waitFor()
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.getByRole('button', { name: 'Play' }).click()
  await page.getByRole('button', { name: 'Play' }).waitFor()
  expect(await page.getByRole('button', { name: 'Pause' }).count()).toBe(0)
})

test('a line out of order: its jumps, the table for the program, and one press that plugs it so', async () => {
  const { id } = await newBuild(demoBuild('night-ferry'))
  const page = await newPage(`/builds/${id}/light`)
  await page.getByRole('button', { name: /^B2 link outlet 1/ }).click()
  const order = page.getByRole('region', { name: 'Order in the case' })
  await order.getByText(/^It runs F8, F10, F9: 2 jumps, \d\.\d\d m in all\.$/).waitFor()
  await order.getByText('1 swap puts it right: F10 with F9.').waitFor()
  expect(await order.getByRole('row').allTextContents()).toEqual([
    'in the caseslot of the programdevice',
    '11F8',
    '23F9',
    '32F10',
  ])
  await order.getByRole('button', { name: 'Plug it so' }).click()
  await order.getByText('It runs in the order of the case: F8, F9 and F10.').waitFor()
  await untilSaved(page)
  const after = (await getBuild(id)).threads.find(({ from }) => from.itemId === 'f9')!
  expect(after.to.itemId).toBe('f8')
})

test('all light is given to one owner: who rules what, what is otherwise, and the plans that move it', async () => {
  const { id } = await newBuild(demoBuild('night-ferry'))
  const page = await newPage(`/builds/${id}/light`)
  const owners = page.getByRole('region', { name: 'Who rules the lights' })
  await owners.getByRole('row', { name: /^another maker's box L1 strip$/ }).waitFor()
  await owners.getByRole('row', { name: /^the maker's own program F8 rim, F9 rim, F10 rim/ }).waitFor()
  await owners.getByRole('combobox', { name: 'Give all of it to' }).selectOption('the board')
  // Five fans of the one maker and the strip; the other fans are led by the board.
  await owners.getByText('6 lights are ruled otherwise than chosen.').waitFor()
  await untilSaved(page)
  expect((await getBuild(id)).choices.schools).toEqual({ light: 'board' })
  await owners.getByRole('link', { name: 'Plan the moves' }).click()
  await page.waitForURL(`**/builds/${id}/plans`)
})

test('a screen: what to set, what is set, and what it shows', async () => {
  const { id } = await newBuild(demoBuild('night-ferry'))
  const page = await newPage(`/builds/${id}/light`)
  const screens = page.getByRole('region', { name: 'Screens' })
  await screens.getByText('turn its picture by 270° clockwise in its program').waitFor()
  await page.getByText(/^As P1 sits, its screen shows the picture turned/).waitFor()
  await screens.getByRole('combobox', { name: 'Set in the program of P1 screen' }).selectOption('270°')
  await page.getByText(/^As P1 sits, its screen shows the picture turned/).waitFor({ state: 'detached' })
  const shows = screens.getByRole('textbox', { name: 'What P1 screen shows' })
  await shows.fill('coolant and time')
  await shows.press('Enter')
  await untilSaved(page)
  expect((await getBuild(id)).choices.screens).toEqual([
    { itemId: 'p1', screens: [{ screenId: 'screen', pictureTurns: 3, shows: 'coolant and time' }] },
  ])
  await page.goto(new URL(`/builds/${id}/sheet`, page.url()).href)
  await page.getByText('turn its picture by 270° clockwise; it shows coolant and time.').waitFor()
})

test('a line of which nothing sits in a case shines on its strip', async () => {
  const page = await newPage('/builds/paper-kite/light')
  await page.getByText('No light sits in a case yet').waitFor()
  await page.getByRole('combobox', { name: 'Show' }).selectOption('full white')
  const lit = await page.waitForFunction(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-strip]')
    if (canvas === null || canvas.width === 0) return false
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
    return data.some((value, at) => at % 4 === 0 && value > 200)
  })
  expect(await lit.jsonValue()).toBe(true)
})

test('amps at the look and at full white, and the brightest white, by hand on Tangled Heron', async () => {
  const page = await newPage('/builds/tangled-heron/light')
  const line = page.getByRole('region', { name: 'Line of LED5V B' })
  await line.getByText('brightest white within the headroom').waitFor()
  await page.getByRole('combobox', { name: 'Show' }).selectOption('full white')
  await page.getByRole('slider', { name: 'brightness' }).fill('50')
  // 60 x 50 mA + 20 x 60 mA; dark 80 mA; half of what is above it.
  await line.getByText('2.14 A', { exact: true }).waitFor()
  await line.getByText('4.20 A', { exact: true }).waitFor()
  await line.getByText('56 %', { exact: true }).waitFor()
})

test('a build without lights says what to do', async () => {
  const { id } = await newBuild({ ...demoBuild('paper-kite'), threads: [] })
  const page = await newPage(`/builds/${id}/light`)
  await page.getByRole('link', { name: 'Go to Wiring' }).waitFor()
})
