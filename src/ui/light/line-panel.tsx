'use client'

import dynamic from 'next/dynamic'
import { useCallback } from 'react'
import { voltsAtLed } from '@/core/light/at-look'
import type { LineLook } from '@/core/light/line-look'
import { fewestSwaps, jumpsMm, reorderEdit, sortingTable, type Chain } from '@/core/light/order'
import { standInRows } from '@/core/light/report'
import { seatsOf, type Assumed } from '@/core/light/seats'
import type { Harness } from '@/core/operate/harness'
import { OWNER_WORDS } from '@/core/rules/light/light-owner'
import { missText, modelsText } from '@/core/wording/light-text'
import { countOf, listNames } from '@/core/wording/text'
import { useActions } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { axisOf, frameOf, type Dyes } from '@/ui/shared/chart-style'
import { useLight } from './light-state'

const Chart = dynamic(() => import('@/ui/shared/chart').then((module) => module.Chart), { ssr: false })

const HEIGHT_PX = 170

/** The volts at each LED by its number, along the first leg. */
function voltsByLed(
  { strip, volts }: LineLook,
  at: keyof LineLook['volts'],
): readonly (readonly [led: number, volts: number])[] {
  return strip.stretches.flatMap(({ fromLed, toLed, row }, index) => {
    if (fromLed === undefined || toLed === undefined || row > 0) return []
    const count = toLed - fromLed + 1
    return Array.from({ length: count }, (_, own) => own).flatMap((own) => {
      const value = voltsAtLed(volts[at][index]!, own, count)
      return value === undefined ? [] : [[fromLed + own, value] as const]
    })
  })
}

function VoltsChart({ look }: { readonly look: LineLook }) {
  const pointed = useLight((state) => state.pointed)
  const led = pointed?.lineKey === look.line.source.key ? pointed.led : undefined
  const optionOf = useCallback(
    (dyes: Dyes) => {
      const axis = axisOf(dyes)
      const line = (at: keyof LineLook['volts'], color: string, type: string | number[], width: number) => ({
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color, width, type },
        data: voltsByLed(look, at),
      })
      return {
        ...frameOf(dyes, { left: 48, right: 12, top: 10, bottom: 36 }),
        xAxis: { ...axis, name: 'LED', nameGap: 22, min: 1, max: Math.max(2, look.strip.ledCount) },
        yAxis: { ...axis, name: 'volts', nameGap: 34, scale: true },
        series: [
          line('high', dyes.faded, [4, 3], 1.2),
          {
            ...line('nominal', dyes.woad, 'solid', 2.2),
            ...(led !== undefined && {
              markLine: {
                silent: true,
                symbol: 'none',
                label: { show: false },
                lineStyle: { color: dyes.madder, type: 'solid' },
                data: [{ xAxis: led }],
              },
            }),
          },
          line('low', dyes.madder, [4, 3], 1.2),
        ],
      }
    },
    [look, led],
  )
  return (
    <Chart
      optionOf={optionOf}
      heightPx={HEIGHT_PX}
      onPoint={(at) => {
        const { ledCount } = look.strip
        const number = at === undefined ? 0 : Math.round(at)
        const isThere = number >= 1 && number <= ledCount
        useLight.getState().pointAt(isThere ? { lineKey: look.line.source.key, led: number } : null)
      }}
    />
  )
}

const sumText = ({ amps, unknownCount }: LineLook['atLook']) =>
  `${amps.toFixed(2)} A${unknownCount === 0 ? '' : ` and ${unknownCount} unknown`}`

const endText = (values: readonly number[]) =>
  values.length === 0 ? 'unknown' : `${Math.max(0, Math.min(...values)).toFixed(2)} V`

