import fc from 'fast-check'
import { demoBuild } from '../../../tests/support/bench'
import { LoomError } from '../errors'
import { canonicalJson } from '../formats/canonical'
import { asBuild } from '../formats/validate'
import { derive } from '../operate/harness'
import { acceptanceOf } from '../rules/engine/accepted'
import { check } from '../rules/check'
import { proposedPlace, refusalAt, targetsOf } from '../ask/placing'
import { acceptEdit, unacceptEdit } from './accept'
import { apply } from './apply'
import { airEdit, modeEdit, parkEdit, placeEdit, unplaceEdit } from './choose'
import type { Edit } from './edit-schema'
import { plugEdit } from './plug'
import { nextMark } from './refs'
import type { Build } from './schema'

type Pick = <T>(list: readonly T[]) => T | undefined

/** Kinds of edits that people make, each from the build as it stands; undefined where there is nothing to do it to. */
const MAKERS: readonly ((build: Build, pick: Pick, turn: number) => Edit | undefined)[] = [
  (build, pick) => {
    const harness = derive(build)
    const lead = pick(harness.ports.filter(({ port }) => port.side === 'takes'))
    const to = pick(harness.ports.filter(({ port }) => port.side === 'gives'))
    return lead === undefined || to === undefined ? undefined : plugEdit(build, lead.ref, to.ref)
  },
  (build, pick) => {
    const thread = pick(build.threads)
    return thread === undefined ? undefined : { type: 'disconnect', threadId: thread.id }
  },
  (build, pick) => {
    const thread = pick(build.threads)
    return thread === undefined ? undefined : { type: 'pin', threadId: thread.id, pinned: thread.pinned !== true }
  },
  (build, pick, turn) => {
    const part = pick(build.parts)
    const mark = nextMark(build, part?.markPrefix ?? 'X')
    return part === undefined
      ? undefined
      : { type: 'addItem', item: { id: `new${turn}`, mark, partId: part.id, stock: 'owned' } }
  },
  (build, pick) => {
    const item = pick(build.items)
    return item === undefined ? undefined : { type: 'removeItem', itemId: item.id }
  },
  (build, pick, turn) => {
    const item = pick(build.items)
    return item === undefined ? undefined : { type: 'renameItem', itemId: item.id, mark: `Q${turn}` }
  },
  (build, pick) => {
    const item = pick(build.items)
    return item === undefined
      ? undefined
      : { type: 'setStock', itemId: item.id, stock: item.stock === 'owned' ? 'toBuy' : 'owned' }
  },
  (build, pick) => {
    const harness = derive(build)
    const caseItem = harness.items.find(({ id }) => harness.factsOfItem(id).part.panels !== undefined)
    const item = pick(build.items)
    const target = caseItem === undefined ? undefined : pick(targetsOf(harness, caseItem))
    if (caseItem === undefined || item === undefined || target === undefined) return undefined
    const asked = { caseItem, item, target }
    return refusalAt(harness, asked) === undefined ? placeEdit(proposedPlace(harness, asked)) : undefined
  },
  (build, pick) => {
    const place = pick(build.places ?? [])
    return place === undefined ? undefined : unplaceEdit(place.itemId)
  },
  (build, pick, turn) => {
    const item = pick(build.items.filter(({ id }) => id === 'k1'))
    return item === undefined ? undefined : airEdit({ itemId: item.id, speedPercent: turn % 100 })
  },
  (build, pick) => {
    const header = pick(derive(build).ports.filter(({ port }) => port.modes !== undefined))
    return header === undefined ? undefined : modeEdit(header.ref, 'dc')
  },
  (build, pick) => {
    const lead = pick(derive(build).ports.filter(({ port }) => port.need === 'optional'))
    return lead === undefined ? undefined : parkEdit(lead.ref, 'not now')
  },
  (build, pick) => {
    const warning = pick(check(derive(build)).findings.filter(({ severity }) => severity === 'warning'))
    return warning === undefined ? undefined : acceptEdit(acceptanceOf(warning, 'known'))
  },
  (build, pick) => {
    const entry = pick(build.accepted ?? [])
    return entry === undefined ? undefined : unacceptEdit(entry)
  },
  (build, pick, turn) => {
    const thread = pick(build.threads)
    return thread === undefined
      ? undefined
      : { type: 'noteThread', threadId: thread.id, note: turn % 3 === 0 ? null : `Note ${turn}` }
  },
  (build, pick, turn) => {
    const item = pick(build.items)
    const itemIds = item === undefined ? [] : [item.id]
    return { type: 'setGroup', group: { id: `g${turn % 3}`, name: `Group ${turn % 3}`, itemIds } }
  },
  (build, pick) => {
    const group = pick(build.groups ?? [])
    return group === undefined ? undefined : { type: 'removeGroup', groupId: group.id }
  },
  (build, pick, turn) => {
    const group = pick([undefined, ...(build.groups ?? [])])
    const value = turn % 3 === 0 ? null : 'board'
    return {
      type: 'chooseSchool',
      ...(group === undefined ? {} : { groupId: group.id }),
      choice: { school: 'speed', value },
    }
  },
  (_build, _pick, turn) => ({ type: 'chooseBlind', reason: turn % 2 === 0 ? null : 'a custom loop' }),
  (_build, _pick, turn) => ({ type: 'chooseHeadroom', headroomPercent: turn % 91 }),
  (_build, _pick, turn) => ({ type: 'renameBuild', name: `Name ${turn}` }),
]

/** An edit that the build refuses is none, as on the page: it leaves no step behind. */
function tried(build: Build, edit: Edit | undefined) {
  if (edit === undefined) return undefined
  try {
    return apply(build, edit)
  } catch (error) {
    if (error instanceof LoomError) return undefined
    throw error
  }
}

test('1,000 random edits and undos end in the starting document, identical in canonical form', () => {
  const start = demoBuild('harbour-lantern')
  const numbers = fc.sample(fc.nat({ max: 1_000_000 }), { numRuns: 3000, seed: 20261125 })
  let at = 0
  const next = () => numbers[(at += 1) % numbers.length]!
  const pick: Pick = (list) => (list.length === 0 ? undefined : list[next() % list.length])
  let build = start
  const undo: Edit[] = []
  let edits = 0
  for (let turn = 1; turn <= 1000; turn += 1) {
    // Two steps forward, one back, on the whole; every undo takes back the step before it.
    const back = next() % 3 === 0 ? undo.pop() : undefined
    const applied =
      back === undefined ? tried(build, MAKERS[next() % MAKERS.length]!(build, pick, turn)) : apply(build, back)
    if (applied === undefined) continue
    build = applied.build
    if (back !== undefined) continue
    undo.push(applied.inverse)
    edits += 1
  }
  expect(edits).toBeGreaterThan(400)
  expect(() => asBuild(build)).not.toThrow()
  expect(canonicalJson(build)).not.toBe(canonicalJson(start))
  while (undo.length > 0) build = apply(build, undo.pop()!).build
  expect(canonicalJson(build)).toBe(canonicalJson(start))
})
