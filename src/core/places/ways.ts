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

/** The way of a lead: how long it is, and the holes it goes through, in order; none where it stays in sight. */
export interface Way {
  readonly lengthMm: number
  readonly holeIds: readonly string[]
}

/** How the lead may run: behind the tray wherever that is no longer way round, or in sight where nothing else is left. */
export interface Space {
  readonly holes: readonly Hole[]
  /** Whether a lead may cross the space of the board in sight, from end to end. */
  readonly mayCross: boolean
}

const goesIn = (id: string) => `in ${id}`
const comesOut = (id: string) => `out ${id}`
const pointOf = ({ xMm, yMm }: Hole): Point => ({ xMm, yMm, zMm: 0 })

/**
 * The shortest way between two points in the space of the board: in by one hole, behind the tray, and out by another, or
 * across in sight where that is allowed. Undefined where neither is to be had.
 */
export function wayBetween(from: Point, to: Point, { holes, mayCross }: Space): Way | undefined {
  const graph = new Graph({ type: 'undirected' })
  graph.addNode('from')
  graph.addNode('to')
  const join = (a: string, b: string, lengthMm: number) => graph.addEdge(a, b, { lengthMm })
  for (const hole of holes) {
    graph.addNode(goesIn(hole.id))
    graph.addNode(comesOut(hole.id))
    join('from', goesIn(hole.id), distanceMm(from, pointOf(hole)))
    join('to', comesOut(hole.id), distanceMm(to, pointOf(hole)))
  }
  // In and out by the same hole would be a way across in sight, with a knot in it.
  for (const a of holes) {
    for (const b of holes) if (a !== b) join(goesIn(a.id), comesOut(b.id), distanceMm(pointOf(a), pointOf(b)))
  }
  if (mayCross) join('from', 'to', distanceMm(from, to))
  const path = dijkstra.bidirectional(graph, 'from', 'to', 'lengthMm') as readonly string[] | null
  if (path === null) return undefined
  const steps = path.slice(1).map((node, index) => graph.getEdgeAttribute(path[index]!, node, 'lengthMm') as number)
  const holeIds = path.slice(1, -1).map((node) => node.replace(/^(in|out) /, ''))
  return { lengthMm: steps.reduce((sum, lengthMm) => sum + lengthMm, 0), holeIds }
}

/** Slack that a lead needs so that it can be plugged and the fan taken out (common practice, no source). */
export const SLACK_MM = 30

export type Reach = 'yes' | 'tight' | 'no'

/** Whether a lead is long enough: yes with its slack, tight without it, no where it is too short. */
export function reachOf(leadMm: number, wayMm: number, slackMm = SLACK_MM): Reach {
  if (exceeds(wayMm, leadMm)) return 'no'
  return exceeds(wayMm + slackMm, leadMm) ? 'tight' : 'yes'
}
