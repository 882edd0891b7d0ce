import type { Page } from 'playwright-core'
import type { Build } from '../../src/core/build/schema'
import { demoBuild } from '../support/bench'
import { getBuild, newBuild } from '../support/server'
import { open, untilSaved, useBrowser } from './session'

const { newPage, newTouchPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

/** The demo build with nothing in its case yet. */
const emptied = (id: string): Build => {
  const { places: _places, ...rest } = demoBuild(id)
  return rest
}

/** Where each thing of a demo build goes, in the order people put them: radiators before their fans. */
const PLAN: Readonly<Record<string, readonly (readonly [itemId: string, place: string])[]>> = {
  'harbour-lantern': [
    ['f1', 'front/fans-140/1'],
    ['f2', 'front/fans-140/2'],
    ['f3', 'front/fans-140/3'],
    ['p1', 'top/radiator-120x2/1'],
    ['r1', 'top/radiator-120x2/1'],
    ['r2', 'top/radiator-120x2/2'],
    ['f4', 'back/fans-120/1'],
  ],
  'night-ferry': [
    ['p1', 'side/radiator-120x3/1'],
    ['f1', 'side/radiator-120x3/1'],
    ['f2', 'side/radiator-120x3/2'],
    ['f3', 'side/radiator-120x3/3'],
    ['f4', 'bottom/fans-120/1'],
    ['f5', 'bottom/fans-120/2'],
    ['f6', 'bottom/fans-120/3'],
    ['f7', 'back/fans-120/1'],
    ['f13', 'back/fans-120/2'],
    ['f8', 'top/fans-140/1'],
    ['f9', 'top/fans-140/2'],
    ['f10', 'top/fans-140/3'],
    ['f11', 'front/fans-140/1'],
    ['f12', 'front/fans-140/2'],
    ['b1', 'spot/behindLow'],
    ['b2', 'spot/behindHigh'],
    ['l1', 'spot/edge'],
  ],
}
const COUNTS = {
  mouse: { 'harbour-lantern': 7, 'night-ferry': 17 },
  keys: { 'harbour-lantern': 60, 'night-ferry': 150 },
}
const BUILDS = ['harbour-lantern', 'night-ferry'] as const

const placedIn = async (id: string) =>
  Object.fromEntries(
    ((await getBuild(id)).places ?? []).map(({ itemId, mount, spot }) => [
      itemId,
      mount === undefined ? `spot/${spot?.spotId}` : `${mount.panelId}/${mount.layoutId}/${mount.placeNumber}`,
    ]),
  )
const numbersIn = async (id: string) =>
  Object.fromEntries(
    ((await getBuild(id)).places ?? []).flatMap((p) => (p.number === undefined ? [] : [[p.itemId, p.number]])),
  )

test.each(BUILDS)('%s is placed by mouse: one drag for each thing', async (demo) => {
  const { id } = await newBuild(emptied(demo))
  const page = await newPage(`/builds/${id}/places`)
  let actions = 0
  for (const [itemId, place] of PLAN[demo]!) {
    const from = (await page.locator(`[data-chip="${itemId}"]`).boundingBox())!
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
    await page.mouse.down()
    await page.mouse.move(from.x + from.width / 2 + 12, from.y + from.height / 2 + 12, { steps: 3 })
    const to = (await page.locator(`button[data-place="${place}"]`).boundingBox())!
    await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 6 })
    await page.locator(`button[data-place="${place}"][data-over="true"]`).waitFor()
    await page.mouse.up()
    await page.locator(`[data-thing="${itemId}"]`).waitFor()
    actions += 1
  }
  await untilSaved(page)
  expect(await placedIn(id)).toEqual(Object.fromEntries(PLAN[demo]!))
  expect(actions).toBeLessThanOrEqual(COUNTS.mouse[demo])
  console.info(`${demo} by mouse: ${actions} actions`)
})

