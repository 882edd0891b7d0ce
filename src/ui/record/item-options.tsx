import { useHarness } from '@/ui/session/context'

/** The things of a machine, each to be chosen by its mark. */
export function ItemOptions() {
  return useHarness().items.map(({ id, mark }) => (
    <option key={id} value={id}>
      {mark}
    </option>
  ))
}
