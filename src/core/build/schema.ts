import { Type } from '@sinclair/typebox'
import {
  Id,
  LIMITS,
  listOf,
  Name,
  Note,
  oneOf,
  PortRefSchema,
  strict,
  ThreadId,
  type ModelOf,
} from '../schema/schema-kit'
import { PartSchema, PriceSchema } from '../parts/schema'
import { SCHOOLS } from './schools'
import { SETTINGS, type Setting } from './settings'
import { facetFields } from './facet-schemas'
import { FORMAT_NAME, FORMAT_VERSION } from './format-name'

/** A short display name that fits on a cable label; unique in its build. */
const Mark = Type.String({ minLength: 1, maxLength: 24, pattern: '^[\\p{L}\\p{N}][\\p{L}\\p{N} ._+#-]*$' })

export const ItemSchema = strict(
  {
    id: Id,
    mark: Mark,
    partId: Id,
    assemblyId: Type.Optional(Id),
    stock: oneOf(['owned', 'toBuy'] as const),
    packId: Type.Optional(Id),
    note: Type.Optional(Note),
  },
  { $id: 'Item' },
)
export type Item = ModelOf<typeof ItemSchema>

export const ThreadSchema = strict(
  {
    id: ThreadId,
    from: PortRefSchema,
    to: PortRefSchema,
    pinned: Type.Optional(Type.Boolean()),
    asOnBench: Type.Optional(Type.Boolean()),
    note: Type.Optional(Note),
  },
  { $id: 'Thread' },
)
export type Thread = ModelOf<typeof ThreadSchema>

const SCHOOL_FIELDS = {
  radiatorFans: Type.Optional(oneOf(SCHOOLS.radiatorFans)),
  speed: Type.Optional(oneOf(SCHOOLS.speed)),
  light: Type.Optional(oneOf(SCHOOLS.light)),
  fanCount: Type.Optional(oneOf(SCHOOLS.fanCount)),
  manyFans: Type.Optional(oneOf(SCHOOLS.manyFans)),
  radiatorAir: Type.Optional(oneOf(SCHOOLS.radiatorAir)),
  models: Type.Optional(oneOf(SCHOOLS.models)),
  wrongPlug: Type.Optional(oneOf(SCHOOLS.wrongPlug)),
  splitLights: Type.Optional(oneOf(SCHOOLS.splitLights)),
  curveSet: Type.Optional(oneOf(SCHOOLS.curveSet)),
  plan: Type.Optional(oneOf(SCHOOLS.plan)),
}

export const SchoolsSchema = strict(SCHOOL_FIELDS)

export const GroupSchema = strict({
  id: Id,
  name: Name,
  itemIds: listOf(Id, LIMITS.itemsPerBuild),
  schools: Type.Optional(SchoolsSchema),
})

export type Group = ModelOf<typeof GroupSchema>

/** What is sold together. The parts are named by the ids that the build, or the shelf, holds them under. */
export const PackSchema = strict(
  {
    id: Id,
    name: Name,
    note: Type.Optional(Note),
    contents: listOf(strict({ partId: Id, count: Type.Integer({ minimum: 1, maximum: 99 }) }), 100),
    price: Type.Optional(PriceSchema),
  },
  { $id: 'Pack' },
)
export type Pack = ModelOf<typeof PackSchema>

const settingField = (name: Setting) =>
  Type.Optional(Type.Number({ minimum: SETTINGS[name].least, maximum: SETTINGS[name].most }))
const SETTING_FIELDS = {
  /** How warm the copper of the leads is taken to be. */
  copperTemperatureC: settingField('copperTemperatureC'),
  /** What should be left of a lead to plug it, and of a hose for its bends. */
  leadSlackMm: settingField('leadSlackMm'),
  hoseSlackMm: settingField('hoseSlackMm'),
  leastFramesPerSecond: settingField('leastFramesPerSecond'),
}

const ChoicesSchema = strict({
  headroomPercent: Type.Number({ minimum: 0, maximum: 90 }),
  schools: Type.Optional(SchoolsSchema),
  ...facetFields('choices'),
  /** Of older files: holds for the CPU header of every board. */
  cpuHeaderBlindReason: Type.Optional(Name),
  ...SETTING_FIELDS,
})
export type Choices = ModelOf<typeof ChoicesSchema>

/** A warning that the builder takes on, with the figures it had then; it comes back when one of them gets worse. */
export const AcceptedSchema = strict({
  ruleId: Name,
  messageId: Name,
  at: listOf(PortRefSchema, 200),
  itemIds: Type.Optional(listOf(Id, 200)),
  figures: Type.Record(Type.String({ pattern: '^[A-Za-z]{1,40}$' }), Type.Number()),
  reason: Name,
})
export type Accepted = ModelOf<typeof AcceptedSchema>

export const BuildSchema = strict(
  {
    format: Type.Literal(FORMAT_NAME),
    version: Type.Literal(FORMAT_VERSION),
    id: Id,
    name: Name,
    revision: Type.Integer({ minimum: 0 }),
    note: Type.Optional(Note),
    parts: listOf(PartSchema, LIMITS.partsPerBuild),
    packs: Type.Optional(listOf(PackSchema, 200)),
    assemblies: Type.Optional(listOf(strict({ id: Id, name: Name }), 400)),
    items: listOf(ItemSchema, LIMITS.itemsPerBuild),
    threads: listOf(ThreadSchema, LIMITS.threadsPerBuild),
    groups: Type.Optional(listOf(GroupSchema, 400)),
    ...facetFields('build'),
    choices: ChoicesSchema,
    accepted: Type.Optional(listOf(AcceptedSchema, 1000)),
  },
  { title: 'Gentle Loom build, version 1' },
)
export type Build = ModelOf<typeof BuildSchema>
