import { demoBuild } from '../../../tests/support/bench'
import { apply } from '../build/apply'
import type { Build, Item } from '../build/schema'
import { startedBuild } from '../start/started-build'
import { derive, type Harness } from '../operate/harness'
import { check } from '../rules/check'
import { isSitting } from '../structure/place/places'
import { placeAll } from './place-all'

const caseOf = (harness: Harness): Item => harness.items.find(({ id }) => harness.factsOfItem(id).part.kind === 'case')!
const PLACED_KINDS = ['fan', 'light', 'cooler', 'hub', 'controller']

function placed(build: Build) {
  const bare: Build = { ...build, places: [] }
  const harness = derive(bare)
  const things = harness.items.filter(({ id }) => PLACED_KINDS.includes(harness.factsOfItem(id).part.kind))
  const { edits, left } = placeAll(harness, { caseItem: caseOf(harness), things, onProcessor: new Set() })
  const after = derive(edits.reduce((rest, edit) => apply(rest, edit).build, bare))
  return { after, left, things }
}

const sidesOf = (harness: Harness) =>
  harness
    .places()
    .filter(isSitting)
    .map(({ item, mounted }) => `${item.mark} ${mounted.panel.side}`)

test('a mid tower with a 240 cooler and five fans: the radiator in the roof with its fans, one fan behind, the rest in front', () => {
  const { after, left } = placed(
    startedBuild({
      id: 'b',
      name: 'B',
      lines: ['mid tower', 'board atx 4 fan headers 1A', '240 aio, 2 fans 0.35A', '3 fans 120 0.2A'],
    }),
  )
  expect(left).toEqual([])
  const sides = sidesOf(after)
  const radiator = sides.find((text) => /^P|^C|^R/.test(text))!
  const at = radiator.split(' ')[1]!
  expect(['top', 'front']).toContain(at)
  expect(sides.filter((text) => text.endsWith(` ${at}`)).length).toBeGreaterThanOrEqual(3)
  expect(sides.filter((text) => text.endsWith(' back'))).toHaveLength(1)
})

test.each(['harbour-lantern', 'tangled-heron', 'night-ferry'])(
  '%s: nothing is put where it does not fit, nor against the air of its panel',
  (id) => {
    const { after, left, things } = placed(demoBuild(id))
    const faults = check(after).findings.filter(({ ruleId }) => ruleId === 'fan-fits' || ruleId === 'air-direction')
    expect(faults.filter(({ severity }) => severity === 'stop' || severity === 'warning')).toEqual([])
    expect(left.length).toBeLessThan(things.length / 2)
  },
)

test('what has its place stays, and where nothing is loose nothing is changed', () => {
  const harness = derive(demoBuild('harbour-lantern'))
  const { edits } = placeAll(harness, { caseItem: caseOf(harness), things: [], onProcessor: new Set() })
  expect(edits).toEqual([])
})
