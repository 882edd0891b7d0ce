import { Type } from '@sinclair/typebox'
import { PackSchema } from '../build/schema'
import { PartSchema } from '../parts/schema'
import { listOf, strict, type ModelOf } from '../schema/schema-kit'

export const PARTS_FORMAT = 'gentle-loom-parts'
export const PARTS_VERSION = 1
const MOST_PARTS = 200_000

/** Parts and packs of a shelf as one file; packs name parts of the same file, or of the shelf that reads it. */
export const PartsFileSchema = strict(
  {
    format: Type.Literal(PARTS_FORMAT),
    version: Type.Literal(PARTS_VERSION),
    parts: listOf(PartSchema, MOST_PARTS),
    packs: Type.Optional(listOf(PackSchema, MOST_PARTS)),
  },
  { title: 'Gentle Loom parts, version 1' },
)
export type PartsFile = ModelOf<typeof PartsFileSchema>
