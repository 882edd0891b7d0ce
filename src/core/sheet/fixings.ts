import type { Harness } from '../operate/harness'
import { isFan, isSitting, radiatorOf, type Placed, type Sitting } from '../structure/place/places'
import { radiatorAt } from '../structure/place/fits'
import type { Fixing } from '../parts/kinds'
import { pushOrPull } from '../places/flow'
import { groupBy } from '../units/group'

/** What holds one thing: how many of it, and how long they have to be where they are screws. */
export interface FixingLine {
  readonly marks: readonly string[]
  readonly by: Fixing
  readonly count: number
  /** Least length of a screw's thread; undefined for what is no screw, and where a thickness is not known. */
  readonly lengthMm: number | undefined
  /** How it is to be fixed, in a few words. */
  readonly words: string
}

/** Four corners to a frame. */
const CORNER_COUNT = 4
/** A screw goes this far into what it holds (common practice, no source). */
const GRIP_MM = 5

/** A fan on a radiator is screwed right through its frame; one on a panel by short screws of its own into its corners. */
function fanLine(all: readonly Sitting[], fan: Sitting): Omit<FixingLine, 'marks' | 'count'> {
  const by = fan.place.fixing ?? fan.facts.part.mechanical?.fixing ?? 'screws'
  const radiator = radiatorAt(all, fan.mounted)
  const thicknessMm = fan.facts.part.mechanical?.thicknessMm?.value
  if (radiator === undefined) {
    const words = by === 'screws' ? 'short fan screws through the panel' : `${by} at its corners, no screws`
    return { by, lengthMm: by === 'screws' ? GRIP_MM : undefined, words }
  }
  const { direction } = fan.flow
  const way = direction === 'unknown' ? '' : `, as ${pushOrPull(direction, fan.place.radiatorSide ?? 'inner')}`
  return {
    by: 'screws',
    lengthMm: thicknessMm === undefined ? undefined : thicknessMm + GRIP_MM,
    words: `through the frame into ${radiator.item.mark}${way}; never longer, or they pierce its tubes`,
  }
}

function lineOf(all: readonly Sitting[], placed: Placed): Omit<FixingLine, 'marks'> | undefined {
  const { facts, spot, place } = placed
  if (spot !== undefined) {
    const by = place.fixing ?? facts.part.mechanical?.fixing ?? 'tape'
    const words = `${spot.name.toLowerCase()}${by === 'tape' ? '; wipe the place first, away from heat' : ''}`
    return { by, count: by === 'screws' ? CORNER_COUNT : 1, lengthMm: undefined, words }
  }
  if (!isSitting(placed)) return undefined
  if (isFan(facts)) return { ...fanLine(all, placed), count: CORNER_COUNT }
  const fanCount = radiatorOf(facts.part)?.fanCount ?? 1
  return {
    by: 'screws',
    count: CORNER_COUNT * fanCount,
    lengthMm: GRIP_MM,
    words: 'short screws through the panel into the radiator',
  }
}

/** What has to lie ready to fix everything that has a place: alike things together, in the order of the marks. */
export function fixings(harness: Harness): readonly FixingLine[] {
  const all = harness.places().filter(isSitting)
  const lines = harness.places().flatMap((placed) => {
    const line = lineOf(all, placed)
    return line === undefined ? [] : [{ ...line, mark: placed.item.mark }]
  })
  const alike = groupBy(lines, ({ by, lengthMm, words }) => `${by} ${lengthMm} ${words}`)
  return [...alike.values()].map((group) => {
    const { mark: _mark, ...first } = group[0]!
    return { ...first, marks: group.map(({ mark }) => mark), count: group.reduce((sum, { count }) => sum + count, 0) }
  })
}
