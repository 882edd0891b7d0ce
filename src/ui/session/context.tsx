'use client'

import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react'
import { useStore } from 'zustand'
import type { Build } from '@/core/build/schema'
import { isJudged } from '@/core/export/glance'
import { derive, type Harness } from '@/core/operate/harness'
import { ONLY_LOOKING } from '@/ui/shared/who'
import { judgeOfStates, type Verdicts } from '@/core/rules/check'
import { watchChanges } from './changes'
import { openQueue } from './edit-queue'
import type { Session } from './desk'
import { createSession, type SessionActions } from './session'

const HarnessContext = createContext<Harness | null>(null)
const VerdictsContext = createContext<Verdicts | null>(null)
const SessionContext = createContext<ReturnType<typeof createSession> | null>(null)

function held<T>(context: T | null): T {
  if (context === null) throw new Error('A build component is used outside a build page.')
  return context
}

/** Shows a build that is neither edited nor judged here: a machine as it is, say. */
export function ShownBuild({ harness, children }: { readonly harness: Harness; readonly children: ReactNode }) {
  return <HarnessContext value={harness}>{children}</HarnessContext>
}

/** Why somebody may only look at a build. */
export type OnlyLooking = 'reader' | 'shared'

const REFUSALS: Readonly<Record<OnlyLooking, string>> = {
  reader: ONLY_LOOKING,
  shared: 'This build is shared to be looked at. Take a copy to change it.',
}

interface BuildProviderProps {
  readonly initial: Build
  readonly onlyLooking?: OnlyLooking | undefined
  readonly children: ReactNode
}

/** Holds the session of a build, as a rule to edit it, and what follows from it; derived once for each edit, for all who read it. */
export function BuildProvider({ initial, onlyLooking, children }: BuildProviderProps) {
  const [{ session, queue }] = useState(() => {
    if (onlyLooking !== undefined)
      return { session: createSession(initial, undefined, REFUSALS[onlyLooking]), queue: undefined }
    const opened = openQueue(initial.id)
    return { session: createSession(initial, opened), queue: opened }
  })
  const build = useStore(session.store, (state) => state.build)
  const [judge] = useState(judgeOfStates)
  const harness = useMemo(() => derive(build), [build])
  const verdicts = judge(harness)

  useEffect(() => {
    // Behind a link there is this state, and nothing to hear.
    if (onlyLooking === 'shared') return undefined
    const sync = () => document.visibilityState === 'visible' && void session.actions.sync()
    // What is kept in the browser is taken up again; only where it is not is there something to lose.
    const warn = (event: BeforeUnloadEvent) =>
      queue?.isKept() !== true && session.store.getState().pending.length > 0 && event.preventDefault()
    void session.actions.resume()
    const unwatch = watchChanges(initial.id, (revision) => {
      if (revision === undefined) void session.actions.sync()
      else session.actions.hear(revision)
    })
    sync()
    document.addEventListener('visibilitychange', sync)
    window.addEventListener('focus', sync)
    window.addEventListener('beforeunload', warn)
    return () => {
      unwatch()
      document.removeEventListener('visibilitychange', sync)
      window.removeEventListener('focus', sync)
      window.removeEventListener('beforeunload', warn)
    }
  }, [session, queue, initial.id, onlyLooking])
  return (
    <SessionContext value={session}>
      <VerdictsContext value={verdicts}>
        <ShownBuild harness={harness}>{children}</ShownBuild>
      </VerdictsContext>
    </SessionContext>
  )
}

export const useHarness = (): Harness => held(useContext(HarnessContext))
export const useVerdicts = (): Verdicts => held(useContext(VerdictsContext))
/** Whether there is anything to judge yet. */
export const useIsJudged = (): boolean => isJudged(useHarness())
export const useActions = (): SessionActions => held(useContext(SessionContext)).actions
export function useSession<T>(select: (state: Session) => T): T {
  return useStore(held(useContext(SessionContext)).store, select)
}
