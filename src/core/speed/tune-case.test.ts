import { demoBuild } from '../../../tests/support/bench'
import { apply } from '../build/apply'
import { derive } from '../operate/harness'
import { runAt } from './run'
import { tuneCase, tuningEdits } from './tune-case'

const heat = { processor: 60, graphics: 60, coolant: 38, board: 40 }
const airNow = (id: string) => {
  const harness = derive(demoBuild(id))
  const [air] = runAt(harness, { heat, set: 'tuned' }).cases
  return {
    harness,
    caseItem: air!.caseItem,
    inM3PerH: air!.inM3PerH?.least ?? 0,
    outM3PerH: air!.outM3PerH?.least ?? 0,
  }
}

test('a machine with two heads: no pair of duties moves as much with less sound, by trying them all', () => {
  const { harness, caseItem, inM3PerH, outM3PerH } = airNow('harbour-lantern')
  const wanted = { inM3PerH: inM3PerH * 1.1, outM3PerH: outM3PerH * 1.2 }
  const tuning = tuneCase(harness, caseItem, heat, wanted)
  expect(tuning.isReached).toBe(true)
  let quietest = Infinity
  for (let cpu = 25; cpu <= 100; cpu += 1.5) {
    for (let sys = 25; sys <= 100; sys += 1.5) {
      const run = runAt(harness, { heat, set: 'tuned', dutyByHead: { 'm1.CPU': cpu, 'm1.SYS1': sys } })
      const [air] = run.cases
      if (air!.inM3PerH!.least < wanted.inM3PerH || air!.outM3PerH!.least < wanted.outM3PerH) continue
      quietest = Math.min(quietest, run.levelDba.most)
    }
  }
  expect(tuning.after.levelDba.most).toBeLessThanOrEqual(quietest + 0.01)
})

test('thirteen fans at the flow they have: no louder than before, and as much air', () => {
  const { harness, caseItem, ...wanted } = airNow('night-ferry')
  const { before, after, isReached, left } = tuneCase(harness, caseItem, heat, wanted)
  expect([isReached, left]).toEqual([true, []])
  expect(after.levelDba.most).toBeLessThanOrEqual(before.levelDba.most)
  expect(after.cases[0]!.inM3PerH!.least).toBeGreaterThanOrEqual(wanted.inM3PerH * 0.99)
})

test('what was found goes into the curves as points, which then ask for it', () => {
  const { harness, caseItem, inM3PerH, outM3PerH } = airNow('harbour-lantern')
  const tuning = tuneCase(harness, caseItem, heat, { inM3PerH: inM3PerH * 1.3, outM3PerH: outM3PerH * 1.3 })
  const edits = tuningEdits(harness, tuning, heat)
  expect(edits).toHaveLength(2)
  const { build } = apply(harness.build, { type: 'batch', edits: [...edits] })
  const run = runAt(derive(build), { heat, set: 'tuned' })
  for (const { head, afterPercent } of tuning.heads) {
    const motor = run.motors.find((one) => one.head!.at.portId === head.at.portId)!
    expect(Math.abs(motor.dutyPercent! - afterPercent)).toBeLessThanOrEqual(1)
  }
  for (const { points } of build.choices.curves!) {
    const duties = points.map(({ dutyPercent }) => dutyPercent)
    expect(duties).toEqual(duties.toSorted((a, b) => a - b))
  }
})

test('more than there is: all that can be, and said so', () => {
  const { harness, caseItem } = airNow('harbour-lantern')
  const { heads, isReached } = tuneCase(harness, caseItem, heat, { inM3PerH: 900, outM3PerH: 900 })
  expect([heads.map(({ afterPercent }) => afterPercent), isReached]).toEqual([[100, 100], false])
})

test('a head of which a figure is missing is left, with the reason', () => {
  const { harness, caseItem } = airNow('tangled-heron')
  const { left } = tuneCase(harness, caseItem, heat, { inM3PerH: 10, outM3PerH: 0 })
  expect(left.map(({ reason }) => reason)).toContain('figures')
})
