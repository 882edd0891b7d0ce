import type { Harness } from '../operate/harness'
import type { Command, Head } from '../structure/signal/speed'
import { drivesAt } from '../structure/wiring/part-facts'

/** The preset of a box that holds its motors back where nobody gave it a curve, by the fan whose report it reads. */
export interface Preset {
  readonly mostRpm: number
  /** The motor whose speed it is of; the first one where none reports. */
  readonly of: Command
  /** The share of full speed that it leaves all of its motors, since they all get one command; undefined where nobody states the full speed of the one it reads. */
  readonly share: number | undefined
}

/** What a box's own preset does at a head; undefined where it has none. */
export function presetOf(harness: Harness, { at, placed, commands }: Head): Preset | undefined {
  const mostRpm = drivesAt(placed.facts, placed.port.id, 'speed')?.presetMostRpm?.value
  if (mostRpm === undefined) return undefined
  const reporters = harness.tach().readingAt(at)?.reporters ?? []
  const reporting = new Set(reporters.map((reporter) => reporter.at.itemId))
  const of = commands.find((command) => reporting.has(command.at.itemId)) ?? commands[0]!
  const ratedRpm = of.motor.mostRpm?.value
  return { mostRpm, of, share: ratedRpm === undefined ? undefined : Math.min(1, mostRpm / ratedRpm) }
}
