import type { PartFacts } from '../wiring/part-facts'
import type { PortRef } from '../../schema/schema-kit'
import { LONGEST_RESET_MICROSECONDS } from '../../physics/led'
import type { Wire } from '../../parts/connectors'
import type { RelationOf } from '../../parts/schema'
import type { ChoicesBy } from '../wiring/choices'
import type { Net, Nets } from '../wiring/nets'
import type { PlacedPort, Wiring } from '../wiring/wiring'

export interface PlacedLight {
  readonly at: PortRef
  readonly placed: PlacedPort
  readonly light: RelationOf<'light'>
}

/** A light in the line of its source. */
export interface Segment extends PlacedLight {
  /** Index of its first LED as the source counts; undefined where a count before it is unknown. */
  readonly firstLed: number | undefined
  /** LEDs that surely lie before it: those of the lights whose count is known. */
  readonly leastFirstLed: number
  readonly ledCount: number | undefined
  /** The light before it in its leg; none at the start of a leg. */
  readonly before: Segment | undefined
}

/** Data or colour wires that more than one source pushes onto. */
export interface Contest {
  readonly sources: readonly PlacedPort[]
  /** Lights that listen there; none where two tails were merely tied together. */
  readonly lights: readonly PlacedPort[]
}

/** All that one light output drives: series adds, a split mirrors. */
export interface Line {
  readonly source: PlacedPort
  readonly segments: readonly Segment[]
  /** LEDs the source has to address: the longest leg. A lower bound where some counts are unknown. */
  readonly ledCount: number
  readonly unknownCount: number
  /** Segments that show what another leg shows. */
  readonly mirrored: readonly Segment[]
}

export interface Lights {
  /** Every light whose lead is plugged in. */
  readonly lights: readonly PlacedLight[]
  readonly lines: readonly Line[]
  /** Lines below any giving port, the source's or one on the way. */
  readonly lineBelow: (ref: PortRef) => Line
  /** Ports that give the signal which reaches a light: exactly one when all is well. */
  readonly sourcesOf: (light: PlacedLight) => readonly PlacedPort[]
  readonly contests: readonly Contest[]
}

/** Whether a part shows the same on all of some outlets: it addresses the longest of them, any other part the sum. */
export const showsOne = ({ all: { drives, repeats } }: PartFacts, portIds: readonly string[]): boolean =>
  drives.some((r) => r.signal === 'light' && r.together && portIds.every((id) => r.outlets.includes(id))) ||
  repeats.some((r) => r.signal === 'light' && portIds.every((id) => r.to.includes(id)))

/** The longest reset between frames of some lights, in µs; the longest one published for a light that states none. */
export const longestReset = (lights: readonly Pick<PlacedLight, 'light'>[]): number =>
  Math.max(0, ...lights.map(({ light }) => light.resetMicroseconds?.value ?? LONGEST_RESET_MICROSECONDS))

const signalWireOf = (light: RelationOf<'light'>): Wire => (light.control === 'eachLed' ? 'data' : 'r')

interface Context {
  readonly wiring: Wiring
  readonly nets: Nets
  readonly choices: ChoicesBy
}

function follows({ choices }: Context, placed: PlacedPort): RelationOf<'follows'> | undefined {
  return placed.facts.all.follows.find(
    (r) =>
      r.signal === 'light' &&
      r.outlets.includes(placed.port.id) &&
      choices.syncAt({ itemId: placed.item.id, portId: r.input }) === true,
  )
}

/** Whether this port starts a signal of its own: a brain's outlet, as long as it does not follow a sync lead. */
function isSource(context: Context, placed: PlacedPort): boolean {
  if (placed.port.side !== 'gives' || follows(context, placed) !== undefined) return false
  return placed.facts.all.drives.some((r) => r.signal === 'light' && r.outlets.includes(placed.port.id))
}

/** Outlets that pass on what comes in at this port: repeaters, and boxes that are set to follow. */
function outletsFrom(context: Context, placed: PlacedPort): readonly PortRef[] {
  const { all } = placed.facts
  const repeated = all.repeats.filter((r) => r.signal === 'light' && r.from === placed.port.id).flatMap((r) => r.to)
  const followed =
    context.choices.syncAt(placed.ref) === true
      ? all.follows.filter((r) => r.signal === 'light' && r.input === placed.port.id).flatMap((r) => r.outlets)
      : []
  return [...repeated, ...followed].map((portId) => ({ itemId: placed.item.id, portId }))
}

/** Whether this port puts a signal on its wire: a source, the far end of a light, or an outlet that passes one on. */
const pushes = (context: Context, placed: PlacedPort): boolean =>
  placed.port.side === 'gives' && (isSource(context, placed) || inputsOf(context, placed).length > 0)

function contestsOf(context: Context): readonly Contest[] {
  const { wiring, nets } = context
  const seen = new Set<Net>()
  return (['data', 'r'] as const).flatMap((wire) =>
    wiring.ports.flatMap((placed): readonly Contest[] => {
      const net = wiring.threadsAt(placed.ref).length === 0 ? undefined : nets(placed.ref, wire)
      if (net === undefined || seen.has(net)) return []
      seen.add(net)
      const sources = net.ports.filter((port) => pushes(context, port))
      if (sources.length < 2) return []
      const listens = ({ facts, port }: PlacedPort) => facts.all.light.some((light) => light.input === port.id)
      return [{ sources, lights: net.ports.filter(listens) }]
    }),
  )
}

