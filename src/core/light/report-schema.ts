import { Type } from '@sinclair/typebox'
import { Id, oneOf, Percent, PortRefSchema, strict, type ModelOf } from '../schema/schema-kit'
import { SCHOOLS } from '../build/schools'

const Tally = Type.Integer({ minimum: 0 })
const OrNull = <T extends Parameters<typeof Type.Union>[0][number]>(schema: T) => Type.Union([schema, Type.Null()])
const SumSchema = strict({ amps: Type.Number(), unknownCount: Tally })
const EndVolts = OrNull(Type.Number())

const StandInSchema = strict({
  models: Type.Array(strict({ model: Type.String(), ledCount: Tally, unitCount: Tally })),
  declaredCount: Tally,
  darkCount: Tally,
  spillCount: Tally,
})

/** What `./loom light FILE --json` prints; version 1. */
export const LightReportSchema = strict(
  {
    format: Type.Literal('gentle-loom light'),
    version: Type.Literal(1),
    build: strict({ id: Id, name: Type.String() }),
    look: strict({ colour: Type.String({ pattern: '^[0-9A-F]{6}$' }), brightnessPercent: Percent }),
    lines: Type.Array(
      strict({
        at: PortRefSchema,
        name: Type.String(),
        owner: OrNull(oneOf(SCHOOLS.light)),
        /** Of the longest leg; at least so many where a count is unknown. */
        ledCount: Tally,
        unknownCount: Tally,
        mostLedCount: OrNull(Type.Number()),
        framesPerSecond: Type.Number(),
        atLook: SumSchema,
        atWhite: SumSchema,
        /** The brightest white within the headroom of all limits; null where a figure is unknown. */
        brightestWhitePercent: OrNull(Percent),
        declaredCount: OrNull(Tally),
        darkCount: Tally,
        spillCount: Tally,
        standIns: Type.Array(StandInSchema),
        lights: Type.Array(
          strict({
            at: PortRefSchema,
            mark: Type.String(),
            zone: Type.String(),
            fromLed: OrNull(Tally),
            toLed: OrNull(Tally),
            leg: Tally,
            /** At its far end: supply 5 % low, as it should be, 5 % high. */
            lowVolts: EndVolts,
            nominalVolts: EndVolts,
            highVolts: EndVolts,
          }),
        ),
        legs: Type.Array(
          strict({
            marks: Type.Array(Type.String()),
            jumpCount: Tally,
            jumpsMm: OrNull(Type.Number()),
            neighbourPercent: OrNull(Percent),
            swaps: OrNull(Type.Array(Type.Array(Type.String(), { minItems: 2, maxItems: 2 }))),
            /** The program's slots in the order of the case. */
            slots: Type.Array(strict({ slot: Tally, mark: Type.String() })),
          }),
        ),
      }),
    ),
    screens: Type.Array(
      strict({
        itemId: Id,
        mark: Type.String(),
        name: Type.String(),
        rotationDegrees: OrNull(Type.Number()),
        shows: OrNull(Type.String()),
      }),
    ),
  },
  { title: 'What the lights of a build do at a look' },
)
export type LightReport = ModelOf<typeof LightReportSchema>
