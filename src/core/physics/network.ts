/** A resistor between two nodes, by their indices. */
export interface Resistor {
  readonly a: number
  readonly b: number
  readonly ohms: number
}

/** A network of resistors fed at nodes of fixed volts, with currents drawn out of nodes. */
export interface Network {
  readonly nodeCount: number
  readonly resistors: readonly Resistor[]
  /** Node to volts. */
  readonly fixedVolts: ReadonlyMap<number, number>
  /** Amps drawn out of each node; nodes not named draw none. */
  readonly drawnAmps: ReadonlyMap<number, number>
}

/** A joint that states 0 ohm still has this much, so that it can be solved; far below anything measured. */
export const LEAST_OHMS = 1e-6

interface Row {
  /** Conductance to each neighbour that is still there. */
  readonly to: Map<number, number>
  amps: number
}

function rowsOf({ nodeCount, resistors, drawnAmps }: Network): Row[] {
  const rows = Array.from({ length: nodeCount }, (_, node): Row => ({
    to: new Map(),
    amps: -(drawnAmps.get(node) ?? 0),
  }))
  for (const { a, b, ohms } of resistors) {
    const siemens = 1 / Math.max(ohms, LEAST_OHMS)
    rows[a]!.to.set(b, (rows[a]!.to.get(b) ?? 0) + siemens)
    rows[b]!.to.set(a, (rows[b]!.to.get(a) ?? 0) + siemens)
  }
  return rows
}

/** Nothing leaks to ground, so the sum of the branches is the diagonal, without the rounding of a running difference. */
const sumOf = (to: ReadonlyMap<number, number>) => [...to.values()].reduce((total, siemens) => total + siemens, 0)

/** Folds a node into its neighbours: what is left of the network behaves as before. */
function eliminate(rows: readonly Row[], node: number): void {
  const { to, amps } = rows[node]!
  const diagonal = sumOf(to)
  const neighbours = [...to]
  for (const [i, [a, siemensA]] of neighbours.entries()) {
    const rowA = rows[a]!
    rowA.to.delete(node)
    rowA.amps += (siemensA / diagonal) * amps
    for (const [b, siemensB] of neighbours.slice(i + 1)) {
      const between = (siemensA * siemensB) / diagonal
      rowA.to.set(b, (rowA.to.get(b) ?? 0) + between)
      rows[b]!.to.set(a, (rows[b]!.to.get(a) ?? 0) + between)
    }
  }
}

interface Folded {
  readonly node: number
  readonly to: ReadonlyMap<number, number>
}

/** Folds every free node away, those with the fewest neighbours first, and says in which order. */
function foldAll(rows: readonly Row[], isOpen: boolean[]): readonly Folded[] {
  const order: Folded[] = []
  const isEnd = (node: number) => isOpen[node] === true && rows[node]!.to.size <= 1
  const queue = [...isOpen.keys()].filter(isEnd)
  const fold = (node: number) => {
    if (isOpen[node] !== true) return
    isOpen[node] = false
    const to = new Map(rows[node]!.to)
    order.push({ node, to })
    if (to.size > 0) eliminate(rows, node)
    queue.push(...[...to.keys()].filter(isEnd))
  }
  for (;;) {
    for (let next = queue.pop(); next !== undefined; next = queue.pop()) fold(next)
    let least: number | undefined
    for (const [node, open] of isOpen.entries()) {
      if (open && (least === undefined || rows[node]!.to.size < rows[least]!.to.size)) least = node
    }
    if (least === undefined) return order
    fold(least)
  }
}

interface Branch {
  readonly to: number
  readonly ohms: number
}

function branchesOf({ nodeCount, resistors }: Network): readonly (readonly Branch[])[] {
  const branches = Array.from({ length: nodeCount }, (): Branch[] => [])
  for (const { a, b, ohms } of resistors) {
    const atLeast = Math.max(ohms, LEAST_OHMS)
    branches[a]!.push({ to: b, ohms: atLeast })
    branches[b]!.push({ to: a, ohms: atLeast })
  }
  return branches
}

/**
 * Volts of a network without loops: currents summed from the ends to the source, volts from the source to the ends.
 * Undefined where a node is reached on two ways, so that the currents are not told by summing.
 */
function sweep(network: Network): (number | undefined)[] | undefined {
  const { nodeCount, fixedVolts, drawnAmps } = network
  const branches = branchesOf(network)
  const parent = new Int32Array(nodeCount).fill(-1)
  const ohmsUp = new Float64Array(nodeCount)
  const isSeen = new Uint8Array(nodeCount)
  const order: number[] = [...fixedVolts.keys()]
  for (const node of order) isSeen[node] = 1
  for (let next = 0; next < order.length; next += 1) {
    const node = order[next]!
    let hasSkippedParent = parent[node] === -1
    for (const { to, ohms } of branches[node]!) {
      if (!hasSkippedParent && to === parent[node]) {
        hasSkippedParent = true
        continue
      }
      if (isSeen[to] === 1) return undefined
      isSeen[to] = 1
      parent[to] = node
      ohmsUp[to] = ohms
      order.push(to)
    }
  }
  const amps = Float64Array.from({ length: nodeCount }, (_, node) => drawnAmps.get(node) ?? 0)
  for (const node of order.toReversed()) if (parent[node]! >= 0) amps[parent[node]!]! += amps[node]!
  const volts: (number | undefined)[] = Array.from({ length: nodeCount }, (_, node) => fixedVolts.get(node))
  for (const node of order) {
    if (parent[node]! >= 0) volts[node] = volts[parent[node]!]! - amps[node]! * ohmsUp[node]!
  }
  return volts
}

/** Volts of any network, by sparse elimination: rows fed at both ends have next to no fill. */
function eliminateAll(network: Network): readonly (number | undefined)[] {
  const { nodeCount, fixedVolts } = network
  const rows = rowsOf(network)
  const volts: (number | undefined)[] = Array.from({ length: nodeCount }, (_, node) => fixedVolts.get(node))
  const order = foldAll(
    rows,
    volts.map((known) => known === undefined),
  )
  for (const { node, to } of order.toReversed()) {
    let amps = rows[node]!.amps
    let isReached = to.size > 0
    for (const [neighbour, siemens] of to) {
      const known = volts[neighbour]
      if (known === undefined) isReached = false
      else amps += siemens * known
    }
    volts[node] = isReached ? amps / sumOf(to) : undefined
  }
  return volts
}

/** Volts of every node by Kirchhoff's current law; undefined for a node that no source reaches. */
export function nodeVolts(network: Network): readonly (number | undefined)[] {
  return sweep(network) ?? eliminateAll(network)
}
