import type { Port } from '../../parts/schema'
import type { Host, LeadClass, Piece } from './problem'

/** What a port of a host is set to: by choice, by the only mode it has, by what hangs there, or nobody knows. */
export type PortMode = 'pwm' | 'dc' | 'auto' | 'open'

/** A port that motors may listen to, and what stands on it. */
export interface Listening {
  readonly host: Host
  readonly port: Port
  readonly piece: Piece | undefined
  readonly mode: PortMode
}

/** How one motor fares there; the rules header-mode, mixed-signal and no-command say the same of the finished wiring. */
export interface Heard {
  /** Whether any command of this port would reach it, so that the port counts it among its own. */
  readonly isRuled: boolean
  /** Leads that do not do as planned: one for this motor, or none. */
  readonly warnings: number
  /** Whether nobody knows if it can be slowed down. */
  readonly isOpen: boolean
}

/** How fans with and without a PWM wire get on by one signal: each with one suffers, it is warned of once, or not at all. */
export type Mixing = 'each' | 'once' | 'none'

/** The mode of a port, as far as it does not depend on what hangs there. */
export function portMode({ modes }: Port, chosen: 'pwm' | 'dc' | 'auto' | undefined): PortMode {
  if (modes === undefined) return 'open'
  if (chosen !== undefined) return chosen === 'auto' ? 'pwm' : chosen
  return modes.length > 1 ? 'auto' : modes[0] === 'dc' ? 'dc' : 'pwm'
}

const drivesSpeed = ({ host, port }: Listening) =>
  host.facts.all.drives.some(({ signal, outlets }) => signal === 'speed' && outlets.includes(port.id))

/** How a command gets to motors there: by the PWM wire, by the voltage, or by a voltage that a box makes of PWM. */
function commands(at: Listening) {
  const { port, piece } = at
  const passes = drivesSpeed(at) ? (piece?.passes ?? 'both') : 'none'
  const hasPwm = port.wires.includes('pwm') && (piece === undefined || piece.inlet.wires.includes('pwm'))
  const isOnLegs = piece === undefined || piece.outlets.some(({ wires }) => wires.includes('pwm'))
  return {
    byPwm: hasPwm && isOnLegs && (passes === 'both' || passes === 'pwm'),
    byVolts: passes === 'both' && (piece === undefined || piece.inlet.wires.includes('12v')),
    byBox: passes === 'pwmToDc' && hasPwm,
    isOpen: passes === 'unknown',
  }
}

/** How a motor is told its speed on a port with others of its kind. */
export function heardBy(at: Listening, { port: plug, isPump }: LeadClass): Heard {
  const { byPwm, byVolts, byBox, isOpen } = commands(at)
  const hasPwm = plug.wires.includes('pwm')
  const deaf: Heard = { isRuled: false, warnings: isPump ? 0 : 1, isOpen: false }
  if (isOpen) return { isRuled: false, warnings: 0, isOpen: !isPump }
  if (hasPwm && byPwm) {
    return { isRuled: true, warnings: at.mode === 'dc' ? 1 : 0, isOpen: false }
  }
  if (byBox) return { isRuled: true, warnings: at.mode === 'dc' ? 1 : 0, isOpen: false }
  if (!byVolts) return deaf
  // Only its voltage can slow it down: for a fan with a PWM wire a rough command, warned where the port is set to that.
  if (at.mode === 'open') return { isRuled: true, warnings: 0, isOpen: true }
  if (at.mode === 'pwm') return { isRuled: true, warnings: 1, isOpen: false }
  return { isRuled: true, warnings: hasPwm ? 1 : 0, isOpen: false }
}

/** What it costs where motors with and without a PWM wire share this port. */
export function mixingOn(at: Listening): Mixing {
  const { byPwm, byVolts, byBox } = commands(at)
  if (byBox) return at.mode === 'dc' ? 'none' : 'each'
  if (!byPwm || !byVolts) return 'none'
  if (at.mode === 'open') return 'once'
  return at.mode === 'auto' ? 'each' : 'none'
}
