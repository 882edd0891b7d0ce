import { settingOf } from '../build/settings'
import type { Figure, PortRef } from '../schema/schema-kit'
import { RAILS, type Rail, type Wire } from '../parts/connectors'
import type { RelationOf } from '../parts/schema'
import { RAIL_VOLTS } from '../physics/amps'
import { wireOhms } from '../physics/copper'
import { nodeVolts, type Resistor } from '../physics/network'
import type { PlacedLight } from '../structure/signal/lights'
import type { Loads } from './loads'
import { supplyPortOf, type Consumer, type PartFacts, sameCopper } from '../structure/wiring/part-facts'
import { givesRail } from '../structure/power/supplies'
import type { Net } from '../structure/wiring/nets'
import type { PlacedPort, Wiring } from '../structure/wiring/wiring'

/** What a 5 V light needs at least where it does not say so; a 12 V one in the same proportion: common practice, no source. */
const FALLBACK_LEAST_SHARE = 4.5 / 5

/** The volts that a light needs at least. */
export const leastVoltsOf = ({ leastVolts, rail }: RelationOf<'light'>): number =>
  leastVolts?.value ?? RAIL_VOLTS[rail] * FALLBACK_LEAST_SHARE

/** One mated contact, where the part states none: common practice, no source. */
const FALLBACK_CONTACT_MILLIOHM = 20

/** What is drawn between a supply node and a return node. Unknown amps are undefined. */
export interface Tap {
  readonly at: PortRef
  readonly consumer: Consumer | undefined
  readonly amps: number | undefined
  readonly supplyNode: number
  readonly returnNode: number
}

/** The copper between the sources of one net and what they feed, supply and return both. */
export interface Circuit {
  readonly rail: Rail
  readonly nodeCount: number
  /** What each node stands for, for people. */
  readonly nodeNames: () => readonly string[]
  readonly resistors: readonly Resistor[]
  readonly taps: readonly Tap[]
  /** Volts at each source. */
  readonly volts: number
  readonly sources: readonly { readonly at: PortRef; readonly supplyNode: number; readonly returnNode: number }[]
  /** Leads whose length or gauge nobody has said: their copper is not in the sum. */
  readonly unknownLeads: readonly PortRef[]
  /** Whether a stated fallback (a contact, a light without a stated track) is in the sum. */
  readonly hasFallback: boolean
}

/** What the circuit is drawn from. */
interface Harnessed extends Wiring {
  readonly loads: Loads
}

/** Wires that carry the current back: ground, or the colour wires of a 12 V light plug side by side. */
function returnWireCount(wires: readonly Wire[]): number {
  if (wires.includes('gnd')) return 1
  return Math.max(1, wires.filter((wire) => wire === 'r' || wire === 'g' || wire === 'b').length)
}

/** For each port of a part the port whose place inside it shares: one of its copper, and not behind a light's track. */
type Meeting = readonly number[]
const meetingsByPart = new WeakMap<PartFacts, Map<Rail, Meeting>>()

/**
 * Whether this output of a light lies behind its track. A pair of tails on one lead does not: what goes on to the next
 * device turns back at the fork and never runs through this one.
 */
function isBehindTrack(facts: PartFacts, portId: string, rail: Rail): boolean {
  const leadOf = (id: string) => facts.portById.get(id)?.lead?.leadId
  return facts.all.light.some(
    ({ input, output, rail: of }) =>
      output === portId && of === rail && (leadOf(input) === undefined || leadOf(input) !== leadOf(output)),
  )
}

function meetingOf(facts: PartFacts, rail: Rail): Meeting {
  let byRail = meetingsByPart.get(facts)
  if (byRail === undefined) meetingsByPart.set(facts, (byRail = new Map()))
  let meeting = byRail.get(rail)
  if (meeting === undefined) {
    meeting = facts.part.ports.map(({ id }, own) => {
      if (isBehindTrack(facts, id, rail)) return own
      const others = sameCopper(facts, rail, id).filter((other) => !isBehindTrack(facts, other, rail))
      return Math.min(own, ...others.map((other) => facts.portIndex.get(other)!))
    })
    byRail.set(rail, meeting)
  }
  return meeting
}

const startsByPart = new WeakMap<PartFacts, ReadonlyMap<string, string>>()

/**
 * A lead with nothing inside at its end: an extension, an adapter, a cable that forks. Its copper runs from one of its
 * ends to the others, so that one (the one that takes) stands where other leads have their inside. By lead, its start.
 */
