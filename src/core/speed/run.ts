import type { Harness } from '../operate/harness'
import type { Bounds } from '../operate/motor-speed'
import { levelSum } from '../physics/motion'
import { casesWithThings } from '../structure/place/air'
import { airOf, type CaseAir } from './case-air'
import { motorsRun, type Asked, type MotorRun } from './motors-run'

/** A sum of what is known, and of how many things nothing is known; none of them makes it an upper bound. */
export interface Total extends Bounds {
  readonly unknownCount: number
}

/** Two motors whose sounds throb: nearly, and not quite, of one pitch. */
export interface Beat {
  readonly a: MotorRun
  readonly b: MotorRun
  /** How often a second; undefined where nobody states how many blades one of them has. */
  readonly hertz: number | undefined
}

/** A machine as its fans run at some temperatures. */
export interface SpeedRun {
  readonly motors: readonly MotorRun[]
  readonly cases: readonly CaseAir[]
  /** In dB(A). */
  readonly levelDba: Total
  readonly watts: Total
  readonly beats: readonly Beat[]
}

const SECONDS_PER_MINUTE = 60
/** Pitches nearer than this throb (common practice, no source). */
const NEAR_SHARE = 0.03

/** How often a second blades pass a strut: turns a second times blades. Source: handbooks of fan noise (from memory). */
const bladePassingHertz = (rpm: number, bladeCount: number) => (rpm / SECONDS_PER_MINUTE) * bladeCount

/** The pitch of a motor whose speed is known exactly; by its turns alone where nobody states its blades. */
function pitchOf({ rpm, command }: MotorRun, byBlades: boolean): number | undefined {
  if (rpm === undefined || rpm.least !== rpm.most || rpm.most === 0) return undefined
  return bladePassingHertz(rpm.most, byBlades ? (command.motor.bladeCount?.value ?? 1) : 1)
}

function beatOf(a: MotorRun, b: MotorRun): Beat | undefined {
  const byBlades = [a, b].every(({ command }) => command.motor.bladeCount !== undefined)
  const [one, other] = [pitchOf(a, byBlades), pitchOf(b, byBlades)]
  if (one === undefined || other === undefined) return undefined
  const apart = Math.abs(one - other)
  if (apart === 0 || apart > NEAR_SHARE * Math.max(one, other)) return undefined
  return { a, b, hertz: byBlades ? apart : undefined }
}

/** Every pair of fans that throbs, in the order of the build. */
function beatsOf(motors: readonly MotorRun[]): readonly Beat[] {
  const fans = motors.filter(({ command }) => command.motor.pump !== true)
  return fans.flatMap((a, index) => fans.slice(index + 1).flatMap((b) => beatOf(a, b) ?? []))
}

function total(bounds: readonly (Bounds | undefined)[], sum: (values: readonly number[]) => number): Total {
  const known = bounds.filter((one) => one !== undefined)
  return {
    least: sum(known.map(({ least }) => least)),
    most: sum(known.map(({ most }) => most)),
    unknownCount: bounds.length - known.length,
  }
}

const added = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0)

/** How loud some motors are together, what they draw, and which of them throb. */
const sumsOf = (motors: readonly MotorRun[]) => ({
  levelDba: total(
    motors.map(({ levelDba }) => levelDba),
    levelSum,
  ),
  watts: total(
    motors.map(({ watts }) => watts),
    added,
  ),
  beats: beatsOf(motors),
})

/** What every motor does at these temperatures, the air of each case, how loud it is and what it draws. */
export function runAt(harness: Harness, asked: Asked): SpeedRun {
  const motors = motorsRun(harness, asked)
  const cases = casesWithThings(harness).map((caseItem) => airOf(harness, caseItem, motors))
  return { motors, cases, ...sumsOf(motors) }
}

/** The part of a run that one machine has in it: the items of its assembly. */
export function ofMachine({ motors, cases }: SpeedRun, assemblyId: string): SpeedRun {
  const mine = motors.filter(({ command }) => command.placed.item.assemblyId === assemblyId)
  return { motors: mine, cases: cases.filter(({ caseItem }) => caseItem.assemblyId === assemblyId), ...sumsOf(mine) }
}
