'use client'

import clsx from 'clsx'
import type { LineLook } from '@/core/light/line-look'
import type { Stretch } from '@/core/light/strip'
import type { Harness } from '@/core/operate/harness'
import { countOf } from '@/core/wording/text'
import { useMemo } from 'react'
import { useLight } from './light-state'
import { cssOf, shownBy, stripLeds } from '@/ui/case/lit'
import { useDrawing } from './use-drawing'

/** Numbers of the ruler, about so many. */
const RULER_MARKS = 8
const NICE_STEPS = [1, 2, 5, 10, 20, 30, 50, 60, 100, 200, 500, 1000, 2000]

function rulerOf(ledCount: number): readonly number[] {
  const step = NICE_STEPS.find((one) => ledCount / one <= RULER_MARKS) ?? ledCount
  const marks = Array.from({ length: Math.floor(ledCount / step) }, (_, index) => (index + 1) * step)
  return [1, ...marks.filter((mark) => mark > 1)]
}

interface Shining {
  readonly leds: ReturnType<typeof stripLeds>
  readonly shownCount: number
}

/** Draws what each LED shows, side by side. */
function drawStrip(canvas: HTMLCanvasElement, { leds, shownCount }: Shining, timeMs: number): void {
  const context = canvas.getContext('2d')
  if (context === null) return
  const { look } = useLight.getState()
  const widthPx = canvas.width / shownCount
  context.clearRect(0, 0, canvas.width, canvas.height)
  for (const led of leds) {
    context.fillStyle = cssOf(shownBy(look, led, timeMs))
    context.fillRect(led.led * widthPx + widthPx * 0.1, 0, Math.max(1, widthPx * 0.8), canvas.height)
  }
}

/** The line as it shines, LED by LED: also where nothing of it sits in a case. */
function StripLights({ harness, look, shownCount }: Pick<StripProps, 'harness' | 'look'> & Omit<Shining, 'leds'>) {
  const shining = useMemo(() => ({ leds: stripLeds(harness, look), shownCount }), [harness, look, shownCount])
  const canvas = useDrawing(shining, drawStrip)
  return <canvas ref={canvas} data-strip aria-hidden className="mb-1 block h-2 w-full rounded-sm bg-[#1b1916]" />
}

interface StripProps {
  readonly harness: Harness
  readonly look: LineLook
  readonly isPicked: boolean
  readonly onPick: () => void
}

const rangeText = ({ fromLed, toLed }: Stretch) =>
  fromLed === undefined ? 'lit as a whole, or behind an unknown count' : `LED ${fromLed} to ${toLed ?? 'unknown'}`

/** One line as its source sees it: a ruler of LED numbers, devices by name, legs of a splitter on top of one another. */
function StripOfLine({ harness, look, isPicked, onPick }: StripProps) {
  const { strip, line } = look
  const { pointed, pointAt } = useLight()
  const lineKey = line.source.key
  const shownCount = Math.max(strip.ledCount, strip.declaredCount ?? 0, 1)
  const percent = (leds: number) => `${(100 * leds) / shownCount}%`
  const most = strip.mostLedCount
  const led = pointed?.lineKey === lineKey ? pointed.led : undefined
  return (
    <li
      className={clsx('rounded-lg border px-3 py-2', isPicked ? 'border-woad bg-woad-wash' : 'border-thread bg-cloth')}
    >
      <button
        type="button"
        onClick={onPick}
        aria-pressed={isPicked}
        className="flex w-full flex-wrap items-baseline gap-x-3 text-left max-sm:min-h-[44px]"
      >
        <span className="font-display font-semibold">{harness.name(line.source.ref)}</span>
        <span className="text-[14px] text-faded">
          {countOf(strip.ledCount, 'LED')}
          {strip.unknownCount > 0 && `, and those of ${countOf(strip.unknownCount, 'light')} that nobody counted`}
          {strip.declaredCount !== undefined && `; it is told ${strip.declaredCount}`}
        </span>
        {most !== undefined && strip.ledCount > most && (
          <span className="text-[14px] text-madder">over the {most} that it can address</span>
        )}
      </button>
      {strip.ledCount > 0 && (
        <div
          className="relative mt-1"
          onPointerMove={(event) => {
            const box = event.currentTarget.getBoundingClientRect()
            const at = 1 + Math.floor(((event.clientX - box.left) / box.width) * shownCount)
            pointAt(at < 1 || at > strip.ledCount ? null : { lineKey, led: at })
          }}
          onPointerLeave={() => pointAt(null)}
        >
          <div aria-hidden className="relative h-4 text-[11px] text-faded">
            {rulerOf(shownCount).map((mark) => (
              <span key={mark} className="absolute -translate-x-1/2" style={{ left: percent(mark - 0.5) }}>
                {mark}
              </span>
            ))}
          </div>
          <StripLights harness={harness} look={look} shownCount={shownCount} />
          {Array.from({ length: strip.rowCount }, (_, row) => (
            <ul
              key={row}
              aria-label={row === 0 ? 'Devices' : `Devices of leg ${row + 1}`}
              className="relative mb-0.5 h-7"
            >
              {strip.stretches
                .filter((stretch) => stretch.row === row && stretch.fromLed !== undefined)
                .map((stretch) => {
                  const { segment, fromLed, toLed = strip.ledCount } = stretch
                  const isDark = strip.declaredCount !== undefined && fromLed! > strip.declaredCount
                  return (
                    <li
                      key={`${segment.at.itemId} ${segment.light.id}`}
                      aria-label={`${segment.placed.item.mark} ${segment.light.zone}: ${rangeText(stretch)}${isDark ? ', dark' : ''}`}
                      title={`${segment.placed.item.mark} ${segment.light.zone}: ${rangeText(stretch)}`}
                      className={clsx(
                        'absolute inset-y-0 overflow-hidden rounded border border-seam px-1 text-center text-[13px] leading-[26px] whitespace-nowrap',
                        isDark ? 'text-faded' : 'bg-linen',
                      )}
                      style={{
                        left: percent(fromLed! - 1),
                        width: percent(toLed - fromLed! + 1),
                        ...(isDark && {
                          background: 'repeating-linear-gradient(45deg, var(--weft) 0 5px, var(--cloth) 5px 10px)',
                        }),
                      }}
                    >
                      {segment.placed.item.mark}
                    </li>
                  )
                })}
            </ul>
          ))}
          {strip.spillCount > 0 && (
            <span
              aria-hidden
              className="absolute top-4 bottom-0 rounded border border-dashed border-weld"
              style={{ left: percent(strip.ledCount), width: percent(strip.spillCount) }}
            />
          )}
          {led !== undefined && (
            <span
              aria-hidden
              className="pointer-events-none absolute top-0 bottom-0 w-px bg-madder"
              style={{ left: percent(led - 0.5) }}
            />
          )}
        </div>
      )}
    </li>
  )
}

interface StripsProps {
  readonly harness: Harness
  readonly looks: readonly LineLook[]
  readonly pickedKey: string | undefined
  readonly onPick: (look: LineLook) => void
}

/** All lines as strips. */
export function Strips({ harness, looks, pickedKey, onPick }: StripsProps) {
  return (
    <ul aria-label="Lines" className="space-y-2">
      {looks.map((look) => (
        <StripOfLine
          key={look.line.source.key}
          harness={harness}
          look={look}
          isPicked={look.line.source.key === pickedKey}
          onPick={() => onPick(look)}
        />
      ))}
    </ul>
  )
}
