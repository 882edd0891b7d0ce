import fc from 'fast-check'
import { demoBuild } from '../../../tests/support/bench'
import { canonicalJson } from '../formats/canonical'
import { LIMITS } from '../schema/schema-kit'
import { describeEdit } from '../wording/edit-text'
import { apply } from './apply'
import type { Edit } from './edit-schema'
import { historyOf, wayBack, type LogEntry } from './history'
import { plugEdit } from './plug'
import type { Build } from './schema'

const kite = demoBuild('paper-kite')
const document = ({ revision: _revision, ...rest }: Build) => canonicalJson(rest)

/** A log of edits, each made for the build as it stands then. */
function logOf(count: number, edit: (build: Build, index: number) => Edit): readonly LogEntry[] {
  let build = kite
  return Array.from({ length: count }, (_, index) => {
    const made = edit(build, index)
    build = apply(build, made).build
    return { revision: kite.revision + index + 1, editId: `e${index}`, edit: made, slots: [] }
  })
}

const anyEdit =
  (pick: number) =>
  (build: Build, index: number): Edit => {
    const item = build.items[(pick + index) % build.items.length]
    switch ((pick * 7 + index) % 4) {
      case 0:
        return item === undefined
          ? { type: 'renameBuild', name: `Name ${index}` }
          : { type: 'removeItem', itemId: item.id }
      case 1:
        return { type: 'chooseHeadroom', headroomPercent: (pick + index) % 90 }
      case 2: {
        const fan = build.items.find(({ mark }) => mark.startsWith('F'))
        const board = build.items.find(({ mark }) => mark === 'M1')
        if (fan === undefined || board === undefined) return { type: 'renameBuild', name: `Name ${index}` }
        return plugEdit(build, { itemId: fan.id, portId: 'fan' }, { itemId: board.id, portId: 'SYS1' })
      }
      default:
        return { type: 'renameBuild', name: `Kite ${index}` }
    }
  }

describe('history', () => {
  test('going back to any step gives the very document of that step, by new edits alone', () => {
    fc.assert(
      fc.property(fc.nat(50), fc.integer({ min: 1, max: 12 }), fc.nat(12), (pick, count, back) => {
        const entries = logOf(count, anyEdit(pick))
        const history = historyOf(kite, entries)
        const step = history[Math.min(back, history.length - 1)]!
        const now = history.at(-1)!.build
        const after = wayBack(history, step.revision).reduce((build, edit) => apply(build, edit).build, now)
        expect(document(after)).toBe(document(step.build))
      }),
      { numRuns: 80 },
    )
  })

  test('begins with the state before the first edit, and each step tells what it did', () => {
    const entries = logOf(1, () => ({ type: 'chooseHeadroom', headroomPercent: 30 }))
    expect(historyOf(kite, entries).map(({ revision }) => revision)).toEqual([kite.revision, kite.revision + 1])
    expect(entries.map(({ edit }) => describeEdit(edit, kite))).toEqual(['headroom 30 %'])
    expect(wayBack(historyOf(kite, entries), kite.revision + 1)).toEqual([])
  })

  test('a long way back is cut into batches that can be saved', () => {
    const entries = logOf(LIMITS.editsPerSave + 5, (_build, index) => ({ type: 'renameBuild', name: `Name ${index}` }))
    expect(
      wayBack(historyOf(kite, entries), kite.revision).map((edit) => (edit.type === 'batch' ? edit.edits.length : 1)),
    ).toEqual([LIMITS.editsPerSave, 5])
  })
})
