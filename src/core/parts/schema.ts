import { Type } from '@sinclair/typebox'
import {
  Count,
  Currency,
  figure,
  Id,
  LIMITS,
  listOf,
  Name,
  Note,
  oneOf,
  strict,
  tagged,
  type ModelOf,
} from '../schema/schema-kit'
import { ENDS, FAMILIES, RAILS, WIRES } from './connectors'
import { FIXINGS, KINDS } from './kinds'

const Amps = figure(1000)
const Watts = figure(10000)
const Milliamps = figure(1000000)
const Millimetres = figure(20000)
const Milliseconds = figure(60000)
const RailName = oneOf(RAILS)
const WireName = oneOf(WIRES)
const PortIds = Type.Array(Id, { minItems: 1, maxItems: LIMITS.portsPerPart, uniqueItems: true })
const FewPortIds = Type.Array(Id, { maxItems: LIMITS.portsPerPart, uniqueItems: true })

const ConnectorSchema = strict({
  family: oneOf(FAMILIES),
  end: oneOf(ENDS, "gender of the contacts, not of the plug's shell"),
  maker: Type.Optional(Name),
  generation: Type.Optional(Name),
  variant: Type.Optional(Name),
  label: Type.Optional(Name),
})

/** A cable that belongs to the part. Several ports may hang on one lead: then it forks. */
const LeadSchema = strict({ id: Id, lengthMm: Type.Optional(Millimetres), gaugeAwg: Type.Optional(figure(40)) })

const PortSchema = strict(
  {
    id: Id,
    name: Name,
    connector: ConnectorSchema,
    wires: Type.Array(WireName, { minItems: 1, maxItems: WIRES.length, uniqueItems: true }),
    side: oneOf(['takes', 'gives'] as const, 'takes supply or commands from the other end, or gives them'),
    lead: Type.Optional(
      strict({ leadId: Id, lengthFromForkMm: Type.Optional(Millimetres), gaugeAwg: Type.Optional(figure(40)) }),
    ),
    need: Type.Optional(
      oneOf(
        ['required', 'optional', 'onward'] as const,
        'what it means for a lead to stay loose; onward is for the next device',
      ),
    ),
    lanes: Type.Optional(
      strict({ count: Type.Integer({ minimum: 1, maximum: 8 }), covers: Type.Integer({ minimum: 1, maximum: 8 }) }),
    ),
    modes: Type.Optional(
      Type.Array(oneOf(['pwm', 'dc', 'auto'] as const), { minItems: 1, maxItems: 3, uniqueItems: true }),
    ),
    role: Type.Optional(
      oneOf(['cpu', 'cpuOptional', 'pump', 'case'] as const, 'what the firmware expects of this header'),
    ),
    /** Where a header sits on its board, from the corner at the front and the floor. */
    spot: Type.Optional(strict({ xMm: Millimetres, yMm: Millimetres })),
    contactMilliohm: Type.Optional(figure(10000)),
    bareContacts: Type.Optional(Type.Boolean()),
    look: Type.Optional(strict({ colour: Type.Optional(Name), print: Type.Optional(Name), clip: Type.Optional(Name) })),
  },
  { $id: 'Port' },
)
export type Port = ModelOf<typeof PortSchema>

/** The same copper: amps add, signals are shared. */
const JoinsSchema = strict({
  type: Type.Literal('joins'),
  ports: Type.Array(Id, { minItems: 2, maxItems: LIMITS.portsPerPart, uniqueItems: true }),
  wires: Type.Array(WireName, { minItems: 1, maxItems: WIRES.length, uniqueItems: true }),
})

/** The rare active adapter that makes one rail out of another. */
const ConvertsSchema = strict({
  type: Type.Literal('converts'),
  from: strict({ portId: Id, wire: WireName }),
  to: strict({ portId: Id, wire: WireName }),
  efficiencyPercent: Type.Optional(figure(100)),
})

/** The outlets' rail comes from these feeds, not from the signal's header. Without feeds the part is the source itself. */
const PowersSchema = strict({
  type: Type.Literal('powers'),
  feeds: FewPortIds,
  rail: RailName,
  outlets: PortIds,
  unfed: Type.Optional(
    strict({ then: oneOf(['dead', 'drawsFromInput', 'unknown'] as const), inputPortId: Type.Optional(Id) }),
  ),
})

const RepeatsSchema = strict({
  type: Type.Literal('repeats'),
  signal: oneOf(['speed', 'light'] as const),
  from: Id,
  to: PortIds,
  passes: oneOf(
    ['pwm', 'dc', 'both', 'pwmToDc', 'data', 'unknown'] as const,
    'pwmToDc: a PWM command comes in, and a voltage by it goes out',
  ),
})

