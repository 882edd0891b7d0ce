'use client'

import { format } from 'date-fns'
import { usePractice } from './practice-state'

/** The exercises that were ended in this browser, the last one first. */
export function Records() {
  const records = usePractice((state) => state.records)
  if (records.length === 0) return null
  return (
    <section aria-label="Your record">
      <h3 className="font-display font-semibold">Your record, in this browser</h3>
      <ul className="text-[14px]">
        {records.toReversed().map(({ at, buildName, code, minutes, lookCount, isFound }) => (
          <li key={at} className="border-t border-thread py-0.5">
            <span className="text-faded">{format(new Date(at), 'd MMM, HH:mm')}</span> {buildName}, {code}:{' '}
            {isFound ? `found in ${minutes.toFixed(1)} min, looks: ${lookCount}` : 'given up'}
          </li>
        ))}
      </ul>
    </section>
  )
}
