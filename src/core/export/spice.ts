import type { Harness } from '../operate/harness'
import type { Circuit } from '../operate/electric'
import { givesRail } from '../structure/power/supplies'
import type { Net } from '../structure/wiring/nets'
import { RAILS } from '../parts/connectors'
import { LEAST_OHMS } from '../physics/network'

/** Every circuit of the build, each once, in the order of its first source. */
export function circuitsOf(harness: Harness): readonly Circuit[] {
  return RAILS.flatMap((rail) => {
    const seen = new Set<Net>()
    return harness.ports.flatMap((placed): readonly Circuit[] => {
      if (harness.threadsAt(placed.ref).length === 0 || !givesRail(harness, placed, rail)) return []
      const net = harness.nets(placed.ref, rail)
      if (net === undefined || seen.has(net)) return []
      seen.add(net)
      const circuit = harness.circuit(placed.ref, rail)
      return circuit === undefined ? [] : [circuit]
    })
  })
}

/** The name of a node in the netlist: circuit and node number; what it stands for is told in a comment. */
export const nodeName = (circuitIndex: number, node: number): string => `c${circuitIndex}n${node}`

/** A text for a comment line: one line of plain characters. */
const commentOf = (text: string) => text.replaceAll(/[^\x20-\x7e]/g, '?')

function linesOf(circuit: Circuit, index: number): readonly string[] {
  const name = (node: number) => nodeName(index, node)
  const { volts } = circuit
  return [
    `* circuit ${index}: ${circuit.rail}, ${circuit.sources.length} source(s), ${circuit.taps.length} tap(s)`,
    ...circuit.nodeNames().map((text, node) => `* ${name(node)} = ${commentOf(text)}`),
    ...circuit.sources.flatMap(({ supplyNode, returnNode }, i) => [
      `Vs${index}_${i} ${name(supplyNode)} 0 ${volts}`,
      `Vr${index}_${i} ${name(returnNode)} 0 0`,
    ]),
    ...circuit.resistors.map(
      ({ a, b, ohms }, i) => `R${index}_${i} ${name(a)} ${name(b)} ${Math.max(ohms, LEAST_OHMS)}`,
    ),
    ...circuit.taps.map(({ supplyNode, returnNode, amps }, i) =>
      amps === undefined
        ? `* tap ${i} draws an unknown current`
        : `I${index}_${i} ${name(supplyNode)} ${name(returnNode)} ${amps}`,
    ),
  ]
}

/** The electrical network of the build as a SPICE netlist: an operating point of every circuit. */
export function spiceNetlist(harness: Harness): string {
  const circuits = circuitsOf(harness)
  return [
    `* ${commentOf(harness.build.name)}: resistances in ohm, currents in ampere`,
    ...circuits.flatMap(linesOf),
    '.control',
    'set numdgt=12',
    'op',
    'print all',
    '.endc',
    '.end',
    '',
  ].join('\n')
}
