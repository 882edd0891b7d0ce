import { addressEdit } from '@/core/build/choose'
import type { Harness } from '@/core/operate/harness'
import { addressedOf } from '@/core/structure/wiring/switches'
import { useActions, useHarness } from '@/ui/session/context'

const WIDTH_PX = 9
const TALL_PX = 16

/** The switches of a box as they must be set for its number: the slider up is on. */
export function AddressSwitches({ harness, itemId }: { readonly harness: Harness; readonly itemId: string }) {
  const addressed = addressedOf(harness, harness.choices.addressOf(itemId), itemId)
  if (addressed?.addressNumber === undefined) return null
  const { addressNumber, switches } = addressed
  const words = switches.map((isOn) => (isOn ? 'on' : 'off')).join(' ')
  return (
    <span
      className="flex items-center gap-1 text-xs whitespace-nowrap"
      title={`Number ${addressNumber}; switches ${words}`}
    >
      no. {addressNumber}
      {switches.length > 0 && (
        <svg width={switches.length * WIDTH_PX + 1} height={TALL_PX + 1} role="img" aria-label={`switches ${words}`}>
          {switches.map((isOn, index) => (
            <g key={index} transform={`translate(${index * WIDTH_PX + 0.5} 0.5)`}>
              <rect width={WIDTH_PX - 2} height={TALL_PX} rx={1} fill="var(--linen)" stroke="var(--seam)" />
              <rect x={1} y={isOn ? 1 : TALL_PX / 2} width={WIDTH_PX - 4} height={TALL_PX / 2 - 1} fill="var(--ink)" />
            </g>
          ))}
        </svg>
      )}
    </span>
  )
}

/** The number of a box among its family, with its switches as they must be set. */
export function AddressField({ itemId }: { readonly itemId: string }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const addressed = addressedOf(harness, harness.choices.addressOf(itemId), itemId)
  if (addressed === undefined) return null
  const { addressNumber, mostNumber } = addressed
  return (
    <div className="flex items-center gap-2 px-3 py-1 text-[13px]">
      <label className="flex items-center gap-1">
        Number among its family
        <select
          value={addressNumber ?? ''}
          onChange={(event) =>
            dispatch(
              event.target.value === ''
                ? { type: 'unchoose', list: 'addresses', about: { itemId } }
                : addressEdit(itemId, Number(event.target.value)),
            )
          }
          className="rounded border border-thread bg-linen px-1 py-0.5"
        >
          <option value="">not set</option>
          {Array.from({ length: mostNumber + 1 }, (_, number) => (
            <option key={number} value={number}>
              {number}
            </option>
          ))}
        </select>
      </label>
      <AddressSwitches harness={harness} itemId={itemId} />
    </div>
  )
}
