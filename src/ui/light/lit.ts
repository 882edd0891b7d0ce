import { colourAtVolts, voltsAtLed } from '@/core/light/at-look'
import type { LineLook } from '@/core/light/line-look'
import { colourAt, type Look } from '@/core/light/patterns'
import { seatsOf } from '@/core/light/seats'
import { leastVoltsOf } from '@/core/operate/electric'
import type { Harness } from '@/core/operate/harness'
import type { Colour } from '@/core/physics/led'
import type { CaseView } from '@/ui/case/view'

/** One LED of the picture. */
export interface LitLed {
  readonly lineKey: string
  readonly itemId: string
  /** In mm of the picture. */
  readonly uMm: number
  readonly vMm: number
  /** On its strip, from 0. */
  readonly led: number
  readonly ledCount: number
  readonly device: number
  readonly deviceCount: number
  readonly acrossShare: number
  readonly framesPerSecond: number
  readonly volts: number | undefined
  readonly leastVolts: number
}

/** Every LED of the lines that sits in a case, where it is drawn. */
export function litLeds(harness: Harness, view: CaseView, looks: readonly LineLook[]): readonly LitLed[] {
  return looks.flatMap(({ line, strip, volts, framesPerSecond }) => {
    return strip.stretches.flatMap(({ segment, fromLed, device }, index): readonly LitLed[] => {
      const seats = seatsOf(harness, segment)
      const { itemId } = segment.at
      if (seats === undefined || harness.placeOf(itemId)?.caseItem?.id !== view.caseItem.id) return []
      return seats.points.map((point, own): LitLed => {
        const mark = view.net.mark(seats.wall, point)
        return {
          lineKey: line.source.key,
          itemId,
          ...mark,
          // A light of one colour, or one behind a count that nobody knows, is lit as a whole.
          led: (fromLed ?? 1) - 1 + (fromLed === undefined ? 0 : own),
          ledCount: Math.max(1, strip.ledCount),
          device,
          deviceCount: strip.deviceCount,
          acrossShare: point.xMm / view.frame.depthMm,
          framesPerSecond,
          volts: voltsAtLed(volts.nominal[index]!, own, seats.points.length),
          leastVolts: leastVoltsOf(segment.light),
        }
      })
    })
  })
}

/** A time of the pictures that a line can show: it stands until the wire lets the next one through. */
const heldMs = (timeMs: number, framesPerSecond: number) =>
  (Math.floor((timeMs * framesPerSecond) / 1000) * 1000) / framesPerSecond

/** What an LED shows: by the pattern, at the last frame that its line can have, at the volts that reach it. */
export function shownBy(look: Look, led: LitLed, timeMs: number): Colour {
  const colour = colourAt(look, led, heldMs(timeMs, led.framesPerSecond))
  return led.volts === undefined ? colour : colourAtVolts(colour, led.volts, led.leastVolts)
}
