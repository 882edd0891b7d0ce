'use client'

import { useMemo, useState } from 'react'
import type { Harness } from '@/core/operate/harness'
import { calmEdits, calmings, type Calming } from '@/core/speed/calm'
import type { TemperatureLog } from '@/core/speed/log'
import { countOf } from '@/core/wording/text'
import { useActions } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { useSearch } from '@/ui/shared/use-search'
import { NumberCell } from './number-cell'
import { useSpeed } from './speed-state'

const MS_PER_SECOND = 1000
const MOST_TURNS = 100_000

const given = ({ hysteresisC, stepMs }: Calming) =>
  hysteresisC === 0 && stepMs === 0
    ? 'as the curves are'
    : [hysteresisC > 0 && `${hysteresisC} °C of hysteresis`, stepMs > 0 && `steps of ${stepMs / MS_PER_SECOND} s`]
        .filter(Boolean)
        .join(', ')

function Found({
  harness,
  log,
  mostTurns,
}: {
  readonly harness: Harness
  readonly log: TemperatureLog
  readonly mostTurns: number
}) {
  const { dispatch } = useActions()
  const { lookAtSet } = useSpeed()
  const subject = useMemo(() => ({ harness, log, mostTurns }), [harness, log, mostTurns])
  const found = useSearch(subject, () => calmings(harness, { log, set: 'tuned', mostTurns }))
  if (!('value' in found)) return <p role="status">Tried {countOf(found.triedCount, 'way')} so far.</p>
  const { smallest, calmest } = found.value
  if (smallest.length === 0) {
    return (
      <p role="status">
        No hysteresis up to 10 °C and no steps up to 2 min do. The fewest are{' '}
        <strong>{countOf(calmest.turnCount, 'turn')}</strong>, with {given(calmest)}: for fewer, flatten the curves.
      </p>
    )
  }
  return (
    <table>
      <caption className="sr-only">What every tuned curve takes at least</caption>
      <thead className="text-[13px] text-faded">
        <tr>
          <th scope="col" className="pr-3 text-left font-normal">
            every tuned curve has at least
          </th>
          <th scope="col" className="px-3 text-right font-normal">
            turns
          </th>
          <td />
        </tr>
      </thead>
      <tbody>
        {smallest.map((calm) => (
          <tr key={calm.stepMs} className="border-t border-thread">
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {given(calm)}
            </th>
            <td className="px-3 text-right">{calm.turnCount}</td>
            <td>
              {(calm.hysteresisC > 0 || calm.stepMs > 0) && (
                <Button
                  small
                  aria-label={`Take ${given(calm)}`}
                  onClick={() => {
                    lookAtSet('tuned')
                    const edits = calmEdits(harness, 'tuned', calm)
                    if (edits.length > 0) dispatch({ type: 'batch', edits: [...edits] })
                  }}
                >
                  Take it
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** The smallest hysteresis and step times with which the fans turn up and down no more often than is wished. */
export function Calmer({ harness, log }: { readonly harness: Harness; readonly log: TemperatureLog }) {
  const [wished, setWished] = useState<number | undefined>(undefined)
  return (
    <section aria-label="Calmer" className="max-w-md space-y-2 text-[14px]">
      <p className="flex flex-wrap items-center gap-2">
        <span className="font-display font-semibold">Calmer</span> tuned curves, at most
        <NumberCell
          label="Turns wished for"
          unit="turns"
          value={wished}
          least={0}
          most={MOST_TURNS}
          mayBeEmpty
          onChange={setWished}
        />
      </p>
      {wished !== undefined && <Found harness={harness} log={log} mostTurns={wished} />}
    </section>
  )
}
