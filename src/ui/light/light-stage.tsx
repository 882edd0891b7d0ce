'use client'

import Link from 'next/link'
import { useDeferredValue, useEffect, useMemo } from 'react'
import { portKey } from '@/core/build/refs'
import { lookAt, type LineLook } from '@/core/light/line-look'
import { stepAt } from '@/core/light/patterns'
import { atLed } from '@/core/light/strip'
import type { Harness } from '@/core/operate/harness'
import { WHITE } from '@/core/physics/led'
import { casesOf, viewOf } from '@/ui/case/view'
import { useFocus } from '@/ui/focus/focus'
import { useHarness } from '@/ui/session/context'
import { buttonClass } from '@/ui/shared/button'
import { CaseLights } from './case-lights'
import { LinePanel } from './line-panel'
import { useLight } from './light-state'
import { litLeds } from '@/ui/case/lit'
import { Owners } from './owners'
import { Screens } from './screens'
import { Strips } from './strips'
import { stepOn, togglePlay, Transport } from './transport'

/** Every line of the machine that is looked at, at the colour and brightness that are set. */
function useLooks(harness: Harness): readonly LineLook[] {
  const assemblyId = useFocus((state) => state.assemblyId)
  const look = useDeferredValue(useLight((state) => state.look))
  const { colour, brightness, pattern } = look
  return useMemo(() => {
    const shown = pattern === 'white' ? WHITE : colour
    return harness
      .lights()
      .lines.filter(({ source }) => assemblyId === null || source.item.assemblyId === assemblyId)
      .map((line) => lookAt(harness, line, { ...shown, brightness }))
  }, [harness, assemblyId, colour, brightness, pattern])
}

/** The line that is picked: its outlet, or anything on it; the first where nothing is. */
function usePicked(looks: readonly LineLook[]): LineLook | undefined {
  const { selected, itemId } = useFocus()
  const isAt = ({ line }: LineLook) => selected !== null && line.source.key === portKey(selected.ref)
  const has = ({ line }: LineLook) => line.segments.some(({ at }) => at.itemId === itemId)
  return looks.find(isAt) ?? looks.find(has) ?? looks[0]
}

/** Keys of the transport, where nothing else wants them. */
function useKeys() {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement
      if (event.defaultPrevented || event.altKey || event.ctrlKey || event.metaKey) return
      if (target.closest('button, a, input, select, textarea, [role="dialog"], [role="tab"]') !== null) return
      if (event.key === ' ') togglePlay()
      else if (event.key === 'ArrowRight') stepOn(event.shiftKey ? 'device' : 'one')
      else return
      event.preventDefault()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}

/** What should be lit now, while one LED or one device walks: to be held against the machine. */
function LitNow({ look }: { readonly look: LineLook }) {
  const { look: shown, timeMs, isPlaying } = useLight()
  const { strip } = look
  const { pattern } = shown
  if (isPlaying || (pattern !== 'one' && pattern !== 'device') || strip.ledCount === 0) return null
  const { ledCount, deviceCount } = strip
  const at = { led: 0, ledCount, device: 0, deviceCount, acrossShare: undefined }
  const step = stepAt(pattern, at, timeMs)
  const lit =
    pattern === 'device'
      ? strip.stretches
          .filter(({ device }) => device === step)
          .map(({ segment }) => `${segment.placed.item.mark} ${segment.light.zone}`)
      : atLed(strip, step + 1).map(
          ({ stretch, own }) => `${stretch.segment.placed.item.mark}, LED ${own + 1} of ${stretch.segment.ledCount}`,
        )
  return (
    <p role="status" className="text-[14px]">
      {pattern === 'one' ? `LED ${step + 1}` : `Device ${step + 1}`} of the line should be lit:{' '}
      <strong>{lit.join('; ') || 'nothing hangs there'}</strong>. Does your machine do the same?
    </p>
  )
}

function Lines({ harness, looks }: { readonly harness: Harness; readonly looks: readonly LineLook[] }) {
  const picked = usePicked(looks)
  const select = useFocus((state) => state.select)
  useKeys()
  const assemblyId = useFocus((state) => state.assemblyId)
  const pictures = useMemo(
    () =>
      casesOf(harness)
        .filter((caseItem) => assemblyId === null || caseItem.assemblyId === assemblyId)
        .flatMap((caseItem) => {
          const view = viewOf({ harness, caseItem, layoutIds: {}, held: undefined })
          const leds = view === undefined ? [] : litLeds(harness, view, looks)
          return view === undefined || leds.length === 0 ? [] : [{ view, leds }]
        }),
    [harness, looks, assemblyId],
  )
  const pickedKey = picked?.line.source.key
  return (
    <div className="space-y-3 p-3">
      <Transport />
      {pictures.map(({ view, leds }) => (
        <CaseLights
          key={view.caseItem.id}
          harness={harness}
          view={view}
          leds={leds}
          pickedKey={pickedKey}
          onPick={({ itemId }) => useFocus.getState().choose(itemId)}
        />
      ))}
      {picked !== undefined && <LitNow look={picked} />}
      {pictures.length === 0 && (
        <p className="text-[13px] text-faded">
          No light sits in a case yet: give them their places, and they shine here.
        </p>
      )}
      <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_21rem]">
        <div className="min-w-0 space-y-3">
          <Strips
            harness={harness}
            looks={looks}
            pickedKey={pickedKey}
            onPick={({ line }) => select({ ref: line.source.ref })}
          />
          <Owners harness={harness} />
          <Screens harness={harness} />
        </div>
        {picked !== undefined && <LinePanel harness={harness} look={picked} />}
      </div>
    </div>
  )
}

/** What the lights do before they are bought: how each line runs through the case, what it draws, who rules it. */
export function LightStage() {
  const harness = useHarness()
  const looks = useLooks(harness)
  useEffect(() => () => useLight.getState().play(false), [])
  if (looks.length > 0) return <Lines harness={harness} looks={looks} />
  return (
    <div className="p-8">
      <h2 className="font-display text-xl font-semibold">No light hangs on anything yet</h2>
      <p className="my-3 max-w-prose text-faded">
        Plug lights into a header or an outlet that rules them: then each line has its strip here, and its LEDs are lit
        in the case.
      </p>
      <Link href={`/builds/${harness.build.id}/threads`} className={buttonClass('act')}>
        Go to Wiring
      </Link>
    </div>
  )
}
