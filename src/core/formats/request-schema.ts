import { Type } from '@sinclair/typebox'
import { PackSchema, SchoolsSchema } from '../build/schema'
import { TAG_LENGTH } from './api-types'
import { PartSchema } from '../parts/schema'
import { Id, LIMITS, listOf, Name, PLAIN_TEXT, strict, tagged, type ModelOf } from '../schema/schema-kit'

/** How a new build starts. The id comes from the page, so that a request sent twice makes one build. */
export const NewBuildSchema = tagged('from', [
  strict({ from: Type.Literal('blank'), id: Id, name: Name }),
  strict({ from: Type.Literal('copy'), id: Id, sourceId: Id }),
  strict({
    from: Type.Literal('lines'),
    id: Id,
    name: Name,
    /** Typed lines of what there is, one thing or more each. */
    lines: listOf(Type.String({ maxLength: 400 }), 60),
    schools: Type.Optional(SchoolsSchema),
  }),
] as const)
export type NewBuild = ModelOf<typeof NewBuildSchema>

/** A part as somebody wants the shelf to hold it, and the revision it was made from; 0 for a new one. */
export const PartSaveSchema = strict({ baseRevision: Type.Integer({ minimum: 0 }), part: PartSchema })
export type PartSave = ModelOf<typeof PartSaveSchema>

/** The same for a pack. */
export const PackSaveSchema = strict({ baseRevision: Type.Integer({ minimum: 0 }), pack: PackSchema })
export type PackSave = ModelOf<typeof PackSaveSchema>

/** A name for a state of a build; no name takes it away. */
export const NameStateSchema = strict({ revision: Type.Integer({ minimum: 0 }), name: Type.Union([Name, Type.Null()]) })
export type NameState = ModelOf<typeof NameStateSchema>

/** Ids of parts that are asked for together: those of one build. */
export const IdListSchema = strict({ ids: listOf(Id, LIMITS.partsPerBuild) })
export type IdList = ModelOf<typeof IdListSchema>

/** Builds that are chosen together in the list. */
export const BuildIdsSchema = strict({ ids: Type.Array(Id, { minItems: 1, maxItems: 100, uniqueItems: true }) })
export type BuildIds = ModelOf<typeof BuildIdsSchema>

/** A tag that goes onto these builds, or off them. */
export const BuildTagsSchema = strict({
  ids: Type.Array(Id, { minItems: 1, maxItems: 100, uniqueItems: true }),
  tag: Type.String({ minLength: 1, maxLength: TAG_LENGTH, pattern: PLAIN_TEXT }),
  isOn: Type.Boolean(),
})
export type BuildTags = ModelOf<typeof BuildTagsSchema>
