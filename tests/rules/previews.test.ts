import fc from 'fast-check'
import { apply } from '../../src/core/build/apply'
import type { Edit } from '../../src/core/build/edit-schema'
import { insertEdit, swapEdit } from '../../src/core/build/rewire'
import type { Build } from '../../src/core/build/schema'
import { derive, type Harness } from '../../src/core/operate/harness'
import { placeSeveral, severalEdit } from '../../src/core/ask/several'
import { countRoomFor, roomFor } from '../../src/core/ask/what-if'
import { makeBoard, makeController, makeFan, makeFanSplitter } from '../../src/core/parts/make'
import { check, mendsFor, verdictsOf } from '../../src/core/rules/check'
import { previewOf } from '../../src/core/rules/preview'
import { TEMPLATE_PIECES } from '../../src/core/templates/pieces'
import { bench } from '../support/bench'
import { randomMachine, wired } from '../support/random-build'
import { runs } from '../support/runs'

/** Each stop and warning of a build, place by place: `stop current-budget over m1.SYS1`. */
const said = (build: Build): ReadonlySet<string> =>
  new Set(
    check(derive(build))
      .findings.filter(({ severity }) => severity === 'stop' || severity === 'warning')
      .flatMap(({ severity, ruleId, messageId, at }) =>
        at.map(({ itemId, portId }) => `${severity} ${ruleId} ${messageId} ${itemId}.${portId}`),
      ),
  )

/** Whether a preview says exactly what comes by an edit, told place by place. */
function isTrue(harness: Harness, edit: Edit): boolean {
  const { raised, cleared } = previewOf(harness, verdictsOf(harness), edit)
  const [now, then] = [said(harness.build), said(apply(harness.build, edit).build)]
  const fresh = [...then].filter((text) => !now.has(text))
  const told = raised.filter(({ severity }) => severity === 'stop' || severity === 'warning')
  const places = told.flatMap(({ severity, ruleId, messageId, at }) =>
    at.map(({ itemId, portId }) => `${severity} ${ruleId} ${messageId} ${itemId}.${portId}`),
  )
  // Nothing new is left out, nothing is raised that is not there, and what is cleared is there no more.
  const isWhole = fresh.every((text) => places.includes(text)) && places.every((text) => then.has(text))
  const gone = cleared.flatMap(({ severity, ruleId, messageId, at }) =>
    at.map(({ itemId, portId }) => `${severity} ${ruleId} ${messageId} ${itemId}.${portId}`),
  )
  return isWhole && gone.every((text) => !then.has(text))
}

/** An exchange, several leads at once, a piece put between, and every repair of a build. */
function editsOf(harness: Harness, pick: number): readonly Edit[] {
  const { build } = harness
  const plugged = build.threads.map(({ from }) => from)
  const loose = harness.ports.filter(({ ref, port }) => port.side === 'takes' && harness.threadsAt(ref).length === 0)
  const [a, b] = [plugged[pick % Math.max(1, plugged.length)], plugged[(pick + 1) % Math.max(1, plugged.length)]]
  const swap = a === undefined || b === undefined ? undefined : swapEdit(build, a, b)
  const givers = harness.ports.filter(({ port }) => port.side === 'gives')
  const start = givers[pick % givers.length]!
  const placings = placeSeveral(harness, [...loose.map(({ ref }) => ref), ...plugged].slice(0, 3), start.ref)
  const to = a === undefined ? undefined : harness.across(a)[0]
  const between = TEMPLATE_PIECES.flatMap((part) => {
    const edit =
      a === undefined || to === undefined
        ? undefined
        : insertEdit(build, { leads: [a], to: to.ref, piece: { part, stock: 'toBuy' } })
    return edit === undefined ? [] : [edit]
  })
  const repairs = verdictsOf(harness)
    .findings.slice(0, 4)
    .flatMap((finding) => mendsFor(harness, finding).slice(0, 1))
    .map(({ edit }) => edit)
  return [
    ...(swap === undefined ? [] : [swap]),
    ...(placings.length === 0 ? [] : [severalEdit(harness, placings)]),
    ...between.slice(0, 1),
    ...repairs,
  ]
}

test('random machines: a preview of an exchange, of several leads, of a piece between and of every repair is true', () => {
  let tried = 0
  fc.assert(
    fc.property(randomMachine, fc.nat(), (machine, pick) => {
      const harness = derive(wired(machine))
      for (const edit of editsOf(harness, pick)) {
        expect(isTrue(harness, edit)).toBe(true)
        tried += 1
      }
    }),
    runs(60),
  )
  expect(tried).toBeGreaterThan(150)
})

describe('how many more', () => {
  const header = makeBoard({
    id: 'own',
    name: 'Own',
    fanHeaders: [{ name: 'SYS1', role: 'case', mostAmps: 1 }],
    lightHeaders: [],
    usbHeaderCount: 0,
  })
  const wide = makeFanSplitter({ id: 'wide', name: 'Wide', outletCount: 30 })
  const withFans = (amps: number, count: number) =>
    bench(
      ['M1: own', 'Y1: wide', ...Array.from({ length: count }, (_, i) => `F${i + 1}: fan`)],
      ['Y1.in > M1.SYS1', ...Array.from({ length: count }, (_, i) => `F${i + 1}.fan > Y1.out${i + 1}`)],
      [header, wide, makeFan({ id: 'fan', name: 'Fan', pins: 4, sizeMm: 120, amps })],
    )
  const isOver = (build: Build) =>
    check(derive(build)).findings.some(
      ({ ruleId, messageId, at }) => ruleId === 'current-budget' && messageId === 'over' && at[0]!.portId === 'SYS1',
    )

  test('as many as are told fit, and one more is over: the fans are plugged and judged', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 40 }), fc.integer({ min: 1, max: 3 }), (hundredths, count) => {
        const amps = hundredths / 100
        const harness = derive(withFans(amps, count))
        const [room] = roomFor(harness, { itemId: 'f1', portId: 'fan' }, { itemId: 'm1', portId: 'SYS1' })
        const more = room!.beforeOver!
        if (count + more + 1 > 30) return
        expect([isOver(withFans(amps, count + more)), isOver(withFans(amps, count + more + 1))]).toEqual([
          more === 0 && isOver(withFans(amps, count)),
          true,
        ])
      }),
      runs(60),
    )
  })

  test('by count as well: two of three are there, so one more goes and the next does not', () => {
    const box = makeController({ id: 'box', name: 'Box', fanOutletCount: 4, mostDevices: 3, mostAmps: 9 })
    const on = (count: number) =>
      bench(
        ['S1: supply-550', 'B1: box', ...Array.from({ length: count }, (_, i) => `F${i + 1}: fan-140`)],
        ['B1.supply1 > S1.A_1', ...Array.from({ length: count }, (_, i) => `F${i + 1}.fan > B1.fan${i + 1}`)],
        [box],
      )
    const counted = (count: number) => check(derive(on(count))).findings.some(({ ruleId }) => ruleId === 'device-count')
    expect(countRoomFor(derive(on(2)), { itemId: 'f1', portId: 'fan' }, { itemId: 'b1', portId: 'fan3' })).toBe(1)
    expect([counted(3), counted(4)]).toEqual([false, true])
  })
})
