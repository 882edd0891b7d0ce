import type { Harness } from '../operate/harness'

const quoted = (text: string) => `"${text.replaceAll('\\', '\\\\').replaceAll('"', '\\"').replaceAll('\n', ' ')}"`

/** The wiring as a graph in the DOT language: a box for each item, an arrow from the giving port to the taking one. */
export function dotGraph(harness: Harness): string {
  const nodes = harness.items.map((item) => {
    const label = `${item.mark}: ${harness.factsOfItem(item.id).part.name}`
    return `  ${quoted(item.id)} [label=${quoted(label)}];`
  })
  const edges = harness.threads.map(({ from, to }) => {
    const ends = [harness.port(from), harness.port(to)]
    const [giver, taker] = ends[0]!.port.side === 'gives' ? ends : ends.toReversed()
    const label = `${giver!.port.name} > ${taker!.port.name}`
    return `  ${quoted(giver!.item.id)} -> ${quoted(taker!.item.id)} [label=${quoted(label)}];`
  })
  return [
    `digraph ${quoted(harness.build.name)} {`,
    '  rankdir=LR;',
    '  node [shape=box];',
    ...nodes,
    ...edges,
    '}',
    '',
  ].join('\n')
}