function Volts({ look }: { readonly look: LineLook }) {
  const { volts, strip } = look
  return (
    <section aria-label="Volts along the line">
      <h4 className="font-semibold">Volts along the line</h4>
      {voltsByLed(look, 'nominal').length > 1 && <VoltsChart look={look} />}
      <p className="text-[13px] text-faded">
        At this look. Solid: the supply at its nominal volts; dashed: 5 % higher and lower, as it may be.
      </p>
      <table className="w-full text-[14px]">
        <caption className="sr-only">The lowest volts of each light</caption>
        <thead className="text-[13px] text-faded">
          <tr>
            {['light', '5 % low', 'nominal', '5 % high'].map((head) => (
              <th key={head} scope="col" className="px-1 text-right font-normal first:text-left">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {strip.stretches.map(({ segment }, index) => (
            <tr key={`${segment.at.itemId} ${segment.light.id}`} className="border-t border-thread">
              <th scope="row" className="px-1 py-0.5 text-left font-normal">
                {segment.placed.item.mark} {segment.light.zone}
              </th>
              {(['low', 'nominal', 'high'] as const).map((at) => (
                <td key={at} className="px-1 text-right">
                  {endText(volts[at][index]?.volts ?? [])}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

function OrderOfChain({ harness, chain }: { readonly harness: Harness; readonly chain: Chain }) {
  const { dispatch } = useActions()
  const { devices, jumps } = chain
  const numbered = devices.filter(({ number }) => number !== undefined)
  if (numbered.length < 2) {
    return (
      <p className="text-faded">
        Number the things in Places, along the path of the light, and its order is told here.
      </p>
    )
  }
  if (jumps.length === 0) return <p>It runs in the order of the case: {listNames(devices.map(({ mark }) => mark))}.</p>
  const swaps = fewestSwaps(chain)
  const edit = reorderEdit(harness, chain)
  const mm = jumpsMm(harness, chain)
  return (
    <div className="space-y-2">
      <p>
        It runs {devices.map(({ mark }) => mark).join(', ')}: {countOf(jumps.length, 'jump')}
        {mm !== undefined && `, ${(mm / 1000).toFixed(2)} m in all`}.
      </p>
      {swaps !== undefined && (
        <p>
          {countOf(swaps.length, 'swap')} {swaps.length === 1 ? 'puts' : 'put'} it right:{' '}
          {swaps.map(({ a, b }) => `${a.mark} with ${b.mark}`).join(', ')}.{' '}
          {edit !== undefined && (
            <Button small onClick={() => dispatch(edit)}>
              Plug it so
            </Button>
          )}
        </p>
      )}
      <table className="text-[14px]">
        <caption className="text-left text-faded">Or leave the plugs, and sort the list of the program so:</caption>
        <thead className="text-[13px] text-faded">
          <tr>
            <th scope="col" className="pr-4 text-left font-normal">
              in the case
            </th>
            <th scope="col" className="pr-4 text-left font-normal">
              slot of the program
            </th>
            <th scope="col" className="text-left font-normal">
              device
            </th>
          </tr>
        </thead>
        <tbody>
          {sortingTable(chain).map(({ slot, device }, index) => (
            <tr key={device.itemId} className="border-t border-thread">
              <td className="pr-4">{index + 1}</td>
              <td className="pr-4">{slot}</td>
              <td>{device.mark}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

function StandIns({ look }: { readonly look: LineLook }) {
  const rows = standInRows(look.standIns)
  if (rows.length === 0) return null
  return (
    <section aria-label="What to declare">
      <h4 className="font-semibold">What to declare</h4>
      <table className="w-full text-[14px]">
        <caption className="sr-only">Models that cover this line, the best first</caption>
        <tbody>
          {rows.map((row) => (
            <tr key={modelsText(row)} className="border-t border-thread first:font-semibold">
              <th scope="row" className="py-0.5 text-left font-[inherit]">
                {modelsText(row)}
              </th>
              <td className="px-2 text-right whitespace-nowrap">{row.declaredCount} LEDs</td>
              <td className="text-right">{missText(row)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

const ASSUMED_WORDS: Readonly<Record<Assumed, string>> = {
  count: 'how many LEDs it has',
  shape: 'how its LEDs sit',
  face: 'which face shines into the case',
  corner: 'the corner of its lead',
  size: 'its size',
}

/** What is drawn as it is usual, since nobody has said it; what has no place is not drawn at all. */
function AssumedSeats({ harness, look }: { readonly harness: Harness; readonly look: LineLook }) {
  const seats = look.line.segments.map((segment) => ({
    mark: segment.placed.item.mark,
    seats: seatsOf(harness, segment),
  }))
  const marksOf = (what: Assumed) => [
    ...new Set(seats.flatMap(({ mark, seats: there }) => (there?.assumed.includes(what) === true ? [mark] : []))),
  ]
  const open = (Object.keys(ASSUMED_WORDS) as Assumed[]).flatMap((what) => {
    const marks = marksOf(what)
    return marks.length === 0 ? [] : [`${ASSUMED_WORDS[what]} (${listNames(marks)})`]
  })
  const loose = [...new Set(seats.flatMap(({ mark, seats: there }) => (there === undefined ? [mark] : [])))]
  return (
    <>
      {open.length > 0 && (
        <p className="text-[13px] text-faded">Drawn as usual, since nobody says it: {open.join('; ')}.</p>
      )}
      {loose.length > 0 && (
        <p className="text-[13px] text-faded">Without a place in a case, and on the strip alone: {listNames(loose)}.</p>
      )}
    </>
  )
}

/** All that is told of the picked line. */
export function LinePanel({ harness, look }: { readonly harness: Harness; readonly look: LineLook }) {
  const { line, brightest, owner } = look
  const name = harness.name(line.source.ref)
  const chains = look.chains.filter(({ devices }) => devices.length > 1)
  const percent = brightest && Math.floor(brightest.brightness * 100)
  const facts: readonly (readonly [string, string])[] = [
    ['at this look', sumText(look.atLook)],
    ['at full white', sumText(look.atWhite)],
    ['brightest white within the headroom', percent === undefined ? 'unknown: a figure is missing' : `${percent} %`],
    ['frames a second, at most', look.framesPerSecond.toFixed(0)],
    ['ruled by', owner === undefined ? 'unknown' : OWNER_WORDS[owner]],
  ]
  return (
    <section
      aria-label={`Line of ${name}`}
      className="space-y-4 self-start rounded-lg border border-thread bg-cloth p-3"
    >
      <h3 className="font-display text-lg font-semibold">{name}</h3>
      <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-0.5 text-[14px]">
        {facts.map(([words, value]) => (
          <div key={words} className="contents">
            <dt className="text-faded">{words}</dt>
            <dd className="text-right">{value}</dd>
          </div>
        ))}
      </dl>
      <section aria-label="Order in the case" className="space-y-2">
        <h4 className="font-semibold">Order in the case</h4>
        {chains.length === 0 && <p className="text-faded">One device alone has no order.</p>}
        {chains.map((chain) => (
          <OrderOfChain key={chain.devices.map(({ itemId }) => itemId).join()} harness={harness} chain={chain} />
        ))}
      </section>
      <StandIns look={look} />
      <Volts look={look} />
      <AssumedSeats harness={harness} look={look} />
    </section>
  )
}
