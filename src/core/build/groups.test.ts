import { demoBuild } from '../../../tests/support/bench'
import { LoomError } from '../errors'
import { canonicalJson } from '../formats/canonical'
import { asBuild } from '../formats/validate'
import { derive } from '../operate/harness'
import { candidatesFor } from '../ask/candidates'
import { check } from '../rules/check'
import { RULES } from '../rules/index'
import { speaksOfChoice } from '../rules/engine/of-choice'
import { apply } from './apply'
import { carrySlot } from './carry'
import { describeEdit } from '../wording/edit-text'
import type { Edit } from './edit-schema'
import { chosenFor } from './groups'
import type { Build } from './schema'
import { SCHOOL_NAMES, SCHOOLS } from './schools'
import { optionsOf, SCHOOL_WORDS, schoolWord } from '../wording/school-words'
import { describeSlot } from '../wording/slot-text'
import { readSlot, slotKey, slotsOf } from './slots'

const start = demoBuild('harbour-lantern')
const front: Edit = { type: 'setGroup', group: { id: 'front', name: 'Front', itemIds: ['f1', 'f2', 'f3'] } }
const speedOfFront: Edit = {
  type: 'chooseSchool',
  groupId: 'front',
  choice: { school: 'speed', value: 'controller' },
}
const after = (build: Build, ...edits: readonly Edit[]) => edits.reduce((b, edit) => apply(b, edit).build, build)

test.each<[string, Edit, Build]>([
  ['a new group', front, start],
  ['a changed group', { type: 'setGroup', group: { id: 'front', name: 'Fore', itemIds: ['f1'] } }, after(start, front)],
  ['no group', { type: 'removeGroup', groupId: 'front' }, after(start, front, speedOfFront)],
  ['a school of a group', speedOfFront, after(start, front)],
  ['a school of the build', { type: 'chooseSchool', choice: { school: 'light', value: 'board' } }, start],
  ['why the header reads nothing', { type: 'chooseBlind', reason: 'an outside pump' }, start],
  ['a note beside a thread', { type: 'noteThread', threadId: start.threads[0]!.id, note: 'VRM' }, start],
])('%s: sound, undone without a trace, named, and carried as "mine"', (_name, edit, build) => {
  const { build: changed, inverse } = apply(build, edit)
  expect(() => asBuild(changed)).not.toThrow()
  expect(canonicalJson(changed)).not.toBe(canonicalJson(build))
  expect(canonicalJson(apply(changed, inverse).build)).toBe(canonicalJson(build))
  expect(describeEdit(edit, build)).not.toMatch(/undefined|nothing/)
  for (const slot of slotsOf(edit, build)) {
    const carried = carrySlot(slot, changed, build)
    const mine = carried === undefined ? build : apply(build, carried).build
    expect([slotKey(slot), readSlot(mine, slot)]).toEqual([slotKey(slot), readSlot(changed, slot)])
    expect(describeSlot(changed, slot).value).not.toMatch(/undefined|object/)
  }
})

test.each<[string, Edit, RegExp]>([
  ['a group of things that are not there', { type: 'setGroup', group: { id: 'g', name: 'G', itemIds: ['no'] } }, /no/],
  ['two groups of one name', { type: 'setGroup', group: { id: 'g', name: 'Front', itemIds: [] } }, /Front/],
  ['a school of no group', { type: 'chooseSchool', groupId: 'x', choice: { school: 'speed', value: null } }, /“x”/],
  ['no group that is there', { type: 'removeGroup', groupId: 'x' }, /“x”/],
  ['a note beside nothing', { type: 'noteThread', threadId: 'x', note: 'n' }, /“x”/],
])('%s is refused with a sentence that names it', (_name, edit, words) => {
  const attempt = () => apply(after(start, front), edit)
  expect(attempt).toThrow(LoomError)
  expect(attempt).toThrow(words)
})

