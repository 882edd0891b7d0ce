import { portKey, sameRef } from '../build/refs'
import { dutyOfCurve } from '../physics/curve'
import { ampsAtSpeed } from '../physics/fan-laws'
import { estimatedStartAmps, ESTIMATE_MS, startAmpsAt, type Start } from '../physics/surge'
import type { PortRef } from '../schema/schema-kit'
import type { RelationOf } from '../parts/schema'
import type { Command } from '../structure/signal/speed'
import type { Wired } from '../structure/wired'
import type { Wiring } from '../structure/wiring/wiring'
import type { Term } from './draw'
import { FULL_PERCENT, rpmAt } from './motor-speed'
import type { Scenario } from './scenario'

/** When a motor starts: a box that staggers its outlets starts them one after another, in the order of its outlets. */
function delayOf(wiring: Wiring, at: PortRef): number {
  for (const { facts, port } of wiring.across(at)) {
    const drives = facts.all.drives.find((r) => r.signal === 'speed' && r.outlets.includes(port.id))
    if (drives?.staggerMs !== undefined) return drives.outlets.indexOf(port.id) * drives.staggerMs.value
  }
  return 0
}

/** What a motor draws as it runs, and at full speed, in amps of the limit that is asked about. */
interface Running {
  readonly amps: number
  readonly fullAmps: number
  /** What an amp of the motor is there: another figure behind a converter. */
  readonly scale: number
}

/** How the draw of a motor, as it is counted at a limit, goes back to the motor's own. */
export function runningOf(own: Term, amps: number): Running {
  const scale = own.amps === undefined || own.amps === 0 ? 1 : amps / own.amps
  return { amps, scale, fullAmps: own.working.by === 'duty' ? own.working.fullAmps * scale : amps }
}

/** How a motor starts that then draws this much; an estimate where its part states no start current. */
export function startOf(
  wiring: Wiring,
  motor: RelationOf<'motor'>,
  at: PortRef,
  { amps: runningAmps, fullAmps, scale }: Running,
): Start & { readonly isEstimate: boolean } {
  const delayMs = delayOf(wiring, at)
  if (motor.startAmps === undefined) {
    const startAmps = estimatedStartAmps(fullAmps)
    return { startAmps, startMs: ESTIMATE_MS, runningAmps, delayMs, shape: 'full', isEstimate: true }
  }
  const startMs = motor.startMs?.value ?? ESTIMATE_MS
  // A start that is said to take less than running takes what running does.
  const startAmps = Math.max(motor.startAmps.value * scale, runningAmps)
  return { startAmps, startMs, runningAmps, delayMs, shape: motor.startShape ?? 'full', isEstimate: false }
}

/** What a header or outlet asks for in a scenario, in percent: by its curve where a temperature is said, else as told. */
function dutyOf({ choices }: Wired, scenario: Scenario, head: PortRef): number {
  const told = scenario.dutyByHead?.[portKey(head)]
  if (told !== undefined) return told
  const curve = choices.curveAt(head)
  const heatC = curve?.heatSource === undefined ? undefined : scenario.heatC?.[curve.heatSource]
  if (curve !== undefined && heatC !== undefined) return dutyOfCurve(curve, heatC)
  return scenario.dutyPercent ?? FULL_PERCENT
}

/** Speed as a share of full: the most that it may be, since what it draws is asked for; as the duty where no speed is stated. */
function speedShare(motor: RelationOf<'motor'>, control: Command['control'], dutyPercent: number): number {
  const rpm = rpmAt(motor, control, dutyPercent)
  return rpm === undefined ? dutyPercent / FULL_PERCENT : rpm.most / motor.mostRpm!.value
}

/** What motors draw in a scenario, from what they draw at full speed. */
export function motorsIn(wired: Wired, scenario: Scenario) {
  const standing = (scenario.faults ?? []).flatMap((entry) => (entry.fault === 'motorStands' ? [entry.at] : []))
  const isFull = scenario.dutyPercent === undefined && scenario.dutyByHead === undefined && scenario.heatC === undefined
  let commands: ReadonlyMap<string, Command> | undefined
  const commandAt = (at: PortRef) => {
    commands ??= new Map(wired.speed().commands.map((command) => [portKey(command.at), command]))
    return commands.get(portKey(at))
  }
  const unknown = (term: Term): Term => ({ ...term, amps: undefined, working: { by: 'unknown' } })

  const running = (motor: RelationOf<'motor'>, term: Term): Term => {
    const command = isFull ? undefined : commandAt(term.at)
    if (command?.head === undefined || term.amps === undefined || command.control === 'none') return term
    const dutyPercent = dutyOf(wired, scenario, command.head)
    if (dutyPercent === FULL_PERCENT) return term
    // A box that does not say what it passes on leaves it open how fast the motor turns.
    if (command.control === 'unknown') return unknown(term)
    const by = command.control === 'pwm' ? 'pwm' : 'dc'
    const amps = ampsAtSpeed(term.amps, speedShare(motor, command.control, dutyPercent), by)
    return { ...term, amps, working: { by: 'duty', fullAmps: term.amps, dutyPercent } }
  }
  /** The draw of a motor at its port, given what its part states. */
  return (motor: RelationOf<'motor'>, stated: Term): Term => {
    // What a motor draws that is held fast, no label says.
    if (standing.some((at) => sameRef(at, stated.at))) return unknown(stated)
    const term = running(motor, stated)
    const { timeMs } = scenario
    if (timeMs === undefined || term.amps === undefined) return term
    const start = startOf(wired, motor, term.at, runningOf(term, term.amps))
    const amps = startAmpsAt(start, timeMs, true)
    const isWeak = term.isWeak || (start.isEstimate && timeMs - start.delayMs < start.startMs)
    return { ...term, amps, isWeak, working: { by: 'start', runningAmps: term.amps, timeMs } }
  }
}
