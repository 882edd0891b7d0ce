import type { Page } from 'playwright-core'
import { demoBuild } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

/** Two headers with a group over both, and a curve on one of them. */
const twoHeads = () => {
  const build = demoBuild('harbour-lantern')
  const { curves = [], ...choices } = build.choices
  return {
    ...build,
    choices: { ...choices, curves: curves.filter(({ at }) => at.portId === 'SYS1') },
    groups: [{ id: 'all', name: 'All fans', itemIds: ['f1', 'f2', 'f3', 'r1', 'r2'] }],
  }
}
const pointsOf = async (id: string, portId: string, list: 'curves' | 'stockCurves' = 'curves') =>
  (await getBuild(id)).choices[list]
    ?.find(({ at }) => at.portId === portId)
    ?.points.map(({ temperatureC, dutyPercent }) => [temperatureC, dutyPercent])

async function pressByKey(page: Page, name: string | RegExp): Promise<void> {
  await page.getByRole('button', { name }).focus()
  await page.keyboard.press('Enter')
}

test('a point is dragged: the table, the fans at this heat and the build follow', async () => {
  const { id } = await newBuild(twoHeads())
  const page = await newPage(`/builds/${id}/speed`)
  await page.getByRole('button', { name: /^SYS1/ }).click()
  const curve = page.getByRole('region', { name: 'Curve of SYS1' })
  const handle = curve.getByRole('button', { name: /^Point 2: 60 °C, 50 %/ })
  const box = (await handle.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x, y - 60, { steps: 6 })
  // Before it is let go of, all that follows from it is told already; by hand, 400 + 800 x (duty - 20) / 80 rpm.
  const duty = curve.getByLabel('Duty of point 2, %')
  await curve.getByRole('button', { name: /^Point 2: 60 °C, (7\d) %/ }).waitFor()
  const percent = Number(await duty.inputValue())
  const row = page.getByRole('region', { name: 'At this heat' }).getByRole('row', { name: /^F1 / })
  await row.getByRole('cell', { name: (400 + 10 * (percent - 20)).toFixed(0), exact: true }).waitFor()
  expect((await pointsOf(id, 'SYS1'))![1]).toEqual([60, 50])
  await page.mouse.up()
  await untilSaved(page)
  expect((await pointsOf(id, 'SYS1'))![1]).toEqual([60, percent])
})

test('the heat is dragged on the curve: its slider and the fans follow', async () => {
  const page = await newPage('/builds/harbour-lantern/speed')
  await page.getByRole('button', { name: /^SYS1/ }).click()
  const line = page.locator('[data-heat-line]')
  const box = (await line.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + 6]
  await page.mouse.move(x, y)
  await page.mouse.down()
  // Beyond the end of the plot: it stays at the hottest that is looked at.
  await page.mouse.move(x + 900, y, { steps: 8 })
  await page.mouse.up()
  await page
    .getByRole('slider', { name: 'Graphics card' })
    .and(page.locator('[aria-valuetext="100 degrees"]'))
    .waitFor()
  const row = page.getByRole('region', { name: 'At this heat' }).getByRole('row', { name: /^F1 / })
  await row.getByRole('cell', { name: '1200', exact: true }).first().waitFor()
})