const add = (a: number | undefined, b: number | undefined) => (a === undefined || b === undefined ? undefined : a + b)

/** Where a walk down a line has come to. */
interface Reached {
  readonly firstLed: number | undefined
  readonly leastFirstLed: number
  readonly before: Segment | undefined
}

const BEGINNING: Reached = { firstLed: 0, leastFirstLed: 0, before: undefined }

/** Walks down from a giving port; a ring of threads ends where it meets itself. */
function segmentsBelow(context: Context, start: PortRef): readonly Segment[] {
  const { nets, wiring } = context
  const seen = new Set<Net>()
  const segments: Segment[] = []
  const walk = (ref: PortRef, wire: Wire, reached: Reached): void => {
    const net = nets(ref, wire)
    if (net === undefined || seen.has(net)) return
    seen.add(net)
    for (const placed of net.ports) {
      if (placed.port.side !== 'takes') continue
      for (const light of placed.facts.all.light) {
        if (light.input !== placed.port.id || signalWireOf(light) !== wire) continue
        const ledCount = light.control === 'eachLed' ? light.addressedLedCount?.value : 0
        const segment: Segment = { at: placed.ref, placed, light, ...reached, ledCount }
        segments.push(segment)
        if (light.output === undefined) continue
        const output = { itemId: placed.item.id, portId: light.output }
        walk(output, wire, {
          firstLed: add(reached.firstLed, ledCount),
          leastFirstLed: reached.leastFirstLed + (ledCount ?? 0),
          before: segment,
        })
      }
      for (const outlet of outletsFrom(context, placed)) walk(outlet, wire, reached)
    }
  }
  const { wires } = wiring.port(start).port
  for (const wire of ['data', 'r'] as const) if (wires.includes(wire)) walk(start, wire, BEGINNING)
  return segments
}

function lineOf(context: Context, source: PlacedPort): Line {
  const segments = segmentsBelow(context, source.ref)
  const ends = segments.map(({ leastFirstLed, ledCount }) => leastFirstLed + (ledCount ?? 0))
  const unknownCount = segments.filter((segment) => segment.ledCount === undefined).length
  // Legs of a splitter start at the same LED: they show the same.
  const mirrored = segments.filter(
    (segment) =>
      segment.light.control === 'eachLed' &&
      segment.firstLed !== undefined &&
      segments.some(
        (other) => other !== segment && other.light.control === 'eachLed' && other.firstLed === segment.firstLed,
      ),
  )
  return { source, segments, ledCount: Math.max(0, ...ends), unknownCount, mirrored }
}

/** Signal sources on the net of a light's input: outlets with a brain, and outputs of lights before it, traced up. */
function makeSourcesOf(context: Context): (light: PlacedLight) => readonly PlacedPort[] {
  const memo = new Map<Net, readonly PlacedPort[]>()
  const climb = (ref: PortRef, wire: Wire): readonly PlacedPort[] => {
    const net = context.nets(ref, wire)
    if (net === undefined) return []
    const known = memo.get(net)
    if (known !== undefined) return known
    // A ring of threads brings nothing.
    memo.set(net, [])
    const sources = net.ports.flatMap((placed): readonly PlacedPort[] => {
      if (placed.port.side !== 'gives') return []
      if (isSource(context, placed)) return [placed]
      const inputs = inputsOf(context, placed)
      return inputs.flatMap((portId) => climb({ itemId: placed.item.id, portId }, wire))
    })
    memo.set(net, sources)
    return sources
  }
  return ({ at, light }) => climb(at, signalWireOf(light))
}

/** Ports of the same item whose signal comes out at this one. */
function inputsOf(context: Context, placed: PlacedPort): readonly string[] {
  const { all } = placed.facts
  const portId = placed.port.id
  const following = follows(context, placed)
  return [
    ...all.light.filter((light) => light.output === portId && light.control === 'eachLed').map((light) => light.input),
    ...all.repeats.filter((r) => r.signal === 'light' && r.to.includes(portId)).map((r) => r.from),
    ...(following === undefined ? [] : [following.input]),
  ]
}

/** The light lines of the build, with LED indices as each source counts them. */
export function deriveLights(wiring: Wiring, nets: Nets, choices: ChoicesBy): Lights {
  const context = { wiring, nets, choices }
  const lights = wiring.items.flatMap((item) =>
    wiring.factsOfItem(item.id).all.light.flatMap((light): readonly PlacedLight[] => {
      const placed = wiring.port({ itemId: item.id, portId: light.input })
      return wiring.threadsAt(placed.ref).length === 0 ? [] : [{ at: placed.ref, placed, light }]
    }),
  )
  const lines = wiring.ports
    .filter((placed) => isSource(context, placed) && wiring.threadsAt(placed.ref).length > 0)
    .map((placed) => lineOf(context, placed))
    .filter(({ segments }) => segments.length > 0)
  return {
    lights,
    lines,
    lineBelow: (ref) => lineOf(context, wiring.port(ref)),
    sourcesOf: makeSourcesOf(context),
    contests: contestsOf(context),
  }
}
