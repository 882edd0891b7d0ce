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
import { ALONE, KINDS } from './kinds'
import {
  CubicMetresPerHour,
  MechanicalSchema,
  Millimetres,
  OutlineSchema,
  PanelSchema,
  Pascal,
  ProgramSchema,
  ScreenSchema,
  Share,
  SpaceSchema,
} from './shape-schema'

const Amps = figure(1000)
const Watts = figure(10000)
const Milliamps = figure(1000000)
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
  /** What it does with its outlets while no program tells it: from its manual; unknown where nothing is said. */
  alone: Type.Optional(oneOf(ALONE)),
  /** Models that its program knows by name, with the LEDs of one unit: what a light of another maker is declared as. */
  models: Type.Optional(listOf(strict({ name: Name, ledCount: Count }), 64)),
  /** Whether several models may be declared one after the other on one outlet. */
  mixesModels: Type.Optional(Type.Boolean()),
  driveMilliamps: Type.Optional(Milliamps),
  staggerMs: Type.Optional(Milliseconds),
  /** Where it runs by its own preset: the most speed that it lets the fan have whose report it reads. */
  presetMostRpm: Type.Optional(figure(100000)),
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
  /** At which a standing motor begins to turn; one that turns goes down to `leastDutyPercent`. */
  startDutyPercent: Type.Optional(figure(100)),
  leastDutyPercent: Type.Optional(figure(100)),
  /** Whether it stands below its least duty, or keeps its least speed. */
  stopsAtZeroDuty: Type.Optional(Type.Boolean()),
  /** The same two of a motor that is told by its volts. */
  startVolts: Type.Optional(figure(60)),
  stopVolts: Type.Optional(figure(60)),
  bladeCount: Type.Optional(figure(99)),
  pump: Type.Optional(Type.Boolean()),
  /** At no pressure. */
  flowM3PerH: Type.Optional(CubicMetresPerHour),
  /** At no flow. */
  mostPressurePa: Type.Optional(Pascal),
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
  /** Of the whole light, from its first LED to its last. */
  trackMilliohm: Type.Optional(figure(1000000)),
  /** How its LEDs sit: around the middle of its frame, in a row, or each at a point of its own. */
  shape: Type.Optional(oneOf(['ring', 'line', 'points'] as const)),
  /** Which faces of its frame it shines from. */
  litFaces: Type.Optional(oneOf(['open', 'struts', 'both'] as const)),
  /** Of a ring: its first LED, in quarter turns from the lead corner, the way the ring goes. */
  startTurns: Type.Optional(figure(4)),
  /** Of a ring, seen from the face it shines from. */
  isClockwise: Type.Optional(Type.Boolean()),
  /** Of a ring: its width as a share of the frame's. */
  shapePercent: Type.Optional(figure(100)),
  /** Of a row: from end to end. */
  shapeMm: Type.Optional(Millimetres),
  /** Of a row: its first and last LED sit at its ends, instead of in the middle of equal cells. */
  isEndToEnd: Type.Optional(Type.Boolean()),
  /** Each LED seen from the lit face with the lead corner at the lower left: to the right and up, from 0 to 1. */
  points: Type.Optional(listOf(strict({ rightShare: Share, upShare: Share }), 1024)),
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
    screens: Type.Optional(listOf(ScreenSchema, 4)),
    /** Of a box: what has to be installed for it. Of a board: its firmware alone. */
    program: Type.Optional(ProgramSchema),
    construction: Type.Optional(oneOf(['moulded', 'crimped'] as const, 'how a cable end is made')),
    price: Type.Optional(PriceSchema),
  },
  { $id: 'Part', title: 'Part' },
)
export type Part = ModelOf<typeof PartSchema>
