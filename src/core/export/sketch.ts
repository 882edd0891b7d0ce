import { SUPPLY_FAMILIES } from '../parts/connectors'
import type { Harness } from '../operate/harness'
import type { PlacedPort } from '../structure/wiring/wiring'
import { isDevice } from '../weave/problem/sort-out'
import { inletBehind } from '../weave/problem/today'

/** One line of a small wiring picture: a header or a box, or a piece on a leg of the piece above. */
export interface SketchRow {
  readonly key: string
  /** The header, or the box; empty where the line goes on from the one above. */
  readonly label: string
  /** The mark of the splitter or hub there. */
  readonly piece: string | undefined
  readonly leads: readonly { readonly key: string; readonly name: string; readonly isLight: boolean }[]
}

const isOfSignal = ({ port }: PlacedPort) =>
  port.side === 'gives' && port.need !== 'onward' && ![...SUPPLY_FAMILIES, 'usb2-9pin'].includes(port.connector.family)

/** The devices on a port, one after the other where they hang in a chain, and the pieces. */
function hangingOn(
  harness: Harness,
  at: PlacedPort,
): { readonly devices: readonly PlacedPort[]; readonly pieces: readonly PlacedPort[] } {
  const across = harness.across(at.ref)
  const devices = across.filter(({ facts }) => isDevice(facts))
  const tails = devices.flatMap(({ item, facts }) =>
    facts.part.ports
      .filter(({ side, need }) => side === 'gives' && need === 'onward')
      .map(({ id }) => hangingOn(harness, harness.port({ itemId: item.id, portId: id }))),
  )
  return {
    devices: [...devices, ...tails.flatMap((tail) => tail.devices)],
    pieces: [...across.filter(({ facts }) => !isDevice(facts)), ...tails.flatMap((tail) => tail.pieces)],
  }
}

const leadsOf = (harness: Harness, devices: readonly PlacedPort[]): SketchRow['leads'] =>
  devices.map(({ key, ref, facts, port }) => ({
    key,
    name: harness.name(ref),
    // What turns and shines by one lead counts as a fan.
    isLight:
      facts.all.light.some(({ input }) => input === port.id) &&
      !facts.all.motor.some((motor) => motor.port === port.id),
  }))

/** A piece with what is on its outlets, and after it those that stand on them. */
function pieceRows(harness: Harness, { item, facts, key }: PlacedPort, label: string): readonly SketchRow[] {
  const hanging = facts.part.ports
    .filter(({ side }) => side === 'gives')
    .map(({ id }) => hangingOn(harness, harness.port({ itemId: item.id, portId: id })))
  const leads = leadsOf(
    harness,
    hanging.flatMap(({ devices }) => devices),
  )
  const onIt = hanging.flatMap(({ pieces }) => pieces)
  return [{ key, label, piece: item.mark, leads }, ...onIt.flatMap((piece) => pieceRows(harness, piece, ''))]
}

/** The wiring of fans and lights of some items, header by header and box by box; what only feeds is left out. */
export function sketchOf(harness: Harness, itemIds: ReadonlySet<string>): readonly SketchRow[] {
  const roots = harness.ports.filter(
    (placed) =>
      itemIds.has(placed.item.id) &&
      isOfSignal(placed) &&
      inletBehind(placed) === undefined &&
      harness.across(placed.ref).length > 0,
  )
  return roots.flatMap((root): readonly SketchRow[] => {
    const isBox = root.facts.part.ports.some(({ side }) => side === 'takes')
    const label = isBox ? `${root.item.mark} ${root.port.name}` : root.port.name
    const { devices, pieces } = hangingOn(harness, root)
    const plain =
      devices.length === 0 ? [] : [{ key: root.key, label, piece: undefined, leads: leadsOf(harness, devices) }]
    return [...plain, ...pieces.flatMap((piece) => pieceRows(harness, piece, plain.length === 0 ? label : ''))]
  })
}
