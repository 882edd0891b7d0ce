import { Type } from '@sinclair/typebox'
import {
  Count,
  Id,
  LIMITS,
  listOf,
  Name,
  Note,
  oneOf,
  Percent,
  PortRefSchema,
  strict,
  ThreadId,
  type ModelOf,
} from '../schema/schema-kit'
import { HEADER_MODES } from './modes'
import { FIXINGS } from '../parts/kinds'
import { PartSchema, PriceSchema } from '../parts/schema'
import { SCHOOLS } from './schools'
import { SETTINGS, type Setting } from './settings'
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
}

export const GroupSchema = strict({
  id: Id,
  name: Name,
  itemIds: listOf(Id, LIMITS.itemsPerBuild),
  schools: Type.Optional(strict(SCHOOL_FIELDS)),
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

/** One of the places of a layout of a case's panel. */
const MountSchema = strict({
  caseItemId: Id,
  panelId: Id,
  layoutId: Id,
  placeNumber: Type.Integer({ minimum: 1, maximum: 12 }),
})

/** Where an item sits and how: at most one entry about each item. */
export const PlaceSchema = strict({
  itemId: Id,
  mount: Type.Optional(MountSchema),
  /** A spot for boxes of a case, instead of a place for fans. */
  spot: Type.Optional(strict({ caseItemId: Id, spotId: Id })),
  /** On the processor of the board in this case, as an air cooler sits. */
  processor: Type.Optional(strict({ caseItemId: Id })),
  fixing: Type.Optional(oneOf(FIXINGS)),
  /** The end of a radiator that its hoses leave by: the one at the front or the floor, or the other. */
  hoseEnd: Type.Optional(oneOf(['start', 'end'] as const)),
  /** On which side of the radiator in the same layout a fan sits; `inner` looks into the case. */
  radiatorSide: Type.Optional(oneOf(['inner', 'outer'] as const)),
  inwardFace: Type.Optional(oneOf(['open', 'struts'] as const)),
  /** Where the arrow printed on the frame points as it sits. */
  arrow: Type.Optional(oneOf(['in', 'out'] as const)),
  wantedAir: Type.Optional(oneOf(['in', 'out'] as const)),
  leadCorner: Type.Optional(Type.Integer({ minimum: 0, maximum: 3 })),
  number: Type.Optional(Count),
})
export type Place = ModelOf<typeof PlaceSchema>

export const CurveSchema = strict({
  at: PortRefSchema,
  heatSource: Type.Optional(oneOf(['processor', 'graphics', 'coolant', 'board'] as const)),
  points: Type.Array(strict({ temperatureC: Type.Number({ minimum: -50, maximum: 150 }), dutyPercent: Percent }), {
    minItems: 1,
    maxItems: 64,
  }),
})

export const ModeSchema = strict({ at: PortRefSchema, mode: oneOf(HEADER_MODES) })
export const ParkedSchema = strict({ at: PortRefSchema, reason: Name })
/** A CPU header that is left without a report on purpose; the firmware is told to ignore it. */
export const BlindHeaderSchema = strict({ at: PortRefSchema, reason: Name })
/** A USB port that somebody tried with the machine running, and whether it worked. */
export const PortTrialSchema = strict({ at: PortRefSchema, worked: Type.Boolean() })
/** Who is to rule the light that this lead feeds, whatever was chosen for its group or the build. */
export const LightOwnerSchema = strict({ at: PortRefSchema, owner: oneOf(SCHOOLS.light) })
/** A motor that is meant to run at full speed, uncommanded. */
export const FlatOutSchema = strict({ at: PortRefSchema, reason: Name })
export const SyncSettingSchema = strict({ at: PortRefSchema, isOn: Type.Boolean() })
export const DeclaredModelSchema = strict({ at: PortRefSchema, model: Name, ledCount: Count, unitCount: Count })
export type DeclaredModel = ModelOf<typeof DeclaredModelSchema>
export const AddressSchema = strict({ itemId: Id, addressNumber: Count })
/** How a case is to breathe: the speed its fans are planned at, and what filters and grilles leave of their free flow. */
export const AirSchema = strict({
  itemId: Id,
  speedPercent: Type.Optional(Percent),
  panels: Type.Optional(listOf(strict({ panelId: Id, passesPercent: Percent }), 24)),
})
export type Air = ModelOf<typeof AirSchema>

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
  schools: Type.Optional(strict(SCHOOL_FIELDS)),
  modes: Type.Optional(listOf(ModeSchema, LIMITS.threadsPerBuild)),
  parked: Type.Optional(listOf(ParkedSchema, LIMITS.threadsPerBuild)),
  flatOut: Type.Optional(listOf(FlatOutSchema, LIMITS.threadsPerBuild)),
  syncSettings: Type.Optional(listOf(SyncSettingSchema, LIMITS.threadsPerBuild)),
  declaredModels: Type.Optional(listOf(DeclaredModelSchema, LIMITS.threadsPerBuild)),
  addresses: Type.Optional(listOf(AddressSchema, LIMITS.itemsPerBuild)),
  covered: Type.Optional(listOf(PortRefSchema, LIMITS.threadsPerBuild)),
  air: Type.Optional(listOf(AirSchema, LIMITS.itemsPerBuild)),
  curves: Type.Optional(listOf(CurveSchema, 256)),
  lightOwners: Type.Optional(listOf(LightOwnerSchema, LIMITS.threadsPerBuild)),
  portTrials: Type.Optional(listOf(PortTrialSchema, LIMITS.threadsPerBuild)),
  blindHeaders: Type.Optional(listOf(BlindHeaderSchema, LIMITS.itemsPerBuild)),
  /** Of older files: holds for the CPU header of every board. */
  cpuHeaderBlindReason: Type.Optional(Name),
  ...SETTING_FIELDS,
})
export type Choices = ModelOf<typeof ChoicesSchema>

/** A mind that the builder takes on, with the figures it had then; it comes back when one of them gets worse. */
export const AcceptedSchema = strict({
  ruleId: Name,
  messageId: Name,
  at: listOf(PortRefSchema, 200),
  itemIds: Type.Optional(listOf(Id, 200)),
  figures: Type.Record(Type.String({ pattern: '^[A-Za-z]{1,40}$' }), Type.Number()),
  reason: Name,
})

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
    places: Type.Optional(listOf(PlaceSchema, LIMITS.itemsPerBuild)),
    choices: ChoicesSchema,
    accepted: Type.Optional(listOf(AcceptedSchema, 1000)),
  },
  { title: 'Gentle Loom build, version 1' },
)
export type Build = ModelOf<typeof BuildSchema>
