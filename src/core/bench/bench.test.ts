import { bench, demoBuild } from '../../../tests/support/bench'
import { twoBoxes } from '../../../tests/support/two-boxes'
import type { Build } from '../build/schema'
import { derive } from '../operate/harness'
import type { Wire } from '../parts/connectors'
import { makeCable, makeController } from '../parts/make'
import type { Part } from '../parts/schema'
import { withChoices } from '../../../tests/rules/case'
import { diagnose, troubleOf, type Candidate, type Said, type Trouble } from './diagnose'
import { followLooks } from './solve'
import { answerOf, type Look } from './looks'
import { machinesOf, rehearse, simulate } from './simulate'
import { agrees, VALUES, type Value } from './sight'

const SMALL = ['harbour-lantern', 'paper-kite', 'tangled-heron', 'night-ferry']
const troubles = new Map(SMALL.map((id) => [id, troubleOf(rehearse(demoBuild(id)))]))

/** A board with a pump on its CPU header, three fans on a splitter that are told to turn slowly, and two strips in a row. */
const build: Build = withChoices(
  bench(
    ['M1: board-middle', 'S1: supply-550', 'Y1: splitter-3', 'F1 F2 F3: fan-120', 'P1: pump', 'L1 L2: strip-5v-30'],
    [
      'P1.pump > M1.CPU',
      'Y1.in > M1.SYS1',
      'F1.fan > Y1.out1',
      'F2.fan > Y1.out2',
      'F3.fan > Y1.out3',
      'L1.light > M1.LED5V',
      'L2.light > L1.lightOut',
    ],
  ),
  {
    curves: [
      { at: { itemId: 'm1', portId: 'SYS1' }, heatSource: 'graphics', points: [{ temperatureC: 40, dutyPercent: 40 }] },
    ],
  },
)
const rehearsal = rehearse(build)
const trouble = troubleOf(rehearsal)
const faultNamed = (id: string, among: Trouble = trouble) => {
  const found = among.candidates.find((candidate) => candidate.id === id)
  if (found === undefined) throw new Error(`No fault ${id} among ${among.candidates.map((one) => one.id).join(' ')}`)
  return found
}
/** What is seen otherwise than planned. */
const oddOf = ({ seen }: Candidate) => Object.fromEntries([...seen].filter(([, value]) => value !== 'asPlanned'))

