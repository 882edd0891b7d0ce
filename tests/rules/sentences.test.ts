import { BROKEN_RULE_TEXT } from '../../src/core/rules/check'
import { RULES } from '../../src/core/rules/index'
import { MEND_TEXTS, FIGURE_UNITS } from '../../src/core/rules/engine/rule'
import { fill } from '../../src/core/wording/text'

/** Lists that never hold one thing alone. */
const ALWAYS_SEVERAL = ['boxes', 'sources', 'variants', 'models', 'ports', 'rails']
/** Lists of names, by what the rules call them. */
const LISTS = [
  'leads',
  'things',
  'fans',
  'lights',
  'silent',
  'subjects',
  'marks',
  'threeWire',
  'fourWire',
  ...ALWAYS_SEVERAL,
]
const SINGULAR =
  'is|has|gives|runs|hangs|sits|follows|hears|starts|stops|drives|shows|wants|reaches|states|stands|leaves'
const PLURAL = 'are|have|give|run|hang|sit|follow|hear|start|stop|drive|show|want|reach|state|stand|leave'
const NOUNS = 'fan|LED|device|box|unit|port|light|place|lead|supply|head'

const texts: readonly (readonly [string, string])[] = [
  ...RULES.flatMap((rule) =>
    Object.entries(rule.messages).map(([id, { text }]) => [`${rule.id} ${id}`, text] as const),
  ),
  ...Object.entries(MEND_TEXTS),
  ['a rule that broke', BROKEN_RULE_TEXT],
]

function slotsOf(text: string): readonly string[] {
  return [...new Set([...text.matchAll(/\{(\w+)/g)].map(([, name]) => name!))]
}

const isFigure = (slot: string) => FIGURE_UNITS.some(([suffix]) => slot.endsWith(suffix))

/** The sentence with so many names in each list, and that number in each count. */
function sentence(text: string, count: number): string {
  const names = ['A1', 'A2', 'A3'].slice(0, count)
  const params = slotsOf(text).map((slot) => {
    if (LISTS.includes(slot)) return [slot, ALWAYS_SEVERAL.includes(slot) ? ['A1', 'A2'] : names] as const
    const name = slot === 'leadCorner' ? 'front 2' : 'X1'
    return [slot, slot.endsWith('Count') ? count : isFigure(slot) ? 7 : name] as const
  })
  return fill(text, Object.fromEntries(params))
}

describe('singular and plural by count', () => {
  test.each(texts)('%s', (_id, text) => {
    const [none, one, two] = [0, 1, 2].map((count) => sentence(text, count))
    for (const filled of [none, one, two]) expect(filled).not.toMatch(/[{}|]|undefined|NaN/)
    expect(one).not.toMatch(new RegExp(`\\bA1 (${PLURAL})\\b`))
    expect(two).not.toMatch(new RegExp(`\\bA1 and A2 (${SINGULAR})\\b`))
    expect(one).not.toMatch(new RegExp(`\\b1 (${NOUNS})e?s\\b`))
    expect(two).not.toMatch(new RegExp(`\\b2 (${NOUNS})\\b`))
    expect(none).not.toMatch(new RegExp(`\\b0 (${NOUNS})\\b`))
    expect(one).not.toMatch(/\b1 of its \w+( \([^)]*\))? (have|state)\b/)
    expect(two).not.toMatch(/\b2 of its \w+( \([^)]*\))? (has|states)\b/)
  })

  test('every list of names in a message is one that is tried here', () => {
    const slots = [...new Set(texts.flatMap(([, text]) => slotsOf(text)))]
    const counted = texts.flatMap(([, text]) => [...text.matchAll(/\{(\w+)\|/g)].map(([, name]) => name!))
    expect(counted.filter((slot) => !LISTS.includes(slot) && !slot.endsWith('Count'))).toEqual([])
    expect(slots.length).toBeGreaterThan(60)
  })
})

test('a name is told once, however often it comes', () => {
  expect(fill('{leads}', { leads: ['S1 A', 'S1 A', 'S1 B'] })).toBe('S1 A and S1 B')
})
