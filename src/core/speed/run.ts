import type { Harness } from '../operate/harness'
import { isExact, type Bounds } from '../operate/motor-speed'
import { levelSum } from '../physics/motion'
import { casesWithThings } from '../structure/place/air'
import { airOf, type CaseAir } from './case-air'
import { throbOf, type Throb } from './throb'
import { motorsRun, type Asked, type MotorRun } from './motors-run'

/** A sum of what is known, and of how many things nothing is known; none of them makes it an upper bound. */
export interface Total extends Bounds {
  readonly unknownCount: number
}

/** Two motors whose sounds throb: nearly, and not quite, of one pitch. */
export interface Beat extends Throb {
  readonly a: MotorRun
  readonly b: MotorRun
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

function beatOf(a: MotorRun, b: MotorRun): Beat | undefined {
  const [one, other] = [rpmOf(a), rpmOf(b)]
  if (one === undefined || other === undefined) return undefined
  const throb = throbOf({ motor: a.command.motor, rpm: one }, { motor: b.command.motor, rpm: other })
  return throb && { a, b, ...throb }
}

/** The speed of a motor that turns, where it is known exactly. */
const rpmOf = ({ rpm }: MotorRun) => (rpm !== undefined && isExact(rpm) && rpm.most > 0 ? rpm.most : undefined)

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
