'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { troubleFrom, type Said, type Trouble } from '@/core/bench/diagnose'
import { goesBeyond } from '@/core/bench/pairs'
import type { Look } from '@/core/bench/looks'
import type { Rehearsal } from '@/core/bench/simulate'
import type { BenchAsked, BenchTold } from './bench-messages'

/** The pairs of faults that explain what was said, from the moment at which it was asked. */
interface PairsTold {
  readonly said: Said
  /** Undefined while they are tried. */
  readonly trouble: Trouble | undefined
}

interface Tried {
  readonly of: Rehearsal | undefined
  readonly trouble: Trouble | undefined
  readonly triedCount: number
  readonly hasFailed: boolean
  readonly pairs: PairsTold | undefined
  /** The looks that the tool would have proposed for what was hidden last; undefined while they are worked out. */
  readonly solvedLooks: readonly Look[] | undefined
}

export interface Trying extends Omit<Tried, 'of' | 'pairs'> {
  /** The pairs that explain all this; undefined while they are being tried. */
  readonly pairsFor: (said: Said) => Trouble | undefined
  readonly askPairs: (said: Said) => void
  readonly askSolution: (hiddenIds: readonly string[], said: Said) => void
}

const NOTHING: Tried = {
  of: undefined,
  trouble: undefined,
  triedCount: 0,
  hasFailed: false,
  pairs: undefined,
  solvedLooks: undefined,
}

/** Tries every single fault of a machine in a worker, and pairs of them where no single one explains what was said. */
export function useTrouble(rehearsal: Rehearsal | undefined): Trying {
  const [held, setHeld] = useState<Tried>(NOTHING)
  const worker = useRef<Worker | undefined>(undefined)
  const askedCount = useRef(0)
  useEffect(() => {
    if (rehearsal === undefined) return
    const made = new Worker(new URL('./bench-worker.ts', import.meta.url), { type: 'module' })
    worker.current = made
    const told = (data: BenchTold) => {
      if (worker.current !== made) return
      if (data.is === 'trying') setHeld({ ...NOTHING, of: rehearsal, triedCount: data.triedCount })
      if (data.is === 'singles') {
        const trouble = troubleFrom(rehearsal, data.candidates)
        setHeld({ ...NOTHING, of: rehearsal, trouble, triedCount: data.candidates.length })
      }
      if (data.is === 'solved' && data.number === askedCount.current) {
        setHeld((before) => ({ ...before, solvedLooks: data.looks }))
      }
      if (data.is === 'pairs' && data.number === askedCount.current) {
        setHeld((before) =>
          before.pairs === undefined
            ? before
            : { ...before, pairs: { ...before.pairs, trouble: troubleFrom(rehearsal, data.pairs) } },
        )
      }
    }
    made.addEventListener('message', ({ data }: MessageEvent<BenchTold>) => told(data))
    made.addEventListener('error', () => {
      // One that was ended while it was being loaded still reports that.
      if (worker.current === made) setHeld({ ...NOTHING, of: rehearsal, hasFailed: true })
    })
    made.postMessage({ is: 'open', build: rehearsal.harness.build } satisfies BenchAsked)
    return () => {
      worker.current = undefined
      made.terminate()
    }
  }, [rehearsal])
  const askPairs = useCallback((said: Said) => {
    setHeld((before) => ({ ...before, pairs: { said, trouble: undefined } }))
    askedCount.current += 1
    worker.current?.postMessage({ is: 'pairs', number: askedCount.current, said } satisfies BenchAsked)
  }, [])
  const askSolution = useCallback((hiddenIds: readonly string[], said: Said) => {
    setHeld((before) => ({ ...before, solvedLooks: undefined }))
    askedCount.current += 1
    worker.current?.postMessage({ is: 'solve', number: askedCount.current, hiddenIds, said } satisfies BenchAsked)
  }, [])
  const { pairs, ...now } = held.of === rehearsal ? held : NOTHING
  const pairsFor = (said: Said) => (pairs !== undefined && goesBeyond(pairs.said, said) ? pairs.trouble : undefined)
  return { ...now, pairsFor, askPairs, askSolution }
}
