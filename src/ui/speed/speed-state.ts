import { create } from 'zustand'
import type { Curve } from '@/core/build/facet-schemas'
import type { PortKey } from '@/core/build/refs'
import type { HeatSource } from '@/core/operate/scenario'
import type { CurveSet } from '@/core/structure/wiring/choices'

export const SET_NAMES: Readonly<Record<CurveSet, string>> = { tuned: 'Tuned', stock: 'As it came' }
export const SETS: readonly CurveSet[] = ['tuned', 'stock']

/** The heats that are looked at. */
export const COOL_C = 20
export const HOT_C = 100

interface SpeedState {
  /** The set that is looked at and changed. */
  readonly set: CurveSet
  /** The temperatures that the table below is told for. */
  readonly heat: Readonly<Record<HeatSource, number>>
  /** A curve as it is being dragged, before it is let go of. */
  readonly dragged: { readonly key: PortKey; readonly curve: Curve } | null
  readonly lookAtSet: (set: CurveSet) => void
  readonly setHeat: (source: HeatSource, temperatureC: number) => void
  readonly drag: (dragged: SpeedState['dragged']) => void
}

/** What the stage of speed shows; its curves are the build's. */
export const useSpeed = create<SpeedState>((set) => ({
  set: 'tuned',
  heat: { processor: 60, graphics: 60, coolant: 38, board: 40 },
  dragged: null,
  lookAtSet: (wanted) => set({ set: wanted, dragged: null }),
  setHeat: (source, temperatureC) => set(({ heat }) => ({ heat: { ...heat, [source]: temperatureC } })),
  drag: (dragged) => set({ dragged }),
}))
