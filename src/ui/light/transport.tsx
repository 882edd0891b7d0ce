'use client'

import { ChevronRight, ChevronsRight, Pause, Play } from 'lucide-react'
import { DEVICE_MS, PATTERNS, STEP_MS, type Pattern } from '@/core/light/patterns'
import { hexOf, sharesOfHex } from '@/core/units/hex'
import { Button } from '@/ui/shared/button'
import { wantsLessMotion } from '@/ui/shared/motion'
import { SELECT } from '@/ui/shared/select-class'
import { useLight } from './light-state'

const PATTERN_WORDS: Readonly<Record<Pattern, string>> = {
  one: 'one LED after another',
  device: 'one device after another',
  streak: 'a streak with a tail',
  thirds: 'thirds: red, green, blue',
  ramp: 'all hues along the line',
  swell: 'all together, up and down',
  crossing: 'by place: from front to rear',
  plain: 'one colour',
  white: 'full white',
}
const FULL_PERCENT = 100

export function togglePlay(): void {
  const { isPlaying, play } = useLight.getState()
  play(!isPlaying && !wantsLessMotion())
}

/** Goes one LED or one device on, and stands there. */
export function stepOn(pattern: 'one' | 'device'): void {
  const { look, timeMs, setPattern, standAt } = useLight.getState()
  const stepMs = pattern === 'one' ? STEP_MS : DEVICE_MS
  if (look.pattern === pattern) return standAt((Math.floor(timeMs / stepMs) + 1) * stepMs)
  setPattern(pattern)
  standAt(0)
}

/** What is shown, and how it goes on: by button, and by space, right and Shift with right. */
export function Transport() {
  const { look, pace, isPlaying, setPattern, setColour, setBrightness, setPace } = useLight()
  return (
    <div
      role="group"
      aria-label="What the lights show"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 text-[14px]"
    >
      <span className="inline-flex gap-1.5">
        <Button tone="act" aria-keyshortcuts="Space" onClick={togglePlay}>
          {isPlaying ? <Pause size={15} aria-hidden /> : <Play size={15} aria-hidden />}
          {isPlaying ? 'Pause' : 'Play'}
        </Button>
        <Button aria-keyshortcuts="ArrowRight" onClick={() => stepOn('one')}>
          <ChevronRight size={15} aria-hidden /> One LED on
        </Button>
        <Button aria-keyshortcuts="Shift+ArrowRight" onClick={() => stepOn('device')}>
          <ChevronsRight size={15} aria-hidden /> One device on
        </Button>
      </span>
      <label className="flex items-center gap-1.5">
        Show
        <select value={look.pattern} onChange={({ target }) => setPattern(target.value as Pattern)} className={SELECT}>
          {PATTERNS.map((pattern) => (
            <option key={pattern} value={pattern}>
              {PATTERN_WORDS[pattern]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-1.5">
        colour
        <input
          type="color"
          value={`#${hexOf(look.colour)}`}
          onChange={({ target }) => setColour(sharesOfHex(target.value.slice(1)) ?? look.colour)}
          className="h-8 w-10 rounded border border-seam bg-linen p-0.5 max-sm:h-[44px]"
        />
      </label>
      <label className="flex items-center gap-1.5">
        brightness
        <input
          type="range"
          min={0}
          max={FULL_PERCENT}
          value={Math.round(look.brightness * FULL_PERCENT)}
          onChange={({ target }) => setBrightness(Number(target.value) / FULL_PERCENT)}
          className="w-28 accent-madder"
        />
        <output className="w-12 text-right">{Math.round(look.brightness * FULL_PERCENT)} %</output>
      </label>
      <label className="flex items-center gap-1.5">
        pace
        <select value={pace} onChange={({ target }) => setPace(Number(target.value))} className={SELECT}>
          <option value={0.25}>a quarter</option>
          <option value={1}>as it is</option>
          <option value={4}>four times</option>
        </select>
      </label>
    </div>
  )
}
