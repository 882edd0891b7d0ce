'use client'

import { useEffect, useRef } from 'react'
import type { Moment } from '@/core/bench/power-up'
import { sightKey } from '@/core/bench/sight'
import { portKey } from '@/core/build/refs'
import type { Harness } from '@/core/operate/harness'
import { boardOf, pointOnBoard } from '@/core/structure/place/places'
import { speedText } from '@/core/wording/bench-text'
import { BY_NIGHT, NightFrame } from '@/ui/case/by-night'
import { drawnThings, type DrawnThing } from '@/ui/case/drawn'
import type { PicturedLed } from '@/ui/case/lit'
import type { CaseView } from '@/ui/case/view'
import { Walls } from '@/ui/case/walls'
import { wantsLessMotion } from '@/ui/shared/motion'

const MARGIN_MM = 8
const LETTER_MM = 26
const SMALL_LETTER_MM = 20
/** One turn of the picture at 1000 rpm; a real one is over in 60 ms. */
const TURN_MS = 1500
const SPOKES = [0, 40, 80, 120, 160, 200, 240, 280, 320]
const PALE = '#d6cdbc'
const DIM = '#8d8474'

/** Blades that turn by their speed: slowed down, so that one sees it; they stand for whoever asked for less motion. */
function Blades({ rpm, radiusMm }: { readonly rpm: number; readonly radiusMm: number }) {
  const blades = useRef<SVGGElement>(null)
  const turning = useRef<Animation>(undefined)
  useEffect(() => {
    if (wantsLessMotion()) return
    const made = blades.current!.animate([{ transform: 'rotate(0deg)' }, { transform: 'rotate(360deg)' }], {
      duration: TURN_MS,
      iterations: Infinity,
    })
    made.pause()
    turning.current = made
    return () => made.cancel()
  }, [])
  useEffect(() => {
    const made = turning.current
    if (made === undefined) return
    if (rpm <= 0) return made.pause()
    made.updatePlaybackRate(rpm / 1000)
    made.play()
  }, [rpm])
  return (
    <g ref={blades}>
      {SPOKES.map((degrees) => (
        <path
          key={degrees}
          d={`M ${0.3 * radiusMm} 0 Q ${0.62 * radiusMm} ${-0.3 * radiusMm} ${0.88 * radiusMm} ${-0.1 * radiusMm}`}
          transform={`rotate(${degrees})`}
          fill="none"
          stroke={rpm > 0 ? PALE : DIM}
          strokeWidth={rpm > 0 ? 3 : 1.6}
        />
      ))}
    </g>
  )
}

interface ThingProps {
  readonly harness: Harness
  readonly thing: DrawnThing
  readonly moment: Moment
}

/** A thing in its place: blades that turn where it is a fan, with its speed below its mark. */
function Thing({ harness, thing, moment }: ThingProps) {
  const { placed, is, widthMm, heightMm } = thing
  const { item } = placed
  const motor = harness.factsOfItem(item.id).all.motor[0]
  const speed =
    motor === undefined ? undefined : moment.speeds.get(sightKey('fan', { itemId: item.id, portId: motor.port }))
  const isMotor = motor !== undefined
  const rpm = !isMotor ? 0 : speed === undefined ? 400 : (speed.least + speed.most) / 2
  const radiusMm = Math.min(widthMm, heightMm) / 2 - 6
  return (
    <NightFrame thing={thing} fill="#1f1d1a" {...(isMotor && rpm > 0 ? { stroke: PALE } : {})}>
      {is === 'fan' && isMotor && <Blades rpm={rpm} radiusMm={radiusMm} />}
      <g textAnchor="middle" fill="#f2ece0" stroke="#1f1d1a" strokeWidth="7" strokeLinejoin="round" paintOrder="stroke">
        <text
          y={is === 'radiator' ? -heightMm / 2 - 4 : isMotor ? -2 : LETTER_MM / 3}
          fontSize={LETTER_MM}
          fontWeight="600"
        >
          {item.mark}
        </text>
        {isMotor && (
          <text y={is === 'radiator' ? heightMm / 2 + SMALL_LETTER_MM : LETTER_MM - 4} fontSize={SMALL_LETTER_MM}>
            {moment.isOn ? speedText(speed) : 'off'}
          </text>
        )}
      </g>
    </NightFrame>
  )
}

