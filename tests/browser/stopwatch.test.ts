import { partNamed } from '../support/bench'
import { getBuild } from '../support/server'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()

/**
 * Everything with a lead that lies on the bench of Harbour Lantern, entered as one's own by somebody who has only the labels: each
 * line as it stands on the label, the board and the supply as general classes corrected from their manuals.
 */
const LINES = [
  '3 fans 140 4-pin 0.3A 500mm 1200rpm',
  'fan 120 4-pin 0.22A 550mm, argb 12 leds 50mA per led chain',
  '2 fans 120 4-pin 0.35A 400mm 2000rpm',
  'pump 4-pin 0.4A 400mm',
  'strip 12V 7.2W 300mm chain',
  'splitter 3 legs 200mm',
  'splitter 2 legs 150mm',
] as const

test('from an empty bench to every part of Harbour Lantern: keys and clicks', async () => {
  const page = await newPage('/')
  const count = { keys: 0, clicks: 0 }
  const type = async (text: string) => {
    count.keys += text.length
    await page.keyboard.type(text)
  }
  const press = async (key: string) => {
    count.keys += 1
    await page.keyboard.press(key)
  }
  const click = async (name: string | RegExp) => {
    count.clicks += 1
    await page.getByRole('button', { name, exact: true }).click()
  }
  const started = Date.now()
  await click('New build')
  await type('Lantern by hand')
  await click('Start with an empty bench')
  await page.waitForURL(/\/parts$/)
  const id = /builds\/([^/]+)\//.exec(page.url())![1]!
  // The field of an empty bench has the focus.
  for (const line of LINES) {
    await type(line)
    await press('Enter')
  }
  for (const name of ['middle board', 'ordinary supply']) {
    await type(name)
    await page.getByText('Enter puts one on the bench.').waitFor()
    await press('Enter')
  }
  await untilSaved(page)
  const seconds = (Date.now() - started) / 1000
  const build = await getBuild(id)
  const perKind = (kind: string) =>
    build.items.filter((item) => build.parts.find((part) => part.id === item.partId)!.kind === kind).length
  expect(
    Object.fromEntries(['board', 'supply', 'fan', 'cooler', 'light', 'splitter'].map((kind) => [kind, perKind(kind)])),
  ).toEqual({ board: 1, supply: 1, fan: 6, cooler: 1, light: 1, splitter: 2 })
  // As on the shelf of the demo, though nothing was taken from it.
  const halo = build.parts.find((part) =>
    part.inside.some((relation) => relation.type === 'light' && relation.control === 'eachLed'),
  )!
  const light = (part: typeof halo) => part.inside.find((relation) => relation.type === 'light')
  expect(light(halo)).toMatchObject({ addressedLedCount: { value: 12 }, whiteMilliampsPerLed: { value: 50 } })
  expect(light(partNamed('fan-120-light'))).toMatchObject({
    addressedLedCount: { value: 12 },
    whiteMilliampsPerLed: { value: 50 },
  })
  console.log(
    `Harbour Lantern typed in: ${build.items.length} items, ${count.clicks} clicks, ${count.keys} keys, ${seconds.toFixed(1)} s by machine`,
  )
  expect(count.clicks).toBeLessThanOrEqual(3)
  expect(count.keys).toBeLessThanOrEqual(280)
  expect(complaints).toEqual([])
})
