import { sameRef } from '../build/refs'
import type { Budget } from '../operate/budgets'
import { voltsAt, type Circuit, type TapVolts } from '../operate/electric'
import { inScenario, type Harness } from '../operate/harness'
import { FULL_WHITE, type Colour } from '../physics/led'
import { ledVoltsOf } from '../physics/track'
import type { Line, Segment } from '../structure/signal/lights'

/** Volts along one light. */
export interface VoltsAlong {
  readonly segment: Segment
  /** At each of its LEDs from its input on; at its ends alone where its LEDs are not counted or its track is unknown. */
  readonly volts: readonly number[]
}

function alongLight(segment: Segment, taps: readonly TapVolts[]): readonly number[] {
  const joints = taps.flatMap(({ volts }) => volts ?? [])
  const { light } = segment
  const ledCount = light.control === 'eachLed' ? light.litLedCount?.value : undefined
  const ohms = (light.trackMilliohm?.value ?? 0) / 1000
  const pieceCount = taps.length / 2
  const ledsEach = (ledCount ?? 0) / pieceCount
  if (joints.length < Math.max(2, taps.length) || ohms === 0 || ledsEach < 1 || !Number.isInteger(ledsEach))
    return joints
  const ampsPerLed = taps.reduce((sum, { amps = 0 }) => sum + amps, 0) / ledCount!
  return Array.from({ length: pieceCount }, (_, piece) => piece).flatMap((piece) =>
    ledVoltsOf({
      startVolts: joints[2 * piece]!,
      endVolts: joints[2 * piece + 1]!,
      ledCount: ledsEach,
      ohms: ohms / pieceCount,
      ampsPerLed,
    }),
  )
}

/** The volts along every light of a line, as the machine runs; none along one that no supply reaches. */
export function voltsAlong(harness: Harness, line: Line): readonly VoltsAlong[] {
  // Behind a box that repeats a signal each outlet is fed by itself: a line may have several circuits.
  const tapsByCircuit = new Map<Circuit, readonly TapVolts[]>()
  const tapsOf = ({ at, light }: Segment): readonly TapVolts[] => {
    const circuit = harness.circuit(at, light.rail)
    if (circuit === undefined || circuit.sources.length === 0) return []
    const known = tapsByCircuit.get(circuit) ?? voltsAt(circuit)
    tapsByCircuit.set(circuit, known)
    return known
  }
  return line.segments.map((segment) => {
    const own = tapsOf(segment).filter(({ consumer, at }) => consumer === segment.light && sameRef(at, segment.at))
    return { segment, volts: alongLight(segment, own) }
  })
}

/** The volts at one LED of a light, from 0; between what is known at its ends where that is all, straight. */
export function voltsAtLed({ volts }: VoltsAlong, own: number, ledCount: number): number | undefined {
  if (volts.length <= 1 || ledCount <= 1) return volts[0]
  const at = (own / (ledCount - 1)) * (volts.length - 1)
  const [from, to] = [volts[Math.floor(at)]!, volts[Math.ceil(at)]!]
  return from + (to - from) * (at - Math.floor(at))
}

/** The limits that carry a light of a line. */
export const budgetsOf = (harness: Harness, { segments }: Line): readonly Budget[] =>
  harness.budgets.filter(({ terms }) =>
    terms.some(({ at, consumerId }) =>
      segments.some((segment) => sameRef(segment.at, at) && segment.light.id === consumerId),
    ),
  )

/** The brightest white that a line may show. */
export interface BrightestWhite {
  /** From 0 to 1; 0 where not even its idle draw fits. */
  readonly brightness: number
  /** The limit that it would go over first; undefined where full white stays within all of them. */
  readonly limitedBy: Budget | undefined
}

/**
 * The brightest white of a line that stays within the headroom of every limit it loads, in a machine at its worst. Amps go
 * straight with the brightness from the idle draw up, so that each limit has one brightness: (bound - idle) / (white -
 * idle). Undefined where a draw or a limit is not known.
 */
export function brightestWhite(harness: Harness, line: Line): BrightestWhite | undefined {
  const { key } = line.source
  const dark = inScenario(harness, { glowByLine: { [key]: { ...FULL_WHITE, brightness: 0 } } })
  const idleById = new Map(dark.budgets.map((budget) => [budget.id, budget]))
  const isOpen = (budget: Budget | undefined) =>
    budget === undefined || budget.unknownCount > 0 || budget.boundAmps === undefined
  let least: BrightestWhite = { brightness: 1, limitedBy: undefined }
  for (const budget of budgetsOf(harness, line)) {
    const idle = idleById.get(budget.id)
    if (isOpen(budget) || isOpen(idle)) return undefined
    const slope = budget.mostAmps - idle!.mostAmps
    const brightness = slope <= 0 ? 1 : (budget.boundAmps! - idle!.mostAmps) / slope
    if (brightness < least.brightness) least = { brightness: Math.max(0, brightness), limitedBy: budget }
  }
  return least
}

/** Volts over which a colour fades out, and how far below the least volts of its LED it begins to. */
const FADE_VOLTS = 0.5
const BELOW_VOLTS = { blue: 0, green: 0.4, red: 1.4 }

/**
 * What is left of a colour at these volts: below the least an LED needs it loses blue first, then green, red last, since
 * their forward volts fall in that order: about 3.2, 3.0 and 2.0 V (data sheets of LEDs, from memory; how they fade is
 * drawn, common practice, no source).
 */
export function colourAtVolts({ red, green, blue }: Colour, volts: number, leastVolts: number): Colour {
  const left = (belowVolts: number) => Math.min(1, Math.max(0, 1 + (volts - leastVolts + belowVolts) / FADE_VOLTS))
  return {
    red: red * left(BELOW_VOLTS.red),
    green: green * left(BELOW_VOLTS.green),
    blue: blue * left(BELOW_VOLTS.blue),
  }
}
