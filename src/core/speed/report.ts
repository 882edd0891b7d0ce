import type { Harness } from '../operate/harness'
import type { Bounds } from '../operate/motor-speed'
import type { Heat } from './motors-run'
import type { TemperatureLog } from './log'
import { replay } from './replay'
import { runAt, type Total } from './run'
import type { CurveSet } from '../structure/wiring/choices'
import type { ReplayReport, RunReport } from './report-schema'

/** JSON has no infinity: the level of what stands is null. */
const finite = (value: number): number | null => (Number.isFinite(value) ? value : null)
const between = (bounds: Bounds | undefined) =>
  bounds === undefined ? null : { least: finite(bounds.least), most: finite(bounds.most) }
const total = ({ least, most, unknownCount }: Total) => ({ least: finite(least), most: finite(most), unknownCount })

/** Every motor, case and sum of a build at some temperatures, by a set of curves, as data. */
export function runReportOf(harness: Harness, heat: Heat, set: CurveSet): RunReport {
  const run = runAt(harness, { heat, set })
  const flows = new Map(
    run.cases.flatMap(({ fans }) => fans.map(({ run: motor, flowM3PerH }) => [motor, flowM3PerH] as const)),
  )
  return {
    format: 'gentle-loom run',
    version: 1,
    build: { id: harness.build.id, name: harness.build.name },
    set,
    heatC: heat,
    motors: run.motors.map((motor) => ({
      at: motor.command.at,
      mark: motor.command.placed.item.mark,
      isPump: motor.command.motor.pump === true,
      head: motor.head?.at ?? null,
      headName: motor.head === undefined ? null : harness.name(motor.head.at),
      control: motor.command.control,
      dutyPercent: motor.dutyPercent ?? null,
      speedRpm: between(motor.rpm),
      ratedRpm: motor.ratedRpm ?? null,
      ...(motor.cap === undefined ? {} : { presetMostRpm: motor.cap.mostRpm }),
      flowM3PerH: between(flows.get(motor)),
      levelDba: between(motor.levelDba),
      powerWatts: between(motor.watts),
    })),
    cases: run.cases.map(({ caseItem, by, inM3PerH, outM3PerH, pressurePa, leakM3PerH, warmingK }) => ({
      itemId: caseItem.id,
      mark: caseItem.mark,
      by,
      inM3PerH: between(inM3PerH),
      outM3PerH: between(outM3PerH),
      pressurePa: between(pressurePa),
      leakM3PerH: between(leakM3PerH),
      warmingK: between(warmingK),
    })),
    levelDba: total(run.levelDba),
    powerWatts: total(run.watts),
    beats: run.beats.map(({ a, b, hertz }) => ({
      marks: [a, b].map(({ command }) => command.placed.item.mark),
      hertz: hertz ?? null,
    })),
  }
}

/** A log run through the curves of each of these sets, as data. */
export function replayReportOf(harness: Harness, log: TemperatureLog, sets: readonly CurveSet[]): ReplayReport {
  return {
    format: 'gentle-loom replay',
    version: 1,
    build: { id: harness.build.id, name: harness.build.name },
    sampleCount: log.seconds.length,
    seconds: log.seconds.at(-1)! - log.seconds[0]!,
    sets: sets.map((set) => {
      const { heads, left, turnCount, huntCount, largestJumpPercent, levelsDba, muteCount } = replay(harness, log, set)
      return {
        set,
        turnCount,
        huntCount,
        largestJumpPercent,
        loudestDba: finite(levelsDba.reduce((loudest, level) => Math.max(loudest, level), -Infinity)),
        muteCount,
        heads: heads.map(({ head, dutiesPercent, turns, huntCount: hunts, largestJumpPercent: jump }) => ({
          at: head.at,
          name: harness.name(head.at),
          turnCount: turns.length,
          huntCount: hunts,
          largestJumpPercent: jump,
          leastDutyPercent: dutiesPercent.reduce((least, duty) => Math.min(least, duty), Infinity),
          mostDutyPercent: dutiesPercent.reduce((most, duty) => Math.max(most, duty), 0),
        })),
        left: left.map(({ at }) => ({ at, name: harness.name(at) })),
      }
    }),
  }
}
