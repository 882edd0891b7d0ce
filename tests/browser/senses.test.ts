import { bench, demoBuild } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { untilSaved, untilStill, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const VIEWS = ['parts', 'places', 'threads', 'threads/plans', 'speed', 'sheet'] as const

test('a build is wired and judged by roles and names alone, and what changes is said', async () => {
  const { id } = await newBuild(bench(['M1: board-middle', 'F1: fan-120'], []))
  const page = await newPage(`/builds/${id}/threads`)
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: /^Wiring/ })
    .waitFor()
  const findings = page.getByRole('region', { name: 'Findings' })
  await findings.getByText(/^2 stops, 0 warnings/).waitFor({ state: 'attached' })
  await page.getByRole('group', { name: 'Wiring' }).getByRole('button', { name: 'CPU' }).click()
  const comers = page.getByRole('region', { name: 'Leads that may come here' })
  await comers.getByRole('button', { name: 'Plug F1 in here' }).click()
  await findings.getByText(/^0 stops, 0 warnings/).waitFor({ state: 'attached' })
  await page.getByRole('status').filter({ hasText: 'Saved' }).waitFor()
  await untilSaved(page)
  expect((await getBuild(id)).threads.map(({ from, to }) => `${from.itemId} ${to.portId}`)).toEqual(['f1 CPU'])
  const tree = await page.getByRole('group', { name: 'Wiring' }).ariaSnapshot()
  expect(tree).toMatch(/button "F1/)
  expect(tree).toMatch(/button "M1 CPU" \[pressed\]/)
  const cpu = page.getByRole('group', { name: 'Wiring' }).getByRole('button', { name: 'M1 CPU' })
  const told = await cpu.evaluate((row) => document.getElementById(row.getAttribute('aria-describedby')!)?.textContent)
  expect(told).toMatch(/0\.25 \/ 1\.00 A/)
})

test.each(VIEWS)('%s at twice the size: nothing runs out of the page sideways', async (view) => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/${view}`)
  await page.setViewportSize({ width: 640, height: 400 })
  await untilStill(page)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(640)
})

test.each(VIEWS)(
  '%s in colours of the system: what has the focus is framed, and what is pressed can be told',
  async (view) => {
    const { id } = await newBuild(demoBuild('harbour-lantern'))
    const page = await newPage(`/builds/${id}/${view}`)
    await page.emulateMedia({ forcedColors: 'active' })
    await page.keyboard.press('Tab')
    await page.keyboard.press('Tab')
    const frame = await page.evaluate(() => {
      const style = getComputedStyle(document.activeElement!)
      return { width: parseFloat(style.outlineWidth), look: style.outlineStyle }
    })
    expect(frame.width).toBeGreaterThan(0)
    expect(frame.look).not.toBe('none')
    // A mark of severity keeps its shape: it is drawn in the colour of the text.
    const marks = page.locator('svg[role="img"][aria-label="stop"]')
    if ((await marks.count()) > 0) {
      expect(await marks.first().evaluate((svg) => getComputedStyle(svg).stroke)).not.toBe('none')
    }
  },
)

test('with less motion wanted nothing moves when windows open and close', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/places`)
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.getByRole('button', { name: 'Help' }).click()
  await page.getByRole('dialog', { name: 'Keys and words' }).waitFor()
  const moving = await page.evaluate(
    () =>
      document
        .getAnimations()
        .filter(({ playState, effect }) => playState === 'running' && Number(effect?.getComputedTiming().duration) > 50)
        .length,
  )
  expect(moving).toBe(0)
})

test.each(['sheet', 'bench'])(
  'on a phone everything on /%s that is pressed is 44 px high at the least',
  async (stage) => {
    const { id } = await newBuild(demoBuild('harbour-lantern'))
    const page = await newPage(`/builds/${id}/${stage}`)
    await page.setViewportSize({ width: 390, height: 844 })
    await untilStill(page)
    const low = await page
      .locator('main :is(a, button, select, summary)')
      .evaluateAll((targets) =>
        targets
          .map((target) => ({ text: target.textContent?.trim(), heightPx: target.getBoundingClientRect().height }))
          .filter(({ heightPx }) => heightPx > 0 && heightPx < 44),
      )
    expect(low).toEqual([])
  },
)