/** Moves from one open place to another by arrow keys, the shortest way there is; how many keys it took. */
async function walkTo(page: Page, place: string): Promise<number> {
  const here = () => page.evaluate(() => document.activeElement?.getAttribute('data-place'))
  const seen = new Map<string, readonly string[]>()
  const start = await here()
  const queue: { readonly at: string; readonly keys: readonly string[] }[] = [{ at: start!, keys: [] }]
  while (queue.length > 0) {
    const { at, keys } = queue.shift()!
    if (at === place) {
      await page.locator(`button[data-place="${start!}"]`).focus()
      for (const key of keys) await page.keyboard.press(key)
      expect(await here()).toBe(place)
      return keys.length
    }
    if (seen.has(at)) continue
    seen.set(at, keys)
    for (const key of ['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight']) {
      await page.locator(`button[data-place="${at}"]`).focus()
      await page.keyboard.press(key)
      queue.push({ at: (await here())!, keys: [...keys, key] })
    }
  }
  throw new Error(`No arrow keys lead to ${place}`)
}

/** Puts down what is in hand, goes to the thing by Tab and picks it up; how many keys it took. */
async function pickUp(page: Page, itemId: string): Promise<number> {
  const here = () => page.evaluate(() => document.activeElement?.getAttribute('data-chip'))
  let keys = 0
  const press = async (key: string) => {
    keys += 1
    await page.keyboard.press(key)
  }
  if ((await page.locator('[data-chip][aria-pressed="true"]').count()) > 0) await press('Escape')
  while ((await here()) !== itemId && keys < MOST_TABS) await press('Tab')
  expect(await here()).toBe(itemId)
  await press('Enter')
  return keys
}
const MOST_TABS = 60

test.each(BUILDS)('%s is placed by keyboard alone, then turned and numbered', async (demo) => {
  const { id } = await newBuild(emptied(demo))
  const page = await newPage(`/builds/${id}/places`)
  let keys = 0
  for (const [itemId, place] of PLAN[demo]!) {
    const isHeld = (await page.locator(`[data-chip="${itemId}"]`).getAttribute('aria-pressed')) === 'true'
    if (!isHeld) keys += await pickUp(page, itemId)
    await page.waitForFunction(() => document.activeElement?.getAttribute('data-open') === 'true')
    keys += await walkTo(page, place)
    await page.keyboard.press('Enter')
    keys += 1
    await page.locator(`[data-thing="${itemId}"]`).waitFor()
    // The place is gone that had the focus: it goes on to what comes next.
    await page.waitForFunction(() => document.activeElement?.matches('[data-chip], [data-thing], [data-open="true"]'))
  }
  await untilSaved(page)
  expect(await placedIn(id)).toEqual(Object.fromEntries(PLAN[demo]!))
  expect(keys).toBeLessThanOrEqual(COUNTS.keys[demo])
  console.info(`${demo} by keyboard: ${keys} keys`)

  const fan = page.locator('[data-thing="f1"]')
  const before = (await getBuild(id)).places!.find(({ itemId }) => itemId === 'f1')!
  await page.keyboard.press('Escape')
  await fan.focus()
  await page.keyboard.press('t')
  await page.keyboard.press('r')
  await page.getByRole('button', { name: 'Number along a path' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Up the front, back along the roof' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Number them' }).focus()
  await page.keyboard.press('Enter')
  await untilSaved(page)
  const after = (await getBuild(id)).places!.find(({ itemId }) => itemId === 'f1')!
  expect(after.inwardFace).not.toBe(before.inwardFace)
  expect(after.leadCorner).toBe((before.leadCorner! + 1) % 4)
  expect(Object.values(await numbersIn(id)).toSorted((a, b) => a - b)).toEqual(
    Array.from({ length: demo === 'night-ferry' ? 13 : 6 }, (_, index) => index + 1),
  )
})