test('by keyboard alone: a curve begun, moved, typed, given to the whole group, and undone', async () => {
  const { id } = await newBuild(twoHeads())
  const page = await newPage(`/builds/${id}/speed`)
  const press = (name: string | RegExp) => pressByKey(page, name)
  await press(/^CPU/)
  const curve = page.getByRole('region', { name: 'Curve of CPU' })
  await curve.getByText(/Nobody has written down a curve/).waitFor()
  await press('Even')
  await curve.getByRole('button', { name: /^Point 1: 30 °C, 30 %/ }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('ArrowUp')
  await curve.getByRole('button', { name: /^Point 1: 35 °C, 31 %/ }).waitFor()
  await curve.getByLabel('Duty of point 1, %').fill('140')
  await curve.getByText('from 0 to 100 %').waitFor()
  await curve.getByLabel('Duty of point 1, %').fill('40')
  await page.keyboard.press('Enter')
  await press('A point more')
  await untilSaved(page)
  expect(await pointsOf(id, 'CPU')).toEqual([
    [35, 40],
    [60, 70],
    [85, 100],
  ])
  await page.getByText('“All fans” parts here: SYS1 has another curve, or none.').waitFor()
  await press('One curve for all of it')
  await page.getByText('All heads of “All fans” run by this curve.').waitFor()
  await untilSaved(page)
  expect(await pointsOf(id, 'SYS1')).toEqual(await pointsOf(id, 'CPU'))
  await page.keyboard.press('Control+z')
  await page.getByText('“All fans” parts here: SYS1 has another curve, or none.').waitFor()
})

test('by keyboard alone: a curve for a group, tuned for quiet, and printed as a list to set', async () => {
  const { id } = await newBuild(twoHeads())
  const page = await newPage(`/builds/${id}/speed`)
  const press = (name: string | RegExp) => pressByKey(page, name)
  await press(/^CPU/)
  await press('Even')
  await press('One curve for all of it')
  await page.getByText('All heads of “All fans” run by this curve.').waitFor()
  await page.getByRole('tab', { name: 'At a heat' }).focus()
  for (const name of ['Against heat', 'Over a log', 'Tune for quiet']) {
    await page.keyboard.press('ArrowRight')
    await page.getByRole('tab', { name, selected: true }).waitFor()
  }
  const tune = page.getByRole('region', { name: 'Tune for quiet' })
  await tune.getByLabel('Wanted in, m³/h').focus()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('90')
  await page.keyboard.press('Enter')
  await press('Find the quietest')
  await press('Put it into the curves at this heat')
  await tune.getByText('The build was changed since: find it again.').waitFor()
  await untilSaved(page)
  const points = (await pointsOf(id, 'SYS1'))!
  expect(points.some(([temperatureC]) => temperatureC === 60)).toBe(true)
  await page.keyboard.press('Alt+7')
  const row = page.getByRole('row', { name: /^SYS1 PWM processor/ })
  await row.getByText(points.map(([at, duty]) => `${at} °C ${duty} %`).join(', ')).waitFor()
  await page.getByText(/^To ignore there: .*SYS2.* nothing plugged/).waitFor()
  await page.evaluate(() => (window.print = () => void (document.title = 'printed')))
  await press('Print')
  expect(await page.title()).toBe('printed')
  const pdf = await page.pdf({ format: 'A4' })
  expect(pdf.subarray(0, 4).toString()).toBe('%PDF')
})

test('sound and flow against heat: a table beside the chart, warmer is louder', async () => {
  const page = await newPage('/builds/harbour-lantern/speed')
  await page.getByRole('tab', { name: 'Against heat' }).click()
  const against = page.getByRole('region', { name: 'Sound and flow against heat' })
  const sounds = against.getByRole('row', { name: /^sounds/ }).getByRole('cell')
  await sounds.first().waitFor()
  const levels = (await sounds.allTextContents()).map(Number)
  expect(levels).toHaveLength(5)
  expect(levels[4]).toBeGreaterThan(levels[2]!)
  await against.getByLabel('As the heat rises of the').selectOption('graphics card')
  await against.getByText('processor 60 °C, coolant 38 °C').waitFor()
})

test('calmer: the smallest hysteresis and steps for a wish, taken in one step, and a wish that nothing meets', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/speed`)
  await page.getByRole('tab', { name: 'Over a log' }).click()
  await page.getByRole('button', { name: 'An evening of editing' }).click()
  const calmer = page.getByRole('region', { name: 'Calmer' })
  const turns = page
    .getByRole('row', { name: /^turns up or down/ })
    .getByRole('cell')
    .first()
  const before = Number(await turns.textContent())
  expect(before).toBeGreaterThan(2)
  await calmer.getByLabel('Turns wished for, turns').fill(String(before - 1))
  await page.keyboard.press('Enter')
  await calmer
    .getByRole('button', { name: /^Take / })
    .first()
    .click()
  await untilSaved(page)
  // As many as were promised, by the replay of the build as it is now.
  await calmer.getByText('as the curves are').waitFor()
  expect(Number(await turns.textContent())).toBeLessThan(before)
  await calmer.getByLabel('Turns wished for, turns').fill('0')
  await page.keyboard.press('Enter')
  await calmer.getByText(/The fewest are \d+ turns?, with /).waitFor()
})

test('the sets are kept apart, and a pump is offered full speed alone', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/speed`)
  await page.getByRole('button', { name: /^SYS1/ }).click()
  await page.getByRole('button', { name: 'As it came' }).click()
  await page.getByRole('button', { name: 'Full', exact: true }).click()
  await untilSaved(page)
  expect(await pointsOf(id, 'SYS1', 'stockCurves')).toEqual([[20, 100]])
  expect((await pointsOf(id, 'SYS1'))!.length).toBe(3)
  await page.getByRole('button', { name: /^PUMP/ }).click()
  expect(await page.getByRole('button', { name: 'Hushed' }).count()).toBe(0)
  await page.getByRole('button', { name: 'Full', exact: true }).waitFor()
})

