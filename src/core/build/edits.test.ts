import fc from 'fast-check'
import { modeEdit, parkEdit, placeEdit } from './choose'
import { bench, demoBuild, partNamed } from '../../../tests/support/bench'
import { deepFreeze } from '../../../tests/support/freeze'
import { canonical, canonicalJson } from '../formats/canonical'
import { asBuild, asSave } from '../formats/validate'
import { derive } from '../operate/harness'
import { check } from '../rules/check'
import { blankBuild } from '../templates/template-build'
import { apply, stepsOf } from './apply'
import { applyFor } from './apply-for'
import { describeEdit } from '../wording/edit-text'
import type { Edit, SingleEdit } from './edit-schema'
import { plugEdit } from './plug'
import { nextMark } from './refs'
import type { Build, Pack } from './schema'
import { describeSlot } from '../wording/slot-text'
import { carrySlot } from './carry'
import { readSlot, slotKey, slotsOf } from './slots'

const heron = deepFreeze(demoBuild('tangled-heron'))
const portsOf = (build: Build, side: 'takes' | 'gives') =>
  build.items.flatMap((item) =>
    build.parts
      .find((part) => part.id === item.partId)!
      .ports.filter((port) => port.side === side)
      .map((port) => ({ itemId: item.id, portId: port.id })),
  )

const triple: Pack = { id: 'triple', name: 'Triple', contents: [{ partId: 'fan-140', count: 3 }] }

/** Any edit that is possible on this build. */
function anyEdit(build: Build): fc.Arbitrary<Edit> {
  const [takers, givers] = [portsOf(build, 'takes'), portsOf(build, 'gives')]
  const item = fc.constantFrom(...build.items)
  const taker = fc.constantFrom(...takers)
  const options: fc.Arbitrary<Edit>[] = [
    item.map((i) => ({ type: 'removeItem', itemId: i.id })),
    item.map((i) => ({ type: 'renameItem', itemId: i.id, mark: nextMark(build, 'Q') })),
    item.map((i) => ({ type: 'setStock', itemId: i.id, stock: 'toBuy' })),
    item.map((i) => ({ type: 'setStock', itemId: i.id, stock: 'toBuy', packId: null })),
    item.map((i) => ({
      type: 'batch',
      edits: [
        { type: 'addPack', pack: triple },
        { type: 'setStock', itemId: i.id, stock: 'toBuy', packId: triple.id },
      ],
    })),
    fc.tuple(taker, fc.constantFrom(...givers)).map(([lead, to]) => plugEdit(build, lead, to)),
    fc.integer({ min: 0, max: 90 }).map((headroomPercent) => ({ type: 'chooseHeadroom', headroomPercent })),
    taker.map((at) => parkEdit(at, 'for later')),
    fc.constantFrom('pwm' as const, 'dc' as const).map((mode) => modeEdit({ itemId: 'm1', portId: 'SYS1' }, mode)),
    fc.double({ min: 0, max: 5, noNaN: true }).map((value) => ({
      type: 'setFigure',
      partId: 'fan-140',
      path: ['inside', 0, 'ratedAmps'],
      figure: { value, origin: 'label' },
    })),
    fc.constant({
      type: 'addItem',
      part: partNamed('fan-200'),
      item: { id: 'fresh', mark: nextMark(build, 'F'), partId: 'fan-200', stock: 'owned' },
    }),
    fc.constant({ type: 'renameBuild', name: 'Another name' }),
    fc.constantFrom(...build.parts).map((part) => ({ type: 'setPart', part: { ...part, note: 'corrected' } })),
    fc.constant({ type: 'addPack', pack: triple }),
    item.map((i) => placeEdit({ itemId: i.id, inwardFace: 'struts', number: 2 })),
  ]
  if (build.threads.length > 0) {
    const thread = fc.constantFrom(...build.threads)
    options.push(
      thread.map((t) => ({ type: 'disconnect', threadId: t.id })),
      thread.map((t) => ({ type: 'pin', threadId: t.id, pinned: true })),
    )
  }
  return fc.oneof(...options)
}