test('a path is drawn over the fans with the button held down', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/places`)
  await page.getByRole('button', { name: 'Number along a path' }).click()
  const middle = async (itemId: string) => {
    const box = (await page.locator(`[data-thing="${itemId}"]`).boundingBox())!
    return [box.x + box.width / 2, box.y + box.height / 2] as const
  }
  await page.mouse.move(...(await middle('f3')))
  await page.mouse.down()
  for (const itemId of ['f2', 'f1']) await page.mouse.move(...(await middle(itemId)), { steps: 5 })
  await page.mouse.up()
  await page.getByText('3 of 6.').waitFor()
  await page.getByRole('button', { name: 'Number them' }).click()
  await untilSaved(page)
  expect(await numbersIn(id)).toEqual({ f3: 1, f2: 2, f1: 3 })
  await page.getByRole('button', { name: /^Undo: place of/ }).click()
  await untilSaved(page)
  expect(await numbersIn(id)).toEqual({ f1: 1, f2: 2, f3: 3, f4: 4 })
})

test('to scale: a 140 is 140/120 of a 120 on the screen, and the board as long as it is in the case', async () => {
  const page = await newPage('/builds/harbour-lantern/places')
  const widthOf = async (itemId: string) => (await page.locator(`[data-thing="${itemId}"]`).boundingBox())!.width
  expect((await widthOf('f1')) / (await widthOf('f4'))).toBeCloseTo(140 / 120, 3)
  const place = (await page.locator('[data-place="bottom/fans-120/1"]').boundingBox())!
  expect((await widthOf('f4')) / place.width).toBeCloseTo(1, 3)
  const board = (await page.locator('svg rect[fill="var(--moss-wash)"]').boundingBox())!
  expect(board.height / (await widthOf('f1'))).toBeCloseTo(305 / 140, 1)
})

test('what does not go there is refused with the reason, and nothing changes', async () => {
  const { id } = await newBuild(emptied('harbour-lantern'))
  const page = await newPage(`/builds/${id}/places`)
  await page.locator('[data-chip="f1"]').click()
  const refused = page.locator('button[data-place="bottom/fans-120/1"]')
  expect(await refused.getAttribute('aria-label')).toBe('Floor, place 1: F1 is for 140 mm, this place takes 120 mm.')
  await refused.click()
  await page.getByText('F1 is for 140 mm, this place takes 120 mm.').first().waitFor()
  await page.keyboard.press('Escape')
  expect(await placedIn(id)).toEqual({})
  // Asked for a 120, the front shows the layout that takes one.
  await page.locator('[data-chip="f4"]').click()
  await page.locator('button[data-place="front/fans-120/1"]').waitFor()
})

test('a lead that does not reach: in Places, in Wiring, on the sheet, with a header and an extension as mends', async () => {
  const { id } = await newBuild(demoBuild('tangled-heron'))
  const page = await newPage(`/builds/${id}/places`)
  await page.locator('[data-thing="f7"]').click()
  const panel = page.getByRole('region', { name: 'Chosen thing' })
  await panel.getByText('F7 does not reach SYS3: 300 mm of lead, 148 + 160 + 219 = 527 mm of way').waitFor()
  await page.getByRole('button', { name: /F7 is 300 mm long, but its way to SYS3 takes 527 mm/ }).click()
  await page.getByRole('button', { name: /^Move F7 to SYS/ }).waitFor()
  const extend = page.getByRole('button', { name: /^Put Fan extension, 300 mm between F7 and SYS3/ })
  await extend.waitFor()

  await open(page, `/builds/${id}/threads`)
  await page.locator('[data-port="f7.fan"]').click()
  await page.getByRole('button', { name: /Move it elsewhere/ }).click()
  await page
    .getByText(/mm to spare/)
    .first()
    .waitFor()
  const picked = page.getByRole('region', { name: 'Picked port' })
  await picked.getByText('F7 does not reach SYS3: 300 mm of lead, 148 + 160 + 219 = 527 mm of way').waitFor()

  await open(page, `/builds/${id}/sheet`)
  await page.getByRole('article').getByText('F7 is 300 mm long, but its way to SYS3 takes 527 mm.').waitFor()
  await page.getByText(/F7: roof, place 1.* Two screws first, crosswise/).waitFor()

  await open(page, `/builds/${id}/places`)
  await page.getByRole('button', { name: /F7 is 300 mm long/ }).click()
  await extend.click()
  await untilSaved(page)
  const build = await getBuild(id)
  const added = build.items.find(({ partId }) => partId === 'template-fan-extension')
  expect(added).toMatchObject({ stock: 'toBuy' })
  expect(build.threads.filter(({ from }) => from.itemId === 'f7')).toMatchObject([{ to: { itemId: added!.id } }])
  await expect(page.getByRole('button', { name: /F7 is 300 mm long/ }).count()).resolves.toBe(0)
})

test('a header is put on its board and dragged; the figure follows, and the arrow keys move it by a millimetre', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/parts`)
  await page.getByRole('button', { name: 'Correct Sallow Causeway board' }).click()
  await page.getByText('Where the headers sit on the board').click()
  const header = page.locator('[data-plan="ports.3.spot"]')
  await header.scrollIntoViewIfNeeded()
  expect(await header.getAttribute('aria-label')).toMatch(/^SYS2: 215 mm from the front, 150 mm from below/)
  const box = (await header.boundingBox())!
  const board = (await page.getByRole('group', { name: 'The board, to scale' }).boundingBox())!
  const scale = board.height / 305
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 50 * scale, box.y + box.height / 2 - 40 * scale, { steps: 6 })
  await page.mouse.up()
  await header.focus()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Shift+ArrowLeft')
  await page.getByRole('button', { name: 'Save changes' }).click()
  await untilSaved(page)
  const part = (await getBuild(id)).parts.find((one) => one.id === 'board-middle')!
  const spot = part.ports[3]!.spot!
  expect(Math.abs(spot.xMm.value - (215 - 50 + 10))).toBeLessThanOrEqual(1)
  expect(Math.abs(spot.yMm.value - (150 + 40 + 1))).toBeLessThanOrEqual(1)
})

