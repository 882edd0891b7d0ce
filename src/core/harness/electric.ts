import type { PortRef } from '../formats/schema-kit'
import type { Rail, Wire } from '../parts/connectors'
import { RAIL_VOLTS } from '../physics/amps'
import { wireOhms } from '../physics/copper'
import { nodeVolts, type Resistor } from '../physics/network'
import { drawOf } from './draw'
import type { Loads } from './loads'
import { supplyPortOf, type Consumer } from './part-facts'
import { sourcesOnNet } from './supplies'
import type { Nets } from './nets'
import type { PlacedPort, Wiring } from './wiring'

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
  readonly nodeNames: readonly string[]
  readonly resistors: readonly Resistor[]
  readonly taps: readonly Tap[]
  readonly sources: readonly { readonly at: PortRef; readonly supplyNode: number; readonly returnNode: number }[]
  /** Leads whose length or gauge nobody has said: their copper is not in the sum. */
  readonly unknownLeads: readonly PortRef[]
  /** Whether a stated fallback (a contact, a light without a stated track) is in the sum. */
  readonly hasFallback: boolean
}

interface Context extends Wiring {
  readonly nets: Nets
  readonly loads: Loads
}

/** Wires that carry the current back: ground, or the colour wires of a 12 V light plug side by side. */
function returnWireCount(wires: readonly Wire[]): number {
  if (wires.includes('gnd')) return 1
  return Math.max(1, wires.filter((wire) => wire === 'r' || wire === 'g' || wire === 'b').length)
}

/** The network while it is drawn: nodes come into being as they are named. */
interface Sketch {
  readonly rail: Rail
  readonly nodeNames: string[]
  readonly resistors: Resistor[]
  readonly unknownLeads: PortRef[]
  readonly byName: Map<string, number>
  hasFallback: boolean
}

function node(sketch: Sketch, name: string): number {
  const known = sketch.byName.get(name)
  if (known !== undefined) return known
  sketch.byName.set(name, sketch.nodeNames.length)
  return sketch.nodeNames.push(name) - 1
}

const nodesAt = (sketch: Sketch, place: string) => ({
  supplyNode: node(sketch, `${place} +`),
  returnNode: node(sketch, `${place} -`),
})

interface Copper {
  readonly ohms: number
  readonly returnOhms: number
}

/** Copper between two places, there and back. */
function stretch(sketch: Sketch, from: string, to: string, { ohms, returnOhms }: Copper): void {
  const a = nodesAt(sketch, from)
  const b = nodesAt(sketch, to)
  sketch.resistors.push({ a: a.supplyNode, b: b.supplyNode, ohms })
  sketch.resistors.push({ a: a.returnNode, b: b.returnNode, ohms: returnOhms })
}

/**
 * Whether this output of a light lies behind its track. A pair of tails on one lead does not: what goes on to the next
 * device turns back at the fork and never runs through this one.
 */
function isBehindTrack({ facts }: PlacedPort, portId: string, rail: Rail): boolean {
  const leadOf = (id: string) => facts.portById.get(id)?.lead?.leadId
  return facts.all.light.some(
    ({ input, output, rail: of }) =>
      output === portId && of === rail && (leadOf(input) === undefined || leadOf(input) !== leadOf(output)),
  )
}

/** Ports of one copper meet inside their part. */
function insideOf(placed: PlacedPort, portId: string, rail: Rail): string {
  const { facts, item } = placed
  if (isBehindTrack(placed, portId, rail)) return `${item.id}.${portId}:inside`
  const meeting = facts
    .copper(rail, portId)
    .filter((id) => !isBehindTrack(placed, id, rail))
    .toSorted()[0]
  return `${item.id}.${meeting ?? portId}:inside`
}

/** From inside the part to the contact of one port: nothing, a lead, or a fork and its branch. */
function drawLead(sketch: Sketch, placed: PlacedPort): void {
  const { port, facts, key } = placed
  const inside = insideOf(placed, port.id, sketch.rail)
  const lead = facts.part.leads?.find((candidate) => candidate.id === port.lead?.leadId)
  if (port.lead === undefined || lead === undefined) {
    stretch(sketch, inside, key, { ohms: 0, returnOhms: 0 })
    return
  }
  const copperOf = (lengthMm: number | undefined, gaugeAwg: number | undefined): Copper => {
    if (lengthMm === undefined || gaugeAwg === undefined) {
      sketch.unknownLeads.push(placed.ref)
      return { ohms: 0, returnOhms: 0 }
    }
    const ohms = wireOhms(gaugeAwg, lengthMm)
    return { ohms, returnOhms: ohms / returnWireCount(port.wires) }
  }
  const fork = `${inside}/${lead.id}`
  if (!sketch.byName.has(`${fork} +`)) {
    stretch(sketch, inside, fork, copperOf(lead.lengthMm?.value, lead.gaugeAwg?.value))
  }
  const branchMm = port.lead.lengthFromForkMm?.value ?? 0
  const gaugeAwg = (port.lead.gaugeAwg ?? lead.gaugeAwg)?.value
  stretch(sketch, fork, key, branchMm === 0 ? { ohms: 0, returnOhms: 0 } : copperOf(branchMm, gaugeAwg))
}

