import fc from 'fast-check'
import { demoBuild } from '../../../tests/support/bench'
import { apply } from '../build/apply'
import type { Edit } from '../build/edit-schema'
import type { PortRef } from '../schema/schema-kit'
import { derive } from '../operate/harness'
import { kindsAt, roomFor, tightestOf } from './what-if'

const lantern = demoBuild('harbour-lantern')
const ref = (itemId: string, portId: string): PortRef => ({ itemId, portId })

/** By hand: Y1 brings three fans of 0.30 A to SYS1, so 0.10 A are left of 1.00 A, and nothing of the 0.80 A with headroom. */
test('a header of 1.00 A that carries 0.90 A takes none more of 0.30 A', () => {
  const room = tightestOf(roomFor(derive(lantern), ref('f1', 'fan'), ref('m1', 'SYS1')))
  expect(room).toMatchObject({ eachAmps: 0.3, beforeTight: 0, beforeOver: 0 })
  expect(room?.withOneMore).toMatchObject({ state: 'over' })
  expect(room?.withOneMore.knownAmps).toBeCloseTo(1.2, 9)
})

/** By hand: SYS2 is free; two of 0.30 A make 0.60, three 0.90 of 1.00 A; with 20 % headroom 0.80 A bound it. */
test('a free header of 1.00 A takes two of 0.30 A before it is tight, three before it is over', () => {
  const room = tightestOf(roomFor(derive(lantern), ref('f1', 'fan'), ref('m1', 'SYS2')))
  expect(room).toMatchObject({ beforeTight: 2, beforeOver: 3 })
})

test('an unknown draw says nothing of how many more, and no limit neither', () => {
  const bare: Edit = { type: 'setFigure', partId: partOf('f1'), path: figureOf('f1'), figure: null }
  const room = roomFor(derive(apply(lantern, bare).build), ref('f1', 'fan'), ref('m1', 'SYS2'))[0]
  expect(room?.beforeOver).toBeUndefined()
  expect(room?.withOneMore.state).toBe('unknown')
})

const partOf = (itemId: string) => lantern.items.find(({ id }) => id === itemId)!.partId
function figureOf(itemId: string): (string | number)[] {
  const part = lantern.parts.find(({ id }) => id === partOf(itemId))!
  return ['inside', part.inside.findIndex(({ type }) => type === 'motor'), 'ratedAmps']
}

/** The counts against the sums themselves: fans really added one after the other, each judged by the check. */
test('the number that fits is the number that can really be added', () => {
  fc.assert(
    fc.property(fc.integer({ min: 5, max: 60 }), fc.integer({ min: 0, max: 60 }), (hundredths, headroomPercent) => {
      const edits: Edit = {
        type: 'batch',
        edits: [
          {
            type: 'setFigure',
            partId: partOf('f1'),
            path: figureOf('f1'),
            figure: { value: hundredths / 100, origin: 'label' },
          },
          { type: 'chooseHeadroom', headroomPercent },
          ...lantern.threads.map(({ id }) => ({ type: 'disconnect', threadId: id }) as const),
        ],
      }
      let { build } = apply(lantern, edits)
      const room = tightestOf(roomFor(derive(build), ref('f1', 'fan'), ref('m1', 'SYS2')))!
      const stateNow = () => derive(build).budgetsAt(ref('m1', 'SYS2'))[0]!.state
      // More threads than the port has places: the sum does not mind, and the sum is what is asked here.
      for (let count = 1; count <= room.beforeOver! + 1; count += 1) {
        const item = { id: `n${count}`, mark: `N${count}`, partId: partOf('f1'), stock: 'owned' as const }
        const thread = { id: `t${count}`, from: ref(item.id, 'fan'), to: ref('m1', 'SYS2') }
        build = apply(build, {
          type: 'batch',
          edits: [
            { type: 'addItem', item },
            { type: 'connect', thread },
          ],
        }).build
        const expected = count > room.beforeOver! ? 'over' : count > room.beforeTight! ? 'tight' : 'within'
        expect([count, stateNow()]).toEqual([count, expected])
      }
    }),
    { numRuns: 60 },
  )
})

test('the kinds on a port: one lead of each part that draws there', () => {
  expect(kindsAt(derive(lantern), ref('m1', 'SYS1')).map(({ itemId }) => itemId)).toEqual(['f1'])
  expect(kindsAt(derive(lantern), ref('m1', 'SYS2'))).toEqual([])
})

/** By hand: L2 has 60 LEDs of 50 mA, and L3 with 20 of 60 mA hangs on its tail; one more of L2 is 3.00 A, not 4.20 A. */
test('one more of the first light of a chain is that light, without the rest of the chain', () => {
  const heron = derive(demoBuild('tangled-heron'))
  const at = heron.ports.find(({ ref: to }) => heron.name(to) === 'LED5V B')!.ref
  const rooms = kindsAt(heron, at).map((lead) => [heron.name(lead), roomFor(heron, lead, at)[0]?.eachAmps])
  expect(rooms).toEqual([
    ['L2 light lead', 3],
    ['L3 light lead', expect.closeTo(1.2, 9)],
  ])
})
