import { demoBuild } from '../../../tests/support/bench'
import { derive } from '../operate/harness'
import { check } from '../rules/check'
import { looseLeads } from '../structure/wiring/loose'
import { leadRows } from './lead-rows'

const harness = derive(demoBuild('tangled-heron'))
const rows = leadRows(harness, check(harness).findings)

test('every taking port is one line, in the order of the marks', () => {
  expect(rows.map(({ key }) => key)).toEqual(
    harness.ports.filter(({ port }) => port.side === 'takes').map(({ key }) => key),
  )
})

test('a line says where its lead goes, or that it goes nowhere', () => {
  for (const { ref, to, toName, threadId } of rows) {
    const [thread] = harness.threadsAt(ref)
    expect(threadId).toBe(thread?.id)
    expect(toName).toBe(to === undefined ? undefined : harness.name(to))
  }
  const loose = rows.filter(({ to, parkedReason }) => to === undefined && parkedReason === undefined)
  expect(loose.map(({ key }) => key).toSorted()).toEqual(
    looseLeads(harness)
      .map(({ key }) => key)
      .toSorted(),
  )
})

/** By hand: F7 has 300 mm of lead on a way of 148 + 160 + 219 = 527 mm, so 227 mm are missing. */
test('the worst of what is found, the length, and what is to spare', () => {
  const f7 = rows.find(({ leadName }) => leadName === 'F7')
  expect(f7).toMatchObject({ worst: 'stop', lengthMm: 300, spareMm: -227, service: 'fan' })
})
