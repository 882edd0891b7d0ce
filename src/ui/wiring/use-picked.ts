import { useDeferredValue } from 'react'
import { portKey } from '@/core/build/refs'
import type { Harness } from '@/core/operate/harness'
import type { PortRef } from '@/core/schema/schema-kit'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { useHarness } from '@/ui/session/context'
import { useFocus } from '@/ui/focus/focus'

/** The port that is spoken of, where this build has it. */
export const portIn = (harness: Harness, ref: PortRef | undefined): PlacedPort | undefined =>
  ref === undefined ? undefined : harness.ports.find(({ key }) => key === portKey(ref))

function usePortOf(ref: PortRef | undefined): PlacedPort | undefined {
  const harness = useHarness()
  return portIn(harness, ref)
}

/** The port that is picked, where this build has it. */
export const usePicked = (): PlacedPort | undefined => usePortOf(useFocus((state) => state.selected?.ref))

/** The same a moment later: for what takes long to draw, so that the mark on the port itself is seen at once. */
export const usePickedSoon = (): PlacedPort | undefined =>
  usePortOf(useDeferredValue(useFocus((state) => state.selected?.ref)))
