import { readFileSync } from 'node:fs'
import { RULES } from '../../src/core/rules'
import { STAND_OF_RULE } from '../../src/core/weave/plan/rule-rows'

/** A new rule has to say how it stands to a plan, and why the model does without a row for it. */
test('every rule stands to a plan in some way, and what is only judged has its reason on the page', () => {
  expect(Object.keys(STAND_OF_RULE).toSorted()).toEqual(RULES.map(({ id }) => id).toSorted())
  const page = readFileSync('docs/weave.md', 'utf8')
  const judged = Object.keys(STAND_OF_RULE).filter((id) => STAND_OF_RULE[id] === 'judged')
  expect(judged.filter((id) => !page.includes(`\`${id}\``))).toEqual([])
})