function startsOf(facts: PartFacts): ReadonlyMap<string, string> {
  let starts = startsByPart.get(facts)
  if (starts === undefined) {
    starts = new Map(
      (facts.part.leads ?? []).flatMap(({ id }) => {
        const ends = facts.part.ports.filter(({ lead }) => lead?.leadId === id)
        const endIds = ends.map((port) => port.id)
        const isJoined =
          ends.length > 1 && ends.some((port) => RAILS.some((rail) => sameCopper(facts, rail, port.id).length > 1))
        const goesFurther = endIds.some((endId) =>
          RAILS.some((rail) => sameCopper(facts, rail, endId).some((other) => !endIds.includes(other))),
        )
        const isDrawnFrom = facts.consumers.some((consumer) => endIds.includes(supplyPortOf(consumer)))
        const isMade = facts.all.powers.some(({ feeds, outlets }) =>
          [...feeds, ...outlets].some((portId) => endIds.includes(portId)),
        )
        const start = ends.find(({ side }) => side === 'takes') ?? ends[0]
        return isJoined && !goesFurther && !isDrawnFrom && !isMade && start !== undefined
          ? [[id, start.id] as const]
          : []
      }),
    )
    startsByPart.set(facts, starts)
  }
  return starts
}

/** Kinds of places: inside a part, at the contact of a port, at the fork of a lead, at the end of a light. */
const INSIDE = 0
const CONTACT = 1
const FORK = 2
const END = 3
const KINDS = 4
/** More leads than a part can have, so that a port and a lead make one number. */
const LEADS = 256

/** The network while it is drawn: nodes come into being as their places are named. */
interface Sketch {
  readonly wiring: Wiring
  readonly rail: Rail
  readonly places: number[]
  readonly placeIndexes: Map<number, number>
  readonly drawnForks: Set<number>
  readonly resistors: Resistor[]
  readonly unknownLeads: PortRef[]
  /** Whether more than one source gives onto it, so that a light may stand lowest in its middle. */
  readonly isFedTwice: boolean
  hasFallback: boolean
}

const placeKey = (portIndex: number, kind: number, leadIndex = 0) => (portIndex * LEADS + leadIndex) * KINDS + kind

/** The supply node of a place; its return node is the next one. */
function nodeAt(sketch: Sketch, place: number): number {
  let index = sketch.placeIndexes.get(place)
  if (index === undefined) {
    index = sketch.places.push(place) - 1
    sketch.placeIndexes.set(place, index)
  }
  return index * 2
}

function tapAt(sketch: Sketch, place: number, load: Pick<Tap, 'at' | 'consumer' | 'amps'>): Tap {
  const supplyNode = nodeAt(sketch, place)
  return { at: load.at, consumer: load.consumer, amps: load.amps, supplyNode, returnNode: supplyNode + 1 }
}

interface Copper {
  readonly ohms: number
  readonly returnOhms: number
}

/** Copper between two places, there and back. */
function stretch(sketch: Sketch, from: number, to: number, { ohms, returnOhms }: Copper): void {
  const a = nodeAt(sketch, from)
  const b = nodeAt(sketch, to)
  sketch.resistors.push({ a, b, ohms })
  sketch.resistors.push({ a: a + 1, b: b + 1, ohms: returnOhms })
}

function insideOf(sketch: Sketch, { facts, item }: PlacedPort, portId: string): number {
  const meeting = meetingOf(facts, sketch.rail)[facts.portIndex.get(portId)!]!
  return placeKey(sketch.wiring.firstPortIndex(item.id) + meeting, INSIDE)
}

function copperOf(
  sketch: Sketch,
  placed: PlacedPort,
  lengthMm: Figure | undefined,
  gaugeAwg: Figure | undefined,
): Copper {
  if (lengthMm === undefined || gaugeAwg === undefined) {
    sketch.unknownLeads.push(placed.ref)
    return { ohms: 0, returnOhms: 0 }
  }
  const ohms = wireOhms(gaugeAwg.value, lengthMm.value, settingOf(sketch.wiring.build, 'copperTemperatureC'))
  return { ohms, returnOhms: ohms / returnWireCount(placed.port.wires) }
}

/** Where the contact of a port is: inside its part, or at the end of its lead, or behind a fork at the end of a branch. */
function contactOf({ facts, port, index }: PlacedPort, inside: number): number {
  const leadIndex = facts.part.leads?.findIndex(({ id }) => id === port.lead?.leadId) ?? -1
  if (leadIndex < 0 || startsOf(facts).get(port.lead!.leadId) === port.id) return inside
  if ((port.lead?.lengthFromForkMm?.value ?? 0) > 0) return placeKey(index, CONTACT)
  return placeKey(Math.floor(inside / KINDS / LEADS), FORK, leadIndex)
}

