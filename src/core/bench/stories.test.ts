import { demoBuild } from '../../../tests/support/bench'
import { twoBoxes } from '../../../tests/support/two-boxes'
import { diagnose, troubleOf, type Trouble } from './diagnose'
import { rehearse } from './simulate'
import type { Value } from './sight'

const troubles = new Map<string, Trouble>()
function troubleIn(id: string): Trouble {
  const known = troubles.get(id) ?? troubleOf(rehearse(demoBuild(id)))
  troubles.set(id, known)
  return known
}

interface Story {
  readonly tale: string
  readonly build: string
  readonly seen: Readonly<Record<string, Value>>
  /** The fault that is likeliest then, and the look that is asked for; none where nothing is left to ask. */
  readonly likeliest: string
  readonly asks: string | undefined
}

const stories: readonly Story[] = [
  {
    tale: 'all fans flat out: the plug that brings the command to their hub',
    build: 'paper-kite',
    seen: { 'fan f1.fan': 'faster', 'fan f2.fan': 'faster' },
    likeliest: 'h1.signal:plugLoose',
    asks: 'sight',
  },
  {
    tale: 'the far end turns yellow: the contacts of its plug',
    build: 'night-ferry',
    seen: { 'light l1.light strip': 'yellow' },
    likeliest: 'l1.light:contactPoor',
    asks: undefined,
  },
  {
    tale: 'all lights of a row turn yellow: first how far it goes',
    build: 'night-ferry',
    seen: { 'light f9.link rim': 'yellow' },
    likeliest: 'f10.link:contactPoor',
    asks: 'sight',
  },
  {
    tale: 'the CPU header is blind though the pump turns: first its tach lead is looked at',
    build: 'night-ferry',
    seen: { 'board m1.CPU': 'complains', 'fan p1.supply': 'asPlanned' },
    likeliest: 'p1.tach:plugLoose',
    asks: 'plug',
  },
  {
    tale: 'the pump turns, and another header shows its speed: its tach lead is there',
    build: 'night-ferry',
    seen: { 'board m1.CPU': 'complains', 'fan p1.supply': 'asPlanned', 'reading m1.PUMP': 'moves' },
    likeliest: 'p1.tach:leadElsewhere:m1.PUMP',
    asks: undefined,
  },
  {
    tale: 'lights on but fans still: the one contact that brings 12 V to the box',
    build: 'night-ferry',
    seen: { 'fan f1.link': 'stands', 'fan f4.link': 'stands', 'light f1.link rim': 'asPlanned' },
    likeliest: 'b1.supply1:contactOpen:12v',
    asks: undefined,
  },
  {
    tale: 'dark from the third on: the plug of the third',
    build: 'night-ferry',
    seen: { 'light f3.link rim': 'dark', 'light f2.link rim': 'asPlanned' },
    likeliest: 'f3.link:plugLoose',
    asks: 'plug',
  },
  {
    tale: 'a box that no program sees while its fans turn at full, as it does alone: first its program',
    build: 'night-ferry',
    seen: { 'box b2.usb': 'unseen', 'fan f8.link': 'faster' },
    likeliest: 'b2.link1:programMissing',
    asks: 'setting',
  },
  {
    tale: 'the program sees nothing: first whether its fans turn, since no supply would do it too',
    build: 'night-ferry',
    seen: { 'box b1.usb': 'unseen' },
    likeliest: 'b1.link1:programMissing',
    asks: 'sight',
  },
  {
    tale: 'fans at one speed below what they can: the mode of their header',
    build: 'paper-kite',
    seen: { 'fan f1.fan': 'slower', 'fan f2.fan': 'slower' },
    likeliest: 'm1.SYS1:modeOther:dc',
    asks: undefined,
  },
  {
    tale: 'a boot complaint with everything turning: first whether another header shows the speed',
    build: 'harbour-lantern',
    seen: { 'board m1.CPU': 'complains', 'fan r1.fan': 'asPlanned', 'fan p1.pump': 'asPlanned' },
    likeliest: 'r1.fan:leadElsewhere:m1.SYS2',
    asks: 'sight',
  },
  {
    tale: 'a header reads 0: first whether its fan turns',
    build: 'harbour-lantern',
    seen: { 'reading m1.SYS1': 'nothing' },
    likeliest: 'f1.fan:plugLoose',
    asks: 'sight',
  },
  {
    tale: 'a header reads 0 though its fan turns: no loose plug is left',
    build: 'harbour-lantern',
    seen: { 'reading m1.SYS1': 'nothing', 'fan f1.fan': 'asPlanned', 'reading m1.SYS2': 'asPlanned' },
    likeliest: 'f1.fan:tachSilent',
    asks: 'alone',
  },
]

test('two boxes seen as one: the number that both carry, by looking at one of them', () => {
  const trouble = troubleOf(rehearse(twoBoxes()))
  const { left, next } = diagnose(trouble, { seen: new Map([['box b1.usb', 'clashes']]), found: new Map() })
  expect([left.map(({ id }) => id), next]).toEqual([['b1.supply1:addressSame:b2.supply1'], undefined])
})

test.each(stories.map((story) => [story.tale, story] as const))('%s', (_, { build, seen, likeliest, asks }) => {
  const { left, next } = diagnose(troubleIn(build), { seen: new Map(Object.entries(seen)), found: new Map() })
  const most = left[0]!.weight
  // Where two are alike, either may stand first.
  expect(left.filter(({ weight }) => weight === most).map(({ id }) => id)).toContain(likeliest)
  expect(next?.look.kind).toBe(asks)
})
