import { Type, type Static, type TObject, type TProperties, type TSchema } from '@sinclair/typebox'

/** The schemas are the source of the model's types; everything inside the core is read-only. */
export type DeepReadonly<T> = T extends readonly (infer U)[]
  ? readonly DeepReadonly<U>[]
  : T extends object
    ? { readonly [K in keyof T]: DeepReadonly<T[K]> }
    : T

export type ModelOf<T extends TSchema> = DeepReadonly<Static<T>>

export const LIMITS = {
  nameLength: 120,
  noteLength: 2000,
  portsPerPart: 128,
  relationsPerPart: 256,
  partsPerBuild: 600,
  itemsPerBuild: 4000,
  threadsPerBuild: 8000,
  editsPerSave: 2000,
  /** The body of a request that is no file. */
  requestBytes: 4 * 1024 * 1024,
  /** A build as a file; no edit makes a build whose file would be larger. */
  fileBytes: 24 * 1024 * 1024,
  partsFileBytes: 64 * 1024 * 1024,
  nestingDepth: 40,
} as const

/** Refuses control characters and lone surrogates, which neither people nor the store can read. */
export const PLAIN_TEXT = '^[^\\p{Cc}\\p{Cs}]*$'
const PLAIN_LINES = '^(?:[^\\p{Cc}\\p{Cs}]|\\n)*$'
const ID = '^[A-Za-z0-9_-]+$'

/**
 * A JSON object that refuses keys it does not know. One with an `$id` is written once and referred to by that name wherever it is used.
 */
export function strict<T extends TProperties>(properties: T, options: Record<string, unknown> = {}): TObject<T> {
  return Type.Object(properties, { additionalProperties: false, ...options })
}

export function oneOf<const T extends readonly string[]>(values: T, description?: string) {
  return Type.Unsafe<T[number]>({ type: 'string', enum: values, ...(description === undefined ? {} : { description }) })
}

/** A union told apart by one key, so that an error speaks of the branch that was meant. */
export function tagged<T extends readonly TObject[]>(key: string, branches: T, $id?: string) {
  return Type.Unsafe<Static<T[number]>>({
    type: 'object',
    discriminator: { propertyName: key },
    oneOf: [...branches],
    ...($id === undefined ? {} : { $id }),
  })
}

export const Id = Type.String({ minLength: 1, maxLength: 64, pattern: ID })
/** A thread's id may be made of the ids of its ends, so it has room for both. */
export const ThreadId = Type.String({ minLength: 1, maxLength: 160, pattern: ID })
export const Name = Type.String({ minLength: 1, maxLength: LIMITS.nameLength, pattern: PLAIN_TEXT })
export const Note = Type.String({ maxLength: LIMITS.noteLength, pattern: PLAIN_LINES })
export const Currency = Type.String({ pattern: '^[A-Z]{3}$', description: 'ISO 4217 code' })
export const Count = Type.Integer({ minimum: 0, maximum: 100000 })
export const Percent = Type.Number({ minimum: 0, maximum: 100 })

/** Where a figure comes from. The weak ones may find a fault but never clear one. */
export const ORIGINS = ['label', 'manual', 'measured', 'maker', 'template', 'guess'] as const
export type Origin = (typeof ORIGINS)[number]

/** A figure with its origin; its unit stands in the name of the property that holds it. Absent means unknown. */
export function figure(most: number) {
  return strict(
    { value: Type.Number({ minimum: 0, maximum: most }), origin: oneOf(ORIGINS) },
    { $id: `FigureUpTo${most}` },
  )
}
export type Figure = { readonly value: number; readonly origin: Origin }

export function listOf<T extends TSchema>(item: T, most: number) {
  return Type.Array(item, { maxItems: most })
}

export const PortRefSchema = strict({ itemId: Id, portId: Id }, { $id: 'PortRef' })
export type PortRef = ModelOf<typeof PortRefSchema>
