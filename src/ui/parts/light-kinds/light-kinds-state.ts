import { create } from 'zustand'

export const useLightKinds = create<{ readonly isOpen: boolean }>(() => ({ isOpen: false }))
