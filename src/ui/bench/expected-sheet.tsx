'use client'

import { useMemo } from 'react'
import { expectedOf } from '@/core/bench/expected'
import { SIGHT_KINDS } from '@/core/bench/sight'
import { machinesOf } from '@/core/bench/simulate'
import { expectedText, KIND_WORDS } from '@/core/wording/bench-text'
import { useHarness } from '@/ui/session/context'

/** What should be seen at the first power-on, to be read: no ticks, nothing to be chosen. */
export function ExpectedSheet() {
  const harness = useHarness()
  const all = useMemo(() => machinesOf(harness).flatMap(expectedOf), [harness])
  return (
    <div className="space-y-4 p-3">
      {SIGHT_KINDS.map((kind) => {
        const some = all.filter(({ sight }) => sight.kind === kind)
        if (some.length === 0) return null
        return (
          <section key={kind} aria-label={KIND_WORDS[kind]}>
            <h3 className="font-display font-semibold">{KIND_WORDS[kind]}</h3>
            <ul className="list-disc pl-5">
              {some.map((expected) => (
                <li key={expected.sight.key}>{expectedText(harness, expected)}</li>
              ))}
            </ul>
          </section>
        )
      })}
    </div>
  )
}
