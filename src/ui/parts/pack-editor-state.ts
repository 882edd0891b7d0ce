import { create } from 'zustand'
import type { ShelfPack } from '@/core/formats/api-types'

/** What the pack editor is open for: a pack of the shelf, or a new one. */
export interface PackJob {
  readonly shelfPack?: ShelfPack
}

export const usePackEditor = create<{ readonly job: PackJob | null; readonly round: number }>(() => ({
  job: null,
  round: 0,
}))
