import { create } from 'zustand'
import { sameRef } from '@/core/build/refs'
import type { PortRef } from '@/core/schema/schema-kit'

export interface Selected {
  readonly ref: PortRef
  /** Asked for from elsewhere: a picture scrolls to it. */
  readonly isShown?: boolean
}

interface Focus {
  /** The thing that is looked at: the one of the picked port, or one that was picked as a whole. */
  readonly itemId: string | null
  /** The picked port of it: a lead, a header, an outlet. */
  readonly selected: Selected | null
  /** Leads picked on top of the selected one, to be plugged together. */
  readonly also: readonly PortRef[]
  /** The assembly that alone is looked at; all of them where it is null. */
  readonly assemblyId: string | null
}

interface FocusActions {
  readonly select: (selected: Selected | null) => void
  /** Looks at a thing as a whole; its port stays picked where it is one of this thing. */
  readonly choose: (itemId: string | null) => void
  /** Picks a lead on top of the selected one, or puts it down again. */
  readonly add: (ref: PortRef) => void
  readonly addAll: (refs: readonly PortRef[]) => void
  readonly lookAtAssembly: (assemblyId: string | null) => void
  readonly leaveBuild: () => void
}

const NOWHERE: Focus = { itemId: null, selected: null, also: [], assemblyId: null }

const at = (selected: Selected | null) => ({ selected, itemId: selected?.ref.itemId ?? null })

/** What is looked at in a build, shared by all its stages: who picks a fan in one finds it picked in the next. */
export const useFocus = create<Focus & FocusActions>((set, get) => ({
  ...NOWHERE,
  select: (selected) => set({ ...at(selected), also: [] }),
  choose: (itemId) => {
    const { selected } = get()
    set({ itemId, also: [], selected: selected?.ref.itemId === itemId ? selected : null })
  },
  add: (ref) => {
    const { selected, also } = get()
    if (selected === null) return set(at({ ref }))
    if (!sameRef(selected.ref, ref)) {
      const rest = also.filter((other) => !sameRef(other, ref))
      return set({ also: rest.length < also.length ? rest : [...also, ref] })
    }
    const [next, ...others] = also
    set({ ...at(next === undefined ? null : { ref: next }), also: others })
  },
  addAll: (refs) => set({ also: refs }),
  lookAtAssembly: (assemblyId) => set({ assemblyId }),
  leaveBuild: () => set(NOWHERE),
}))