describe('edits', () => {
  test('undo gives back the very same document', () => {
    fc.assert(
      fc.property(anyEdit(heron), (edit) => {
        const { build, inverse } = apply(heron, deepFreeze(edit))
        expect(canonicalJson(apply(build, inverse).build)).toBe(canonicalJson(heron))
        expect(check(derive(apply(build, inverse).build))).toEqual(check(derive(heron)))
      }),
      { numRuns: 300 },
    )
  })

  test('every edit keeps the document sound, is a valid save, and has a name', () => {
    fc.assert(
      fc.property(anyEdit(heron), (edit) => {
        const { build, inverse } = apply(heron, edit)
        expect(() => asBuild(build)).not.toThrow()
        expect(() =>
          asSave({
            baseRevision: 0,
            edits: [
              { id: 'a', edit },
              { id: 'b', edit: inverse },
            ],
          }),
        ).not.toThrow()
        expect(describeEdit(edit, heron)).toMatch(/^.{4,}/)
        expect(describeEdit(inverse, build)).not.toMatch(/undefined/)
      }),
      { numRuns: 300 },
    )
  })

  test('a removed item comes back with its threads, its place, its group and its choices', () => {
    const full: Build = {
      ...heron,
      groups: [{ id: 'front', name: 'Front', itemIds: ['f2', 'f1', 'f3'] }],
      places: [{ itemId: 'f1', number: 1 }],
      choices: {
        ...heron.choices,
        parked: [{ at: { itemId: 'f1', portId: 'fan' }, reason: 'spare' }],
        addresses: [{ itemId: 'f1', addressNumber: 2 }],
      },
    }
    const { build, inverse } = apply(full, { type: 'removeItem', itemId: 'f1' })
    expect(build.threads.some((thread) => thread.from.itemId === 'f1')).toBe(false)
    expect(build.groups?.[0]?.itemIds).toEqual(['f2', 'f3'])
    expect(build.places).toBeUndefined()
    expect(build.choices.parked).toBeUndefined()
    expect(canonicalJson(apply(build, inverse).build)).toBe(canonicalJson(full))
  })

  test('the last item of a part takes the part with it, and brings it back', () => {
    const { build, inverse } = apply(heron, { type: 'removeItem', itemId: 'p1' })
    expect(build.parts.map((part) => part.id)).not.toContain('pump')
    expect(canonical(apply(build, inverse).build)).toEqual(canonical(heron))
  })

  test('a part is corrected in place; a port that is plugged stays', () => {
    const fan = heron.parts.find((part) => part.id === 'fan-140')!
    const longer = { ...fan, name: 'Longer', ports: [...fan.ports, { ...fan.ports[0]!, id: 'second' }] }
    const { build, inverse } = apply(heron, { type: 'setPart', part: longer })
    expect(build.parts.find((part) => part.id === 'fan-140')).toBe(longer)
    expect(canonicalJson(apply(build, inverse).build)).toBe(canonicalJson(heron))
    expect(() => apply(heron, { type: 'setPart', part: { ...fan, ports: [], inside: [] } })).toThrow(
      /still has something plugged in or decided at its port “fan lead”/,
    )
    expect(() => apply(heron, { type: 'setPart', part: { ...fan, id: 'nobody' } })).toThrow(/“nobody” is no longer/)
  })

  test('a pack leaves only when nothing is said to come with it', () => {
    const { build } = apply(heron, {
      type: 'batch',
      edits: [
        { type: 'addPack', pack: triple },
        { type: 'addItem', item: { id: 'n', mark: 'F99', partId: 'fan-140', stock: 'toBuy', packId: 'triple' } },
      ],
    })
    expect(() => asBuild(build)).not.toThrow()
    expect(() => apply(build, { type: 'addPack', pack: triple })).toThrow(/“Triple” is in this build already/)
    expect(() => apply(build, { type: 'removePack', packId: 'triple' })).toThrow(/F99 comes with the pack “Triple”/)
    expect(() => apply(heron, { type: 'removePack', packId: 'triple' })).toThrow(/“triple” is no longer/)
  })

  test('a figure set meanwhile stands against a whole part put in its place, both ways', () => {
    const fan = heron.parts.find((part) => part.id === 'fan-140')!
    const keysOf = (edit: Edit) => slotsOf(edit, heron).map(slotKey)
    const whole = keysOf({ type: 'setPart', part: fan })
    const path = ['inside', 0, 'ratedAmps']
    const one = keysOf({ type: 'setFigure', partId: 'fan-140', path, figure: { value: 1, origin: 'label' } })
    expect(whole).toEqual(expect.arrayContaining(one))
    expect(whole).toContain('part:fan-140')
  })

  test.each<[string, Edit, RegExp]>([
    ['an item that is gone', { type: 'removeItem', itemId: 'nobody' }, /“nobody” is no longer/],
    ['a thread that is gone', { type: 'disconnect', threadId: 'nobody' }, /“nobody” is no longer/],
    ['a port that is not there', parkEdit({ itemId: 'f1', portId: 'tail' }, 'x'), /F1 has no port “tail”/],
    ['a mark that is taken', { type: 'renameItem', itemId: 'f1', mark: 'F2' }, /mark F2 is taken/],
    [
      'an item whose part is not there',
      { type: 'addItem', item: { id: 'n', mark: 'N1', partId: 'nothing', stock: 'owned' } },
      /“nothing” is no longer/,
    ],
    [
      'a lead into itself',
      {
        type: 'connect',
        thread: { id: 'n', from: { itemId: 'f1', portId: 'fan' }, to: { itemId: 'f1', portId: 'fan' } },
      },
      /itself/,
    ],
    [
      'something that is no figure',
      { type: 'setFigure', partId: 'fan-140', path: ['name'], figure: null },
      /not a figure/,
    ],
    [
      'a figure inside nothing',
      { type: 'setFigure', partId: 'fan-140', path: ['inside', 99, 'ratedAmps'], figure: null },
      /no figure at/,
    ],
  ])('%s is refused with its name', (_what, edit, words) => {
    expect(() => apply(heron, edit)).toThrow(words)
  })

  test('a batch is all or nothing', () => {
    const edits: SingleEdit[] = [
      { type: 'renameBuild', name: 'x' },
      { type: 'removeItem', itemId: 'nobody' },
    ]
    expect(() => apply(heron, { type: 'batch', edits })).toThrow()
    expect(heron.name).toBe('Tangled Heron')
  })

  test('a move is told as a move', () => {
    expect(
      describeEdit(plugEdit(heron, { itemId: 'f1', portId: 'fan' }, { itemId: 'm1', portId: 'SYS5' }), heron),
    ).toBe('move F1 to SYS5')
    expect(describeEdit({ type: 'disconnect', threadId: 't2' }, heron)).toBe('unplug F1 from Y1 outlet 1')
  })
})