const ReportsSchema = strict({ type: Type.Literal('reports'), outlet: Id, input: Id })

/** A command of its own for each outlet, or one for all of them when `together`. */
const DrivesSchema = strict({
  type: Type.Literal('drives'),
  signal: oneOf(['speed', 'light'] as const),
  outlets: PortIds,
  together: Type.Boolean(),
  waitsForTach: Type.Optional(Type.Boolean()),
  needsProgram: Type.Optional(Type.Boolean()),
  /** Models that its program knows by name, with the LEDs of one unit: what a light of another maker is declared as. */
  models: Type.Optional(listOf(strict({ name: Name, ledCount: Count }), 64)),
  driveMilliamps: Type.Optional(Milliamps),
  staggerMs: Type.Optional(Milliseconds),
})

const FollowsSchema = strict({
  type: Type.Literal('follows'),
  signal: oneOf(['speed', 'light'] as const),
  input: Id,
  outlets: PortIds,
  setting: Type.Optional(Name),
})

const MotorSchema = strict({
  type: Type.Literal('motor'),
  id: Id,
  port: Id,
  tachPort: Type.Optional(Id),
  rail: RailName,
  ratedAmps: Type.Optional(Amps),
  ratedWatts: Type.Optional(Watts),
  startAmps: Type.Optional(Amps),
  startMs: Type.Optional(Milliseconds),
  /** How its current falls from the start to running: not before `startMs` is over, or evenly meanwhile. */
  startShape: Type.Optional(oneOf(['full', 'falling'] as const)),
  leastRpm: Type.Optional(figure(100000)),
  mostRpm: Type.Optional(figure(100000)),
  startDutyPercent: Type.Optional(figure(100)),
  stopsAtZeroDuty: Type.Optional(Type.Boolean()),
  pump: Type.Optional(Type.Boolean()),
  flowM3PerH: Type.Optional(figure(10000)),
  noiseDba: Type.Optional(figure(150)),
})

const LightSchema = strict({
  type: Type.Literal('light'),
  id: Id,
  zone: Name,
  rail: RailName,
  input: Id,
  output: Type.Optional(Id),
  control: oneOf(['eachLed', 'oneColour'] as const),
  addressedLedCount: Type.Optional(figure(10000)),
  litLedCount: Type.Optional(figure(10000)),
  whiteMilliampsPerLed: Type.Optional(Milliamps),
  idleMilliampsPerLed: Type.Optional(Milliamps),
  ratedAmps: Type.Optional(Amps),
  ratedWatts: Type.Optional(Watts),
  leastVolts: Type.Optional(figure(60)),
  resetMicroseconds: Type.Optional(figure(100000)),
  trackMilliohm: Type.Optional(figure(1000000)),
})

/** What reports by pulses without turning anything: a flow meter, a sensor in the loop. */
const SensorSchema = strict({ type: Type.Literal('sensor'), id: Id, port: Id })

/** Anything else that draws: a screen, a box's own brain. */
const DrawSchema = strict({
  type: Type.Literal('draw'),
  id: Id,
  port: Id,
  rail: RailName,
  ratedAmps: Type.Optional(Amps),
  ratedWatts: Type.Optional(Watts),
})

const UsbSchema = strict({
  type: Type.Literal('usb'),
  up: Type.Optional(Id),
  down: FewPortIds,
  drawMilliamps: Type.Optional(Milliamps),
  portMilliamps: Type.Optional(Milliamps),
})

/** One limit, or several that hold for the same ports: for each of them, or for all of them together. */
const LimitSchema = strict({
  type: Type.Literal('limit'),
  ports: PortIds,
  holds: oneOf(['each', 'together'] as const),
  name: Type.Optional(Name),
  rail: Type.Optional(RailName),
  service: Type.Optional(oneOf(['motor', 'light'] as const)),
  variant: Type.Optional(Name),
  mostAmps: Type.Optional(Amps),
  /** In watts: of its rail, or where none is named of all rails of the ports together. */
  mostWatts: Type.Optional(Watts),
  mostPeakAmps: Type.Optional(Amps),
  mostDeviceCount: Type.Optional(figure(10000)),
  mostLedCount: Type.Optional(figure(100000)),
  /** Most units of a model that the program of a box lets one declare on a channel. */
  mostUnitCount: Type.Optional(figure(10000)),
  extraFeedAboveCount: Type.Optional(figure(10000)),
})

const CascadeSchema = strict({
  type: Type.Literal('cascade'),
  by: oneOf(['switches', 'bridge', 'either'] as const),
  family: Type.Optional(Name),
  ports: FewPortIds,
  mostBoxCount: Type.Optional(figure(64)),
  /** Switches on the box that show its number in binary, the first one counting 1. */
  switchCount: Type.Optional(figure(8)),
})

