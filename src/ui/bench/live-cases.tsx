'use client'

import { useMemo } from 'react'
import type { Moment } from '@/core/bench/power-up'
import { lookAt } from '@/core/light/line-look'
import type { Harness } from '@/core/operate/harness'
import { FULL_WHITE } from '@/core/physics/led'
import { litLeds } from '@/ui/case/lit'
import { casesOf, viewOf } from '@/ui/case/view'
import { LiveCase } from './live-case'

/** The cases of a machine as they run. */
export function LiveCases({ harness, moment }: { readonly harness: Harness; readonly moment: Moment }) {
  const pictures = useMemo(() => {
    const looks = harness.lights().lines.map((line) => lookAt(harness, line, FULL_WHITE))
    return casesOf(harness).flatMap((caseItem) => {
      const view = viewOf({ harness, caseItem, layoutIds: {}, held: undefined })
      return view === undefined || view.placed.length === 0 ? [] : [{ view, leds: litLeds(harness, view, looks) }]
    })
  }, [harness])
  if (pictures.length === 0) {
    return (
      <p className="text-[14px] text-faded">Nothing sits in a case yet: give things their places, and they run here.</p>
    )
  }
  return pictures.map(({ view, leds }) => (
    <LiveCase key={view.caseItem.id} harness={harness} view={view} leds={leds} moment={moment} />
  ))
}
