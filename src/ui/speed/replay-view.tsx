'use client'

import dynamic from 'next/dynamic'
import { useCallback, useMemo, useState } from 'react'
import { portKey } from '@/core/build/refs'
import type { Harness } from '@/core/operate/harness'
import { readLog, type TemperatureLog } from '@/core/speed/log'
import { replay, secondsAbove, type Replay } from '@/core/speed/replay'
import type { Head } from '@/core/structure/signal/speed'
import { countOf, listNames } from '@/core/wording/text'
import { askText } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { FileButton } from '@/ui/shared/file-button'
import { Calmer } from './calmer'
import { axisOf, frameOf, type Dyes } from '@/ui/shared/chart-style'
import { NumberCell } from './number-cell'
import { SET_NAMES, SETS } from './speed-state'

const Chart = dynamic(() => import('@/ui/shared/chart').then((module) => module.Chart), { ssr: false })

const SHIPPED = [
  ['evening-of-editing', 'An evening of editing'],
  ['full-load-then-idle', 'Ten minutes of full load'],
] as const
const HEIGHT_PX = 220
const SECONDS_PER_MINUTE = 60
const USUAL_LEVEL_DBA = 25
const MOST_LOG_BYTES = 64 * 1024 * 1024

interface Held {
  readonly name: string
  readonly log: TemperatureLog
}

type Played = readonly (readonly [words: string, replay: Replay])[]

const loudest = ({ levelsDba }: Replay) => levelsDba.reduce((most, level) => Math.max(most, level), -Infinity)

function Curves({
  log,
  played,
  head,
}: {
  readonly log: TemperatureLog
  readonly played: Played
  readonly head: Head | undefined
}) {
  const optionOf = useCallback(
    (dyes: Dyes) => {
      const axis = axisOf(dyes)
      const valuesOf = (one: Replay) =>
        head === undefined
          ? one.levelsDba
          : one.heads.find((other) => portKey(other.head.at) === portKey(head.at))?.dutiesPercent
      return {
        ...frameOf(dyes, { left: 56, right: 14, top: 14, bottom: 38 }),
        xAxis: {
          ...axis,
          name: 'minutes',
          nameGap: 24,
          max: 'dataMax',
          axisLabel: { ...axis.axisLabel, showMaxLabel: false },
        },
        yAxis: {
          ...axis,
          name: head === undefined ? 'sounds, dB(A)' : 'asked for, %',
          nameGap: 34,
          ...(head === undefined ? { scale: true } : { min: 0, max: 100 }),
        },
        series: played.map(([name, one], index) => ({
          name,
          type: 'line',
          sampling: 'lttb',
          symbol: 'none',
          silent: true,
          lineStyle: {
            color: index === 0 ? dyes.woad : dyes.madder,
            width: index === 0 ? 2.2 : 1.4,
            type: index === 0 ? 'solid' : [5, 3],
          },
          data: Array.from(valuesOf(one) ?? [], (value, at) => [
            log.seconds[at]! / SECONDS_PER_MINUTE,
            Number.isFinite(value) ? value : null,
          ]),
        })),
      }
    },
    [log, played, head],
  )
  return <Chart optionOf={optionOf} heightPx={HEIGHT_PX} />
}

