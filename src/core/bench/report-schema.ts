import { Type } from '@sinclair/typebox'
import { Id, listOf, Name, oneOf, PortRefSchema, strict, type ModelOf } from '../schema/schema-kit'
import { SIGHT_KINDS, VALUES } from './sight'

const OrNull = <T extends Parameters<typeof Type.Union>[0][number]>(schema: T) => Type.Union([schema, Type.Null()])
const Heat = Type.Record(Type.String(), Type.Number())
const build = strict({ id: Id, name: Type.String() })
const Share = Type.Number({ minimum: 0, maximum: 1 })

/** What `./loom expect FILE --json` prints; version 1. */
export const ExpectSchema = strict(
  {
    format: Type.Literal('gentle-loom expect'),
    version: Type.Literal(1),
    build,
    heatC: Heat,
    /** Stops of damage: with these it must not be switched on. */
    dangers: Type.Array(Type.String()),
    /** The fault that was slipped in; null where all is as planned. */
    fault: OrNull(Type.String()),
    sights: Type.Array(
      strict({
        key: Type.String(),
        kind: oneOf(SIGHT_KINDS),
        at: PortRefSchema,
        text: Type.String(),
        leastRpm: OrNull(Type.Number()),
        mostRpm: OrNull(Type.Number()),
        /** What is seen with the fault in it, held against the plan. */
        seen: oneOf(VALUES),
      }),
    ),
  },
  { title: 'What is to be seen of a build at its first power-on' },
)
export type ExpectReport = ModelOf<typeof ExpectSchema>

/** What `./loom diagnose FILE --seen SEEN --json` prints; version 1. */
export const DiagnoseSchema = strict(
  {
    format: Type.Literal('gentle-loom diagnose'),
    version: Type.Literal(1),
    build,
    /** Stops of damage: with these it must not be switched on. */
    dangers: Type.Array(Type.String()),
    faultCount: Type.Integer({ minimum: 0 }),
    /** What agrees with all that was said, the likeliest first. */
    left: Type.Array(
      strict({
        id: Type.String(),
        /** Two where no single fault explains it, and these two together do. */
        faultCount: Type.Integer({ minimum: 1, maximum: 2 }),
        text: Type.String(),
        cure: Type.String(),
        share: Share,
      }),
    ),
    next: OrNull(
      strict({
        look: Type.String(),
        text: Type.String(),
        isPowerOff: Type.Boolean(),
        costMinutes: Type.Number(),
        bits: Type.Number(),
        answers: Type.Array(strict({ is: Type.String(), text: Type.String(), share: Share })),
      }),
    ),
  },
  { title: 'What may be wrong with a machine, and what to look at next' },
)
export type DiagnoseReport = ModelOf<typeof DiagnoseSchema>

const Spoken = Type.String({ minLength: 1, maxLength: 200 })

/** What a builder has seen, as `./loom diagnose` reads it. */
export const SeenSchema = strict(
  {
    /** `{"at": "F3", "of": "fan", "is": "stands"}`; a reading may give `rpm` instead of `is`. */
    seen: listOf(
      strict({
        of: oneOf(SIGHT_KINDS),
        at: Spoken,
        zone: Type.Optional(Name),
        is: Type.Optional(oneOf(VALUES)),
        rpm: Type.Optional(Type.Number({ minimum: 0, maximum: 100_000 })),
      }),
      1000,
    ),
    /** What looks have found, by the key that the last answer gave: `{"look": "plug t3", "is": "fine"}`. */
    found: Type.Optional(listOf(strict({ look: Spoken, is: Spoken }), 1000)),
  },
  { title: 'What was seen of a machine' },
)
export type SeenFile = ModelOf<typeof SeenSchema>
