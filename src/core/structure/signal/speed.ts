import { portKey, type PortKey } from '../../build/refs'
import type { PortRef } from '../../schema/schema-kit'
import type { Wire } from '../../parts/connectors'
import type { RelationOf } from '../../parts/schema'
import type { ChoicesBy } from '../wiring/choices'
import type { Nets } from '../wiring/nets'
import { railsReaching, type Powered } from '../power/volts'
import { listBy, type PlacedPort, type Wiring } from '../wiring/wiring'

/** A motor whose lead is plugged in. */
export interface PlacedMotor {
  readonly at: PortRef
  readonly placed: PlacedPort
  readonly motor: RelationOf<'motor'>
  readonly hasPwm: boolean
  /** Whether the supply that it runs on arrives at all. */
  readonly isFed: boolean
}

/**
 * Why no command reaches a motor. straight: fed from the supply, no brain on the way. hubWithoutSignal: the box repeats
 * a command, but its board lead is loose. pwmOnlyHub: a motor without PWM on a box that passes nothing else.
 * legWithoutPwm: the outlet lacks the PWM wire. pwmMode and dcMode: the header is set to the mode the motor cannot hear.
 */
export type Why = 'straight' | 'hubWithoutSignal' | 'pwmOnlyHub' | 'legWithoutPwm' | 'pwmMode' | 'dcMode'

/**
 * What a motor can be told, and by whom. pwm: by the command wire. dc: by its voltage. roughDc: a 4-wire fan by its
 * voltage, which it follows only roughly and may stall at. none: full speed. unknown: the box on the way does not say.
 */
export interface Command extends PlacedMotor {
  /** The header or box outlet whose command reaches the motor, or would in another mode. */
  readonly head: PortRef | undefined
  readonly control: 'pwm' | 'dc' | 'roughDc' | 'none' | 'unknown'
  readonly why: Why | undefined
  /** Where the command ends that does not arrive. */
  readonly endAt: PortRef
  /** The inputs of boxes and sync leads that the command comes through, nearest first. */
  readonly through: readonly PortRef[]
}

export type HeadMode = 'pwm' | 'dc' | 'auto'

/** One source of commands, with all that listens to it. */
export interface Head {
  readonly at: PortRef
  readonly placed: PlacedPort
  /** As chosen, else PWM where every motor on it listens to PWM, else DC; undefined where the part states no modes. */
  readonly mode: HeadMode | undefined
  readonly commands: readonly Command[]
}

export interface Speed {
  readonly commands: readonly Command[]
  readonly heads: readonly Head[]
}

interface Trace {
  readonly head: PortRef | undefined
  /** What the head is asked for: other than what arrives where a box makes a voltage out of a PWM command. */
  readonly asked: Signal
  readonly through: readonly PortRef[]
  readonly why: Why | 'passesUnknown' | undefined
  readonly endAt: PortRef
}

type Signal = 'pwm' | 'dc'
const WIRE_OF: Readonly<Record<Signal, Wire>> = { pwm: 'pwm', dc: '12v' }

/** Follows one kind of command from a motor's port up to the outlet that gives it. */
function makeTrace(wiring: Wiring, nets: Nets, choices: ChoicesBy) {
  /** A box may take its command by one of several leads: the one by which it comes counts. */
  const repeater = (placed: PlacedPort, signal: Signal, through: readonly PortRef[]): Trace | undefined => {
    const traces = placed.facts.all.repeats
      .filter((r) => r.signal === 'speed' && r.to.includes(placed.port.id))
      .map((repeats) => repeated(placed, repeats, signal, through))
    return traces.find(({ head }) => head !== undefined) ?? traces[0]
  }
  const repeated = (
    placed: PlacedPort,
    repeats: RelationOf<'repeats'>,
    signal: Signal,
    through: readonly PortRef[],
  ): Trace => {
    const input = { itemId: placed.item.id, portId: repeats.from }
    const end = { head: undefined, asked: signal, through, endAt: placed.ref } as const
    if (wiring.threadsAt(input).length === 0) return { ...end, why: 'hubWithoutSignal', endAt: input }
    if (repeats.passes === 'unknown' && signal === 'dc') return { ...end, why: 'passesUnknown' }
    if (repeats.passes === 'pwmToDc' && signal === 'dc') return trace(input, 'pwm', [...through, input])
    if (repeats.passes !== 'both' && repeats.passes !== signal) {
      return { ...end, why: signal === 'dc' ? 'pwmOnlyHub' : 'dcMode' }
    }
    return trace(input, signal, [...through, input])
  }
  const follower = (placed: PlacedPort, through: readonly PortRef[]): Trace | undefined => {
    const follows = placed.facts.all.follows.find((r) => r.signal === 'speed' && r.outlets.includes(placed.port.id))
    if (follows === undefined) return undefined
    const input = { itemId: placed.item.id, portId: follows.input }
    if (choices.syncAt(input) !== true) return undefined
    const found = trace(input, 'pwm', [...through, input])
    return found.head === undefined ? undefined : found
  }
  const drivesIt = (placed: PlacedPort) =>
    placed.facts.all.drives.some((r) => r.signal === 'speed' && r.outlets.includes(placed.port.id))

  function trace(ref: PortRef, signal: Signal, through: readonly PortRef[]): Trace {
    const nowhere: Trace = { head: undefined, asked: signal, through, why: 'straight', endAt: ref }
    if (through.length > wiring.items.length) return nowhere
    for (const giver of nets(ref, WIRE_OF[signal])?.givers ?? []) {
      const found =
        follower(giver, through) ??
        (drivesIt(giver)
          ? { head: giver.ref, asked: signal, through, why: undefined, endAt: giver.ref }
          : repeater(giver, signal, through))
      if (found !== undefined) return found
    }
    return nowhere
  }
  return trace
}

