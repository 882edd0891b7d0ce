import { Type } from '@sinclair/typebox'
import { RAILS, FAMILIES } from '../parts/connectors'
import { Id, oneOf, PortRefSchema, strict, type ModelOf } from '../schema/schema-kit'

const Tally = Type.Integer({ minimum: 0 })
/** A figure that may be missing: null is unknown, never zero. */
const Known = Type.Union([Type.Number(), Type.Null()])
const Places = Type.Array(PortRefSchema)
const States = ['idle', 'within', 'tight', 'over', 'unknown', 'wouldHold'] as const

const TermSchema = strict({
  at: PortRefSchema,
  mark: Type.String(),
  consumerId: Id,
  amps: Known,
  isAssumed: Type.Boolean(),
  /** How many supply leads of one box share it; the whole is counted in `mostAmps` alone. */
  sharedByCount: Type.Optional(Tally),
})

const BudgetSchema = strict({
  id: Type.String(),
  subject: Type.String(),
  at: Places,
  /** The rail whose amps are counted, and every rail that is in the sum. */
  rail: oneOf(RAILS),
  rails: Type.Array(oneOf(RAILS)),
  terms: Type.Array(TermSchema),
  knownAmps: Type.Number(),
  mostAmps: Type.Number(),
  unknownCount: Tally,
  limitAmps: Known,
  limitFrom: oneOf(['part', 'standard', 'nowhere'] as const),
  /** Set where the limit is stated in watts. */
  limitWatts: Type.Optional(Type.Number()),
  headroomPercent: Type.Number(),
  boundAmps: Known,
  state: oneOf(States),
  peakAmps: Known,
  mostPeakAmps: Known,
})

const DevicesSchema = strict({
  subject: Type.String(),
  at: Places,
  motorCount: Tally,
  lightCount: Tally,
  deviceCount: Tally,
})
const LimitedSchema = strict({
  subject: Type.String(),
  at: Places,
  variant: Type.Optional(Type.String()),
  service: Type.Optional(oneOf(['motor', 'light'] as const)),
  deviceCount: Tally,
  limitCount: Type.Number(),
})

const SegmentSchema = strict({
  at: PortRefSchema,
  mark: Type.String(),
  zone: Type.String(),
  /** Index of its first LED, from 0; null where a count before it is unknown. */
  firstLed: Known,
  addressedLedCount: Known,
  litLedCount: Known,
  isMirrored: Type.Boolean(),
  volts: Known,
})
const LineSchema = strict({
  source: PortRefSchema,
  subject: Type.String(),
  /** LEDs that the source has to address: its longest leg; a lower bound where a count is unknown. */
  ledCount: Type.Number(),
  unknownCount: Tally,
  /** LEDs that light, on all legs together; a lower bound where a count is unknown. */
  litLedCount: Type.Number(),
  segments: Type.Array(SegmentSchema),
})

const PlacesSchema = strict({ family: oneOf(FAMILIES), placeCount: Tally, usedCount: Tally, wantedCount: Tally })
const UsbSchema = strict({
  at: PortRefSchema,
  subject: Type.String(),
  knownMilliamps: Type.Number(),
  mostMilliamps: Type.Number(),
  unknownCount: Tally,
  laneCount: Tally,
  usedLaneCount: Tally,
})
const ReachSchema = strict({
  lead: PortRefSchema,
  to: PortRefSchema,
  leadMm: Known,
  wayMm: Known,
  spareMm: Known,
  verdict: oneOf(['yes', 'tight', 'inSight', 'no', 'open'] as const),
})
const CurveSchema = strict({
  at: PortRefSchema,
  subject: Type.String(),
  values: Type.Array(strict({ temperatureC: Type.Number(), dutyPercent: Type.Number() })),
})

/** What `./loom figures` prints: every figure that the check rests on. */
export const FiguresSchema = strict(
  {
    format: Type.Literal('gentle-loom-figures'),
    version: Type.Literal(1),
    build: strict({ id: Id, name: Type.String(), revision: Tally }),
    budgets: Type.Array(BudgetSchema),
    devices: Type.Array(DevicesSchema),
    deviceLimits: Type.Array(LimitedSchema),
    lights: Type.Array(LineSchema),
    places: Type.Array(PlacesSchema),
    usb: Type.Array(UsbSchema),
    reach: Type.Array(ReachSchema),
    curves: Type.Array(CurveSchema),
  },
  { title: 'Gentle Loom figures, version 1' },
)
export type Figures = ModelOf<typeof FiguresSchema>

/** What `./loom explain --json` prints: the way of one port with every sum on it. */
export const ExplainSchema = strict(
  {
    format: Type.Literal('gentle-loom-explain'),
    version: Type.Literal(1),
    at: PortRefSchema,
    subject: Type.String(),
    /** The same in sentences, as the command prints them. */
    lines: Type.Array(Type.String()),
    ways: Type.Array(
      strict({
        rail: oneOf(RAILS),
        end: oneOf(['source', 'loose', 'nowhere', 'ring'] as const),
        ports: Places,
        budgets: Type.Array(BudgetSchema),
      }),
    ),
  },
  { title: 'Gentle Loom explanation, version 1' },
)
export type Explanation = ModelOf<typeof ExplainSchema>
