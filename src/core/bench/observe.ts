import { portKey, type PortKey } from '../build/refs'
import type { RelationOf } from '../parts/schema'
import type { PortRef } from '../schema/schema-kit'
import type { Harness } from '../operate/harness'
import { exactly, type Bounds } from '../operate/motor-speed'
import { motorsRun, type Heat, type MotorRun } from '../speed/motors-run'
import { railsReaching } from '../structure/power/volts'
import type { Segment } from '../structure/signal/lights'
import { programmed } from '../structure/wiring/part-facts'
import type { PlacedPort } from '../structure/wiring/wiring'
import { NO_AILS, type Ails } from './ails'
import { sightKey, speedAgainst, type Observation, type Sight, type Value } from './sight'

/** How a motor is seen to run. */
export interface Motion {
  /** The key of its sight; of a sensor, which turns nothing, none. */
  readonly key: string
  readonly stands: boolean
  readonly rpm: Bounds | undefined
  /** By whose command and how; `itself` at full speed. */
  readonly by: string
  /** Whether nobody can say what it does: its box is not told anything, and its part does not say what it does then. */
  readonly isOpen: boolean
}

/** How a light is seen to shine. */
export interface Shine {
  readonly isFed: boolean
  /** The source that alone rules it; none, or several. */
  readonly source: PortKey | 'none' | 'several'
  readonly firstLed: number | undefined
  readonly isBroken: boolean
  readonly isBehindBroken: boolean
  /** Whether its box was told of other lights than hang there. */
  readonly isMisdeclared: boolean
  readonly isStarved: boolean
}

/** What a machine does, before it is held against its plan. */
export interface State {
  readonly motions: ReadonlyMap<string, Motion>
  readonly readings: ReadonlyMap<string, readonly Motion[]>
  readonly shines: ReadonlyMap<string, Shine>
  readonly unseen: ReadonlySet<string>
  readonly clashing: ReadonlySet<string>
  readonly complaining: ReadonlySet<string>
  readonly turnedRound: ReadonlySet<string>
}

const lightKey = (at: PortRef, zone: string) => sightKey('light', at, zone)
const boxLeads = (harness: Harness) => harness.usb().devices

function isFedBox(harness: Harness, itemId: string): boolean {
  const { powers } = harness.factsOfItem(itemId).all
  const feeds = powers.flatMap((one) => one.feeds.map((portId) => ({ portId, rail: one.rail })))
  return (
    feeds.length === 0 || feeds.some(({ portId, rail }) => railsReaching(harness, { itemId, portId }, rail).length > 0)
  )
}

/** Boxes that no program sees: not fed, not reached over USB, at a dead port, or without their program. */
function unseenBoxes(harness: Harness, ails: Ails): ReadonlySet<string> {
  const unseen = boxLeads(harness).filter(
    ({ lead, reaches }) =>
      !reaches ||
      ails.unheard.has(lead.key) ||
      ails.withoutProgram.has(lead.item.id) ||
      !isFedBox(harness, lead.item.id),
  )
  return new Set([...unseen.map(({ lead }) => lead.item.id), ...ails.withoutProgram])
}

/** What a box does that nobody tells anything: undefined where its part does not say. */
type Alone = RelationOf<'drives'>['alone'] | 'isTold'

/** How a source of commands is told what to do: a board always, a box while it needs no program or has it. */
function aloneAt({ facts, item, port }: PlacedPort, unseen: ReadonlySet<string>): Alone {
  if (!unseen.has(item.id) || programmed(facts) === undefined) return 'isTold'
  const alone = facts.all.drives.find(({ outlets }) => outlets.includes(port.id))?.alone
  return alone === 'keepsLast' ? 'isTold' : alone
}

const isTold = (placed: PlacedPort, unseen: ReadonlySet<string>) => aloneAt(placed, unseen) === 'isTold'

type Bare = Omit<Motion, 'key'>
const STANDS: Bare = { stands: true, rpm: undefined, by: 'none', isOpen: false }
const FULL: Omit<Bare, 'rpm'> = { stands: false, by: 'itself', isOpen: false }

function motionOf(harness: Harness, run: MotorRun | undefined, ails: Ails, unseen: ReadonlySet<string>): Bare {
  if (run === undefined) return STANDS
  const { command, head, rpm, ratedRpm } = run
  const key = portKey(command.at)
  const waits =
    head !== undefined &&
    head.placed.facts.all.drives.some((r) => r.waitsForTach === true && r.outlets.includes(head.at.portId)) &&
    !isHeard(harness, head.at, ails)
  const isStill = rpm !== undefined && rpm.most <= 0
  if (!command.isFed || ails.standing.has(key) || waits || isStill) return STANDS
  const alone = head === undefined ? 'isTold' : aloneAt(head.placed, unseen)
  if (alone === 'off') return STANDS
  if (alone === 'full') return { ...FULL, rpm: ratedRpm === undefined ? undefined : exactly(ratedRpm) }
  if (alone !== 'isTold') return { stands: false, rpm: undefined, by: 'its box alone', isOpen: alone === undefined }
  const by = head === undefined || command.control === 'none' ? 'itself' : `${portKey(head.at)} ${command.control}`
  return { stands: false, rpm, by, isOpen: false }
}

