import { PartSchema, type Relation } from './schema'
import { RELATION_FORMS, RELATION_TYPES } from './relation-fields'

interface Shape {
  readonly properties: Readonly<Record<string, Shape & { readonly const?: string; readonly type?: string }>>
  readonly required?: readonly string[]
}
const shapes = (PartSchema.properties.inside.items as unknown as { readonly oneOf: readonly Shape[] }).oneOf
const shapeOf = (type: Relation['type']) => shapes.find(({ properties }) => properties['type']?.const === type)!

/** Fields that a person is not asked for: the sort, ids that the editor makes, and what is set by the way it is asked. */
const NOT_ASKED = ['type', 'id']

/** The keys of a shape, those of an object inside it with a dot. */
function keysOf({ properties }: Shape): readonly string[] {
  return Object.entries(properties).flatMap(([key, inner]) =>
    inner.type === 'object' && !('value' in inner.properties)
      ? Object.keys(inner.properties).map((name) => `${key}.${name}`)
      : [key],
  )
}

describe('what the part editor asks', () => {
  test('every sort of relation has a form', () => {
    expect([...RELATION_TYPES].toSorted()).toEqual(
      shapes.map(({ properties }) => properties['type']!.const!).toSorted(),
    )
  })

  test.each(RELATION_TYPES)('%s: every field of the model is asked, and no other', (type) => {
    const wanted = keysOf(shapeOf(type)).filter(
      (key) => !NOT_ASKED.some((name) => key === name || key.startsWith(`${name}.`)),
    )
    expect(RELATION_FORMS[type].fields.map(({ key }) => key).toSorted()).toEqual([...wanted].toSorted())
  })

  test.each(RELATION_TYPES)('%s: what the model cannot do without is needed', (type) => {
    const needed = (shapeOf(type).required ?? []).filter((key) => !NOT_ASKED.includes(key))
    const fields = RELATION_FORMS[type].fields
    for (const key of needed) {
      const field = fields.find((entry) => entry.key === key || entry.key.startsWith(`${key}.`))!
      const mayBeEmpty = field.fill === 'ports' || field.fill === 'flag'
      expect({ key, isNeeded: field.isNeeded === true || mayBeEmpty }).toEqual({ key, isNeeded: true })
    }
  })
})
