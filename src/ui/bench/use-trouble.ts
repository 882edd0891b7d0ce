'use client'

import { useEffect, useState } from 'react'
import { candidatesOf, troubleFrom, type Candidate, type Trouble } from '@/core/bench/diagnose'
import type { Rehearsal } from '@/core/bench/simulate'

/** So long the page waits at most for one slice of the work. */
const SLICE_MS = 12

export interface Trying {
  readonly trouble: Trouble | undefined
  readonly triedCount: number
}

const NOTHING_TRIED: Trying = { trouble: undefined, triedCount: 0 }

/** Tries every single fault of the machine in trouble, in slices behind the page. */
export function useTrouble(rehearsal: Rehearsal | undefined): Trying {
  const [trying, setTrying] = useState<Trying & { readonly of: Rehearsal | undefined }>({
    trouble: undefined,
    triedCount: 0,
    of: undefined,
  })
  useEffect(() => {
    if (rehearsal === undefined) return
    const candidates: Candidate[] = []
    const work = candidatesOf(rehearsal)
    let timer: ReturnType<typeof setTimeout> | undefined
    const goOn = () => {
      const end = performance.now() + SLICE_MS
      while (performance.now() < end) {
        const next = work.next()
        if (next.done === true) {
          return setTrying({
            trouble: troubleFrom(rehearsal, candidates),
            triedCount: candidates.length,
            of: rehearsal,
          })
        }
        candidates.push(next.value)
      }
      setTrying({ trouble: undefined, triedCount: candidates.length, of: rehearsal })
      timer = setTimeout(goOn, 0)
    }
    timer = setTimeout(goOn, 0)
    return () => clearTimeout(timer)
  }, [rehearsal])
  return rehearsal !== undefined && trying.of === rehearsal ? trying : NOTHING_TRIED
}