/** Whether anything at an outlet gives a pulse to begin with: a motor that stands gives none. */
const isHeard = (harness: Harness, at: PortRef, ails: Ails): boolean =>
  (harness.tach().readingAt(at)?.reporters ?? []).some(({ at: lead }) => {
    const motors = reportersAt(harness, lead)
    const isMute = (motor: PortRef) => ails.silent.has(portKey(motor)) || ails.standing.has(portKey(motor))
    return motors.length === 0 || motors.some((motor) => !isMute(motor))
  })

/** The motors that report at a lead: of one part it is that whose tach comes out there. */
function reportersAt(harness: Harness, at: PortRef): readonly PortRef[] {
  const { motor } = harness.factsOfItem(at.itemId).all
  return motor
    .filter(({ port, tachPort }) => (tachPort ?? port) === at.portId)
    .map(({ port }) => ({ itemId: at.itemId, portId: port }))
}

const SENSOR: Motion = { key: '', stands: false, rpm: undefined, by: 'sensor', isOpen: false }

function readingsOf(harness: Harness, motions: State['motions'], ails: Ails, unseen: ReadonlySet<string>) {
  return harness.tach().readings.map(({ at, placed, reporters }): readonly [string, readonly Motion[]] => {
    const key = sightKey('reading', at)
    if (ails.deaf.has(placed.key) || (unseen.has(placed.item.id) && programmed(placed.facts) !== undefined))
      return [key, []]
    const heard = reporters.flatMap(({ at: lead }): readonly Motion[] => {
      const motors = reportersAt(harness, lead)
      if (motors.length === 0) return [SENSOR]
      return motors.flatMap((motor) => {
        const motion = motions.get(sightKey('fan', motor))
        return motion === undefined || motion.stands || ails.silent.has(portKey(motor)) ? [] : [motion]
      })
    })
    return [key, heard]
  })
}

function shinesOf(harness: Harness, ails: Ails, unseen: ReadonlySet<string>): State['shines'] {
  const { lights, lines, sourcesOf } = harness.lights()
  const segments = new Map<string, Segment>(
    lines.flatMap((line) => line.segments.map((one) => [lightKey(one.at, one.light.zone), one] as const)),
  )
  const isBroken = (one: Segment) => ails.broken.has(lightKey(one.at, one.light.zone))
  return new Map(
    lights.map((light) => {
      const key = lightKey(light.at, light.light.zone)
      const all = sourcesOf(light)
      const sources = all.filter((source) => isTold(source, unseen))
      const isOff = all.length > 0 && all.every((source) => aloneAt(source, unseen) === 'off')
      const segment = segments.get(key)
      let isBehindBroken = false
      for (let one = segment?.before; one !== undefined; one = one.before) isBehindBroken ||= isBroken(one)
      const shine: Shine = {
        isFed: !isOff && railsReaching(harness, light.at, light.light.rail).length > 0,
        source: sources.length > 1 ? 'several' : (sources[0]?.key ?? 'none'),
        firstLed: segment?.firstLed,
        isBroken: ails.broken.has(key),
        isBehindBroken,
        isMisdeclared: sources.some(({ key: source }) => ails.misdeclared.has(source)),
        isStarved: ails.starved.has(key),
      }
      return [key, shine] as const
    }),
  )
}

function complainingBoards(harness: Harness, readings: State['readings']): ReadonlySet<string> {
  const blind = harness.ports.filter(
    ({ ref, port }) =>
      port.role === 'cpu' &&
      harness.choices.blindReasonAt(ref) === undefined &&
      (readings.get(sightKey('reading', ref)) ?? []).length === 0,
  )
  return new Set(blind.map(({ item }) => item.id))
}

/** What a machine does at these temperatures, some while after power-on. */
export function stateOf(harness: Harness, heat: Heat, ails: Ails = NO_AILS): State {
  const unseen = unseenBoxes(harness, ails)
  const runs = new Map(motorsRun(harness, { heat }).map((run) => [portKey(run.command.at), run]))
  const motions = new Map(
    harness.items.flatMap(({ id: itemId }) =>
      harness.factsOfItem(itemId).all.motor.map(({ port }) => {
        const at = { itemId, portId: port }
        const key = sightKey('fan', at)
        return [key, { key, ...motionOf(harness, runs.get(portKey(at)), ails, unseen) }] as const
      }),
    ),
  )
  const readings = new Map(readingsOf(harness, motions, ails, unseen))
  return {
    motions,
    readings,
    shines: shinesOf(harness, ails, unseen),
    unseen,
    clashing: ails.clashing,
    complaining: complainingBoards(harness, readings),
    turnedRound: ails.turnedRound,
  }
}

