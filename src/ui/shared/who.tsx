'use client'

import { createContext, useContext, useLayoutEffect, type ReactNode } from 'react'
import type { Role } from '@/core/formats/people-schema'
import { lieOnBench, stayOnBench } from './api'

/** A bench that somebody is on, and as what. */
export interface BenchShown {
  readonly id: string
  readonly name: string
  readonly role: Role
}

/** Who looks, where people sign in. */
export interface Who {
  readonly name: string
  readonly benches: readonly BenchShown[]
  /** The one on which this page is; undefined for somebody who is on none. */
  readonly bench: BenchShown | undefined
}

const WhoContext = createContext<Who | undefined>(undefined)

/** Says who looks, to everything in it; at one desk it is nobody in particular. */
export function WhoProvider({ who, children }: { readonly who: Who | undefined; readonly children: ReactNode }) {
  const benchId = who?.bench?.id
  useLayoutEffect(() => stayOnBench(benchId), [benchId])
  return <WhoContext value={who}>{children}</WhoContext>
}

/** What is in it lies on this bench of whoever looks, whichever they were on last. */
export function OnBench({ benchId, children }: { readonly benchId: string; readonly children: ReactNode }) {
  const who = useWho()
  const bench = who?.benches.find(({ id }) => id === benchId)
  useLayoutEffect(() => lieOnBench(bench?.id), [bench?.id])
  return <WhoContext value={who === undefined ? undefined : { ...who, bench }}>{children}</WhoContext>
}

export const useWho = (): Who | undefined => useContext(WhoContext)

/** What a reader is told who tries to change something. */
export const ONLY_LOOKING = 'You may look at this bench, but not change it. Ask one of its owners to make you a maker.'

/** Whether whoever looks may change what is on this bench; at one desk everybody may. */
export const useMayChange = (): boolean => {
  const who = useWho()
  return who === undefined || (who.bench !== undefined && who.bench.role !== 'reader')
}
