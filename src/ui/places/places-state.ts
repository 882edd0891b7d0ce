import { create } from 'zustand'

interface PlacesState {
  /** The thing in hand, that waits for a place. */
  readonly heldId: string | null
  /** The layout each panel shows while nothing sits in it, by case and panel. */
  readonly layouts: Readonly<Record<string, string>>
  readonly showsWays: boolean
  /** The fans of a path that is being drawn, in its order; null while none is. */
  readonly path: readonly string[] | null
  readonly caseId: string | null
}

interface PlacesActions {
  readonly hold: (itemId: string | null) => void
  readonly showLayout: (panelKey: string, layoutId: string) => void
  readonly toggleWays: () => void
  readonly drawPath: (path: readonly string[] | null) => void
  readonly openCase: (caseId: string) => void
}

/** What is in hand and how the case is looked at on the Places stage; nothing of it is part of the build. */
export const usePlaces = create<PlacesState & PlacesActions>((set) => ({
  heldId: null,
  layouts: {},
  showsWays: false,
  path: null,
  caseId: null,
  hold: (heldId) => set({ heldId }),
  showLayout: (panelKey, layoutId) => set(({ layouts }) => ({ layouts: { ...layouts, [panelKey]: layoutId } })),
  toggleWays: () => set(({ showsWays }) => ({ showsWays: !showsWays })),
  drawPath: (path) => set({ path, heldId: null }),
  openCase: (caseId) => set({ caseId, heldId: null, path: null }),
}))
