import { derive } from '../../src/core/operate/harness'
import { check, mendsFor, throwOnBrokenRules } from '../../src/core/rules/check'
import { RULES } from '../../src/core/rules/index'
import { findingText } from '../../src/core/wording/text'
import { demoBuild } from '../support/bench'

const harness = derive(demoBuild('tangled-heron'))
const broken = RULES.map((rule) =>
  rule.id === 'light-volts'
    ? {
        ...rule,
        check: () => {
          throw new Error('a figure nobody thought of')
        },
      }
    : rule,
)

afterEach(() => throwOnBrokenRules())

test('a rule that throws is an unknown that names it, and all others stand', () => {
  throwOnBrokenRules(false)
  const whole = check(harness)
  const { findings, counts } = check(harness, { rules: broken })
  const [told] = findings.filter(({ messageId }) => messageId === 'broken')
  expect(told).toMatchObject({ ruleId: 'light-volts', severity: 'unknown', at: [] })
  expect(findingText(told!)).toMatch(/^The check “light-volts” broke on this build.*The last LED of every chain/)
  expect(mendsFor(harness, told!)).toEqual([])
  const others = (list: typeof findings) => list.filter(({ ruleId }) => ruleId !== 'light-volts')
  expect(others(findings)).toEqual(others(whole.findings))
  expect(counts.stop).toBe(whole.counts.stop)
})

test('in tests it throws', () => {
  expect(() => check(harness, { rules: broken })).toThrow('a figure nobody thought of')
})
