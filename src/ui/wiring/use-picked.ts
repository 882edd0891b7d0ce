import { portKey } from '@/core/build/refs'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { useHarness } from '@/ui/session/context'
import { useFocus } from '@/ui/focus/focus'

/** The port that is picked, where this build has it. */
export function usePicked(): PlacedPort | undefined {
  const harness = useHarness()
  const selected = useFocus((state) => state.selected)
  return selected === null ? undefined : harness.ports.find(({ key }) => key === portKey(selected.ref))
}
