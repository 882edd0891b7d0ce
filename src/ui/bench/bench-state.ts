import { create } from 'zustand'
import type { Value } from '@/core/bench/sight'
import { keptBench, keepBench, type Bench, type Done } from './bench-keep'

interface BenchState extends Bench {
  /** The build that all of this is about. */
  readonly buildId: string | null
  /** Takes up what this browser kept of a build. */
  readonly open: (buildId: string) => void
  readonly see: (key: string, value: Value | null) => void
  readonly seeAll: (seen: ReadonlyMap<string, Value>) => void
  readonly find: (key: string, answer: string | null) => void
  readonly skip: (key: string, isSkipped: boolean) => void
  readonly ruleOut: (id: string) => void
  /** Says which header the name of a sensor is of; null for none. */
  readonly know: (name: string, key: string | null) => void
  /** Notes what was put right; what was seen before that says nothing any more. */
  readonly putRight: (done: Done) => void
  readonly forget: () => void
}

const SAID = {
  seen: new Map<string, Value>(),
  found: new Map<string, string>(),
  skipped: new Set<string>(),
  ruledOut: new Set<string>(),
}
const EMPTY: Bench = { ...SAID, known: new Map(), done: [] }

function withEntry<V>(map: ReadonlyMap<string, V>, key: string, value: V | null): ReadonlyMap<string, V> {
  const next = new Map(map)
  if (value === null) next.delete(key)
  else next.set(key, value)
  return next
}

/** What a builder has seen, found and put right at the first power-on; kept in the browser, build by build. */
export const useBench = create<BenchState>((set) => ({
  buildId: null,
  ...EMPTY,
  open: (buildId) =>
    set((state) => (state.buildId === buildId ? state : { buildId, ...(keptBench(buildId) ?? EMPTY) })),
  see: (key, value) => set(({ seen }) => ({ seen: withEntry(seen, key, value) })),
  seeAll: (more) => set(({ seen }) => ({ seen: new Map([...seen, ...more]) })),
  find: (key, answer) => set(({ found }) => ({ found: withEntry(found, key, answer) })),
  skip: (key, isSkipped) =>
    set(({ skipped }) => ({
      skipped: new Set([...[...skipped].filter((one) => one !== key), ...(isSkipped ? [key] : [])]),
    })),
  ruleOut: (id) => set(({ ruledOut }) => ({ ruledOut: new Set([...ruledOut, id]) })),
  know: (name, key) => set(({ known }) => ({ known: new Map([...known, [name, key]]) })),
  putRight: (one) => set(({ done }) => ({ ...SAID, done: [...done, one] })),
  forget: () => set(SAID),
}))

useBench.subscribe((now, before) => {
  if (now.buildId !== null && now.buildId === before.buildId) keepBench(now.buildId, now)
})
