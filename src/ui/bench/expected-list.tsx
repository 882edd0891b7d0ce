'use client'

import clsx from 'clsx'
import { Check } from 'lucide-react'
import type { Expected } from '@/core/bench/expected'
import { SIGHT_KINDS, type Value } from '@/core/bench/sight'
import type { Harness } from '@/core/operate/harness'
import { expectedText, KIND_WORDS, VALUE_WORDS } from '@/core/wording/bench-text'
import { SELECT } from '@/ui/shared/select-class'
import { useBench } from './bench-state'

interface RowProps {
  readonly harness: Harness
  readonly expected: Expected
}

/** One sight: what should be seen, ticked when it is, and what is seen instead where it is not. */
function Row({ harness, expected }: RowProps) {
  const { key, kind } = expected.sight
  const value = useBench((state) => state.seen.get(key))
  const see = useBench((state) => state.see)
  const text = expectedText(harness, expected)
  const others = (Object.entries(VALUE_WORDS[kind]) as [Value, string][]).filter(([is]) => is !== 'asPlanned')
  const isOdd = value !== undefined && value !== 'asPlanned'
  return (
    <li
      className={clsx(
        'flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-thread px-2 py-1 first:border-t-0',
        isOdd && 'bg-madder-wash',
      )}
    >
      <button
        type="button"
        aria-pressed={value === 'asPlanned'}
        aria-label={`As it should be: ${text}`}
        onClick={() => see(key, value === 'asPlanned' ? null : 'asPlanned')}
        className={clsx(
          'inline-flex size-8 shrink-0 items-center justify-center rounded border max-sm:size-[44px]',
          value === 'asPlanned' ? 'border-moss bg-moss-wash text-moss' : 'border-seam bg-linen text-linen',
        )}
      >
        <Check size={18} aria-hidden />
      </button>
      <span className="min-w-0 flex-1">{text}</span>
      <select
        aria-label={`Seen instead: ${text}`}
        value={isOdd ? value : ''}
        onChange={({ target }) => see(key, target.value === '' ? null : (target.value as Value))}
        className={clsx(SELECT, 'w-36', isOdd ? 'font-semibold max-sm:w-full' : 'max-sm:w-24')}
      >
        <option value="">not so?</option>
        {others.map(([is, words]) => (
          <option key={is} value={is}>
            {words}
          </option>
        ))}
      </select>
    </li>
  )
}

interface ListProps {
  readonly harness: Harness
  readonly all: readonly Expected[]
}

/** All that should be seen at the first power-on, by kinds. */
export function ExpectedList({ harness, all }: ListProps) {
  return SIGHT_KINDS.map((kind) => {
    const own = all.filter(({ sight }) => sight.kind === kind)
    if (own.length === 0) return null
    return (
      <section key={kind} aria-label={KIND_WORDS[kind]}>
        <h3 className="mb-1 font-display font-semibold">{KIND_WORDS[kind]}</h3>
        <ul className="overflow-hidden rounded-lg border border-thread bg-cloth">
          {own.map((expected) => (
            <Row key={expected.sight.key} harness={harness} expected={expected} />
          ))}
        </ul>
      </section>
    )
  })
}