test('what cannot be told anything is named with its reason, and a build without fans says what to do', async () => {
  const page = await newPage('/builds/tangled-heron/speed')
  const untold = page.getByText('Cannot be told anything').locator('xpath=..')
  await untold.getByText(/F11.*the board lead of its hub is loose|F11.*hub/).waitFor()
  const { id } = await newBuild({ ...demoBuild('paper-kite'), threads: [] })
  const empty = await newPage(`/builds/${id}/speed`)
  await empty.getByRole('link', { name: 'Go to Wiring' }).waitFor()
})

test('a log is replayed by both sets of curves, and a bad one is refused at its place', async () => {
  const page = await newPage('/builds/harbour-lantern/speed')
  await page.getByRole('tab', { name: 'Over a log' }).click()
  await page.getByRole('button', { name: 'An evening of editing' }).click()
  const log = page.getByRole('region', { name: 'Over a log' })
  await log.getByText('3600 samples').waitFor()
  const turns = log.getByRole('row', { name: /^turns up or down/ }).getByRole('cell')
  const [tuned, stock] = [Number(await turns.nth(0).textContent()), Number(await turns.nth(1).textContent())]
  expect(tuned).toBeLessThan(stock)
  await log.getByLabel('Level to count above, dB(A)').fill('0')
  await page.keyboard.press('Enter')
  // 7198 s of log, and the pump's sound is unknown: all of it is louder than nothing.
  await log.getByRole('row', { name: /^louder than 0 dB\(A\) 120.0 min 120.0 min/ }).waitFor()
  await log.getByLabel('Temperature log').setInputFiles({
    name: 'mine.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('seconds,board\n0,40\n1,NaN\n'),
  })
  await log.getByText('mine.csv, line 3, board: “NaN” is no temperature from -50 to 150 °C.').waitFor()
  // What was there stays.
  await log.getByText('3600 samples').waitFor()
})

test('tuned for quiet: what is found becomes a point of each curve, in one step', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/speed`)
  await page.getByRole('tab', { name: 'Tune for quiet' }).click()
  const tune = page.getByRole('region', { name: 'Tune for quiet' })
  await tune.getByLabel('Wanted in, m³/h').fill('110')
  await page.keyboard.press('Enter')
  await tune.getByRole('button', { name: 'Find the quietest' }).click()
  await tune.getByText(/dB\(A\) instead of \d+\.\d dB\(A\)\./).waitFor()
  const then = await tune.getByRole('row', { name: /^SYS1/ }).getByRole('cell').nth(1).textContent()
  await tune.getByRole('button', { name: 'Put it into the curves at this heat' }).click()
  await tune.getByText('The build was changed since: find it again.').waitFor()
  await untilSaved(page)
  const found = (await pointsOf(id, 'SYS1'))!.find(([temperatureC]) => temperatureC === 60)!
  expect(Math.abs(found[1]! - Number.parseInt(then!, 10))).toBeLessThanOrEqual(1)
  await page.keyboard.press('Control+z')
  await untilSaved(page)
  expect((await pointsOf(id, 'SYS1'))![1]).toEqual([60, 50])
})