test('what a group decides goes before what the build decides, and another group does not matter', () => {
  const wholeBuild: Edit = { type: 'chooseSchool', choice: { school: 'speed', value: 'board' } }
  const build = after(start, front, speedOfFront, wholeBuild)
  const speedOf = (itemId: string) => chosenFor(build, itemId, ({ speed }) => speed)
  expect(speedOf('f1')).toEqual({ wanted: 'controller', of: 'Front' })
  expect(speedOf('f4')).toEqual({ wanted: 'board', of: 'this build' })
})

test('taking a group away is against what somebody decided for it meanwhile', () => {
  const build = after(start, front, speedOfFront)
  const mine = slotsOf({ type: 'removeGroup', groupId: 'front' }, build).map(slotKey)
  const theirs = slotsOf(speedOfFront, build).map(slotKey)
  expect(theirs.some((key) => mine.includes(key))).toBe(true)
})

test('a choice shows at once which threads do not fit it, and only those of its group', () => {
  const build = after(start, front, speedOfFront)
  const found = check(derive(build)).findings.filter(({ ruleId }) => ruleId === 'speed-owner')
  expect(found.flatMap(({ at }) => at.map(({ itemId }) => itemId)).toSorted()).toEqual(['f1', 'f2', 'f3'])
})

test('the ranking of ports follows the schools: radiator fans to the CPU header, gathering to outlets', () => {
  // Without places, so that reach says nothing.
  const { places: _places, ...bare } = start
  const loose = { ...bare, threads: start.threads.filter(({ from }) => !['r1', 'f1', 'y2'].includes(from.itemId)) }
  const best = (build: Build, itemId: string) =>
    candidatesFor(derive(build), { itemId, portId: 'fan' }).find(({ outlook }) => outlook !== 'here')!
  const roleOf = (build: Build, itemId: string) => derive(build).port(best(build, itemId).to).port.role
  const radiator: Edit = {
    type: 'setGroup',
    group: { id: 'rad', name: 'Radiator', itemIds: ['r1', 'r2'], schools: { radiatorFans: 'board' } },
  }
  const free = { ...loose, threads: loose.threads.filter(({ to }) => to.portId !== 'CPU') }
  expect(roleOf(after(free, radiator), 'r1')).toBe('cpu')
  const gather: Edit = { type: 'chooseSchool', choice: { school: 'manyFans', value: 'gather' } }
  const spread: Edit = { type: 'chooseSchool', choice: { school: 'manyFans', value: 'spread' } }
  const isBox = (build: Build) =>
    derive(build)
      .factsOfItem(best(build, 'f1').to.itemId)
      .part.ports.some(({ side }) => side === 'takes')
  const roomy: Edit = { type: 'chooseHeadroom', headroomPercent: 0 }
  expect(isBox(after(loose, roomy, gather))).toBe(true)
  expect(isBox(after(loose, roomy, spread))).toBe(false)
})

test('every school has words for each of its ways, and says what each gains and costs', () => {
  for (const school of SCHOOL_NAMES) {
    expect(optionsOf(school).map(({ value }) => value)).toEqual([...SCHOOLS[school]])
    for (const { value, gains, costs } of optionsOf(school)) {
      expect(schoolWord(school, value)).not.toBe(value)
      expect(gains.length * costs.length).toBeGreaterThan(0)
    }
    expect(SCHOOL_WORDS[school].question).toMatch(/\?$/)
  }
})

test('what is against a choice is told by messages that there are', () => {
  const build = after(start, front, speedOfFront)
  expect(check(derive(build)).findings.filter(speaksOfChoice)).toHaveLength(3)
  expect(check(derive(start)).findings.filter(speaksOfChoice)).toEqual([])
  const against = RULES.flatMap(({ id, messages }) =>
    Object.keys(messages).filter((messageId) =>
      speaksOfChoice({ ruleId: id, messageId, severity: 'warning', at: [], params: {} }),
    ),
  )
  expect(against).toHaveLength(6)
})