describe('slots', () => {
  test('the edit that keeps ours gives the slot what ours held', () => {
    fc.assert(
      fc.property(anyEdit(heron), anyEdit(heron), (mine, theirs) => {
        const ours = apply(heron, mine).build
        const others = apply(heron, theirs).build
        for (const slot of slotsOf(mine, heron)) {
          expect(describeSlot(ours, slot).subject.length).toBeGreaterThan(0)
          const carried = carrySlot(slot, ours, others)
          const after = carried === undefined ? others : applyFor(others, carried).build
          const markIsTaken =
            slot.about === 'mark' && others.items.some((i) => i.id !== slot.itemId && i.mark === readSlot(ours, slot))
          const gone = others.items.length < heron.items.length
          if (markIsTaken || gone) continue
          expect(readSlot(after, slot)).toEqual(readSlot(ours, slot))
        }
      }),
      { numRuns: 300 },
    )
  })

  test('a thing goes into a pack and out again, and both are told', () => {
    const build = apply(heron, { type: 'addPack', pack: triple }).build
    const into = { type: 'setStock', itemId: 'f1', stock: 'toBuy', packId: triple.id } as const
    const packed = apply(build, into)
    expect(packed.build.items.find(({ id }) => id === 'f1')).toMatchObject({ stock: 'toBuy', packId: triple.id })
    expect(apply(packed.build, packed.inverse).build).toEqual(build)
    expect(describeEdit(into, build)).toBe('F1 is to buy, in the pack “Triple”')
    expect(describeEdit({ ...into, packId: null }, build)).toBe('F1 is to buy, by itself')
    const [slot] = slotsOf(into, build)
    expect(describeSlot(packed.build, slot!).value).toBe('to buy, in the pack “Triple”')
    expect(describeSlot(heron, slot!).value).toBe('at hand')
    expect(() => apply(heron, into)).toThrow(/no longer in this build/)
    // Kept against another's change where the pack is not there, it brings its pack along.
    const kept = carrySlot(slot!, packed.build, heron)!
    expect(apply(heron, kept).build.packs).toEqual([triple])
  })

  test('edits of different slots can be swapped', () => {
    fc.assert(
      fc.property(anyEdit(heron), anyEdit(heron), (a, b) => {
        const keys = new Set(slotsOf(a, heron).map(slotKey))
        const touchesSame = slotsOf(b, heron).some((slot) => keys.has(slotKey(slot)))
        const isRemoval = a.type === 'removeItem' || b.type === 'removeItem'
        const bothTakeAMark = a.type === 'renameItem' && b.type === 'renameItem'
        fc.pre(!touchesSame && !isRemoval && !bothTakeAMark)
        const one = apply(apply(heron, a).build, b).build
        const two = apply(apply(heron, b).build, a).build
        expect(check(derive(one))).toEqual(check(derive(two)))
      }),
      { numRuns: 200 },
    )
  })

  test('putting edits on top in one pass gives what applying them and asking for their slots gives', () => {
    fc.assert(
      fc.property(fc.array(anyEdit(heron), { minLength: 1, maxLength: 4 }), (edits) => {
        const edit: Edit = { type: 'batch', edits: edits.flatMap(stepsOf) }
        let at: Build | undefined
        try {
          at = apply(heron, edit).build
        } catch {
          // A mark that is taken is made to fit by the one and refused by the other.
          fc.pre(false)
        }
        const found = applyFor(heron, edit)
        expect(found.build).toEqual(at)
        expect(found.edit).toEqual(edit)
        expect(found.slots.map(slotKey)).toEqual(slotsOf(edit, heron).map(slotKey))
        expect(canonicalJson(apply(found.build, found.inverse).build)).toBe(canonicalJson(heron))
      }),
      { numRuns: 200 },
    )
  })

  test('a new item whose mark was taken meanwhile gets the next free one', () => {
    const add: Edit = { type: 'addItem', item: { id: 'n', mark: 'F1', partId: 'fan-140', stock: 'owned' } }
    expect(applyFor(heron, add).edit).toMatchObject({ item: { mark: 'F13' } })
    expect(applyFor(heron, { type: 'batch', edits: [add] }).edit).toMatchObject({ edits: [{ item: { mark: 'F13' } }] })
  })

  test('removing an item touches the leads that were plugged into it', () => {
    const keys = slotsOf({ type: 'removeItem', itemId: 'y2' }, heron).map(slotKey)
    expect(keys.toSorted()).toEqual(['item:y2', 'lead:f10.fan', 'lead:f9.fan', 'lead:y2.in'])
  })
})

test('a blank build and any bench are sound', () => {
  expect(() => asBuild(blankBuild('a', 'b'))).not.toThrow()
  expect(() => asBuild(bench(['M1: board-large', 'F1: fan-140']))).not.toThrow()
})
