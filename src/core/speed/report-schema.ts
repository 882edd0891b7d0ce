import { Type } from '@sinclair/typebox'
import { Id, oneOf, Percent, PortRefSchema, strict, type ModelOf } from '../schema/schema-kit'

const Tally = Type.Integer({ minimum: 0 })
/** What is known of a figure: between these two, or null where nothing is. A level of nothing at all is null, too. */
const Between = Type.Union([
  strict({ least: Type.Union([Type.Number(), Type.Null()]), most: Type.Union([Type.Number(), Type.Null()]) }),
  Type.Null(),
])
const Total = strict({
  least: Type.Union([Type.Number(), Type.Null()]),
  most: Type.Union([Type.Number(), Type.Null()]),
  unknownCount: Tally,
})

const MotorSchema = strict({
  at: PortRefSchema,
  mark: Type.String(),
  isPump: Type.Boolean(),
  head: Type.Union([PortRefSchema, Type.Null()]),
  headName: Type.Union([Type.String(), Type.Null()]),
  control: oneOf(['pwm', 'dc', 'roughDc', 'none', 'unknown'] as const),
  dutyPercent: Type.Union([Percent, Type.Null()]),
  speedRpm: Between,
  ratedRpm: Type.Union([Type.Number(), Type.Null()]),
  /** Where it runs by the preset of its box. */
  presetMostRpm: Type.Optional(Type.Number()),
  flowM3PerH: Between,
  levelDba: Between,
  powerWatts: Between,
})

const CaseSchema = strict({
  itemId: Id,
  mark: Type.String(),
  by: oneOf(['pressure', 'freeFlow'] as const, 'freeFlow is an indication only'),
  inM3PerH: Between,
  outM3PerH: Between,
  /** Above outside. */
  pressurePa: Between,
  leakM3PerH: Between,
  warmingK: Between,
})

/** What `./loom run --json` prints of one moment; version 1. */
export const RunSchema = strict(
  {
    format: Type.Literal('gentle-loom run'),
    version: Type.Literal(1),
    build: strict({ id: Id, name: Type.String() }),
    set: oneOf(['tuned', 'stock'] as const),
    heatC: strict({
      processor: Type.Optional(Type.Number()),
      graphics: Type.Optional(Type.Number()),
      coolant: Type.Optional(Type.Number()),
      board: Type.Optional(Type.Number()),
    }),
    motors: Type.Array(MotorSchema),
    cases: Type.Array(CaseSchema),
    levelDba: Total,
    powerWatts: Total,
    beats: Type.Array(strict({ marks: Type.Array(Type.String()), hertz: Type.Union([Type.Number(), Type.Null()]) })),
  },
  { title: 'How fans and pumps run at some temperatures' },
)
export type RunReport = ModelOf<typeof RunSchema>

/** What `./loom run --log FILE --json` prints of a whole log; version 1. */
export const ReplaySchema = strict(
  {
    format: Type.Literal('gentle-loom replay'),
    version: Type.Literal(1),
    build: strict({ id: Id, name: Type.String() }),
    sampleCount: Tally,
    seconds: Type.Number(),
    sets: Type.Array(
      strict({
        set: oneOf(['tuned', 'stock'] as const),
        turnCount: Tally,
        /** Turns within a minute of the one before. */
        huntCount: Tally,
        largestJumpPercent: Percent,
        loudestDba: Type.Union([Type.Number(), Type.Null()]),
        muteCount: Tally,
        heads: Type.Array(
          strict({
            at: PortRefSchema,
            name: Type.String(),
            turnCount: Tally,
            huntCount: Tally,
            largestJumpPercent: Percent,
            leastDutyPercent: Percent,
            mostDutyPercent: Percent,
          }),
        ),
        left: Type.Array(strict({ at: PortRefSchema, name: Type.String() })),
      }),
    ),
  },
  { title: 'A temperature log run through the curves of a build' },
)
export type ReplayReport = ModelOf<typeof ReplaySchema>
