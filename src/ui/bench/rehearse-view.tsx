'use client'

import { Pause, Play, Power } from 'lucide-react'
import { useEffect, useMemo, useState } from 'react'
import type { BenchFault } from '@/core/bench/faults'
import { faultsOf } from '@/core/bench/faults-of'
import { momentAt, POWER_UP, powerUpOf } from '@/core/bench/power-up'
import type { Rehearsal } from '@/core/bench/simulate'
import { BEFORE_BUTTON, phaseText } from '@/core/wording/power-up-text'
import { Button } from '@/ui/shared/button'
import { FaultSelect } from './fault-select'
import { LiveCases } from './live-cases'
import { LiveLists } from './live-lists'
import { SurgeChart } from './surge-chart'

const OFF_MS = -1
const MS_PER_SECOND = 1000
/** So often the picture is drawn anew while it starts. */
const FRAME_MS = 50

/** The time since the button, as it runs, stands, or is put somewhere. */
function useClock() {
  const [timeMs, setTimeMs] = useState(OFF_MS)
  const [isRunning, setIsRunning] = useState(false)
  useEffect(() => {
    if (!isRunning) return
    let before = performance.now()
    const timer = setInterval(() => {
      const now = performance.now()
      const passedMs = now - before
      before = now
      setTimeMs((at) => Math.min(POWER_UP.endMs, at + passedMs))
    }, FRAME_MS)
    return () => clearInterval(timer)
  }, [isRunning])
  const isOver = timeMs >= POWER_UP.endMs
  useEffect(() => {
    if (isOver) setIsRunning(false)
  }, [isOver])
  return {
    timeMs,
    isOn: timeMs >= 0,
    isRunning: isRunning && !isOver,
    press: () => {
      setTimeMs((at) => (at >= 0 ? OFF_MS : 0))
      setIsRunning(timeMs < 0)
    },
    toggle: () => {
      if (isOver) setTimeMs(0)
      setIsRunning((is) => !is || isOver)
    },
    put: (at: number) => {
      setIsRunning(false)
      setTimeMs(at)
    },
  }
}

interface RehearseProps {
  readonly rehearsal: Rehearsal
  readonly isDangerous: boolean
}

/** The first power-on, played: what starts when, what is read, what shines; with a fault slipped in where one wants. */
export function RehearseView({ rehearsal, isDangerous }: RehearseProps) {
  const { harness } = rehearsal
  const [faultId, setFaultId] = useState('')
  const faults = useMemo(() => faultsOf(harness), [harness])
  const slipped = useMemo((): readonly BenchFault[] => {
    const found = faults.find(({ id }) => id === faultId)
    return found === undefined ? [] : [found.fault]
  }, [faults, faultId])
  const power = useMemo(() => powerUpOf(rehearsal, slipped), [rehearsal, slipped])
  const { timeMs, isOn, isRunning, press, toggle, put } = useClock()
  const moment = momentAt(power, timeMs)
  return (
    <div className="space-y-3">
      {!isOn && (
        <section aria-label="Before the button" className="rounded-lg border border-thread bg-cloth p-3">
          <h3 className="font-display font-semibold">Before the button</h3>
          <ol className="mt-1 list-decimal space-y-0.5 pl-6">
            {BEFORE_BUTTON.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ol>
        </section>
      )}
      <div role="group" aria-label="The button" className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <Button tone={isOn ? 'plain' : 'act'} disabled={isDangerous} aria-pressed={isOn} onClick={press}>
          <Power size={16} aria-hidden /> {isOn ? 'Switch off' : 'Press the button'}
        </Button>
        {isOn && (
          <Button onClick={toggle}>
            {isRunning ? <Pause size={15} aria-hidden /> : <Play size={15} aria-hidden />}
            {isRunning ? 'Pause' : 'Go on'}
          </Button>
        )}
        <label className="flex grow items-center gap-2">
          <span className="sr-only">Seconds after the button</span>
          <input
            type="range"
            min={0}
            max={POWER_UP.endMs}
            step={100}
            value={Math.max(0, timeMs)}
            disabled={!isOn}
            onChange={({ target }) => put(Number(target.value))}
            aria-valuetext={`${(Math.max(0, timeMs) / MS_PER_SECOND).toFixed(1)} seconds`}
            className="min-w-32 grow accent-madder"
          />
          <output className="w-14 text-right">{(Math.max(0, timeMs) / MS_PER_SECOND).toFixed(1)} s</output>
        </label>
        <FaultSelect harness={harness} faults={faults} value={faultId} onChange={setFaultId} />
      </div>
      {isDangerous && (
        <p className="font-semibold text-madder">The button is blocked until what is told above is put right.</p>
      )}
      <p role="status" className="text-[15px] font-semibold">
        {phaseText(harness, moment, timeMs)}
      </p>
      <LiveCases harness={harness} moment={moment} />
      <SurgeChart harness={harness} timeMs={timeMs} />
      <LiveLists rehearsal={rehearsal} moment={moment} />
      <p className="text-[13px] text-faded">
        Blades turn some 25 times slower than they do. Here the firmware rules after 4 s and programs after 9 s; a real
        machine takes longer to load, in the same order.
      </p>
    </div>
  )
}
