import type { Item } from '../../build/schema'
import type { Harness } from '../../operate/harness'
import type { Run } from '../../structure/place/ways'
import { occupancyOf } from '../../structure/wiring/occupancy'
import type { Family } from '../../parts/connectors'
import { isDevice } from '../problem/sort-out'

/** What a wiring leaves for later. */
export interface Spare {
  /** The smallest free share of a limit that is used, from 0 to 1; undefined where nothing is loaded. */
  readonly headroomShare: number | undefined
  readonly usbPlaceCount: number
  readonly supplyPlugCount: number
  readonly threadCount: number
  /** Leads that run in sight from end to end, of those whose way is known; undefined where none is. */
  readonly sightCount: number | undefined
  /** Splitters, hubs, extensions and boxes by which something gets what it wants. */
  readonly thingCount: number
  /** Of them those with one outlet, that only make a lead longer or another shape. */
  readonly extensionCount: number
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

/** Whether the lead of a run stays on the side of the board: across it for want of length, or since it is that short. */
const isInSight = ({ reach, ways, leastMm }: Run): boolean =>
  reach === 'inSight' ||
  ways.some(({ from, way }) => way?.lengthMm === leastMm && way?.holeIds.length === 0 && from.isBehind !== true)

function sightCount(harness: Harness, itemIds: ReadonlySet<string>): number | undefined {
  const known = harness.runs().filter(({ lead, leastMm }) => itemIds.has(lead.item.id) && leastMm !== undefined)
  return known.length === 0 ? undefined : known.filter(isInSight).length
}

/** The things that hand on to others what they get, as they are used. */
function handingOn(harness: Harness, itemIds: ReadonlySet<string>): readonly Item[] {
  const giving = new Set(harness.threads.map(({ to }) => to.itemId))
  const taking = new Set(harness.threads.map(({ from }) => from.itemId))
  return harness.items.filter(
    ({ id }) => itemIds.has(id) && giving.has(id) && taking.has(id) && !isDevice(harness.factsOfItem(id)),
  )
}

const hasOneOutlet = (harness: Harness, { id }: Item) =>
  harness.factsOfItem(id).part.ports.filter(({ side }) => side === 'gives').length === 1

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
  const things = handingOn(harness, itemIds)
  return {
    headroomShare: shares.length === 0 ? undefined : Math.min(...shares),
    usbPlaceCount: freePlaces(harness, itemIds, ['usb2-9pin']),
    supplyPlugCount: freePlaces(harness, itemIds, ['sata-power', 'peripheral-4pin']),
    threadCount: harness.threads.filter(({ from }) => itemIds.has(from.itemId)).length,
    sightCount: sightCount(harness, itemIds),
    thingCount: things.length,
    extensionCount: things.filter((item) => hasOneOutlet(harness, item)).length,
  }
}