/** From inside the part to the contact of one port: nothing, a lead, or a fork and its branch. */
function drawLead(sketch: Sketch, placed: PlacedPort): void {
  const { port, facts } = placed
  const leadIndex = facts.part.leads?.findIndex(({ id }) => id === port.lead?.leadId) ?? -1
  const lead = facts.part.leads?.[leadIndex]
  if (port.lead === undefined || lead === undefined) return
  const inside = insideOf(sketch, placed, port.id)
  const fork = placeKey(Math.floor(inside / KINDS / LEADS), FORK, leadIndex)
  // Several ends may hang on one lead; its trunk is drawn once.
  if (!sketch.drawnForks.has(fork)) {
    sketch.drawnForks.add(fork)
    stretch(sketch, inside, fork, copperOf(sketch, placed, lead.lengthMm, lead.gaugeAwg))
  }
  const contact = contactOf(placed, inside)
  if (contact === fork || contact === inside) return
  const gaugeAwg = port.lead.gaugeAwg ?? lead.gaugeAwg
  stretch(sketch, fork, contact, copperOf(sketch, placed, port.lead.lengthFromForkMm, gaugeAwg))
}

function drawContacts(sketch: Sketch, placed: PlacedPort): void {
  const { wiring, rail } = sketch
  for (const other of wiring.across(placed.ref, rail)) {
    // Each thread is met from both of its ends; it is drawn from the first.
    if (other.index < placed.index || !other.port.wires.includes(rail)) continue
    const stated = placed.port.contactMilliohm ?? other.port.contactMilliohm
    if (stated === undefined) sketch.hasFallback = true
    const ohms = (stated?.value ?? FALLBACK_CONTACT_MILLIOHM) / 1000
    const returns = Math.min(returnWireCount(placed.port.wires), returnWireCount(other.port.wires))
    const from = contactOf(placed, insideOf(sketch, placed, placed.port.id))
    const to = contactOf(other, insideOf(sketch, other, other.port.id))
    stretch(sketch, from, to, { ohms, returnOhms: ohms / returns })
  }
}

/** Most pieces that the track of a light is drawn in: LED by LED where it has no more of them. */
const MOST_PIECES = 64

/**
 * A light draws along its whole track, LED by LED, the stretch before the first one included. Of a piece of m LEDs a share
 * of (m + 1) / 2m drawn at its end, and the rest at its start, drops as much over it as the LEDs do: r i (m + ... + 1) =
 * r i m (m + 1) / 2. Where the copper is fed from one end only, one piece is as exact as many: its last LED stands lowest.
 * A light whose LEDs nobody counts is drawn as if they stood without a gap.
 */
function tapsOf(sketch: Sketch, loads: Loads, placed: PlacedPort, consumer: Consumer): readonly Tap[] {
  const inside = insideOf(sketch, placed, placed.port.id)
  const { amps } = loads.drawOf(consumer, placed.ref)
  const whole = { at: placed.ref, consumer, amps }
  if (consumer.type !== 'light') return [tapAt(sketch, inside, whole)]
  if (consumer.trackMilliohm === undefined) sketch.hasFallback = true
  const trackOhms = (consumer.trackMilliohm?.value ?? 0) / 1000
  const { output } = consumer
  const isThrough = output !== undefined && isBehindTrack(placed.facts, output, sketch.rail)
  if (trackOhms === 0 && !isThrough) return [tapAt(sketch, inside, whole)]
  const end = isThrough ? insideOf(sketch, placed, output) : placeKey(placed.index, END)
  const ledCount = consumer.control === 'eachLed' ? consumer.litLedCount?.value : undefined
  const pieceCount = sketch.isFedTwice ? Math.min(MOST_PIECES, Math.max(1, ledCount ?? MOST_PIECES)) : 1
  const ledsEach = ledCount === undefined ? Infinity : ledCount / pieceCount
  const endShare = ledsEach === Infinity ? 1 / 2 : (ledsEach + 1) / (2 * ledsEach)
  const ohms = trackOhms / 2 / pieceCount
  const pieces = Array.from({ length: pieceCount }, (_, piece) => piece)
  const placeAt = (joint: number) =>
    joint === 0 ? inside : joint === pieceCount ? end : placeKey(placed.index, END, joint)
  return pieces.flatMap((piece) => {
    const [from, to] = [placeAt(piece), placeAt(piece + 1)]
    stretch(sketch, from, to, { ohms, returnOhms: ohms })
    const share = (part: number) => ({
      at: placed.ref,
      consumer,
      amps: amps === undefined ? undefined : (amps * part) / pieceCount,
    })
    return [tapAt(sketch, from, share(1 - endShare)), tapAt(sketch, to, share(endShare))]
  })
}