function drawContacts(sketch: Sketch, wiring: Wiring, placed: PlacedPort): void {
  for (const thread of wiring.threadsAt(placed.ref)) {
    const other = wiring.port(wiring.otherEnd(thread, placed.ref))
    // Each thread is met from both of its ends; it is drawn from the first.
    if (other.index < placed.index || !other.port.wires.includes(sketch.rail)) continue
    const stated = placed.port.contactMilliohm ?? other.port.contactMilliohm
    if (stated === undefined) sketch.hasFallback = true
    const ohms = (stated?.value ?? FALLBACK_CONTACT_MILLIOHM) / 1000
    const returns = Math.min(returnWireCount(placed.port.wires), returnWireCount(other.port.wires))
    stretch(sketch, placed.key, other.key, { ohms, returnOhms: ohms / returns })
  }
}

/** A light draws along its whole track: half at its start and half at its end drop as much at the end as the real thing. */
function tapsOf(sketch: Sketch, placed: PlacedPort, consumer: Consumer): readonly Tap[] {
  const inside = insideOf(placed, placed.port.id, sketch.rail)
  const { amps } = drawOf(consumer, placed.ref)
  const tap = { at: placed.ref, consumer }
  if (consumer.type !== 'light') return [{ ...tap, amps, ...nodesAt(sketch, inside) }]
  if (consumer.trackMilliohm === undefined) sketch.hasFallback = true
  const trackOhms = (consumer.trackMilliohm?.value ?? 0) / 1000
  const { output } = consumer
  const isThrough = output !== undefined && isBehindTrack(placed, output, sketch.rail)
  const end = isThrough ? insideOf(placed, output, sketch.rail) : `${inside}/${consumer.id} end`
  stretch(sketch, inside, end, { ohms: trackOhms / 2, returnOhms: trackOhms / 2 })
  const half = amps === undefined ? undefined : amps / 2
  return [
    { ...tap, amps: half, ...nodesAt(sketch, inside) },
    { ...tap, amps: half, ...nodesAt(sketch, end) },
  ]
}

function drawTaps(sketch: Sketch, { loads }: Context, placed: PlacedPort): readonly Tap[] {
  const { rail } = sketch
  const own = placed.facts.consumers
    .filter((consumer) => consumer.rail === rail && supplyPortOf(consumer) === placed.port.id)
    .flatMap((consumer) => tapsOf(sketch, placed, consumer))
  const forOthers = loads.passedOn(placed.ref, rail).map(({ amps }): Tap => {
    const nodes = nodesAt(sketch, insideOf(placed, placed.port.id, rail))
    return { at: placed.ref, consumer: undefined, amps, ...nodes }
  })
  return [...own, ...forOthers]
}

/** The circuit that a port belongs to on this rail; undefined where the port has no such wire. */
export function circuitOf(context: Context, ref: PortRef, rail: Rail): Circuit | undefined {
  const net = context.nets(ref, rail)
  if (net === undefined) return undefined
  const sketch: Sketch = { rail, nodeNames: [], resistors: [], unknownLeads: [], byName: new Map(), hasFallback: false }
  const taps = net.ports.flatMap((placed) => {
    drawLead(sketch, placed)
    drawContacts(sketch, context, placed)
    return placed.port.side === 'takes' ? drawTaps(sketch, context, placed) : []
  })
  const sources = sourcesOnNet(context, context.nets, ref, rail).map((placed) => ({
    at: placed.ref,
    ...nodesAt(sketch, insideOf(placed, placed.port.id, rail)),
  }))
  const { nodeNames, resistors, unknownLeads, hasFallback } = sketch
  return { rail, nodeNames, resistors, taps, sources, unknownLeads, hasFallback }
}

/** A tap with the volts that stand across it: undefined where a draw on the way or a source is missing. */
export interface TapVolts extends Tap {
  readonly volts: number | undefined
}

/** Volts across every tap, with each source at `sourceVolts` (the rail's nominal volts unless said otherwise). */
export function voltsAt(circuit: Circuit, sourceVolts = RAIL_VOLTS[circuit.rail]): readonly TapVolts[] {
  const { nodeNames, resistors, taps, sources } = circuit
  const drawnAmps = new Map<number, number>()
  const draw = (at: number, amps: number) => drawnAmps.set(at, (drawnAmps.get(at) ?? 0) + amps)
  for (const { amps, supplyNode, returnNode } of taps) {
    draw(supplyNode, amps ?? 0)
    draw(returnNode, -(amps ?? 0))
  }
  const fixedVolts = new Map(
    sources.flatMap(({ supplyNode, returnNode }) => [[supplyNode, sourceVolts] as const, [returnNode, 0] as const]),
  )
  const volts = nodeVolts({ nodeCount: nodeNames.length, resistors, fixedVolts, drawnAmps })
  const isKnown = taps.every(({ amps }) => amps !== undefined)
  return taps.map((tap) => {
    const [plus, minus] = [volts[tap.supplyNode], volts[tap.returnNode]]
    return { ...tap, volts: plus === undefined || minus === undefined || !isKnown ? undefined : plus - minus }
  })
}
