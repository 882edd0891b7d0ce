import { demoParts } from '../../../tools/demo/parts'
import { draftFaults } from '../build/integrity'
import { TEMPLATE_PARTS } from '../templates/parts'
import { partSummary } from '../wording/part-text'
import { cleanPart } from './clean'
import type { Part } from './schema'

/** Names of what a form always holds: a plug has its kind, an entry of a list its type. */
const ALWAYS_SAID = new Set(['type', 'family', 'end', 'side', 'kind', 'wires', 'connector', 'origin', 'value'])

/** The value with one of its fields after the other left open, as a form leaves it while somebody types. */
function* leftOpen(value: unknown): Generator<unknown> {
  if (Array.isArray(value)) {
    for (const [at, entry] of value.entries()) {
      for (const open of leftOpen(entry)) yield value.map((old: unknown, index) => (index === at ? open : old))
    }
    return
  }
  if (typeof value !== 'object' || value === null) return
  for (const [key, inner] of Object.entries(value)) {
    // Nothing chosen of a list is an empty list; a field that is emptied is not there.
    if (!ALWAYS_SAID.has(key)) yield { ...value, [key]: Array.isArray(inner) ? [] : undefined }
    for (const open of leftOpen(inner)) yield { ...value, [key]: open }
  }
}

const parts = [...demoParts, ...TEMPLATE_PARTS]
const oneOfEach = parts.filter(({ kind }, index) => parts.findIndex((part) => part.kind === kind) === index)

describe('a part that is half written', () => {
  test.each(oneOfEach.map((part) => [part.kind, part] as const))(
    '%s: whatever is open, it is summed up',
    (_kind, part) => {
      const drafts = [...leftOpen(part)].map((draft) => cleanPart(draft))
      expect(drafts.length).toBeGreaterThan(5)
      for (const draft of drafts) {
        expect(() => partSummary(draft)).not.toThrow()
        expect(() => [...draftFaults(draft, '')]).not.toThrow()
      }
    },
  )

  test('a case whose measures come one by one', () => {
    const estuary = demoParts.find(({ id }) => id === 'case-estuary')!
    const growing = ['depthMm', 'heightMm', 'widthMm', 'board', 'holes', 'spots'] as const
    growing.forEach((_key, count) => {
      const space = Object.fromEntries(growing.slice(0, count + 1).map((key) => [key, estuary.space![key]]))
      const draft = cleanPart({ ...estuary, space }) as Part
      expect(() => [...draftFaults(draft, '')]).not.toThrow()
      expect(partSummary(draft)).toMatch(/^Front 3 × 140 mm/)
    })
  })
})
