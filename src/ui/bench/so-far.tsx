'use client'

import { format } from 'date-fns'
import { X } from 'lucide-react'
import type { Trouble } from '@/core/bench/diagnose'
import type { Sight } from '@/core/bench/sight'
import type { Harness } from '@/core/operate/harness'
import { answerText, faultText, lookText, sightName, VALUE_WORDS } from '@/core/wording/bench-text'
import { Button } from '@/ui/shared/button'
import { useBench } from './bench-state'

/** All that was said, each to be taken back. */
export function SoFar({
  harness,
  sights,
  trouble,
}: {
  readonly harness: Harness
  readonly sights: readonly Sight[]
  readonly trouble: Trouble | undefined
}) {
  const { seen, found, skipped, ruledOut, see, find, skip, forget } = useBench()
  const told = [
    ...sights.flatMap((sight) => {
      const value = seen.get(sight.key)
      if (value === undefined) return []
      const words = VALUE_WORDS[sight.kind][value] ?? value
      return [{ key: sight.key, text: `${sightName(harness, sight)} ${words}`, undo: () => see(sight.key, null) }]
    }),
    ...(trouble?.looks ?? []).flatMap((look) => {
      const answer = found.get(look.key)
      const name = lookText(harness, look)
      if (answer !== undefined) {
        const words = answerText(harness, look, answer, trouble?.candidates.flatMap(({ faults }) => faults) ?? [])
        return [{ key: look.key, text: `${name} ${words}`, undo: () => find(look.key, null) }]
      }
      return skipped.has(look.key)
        ? [{ key: look.key, text: `${name} Not done.`, undo: () => skip(look.key, false) }]
        : []
    }),
  ]
  if (told.length === 0 && ruledOut.size === 0) return null
  return (
    <section aria-label="What you said so far">
      <div className="flex items-center gap-2">
        <h4 className="grow font-semibold">What you said so far</h4>
        <Button small tone="quiet" onClick={forget}>
          Begin anew
        </Button>
      </div>
      <ul>
        {told.map(({ key, text, undo }) => (
          <li key={key} className="flex items-center gap-1 border-t border-thread">
            <span className="grow">{text}</span>
            <Button small tone="quiet" aria-label={`Take back: ${text}`} onClick={undo}>
              <X size={14} aria-hidden />
            </Button>
          </li>
        ))}
        {(trouble?.candidates ?? [])
          .filter(({ id }) => ruledOut.has(id))
          .map(({ id, faults }) => (
            <li key={id} className="border-t border-thread py-0.5">
              Not it: {faults.map((fault) => faultText(harness, fault)).join(' ')}
            </li>
          ))}
      </ul>
    </section>
  )
}

/** What was found and put right so far. */
export function PutRight() {
  const done = useBench((state) => state.done)
  if (done.length === 0) return null
  return (
    <section aria-label="Put right">
      <h4 className="font-semibold">Put right so far</h4>
      <ul>
        {done.map(({ at, text }) => (
          <li key={at} className="border-t border-thread py-0.5">
            <span className="text-faded">{format(new Date(at), 'd MMM, HH:mm')}</span> {text}
          </li>
        ))}
      </ul>
    </section>
  )
}
