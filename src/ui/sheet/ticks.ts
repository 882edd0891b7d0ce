import { create } from 'zustand'
import { readKept, writeKept } from '@/ui/shared/browser-keep'

interface TicksState {
  readonly buildId: string | null
  readonly done: ReadonlySet<string>
  /** Takes up what this browser kept of a build. */
  readonly open: (buildId: string) => void
  readonly tick: (id: string, isDone: boolean) => void
  readonly clear: () => void
}

const keyOf = (buildId: string) => `gentle-loom work ${buildId}`

function kept(buildId: string): ReadonlySet<string> {
  const held = readKept(keyOf(buildId))
  return new Set(Array.isArray(held) ? held.filter((id): id is string => typeof id === 'string') : [])
}

/** Which steps of the work are done; kept in the browser, build by build. */
export const useTicks = create<TicksState>((set) => ({
  buildId: null,
  done: new Set(),
  open: (buildId) => set((state) => (state.buildId === buildId ? state : { buildId, done: kept(buildId) })),
  tick: (id, isDone) =>
    set(({ done }) => ({ done: new Set(isDone ? [...done, id] : [...done].filter((one) => one !== id)) })),
  clear: () => set({ done: new Set() }),
}))

useTicks.subscribe(({ buildId, done }, before) => {
  if (buildId !== null && buildId === before.buildId) writeKept(keyOf(buildId), [...done])
})
