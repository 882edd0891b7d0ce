'use client'

import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react'
import { create, useStore } from 'zustand'
import { derive, type Harness } from '@/core/operate/harness'
import type { Machine } from '@/core/record/answers'
import type { Entry, What } from '@/core/record/entry-schema'
import { machineState, type MachineState } from '@/core/record/machine'
import { workOf, type Work } from '@/core/sheet/work'
import type { EntryNames } from '@/core/wording/record-text'
import { taskText } from '@/core/wording/work-text'
import { ShownBuild } from '@/ui/session/context'
import { watchChanges } from '@/ui/session/changes'
import { readKept, writeKept } from '@/ui/shared/browser-keep'
import { openKeptQueue } from '@/ui/shared/kept-queue'
import { notify } from '@/ui/shared/notices'
import { ONLY_LOOKING, useMayChange } from '@/ui/shared/who'
import { createRecording, type PendingEntry, type RecordSaving } from './machine-store'

interface MachineView {
  readonly machine: Machine
  readonly saving: RecordSaving
  /** The whole log, what is not acknowledged yet at its end. */
  readonly log: readonly Entry[]
  /** Photos that are not sent yet, by their ids. */
  readonly waitingPhotos: ReadonlyMap<string, Blob>
  readonly state: MachineState
  /** As planned and as it is. */
  readonly plan: Harness
  readonly built: Harness
  readonly work: readonly Work[]
  readonly names: EntryNames
  readonly by: string
  readonly setBy: (by: string) => void
  /** Looks anew at where the plan stands. */
  readonly reload: () => Promise<void>
  /** Writes something down; gives the id of the entry, or none where whoever looks may not write. */
  readonly write: (what: What, more?: { readonly corrects?: string; readonly photo?: Blob }) => string
}

const Context = createContext<MachineView | null>(null)
const WRITER_KEY = 'gentle-loom writer'

/** The machine that is looked at. */
export function useMachine(): MachineView {
  const view = useContext(Context)
  if (view === null) throw new Error('A piece of a machine is used outside its page.')
  return view
}

/** Who writes here, as this browser knows it once the page is alive. */
const useWriter = create<{ readonly by: string; readonly setBy: (by: string) => void; readonly open: () => void }>(
  (set) => ({
    by: '',
    setBy: (by) => {
      set({ by })
      writeKept(WRITER_KEY, by)
    },
    open: () => {
      const kept = readKept(WRITER_KEY)
      if (typeof kept === 'string') set({ by: kept })
    },
  }),
)

/** The value that came with a key first, as long as the key is the same. */
function useFirst<T>(value: T, key: string): T {
  const [held, setHeld] = useState({ value, key })
  if (held.key === key) return held.value
  setHeld({ value, key })
  return value
}

/** The machine as planned and as it is; a tick makes no other machine, only its differences do. */
function useHarnesses({ plan: planned }: Machine, { asBuilt, differences }: MachineState) {
  const plan = useMemo(() => derive(planned), [planned])
  const key = [planned.revision, ...differences.map(({ entry }) => entry.id)].join(' ')
  const build = useFirst(asBuilt, key)
  const built = useMemo(() => (build === planned ? plan : derive(build)), [build, planned, plan])
  return { plan, built }
}

/** Holds the log of a machine and what it comes to, for all who read it; the machine as it is is the build they see. */
export function MachineProvider({ initial, children }: { readonly initial: Machine; readonly children: ReactNode }) {
  const [recording] = useState(() =>
    createRecording(initial, openKeptQueue<readonly PendingEntry[]>('gentle-loom-record', initial.id)),
  )
  const { machine, pending, saving } = useStore(recording.store)
  const { by, setBy, open } = useWriter()
  const mayChange = useMayChange()
  useEffect(() => open(), [open])
  const log = useMemo(() => [...machine.entries, ...pending.map(({ entry }) => entry)], [machine, pending])
  const state = useMemo(() => machineState(machine.plan, log), [machine.plan, log])
  const { plan, built } = useHarnesses(machine, state)
  const work = useMemo(() => workOf(built), [built])
  const value = useMemo((): MachineView => {
    const byId = new Map(log.map((entry) => [entry.id, entry]))
    const steps = new Map(work.map(({ id, task }) => [id, task]))
    const waiting = pending.flatMap(({ entry: { what }, photo }) =>
      what.kind === 'photo' && photo !== undefined ? [[what.photoId, photo] as const] : [],
    )
    return {
      machine,
      saving,
      log,
      waitingPhotos: new Map(waiting),
      state,
      plan,
      built,
      work,
      names: {
        // Differences are told against the plan; what it has not and the machine has is told by its id.
        build: plan.build,
        stepText: (id) => {
          const task = steps.get(id)
          return task && taskText(built, task)
        },
        entry: (id) => byId.get(id),
      },
      by,
      setBy,
      reload: recording.reload,
      write: (what, more = {}) => {
        if (mayChange) return recording.write(what, { ...more, by: by.trim() })
        notify(ONLY_LOOKING, { tone: 'fault' })
        return ''
      },
    }
  }, [machine, pending, saving, log, state, plan, built, work, by, setBy, recording, mayChange])

  useEffect(() => {
    const sync = () => document.visibilityState === 'visible' && void recording.sync()
    const warn = (event: BeforeUnloadEvent) => !recording.isSafe() && event.preventDefault()
    void recording.resume()
    const unwatch = watchChanges(initial.id, () => void recording.sync())
    document.addEventListener('visibilitychange', sync)
    window.addEventListener('beforeunload', warn)
    return () => {
      unwatch()
      document.removeEventListener('visibilitychange', sync)
      window.removeEventListener('beforeunload', warn)
    }
  }, [recording, initial.id])
  return (
    <Context value={value}>
      <ShownBuild harness={built}>{children}</ShownBuild>
    </Context>
  )
}
