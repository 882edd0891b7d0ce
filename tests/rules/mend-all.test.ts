import fc from 'fast-check'
import { apply } from '../../src/core/build/apply'
import type { Build } from '../../src/core/build/schema'
import { derive } from '../../src/core/operate/harness'
import { check, mendsFor } from '../../src/core/rules/check'
import { mendPlanOf } from '../../src/core/rules/mend-all'
import { demoBuild } from '../support/bench'
import { randomMachine, wired } from '../support/random-build'
import { runs } from '../support/runs'

const stops = (build: Build) => check(derive(build)).findings.filter(({ severity }) => severity === 'stop')
/** What is left to do, a loose lead at a time. */
const toDo = (build: Build) =>
  stops(build).reduce((sum, { ruleId, at }) => sum + (ruleId === 'lead-loose' ? at.length : 1), 0)

test('Tangled Heron: what can be mended without buying is, in one step, and nothing for nothing', () => {
  const build = demoBuild('tangled-heron')
  const plan = mendPlanOf(derive(build))
  const { build: mended, inverse } = apply(build, plan.edit)
  expect(plan.repairs.length).toBeGreaterThan(3)
  expect(stops(mended)).toEqual(plan.left)
  expect(toDo(mended)).toBeLessThan(toDo(build))
  // Without any one of them more is left.
  for (const left of plan.repairs) {
    const others = plan.repairs.filter((repair) => repair !== left)
    const after = others.reduce((rest, { mend }) => {
      try {
        return apply(rest, mend.edit).build
      } catch {
        return rest
      }
    }, build)
    expect(toDo(after)).toBeGreaterThan(toDo(mended))
  }
  expect(apply(mended, inverse).build).toEqual(build)
})

test('a build without stops wants no repair', () => {
  expect(mendPlanOf(derive(demoBuild('night-ferry')))).toMatchObject({ repairs: [], left: [] })
})

/** Repairs of what is left that need nothing to be bought, and would leave less. */
const stillHelping = (build: Build) =>
  stops(build)
    .flatMap((stop) => mendsFor(derive(build), stop))
    .filter(({ edit, messageId }) => {
      const buys = edit.type === 'batch' && edit.edits.some((step) => step.type === 'addItem')
      return messageId !== 'unplug' && messageId !== 'park' && !buys && toDo(apply(build, edit).build) < toDo(build)
    })

test('Tangled Heron: a port that another repair took is no reason to leave a lead loose', () => {
  const build = demoBuild('tangled-heron')
  expect(stillHelping(build).length).toBeGreaterThan(0)
  expect(stillHelping(apply(build, mendPlanOf(derive(build)).edit).build)).toEqual([])
})

/** The fewest single repairs that leave as little as can be left, by trying all of them to this depth. */
function fewest(build: Build, depth: number): { readonly left: number; readonly count: number } {
  let best = { left: toDo(build), count: 0 }
  const harness = derive(build)
  if (depth === 0) return best
  const mends = stops(build).flatMap((stop) => mendsFor(harness, stop))
  for (const { edit, messageId } of mends) {
    const buys = edit.type === 'batch' && edit.edits.some((step) => step.type === 'addItem')
    if (messageId === 'unplug' || messageId === 'park' || buys) continue
    const { left, count } = fewest(apply(build, edit).build, depth - 1)
    if (left < best.left || (left === best.left && count + 1 < best.count)) best = { left, count: count + 1 }
  }
  return best
}

test('random machines of up to three repairs: no fewer would do, by trying all', () => {
  let compared = 0
  fc.assert(
    fc.property(randomMachine, fc.array(fc.nat(), { minLength: 1, maxLength: 3 }), (machine, pulled) => {
      const whole = wired({ ...machine, partIds: machine.partIds.slice(0, 3) })
      const build = pulled.reduce((rest, pick) => {
        if (rest.threads.length === 0) return rest
        return apply(rest, { type: 'disconnect', threadId: rest.threads[pick % rest.threads.length]!.id }).build
      }, whole)
      const plan = mendPlanOf(derive(build))
      if (plan.repairs.length === 0 || plan.repairs.length > 2) return
      const best = fewest(build, plan.repairs.length)
      const mended = apply(build, plan.edit).build
      expect(stillHelping(mended)).toEqual([])
      const left = toDo(mended)
      expect({ left, count: plan.repairs.length }).toEqual(best)
      compared += 1
    }),
    runs(25),
  )
  expect(compared).toBeGreaterThan(5)
})
