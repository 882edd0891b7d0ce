import { create } from 'zustand'
import type { Plug } from '@/core/parts/finder'

/** The finder is open on its own, or for a field that takes the plug it finds. */
export interface FinderJob {
  readonly onFound?: (plug: Plug) => void
  /** Nobody can name it: it becomes `other`, with a label of its own. */
  readonly onOther?: () => void
}

export const useFinder = create<{ readonly job: FinderJob | null }>(() => ({ job: null }))
