import { portKey } from '@/core/build/refs'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { useHarness } from '@/ui/build/context'
import { useSelection } from './selection'

/** The port that is picked, where this build has it. */
export function usePicked(): PlacedPort | undefined {
  const harness = useHarness()
  const selected = useSelection((state) => state.selected)
  return selected === null ? undefined : harness.ports.find(({ key }) => key === portKey(selected.ref))
}
