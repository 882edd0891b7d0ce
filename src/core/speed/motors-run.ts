import { dutyOfCurve, isFlat } from '../physics/curve'
import { RAIL_VOLTS } from '../physics/amps'
import { levelAtSpeed, powerAtSpeed } from '../physics/motion'
import { drawOf } from '../operate/draw'
import type { Harness } from '../operate/harness'
import { exactly, FULL_PERCENT, rpmAt, type Bounds } from '../operate/motor-speed'
import type { HeatSource, Scenario } from '../operate/scenario'
import { portKey } from '../build/refs'
import type { Curve } from '../build/facet-schemas'
import type { Command, Head } from '../structure/signal/speed'
import type { CurveSet } from '../structure/wiring/choices'
import { presetOf, type Preset } from './preset'

export const HEAT_SOURCES: readonly HeatSource[] = ['processor', 'graphics', 'coolant', 'board']

/** The temperatures that curves listen to, as far as they are known. */
export type Heat = Readonly<Partial<Record<HeatSource, number>>>

const ANY_DUTY: Bounds = { least: 0, most: FULL_PERCENT }

/** What a head asks for: by its curve of a set; undefined where it has none, or nobody tells the heat it listens to. */
export function dutyOfHead(curve: Curve | undefined, heat: Heat): number | undefined {
  if (curve === undefined) return undefined
  const temperatureC = curve.heatSource === undefined ? undefined : heat[curve.heatSource]
  if (temperatureC !== undefined) return dutyOfCurve(curve, temperatureC)
  return isFlat(curve) ? dutyOfCurve(curve, 0) : undefined
}

/** One motor as it runs. What nobody states stays undefined; what can only be told within bounds has them. */
export interface MotorRun {
  readonly command: Command
  readonly head: Head | undefined
  /** What its head asks for, in percent; undefined where no curve says it. */
  readonly dutyPercent: number | undefined
  readonly rpm: Bounds | undefined
  /** Its speed as a share of full. */
  readonly share: Bounds | undefined
  readonly ratedRpm: number | undefined
  /** What the preset of its box lets it have at most, where it runs by that. */
  readonly cap: Preset | undefined
  /** Free flow at its speed, in m3/h, before what stands in the way. */
  readonly freeFlowM3PerH: Bounds | undefined
  /** In dB(A); negative infinity where it stands. */
  readonly levelDba: Bounds | undefined
  readonly watts: Bounds | undefined
}

/** Speed as a share of full; a motor whose full speed is nought stands. */
const shareOf = (rpm: Bounds, rated: number): Bounds =>
  rated === 0 ? exactly(0) : { least: rpm.least / rated, most: rpm.most / rated }

function figuresAt({ motor, at }: Command, share: Bounds) {
  const both = (of: (part: number) => number): Bounds => ({ least: of(share.least), most: of(share.most) })
  const { flowM3PerH, noiseDba } = motor
  const { amps } = drawOf(motor, at)
  return {
    freeFlowM3PerH: flowM3PerH && both((part) => flowM3PerH.value * part),
    levelDba: noiseDba && both((part) => levelAtSpeed(noiseDba.value, 1, part)),
    // Power goes with the cube of the speed, told by PWM or by volts alike.
    watts: amps === undefined ? undefined : both((part) => powerAtSpeed(amps * RAIL_VOLTS[motor.rail], 1, part)),
  }
}

/** How a motor runs at a duty: within the bounds of all duties where its head has no curve. */
function rpmOf({ motor, control }: Command, duty: number | undefined, cap: Preset | undefined): Bounds | undefined {
  if (duty !== undefined) return rpmAt(motor, control, duty)
  const [slow, fast] = [rpmAt(motor, control, ANY_DUTY.least), rpmAt(motor, control, ANY_DUTY.most)]
  if (slow === undefined || fast === undefined) return undefined
  const share = cap?.share ?? 1
  return { least: slow.least, most: control === 'none' ? fast.most : Math.min(fast.most, motor.mostRpm!.value * share) }
}

export interface Asked {
  readonly heat: Heat
  /** The set of curves; the one in use where none is named. */
  readonly set?: CurveSet | undefined
  /** Another duty for a head, in percent, whatever its curve says. */
  readonly dutyByHead?: Scenario['dutyByHead']
}

/** Every motor that is plugged in, as it runs at these temperatures, in the order of the build. */
export function motorsRun(harness: Harness, { heat, set, dutyByHead }: Asked): readonly MotorRun[] {
  const heads = new Map(harness.speed().heads.map((head) => [portKey(head.at), head]))
  return harness.speed().commands.map((command): MotorRun => {
    const head = command.head === undefined ? undefined : heads.get(portKey(command.head))
    const curve = head && harness.choices.curveAt(head.at, set)
    const told = head && dutyByHead?.[portKey(head.at)]
    const dutyPercent = head === undefined ? undefined : (told ?? dutyOfHead(curve, heat))
    const cap =
      head === undefined || dutyPercent !== undefined || curve !== undefined ? undefined : presetOf(harness, head)
    const standing = command.isFed ? undefined : exactly(0)
    const rpm = standing ?? rpmOf(command, dutyPercent, cap)
    const ratedRpm = command.motor.mostRpm?.value
    const share = rpm === undefined || ratedRpm === undefined ? undefined : shareOf(rpm, ratedRpm)
    const none = { freeFlowM3PerH: undefined, levelDba: undefined, watts: undefined }
    return {
      command,
      head,
      dutyPercent,
      rpm,
      share,
      ratedRpm,
      cap,
      ...(share === undefined ? none : figuresAt(command, share)),
    }
  })
}
