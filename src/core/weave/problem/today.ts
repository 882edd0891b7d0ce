import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import type { PlacedPort } from '../../structure/wiring/wiring'
import type { Part } from '../../parts/schema'
import { sameCopper } from '../../structure/wiring/part-facts'

/** Where a lead hangs today. */
interface Root {
  readonly key: string
  readonly ref: PortRef
  /** The splitter, hub or adapter right before that port. */
  readonly piece: Part | undefined
}

/** The port of a source or a box that a lead hangs on today, over pieces and chains; undefined where it is loose. */
export function rootAndPieceOf(harness: Harness, lead: PlacedPort): Root | undefined {
  const seen = new Set<string>()
  let at = lead
  let piece: Part | undefined
  for (;;) {
    if (seen.has(at.key)) return undefined
    seen.add(at.key)
    const to = harness.across(at.ref).find(({ port }) => port.side === 'gives')
    if (to === undefined) return at === lead ? undefined : { key: at.key, ref: at.ref, piece }
    const inlet = inletBehind(to)
    if (inlet === undefined) return { key: to.key, ref: to.ref, piece }
    if (to.port.need !== 'onward') piece = to.facts.part
    at = harness.port({ itemId: to.item.id, portId: inlet })
  }
}

export const rootOf = (harness: Harness, lead: PlacedPort): string | undefined => rootAndPieceOf(harness, lead)?.key

/** The lead of a piece, or of a device in a chain, that what comes out of this port came in by. */
export function inletBehind({ facts, port }: PlacedPort): string | undefined {
  return facts.part.ports.find(
    ({ side, id, wires }) =>
      side === 'takes' &&
      (facts.all.repeats.some(({ from, to }) => from === id && to.includes(port.id)) ||
        wires.some((wire) => sameCopper(facts, wire, id).includes(port.id)) ||
        facts.all.light.some((light) => light.input === id && light.output === port.id)),
  )?.id
}

/** A port and the kind of piece on it, as one text. */
export const standing = (key: string, piece: Part | undefined): string => `${key} ${piece?.id ?? ''}`

/** For each lead that is plugged today: its root and the kind of piece there, as one text. */
export function todayOf(harness: Harness): ReadonlyMap<string, string> {
  const plugged = harness.ports.flatMap((placed): (readonly [string, string])[] => {
    const root = placed.port.side === 'takes' ? rootAndPieceOf(harness, placed) : undefined
    return root === undefined ? [] : [[placed.key, standing(root.key, root.piece)]]
  })
  return new Map(plugged)
}
