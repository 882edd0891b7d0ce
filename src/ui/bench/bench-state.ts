import { create } from 'zustand'
import type { Value } from '@/core/bench/sight'

interface BenchState {
  /** The build that all of this is about. */
  readonly buildId: string | null
  readonly seen: ReadonlyMap<string, Value>
  readonly found: ReadonlyMap<string, string>
  readonly skipped: ReadonlySet<string>
  /** Begins anew for another build. */
  readonly open: (buildId: string) => void
  readonly see: (key: string, value: Value | null) => void
  readonly find: (key: string, answer: string | null) => void
  readonly skip: (key: string, isSkipped: boolean) => void
  readonly forget: () => void
}

const EMPTY = {
  seen: new Map<string, Value>(),
  found: new Map<string, string>(),
  skipped: new Set<string>(),
}

function withEntry<V>(map: ReadonlyMap<string, V>, key: string, value: V | null): ReadonlyMap<string, V> {
  const next = new Map(map)
  if (value === null) next.delete(key)
  else next.set(key, value)
  return next
}

/** What a builder has seen and found at the first power-on; it stays until another build is opened. */
export const useBench = create<BenchState>((set) => ({
  buildId: null,
  ...EMPTY,
  open: (buildId) => set((state) => (state.buildId === buildId ? state : { buildId, ...EMPTY })),
  see: (key, value) => set(({ seen }) => ({ seen: withEntry(seen, key, value) })),
  find: (key, answer) => set(({ found }) => ({ found: withEntry(found, key, answer) })),
  skip: (key, isSkipped) =>
    set(({ skipped }) => ({
      skipped: new Set([...[...skipped].filter((one) => one !== key), ...(isSkipped ? [key] : [])]),
    })),
  forget: () => set(EMPTY),
}))
