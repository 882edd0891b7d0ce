import { derive } from '../../src/core/operate/harness'
import { acceptanceOf } from '../../src/core/rules/engine/accepted'
import { check, messageOf, ruleOf } from '../../src/core/rules/check'
import { RULES } from '../../src/core/rules/index'
import type { Finding } from '../../src/core/rules/engine/rule'
import { allCases, type Case } from './index'

interface Taken {
  readonly build: Case['build']
  readonly finding: Finding
}

/** One finding of every warning and note, out of the whole table. */
const taken: ReadonlyMap<string, Taken> = new Map(
  allCases.flatMap(({ build }) =>
    check(derive(build))
      .findings.filter(({ severity }) => severity === 'warning' || severity === 'note')
      .map((finding) => [`${finding.ruleId} ${finding.messageId}`, { build, finding }] as const),
  ),
)
const messages = RULES.flatMap((rule) =>
  Object.entries(rule.messages)
    .filter(([, { severity }]) => severity === 'warning' || severity === 'note')
    .map(([messageId, message]) => ({ key: `${rule.id} ${messageId}`, message })),
)
const figures = messages.flatMap(({ key, message: { worse } }) =>
  Object.entries(worse ?? {}).map(([figure, way]) => [key, figure, way] as const),
)

/** Whether the finding is told again when the figure, as it was taken on, was so much higher. */
function isBack({ build, finding }: Taken, figure: string, higherBy: number): boolean {
  const entry = acceptanceOf(finding, 'as it is')
  const before = { ...entry.figures, [figure]: entry.figures[figure]! + higherBy }
  const { findings } = check(derive({ ...build, accepted: [{ ...entry, figures: before }] }))
  return findings.some((other) => JSON.stringify(other) === JSON.stringify(finding))
}

test('every warning and note comes up in the table', () => {
  expect(messages.map(({ key }) => key).filter((key) => !taken.has(key))).toEqual([])
})

test.each(messages.map(({ key }) => [key] as const))('%s: taken on, it is told no more', (key) => {
  const { build, finding } = taken.get(key)!
  const accepted = [acceptanceOf(finding, 'as it is')]
  const { findings } = check(derive({ ...build, accepted }))
  expect(findings.some((other) => JSON.stringify(other) === JSON.stringify(finding))).toBe(false)
  expect(messageOf(ruleOf(finding), finding.messageId).severity).toBe(finding.severity)
})

test.each(figures)('%s: %s is worse when it is %s', (key, figure, way) => {
  const entry = taken.get(key)!
  expect([isBack(entry, figure, -1), isBack(entry, figure, 1)]).toEqual([way === 'more', way === 'less'])
})