describe('what a fault is seen by, worked out by hand', () => {
  test.each<[id: string, odd: Readonly<Record<string, Value>>]>([
    // The plug of the splitter feeds, tells and reports all three.
    [
      'y1.in:plugLoose',
      { 'fan f1.fan': 'stands', 'fan f2.fan': 'stands', 'fan f3.fan': 'stands', 'reading m1.SYS1': 'nothing' },
    ],
    // Its first leg alone has a tach wire.
    ['f1.fan:plugLoose', { 'fan f1.fan': 'stands', 'reading m1.SYS1': 'nothing' }],
    ['f2.fan:plugLoose', { 'fan f2.fan': 'stands' }],
    ['f1.fan:contactOpen:tach', { 'reading m1.SYS1': 'nothing' }],
    ['f2.fan:contactOpen:12v', { 'fan f2.fan': 'stands' }],
    ['f2.fan:contactOpen:gnd', { 'fan f2.fan': 'stands' }],
    // A 4-wire fan that hears no command turns at full speed.
    ['f2.fan:contactOpen:pwm', { 'fan f2.fan': 'faster' }],
    ['f1.fan:contactOpen:pwm', { 'fan f1.fan': 'faster', 'reading m1.SYS1': 'faster' }],
    ['f1.fan:motorStands', { 'fan f1.fan': 'stands', 'reading m1.SYS1': 'nothing' }],
    ['f1.fan:tachSilent', { 'reading m1.SYS1': 'nothing' }],
    ['m1.SYS1:headerDeaf', { 'reading m1.SYS1': 'nothing' }],
    // The board looks for a pulse on its CPU header.
    ['p1.pump:plugLoose', { 'fan p1.pump': 'stands', 'reading m1.CPU': 'nothing', 'board m1.CPU': 'complains' }],
    ['p1.pump:contactOpen:tach', { 'reading m1.CPU': 'nothing', 'board m1.CPU': 'complains' }],
    // The second strip gets supply and data through the first one.
    ['l1.light:plugLoose', { 'light l1.light strip': 'dark', 'light l2.light strip': 'dark' }],
    ['l1.light:contactOpen:data', { 'light l1.light strip': 'astray', 'light l2.light strip': 'astray' }],
    ['l1.light:contactOpen:5v', { 'light l1.light strip': 'dark', 'light l2.light strip': 'dark' }],
    ['l2.light:plugLoose', { 'light l2.light strip': 'dark' }],
    // A contact that carries badly takes volts from all that is fed through it.
    ['l1.light:contactPoor', { 'light l1.light strip': 'yellow', 'light l2.light strip': 'yellow' }],
    ['l2.light:contactPoor', { 'light l2.light strip': 'yellow' }],
    ['l1.light:ledBroken:strip', { 'light l1.light strip': 'partly', 'light l2.light strip': 'astray' }],
    // A fan on a header of its own that nobody has set turns at a speed that nobody can tell, and reports there.
    ['f2.fan:leadElsewhere:m1.SYS2', { 'fan f2.fan': 'turns', 'reading m1.SYS2': 'moves' }],
    // Two legs alike but for the report: the same is seen.
    ['f2.fan:leadsExchanged:f3.fan', {}],
    ['f1.fan:leadsExchanged:f2.fan', {}],
  ])('%s', (id, odd) => {
    expect(oddOf(faultNamed(id))).toEqual(odd)
  })

  test('two boxes of one number are seen as one; what a box was told of its lights', () => {
    const own = troubleOf(rehearse(twoBoxes()))
    const kindOf = (kind: string) => own.candidates.filter(({ faults }) => faults[0]!.kind === kind).map(oddOf)
    // B2 has no USB lead that is plugged: it is seen by its number.
    expect(kindOf('addressSame')).toEqual([{ 'box b1.usb': 'clashes', 'box b2.usb': 'clashes' }])
    expect(kindOf('standInOther')).toEqual([{ 'light l1.light strip': 'astray' }])
  })

  test('a cable of another supply feeds nothing that one may count on', () => {
    const wires: readonly Wire[] = ['12v', '5v', 'gnd']
    const supply: Part = {
      id: 'own-supply',
      name: 'Supply',
      kind: 'supply',
      ports: [
        {
          id: 'row',
          name: 'row',
          connector: { family: 'modular-supply', end: 'pins', maker: 'Alder', generation: 'one' },
          wires: [...wires],
          side: 'gives',
        },
      ],
      inside: (['12v', '5v'] as const).map((rail) => ({ type: 'powers', feeds: [], rail, outlets: ['row'] })),
    }
    const bare = makeCable({ id: 'own-cable', name: 'Cable', from: 'modular-supply', to: 'sata-power', wires })
    const [end, ...others] = bare.ports
    const cable: Part = {
      ...bare,
      ports: [{ ...end!, connector: { ...end!.connector, maker: 'Alder', generation: 'one' } }, ...others],
    }
    const box = makeController({ id: 'own-box', name: 'Box', fanOutletCount: 1 })
    const fed = troubleOf(
      rehearse(
        bench(
          ['S1: own-supply', 'X1: own-cable', 'B1: own-box', 'F1: fan-120'],
          ['X1.in > S1.row', 'B1.supply1 > X1.out', 'F1.fan > B1.fan1'],
          [supply, cable, box],
        ),
      ),
    )
    const foreign = fed.candidates.filter(({ faults }) => faults[0]!.kind === 'cableForeign')
    expect(foreign.map(({ id }) => id)).toEqual(['x1.in:cableForeign'])
    expect(oddOf(foreign[0]!)).toEqual({ 'fan f1.fan': 'stands', 'reading b1.fan1': 'nothing' })
  })

  test('nothing wrong is nothing odd, on every demo build', () => {
    for (const { rehearsal: sound } of troubles.values()) {
      const values = new Set(simulate(sound, []).values())
      expect([...values].filter((value) => value !== 'asPlanned' && value !== 'unknown')).toEqual([])
    }
  })

  test('what is said agrees with itself and with the unknown; a speed that nobody told with any that moves', () => {
    for (const value of VALUES) {
      expect([agrees(value, value), agrees(value, 'unknown'), agrees('unknown', value)]).toEqual([true, true, true])
    }
    expect([agrees('turns', 'faster'), agrees('turns', 'stands'), agrees('nothing', 'turns')]).toEqual([
      true,
      false,
      false,
    ])
  })
})

