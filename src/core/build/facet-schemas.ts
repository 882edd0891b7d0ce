import { Type, type TArray, type TObject, type TOptional, type TProperties } from '@sinclair/typebox'
import { FIXINGS } from '../parts/kinds'
import {
  Count,
  Id,
  LIMITS,
  listOf,
  Name,
  oneOf,
  Percent,
  PortRefSchema,
  strict,
  type ModelOf,
} from '../schema/schema-kit'
import { FACET_NAMES, facetsWithin, type FacetName, type FacetWithin } from './facets'
import { HEADER_MODES } from './modes'
import { SCHOOLS } from './schools'

/** One of the places of a layout of a case's panel. */
const MountSchema = strict({
  caseItemId: Id,
  panelId: Id,
  layoutId: Id,
  placeNumber: Type.Integer({ minimum: 1, maximum: 12 }),
})

/** Where an item sits and how: at most one entry about each item. */
const PlaceSchema = strict({
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

const CurveSchema = strict({
  at: PortRefSchema,
  heatSource: Type.Optional(oneOf(['processor', 'graphics', 'coolant', 'board'] as const)),
  /** It slows down only when it has become this much cooler than where it last sped up. */
  hysteresisC: Type.Optional(Type.Number({ minimum: 0, maximum: 50 })),
  /** How long a whole swing, from 0 to 100 %, takes at the quickest. */
  stepUpMs: Type.Optional(Type.Integer({ minimum: 0, maximum: 600_000 })),
  stepDownMs: Type.Optional(Type.Integer({ minimum: 0, maximum: 600_000 })),
  /** It never asks for less, but where it stops. */
  leastDutyPercent: Type.Optional(Percent),
  /** Below this temperature it asks for 0 %. */
  stopBelowC: Type.Optional(Type.Number({ minimum: -50, maximum: 150 })),
  points: Type.Array(strict({ temperatureC: Type.Number({ minimum: -50, maximum: 150 }), dutyPercent: Percent }), {
    minItems: 1,
    maxItems: 64,
  }),
})

const ModeSchema = strict({ at: PortRefSchema, mode: oneOf(HEADER_MODES) })
const ParkedSchema = strict({ at: PortRefSchema, reason: Name })
/** A CPU header that is left without a report on purpose; the firmware is told to ignore it. */
const BlindHeaderSchema = strict({ at: PortRefSchema, reason: Name })
/** A USB port that somebody tried with the machine running, and whether it worked. */
const PortTrialSchema = strict({ at: PortRefSchema, worked: Type.Boolean() })
/** Who is to rule the light that this lead feeds, whatever was chosen for its group or the build. */
const LightOwnerSchema = strict({ at: PortRefSchema, owner: oneOf(SCHOOLS.light) })
/** A motor that is meant to run at full speed, uncommanded. */
const FlatOutSchema = strict({ at: PortRefSchema, reason: Name })
const SyncSettingSchema = strict({ at: PortRefSchema, isOn: Type.Boolean() })
const DeclaredModelSchema = strict({ at: PortRefSchema, model: Name, ledCount: Count, unitCount: Count })
export type DeclaredModel = ModelOf<typeof DeclaredModelSchema>
const AddressSchema = strict({ itemId: Id, addressNumber: Count })
/** How a case is to breathe: the speed its fans are planned at, and what filters and grilles leave of their free flow. */
const AirSchema = strict({
  itemId: Id,
  speedPercent: Type.Optional(Percent),
  /** Heat that what sits in it puts into its air. */
  heatWatts: Type.Optional(Type.Number({ minimum: 0, maximum: 5000 })),
  panels: Type.Optional(listOf(strict({ panelId: Id, passesPercent: Percent }), 24)),
})
/** What is set in the program of a screen, and what it shows: a note for the record. */
const ScreenSettingSchema = strict({
  screenId: Id,
  /** By how many quarters its picture is turned, clockwise as its viewer sees it. */
  pictureTurns: Type.Optional(Type.Integer({ minimum: 0, maximum: 3 })),
  shows: Type.Optional(Name),
})
const ScreensSchema = strict({ itemId: Id, screens: listOf(ScreenSettingSchema, 4) })
export type ScreenSetting = ModelOf<typeof ScreenSettingSchema>
export type Curve = ModelOf<typeof CurveSchema>
export type Air = ModelOf<typeof AirSchema>

/** What an entry of each facet holds, and how many entries there may be. */
export const FACET_SCHEMAS = {
  modes: { entry: ModeSchema, most: LIMITS.threadsPerBuild },
  parked: { entry: ParkedSchema, most: LIMITS.threadsPerBuild },
  flatOut: { entry: FlatOutSchema, most: LIMITS.threadsPerBuild },
  syncSettings: { entry: SyncSettingSchema, most: LIMITS.threadsPerBuild },
  declaredModels: { entry: DeclaredModelSchema, most: LIMITS.threadsPerBuild },
  addresses: { entry: AddressSchema, most: LIMITS.itemsPerBuild },
  covered: { entry: PortRefSchema, most: LIMITS.threadsPerBuild },
  air: { entry: AirSchema, most: LIMITS.itemsPerBuild },
  screens: { entry: ScreensSchema, most: LIMITS.itemsPerBuild },
  curves: { entry: CurveSchema, most: 256 },
  stockCurves: { entry: CurveSchema, most: 256 },
  lightOwners: { entry: LightOwnerSchema, most: LIMITS.threadsPerBuild },
  portTrials: { entry: PortTrialSchema, most: LIMITS.threadsPerBuild },
  blindHeaders: { entry: BlindHeaderSchema, most: LIMITS.itemsPerBuild },
  places: { entry: PlaceSchema, most: LIMITS.itemsPerBuild },
} as const satisfies Readonly<Record<FacetName, { readonly entry: TObject; readonly most: number }>>

type EntrySchema<F extends FacetName> = (typeof FACET_SCHEMAS)[F]['entry']
export type FacetEntry<F extends FacetName> = ModelOf<EntrySchema<F>>

type Fields<F extends FacetName> = { [Name in F]: TOptional<TArray<EntrySchema<Name>>> }

/** The lists of the facets that stand in the choices, or in the build itself, as fields of its schema. */
export function facetFields<W extends 'choices' | 'build'>(within: W): Fields<FacetWithin<W>> {
  const fields = facetsWithin(within).map((name) => {
    const { entry, most } = FACET_SCHEMAS[name]
    return [name, Type.Optional(listOf(entry, most))] as const
  })
  return Object.fromEntries(fields) as unknown as Fields<FacetWithin<W>>
}

/** A facet's name with one of its entries, and whatever stands beside them. */
export const facetBranches = (beside: TProperties) =>
  FACET_NAMES.map((list) => strict({ list: Type.Literal(list), ...beside, entry: FACET_SCHEMAS[list].entry }))
