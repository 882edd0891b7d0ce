import { apply } from '../../src/core/build/apply'
import type { Build, Item } from '../../src/core/build/schema'
import { derive } from '../../src/core/operate/harness'
import { check } from '../../src/core/rules/check'
import type { LeadClass, Use } from '../../src/core/weave/problem/problem'
import { problemOf } from '../../src/core/weave/problem/read-problem'
import { modelOf } from '../../src/core/weave/model/write-model'
import { demoBuild } from '../support/bench'
import { OFFERS } from './builds'

const lantern: Build = { ...demoBuild('harbour-lantern'), threads: [] }
const PIECES = ['splitter-2', 'fan-extension', 'hub-plain-5']

const problem = problemOf(
  derive(lantern),
  OFFERS.filter(({ part }) => PIECES.includes(part.id)),
)

/** What the rules say of the reach of a lead by way of a piece: the worst of it. */
function saidOf(leadKey: string, use: Use, portId: string): 'stop' | 'warning' | 'nothing' {
  const { facts, inlet, outlets } = use.piece!
  const [itemId, from] = leadKey.split('.')
  const piece: Item = { id: 'z1', mark: 'Z1', partId: facts.part.id, stock: 'owned' }
  const build = apply(lantern, {
    type: 'batch',
    edits: [
      { type: 'addItem', item: piece, part: facts.part },
      {
        type: 'connect',
        thread: {
          id: 'z',
          from: { itemId: 'z1', portId: inlet.id },
          to: { itemId: use.group.host.item!.id, portId },
        },
      },
      {
        type: 'connect',
        thread: {
          id: 'y',
          from: { itemId: itemId!, portId: from! },
          to: { itemId: 'z1', portId: outlets[0]!.id },
        },
      },
    ],
  }).build
  const found = check(derive(build)).findings.filter(({ ruleId }) => ruleId === 'lead-reaches')
  const has = (severity: string) => found.some((finding) => finding.severity === severity)
  return has('stop') ? 'stop' : has('warning') ? 'warning' : 'nothing'
}

const uses = problem.uses.filter(
  ({ piece, group }) =>
    piece?.inlet.connector.family === 'fan-4pin' && piece.stack === undefined && group.host.item !== undefined,
)
const motors = problem.classes.filter(({ leads, isMotor }) => leads.length > 0 && isMotor)

/** How many of a class reach at all, and well; undefined where they are not let there. */
function allowedOn(use: Use, leads: LeadClass): readonly number[] | undefined {
  const allowed = use.allowed.find((entry) => entry.leads === leads)
  return allowed && [allowed.reachCount, allowed.wellCount]
}

test.each(uses.map((use) => [use.key, use] as const))('as many reach as the rules say: %s', (_name, use) => {
  const ports = use.port === undefined ? use.group.ports : [use.port]
  for (const leads of motors) {
    const said = leads.leads.map(({ key }) => ports.map(({ id }) => saidOf(key, use, id)))
    const reach = said.filter((list) => list.some((one) => one !== 'stop')).length
    const well = said.filter((list) => list.includes('nothing')).length
    expect([leads.key, allowedOn(use, leads)]).toEqual([leads.key, reach === 0 ? undefined : [reach, well]])
  }
})

test('some reach by way of a piece and some do not, so that the test above says something', () => {
  const counts = uses.flatMap((use) =>
    motors.map((leads) => [leads.leads.length, ...(allowedOn(use, leads) ?? [0, 0])] as const),
  )
  expect(counts.some(([all, reach]) => reach === all)).toBe(true)
  expect(counts.some(([all, , well]) => well! < all!)).toBe(true)
})

test('each lead more than reach well costs a warning', () => {
  const model = modelOf(problem)
  const scarce = model.flows.filter(({ wellCount, demand }) => wellCount < demand.mostCount)
  expect(scarce.length).toBeGreaterThan(0)
  for (const { variable, wellCount } of scarce) {
    const row = model.rows.find(({ terms }) => terms[0]![0] === variable && terms[1]?.[0].startsWith('hardly'))!
    const [[, each], [excuse, less]] = [row.terms[0]!, row.terms[1]!]
    expect([each, less, row.most]).toEqual([1, -1, wellCount])
    expect(model.goals.find(({ key }) => key === 'warnings')!.terms).toContainEqual([excuse, 1])
  }
})