const RelationSchema = tagged(
  'type',
  [
    JoinsSchema,
    ConvertsSchema,
    PowersSchema,
    RepeatsSchema,
    ReportsSchema,
    DrivesSchema,
    FollowsSchema,
    MotorSchema,
    LightSchema,
    SensorSchema,
    DrawSchema,
    UsbSchema,
    LimitSchema,
    CascadeSchema,
  ] as const,
  'Relation',
)
export type Relation = ModelOf<typeof RelationSchema>
export type RelationOf<T extends Relation['type']> = Extract<Relation, { readonly type: T }>

const MechanicalSchema = strict({
  sizeMm: Type.Optional(figure(2000)),
  thicknessMm: Type.Optional(figure(500)),
  blades: Type.Optional(oneOf(['standard', 'reverse'] as const)),
  arrowPrinted: Type.Optional(Type.Boolean()),
  hoseMm: Type.Optional(Millimetres),
  /** A cooler's radiator: for how many fans of which size. */
  radiatorFanSizeMm: Type.Optional(figure(2000)),
  radiatorFanCount: Type.Optional(figure(12)),
  fixing: Type.Optional(oneOf(FIXINGS)),
  /** A box with buttons of its own, that is worked by hand. */
  isHandWorked: Type.Optional(Type.Boolean()),
})

/** What a panel of a case can hold; of its layouts one is in use at a time. */
const LayoutSchema = strict({
  id: Id,
  holds: oneOf(['fans', 'radiator'] as const),
  sizeMm: figure(2000),
  placeCount: Type.Integer({ minimum: 1, maximum: 12 }),
  /** Where its first place begins, from the front or the floor; in the middle of the panel where it is not said. */
  startMm: Type.Optional(Millimetres),
  /** Its middle line, from the tray (on the side panel: from the floor); in the middle where it is not said. */
  acrossMm: Type.Optional(Millimetres),
})
const SIDES = ['front', 'top', 'back', 'bottom', 'side'] as const
const PanelSchema = strict({
  id: Id,
  name: Name,
  side: oneOf(SIDES),
  depthMm: Type.Optional(Millimetres),
  layouts: Type.Array(LayoutSchema, { minItems: 1, maxItems: 8 }),
})

/** The inside of a case; x runs from the front to the rear, y from the floor up, z from the tray to the side panel. */
const SpaceSchema = strict({
  depthMm: Millimetres,
  heightMm: Millimetres,
  widthMm: Millimetres,
  /** Where the board's corner at the rear and the roof stands on the tray: boards of all sizes have it in common. */
  board: Type.Optional(strict({ xMm: Millimetres, yMm: Millimetres })),
  /** Holes in the tray, to the space behind it. */
  holes: Type.Optional(listOf(strict({ id: Id, xMm: Millimetres, yMm: Millimetres }), 64)),
  /** Where boxes and lights may be fixed, on the tray or behind it. */
  spots: Type.Optional(
    listOf(
      strict({
        id: Id,
        name: Name,
        xMm: Millimetres,
        yMm: Millimetres,
        isBehind: Type.Boolean(),
        isInReach: Type.Optional(Type.Boolean()),
      }),
      64,
    ),
  ),
})

/** The outline of a board, and where its processor sits; from the corner at the front and the floor, as its headers. */
const OutlineSchema = strict({
  depthMm: Millimetres,
  heightMm: Millimetres,
  processor: Type.Optional(strict({ xMm: Millimetres, yMm: Millimetres })),
})

export const PriceSchema = strict({ cents: Type.Integer({ minimum: 0, maximum: 100000000 }), currency: Currency })

export const PartSchema = strict(
  {
    id: Id,
    name: Name,
    kind: oneOf(KINDS),
    maker: Type.Optional(Name),
    markPrefix: Type.Optional(Type.String({ pattern: '^[A-Z]{1,4}$' })),
    note: Type.Optional(Note),
    shelf: Type.Optional(strict({ partId: Id, revision: Count })),
    leads: Type.Optional(listOf(LeadSchema, LIMITS.portsPerPart)),
    ports: Type.Array(PortSchema, { maxItems: LIMITS.portsPerPart }),
    inside: listOf(RelationSchema, LIMITS.relationsPerPart),
    mechanical: Type.Optional(MechanicalSchema),
    panels: Type.Optional(listOf(PanelSchema, 24)),
    space: Type.Optional(SpaceSchema),
    outline: Type.Optional(OutlineSchema),
    construction: Type.Optional(oneOf(['moulded', 'crimped'] as const, 'how a cable end is made')),
    price: Type.Optional(PriceSchema),
  },
  { $id: 'Part', title: 'Part' },
)
export type Part = ModelOf<typeof PartSchema>
