import { bench, demoBuild } from '../../../tests/support/bench'
import { withChoices } from '../../../tests/rules/case'
import { makeController } from '../parts/make'
import { derive } from '../operate/harness'
import { taskText, whyText } from '../wording/work-text'
import { workOf, type Work } from './work'

const BUILDS = ['harbour-lantern', 'paper-kite', 'tangled-heron', 'night-ferry', 'loom-hall']
const works = new Map(
  BUILDS.map((id) => {
    const harness = derive(demoBuild(id))
    return [id, { harness, work: workOf(harness) }] as const
  }),
)
const idsOf = (work: readonly Work[]) => work.map(({ id }) => id)

describe.each(BUILDS)('%s', (id) => {
  const { harness, work } = works.get(id)!

  test('every lead is plugged once, and no step is told twice', () => {
    expect(new Set(idsOf(work)).size).toBe(work.length)
    const plugged = work.flatMap(({ task }) => ('threadId' in task ? [task.threadId] : []))
    expect(plugged.toSorted()).toEqual(harness.threads.map((thread) => thread.id).toSorted())
  })

  test('nothing comes before what it waits for', () => {
    const done = new Set<string>()
    for (const step of work) {
      expect(step.waits.filter(({ forId }) => !done.has(forId))).toEqual([])
      done.add(step.id)
    }
  })

  test('held against rules written apart: covered plugs, boards, starts and programs', () => {
    const at = (wanted: string) => idsOf(work).indexOf(wanted)
    const start = at('firstStart')
    for (const [index, { task }] of work.entries()) {
      if (task.does === 'plugFirst') {
        for (const mark of task.coveredBy) {
          expect(index).toBeLessThan(at(`screw ${harness.items.find((item) => item.mark === mark)!.id}`))
        }
      }
      if ('threadId' in task) expect(index).toBeLessThan(start)
      if (task.does === 'bareTest') {
        const into = at(`placeBoard ${task.itemId}`)
        if (into >= 0) expect(index).toBeLessThan(into)
      }
      if (task.does === 'follow') {
        const installed = work.findIndex(
          ({ task: other }) => other.does === 'install' && other.itemIds.includes(task.at.itemId),
        )
        expect(installed).toBeGreaterThan(start)
        expect(index).toBeGreaterThan(installed)
      }
      if (task.does === 'close') expect(index).toBeGreaterThan(start)
    }
  })

  test('every step has a sentence, and a reason where it is not plain', () => {
    for (const { task, waits } of work) {
      expect(taskText(harness, task)).toMatch(/^[A-Z“].*\.$/)
      const isPlain = waits.every(({ why }) => why === 'sits' || why === 'fed')
      expect(whyText({ waits }) === '').toBe(isPlain)
    }
  })
})

test('the order of Harbour Lantern, by hand', () => {
  expect(idsOf(works.get('harbour-lantern')!.work)).toEqual([
    'backPlate p1',
    'bareTest m1',
    'placeSupply s1',
    'placeBoard m1',
    ...['f1', 'f2', 'f3', 'f4'].flatMap((fan) => [`feed ${fan}`, `screw ${fan}`]),
    // The pump and the splitter under the second fan of the radiator.
    'plug t8',
    'plug t5',
    'screw p1',
    'screw r1',
    'screw r2',
    // The board first, then what hangs on each splitter.
    'plug t1',
    'plug t9',
    'plug t2',
    'plug t3',
    'plug t4',
    'plug t6',
    'plug t7',
    'firstStart',
    'firmware m1',
    'close k1',
  ])
})

test('a box of a cascade gets its number on the bench, before anything else', () => {
  const box = makeController({
    id: 'own-box',
    name: 'Box',
    fanOutletCount: 2,
    needsProgram: true,
    cascade: { by: 'switches', switchCount: 2 },
  })
  const build = withChoices(bench(['S1: supply-550', 'B1: own-box'], ['B1.supply1 > S1.A_1'], [box]), {
    addresses: [{ itemId: 'b1', addressNumber: 2 }],
  })
  expect(idsOf(workOf(derive(build)))).toEqual(
    ['number b1', 'plug b1_supply1_1', 'firstStart', 'install b1'].map((id) =>
      id.replace('b1_supply1_1', build.threads[0]!.id),
    ),
  )
})

test('an empty bench has no work', () => {
  expect(workOf(derive(bench([])))).toEqual([])
})