/** The boxes of a cascade that were given a number, in the order of the build. */
export const addressed = (harness: Harness): readonly string[] =>
  harness.items.map(({ id }) => id).filter((id) => harness.choices.addressOf(id) !== undefined)

/** Whether something in a place of a case moves air in a direction that is known. */
export function blows(harness: Harness, itemId: string): boolean {
  const place = harness.placeOf(itemId)
  const isKnown = place?.mounted !== undefined && place.flow.direction !== 'unknown'
  return isKnown && harness.factsOfItem(itemId).all.motor.length > 0
}

/** Everything of a machine that can be looked at without touching it. */
export function sightsOf(harness: Harness): readonly Sight[] {
  const anyPort = (itemId: string) => ({ itemId, portId: harness.factsOfItem(itemId).part.ports[0]!.id })
  const ofItems = harness.items.flatMap(({ id: itemId }): readonly Sight[] => {
    const { all, part } = harness.factsOfItem(itemId)
    const at = part.ports.length === 0 ? undefined : anyPort(itemId)
    const isBoard = part.ports.some(({ role }) => role === 'cpu')
    return [
      ...(isBoard ? [{ key: sightKey('board', at!), kind: 'board', at: at! } as const] : []),
      ...all.motor.map(({ port }) => {
        const ref = { itemId, portId: port }
        return { key: sightKey('fan', ref), kind: 'fan', at: ref } as const
      }),
      ...all.light.map(({ input, zone }) => {
        const ref = { itemId, portId: input }
        return { key: lightKey(ref, zone), kind: 'light', at: ref, zone } as const
      }),
      ...(blows(harness, itemId) ? [{ key: sightKey('air', at!), kind: 'air', at: at! } as const] : []),
    ]
  })
  const byUsb = boxLeads(harness).map(({ lead }) => lead.ref)
  const byNumber = addressed(harness)
    .filter((itemId) => !byUsb.some((ref) => ref.itemId === itemId))
    .map(anyPort)
  const boxes = [...byUsb, ...byNumber].map((at) => ({ key: sightKey('box', at), kind: 'box', at }) as const)
  const readings = harness
    .tach()
    .readings.map(({ at }) => ({ key: sightKey('reading', at), kind: 'reading', at }) as const)
  return [...ofItems, ...boxes, ...readings]
}

function motionAgainst(now: Motion, plan: Motion): Value {
  if (now.isOpen) return 'unknown'
  if (now.stands || plan.stands) return now.stands === plan.stands ? 'asPlanned' : now.stands ? 'stands' : 'moves'
  if (now.rpm !== undefined && plan.rpm !== undefined) return speedAgainst(now.rpm, plan.rpm)
  if (now.by === plan.by) return 'asPlanned'
  return now.by === 'itself' ? 'faster' : 'turns'
}

function readingAgainst(now: readonly Motion[], plan: readonly Motion[]): Value {
  if (now.length === 0) return plan.length === 0 ? 'asPlanned' : 'nothing'
  if (plan.length === 0) return 'moves'
  if (now.length > 1 || plan.length > 1) return now.length === plan.length ? 'asPlanned' : 'mixed'
  return motionAgainst(now[0]!, plan[0]!)
}

/** How a light is seen to shine, held against its plan. */
export function shineAgainst(now: Shine | undefined, plan: Shine | undefined): Value {
  if (now?.isFed !== true) return plan?.isFed === true ? 'dark' : 'asPlanned'
  const isElsewhere = now.source !== plan?.source || now.firstLed !== plan.firstLed
  if (isElsewhere || now.isBehindBroken || now.isMisdeclared) return 'astray'
  if (now.isBroken) return 'partly'
  return now.isStarved ? 'yellow' : 'asPlanned'
}

/** What is seen of a machine, sight by sight, held against what it does when it is as planned. */
export function observationOf(sights: readonly Sight[], now: State, plan: State): Observation {
  const valueOf = ({ kind, key, at }: Sight): Value => {
    switch (kind) {
      case 'fan':
        return motionAgainst(now.motions.get(key)!, plan.motions.get(key)!)
      case 'reading':
        return readingAgainst(now.readings.get(key) ?? [], plan.readings.get(key) ?? [])
      case 'light':
        return shineAgainst(now.shines.get(key), plan.shines.get(key))
      case 'box':
        if (now.clashing.has(at.itemId)) return 'clashes'
        return now.unseen.has(at.itemId) === plan.unseen.has(at.itemId) ? 'asPlanned' : 'unseen'
      case 'board':
        return now.complaining.has(at.itemId) === plan.complaining.has(at.itemId) ? 'asPlanned' : 'complains'
      case 'air':
        return now.turnedRound.has(at.itemId) ? 'wrongWay' : 'asPlanned'
      default:
        return kind satisfies never
    }
  }
  return new Map(sights.map((sight) => [sight.key, valueOf(sight)]))
}
