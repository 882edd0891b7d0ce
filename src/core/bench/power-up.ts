import { exactly, type Bounds } from '../operate/motor-speed'
import { startOf } from '../operate/motors'
import type { BenchFault } from './faults'
import { programFault } from './faults-of'
import { shineAgainst, type Motion, type State } from './observe'
import { sightKey } from './sight'
import { harnessWith, stateWith, type Rehearsal } from './simulate'

/**
 * When what happens after the button is pressed, in ms. A real machine takes longer to load; the order is the same
 * (common practice, no source).
 */
export const POWER_UP = {
  cpuAskedMs: 3000,
  firmwareMs: 4000,
  programsMs: 9000,
  settlesMs: 3000,
  endMs: 15_000,
} as const

/** A machine from the press of the button on. */
export interface PowerUp {
  readonly rehearsal: Rehearsal
  /** Before any program runs: boxes that need theirs are not told anything. */
  readonly early: State
  readonly late: State
  /** By the key of a fan's sight: when it starts, and for how long. */
  readonly starts: ReadonlyMap<string, { readonly delayMs: number; readonly startMs: number }>
  /** The full speed of what is told by its board or a box, in rpm, by the key of its sight. */
  readonly fullRpm: ReadonlyMap<string, number>
}

/** The start of a machine with these faults in it. */
export function powerUpOf(rehearsal: Rehearsal, faults: readonly BenchFault[] = []): PowerUp {
  const { harness } = rehearsal
  const programs = harness.items.flatMap(({ id }) => programFault(harness, id))
  const wired = harnessWith(rehearsal, faults)
  const commands = wired.speed().commands
  const none = { amps: 0, fullAmps: 0, scale: 1 }
  return {
    rehearsal,
    early: stateWith(rehearsal, [...faults, ...programs]),
    late: stateWith(rehearsal, faults),
    starts: new Map(commands.map(({ at, motor }) => [sightKey('fan', at), startOf(wired, motor, at, none)])),
    fullRpm: new Map(
      commands.flatMap(({ at, motor }) =>
        motor.mostRpm === undefined ? [] : [[sightKey('fan', at), motor.mostRpm.value] as const],
      ),
    ),
  }
}

/** A speed in rpm: undefined where it turns, and nobody can tell how fast. */
export type Speed = Bounds | undefined
const STILL: Bounds = exactly(0)

/** What a machine shows at one moment of its start. */
export interface Moment {
  readonly isOn: boolean
  /** Of motors, by the key of their sight; nought where they stand. */
  readonly speeds: ReadonlyMap<string, Speed>
  /** By the key of a reading's sight; nought where nothing is read. */
  readonly readings: ReadonlyMap<string, Speed>
  /** By the key of a light's sight. */
  readonly lights: ReadonlyMap<string, 'dark' | 'shines' | 'astray' | 'partly' | 'yellow'>
  readonly unseen: ReadonlySet<string>
  readonly clashing: ReadonlySet<string>
  /** Boards that complain, or stop, by their items. */
  readonly complaining: ReadonlySet<string>
}

const share = (timeMs: number, fromMs: number, lastsMs: number) =>
  Math.min(1, Math.max(0, lastsMs <= 0 ? (timeMs < fromMs ? 0 : 1) : (timeMs - fromMs) / lastsMs))

function between(from: Speed, to: Speed, part: number): Speed {
  if (part <= 0) return from
  if (part >= 1) return to
  if (from === undefined || to === undefined) return undefined
  return { least: from.least + (to.least - from.least) * part, most: from.most + (to.most - from.most) * part }
}

/** What a motor turns at when nothing changes any more. */
const settled = (motion: Motion | undefined): Speed => (motion?.stands === false ? motion.rpm : STILL)

function speedAt({ early, late, starts, fullRpm }: PowerUp, key: string, timeMs: number): Speed {
  const alone = early.motions.get(key)
  const full = fullRpm.get(key)
  // Boards leave their fans at full speed until their firmware rules (common practice, no source).
  const isByBoard = alone?.stands === false && alone.by !== 'its box alone'
  const first = isByBoard && full !== undefined ? exactly(full) : settled(alone)
  const { delayMs, startMs } = starts.get(key) ?? { delayMs: 0, startMs: 0 }
  const ruled = between(first, settled(alone), share(timeMs, POWER_UP.firmwareMs, POWER_UP.settlesMs))
  const told = between(ruled, settled(late.motions.get(key)), share(timeMs, POWER_UP.programsMs, POWER_UP.settlesMs))
  return between(STILL, told, share(timeMs, delayMs, startMs))
}

function readingAt(state: State, key: string, speeds: Moment['speeds']): Speed {
  const heard = (state.readings.get(key) ?? []).filter((motion) => speeds.get(motion.key)?.most !== 0)
  if (heard.length === 0) return STILL
  return heard.length === 1 ? speeds.get(heard[0]!.key) : undefined
}

function lightAt(power: PowerUp, now: State, key: string): 'dark' | 'shines' | 'astray' | 'partly' | 'yellow' {
  const planned = power.rehearsal.plan.shines.get(key)
  const value = shineAgainst(now.shines.get(key), planned)
  if (value === 'partly' || value === 'yellow' || value === 'dark' || value === 'astray') return value
  if (planned?.isFed !== true) return 'dark'
  return planned.source === 'none' || planned.source === 'several' ? 'astray' : 'shines'
}

/** What a machine shows so long after the button; nothing at all before it. */
export function momentAt(power: PowerUp, timeMs: number): Moment {
  const { early, late, rehearsal } = power
  const isOn = timeMs >= 0
  const now = timeMs < POWER_UP.programsMs ? early : late
  const speeds = new Map(
    [...late.motions.keys()].map((key) => [key, isOn ? speedAt(power, key, timeMs) : STILL] as const),
  )
  const of = (kind: string) => rehearsal.sights.filter((sight) => sight.kind === kind).map(({ key }) => key)
  return {
    isOn,
    speeds,
    readings: new Map(of('reading').map((key) => [key, isOn ? readingAt(now, key, speeds) : STILL])),
    lights: new Map(of('light').map((key) => [key, isOn ? lightAt(power, now, key) : 'dark'])),
    unseen: isOn ? now.unseen : new Set(),
    clashing: isOn ? now.clashing : new Set(),
    complaining: isOn && timeMs >= POWER_UP.cpuAskedMs ? now.complaining : new Set(),
  }
}
