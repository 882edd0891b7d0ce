import { create } from 'zustand'
import type { PortRef } from '@/core/formats/schema-kit'

export interface Selected {
  readonly ref: PortRef
  /** Asked for from elsewhere: the diagram scrolls to it. */
  readonly isShown?: boolean
}

interface Selection {
  readonly selected: Selected | null
  readonly select: (selected: Selected | null) => void
}

/** The port that is picked, shared by the diagram, its panel and the snag list. */
export const useSelection = create<Selection>((set) => ({
  selected: null,
  select: (selected) => set({ selected }),
}))
