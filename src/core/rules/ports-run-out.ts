import type { Harness } from '../harness/derive'
import { hasRoomFor } from '../harness/occupancy'
import type { PlacedPort } from '../harness/wiring'
import { fitOf, plugKind } from '../parts/mating'
import { defineRule } from './rule'

interface Kind {
  readonly takers: PlacedPort[]
}

const isLoose = (harness: Harness, { ref }: PlacedPort) => harness.threadsAt(ref).length === 0

/** Loose leads of one kind: those that the same ports would take. */
function kindsOf(harness: Harness): readonly Kind[] {
  const kinds = new Map<string, Kind>()
  for (const placed of harness.ports) {
    const { port } = placed
    if (port.side !== 'takes' || port.need !== 'required' || !isLoose(harness, placed)) continue
    if (harness.choices.parkedReasonAt(placed.ref) !== undefined) continue
    const key = plugKind(port.connector)
    const kind = kinds.get(key) ?? { takers: [] }
    kind.takers.push(placed)
    kinds.set(key, kind)
  }
  return [...kinds.values()]
}

/**
 * Places that are left for the leads of a kind once all of them are plugged in. A loose hub or a chained light takes one
 * place and brings its own outlets, so what counts is the places on things that are plugged in already, and what each
 * loose thing brings.
 */
function balance(harness: Harness, { takers }: Kind): { readonly placeCount: number; readonly neededCount: number } {
  const [sample] = takers
  const looseItems = new Set(takers.map(({ item }) => item.id))
  let ready = 0
  let brought = 0
  for (const placed of harness.ports) {
    if (placed.port.side !== 'gives' || fitOf(sample!.port, placed.port).misfit !== 'none') continue
    if (!hasRoomFor(harness, placed.ref, sample!.ref)) continue
    const lanes = placed.port.lanes === undefined ? 1 : placed.port.lanes.count - harness.threadsAt(placed.ref).length
    if (looseItems.has(placed.item.id)) brought += lanes
    else ready += lanes
  }
  return { placeCount: ready === 0 ? 0 : ready + brought, neededCount: takers.length }
}

/** Fewer places than leads, whatever is plugged where. */
export const portsRunOut = defineRule({
  id: 'ports-run-out',
  group: 'supply',
  what: 'There are enough headers, outlets, supply plugs and USB ports for every needed lead.',
  source: 'counting; what helps: common practice, no source',
  reads: [],
  asksOnly: ['port.need'],
  messages: {
    short: {
      severity: 'stop',
      text: 'Leads that still want a place of their kind: {neededCount} ({leads}). Such places left: {placeCount}. A splitter, a hub or another cable makes more.',
    },
  },
  check: (harness, say) =>
    kindsOf(harness).map((kind) => {
      const { placeCount, neededCount } = balance(harness, kind)
      const at = kind.takers.map(({ ref }) => ref)
      if (neededCount <= placeCount) return say.holds(at)
      return say.found('short', at, { neededCount, placeCount, leads: at.map((ref) => harness.name(ref)) })
    }),
  mends: () => [],
})
