import type { Weighed } from '@/core/bench/faults-of'
import type { Harness } from '@/core/operate/harness'
import { groupBy } from '@/core/units/group'
import { faultText } from '@/core/wording/bench-text'
import { SELECT } from '@/ui/shared/select-class'

interface FaultSelectProps {
  readonly harness: Harness
  readonly faults: readonly Weighed[]
  readonly value: string
  readonly onChange: (id: string) => void
  readonly label?: string
  readonly none?: string
}

const itemOf = ({ fault }: Weighed) => ('lead' in fault ? fault.lead : fault.at).itemId

/** One of all faults that a machine can have, thing by thing. */
export function FaultSelect({
  harness,
  faults,
  value,
  onChange,
  label = 'with',
  none = 'nothing wrong',
}: FaultSelectProps) {
  const things = groupBy(faults, itemOf)
  return (
    <label className="flex max-w-full items-center gap-2">
      {label}
      <select value={value} onChange={({ target }) => onChange(target.value)} className={`${SELECT} w-64 max-w-full`}>
        <option value="">{none}</option>
        {[...things].map(([itemId, own]) => (
          <optgroup key={itemId} label={harness.items.find(({ id }) => id === itemId)?.mark ?? itemId}>
            {own.map(({ id, fault }) => (
              <option key={id} value={id}>
                {faultText(harness, fault)}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
    </label>
  )
}
