import type { Harness } from '../operate/harness'
import type { Line, Segment } from '../structure/signal/lights'
import { drivesAt, leastLimit } from '../structure/wiring/part-facts'
import type { PlacedPort } from '../structure/wiring/wiring'

/** A light on the strip that its source sees; its numbers begin at 1. */
export interface Stretch {
  readonly segment: Segment
  /** Undefined where a count on the way is unknown, or the light is told as a whole. */
  readonly fromLed: number | undefined
  readonly toLed: number | undefined
  /** Legs of a splitter lie on top of one another: the row that this one is drawn in, from 0. */
  readonly row: number
  /** The how-manieth device of its leg it belongs to, from 0: two lights of one thing are one. */
  readonly device: number
}

/** One strip of LED numbers, as the source of a line sees it. */
export interface Strip {
  readonly line: Line
  readonly stretches: readonly Stretch[]
  readonly rowCount: number
  /** Of the leg with the most. */
  readonly deviceCount: number
  /** LEDs of the longest leg; at least so many where a count is unknown. */
  readonly ledCount: number
  readonly unknownCount: number
  /** What its box is told that hangs there; undefined where it is told nothing. */
  readonly declaredCount: number | undefined
  /** LEDs past what is declared: nobody addresses them. */
  readonly darkCount: number
  /** Declared ones that are not there: effects run past the end. */
  readonly spillCount: number
  /** The most that the outlet can address. */
  readonly mostLedCount: number | undefined
}

/** Each light begins a row of its own where another one hangs behind the same light, or at the start of a leg, already. */
function rowsOf(segments: readonly Segment[]): ReadonlyMap<Segment, number> {
  const rows = new Map<Segment, number>()
  const takenBehind = new Set<Segment | undefined>()
  let rowCount = 0
  for (const segment of segments) {
    const { before } = segment
    const goesOn = before !== undefined && !takenBehind.has(before)
    rows.set(segment, goesOn ? rows.get(before)! : rowCount)
    if (!goesOn) rowCount += 1
    takenBehind.add(before)
  }
  return rows
}

function deviceOf({ at, before }: Segment): number {
  if (before === undefined) return 0
  return deviceOf(before) + (before.at.itemId === at.itemId ? 0 : 1)
}

function declaredAt(harness: Harness, { ref, item, facts }: PlacedPort): number | undefined {
  const drives = drivesAt(facts, ref.portId, 'light')
  const portIds = drives?.together === true ? drives.outlets : [ref.portId]
  const declared = (harness.build.choices.declaredModels ?? []).filter(
    ({ at }) => at.itemId === item.id && portIds.includes(at.portId),
  )
  return declared.length === 0 ? undefined : declared.reduce((sum, one) => sum + one.unitCount * one.ledCount, 0)
}

/** What the source of a line sees: devices in series add, legs of a splitter lie on top of one another. */
export function stripOf(harness: Harness, line: Line): Strip {
  const rows = rowsOf(line.segments)
  const stretches = line.segments.map((segment): Stretch => {
    const { firstLed, ledCount, light } = segment
    const isNumbered = light.control === 'eachLed' && firstLed !== undefined
    return {
      segment,
      fromLed: isNumbered ? firstLed + 1 : undefined,
      toLed: isNumbered && ledCount !== undefined ? firstLed + ledCount : undefined,
      row: rows.get(segment)!,
      device: deviceOf(segment),
    }
  })
  const { ledCount, unknownCount, source } = line
  const declaredCount = declaredAt(harness, source)
  return {
    line,
    stretches,
    rowCount: Math.max(0, ...rows.values()) + 1,
    deviceCount: Math.max(0, ...stretches.map(({ device }) => device)) + 1,
    ledCount,
    unknownCount,
    declaredCount,
    darkCount: Math.max(0, ledCount - (declaredCount ?? ledCount)),
    spillCount: unknownCount > 0 ? 0 : Math.max(0, (declaredCount ?? ledCount) - ledCount),
    mostLedCount: leastLimit(source.facts, source.port.id, 'mostLedCount'),
  }
}

/** The lights that show an LED of a strip, and which of theirs it is, from 0: one of each leg that is long enough. */
export function atLed(
  { stretches }: Strip,
  led: number,
): readonly { readonly stretch: Stretch; readonly own: number }[] {
  return stretches.flatMap((stretch) => {
    const { fromLed, toLed } = stretch
    return fromLed === undefined || toLed === undefined || led < fromLed || led > toLed
      ? []
      : [{ stretch, own: led - fromLed }]
  })
}
