import type { Build, Choices } from '../../src/core/build/schema'
import type { Curve } from '../../src/core/build/facet-schemas'

type Source = NonNullable<Curve['heatSource']>
type Points = readonly (readonly [temperatureC: number, dutyPercent: number])[]

const pointsOf = (points: Points) => points.map(([temperatureC, dutyPercent]) => ({ temperatureC, dutyPercent }))

/** As boards come: steep, at once, and fast already when nothing happens. */
const STOCK: Points = [
  [20, 50],
  [45, 60],
  [65, 85],
  [75, 100],
]
/** Slow and even, with play, so that a short burst of work is not heard. */
const CALM = { hysteresisC: 4, stepUpMs: 40_000, stepDownMs: 90_000 }

/** A head as `M1.SYS1`, what it listens to, and the points it is tuned to; none for full speed at any heat. */
export type Wish = readonly [head: string, source: Source, tuned: Points]

/** Curves of both sets for these heads, and what is put into the air of a case. */
export function withCurves(build: Build, wishes: readonly Wish[], heat?: readonly [caseMark: string, watts: number]): Build {
  const at = (head: string) => {
    const [mark = '', portId = ''] = head.split('.')
    return { itemId: build.items.find((item) => item.mark === mark)!.id, portId }
  }
  const full: Points = [[20, 100]]
  const curves = wishes.map(([head, heatSource, tuned]) => ({
    at: at(head),
    heatSource,
    points: pointsOf(tuned.length === 0 ? full : tuned),
    ...(tuned.length === 0 ? {} : CALM),
  }))
  const stockCurves = wishes.map(([head, heatSource, tuned]) => ({
    at: at(head),
    heatSource,
    points: pointsOf(tuned.length === 0 ? full : STOCK),
  }))
  const air: Choices['air'] =
    heat === undefined
      ? undefined
      : [{ itemId: build.items.find(({ mark }) => mark === heat[0])!.id, heatWatts: heat[1] }]
  return {
    ...build,
    choices: { ...build.choices, curves, stockCurves, ...(air === undefined ? {} : { air }) },
  }
}
