import { create } from 'zustand'
import { sameRef } from '@/core/build/refs'
import type { PortRef } from '@/core/schema/schema-kit'

export interface Selected {
  readonly ref: PortRef
  /** Asked for from elsewhere: the diagram scrolls to it. */
  readonly isShown?: boolean
}

interface Selection {
  readonly selected: Selected | null
  /** Leads picked on top of the selected one, to be plugged together. */
  readonly also: readonly PortRef[]
  readonly select: (selected: Selected | null) => void
  /** Picks a lead on top of the selected one, or puts it down again. */
  readonly add: (ref: PortRef) => void
  readonly addAll: (refs: readonly PortRef[]) => void
}

/** The port that is picked, shared by the diagram, the lead list, their panel and the snag list. */
export const useSelection = create<Selection>((set, get) => ({
  selected: null,
  also: [],
  select: (selected) => set({ selected, also: [] }),
  add: (ref) => {
    const { selected, also } = get()
    if (selected === null) return set({ selected: { ref } })
    if (!sameRef(selected.ref, ref)) {
      const rest = also.filter((other) => !sameRef(other, ref))
      return set({ also: rest.length < also.length ? rest : [...also, ref] })
    }
    const [next, ...others] = also
    set({ selected: next === undefined ? null : { ref: next }, also: others })
  },
  addAll: (refs) => set({ also: refs }),
}))
