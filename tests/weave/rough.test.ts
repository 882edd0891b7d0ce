import { makeFan } from '../../src/core/parts/make'
import { derive } from '../../src/core/operate/harness'
import { wholePlan } from '../../src/core/weave/answers/rough'
import { greedyPlan } from '../../src/core/weave/first-plan/greedy'
import { valueOf } from '../../src/core/weave/model/model'
import { modelOf } from '../../src/core/weave/model/write-model'
import { machinesOf } from '../../src/core/weave/problem/machine'
import { problemOf } from '../../src/core/weave/problem/read-problem'
import { openHighs } from '../../src/solver/highs'
import { bench } from '../support/bench'
import { boardOf, named, OFFERS } from './builds'

/** Fans that all draw something else, 80 mA and on in steps of 15. */
function unlike(count: number) {
  const board = boardOf('board', [
    { name: 'CPU', role: 'cpu', mostAmps: 1 },
    ...['A', 'B', 'C', 'D'].map((name) => ({ name, role: 'case' as const, mostAmps: 1 })),
  ])
  const fans = Array.from({ length: count }, (_, index) =>
    named(
      makeFan({
        id: 'fan',
        name: `Fan ${index}`,
        pins: index < 2 ? 3 : 4,
        sizeMm: 120,
        amps: (80 + 15 * index) / 1000,
      }),
      `fan-${index}`,
    ),
  )
  return derive(
    bench(
      ['M1: board', 'S1: supply-850', ...fans.map(({ id }, index) => `F${index + 1}: ${id}`)],
      [],
      [board, ...fans],
    ),
  )
}

const classesOf = (harness: ReturnType<typeof unlike>, isCoarse: boolean) =>
  problemOf(harness, OFFERS, undefined, { isCoarse }).classes.filter(({ leads }) => leads.length > 0)

test('unlike fans taken together are fewer kinds, of all the fans, and draw no less than any of them', () => {
  const harness = unlike(14)
  const [fine, coarse] = [classesOf(harness, false), classesOf(harness, true)]
  expect(fine).toHaveLength(14)
  // Two of three pins, and twelve of four pins by fours.
  expect(coarse.map(({ leads }) => leads.length).toSorted()).toEqual([2, 4, 4, 4])
  expect(coarse.flatMap(({ leads }) => leads.map(({ key }) => key)).toSorted()).toEqual(
    fine.flatMap(({ leads }) => leads.map(({ key }) => key)).toSorted(),
  )
  for (const { milliamps, standsFor } of coarse)
    for (const member of standsFor!) expect(milliamps.get('12v')).toBeGreaterThanOrEqual(member.milliamps.get('12v')!)
})

test('a rough plan holds for the fans as they are, each with a port', async () => {
  const harness = unlike(14)
  const model = modelOf(problemOf(harness, OFFERS))
  const placements = wholePlan(await openHighs(), harness, model, {
    machine: machinesOf(harness.build)[0]!,
    offers: OFFERS,
    seconds: 60,
    now: () => performance.now() / 1000,
  })!
  const placed = new Map<string, number>()
  for (const { demand, count } of placements) placed.set(demand, (placed.get(demand) ?? 0) + count)
  expect(model.problem.classes.filter(({ leads }) => leads.length > 0).map(({ key }) => placed.get(key))).toEqual(
    Array.from({ length: 14 }, () => 1),
  )
  const loose = model.goals.find(({ key }) => key === 'loose')!
  expect(valueOf(loose.terms, greedyPlan(model, [placements]))).toBe(0)
})
