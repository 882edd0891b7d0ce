import { demoBuild } from '../../../tests/support/bench'
import { canonicalJson } from '../formats/canonical'
import { asBuild } from '../formats/validate'
import { derive } from '../operate/harness'
import { acceptanceOf } from '../rules/engine/accepted'
import { check } from '../rules/check'
import { acceptEdit, acceptedOf, unacceptEdit } from './accept'
import { apply } from './apply'
import { placeEdit } from './choose'
import { describeEdit } from '../wording/edit-text'
import { findingKey } from './refs'
import type { Build } from './schema'
import { describeSlot } from '../wording/slot-text'
import { carrySlot } from './carry'
import { readSlot, slotKey, slotsOf } from './slots'

const heron = demoBuild('tangled-heron')
const warningsOf = (build: Build) => check(derive(build)).findings.filter(({ severity }) => severity === 'warning')
const tight = warningsOf(heron).find(({ ruleId, messageId }) => ruleId === 'lead-reaches' && messageId === 'tight')!
const entry = acceptanceOf(tight, 'the fan is plugged first')
const taken = apply(heron, acceptEdit(entry))

test('a warning that is taken on leaves the findings, and its undo brings it back', () => {
  expect(() => asBuild(taken.build)).not.toThrow()
  expect(warningsOf(taken.build)).toHaveLength(warningsOf(heron).length - 1)
  expect(check(derive(taken.build)).accepted).toEqual([tight])
  expect(acceptedOf(taken.build, tight)).toEqual(entry)
  expect(canonicalJson(apply(taken.build, taken.inverse).build)).toBe(canonicalJson(heron))
  const given = apply(taken.build, unacceptEdit(entry))
  expect(warningsOf(given.build)).toHaveLength(warningsOf(heron).length)
  expect(canonicalJson(apply(given.build, given.inverse).build)).toBe(canonicalJson(taken.build))
})

test('it is written down with its figures, and comes back when less is left of the lead', () => {
  expect(entry.figures).toEqual({ leftMm: 6, slackMm: 30 })
  const shorten = (lengthMm: number) => {
    const parts = taken.build.parts.map((part) =>
      part.id === 'fan-140'
        ? {
            ...part,
            leads: part.leads!.map((lead) => ({ ...lead, lengthMm: { value: lengthMm, origin: 'label' as const } })),
          }
        : part,
    )
    return warningsOf({ ...taken.build, parts }).some((finding) => findingKey(finding) === findingKey(tight))
  }
  expect([500, 505, 498].map(shorten)).toEqual([false, false, true])
})

test('the same warning twice is one entry, the newer one, in the place of the older', () => {
  const again = apply(taken.build, acceptEdit({ ...entry, reason: 'measured' })).build
  expect(again.accepted?.map(({ reason }) => reason)).toEqual(['measured'])
  expect(findingKey({ ...entry, at: entry.at.toReversed() })).toBe(findingKey(entry))
})

test('a stop that somebody writes down as taken on stays a stop', () => {
  const stop = check(derive(heron)).findings.find(({ severity }) => severity === 'stop')!
  const build = apply(heron, acceptEdit(acceptanceOf(stop, 'never mind'))).build
  expect(check(derive(build)).findings).toContainEqual(stop)
})

test('a warning about a thing that is gone is refused by name', () => {
  const at = [{ itemId: 'nobody', portId: 'fan' }]
  expect(() => apply(heron, acceptEdit({ ...entry, at }))).toThrow(/“nobody” is no longer in this build/)
})

test('two people who take on the same warning meet in one slot; a warning and a place do not meet', () => {
  const [slot] = slotsOf(acceptEdit(entry), heron)
  expect(slotKey(slot!)).toBe(slotKey(slotsOf(unacceptEdit(entry), taken.build)[0]!))
  expect(slotsOf(placeEdit({ itemId: 'f1', number: 9 }), heron).map(slotKey)).not.toContain(slotKey(slot!))
  expect(readSlot(heron, slot!)).toBeNull()
  expect(describeSlot(heron, slot!)).toEqual({ subject: 'a warning taken on', value: 'not taken on' })
  expect(describeSlot(taken.build, slot!).value).toBe('the fan is plugged first')
  expect(carrySlot(slot!, taken.build, heron)).toEqual(acceptEdit(entry))
  expect(carrySlot(slot!, heron, taken.build)).toEqual(unacceptEdit(entry))
  expect(describeEdit(acceptEdit(entry), heron)).toBe('take on: the fan is plugged first')
})
