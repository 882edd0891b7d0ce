import { curveEdit } from '../build/choose'
import type { Curve } from '../build/facet-schemas'
import { portKey, type PortKey } from '../build/refs'
import type { SingleEdit } from '../build/edit-schema'
import type { Item } from '../build/schema'
import type { Harness } from '../operate/harness'
import { FULL_PERCENT } from '../operate/motor-speed'
import { dutyOfCurve, inOrder } from '../physics/curve'
import type { Head } from '../structure/signal/speed'
import type { FanAir } from './case-air'
import { runAt, type SpeedRun } from './run'
import { tuned, type Voice, type Wanted } from './tune'
import type { Heat } from './motors-run'

/** Why a head is left as it is: a pump listens, a figure is missing, or its fans do not keep step with one another. */
export type LeftFor = 'pump' | 'figures' | 'unlike'

interface Line {
  readonly leastShare: number
  readonly leastDuty: number
  readonly startDuty: number
}

export interface TunedHead {
  readonly head: Head
  readonly beforePercent: number | undefined
  readonly afterPercent: number
}

export interface CaseTuning {
  readonly heads: readonly TunedHead[]
  readonly left: readonly { readonly head: Head; readonly reason: LeftFor }[]
  /** Whether what is wanted is moved. */
  readonly isReached: boolean
  /** The machine as it runs now and as it would. */
  readonly before: SpeedRun
  readonly after: SpeedRun
}

/** How the speed of a fan follows its duty, where all of it is known. */
function lineOf({ run: { command } }: FanAir): Line | undefined {
  const { leastRpm, mostRpm, leastDutyPercent, startDutyPercent, noiseDba, flowM3PerH } = command.motor
  if (command.control !== 'pwm' || leastRpm === undefined || mostRpm === undefined || mostRpm.value === 0)
    return undefined
  if (leastDutyPercent === undefined || noiseDba === undefined || flowM3PerH === undefined) return undefined
  const startDuty = Math.max(leastDutyPercent.value, startDutyPercent?.value ?? FULL_PERCENT)
  if (startDutyPercent === undefined || leastDutyPercent.value >= FULL_PERCENT) return undefined
  return { leastShare: leastRpm.value / mostRpm.value, leastDuty: leastDutyPercent.value, startDuty }
}

const shareAt = ({ leastShare, leastDuty }: Line, duty: number) =>
  leastShare + ((1 - leastShare) * (duty - leastDuty)) / (FULL_PERCENT - leastDuty)
const dutyFor = ({ leastShare, leastDuty }: Line, share: number) =>
  leastDuty + ((FULL_PERCENT - leastDuty) * (share - leastShare)) / (1 - leastShare)

interface Tunable {
  readonly head: Head
  readonly line: Line
  readonly voice: Voice
}

function tunableOf(head: Head, fans: readonly FanAir[]): Tunable | LeftFor {
  if (head.commands.some(({ motor }) => motor.pump === true)) return 'pump'
  const mine = fans.filter(({ run }) => run.head === head)
  const lines = mine.map(lineOf)
  const [line] = lines
  if (mine.length < head.commands.length || line === undefined) return 'figures'
  if (mine.some(({ placed }) => placed.flow.direction === 'unknown') || lines.includes(undefined)) return 'figures'
  const isAlike = (other: Line | undefined) =>
    other !== undefined && other.leastShare === line.leastShare && other.leastDuty === line.leastDuty
  if (!lines.every(isAlike)) return 'unlike'
  const flow = (direction: 'in' | 'out') =>
    mine
      .filter(({ placed }) => placed.flow.direction === direction)
      .reduce((sum, { run }) => sum + run.command.motor.flowM3PerH!.value, 0)
  const soundPower = mine.reduce((sum, { run }) => sum + 10 ** (run.command.motor.noiseDba!.value / 10), 0)
  const startDuty = Math.max(...lines.map((one) => one!.startDuty))
  const least = shareAt(line, startDuty)
  return { head, line, voice: { soundPower, inM3PerH: flow('in'), outM3PerH: flow('out'), least, most: 1 } }
}

/** So often the free flow that is asked for is corrected by what the case really lets through. */
const ROUNDS = 12
/** Within a hundredth of what is wanted counts as moved. */
const NEARLY = 0.99

