'use client'

import { useState } from 'react'
import type { Item } from '@/core/build/schema'
import type { Harness } from '@/core/operate/harness'
import type { SpeedRun } from '@/core/speed/run'
import { tuneCase, tuningEdits, type CaseTuning, type LeftFor } from '@/core/speed/tune-case'
import { useActions } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { NumberCell } from './number-cell'
import { useSpeed } from './speed-state'

const LEFT_WORDS: Readonly<Record<LeftFor, string>> = {
  pump: 'a pump listens, which wants full speed',
  figures: 'its fans are not all placed and known: least and start duty, least and full speed, flow and sound',
  unlike: 'its fans do not keep step with one another',
}
const MOST_M3_PER_H = 5000

const level = ({ levelDba }: SpeedRun) => (Number.isFinite(levelDba.most) ? levelDba.most.toFixed(1) : 'no')

function Found({
  harness,
  tuning,
  onTake,
}: {
  readonly harness: Harness
  readonly tuning: CaseTuning
  readonly onTake: () => void
}) {
  const { heads, left, isReached, before, after } = tuning
  const isQuieter = level(after) !== level(before) && after.levelDba.most < before.levelDba.most
  return (
    <div className="space-y-2 text-[14px]">
      <p>
        <strong>
          {level(after)} dB(A) instead of {level(before)} dB(A).
        </strong>{' '}
        {isReached
          ? isQuieter
            ? 'All that is wanted is moved.'
            : 'All that is wanted is moved; it cannot be had more quietly.'
          : 'More than these fans move at full speed was asked for: this is all of it.'}
      </p>
      <table>
        <caption className="sr-only">What each head asks for, now and then</caption>
        <thead className="text-[13px] text-faded">
          <tr>
            <td />
            <th scope="col" className="px-3 text-right font-normal">
              now
            </th>
            <th scope="col" className="px-3 text-right font-normal">
              then
            </th>
          </tr>
        </thead>
        <tbody>
          {heads.map(({ head, beforePercent, afterPercent }) => (
            <tr key={harness.name(head.at)} className="border-t border-thread">
              <th scope="row" className="py-1 text-left font-semibold">
                {harness.name(head.at)}
              </th>
              <td className="px-3 text-right">
                {beforePercent === undefined ? 'no curve' : `${beforePercent.toFixed(0)} %`}
              </td>
              <td className="px-3 text-right">{afterPercent.toFixed(0)} %</td>
            </tr>
          ))}
        </tbody>
      </table>
      {left.map(({ head, reason }) => (
        <p key={harness.name(head.at)} className="text-faded">
          {harness.name(head.at)} stays as it is: {LEFT_WORDS[reason]}.
        </p>
      ))}
      <Button tone="act" onClick={onTake} disabled={heads.length === 0}>
        Put it into the curves at this heat
      </Button>
    </div>
  )
}

interface TuneProps {
  readonly harness: Harness
  readonly run: SpeedRun
  readonly caseItem: Item
}

/** The least sound for a wanted flow, at the temperatures that are set; what is found becomes a point of each curve. */
export function TuneView({ harness, run, caseItem }: TuneProps) {
  const { dispatch } = useActions()
  const { heat, lookAtSet } = useSpeed()
  const air = run.cases.find((one) => one.caseItem.id === caseItem.id)
  const now = (bounds: { readonly least: number } | undefined) => Math.round(bounds?.least ?? 0)
  const [wantedIn, setIn] = useState(now(air?.inM3PerH))
  const [wantedOut, setOut] = useState(now(air?.outM3PerH))
  const [tuning, setTuning] = useState<{ readonly of: Harness; readonly found: CaseTuning } | undefined>(undefined)
  const isFresh = tuning?.of === harness
  const fields = [
    { words: 'Move in', label: 'Wanted in', value: wantedIn, put: setIn },
    { words: 'and out', label: 'Wanted out', value: wantedOut, put: setOut },
  ]
  return (
    <section aria-label="Tune for quiet" className="space-y-3 rounded-lg border border-thread bg-cloth p-3">
      <p className="max-w-prose text-faded">
        The speeds of the fans of {caseItem.mark} that make the least sound for this much air, at the temperatures
        above. Pumps stay as they are.
      </p>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2 text-[14px]">
        {fields.map(({ words, label, value, put }) => (
          <span key={label} className="inline-flex items-center gap-2">
            {words}
            <NumberCell
              label={label}
              unit="m³/h"
              value={value}
              least={0}
              most={MOST_M3_PER_H}
              onChange={(typed) => put(typed ?? 0)}
            />
          </span>
        ))}
        <Button
          onClick={() => {
            lookAtSet('tuned')
            setTuning({
              of: harness,
              found: tuneCase(harness, caseItem, heat, { inM3PerH: wantedIn, outM3PerH: wantedOut }),
            })
          }}
        >
          Find the quietest
        </Button>
      </div>
      {tuning !== undefined && isFresh && (
        <Found
          harness={harness}
          tuning={tuning.found}
          onTake={() => {
            const edits = tuningEdits(harness, tuning.found, heat)
            if (edits.length > 0) dispatch({ type: 'batch', edits: [...edits] })
          }}
        />
      )}
      {tuning !== undefined && !isFresh && <p className="text-faded">The build was changed since: find it again.</p>}
    </section>
  )
}