function Comparison({ log, played }: { readonly log: TemperatureLog; readonly played: Played }) {
  const [level, setLevel] = useState(USUAL_LEVEL_DBA)
  const rows: readonly (readonly [string, (one: Replay) => string])[] = [
    ['turns up or down', (one) => String(one.turnCount)],
    ['of them within a minute', (one) => String(one.huntCount)],
    ['largest jump', (one) => `${one.largestJumpPercent.toFixed(0)} %`],
    ['loudest', (one) => (Number.isFinite(loudest(one)) ? `${loudest(one).toFixed(1)} dB(A)` : 'unknown')],
    [`louder than ${level} dB(A)`, (one) => `${(secondsAbove(one, log, level) / SECONDS_PER_MINUTE).toFixed(1)} min`],
  ]
  return (
    <div className="space-y-2 text-[14px]">
      <table>
        <caption className="sr-only">The two sets of curves over this log</caption>
        <thead className="text-[13px] text-faded">
          <tr>
            <td />
            {played.map(([words]) => (
              <th key={words} scope="col" className="px-3 text-right font-normal">
                {words}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([words, of]) => (
            <tr key={words} className="border-t border-thread">
              <th scope="row" className="py-1 text-left font-normal">
                {words}
              </th>
              {played.map(([set, one]) => (
                <td key={set} className="px-3 py-1 text-right whitespace-nowrap">
                  {of(one)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="flex items-center gap-2 text-faded">
        Count time louder than
        <NumberCell
          label="Level to count above"
          unit="dB(A)"
          value={level}
          least={0}
          most={80}
          onChange={(value) => setLevel(value ?? level)}
        />
      </p>
    </div>
  )
}

/** A temperature log run through both sets of curves: how often they turn, how loud they get. */
export function ReplayView({ harness, head }: { readonly harness: Harness; readonly head: Head | undefined }) {
  const [held, setHeld] = useState<Held | undefined>(undefined)
  const [fault, setFault] = useState<string | undefined>(undefined)
  const [showsHead, setShowsHead] = useState(false)
  const read = async (name: string, text: () => Promise<string>) => {
    setFault(undefined)
    try {
      setHeld({ name, log: readLog(await text()) })
    } catch (error) {
      const { message, place } = error as Error & { readonly place?: string }
      setFault(`${name}${place === undefined ? '' : `, ${place}`}: ${message}`)
    }
  }
  const readOwn = (file: File) => {
    if (file.size > MOST_LOG_BYTES) setFault(`${file.name} is larger than 64 MB: take a shorter time.`)
    else void read(file.name, () => file.text())
  }
  const played = useMemo(
    (): Played =>
      held === undefined ? [] : SETS.map((set) => [SET_NAMES[set], replay(harness, held.log, set)] as const),
    [harness, held],
  )
  const left = played[0]?.[1].left ?? []
  return (
    <section aria-label="Over a log" className="space-y-3 rounded-lg border border-thread bg-cloth p-3">
      <p className="flex flex-wrap items-center gap-2">
        {SHIPPED.map(([file, words]) => (
          <Button key={file} small onClick={() => void read(words, () => askText(`/api/logs/${file}`))}>
            {words}
          </Button>
        ))}
        <FileButton small label="Temperature log" accept=".csv,text/csv" onFile={readOwn}>
          A log of your own
        </FileButton>
      </p>
      {fault !== undefined && (
        <p role="alert" className="text-madder">
          {fault}
        </p>
      )}
      {held === undefined ? (
        <p className="max-w-prose text-faded">
          A log of temperatures shows what the curves do over time. It is CSV: a row of names (seconds, and any of
          processor, graphics, coolant, board), then a row a sample in °C. The first two are invented, to try it with.
        </p>
      ) : (
        <>
          <div className="flex flex-wrap items-baseline justify-between gap-2">
            <h3 className="font-display font-semibold">
              {held.name}{' '}
              <span className="font-sans text-[13px] font-normal text-faded">
                {countOf(held.log.seconds.length, 'sample')}
              </span>
            </h3>
            {head !== undefined && (
              <label className="flex items-center gap-1.5 text-[14px]">
                <input type="checkbox" checked={showsHead} onChange={({ target }) => setShowsHead(target.checked)} />
                show what {harness.name(head.at)} asks for
              </label>
            )}
          </div>
          <Curves log={held.log} played={played} head={showsHead ? head : undefined} />
          <p className="text-[13px] text-faded">
            <span className="font-semibold text-woad">solid: tuned</span>,{' '}
            <span className="font-semibold text-madder">dashed: as it came</span>
          </p>
          <div className="flex flex-wrap gap-x-12 gap-y-3">
            <Comparison log={held.log} played={played} />
            <Calmer harness={harness} log={held.log} />
          </div>
          {left.length > 0 && (
            <p className="text-[13px] text-faded">
              Left out, since they have no tuned curve or the log no column for it:{' '}
              {listNames(left.map(({ at }) => harness.name(at)))}.
            </p>
          )}
        </>
      )}
    </section>
  )
}
