import { Ajv } from 'ajv'
import { demoBuild } from '../../../tests/support/bench'
import { canonicalJson } from '../formats/canonical'
import { Name, PortRefSchema, strict } from '../schema/schema-kit'
import type { Edit } from './edit-schema'
import type { Build } from './schema'

/**
 * A facet that the product does not have: what is written on a sticker beside a port. Its traits, its entry and its words
 * are all that is said of it, before anything else of the core is loaded; everything below has to follow.
 */
async function coreWithStickers() {
  jest.resetModules()
  const { FACETS, FACET_NAMES } = await import('./facets')
  Object.assign(FACETS, { stickers: { about: 'port', within: 'choices' } })
  ;(FACET_NAMES as string[]).push('stickers')
  const { FACET_SCHEMAS } = await import('./facet-schemas')
  Object.assign(FACET_SCHEMAS, { stickers: { entry: strict({ at: PortRefSchema, text: Name }), most: 10 } })
  const { FACET_TEXTS } = await import('../wording/facet-text')
  Object.assign(FACET_TEXTS, { stickers: { name: 'sticker', value: ({ text }: { text: string }) => `“${text}”` } })
  return {
    ...(await import('./apply')),
    ...(await import('./apply-for')),
    ...(await import('./carry')),
    ...(await import('./edit-schema')),
    ...(await import('./integrity')),
    ...(await import('./schema')),
    ...(await import('./slots')),
    ...(await import('../wording/edit-text')),
    ...(await import('../wording/slot-text')),
  }
}
let core: Awaited<ReturnType<typeof coreWithStickers>>
beforeAll(async () => {
  core = await coreWithStickers()
})

const heron = demoBuild('tangled-heron')
const at = { itemId: 'f1', portId: 'fan' }
const stick = (text: string): Edit =>
  ({ type: 'choose', choice: { list: 'stickers', entry: { at, text } } }) as unknown as Edit
const stickersOf = ({ choices }: Build) => (choices as unknown as Record<string, unknown>)['stickers']

/** Whether a value fits a schema, by a validator made on the spot. */
function fits(schema: object, value: unknown): boolean {
  const bare: object = JSON.parse(JSON.stringify(schema), (key, inner: unknown) => (key === '$id' ? undefined : inner))
  return new Ajv({ discriminator: true }).validate(bare, value)
}

test('is saved: its edit and the document with it are of the right shape, and others are not', () => {
  const { build } = core.apply(heron, stick('left'))
  expect(stickersOf(build)).toEqual([{ at, text: 'left' }])
  expect(fits(core.EditSchema, stick('left'))).toBe(true)
  expect(fits(core.EditSchema, stick(''))).toBe(false)
  expect(fits(core.BuildSchema, build)).toBe(true)
  expect([...core.buildFaults(build)]).toEqual([])
  expect(canonicalJson(build)).toContain('"text": "left"')
})

test('is undone, and leaves no trace', () => {
  const once = core.apply(heron, stick('left'))
  expect(canonicalJson(core.apply(once.build, once.inverse).build)).toBe(canonicalJson(heron))
  const twice = core.apply(once.build, stick('right'))
  expect(stickersOf(twice.build)).toEqual([{ at, text: 'right' }])
  expect(canonicalJson(core.apply(twice.build, twice.inverse).build)).toBe(canonicalJson(once.build))
})

test('is a conflict where two people say something else, told with both values, and either can be kept', () => {
  const [mine, theirs] = [core.apply(heron, stick('left')).build, core.apply(heron, stick('right')).build]
  const { slots } = core.applyFor(heron, stick('left'))
  expect(slots.map(core.slotKey)).toEqual(core.slotsOf(stick('right'), heron).map(core.slotKey))
  expect(core.describeSlot(mine, slots[0]!)).toMatchObject({ subject: 'sticker of F1', value: '“left”' })
  expect(core.describeSlot(heron, slots[0]!).value).toBe('not set')
  const kept = core.apply(theirs, core.carrySlot(slots[0]!, mine, theirs)!).build
  expect(stickersOf(kept)).toEqual([{ at, text: 'left' }])
})

test('goes with its item and comes back with it', () => {
  const { build } = core.apply(heron, stick('left'))
  const without = core.apply(build, { type: 'removeItem', itemId: 'f1' })
  expect(stickersOf(without.build)).toBeUndefined()
  expect(fits(core.EditSchema, without.inverse)).toBe(true)
  expect(canonicalJson(core.apply(without.build, without.inverse).build)).toBe(canonicalJson(build))
})

test('of a port that is not there is a fault with its place', () => {
  const choices = { ...heron.choices, stickers: [{ at: { itemId: 'f1', portId: 'none' }, text: 'left' }] }
  const [fault] = [...core.buildFaults({ ...heron, choices })]
  expect(fault).toMatchObject({ pointer: '/choices/stickers/0/at' })
  expect(fault!.message).toMatch(/^F1 \(.*\) has no port “none”$/)
})

test('has words in the history', () => {
  expect(core.describeEdit(stick('left'), heron)).toBe('sticker of F1: “left”')
})