const saying = (seen: readonly (readonly [string, Value])[]): Said => ({ seen: new Map(seen), found: new Map() })

/** What is seen to be wrong: nobody says of a thing that it is unknown. */
const symptomsOf = ({ seen }: Candidate) =>
  [...seen].filter(([, value]) => value !== 'asPlanned' && value !== 'unknown')

test.each(SMALL)('%s: every single fault that shows anything is found, from each first symptom', (id) => {
  const among = troubles.get(id)!
  const shown = among.candidates.filter((candidate) => symptomsOf(candidate).length > 0)
  for (const truth of shown) {
    for (const symptom of symptomsOf(truth).slice(0, 2)) {
      const { left } = followLooks(among, truth, saying([symptom]))
      expect({ id: truth.id, isLeft: left.some(({ id: one }) => one === truth.id), leftCount: left.length }).toEqual({
        id: truth.id,
        isLeft: true,
        leftCount: 1,
      })
    }
  }
})

/** The least mean cost of any tree of looks over these faults, weighed; every tree is tried. */
function leastCost(candidates: readonly Candidate[], looks: readonly Look[]): number {
  const moving = ['asPlanned', 'slower', 'faster', 'turns', 'mixed']
  const memo = new Map<string, number>()
  const cost = (left: readonly Candidate[]): number => {
    const key = left.map(({ id }) => id).join()
    const known = memo.get(key)
    if (known !== undefined) return known
    const weight = left.reduce((sum, one) => sum + one.weight, 0)
    let best = left.length < 2 ? 0 : Infinity
    for (const look of looks) {
      const own = left.map((one) => answerOf(look, one.faults, one.seen))
      // Nothing is learnt of what nobody knows of one of them; where nobody can tell a speed, whatever moves looks alike.
      if (look.kind === 'sight' && own.includes('unknown')) continue
      const isVague = look.kind === 'sight' && own.includes('turns')
      const groups = new Map<string, Candidate[]>()
      left.forEach((one, index) => {
        const answer = isVague && moving.includes(own[index]!) ? 'turns' : own[index]!
        groups.set(answer, [...(groups.get(answer) ?? []), one])
      })
      if (groups.size < 2) continue
      let total = look.costMinutes * weight
      for (const group of groups.values()) total += total < best ? cost(group) : 0
      best = Math.min(best, total)
    }
    const least = best === Infinity ? 0 : best
    memo.set(key, least)
    return least
  }
  return cost(candidates)
}

test('beside the best of all trees of looks, on a build of seven devices: at most a tenth dearer in the mean', () => {
  const symptoms = new Map(
    trouble.candidates.flatMap((candidate) => symptomsOf(candidate).map((one) => [one.join(), one] as const)),
  )
  const costs = [...symptoms.values()].flatMap((symptom) => {
    const { left } = diagnose(trouble, saying([symptom]))
    if (left.length < 2 || left.length > 13) return []
    const weight = left.reduce((sum, one) => sum + one.weight, 0)
    const own = left.reduce(
      (sum, truth) => sum + truth.weight * followLooks(trouble, truth, saying([symptom])).costMinutes,
      0,
    )
    return [{ own: own / weight, best: leastCost(left, trouble.looks) / weight }]
  })
  expect(costs.length).toBeGreaterThan(8)
  for (const { own, best } of costs) expect(own).toBeGreaterThanOrEqual(best - 1e-9)
  const sum = (of: 'own' | 'best') => costs.reduce((total, cost) => total + cost[of], 0)
  console.info(`looks of ${costs.length} first symptoms: ${(sum('own') / sum('best')).toFixed(3)} of the best trees`)
  expect(sum('own') / sum('best')).toBeLessThanOrEqual(1.1)
})

test('Loom hall, 400 devices: each machine by itself, and a plug that is loose in one is found there', () => {
  const machines = machinesOf(derive(demoBuild('loom-hall')))
  expect(machines.length).toBeGreaterThan(5)
  expect(new Set(machines.flatMap(({ sights }) => sights.map(({ key }) => key))).size).toBe(
    machines.reduce((sum, { sights }) => sum + sights.length, 0),
  )
  const among = troubleOf(machines[3]!)
  const truth = among.candidates.find((candidate) => candidate.faults[0]!.kind === 'plugLoose')!
  const { left } = followLooks(among, truth, saying([symptomsOf(truth)[0]!]))
  expect(left.map(({ id }) => id)).toEqual([truth.id])
})
