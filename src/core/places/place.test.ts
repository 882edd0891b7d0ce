import { bench } from '../../../tests/support/bench'
import { apply } from '../build/apply'
import { placeEdit } from '../build/choose'
import { describeEdit } from '../wording/edit-text'
import type { Place } from '../build/facet-schemas'
import type { Build } from '../build/schema'
import { canonicalJson } from '../formats/canonical'
import { asBuild } from '../formats/validate'
import { TEMPLATE_PARTS } from '../templates/parts'

const build = bench(['K1: template-case-mid', 'F1 F2: fan-140'], [], TEMPLATE_PARTS)
const mount = { caseItemId: 'k1', panelId: 'front', layoutId: 'fans-140', placeNumber: 2 }
const at = (change: Partial<typeof mount>): Build => ({
  ...build,
  places: [{ itemId: 'f1', mount: { ...mount, ...change } }],
})

describe('places of a build', () => {
  test.each<[string, Partial<typeof mount>, RegExp]>([
    [
      'an item that is not there',
      { caseItemId: 'nobody' },
      /At \/places\/0\/mount\/caseItemId: there is no item “nobody”/,
    ],
    ['an item that is no case', { caseItemId: 'f2' }, /At \/places\/0\/mount\/panelId: F2 has no panel “front”/],
    ['a panel that is not there', { panelId: 'cellar' }, /K1 has no panel “cellar”/],
    ['a layout that is not there', { layoutId: 'fans-200' }, /Front of K1 has no layout “fans-200”/],
    ['a place too many', { placeNumber: 3 }, /this layout has 2 places, but place 3 is named/],
  ])('%s: a sentence at its place', (_what, change, words) => {
    expect(() => asBuild(at(change))).toThrow(words)
  })

  test('two places for one item are refused', () => {
    const place: Place = { itemId: 'f1', number: 1 }
    expect(() => asBuild({ ...build, places: [place, place] })).toThrow(/a place for the item “f1” is used twice/)
  })

  test('a place is set, changed and taken back as an edit, and told in words', () => {
    const first = placeEdit({ itemId: 'f1', mount, inwardFace: 'struts', number: 1 })
    const placed = apply(build, first)
    expect(() => asBuild(placed.build)).not.toThrow()
    expect(describeEdit(first, build)).toBe('place of F1: front 2, struts inside, number 1')
    const turned = apply(placed.build, placeEdit({ itemId: 'f1', mount, inwardFace: 'open', number: 1 }))
    expect(turned.build.places).toHaveLength(1)
    const back = apply(apply(turned.build, turned.inverse).build, placed.inverse).build
    expect(canonicalJson(back)).toBe(canonicalJson(build))
  })

  test('what sits in a case that goes has no place any more, until it comes back', () => {
    const placed = apply(build, placeEdit({ itemId: 'f1', mount })).build
    const without = apply(placed, { type: 'removeItem', itemId: 'k1' })
    expect(without.build.places).toBeUndefined()
    expect(() => asBuild(without.build)).not.toThrow()
    expect(canonicalJson(apply(without.build, without.inverse).build)).toBe(canonicalJson(placed))
  })
})
