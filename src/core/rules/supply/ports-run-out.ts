import type { Harness } from '../../operate/harness'
import { occupancyOf } from '../../structure/wiring/occupancy'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { fitOf, plugKind } from '../../parts/mating'
import { defineRule } from '../engine/rule'

interface Kind {
  readonly takers: PlacedPort[]
}

/** Whether a lead has a place of its kind: one that sits where its plug does not belong has none yet. */
const hasPlace = (harness: Harness, { ref }: PlacedPort) =>
  harness.threadsAt(ref).some((thread) => harness.fit(thread).misfit === 'none')

/** Leads of one kind that want a place: those that the same ports would take. */
function kindsOf(harness: Harness): readonly Kind[] {
  const kinds = new Map<string, Kind>()
  for (const placed of harness.ports) {
    const { port } = placed
    if (port.side !== 'takes' || port.need !== 'required' || hasPlace(harness, placed)) continue
    if (harness.choices.parkedReasonAt(placed.ref) !== undefined) continue
    const key = plugKind(port.connector)
    const kind = kinds.get(key) ?? { takers: [] }
    kind.takers.push(placed)
    kinds.set(key, kind)
  }
  return [...kinds.values()]
}

/** How many of the leads find room on ports with so many places left; a lead with two lanes wants two of one port. */
function housed(takers: readonly PlacedPort[], left: readonly number[]): number {
  const rest = [...left]
  const widest = takers.map(({ port }) => port.lanes?.covers ?? 1).toSorted((a, b) => b - a)
  return widest.filter((covers) => {
    const enough = rest.filter((count) => count >= covers)
    if (enough.length === 0) return false
    rest[rest.indexOf(Math.min(...enough))]! -= covers
    return true
  }).length
}

/**
 * Places that are left for the leads of a kind once all of them are plugged in. What does not belong in a place leaves it
 * free. A loose hub or a chained light takes one place and brings its own outlets, so what counts is the places on things
 * that are plugged in already, and what each loose thing brings.
 */
function balance(harness: Harness, { takers }: Kind): { readonly placeCount: number; readonly neededCount: number } {
  const [sample] = takers
  const looseItems = new Set(takers.map(({ item }) => item.id))
  const ready: number[] = []
  const brought: number[] = []
  for (const placed of harness.ports) {
    if (placed.port.side !== 'gives' || fitOf(sample!.port, placed.port).misfit !== 'none') continue
    const { placeCount, coveredCount } = occupancyOf(
      harness,
      placed.ref,
      (lead) => fitOf(lead.port, placed.port).misfit !== 'none',
    )
    ;(looseItems.has(placed.item.id) ? brought : ready).push(Math.max(0, placeCount - coveredCount))
  }
  const isStart = ready.some((count) => count > 0)
  return { placeCount: isStart ? housed(takers, [...ready, ...brought]) : 0, neededCount: takers.length }
}

/** Fewer places than leads, whatever is plugged where. */
export const portsRunOut = defineRule({
  id: 'ports-run-out',
  group: 'supply',
  // A port that is free in any machine is free.
  looksOver: 'build',
  what: 'There are enough headers, outlets, supply plugs and USB ports for every needed lead.',
  source: 'counting; what helps: common practice, no source',
  reads: [],
  asksOnly: ['port.need'],
  messages: {
    short: {
      severity: 'stop',
      isMissing: true,
      text: 'Leads that still want a place of their kind: {neededCount} ({leads}). Such places left: {placeCount}. A splitter, a hub or another cable makes more.',
    },
  },
  check: (harness, say) =>
    kindsOf(harness).map((kind) => {
      const { placeCount, neededCount } = balance(harness, kind)
      const at = kind.takers.map(({ ref }) => ref)
      if (neededCount <= placeCount) return say.holds()
      return say.found('short', at, { neededCount, placeCount, leads: at.map((ref) => harness.name(ref)) })
    }),
  mends: () => [],
})