/**
 * The quietest speeds of the fans of a case that move what is wanted, at these temperatures: exact for the free flow of
 * its fans, which is corrected by what filters and pressures leave of it. Heads of which a figure is missing stay.
 */
export function tuneCase(harness: Harness, caseItem: Item, heat: Heat, wanted: Wanted): CaseTuning {
  const airOf = (run: SpeedRun) => run.cases.find((air) => air.caseItem === caseItem)!
  const before = runAt(harness, { heat, set: 'tuned' })
  const { fans } = airOf(before)
  const heads = harness.speed().heads.filter((head) => fans.some(({ run }) => run.head === head))
  const read = heads.map((head) => ({ head, found: tunableOf(head, fans) }))
  const tunable = read.flatMap(({ found }) => (typeof found === 'string' ? [] : [found]))
  const left = read.flatMap(({ head, found }) => (typeof found === 'string' ? [{ head, reason: found }] : []))
  let asked = wanted
  let duties: Readonly<Record<PortKey, number>> = {}
  let after = before
  let isReached = false
  for (let round = 0; round < ROUNDS; round += 1) {
    const { speedShares } = tuned(
      tunable.map(({ voice }) => voice),
      asked,
    )
    duties = Object.fromEntries(
      tunable.map(({ head, line }, index) => [
        portKey(head.at),
        Math.ceil(dutyFor(line, speedShares[index]!) * 10) / 10,
      ]),
    )
    after = runAt(harness, { heat, set: 'tuned', dutyByHead: duties })
    const { inM3PerH, outM3PerH } = airOf(after)
    const [gotIn, gotOut] = [inM3PerH?.least ?? 0, outM3PerH?.least ?? 0]
    isReached = gotIn >= wanted.inM3PerH * NEARLY && gotOut >= wanted.outM3PerH * NEARLY
    const more = (ask: number, got: number, want: number) => (got > 0 ? (ask * want) / got : ask)
    const next = {
      inM3PerH: more(asked.inM3PerH, gotIn, wanted.inM3PerH),
      outM3PerH: more(asked.outM3PerH, gotOut, wanted.outM3PerH),
    }
    const isSettled = Math.abs(next.inM3PerH - asked.inM3PerH) + Math.abs(next.outM3PerH - asked.outM3PerH) < 0.05
    if (isSettled) break
    asked = next
  }
  const beforeByHead = new Map(before.motors.map((motor) => [motor.head, motor.dutyPercent]))
  return {
    heads: tunable.map(({ head }) => ({
      head,
      beforePercent: beforeByHead.get(head),
      afterPercent: duties[portKey(head.at)]!,
    })),
    left,
    isReached,
    before,
    after,
  }
}

/** How far from a temperature a point of a curve is taken for the one that is meant. */
const NEAR_C = 3

/** The curve with what was found at a temperature: the point there moved, or one more; hotter never asks for less. */
function withDutyAt(curve: Curve, temperatureC: number, dutyPercent: number): Curve {
  const duty = Math.min(FULL_PERCENT, Math.ceil(dutyPercent))
  const others = inOrder(curve.points).filter((point) => Math.abs(point.temperatureC - temperatureC) >= NEAR_C)
  const points = inOrder([...others, { temperatureC, dutyPercent: duty }]).map((point) => {
    if (point.temperatureC < temperatureC) return { ...point, dutyPercent: Math.min(point.dutyPercent, duty) }
    return { ...point, dutyPercent: Math.max(point.dutyPercent, duty) }
  })
  return { ...curve, points }
}

/** The edits that put a tuning into the tuned curves, at the temperatures it was found for. */
export function tuningEdits(harness: Harness, { heads }: CaseTuning, heat: Heat): readonly SingleEdit[] {
  return heads.flatMap(({ head, afterPercent }) => {
    const curve = harness.choices.curveAt(head.at, 'tuned')
    const temperatureC = curve?.heatSource === undefined ? undefined : heat[curve.heatSource]
    if (curve === undefined || temperatureC === undefined) return []
    if (Math.abs(dutyOfCurve(curve, temperatureC) - afterPercent) < 0.5) return []
    return [curveEdit('tuned', withDutyAt(curve, temperatureC, afterPercent))]
  })
}
