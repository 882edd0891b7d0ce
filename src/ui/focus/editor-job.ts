import { create } from 'zustand'
import type { ShelfPart } from '@/core/formats/api-types'
import type { Part } from '@/core/parts/schema'

/** What the part editor is open for: a part of the shelf, the copy that a build holds, or a new part. */
export type EditorJob =
  | { readonly on: 'shelf'; readonly shelfPart: ShelfPart; readonly onSaved: () => void }
  | { readonly on: 'copy'; readonly part: Part; readonly onSaved: () => void }
  | { readonly on: 'new'; readonly onSaved: () => void }
  | { readonly on: 'bench'; readonly part: Part }

export const useEditor = create<{ readonly job: EditorJob | null }>(() => ({ job: null }))