function motorsOf(wiring: Powered): readonly PlacedMotor[] {
  return wiring.items.flatMap((item) =>
    wiring.factsOfItem(item.id).all.motor.flatMap((motor): readonly PlacedMotor[] => {
      const placed = wiring.port({ itemId: item.id, portId: motor.port })
      if (wiring.threadsAt(placed.ref).length === 0) return []
      const isFed = railsReaching(wiring, placed.ref, motor.rail).length > 0
      return [{ at: placed.ref, placed, motor, hasPwm: placed.port.wires.includes('pwm'), isFed }]
    }),
  )
}

interface Traced extends PlacedMotor {
  readonly pwm: Trace | undefined
  readonly dc: Trace
}

const headOf = ({ pwm, dc }: Traced) => pwm?.head ?? dc.head

function modeOf(placed: PlacedPort, choices: ChoicesBy, motors: readonly Traced[]): HeadMode | undefined {
  const { modes } = placed.port
  if (modes === undefined) return undefined
  const chosen = choices.modeAt(placed.ref)
  if (chosen !== undefined) return chosen
  const asksPwm = ({ hasPwm, dc }: Traced) => hasPwm || dc.asked === 'pwm'
  const fitting = motors.every(asksPwm) ? 'pwm' : 'dc'
  return modes.includes(fitting) ? fitting : modes[0]
}

type Control = Pick<Command, 'control' | 'why'>

const told = (control: Command['control']): Control => ({ control, why: undefined })
const untold = (why: Why): Control => ({ control: 'none', why })

function controlOf({ pwm, dc, hasPwm }: Traced, mode: HeadMode | undefined): Control {
  if (pwm?.head !== undefined) {
    if (mode !== 'dc') return told('pwm')
    // A sync lead has a PWM wire only, so volts tell the box behind it nothing.
    return dc.head === undefined || dc.asked === 'pwm' ? untold('dcMode') : told('roughDc')
  }
  if (dc.head !== undefined) {
    if (dc.asked === 'pwm') return mode === 'dc' ? untold('dcMode') : told(hasPwm ? 'roughDc' : 'dc')
    if (mode === undefined) return told('unknown')
    if (mode === 'pwm') return untold(hasPwm ? 'legWithoutPwm' : 'pwmMode')
    return told(hasPwm ? 'roughDc' : 'dc')
  }
  if (dc.why === 'passesUnknown') return told('unknown')
  const why = pwm?.why === undefined || pwm.why === 'straight' || pwm.why === 'passesUnknown' ? dc.why : pwm.why
  return untold(why ?? 'straight')
}

function commandOf(traced: Traced, mode: HeadMode | undefined): Command {
  const { at, placed, motor, hasPwm, isFed, pwm, dc } = traced
  const { through, endAt } = pwm?.head === undefined ? dc : pwm
  const { control, why } = controlOf(traced, mode)
  return { at, placed, motor, hasPwm, isFed, head: headOf(traced), through, endAt, control, why }
}

/** Who commands each plugged motor, how, and what each source of commands has on it. */
export function deriveSpeed(wiring: Powered, nets: Nets, choices: ChoicesBy): Speed {
  const trace = makeTrace(wiring, nets, choices)
  const traced = motorsOf(wiring).map((placedMotor): Traced => {
    const { at, hasPwm } = placedMotor
    const pwm = hasPwm ? trace(at, 'pwm', []) : undefined
    return { ...placedMotor, pwm, dc: trace(at, 'dc', []) }
  })
  const byHead = listBy(
    traced.flatMap((motor): (readonly [PortKey, Traced])[] => {
      const head = headOf(motor)
      return head === undefined ? [] : [[portKey(head), motor]]
    }),
  )
  const modes = new Map(
    [...byHead].map(([key, motors]) => [key, modeOf(wiring.port(headOf(motors[0]!)!), choices, motors)]),
  )
  const commands = traced.map((motor) => {
    const head = headOf(motor)
    return commandOf(motor, head === undefined ? undefined : modes.get(portKey(head)))
  })
  const commandsByHead = listBy(
    commands.flatMap((command) => (command.head === undefined ? [] : [[portKey(command.head), command] as const])),
  )
  const heads = wiring.ports.flatMap((placed): readonly Head[] => {
    const listening = commandsByHead.get(placed.key)
    if (listening === undefined) return []
    return [{ at: placed.ref, placed, mode: modes.get(placed.key), commands: listening }]
  })
  return { commands, heads }
}
