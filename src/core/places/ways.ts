import Graph from 'graphology'
import { dijkstra } from 'graphology-shortest-path'
import { exceeds } from '../units/compare'
import { distanceMm, type Point } from './space'

/** A hole in the tray, from the space of the board to the space behind it. */
export interface Hole {
  readonly id: string
  readonly xMm: number
  readonly yMm: number
}

/** Where a lead begins or ends: in the space of the board, or behind the tray. */
export interface WayEnd extends Point {
  readonly isBehind?: boolean
}

/** The way of a lead: how long it is, and the holes it goes through, in order; none where it stays on one side. */
export interface Way {
  readonly lengthMm: number
  readonly holeIds: readonly string[]
  /** From end to hole, from hole to hole, from hole to end: they add up to the length. */
  readonly legsMm: readonly number[]
}

/** How the lead may run: behind the tray, or in sight across the space of the board for no more than this. */
export interface Space {
  readonly holes: readonly Hole[]
  readonly sightMm: number
}

/** A way this short is run in sight, since nobody leads it behind the tray and back (common practice, no source). */
export const SIGHT_MM = 200

const goesIn = (id: string) => `in ${id}`
const comesOut = (id: string) => `out ${id}`
export const pointOf = ({ xMm, yMm }: { readonly xMm: number; readonly yMm: number }): Point => ({ xMm, yMm, zMm: 0 })

/** The graph of a case for one lead: its ends, each hole as it is gone in by and as it is come out of. */
function graphOf(from: WayEnd, to: WayEnd, { holes, sightMm }: Space): Graph {
  const graph = new Graph({ type: 'undirected' })
  graph.addNode('from')
  graph.addNode('to')
  const join = (a: string, b: string, lengthMm: number) => graph.addEdge(a, b, { lengthMm })
  for (const hole of holes) {
    graph.addNode(goesIn(hole.id))
    graph.addNode(comesOut(hole.id))
    // From behind the tray a lead is where others have to go in first.
    join('from', from.isBehind === true ? comesOut(hole.id) : goesIn(hole.id), distanceMm(from, pointOf(hole)))
    join('to', to.isBehind === true ? goesIn(hole.id) : comesOut(hole.id), distanceMm(to, pointOf(hole)))
  }
  // In and out by the same hole would be a way across in sight, with a knot in it.
  for (const a of holes) {
    for (const b of holes) if (a !== b) join(goesIn(a.id), comesOut(b.id), distanceMm(pointOf(a), pointOf(b)))
  }
  const lengthMm = distanceMm(from, to)
  const areOneSide = (from.isBehind === true) === (to.isBehind === true)
  if (areOneSide && (from.isBehind === true || !exceeds(lengthMm, sightMm))) join('from', 'to', lengthMm)
  return graph
}

/**
 * The shortest way of a lead: in by one hole, behind the tray, and out by another; straight where both ends are behind
 * the tray, or in sight where that is short enough. Undefined where there is none.
 */
export function wayBetween(from: WayEnd, to: WayEnd, space: Space): Way | undefined {
  const graph = graphOf(from, to, space)
  const path = dijkstra.bidirectional(graph, 'from', 'to', 'lengthMm') as readonly string[] | null
  if (path === null) return undefined
  const legsMm = path.slice(1).map((node, index) => graph.getEdgeAttribute(path[index]!, node, 'lengthMm') as number)
  const holeIds = path.slice(1, -1).map((node) => node.replace(/^(in|out) /, ''))
  return { lengthMm: legsMm.reduce((sum, lengthMm) => sum + lengthMm, 0), holeIds, legsMm }
}

export type Reach = 'yes' | 'tight' | 'no'

/**
 * Whether a lead is long enough: yes with the slack that is wanted so that it can be plugged and the fan taken out, tight
 * without it, no where it is too short.
 */
export function reachOf(leadMm: number, wayMm: number, slackMm: number): Reach {
  if (exceeds(wayMm, leadMm)) return 'no'
  return exceeds(wayMm + slackMm, leadMm) ? 'tight' : 'yes'
}