/** How many LEDs of a light shine that has a broken one among them: the picture breaks its middle one. */
const isBeforeBroken = (index: number, count: number) => index < count / 2

function Led({
  led,
  moment,
  index,
  count,
}: {
  readonly led: PicturedLed
  readonly moment: Moment
  readonly index: number
  readonly count: number
}) {
  const is = moment.lights.get(sightKey('light', led.at, led.zone)) ?? 'dark'
  const isLit = is === 'shines' || is === 'yellow' || (is === 'partly' && isBeforeBroken(index, count))
  const at = { cx: led.uMm, cy: led.vMm }
  if (isLit) {
    const dye = is === 'yellow' ? '#e9b44c' : '#bfe3f2'
    return (
      <>
        <circle {...at} r="10" fill={dye} opacity="0.2" />
        <circle {...at} r="4" fill={dye} />
      </>
    )
  }
  if (is === 'astray')
    return <circle {...at} r="3.6" fill="none" stroke="#c98bb9" strokeWidth="1.6" strokeDasharray="2 2" />
  return <circle {...at} r="3" fill="none" stroke="#6b6355" strokeWidth="1.2" />
}

/** The headers of the board in the case that read a speed, with what they read. */
function BoardReadings({
  harness,
  view,
  moment,
}: {
  readonly harness: Harness
  readonly view: CaseView
  readonly moment: Moment
}) {
  const board = boardOf(harness, view.caseItem)
  if (board === undefined) return null
  const isRead = (portId: string) => {
    const ref = { itemId: board.item.id, portId }
    return moment.readings.has(sightKey('reading', ref)) && harness.threadsAt(ref).length > 0
  }
  // Of headers that stand side by side every other name goes a line lower.
  return board.part.ports
    .filter(({ id }) => isRead(id))
    .map((port, index) => {
      const ref = { itemId: board.item.id, portId: port.id }
      const key = sightKey('reading', ref)
      const point = pointOnBoard(view.space, board.part.outline, port.spot)
      if (point === undefined) return null
      const { uMm, vMm } = view.net.mark('tray', point)
      const speed = moment.readings.get(key)
      return (
        <g key={portKey(ref)}>
          <rect x={uMm - 5} y={vMm - 5} width="10" height="10" fill="#8fb7a0" />
          <text
            x={uMm}
            y={vMm + SMALL_LETTER_MM + 6 + (index % 2) * 2.2 * SMALL_LETTER_MM}
            fontSize={SMALL_LETTER_MM}
            textAnchor="middle"
            fill="#b8d6c4"
          >
            {port.name}{' '}
            <tspan x={uMm} dy={SMALL_LETTER_MM} fontWeight="600">
              {moment.isOn ? speedText(speed) : 'off'}
            </tspan>
          </text>
        </g>
      )
    })
}

interface LiveCaseProps {
  readonly harness: Harness
  readonly view: CaseView
  readonly leds: readonly PicturedLed[]
  readonly moment: Moment
}

/** A case as it runs: what turns, what its board reads, what shines. All of it stands in the lists beside it too. */
export function LiveCase({ harness, view, leds, moment }: LiveCaseProps) {
  const { net } = view
  const counts = new Map<string, number>()
  const keyOf = ({ at, zone }: PicturedLed) => sightKey('light', at, zone)
  for (const led of leds) counts.set(keyOf(led), (counts.get(keyOf(led)) ?? 0) + 1)
  const drawn = new Map<string, number>()
  return (
    <svg
      aria-hidden
      viewBox={`${-MARGIN_MM} ${-MARGIN_MM} ${net.widthMm + 2 * MARGIN_MM} ${net.heightMm + 2 * MARGIN_MM}`}
      className="w-full rounded-lg bg-[#1b1916]"
    >
      <Walls view={view} dyes={BY_NIGHT} />
      {drawnThings(harness, view).map((thing) => (
        <Thing key={thing.placed.item.id} harness={harness} thing={thing} moment={moment} />
      ))}
      <BoardReadings harness={harness} view={view} moment={moment} />
      {leds.map((led) => {
        const key = keyOf(led)
        const index = drawn.get(key) ?? 0
        drawn.set(key, index + 1)
        return <Led key={`${key} ${index}`} led={led} moment={moment} index={index} count={counts.get(key)!} />
      })}
    </svg>
  )
}
