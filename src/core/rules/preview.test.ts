import { demoBuild } from '../../../tests/support/bench'
import { canonicalJson } from '../formats/canonical'
import { derive } from '../operate/harness'
import { plugEdit } from '../build/plug'
import { previewOf } from './preview'
import { check, mendsFor } from './check'

const heron = derive(demoBuild('tangled-heron'))
const verdicts = check(heron)

test('what a mend would change: its finding goes, no stop comes, and the build is left as it was', () => {
  const before = canonicalJson(heron.build)
  for (const finding of verdicts.findings.filter(({ severity }) => severity === 'stop')) {
    for (const mend of mendsFor(heron, finding)) {
      if (mend.messageId === 'unplug') continue
      const { cleared, raised } = previewOf(heron, verdicts, mend.edit)
      expect(cleared.some(({ ruleId }) => ruleId === finding.ruleId)).toBe(true)
      expect(raised.filter((other) => other.severity === 'stop' && other.ruleId !== finding.ruleId)).toEqual([])
    }
  }
  expect(canonicalJson(heron.build)).toBe(before)
})

/** SYS2 carries nothing before, and then the draw that F4 states on its label. */
test('limits that change, with both sums', () => {
  const harness = derive(demoBuild('harbour-lantern'))
  const edit = plugEdit(harness.build, { itemId: 'f4', portId: 'fan' }, { itemId: 'm1', portId: 'SYS2' })
  const { budgets } = previewOf(harness, check(harness), edit)
  const draw = harness.loads.into({ itemId: 'f4', portId: 'fan' }, '12v')[0]!.amps
  expect(budgets).toHaveLength(1)
  expect(budgets[0]).toMatchObject({ before: { knownAmps: 0 }, after: { knownAmps: draw } })
})
