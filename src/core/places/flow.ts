import type { Side } from './space'

/**
 * Which way air goes through a fan: it enters by the open side and leaves by the side with the struts and the motor hub
 * (common practice, no source), unless the blades are reversed, which swaps the two, or an arrow on the frame says it.
 */
export interface Facing {
  /** The face that looks into the case; undefined where nobody has said. */
  readonly inwardFace: 'open' | 'struts' | undefined
  /** Undefined where the part does not say; most blades are standard. */
  readonly blades: 'standard' | 'reverse' | undefined
  /** Where the arrow printed on the frame points as the fan sits; it overrides the rest. */
  readonly arrow: 'in' | 'out' | undefined
}

/** Whether air comes into the case or goes out, and what that rests on. */
export interface Flow {
  readonly direction: 'in' | 'out' | 'unknown'
  /** arrow: as printed. faces: from faces and blades. assumed: as faces, the blades taken for standard ones. */
  readonly by: 'arrow' | 'faces' | 'assumed' | 'nothing'
}

export function flowOf({ inwardFace, blades, arrow }: Facing): Flow {
  if (arrow !== undefined) return { direction: arrow, by: 'arrow' }
  if (inwardFace === undefined) return { direction: 'unknown', by: 'nothing' }
  // Standard blades push towards the struts: with the struts inside, air comes in.
  const isIn = (inwardFace === 'struts') === (blades !== 'reverse')
  return { direction: isIn ? 'in' : 'out', by: blades === undefined ? 'assumed' : 'faces' }
}

/**
 * Whether a fan pushes air through its radiator or pulls it: from the side of the radiator that it sits on (`inner`
 * looks into the case) and the way the air goes.
 */
export function pushOrPull(direction: 'in' | 'out', side: 'inner' | 'outer'): 'push' | 'pull' {
  const goesTowardsRadiator = (direction === 'out') === (side === 'inner')
  return goesTowardsRadiator ? 'push' : 'pull'
}

/** Which way air usually goes at a panel (common practice, no source): warm air gathers above and behind. */
export const USUAL_AIR: Readonly<Record<Side, 'in' | 'out'>> = {
  front: 'in',
  bottom: 'in',
  side: 'in',
  top: 'out',
  back: 'out',
}

/** Which face has to look inside for the air to go this way. */
export function faceFor(direction: 'in' | 'out', blades: Facing['blades']): 'open' | 'struts' {
  return (direction === 'in') === (blades !== 'reverse') ? 'struts' : 'open'
}

/** One fan in the sum of air: its rated free-air flow at its planned speed, through what stands before it. */
export interface Breath {
  readonly direction: 'in' | 'out'
  /** Undefined where nobody knows. */
  readonly flowM3PerH: number | undefined
  /** Part of its rated speed, 0 to 1: flow goes with speed (fan laws). */
  readonly speedShare: number
  /** Part of the free flow that filters, grilles and radiators leave, 0 to 1; set by the builder. */
  readonly restriction: number
}

export interface Balance {
  readonly inM3PerH: number
  readonly outM3PerH: number
  readonly unknownCount: number
  /** An indication only; open where a flow is unknown and it might tip the sum. */
  readonly verdict: 'even' | 'over' | 'under' | 'open' | 'none'
}

/** Within this share of the larger side the case is about even (common practice, no source). */
const EVEN_SHARE = 0.15

/** Air in against air out: over pressure where more comes in, under pressure where more goes out. */
export function airBalance(breaths: readonly Breath[]): Balance {
  const total = (direction: 'in' | 'out') =>
    breaths
      .filter((breath) => breath.direction === direction)
      .reduce((sum, { flowM3PerH, speedShare, restriction }) => sum + (flowM3PerH ?? 0) * speedShare * restriction, 0)
  const [inM3PerH, outM3PerH] = [total('in'), total('out')]
  const unknownCount = breaths.filter(({ flowM3PerH }) => flowM3PerH === undefined).length
  const common = { inM3PerH, outM3PerH, unknownCount }
  if (breaths.length === 0) return { ...common, verdict: 'none' }
  if (unknownCount > 0) return { ...common, verdict: 'open' }
  if (Math.abs(inM3PerH - outM3PerH) <= EVEN_SHARE * Math.max(inM3PerH, outM3PerH))
    return { ...common, verdict: 'even' }
  return { ...common, verdict: inM3PerH > outM3PerH ? 'over' : 'under' }
}
