import { allCases } from '../../../tests/rules'
import type { Build } from '../build/schema'
import { derive } from '../operate/harness'
import { RULES } from './index'

type Json = Readonly<Record<string, unknown>>

/** The value without the field at the end of the path; lists on the way are gone through entry by entry. */
function dropAt(value: unknown, path: readonly string[]): unknown {
  const [key, ...rest] = path
  if (Array.isArray(value)) return value.map((entry) => dropAt(entry, path))
  if (typeof value !== 'object' || value === null || key === undefined || !(key in value)) return value
  const { [key]: inner, ...others } = value as Json
  return rest.length === 0 ? others : { ...others, [key]: dropAt(inner, rest) }
}

/** The build without a field, named as the rules name it: `motor.ratedAmps` of a relation, `port.role`, `choices.curves`. */
function without(build: Build, field: string): Build {
  const [holder = '', ...path] = field.split('.')
  if (holder === 'choices' || holder === 'groups') return dropAt(build, [holder, ...path]) as Build
  if (holder === 'item' || holder === 'place' || holder === 'connection')
    return dropAt(build, [`${holder}s`, ...path]) as Build
  if (holder === 'places') return dropAt(build, ['places', ...path]) as Build
  const parts = build.parts.map((part) => {
    if (holder === 'part') return dropAt(part, path)
    if (holder === 'port') return dropAt(part, ['ports', ...path])
    if (holder === 'lead') return dropAt(part, ['leads', ...path])
    const inside = part.inside.map((relation) => (relation.type === holder ? dropAt(relation, path) : relation))
    return { ...part, inside }
  })
  return { ...build, parts } as Build
}

const outcomesOf = (build: Build, ruleId: string) =>
  RULES.find((rule) => rule.id === ruleId)!
    .check(derive(build))
    .map(({ outcome }) => outcome)

const count = (list: readonly string[], wanted: string) => list.filter((outcome) => outcome === wanted).length

const reads = RULES.flatMap((rule) => rule.reads.map((field) => [rule.id, field] as const))
/** What no part, port or build can lack, so that there is nothing to take away. */
const ALWAYS_THERE =
  /^(thread|drives|reports|port\.wires|port\.need|port\.lead|powers\.feeds|converts|usb\.up|port\.connector)$/
const asksOnly = RULES.flatMap((rule) => (rule.asksOnly ?? []).map((field) => [rule.id, field] as const)).filter(
  ([, field]) => !ALWAYS_THERE.test(field),
)

describe('a missing field is unknown, never a pass', () => {
  test.each(reads)('%s: without %s', (ruleId, field) => {
    const cases = allCases.filter((entry) => entry.rule === ruleId)
    const tried = cases.map(({ build }) => {
      const before = outcomesOf(build, ruleId)
      const after = outcomesOf(without(build, field), ruleId)
      return {
        gains: count(after, 'holds') - count(before, 'holds'),
        turns: count(before, 'holds') > count(after, 'holds') && count(after, 'unknown') > count(before, 'unknown'),
      }
    })
    expect(tried.some(({ turns }) => turns)).toBe(true)
    expect(tried.filter(({ gains }) => gains > 0)).toEqual([])
  })
})

describe('without the field it asks about, a rule has nothing to say', () => {
  test.each(asksOnly)('%s: without %s', (ruleId, field) => {
    const cases = allCases.filter((entry) => entry.rule === ruleId && entry.wanted !== 'notApplicable')
    const silenced = cases.filter(({ build }) => {
      const said = (list: readonly string[]) => list.length - count(list, 'notApplicable')
      return said(outcomesOf(without(build, field), ruleId)) < said(outcomesOf(build, ruleId))
    })
    expect(silenced.length).toBeGreaterThan(0)
  })
})
