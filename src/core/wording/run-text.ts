import type { ReplayReport, RunReport } from '../speed/report-schema'
import { boundsText, type BoundsShown } from './bounds-text'
import { CONTROL_WORDS } from './command-text'
import { HEAT_WORDS } from './heat-words'
import { countOf, listNames } from './text'

const INDENT = '  '

const SET_WORDS = { tuned: 'the tuned curves', stock: 'the curves as the parts came' } as const

const betweenText = (between: BoundsShown | null, decimals: number, unit: string) =>
  `${boundsText(between, decimals)} ${unit}`

function motorLine({ mark, control, speedRpm, ratedRpm, presetMostRpm, ...of }: RunReport['motors'][number]): string {
  const cap = presetMostRpm === undefined ? '' : `, held to ${presetMostRpm} rpm by its box's preset`
  const told = control === 'pwm' ? '' : `, told ${CONTROL_WORDS[control]}`
  const figures = [
    `${betweenText(speedRpm, 0, 'rpm')}${ratedRpm === null ? '' : ` of ${ratedRpm}`}`,
    ...(of.flowM3PerH === null ? [] : [betweenText(of.flowM3PerH, 1, 'm³/h')]),
    ...(of.levelDba === null ? [] : [betweenText(of.levelDba, 1, 'dB(A)')]),
    ...(of.powerWatts === null ? [] : [betweenText(of.powerWatts, 1, 'W')]),
  ]
  return `${INDENT}${mark}: ${figures.join(', ')}${told}${cap}`
}

function caseLines({ mark, by, ...air }: RunReport['cases'][number]): readonly string[] {
  const flows = `${betweenText(air.inM3PerH, 1, 'm³/h')} in, ${betweenText(air.outM3PerH, 1, 'm³/h')} out`
  const warming = air.warmingK === null ? [] : [`${INDENT}its air leaves ${betweenText(air.warmingK, 1, 'K')} warmer`]
  if (by === 'freeFlow') {
    return [`Air of ${mark}, an indication from free flow, as pressures are not all known: ${flows}`, ...warming]
  }
  const leak = air.leakM3PerH
  const leaks =
    leak === null || leak.most === 0
      ? []
      : [`${INDENT}${betweenText(leak, 1, 'm³/h')} in through slots (less than none goes out)`]
  return [`Air of ${mark}: ${flows}, ${betweenText(air.pressurePa, 2, 'Pa')} above outside`, ...leaks, ...warming]
}

const counted = (count: number) => (count === 0 ? '' : ` and ${count} unknown`)

/** How a build runs, head by head, then the air of its cases and the sums. */
export function runLines(report: RunReport): readonly string[] {
  const { build, set, heatC, motors, cases, levelDba, powerWatts, beats } = report
  const heats = Object.entries(heatC).map(
    ([source, heat]) => `${HEAT_WORDS[source as keyof typeof HEAT_WORDS]} ${heat} °C`,
  )
  const heads = [...new Set(motors.map(({ headName }) => headName))]
  return [
    `${build.name} by ${SET_WORDS[set]}${heats.length === 0 ? '' : `, ${heats.join(', ')}`}`,
    ...heads.flatMap((headName) => {
      const mine = motors.filter((motor) => motor.headName === headName)
      const { dutyPercent } = mine[0]!
      const asks = dutyPercent === null ? 'no curve, or no temperature for it' : `${dutyPercent.toFixed(0)} %`
      return [headName === null ? 'Told by nobody' : `${headName}: ${asks}`, ...mine.map(motorLine)]
    }),
    ...cases.flatMap(caseLines),
    `All together: ${betweenText(levelDba, 1, 'dB(A)')}${counted(levelDba.unknownCount)}, ${betweenText(powerWatts, 1, 'W')}${counted(powerWatts.unknownCount)}`,
    ...beats.map(
      ({ marks, hertz }) => `${listNames(marks)} throb${hertz === null ? '' : `, ${hertz.toFixed(1)} times a second`}`,
    ),
  ]
}

/** What a log does to a build, set by set. */
export function replayLines({ build, sampleCount, seconds, sets }: ReplayReport): readonly string[] {
  return [
    `${build.name} over ${countOf(sampleCount, 'sample')} in ${seconds} s`,
    ...sets.flatMap(({ set, turnCount, huntCount, largestJumpPercent, loudestDba, heads, left }) => [
      `By ${SET_WORDS[set]}: ${countOf(turnCount, 'turn')} up or down, ${huntCount} of them within a minute, largest jump ${largestJumpPercent.toFixed(0)} %, ${loudestDba === null ? 'no sound known' : `at most ${loudestDba.toFixed(1)} dB(A)`}`,
      ...heads.map(
        (head) =>
          `${INDENT}${head.name}: ${head.leastDutyPercent.toFixed(0)} to ${head.mostDutyPercent.toFixed(0)} %, ${countOf(head.turnCount, 'turn')}, largest jump ${head.largestJumpPercent.toFixed(0)} %`,
      ),
      ...(left.length === 0
        ? []
        : [`${INDENT}left out, without a curve or a column: ${listNames(left.map(({ name }) => name))}`]),
    ]),
  ]
}
