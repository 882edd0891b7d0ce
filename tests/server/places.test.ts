import { demoBuild } from '../support/bench'
import { call, getBuild, newBuild, save } from '../support/server'
import { placeEdit, unplaceEdit } from '../../src/core/build/choose'
import type { Place } from '../../src/core/build/facet-schemas'

const lantern = () => newBuild(demoBuild('harbour-lantern'))
const mount = { caseItemId: 'k1', panelId: 'bottom', layoutId: 'fans-120', placeNumber: 1 }
const placeOf = async (id: string, itemId: string): Promise<Place | undefined> =>
  (await getBuild(id)).places?.find((place) => place.itemId === itemId)

describe('places that are saved', () => {
  test('a thing put, turned and taken out again, one revision each', async () => {
    const { id } = await lantern()
    await save(id, 0, placeEdit({ itemId: 'f4', mount, inwardFace: 'struts' }))
    expect(await placeOf(id, 'f4')).toEqual({ itemId: 'f4', mount, inwardFace: 'struts' })
    await save(id, 1, placeEdit({ itemId: 'f4', mount, inwardFace: 'open', leadCorner: 3 }))
    expect(await placeOf(id, 'f4')).toMatchObject({ inwardFace: 'open', leadCorner: 3 })
    const { status } = await save(id, 2, unplaceEdit('f4'))
    expect(status).toBe(200)
    expect(await placeOf(id, 'f4')).toBeUndefined()
  })

  test('two people place different things: both are kept', async () => {
    const { id } = await lantern()
    await save(id, 0, placeEdit({ itemId: 'f4', mount }))
    const { status } = await save(id, 0, placeEdit({ itemId: 'r1', mount: { ...mount, placeNumber: 2 } }))
    expect(status).toBe(200)
    expect((await placeOf(id, 'f4'))?.mount).toEqual(mount)
    expect((await placeOf(id, 'r1'))?.mount?.placeNumber).toBe(2)
  })

  test('two people place the same thing: a conflict that names it, and nothing is overwritten', async () => {
    const { id } = await lantern()
    await save(id, 0, placeEdit({ itemId: 'f4', mount }))
    const { status, body } = await save(id, 0, placeEdit({ itemId: 'f4', mount: { ...mount, placeNumber: 2 } }))
    expect(status).toBe(409)
    expect(body.slots).toEqual([{ about: 'choice', list: 'places', of: { itemId: 'f4' } }])
    expect((await placeOf(id, 'f4'))?.mount?.placeNumber).toBe(1)
  })

  test.each([
    [{ ...mount, placeNumber: 3 }, /this layout has 2 places, but place 3 is named/],
    [{ ...mount, layoutId: 'fans-999' }, /Floor of K1 has no layout “fans-999”/],
    [{ ...mount, panelId: 'cellar' }, /K1 has no panel “cellar”/],
    [{ ...mount, caseItemId: 'nobody' }, /there is no item “nobody”/],
  ])('a place that is not there is refused with a sentence (%#)', async (wrong, words) => {
    const { id } = await lantern()
    const { status, body } = await save(id, 0, placeEdit({ itemId: 'f4', mount: wrong }))
    expect(status).toBeGreaterThanOrEqual(400)
    expect(status).toBeLessThan(500)
    expect(body.error.message).toMatch(words)
    expect((await getBuild(id)).revision).toBe(0)
  })

  test('a corner that no frame has, and a face nobody knows, are refused at the edge', async () => {
    const { id } = await lantern()
    for (const change of [{ leadCorner: 4 }, { inwardFace: 'upside-down' }, { number: -1 }]) {
      const place = { itemId: 'f4', mount, ...change } as unknown as Place
      expect((await save(id, 0, placeEdit(place))).status).toBe(400)
    }
    expect((await getBuild(id)).revision).toBe(0)
  })
})

describe('cases that cannot be', () => {
  const estuary = demoBuild('harbour-lantern').parts.find(({ id }) => id === 'case-estuary')!
  const mm = (value: number) => ({ value, origin: 'manual' })

  test.each([
    [
      { ...estuary, space: { ...estuary.space!, holes: [{ id: 'a', xMm: mm(900), yMm: mm(10) }] } },
      /the hole “a” would be at 900 and 10 mm, beside the tray of 430 by 450 mm/,
    ],
    [
      { ...estuary, space: { ...estuary.space!, heightMm: mm(300) } },
      /3 places of 140 mm end at 420 mm, but Front is 300 mm long/,
    ],
  ])('are not kept on the shelf, and the sentence says where (%#)', async (part, words) => {
    const { status, body } = await call<{ error: { message: string } }>('POST', '/api/parts', {
      baseRevision: 0,
      part: { ...part, id: `bad-case-${words.source.length}` },
    })
    expect(status).toBe(400)
    expect(body.error.message).toMatch(words)
  })
})
