import { create } from 'zustand'
import type { Look, Pattern } from '@/core/light/patterns'
import { WHITE, type Colour } from '@/core/physics/led'

interface LightState {
  readonly look: Look
  /** How fast time goes, as a share of real time. */
  readonly pace: number
  readonly isPlaying: boolean
  /** Where the patterns stand while nothing plays. */
  readonly timeMs: number
  /** An LED that is pointed at, by its line: its number from 1. */
  readonly pointed: { readonly lineKey: string; readonly led: number } | null
  readonly setPattern: (pattern: Pattern) => void
  readonly setColour: (colour: Colour) => void
  readonly setBrightness: (brightness: number) => void
  readonly setPace: (pace: number) => void
  readonly play: (isPlaying: boolean) => void
  readonly standAt: (timeMs: number) => void
  readonly pointAt: (pointed: LightState['pointed']) => void
}

/** What the stage of light shows; none of it is the build's. */
export const useLight = create<LightState>((set) => ({
  look: { pattern: 'one', colour: WHITE, brightness: 1 },
  pace: 1,
  isPlaying: false,
  timeMs: 0,
  pointed: null,
  setPattern: (pattern) => set(({ look }) => ({ look: { ...look, pattern }, timeMs: 0 })),
  setColour: (colour) => set(({ look }) => ({ look: { ...look, colour } })),
  setBrightness: (brightness) => set(({ look }) => ({ look: { ...look, brightness } })),
  setPace: (pace) => set({ pace }),
  play: (isPlaying) => set({ isPlaying }),
  standAt: (timeMs) => set({ timeMs, isPlaying: false }),
  pointAt: (pointed) => set({ pointed }),
}))
