import { create } from 'zustand'
import type { Harness } from '@/core/operate/harness'
import type { Arrangement } from '@/ui/wiring/layout/layout'
import { untangle } from '@/ui/wiring/layout/untangle'

const LEAST_ZOOM = 0.4
const MOST_ZOOM = 1.6
const ZOOM_STEP = 0.1
/** Smaller than this nobody reads it: then it is scrolled. */
const LEAST_FITTED_ZOOM = 0.75
/** A page as narrow as a phone shows the list first. */
const NARROW_PX = 640

interface ViewState {
  readonly buildId: string | null
  readonly zoom: number
  /** Whether the zoom was fitted to the room once; from then on it is as people leave it. */
  readonly isFitted: boolean
  /** Items and groups that are folded into one line. */
  readonly folded: ReadonlySet<string>
  /** Whether only what the picked port hangs together with is shown. */
  readonly follows: boolean
  readonly isList: boolean
  readonly isRecording: boolean
  readonly arrangement: Arrangement | undefined
  /** The view starts anew for another build; for the same one it stays as it was left. */
  readonly open: (harness: Harness) => void
  readonly untangle: (harness: Harness) => void
  readonly zoomTo: (zoom: number) => void
  /** Makes the picture as small as it has to be to be seen across, once for each build. */
  readonly fitTo: (zoom: number) => void
  readonly zoomBy: (steps: number) => void
  readonly fold: (keys: readonly string[], isFolded: boolean) => void
  readonly set: (change: Partial<Pick<ViewState, 'follows' | 'isList' | 'isRecording'>>) => void
}

const START = {
  zoom: 1,
  isFitted: false,
  folded: new Set<string>(),
  follows: false,
  isRecording: false,
  arrangement: undefined,
} as const

/** How the wiring is looked at: of the page alone, never part of the build. */
export const useView = create<ViewState>((set, get) => ({
  buildId: null,
  isList: false,
  ...START,
  open: (harness) => {
    const { id } = harness.build
    if (get().buildId === id) return
    const isList = get().isList || window.innerWidth < NARROW_PX
    set({ ...START, isList, buildId: id, arrangement: untangle(harness) })
  },
  untangle: (harness) => set({ arrangement: untangle(harness, { folded: get().folded }) }),
  zoomTo: (zoom) => set({ zoom: Math.min(MOST_ZOOM, Math.max(LEAST_ZOOM, Math.floor(zoom * 100) / 100)) }),
  fitTo: (zoom) => {
    set({ isFitted: true })
    get().zoomTo(Math.min(1, Math.max(LEAST_FITTED_ZOOM, zoom)))
  },
  zoomBy: (steps) => get().zoomTo((Math.round(get().zoom / ZOOM_STEP) + steps) * ZOOM_STEP + 1e-9),
  fold: (keys, isFolded) => {
    const folded = new Set(get().folded)
    for (const key of keys) {
      if (isFolded) folded.add(key)
      else folded.delete(key)
    }
    set({ folded })
  },
  set: (change) => set(change),
}))