function drawTaps(sketch: Sketch, loads: Loads, placed: PlacedPort): readonly Tap[] {
  const { rail } = sketch
  const own = placed.facts.consumers
    .filter((consumer) => consumer.rail === rail && supplyPortOf(consumer) === placed.port.id)
    .flatMap((consumer) => tapsOf(sketch, loads, placed, consumer))
  const forOthers = loads
    .passedOn(placed.ref, rail)
    .map(({ amps }) =>
      tapAt(sketch, insideOf(sketch, placed, placed.port.id), { at: placed.ref, consumer: undefined, amps }),
    )
  return [...own, ...forOthers]
}

const KIND_WORDS = ['inside', 'contact', 'fork', 'end']

/** What a node stands for, for people who read the netlist. */
function describe(sketch: Sketch, place: number, way: '+' | '-'): string {
  const sort = place % KINDS
  const portIndex = Math.floor(place / KINDS / LEADS)
  const lead = Math.floor(place / KINDS) % LEADS
  const placed = sketch.wiring.ports[portIndex]!
  const of = sort === FORK ? ` of lead ${placed.facts.part.leads![lead]!.id}` : lead > 0 ? ` after piece ${lead}` : ''
  return `${placed.key} ${KIND_WORDS[sort]}${of} ${way}`
}

/** The circuit of a net, its sources at these volts. */
export function drawCircuit(harness: Harnessed, { ports, givers }: Net, rail: Rail, volts: number): Circuit {
  const given = givers.filter((placed) => givesRail(harness, placed, rail))
  const sketch: Sketch = {
    wiring: harness,
    rail,
    places: [],
    placeIndexes: new Map(),
    drawnForks: new Set(),
    resistors: [],
    unknownLeads: [],
    isFedTwice: given.length > 1,
    hasFallback: false,
  }
  const taps = ports.flatMap((placed) => {
    drawLead(sketch, placed)
    drawContacts(sketch, placed)
    return placed.port.side === 'takes' ? drawTaps(sketch, harness.loads, placed) : []
  })
  const sources = given.map((placed) => {
    const supplyNode = nodeAt(sketch, insideOf(sketch, placed, placed.port.id))
    return { at: placed.ref, supplyNode, returnNode: supplyNode + 1 }
  })
  const { places, resistors, unknownLeads, hasFallback } = sketch
  const nodeNames = () => places.flatMap((place) => [describe(sketch, place, '+'), describe(sketch, place, '-')])
  return { rail, volts, nodeCount: places.length * 2, nodeNames, resistors, taps, sources, unknownLeads, hasFallback }
}

/** A tap with the volts that stand across it: undefined where a draw on the way or a source is missing. */
export interface TapVolts extends Tap {
  readonly volts: number | undefined
}

/** Volts across every tap. */
export function voltsAt(circuit: Circuit): readonly TapVolts[] {
  const { nodeCount, resistors, taps, sources } = circuit
  const drawnAmps = new Map<number, number>()
  const draw = (at: number, amps: number) => drawnAmps.set(at, (drawnAmps.get(at) ?? 0) + amps)
  for (const { amps, supplyNode, returnNode } of taps) {
    draw(supplyNode, amps ?? 0)
    draw(returnNode, -(amps ?? 0))
  }
  const fixedVolts = new Map(
    sources.flatMap(({ supplyNode, returnNode }) => [[supplyNode, circuit.volts] as const, [returnNode, 0] as const]),
  )
  const volts = nodeVolts({ nodeCount, resistors, fixedVolts, drawnAmps })
  const isKnown = taps.every(({ amps }) => amps !== undefined)
  return taps.map((tap) => {
    const [plus, minus] = [volts[tap.supplyNode], volts[tap.returnNode]]
    return { ...tap, volts: plus === undefined || minus === undefined || !isKnown ? undefined : plus - minus }
  })
}

/** The least volts across a light, among the taps of its circuit; undefined where none of them is known. */
export function lightVoltsIn(taps: readonly TapVolts[]): (light: PlacedLight) => number | undefined {
  const least = new Map<Consumer, Map<string, number>>()
  for (const { consumer, at, volts } of taps) {
    if (consumer === undefined || volts === undefined) continue
    let byItem = least.get(consumer)
    if (byItem === undefined) least.set(consumer, (byItem = new Map()))
    byItem.set(at.itemId, Math.min(volts, byItem.get(at.itemId) ?? volts))
  }
  return ({ light, at }) => least.get(light)?.get(at.itemId)
}