test('the air follows speed and filter, and no case at all says what to do', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/places`)
  const air = page.getByRole('region', { name: 'Air' })
  await air.getByText('3 in, 3 out: about even.').waitFor()
  await page.getByLabel('Planned speed of the fans').selectOption('50')
  await page.getByLabel('Share of the free flow that passes Front').selectOption('60')
  await air.getByText('94 m³/h').waitFor()
  await air.getByText(/under pressure/).waitFor()
  await untilSaved(page)
  expect((await getBuild(id)).choices.air).toEqual([
    { itemId: 'k1', heatWatts: 320, speedPercent: 50, panels: [{ panelId: 'front', passesPercent: 60 }] },
  ])
  await open(page, `/builds/paper-kite/places`)
  await page.getByRole('heading', { name: 'No case on the bench yet' }).waitFor()
})

test('by touch: a tap picks a thing up, a tap puts it down, a long press drags it elsewhere', async () => {
  const { id } = await newBuild(emptied('harbour-lantern'))
  const page = await newTouchPage(`/builds/${id}/places`)
  await page.locator('[data-chip="f1"]').tap()
  await page.locator('button[data-place="front/fans-140/2"]').tap()
  await page.locator('[data-thing="f1"]').waitFor()
  await page.getByRole('button', { name: 'Put it down' }).tap()
  const middle = async (selector: string) => {
    const box = (await page.locator(selector).boundingBox())!
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  }
  const touch = await page.context().newCDPSession(page)
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: readonly { x: number; y: number }[]) =>
    touch.send('Input.dispatchTouchEvent', { type, touchPoints: [...points] })
  await send('touchStart', [await middle('[data-thing="f1"]')])
  await page.locator('[data-lifted]').waitFor()
  const goal = await middle('[data-place="front/fans-140/3"]')
  await send('touchMove', [{ x: goal.x + 4, y: goal.y + 4 }])
  await send('touchMove', [goal])
  await page.locator('[data-place="front/fans-140/3"][data-over="true"]').waitFor()
  await send('touchEnd', [])
  await untilSaved(page)
  expect(await placedIn(id)).toEqual({ f1: 'front/fans-140/3' })
})

test('two tabs place the same thing: both values are shown, and neither is lost in silence', async () => {
  const { id } = await newBuild(emptied('harbour-lantern'))
  const [one, two] = [await newPage(`/builds/${id}/places`), await newPage(`/builds/${id}/places`)]
  await two.route('**/edits?since=*', (route) => route.abort())
  const place = async (page: Page, key: string) => {
    await page.locator('[data-chip="f4"]').click()
    await page.locator(`button[data-place="${key}"]`).click()
  }
  await place(one, 'bottom/fans-120/1')
  await untilSaved(one)
  await place(two, 'bottom/fans-120/2')
  const dialog = two.getByRole('dialog', { name: 'Changed in two places' })
  await dialog.getByText('place of F4').waitFor()
  await dialog.getByText(/floor 1/).waitFor()
  await dialog.getByText(/floor 2/).waitFor()
  expect(await placedIn(id)).toEqual({ f4: 'bottom/fans-120/1' })
})

test('a case without an inside leads to where it is written down, and is drawn once it is', async () => {
  const build = emptied('harbour-lantern')
  const { id } = await newBuild({ ...build, parts: build.parts.map(({ space: _space, ...part }) => part) })
  const page = await newPage(`/builds/${id}/places`)
  await page.getByRole('link', { name: 'Write down the inside of K1' }).click()
  const inside = page.getByRole('region', { name: 'Inside the case' })
  for (const [label, mm] of [
    ['front to rear', '430'],
    ['floor to roof', '450'],
    ['tray to side', '210'],
  ] as const) {
    await inside.getByLabel(label, { exact: false }).first().fill(mm)
  }
  // Straight from a field: the picture that appears must not take the button away from under the pointer.
  await inside.getByRole('button', { name: 'Add a hole' }).click()
  await inside.getByText('One hole alone leads nowhere').waitFor()
  await inside.getByRole('button', { name: 'Add slots without a fan' }).click()
  await inside.getByLabel('slots 1, open').first().fill('80')
  const front = page.getByRole('region', { name: 'Fan places' }).getByRole('listitem').first()
  await front.getByLabel('holds back').first().fill('12')
  await front.getByLabel('opens into').fill('upper')
  await page.getByRole('button', { name: 'Save changes' }).click()
  await untilSaved(page)
  await page.getByRole('link', { name: /^Places/ }).click()
  await page.locator('[data-place="front/fans-140/1"]').waitFor()
  expect((await getBuild(id)).parts.find(({ id: partId }) => partId === 'case-estuary')?.space?.holes).toMatchObject([
    { xMm: { value: 215 }, yMm: { value: 225 } },
  ])
  const written = (await getBuild(id)).parts.find(({ id: partId }) => partId === 'case-estuary')!
  expect(written.space!.openings).toMatchObject([{ openCm2: { value: 80 } }])
  expect(written.space!.openings![0]).not.toHaveProperty('to')
  expect(written.panels![0]).toMatchObject({ dropPa: { value: 12 }, chamber: 'upper' })
})

test('all is placed by one press, as somebody would by hand, and taken back by one undo', async () => {
  const { id } = await newBuild(emptied('harbour-lantern'))
  const page = await newPage(`/builds/${id}/places`)
  await page.getByRole('button', { name: 'Place them all' }).click()
  await page.getByText('Everything has its place').waitFor()
  await untilSaved(page)
  const placed = await placedIn(id)
  for (const [itemId, place] of PLAN['harbour-lantern']!) expect([itemId, placed[itemId]]).toEqual([itemId, place])
  await page.getByRole('button', { name: /^Undo/ }).click()
  await page.getByRole('button', { name: 'Place them all' }).waitFor()
  await untilSaved(page)
  expect(await placedIn(id)).toEqual({})
})
