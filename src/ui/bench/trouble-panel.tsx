'use client'

import { PowerOff, X } from 'lucide-react'
import { diagnose, type Probe, type Trouble } from '@/core/bench/diagnose'
import type { Sight, Value } from '@/core/bench/sight'
import type { Harness } from '@/core/operate/harness'
import { answerText, cureText, faultText, lookText, sightName, VALUE_WORDS } from '@/core/wording/bench-text'
import { countOf } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { useBench } from './bench-state'
import type { Trying } from './use-trouble'

/** So many of what may be wrong are told; the rest is counted. */
const MOST_TOLD = 6

const percentOf = (weight: number, total: number) => `${Math.max(1, Math.round((100 * weight) / total))} %`

function NextLook({ harness, probe }: { readonly harness: Harness; readonly probe: Probe }) {
  const { see, find, skip } = useBench()
  const { look, answers } = probe
  const answer = (is: string) => (look.kind === 'sight' ? see(look.key, is as Value) : find(look.key, is))
  return (
    <section aria-label="Next look" className="space-y-2 rounded-lg border border-woad bg-woad-wash p-3">
      <h4 className="font-display font-semibold">Look at this next</h4>
      {look.isPowerOff && (
        <p className="flex items-center gap-2 font-semibold text-madder">
          <PowerOff size={16} aria-hidden /> Switch off at the supply and wait until nothing turns or shines.
        </p>
      )}
      <p>{lookText(harness, look)}</p>
      <div className="flex flex-col gap-1.5">
        {[...answers].map(([is, group]) => (
          <Button key={is} className="justify-start! text-left whitespace-normal!" onClick={() => answer(is)}>
            {answerText(harness, look, is, group.length === 1 ? group[0]!.fault : undefined)}
          </Button>
        ))}
        {look.kind !== 'sight' && (
          <Button tone="quiet" className="justify-start! text-left" onClick={() => find(look.key, 'none of these')}>
            none of these
          </Button>
        )}
        <Button tone="quiet" className="justify-start! text-left" onClick={() => skip(look.key, true)}>
          I cannot look there
        </Button>
      </div>
    </section>
  )
}

function Left({ harness, trouble }: { readonly harness: Harness; readonly trouble: Trouble }) {
  const { seen, found, skipped } = useBench()
  const { left, next } = diagnose(trouble, { seen, found, skipped })
  const [only] = left
  if (only === undefined) {
    return (
      <p>
        None of the {trouble.candidates.length} single faults that this build can have explains all of this. Look again
        at what you said; or two things are wrong at once: take back what is least sure.
      </p>
    )
  }
  if (left.length === 1) {
    return (
      <section aria-label="What is wrong" className="space-y-2 rounded-lg border border-moss bg-moss-wash p-3">
        <h4 className="font-display text-lg font-semibold">{faultText(harness, only.fault)}</h4>
        <p>{cureText(harness, only.fault)}</p>
        <p className="text-faded">Then all should be as the list says.</p>
      </section>
    )
  }
  const total = left.reduce((sum, { weight }) => sum + weight, 0)
  return (
    <>
      {next === undefined ? (
        <p>No look that is left tells these apart. Try the likeliest first.</p>
      ) : (
        <NextLook harness={harness} probe={next} />
      )}
      <section aria-label="What may be wrong">
        <h4 className="font-semibold">{countOf(left.length, 'fault')} may be it, the likeliest first</h4>
        <ul>
          {left.slice(0, MOST_TOLD).map(({ id, fault, weight }) => (
            <li key={id} className="flex gap-2 border-t border-thread py-0.5">
              <span className="w-11 shrink-0 text-right text-faded">{percentOf(weight, total)}</span>
              {faultText(harness, fault)}
            </li>
          ))}
        </ul>
        {left.length > MOST_TOLD && <p className="text-faded">and {left.length - MOST_TOLD} more</p>}
      </section>
    </>
  )
}

function SoFar({
  harness,
  sights,
  trouble,
}: {
  readonly harness: Harness
  readonly sights: readonly Sight[]
  readonly trouble: Trouble | undefined
}) {
  const { seen, found, skipped, see, find, skip, forget } = useBench()
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
        return [
          {
            key: look.key,
            text: `${name} ${answerText(harness, look, answer, undefined)}`,
            undo: () => find(look.key, null),
          },
        ]
      }
      return skipped.has(look.key)
        ? [{ key: look.key, text: `${name} Not done.`, undo: () => skip(look.key, false) }]
        : []
    }),
  ]
  if (told.length === 0) return null
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
      </ul>
    </section>
  )
}

interface TroubleProps {
  readonly harness: Harness
  readonly sights: readonly Sight[]
  readonly trying: Trying
  readonly isOdd: boolean
}

/** What may be wrong by what was seen, and what to look at next. */
export function TroublePanel({ harness, sights, trying, isOdd }: TroubleProps) {
  const { trouble, triedCount } = trying
  return (
    <section
      aria-label="Trouble"
      className="space-y-4 self-start rounded-lg border border-thread bg-cloth p-3 text-[15px] lg:sticky lg:top-3"
    >
      <h3 className="font-display text-lg font-semibold">
        {isOdd ? 'Something is wrong' : 'When something is not so'}
      </h3>
      {!isOdd && (
        <p>
          Switch on, look, and tick what is as it should be. Where something is not, say what you see instead: every
          fault that this build can have is then tried, and you are led to the one lead or setting.
        </p>
      )}
      {isOdd && trouble === undefined && (
        <p role="status">Trying what can be wrong: {countOf(triedCount, 'fault')} tried …</p>
      )}
      {isOdd && trouble !== undefined && <Left harness={harness} trouble={trouble} />}
      <SoFar harness={harness} sights={sights} trouble={trouble} />
    </section>
  )
}
