import { colourAtVolts, voltsAtLed } from '@/core/light/at-look'
import type { LineLook } from '@/core/light/line-look'
import { colourAt, type LedOnStrip, type Look } from '@/core/light/patterns'
import { seatsOf } from '@/core/light/seats'
import { leastVoltsOf } from '@/core/operate/electric'
import type { Harness } from '@/core/operate/harness'
import type { Colour } from '@/core/physics/led'
import type { PortRef } from '@/core/schema/schema-kit'
import type { Point } from '@/core/places/space'
import type { Wall } from '@/core/places/net'
import type { CaseView } from '@/ui/case/view'

/** One LED, as far as what it shows goes. */
interface LitLed extends LedOnStrip {
  readonly framesPerSecond: number
  readonly volts: number | undefined
  readonly leastVolts: number
}

/** One LED of the picture, in mm of it. */
export interface PicturedLed extends LitLed {
  readonly lineKey: string
  readonly itemId: string
  /** Of the light it belongs to: its port, and its zone. */
  readonly at: PortRef
  readonly zone: string
  readonly uMm: number
  readonly vMm: number
}

interface Seated {
  readonly led: LitLed
  readonly itemId: string
  readonly at: PortRef
  readonly zone: string
  readonly wall: Wall | undefined
  readonly point: Point | undefined
}

/** Every LED of a line, with where it sits in its case as far as that is known. */
function seatedLeds(harness: Harness, look: LineLook): readonly Seated[] {
  const { strip, volts, framesPerSecond } = look
  return strip.stretches.flatMap(({ segment, fromLed, device }, index): readonly Seated[] => {
    const seats = seatsOf(harness, segment)
    const { itemId } = segment.at
    const caseItem = harness.placeOf(itemId)?.caseItem
    const depthMm = caseItem && harness.factsOfItem(caseItem.id).part.space?.depthMm.value
    const count = seats?.points.length ?? segment.ledCount ?? 0
    return Array.from({ length: count }, (_, own): Seated => {
      const point = seats?.points[own]
      const led: LitLed = {
        // A light of one colour, or one behind a count that nobody knows, is lit as a whole.
        led: (fromLed ?? 1) - 1 + (fromLed === undefined ? 0 : own),
        ledCount: Math.max(1, strip.ledCount),
        device,
        deviceCount: strip.deviceCount,
        acrossShare: point === undefined || depthMm === undefined ? undefined : point.xMm / depthMm,
        framesPerSecond,
        volts: voltsAtLed(volts.nominal[index]!, own, count),
        leastVolts: leastVoltsOf(segment.light),
      }
      return { led, itemId, at: segment.at, zone: segment.light.zone, wall: seats?.wall, point }
    })
  })
}

/** Every LED of the lines that sits in a case, where it is drawn. */
export const litLeds = (harness: Harness, view: CaseView, looks: readonly LineLook[]): readonly PicturedLed[] =>
  looks.flatMap((look) =>
    seatedLeds(harness, look).flatMap(({ led, itemId, at, zone, wall, point }): readonly PicturedLed[] => {
      if (wall === undefined || point === undefined) return []
      if (harness.placeOf(itemId)?.caseItem?.id !== view.caseItem.id) return []
      return [{ ...led, lineKey: look.line.source.key, itemId, at, zone, ...view.net.mark(wall, point) }]
    }),
  )

/** The LEDs of a line by their numbers; of legs that lie on top of one another the first, and none past what is declared. */
export function stripLeds(harness: Harness, look: LineLook): readonly LitLed[] {
  const { ledCount, declaredCount } = look.strip
  const byNumber = new Map<number, LitLed>()
  for (const { led } of seatedLeds(harness, look)) if (!byNumber.has(led.led)) byNumber.set(led.led, led)
  const reached = Math.min(ledCount, declaredCount ?? ledCount)
  return [...byNumber.values()].filter(({ led }) => led < reached)
}

/** A time of the pictures that a line can show: it stands until the wire lets the next one through. */
const heldMs = (timeMs: number, framesPerSecond: number) =>
  (Math.floor((timeMs * framesPerSecond) / 1000) * 1000) / framesPerSecond

/** What an LED shows: by the pattern, at the last frame that its line can have, at the volts that reach it. */
export function shownBy(look: Look, led: LitLed, timeMs: number): Colour {
  const colour = colourAt(look, led, heldMs(timeMs, led.framesPerSecond))
  return led.volts === undefined ? colour : colourAtVolts(colour, led.volts, led.leastVolts)
}

/** A colour of light as CSS. */
export const cssOf = ({ red, green, blue }: Colour, alpha = 1): string =>
  `rgb(${Math.round(red * 255)} ${Math.round(green * 255)} ${Math.round(blue * 255)} / ${alpha})`
