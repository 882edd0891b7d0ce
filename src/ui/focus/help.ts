import { create } from 'zustand'

interface Help {
  readonly isOpen: boolean
  /** The step of the tour that is shown; null while nobody is shown round. */
  readonly tourStep: number | null
}

interface HelpActions {
  readonly open: (isOpen: boolean) => void
  readonly goTo: (tourStep: number | null) => void
}

/** What of the help is open: keys and words, or the tour, which goes on from stage to stage. */
export const useHelp = create<Help & HelpActions>((set) => ({
  isOpen: false,
  tourStep: null,
  open: (isOpen) => set({ isOpen }),
  goTo: (tourStep) => set({ tourStep, isOpen: false }),
}))
