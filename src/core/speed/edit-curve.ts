import type { Curve } from '../build/facet-schemas'
import { canonicalJson } from '../formats/canonical'
import { inOrder } from '../physics/curve'

type Point = Curve['points'][number]

const LEAST_C = -50
const MOST_C = 150
const FULL_PERCENT = 100
export const MOST_POINTS = 64

const within = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value))

/** What a curve asks for and how, whatever head it is of: equal where two of them are. */
export const curveKeyOf = ({ at: _, ...rest }: Curve): string => canonicalJson(rest)

export const isSameCurve = (a: Curve, b: Curve): boolean => curveKeyOf(a) === curveKeyOf(b)

/** The points with one of them elsewhere: in whole degrees and percent, and no further than its neighbours. */
export function withPointAt(
  points: readonly Point[],
  index: number,
  { temperatureC, dutyPercent }: Point,
): readonly Point[] {
  const [before, after] = [points[index - 1]?.temperatureC ?? LEAST_C, points[index + 1]?.temperatureC ?? MOST_C]
  const moved = {
    temperatureC: within(Math.round(temperatureC), before, after),
    dutyPercent: within(Math.round(dutyPercent), 0, FULL_PERCENT),
  }
  return points.with(index, moved)
}

/** One point more: in the middle of the widest gap, on the line as it is; at 20 degrees above a single one. */
export function withPointMore(points: readonly Point[]): readonly Point[] {
  const sorted = inOrder(points)
  const [last] = sorted.slice(-1)
  const gaps = sorted.slice(1).map((point, index) => point.temperatureC - sorted[index]!.temperatureC)
  const widest = gaps.indexOf(Math.max(...gaps))
  if (gaps.length === 0 || gaps[widest] === 0) {
    const temperatureC = within(last!.temperatureC + 20, LEAST_C, MOST_C)
    return [...sorted, { temperatureC, dutyPercent: last!.dutyPercent }]
  }
  const [from, to] = [sorted[widest]!, sorted[widest + 1]!]
  const middle = {
    temperatureC: Math.round((from.temperatureC + to.temperatureC) / 2),
    dutyPercent: Math.round((from.dutyPercent + to.dutyPercent) / 2),
  }
  return sorted.toSpliced(widest + 1, 0, middle)
}

export const TEMPLATES = ['hushed', 'even', 'cool', 'full'] as const
export type Template = (typeof TEMPLATES)[number]

/** Fans begin to turn there as a rule, where their parts do not say (common practice, no source). */
const USUAL_START_PERCENT = 30

/** What a curve begins with: never under the duty at which the slowest of its fans starts. */
export function templatePoints(template: Template, startPercents: readonly number[]): readonly Point[] {
  const start = Math.max(USUAL_START_PERCENT, ...startPercents)
  const points: Readonly<Record<Template, readonly (readonly [number, number])[]>> = {
    hushed: [
      [50, start],
      [70, Math.max(start, 50)],
      [85, FULL_PERCENT],
    ],
    even: [
      [30, start],
      [85, FULL_PERCENT],
    ],
    cool: [
      [30, Math.max(start, 50)],
      [55, Math.max(start, 75)],
      [70, FULL_PERCENT],
    ],
    full: [[20, FULL_PERCENT]],
  }
  return points[template].map(([temperatureC, dutyPercent]) => ({ temperatureC, dutyPercent }))
}
