import type { Harness } from '../../operate/harness'
import { occupancyOf } from '../../structure/wiring/occupancy'
import type { Family } from '../../parts/connectors'

/** What a wiring leaves for later. */
export interface Spare {
  /** The smallest free share of a limit that is used, from 0 to 1; undefined where nothing is loaded. */
  readonly headroomShare: number | undefined
  readonly usbPlaceCount: number
  readonly supplyPlugCount: number
  readonly threadCount: number
}

function freePlaces(harness: Harness, itemIds: ReadonlySet<string>, families: readonly Family[]): number {
  return harness.ports
    .filter(
      ({ port, item }) => itemIds.has(item.id) && port.side === 'gives' && families.includes(port.connector.family),
    )
    .reduce((sum, { ref }) => {
      const { placeCount, coveredCount } = occupancyOf(harness, ref)
      return sum + Math.max(0, placeCount - coveredCount)
    }, 0)
}

/** What is left free in the wiring of some items, to compare one with another. */
export function spareOf(harness: Harness, itemIds: ReadonlySet<string>): Spare {
  const shares = harness.budgets.flatMap(({ at, state, limit, limitFrom, mostAmps }) =>
    !at.some(({ itemId }) => itemIds.has(itemId)) ||
    state === 'idle' ||
    limit === undefined ||
    limitFrom !== 'part' ||
    limit.value === 0
      ? []
      : [1 - mostAmps / limit.value],
  )
  return {
    headroomShare: shares.length === 0 ? undefined : Math.min(...shares),
    usbPlaceCount: freePlaces(harness, itemIds, ['usb2-9pin']),
    supplyPlugCount: freePlaces(harness, itemIds, ['sata-power', 'peripheral-4pin']),
    threadCount: harness.threads.filter(({ from }) => itemIds.has(from.itemId)).length,
  }
}
