'use client'

import type { Harness } from '@/core/operate/harness'
import { BY_NIGHT, NightFrame } from '@/ui/case/by-night'
import { drawnThings } from '@/ui/case/drawn'
import type { CaseView } from '@/ui/case/view'
import { Walls } from '@/ui/case/walls'
import { useLight } from './light-state'
import { cssOf, shownBy, type PicturedLed } from '@/ui/case/lit'
import { useDrawing } from './use-drawing'

const MARGIN_MM = 8
const LED_MM = 4.5
const HALO_MM = 13
const LETTER_MM = 20

interface Drawing {
  readonly leds: readonly PicturedLed[]
  readonly view: CaseView
  readonly pickedKey: string | undefined
}

/** Draws every LED as it is at a time: a halo and its middle where it shines, a ring where it is dark. */
function draw(canvas: HTMLCanvasElement, { leds, view, pickedKey }: Drawing, timeMs: number): void {
  const context = canvas.getContext('2d')
  if (context === null) return
  const { look, pointed } = useLight.getState()
  const scale = canvas.width / (view.net.widthMm + 2 * MARGIN_MM)
  context.setTransform(scale, 0, 0, scale, MARGIN_MM * scale, MARGIN_MM * scale)
  context.clearRect(-MARGIN_MM, -MARGIN_MM, view.net.widthMm + 2 * MARGIN_MM, view.net.heightMm + 2 * MARGIN_MM)
  for (const led of leds) {
    const colour = shownBy(look, led, timeMs)
    const light = Math.max(colour.red, colour.green, colour.blue)
    const disc = (radiusMm: number) => {
      context.beginPath()
      context.arc(led.uMm, led.vMm, radiusMm, 0, 2 * Math.PI)
    }
    if (light > 0.02) {
      const full = { red: colour.red / light, green: colour.green / light, blue: colour.blue / light }
      context.fillStyle = cssOf(full, 0.22 * light)
      disc(HALO_MM)
      context.fill()
      context.fillStyle = cssOf(full, 0.25 + 0.75 * light)
      disc(LED_MM)
      context.fill()
    } else {
      context.strokeStyle = led.lineKey === pickedKey ? 'rgb(214 205 188 / 0.9)' : 'rgb(214 205 188 / 0.4)'
      context.lineWidth = 1.2
      disc(LED_MM - 1)
      context.stroke()
    }
    if (pointed?.lineKey === led.lineKey && pointed.led === led.led + 1) {
      context.strokeStyle = 'rgb(255 255 255)'
      context.lineWidth = 2.5
      disc(LED_MM + 5)
      context.stroke()
    }
  }
}

/** The LED nearest to a point of the picture, if one is near. */
function nearest({ leds }: Drawing, uMm: number, vMm: number): PicturedLed | undefined {
  let [found, awayMm]: [PicturedLed | undefined, number] = [undefined, HALO_MM]
  for (const led of leds) {
    const mm = Math.hypot(led.uMm - uMm, led.vMm - vMm)
    if (mm < awayMm) [found, awayMm] = [led, mm]
  }
  return found
}

interface CaseLightsProps extends Drawing {
  readonly harness: Harness
  readonly onPick: (led: PicturedLed) => void
}

/** The case as in Places, dimmed, with every LED lit as its line is told. */
export function CaseLights({ harness, onPick, ...drawing }: CaseLightsProps) {
  const { view } = drawing
  const canvas = useDrawing(drawing, draw)
  const { net } = view
  const size = { width: net.widthMm + 2 * MARGIN_MM, height: net.heightMm + 2 * MARGIN_MM }
  const ledAt = (event: React.PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect()
    const scale = size.width / box.width
    return nearest(
      drawing,
      (event.clientX - box.left) * scale - MARGIN_MM,
      (event.clientY - box.top) * scale - MARGIN_MM,
    )
  }
  return (
    <div
      className="relative overflow-hidden rounded-lg bg-[#1b1916]"
      style={{ aspectRatio: `${size.width} / ${size.height}` }}
      onPointerMove={(event) => {
        const led = ledAt(event)
        useLight.getState().pointAt(led === undefined ? null : { lineKey: led.lineKey, led: led.led + 1 })
      }}
      onPointerLeave={() => useLight.getState().pointAt(null)}
      onPointerDown={(event) => {
        const led = ledAt(event)
        if (led !== undefined) onPick(led)
      }}
    >
      <svg
        aria-hidden
        viewBox={`${-MARGIN_MM} ${-MARGIN_MM} ${size.width} ${size.height}`}
        className="absolute inset-0 size-full"
      >
        <Walls view={view} dyes={BY_NIGHT} />
        {drawnThings(harness, view).map((thing) => (
          <NightFrame key={thing.placed.item.id} thing={thing}>
            <text
              textAnchor="middle"
              y={thing.is === 'radiator' ? -thing.heightMm / 2 - 3 : LETTER_MM / 3}
              fontSize={LETTER_MM}
              fill="#b5ac9a"
            >
              {thing.placed.item.mark}
            </text>
          </NightFrame>
        ))}
      </svg>
      <canvas ref={canvas} data-lights aria-hidden className="absolute inset-0 size-full" />
    </div>
  )
}
