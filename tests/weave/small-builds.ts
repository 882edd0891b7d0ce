import type { Build } from '../../src/core/build/schema'
import { makeBoard, makeFan, makeFanSplitter, makePoweredHub, makePump, makeSupply } from '../../src/core/parts/make'
import type { FanHeader } from '../../src/core/parts/make/sources'
import type { Part, Port } from '../../src/core/parts/schema'
import type { SingleOffer } from '../../src/core/weave/problem/problem'
import { bench } from '../support/bench'
import { named, type Small } from './builds'
import { numbers } from '../support/numbers'

/** Whatever is picked by chance in a small build. */
export interface Chance {
  readonly pick: <T>(list: readonly T[]) => T
  readonly isOnceIn: (count: number) => boolean
}

export function chance(seed: number): Chance {
  const next = numbers(seed)
  // The first figures of seeds that are neighbours are alike.
  for (let turn = 0; turn < 8; turn += 1) next()
  return {
    pick: (list) => list[Math.floor(next() * list.length)]!,
    isOnceIn: (count) => next() * count < 1,
  }
}

/** A header with three pins: no PWM wire, and a voltage for all it can be told. */
const threePins = (port: Port): Port => ({
  ...port,
  connector: { ...port.connector, family: 'fan-3pin' },
  wires: ['gnd', '12v', 'tach'],
  modes: ['dc'],
})

export function boardOf({ pick, isOnceIn }: Chance): Part {
  const header = (name: string, role: FanHeader['role']) => ({
    name,
    role,
    ...(isOnceIn(6) ? {} : { mostAmps: pick([0.5, 1, 1, 2]) }),
    modes: pick([['pwm', 'dc'], ['pwm', 'dc'], ['pwm'], ['dc']] as const),
  })
  const roles = pick([
    ['cpu', 'case'],
    ['cpu', 'case', 'case'],
    ['cpu', 'pump', 'case'],
    ['cpu', 'case', 'case', 'case'],
  ] as const)
  const board = makeBoard({
    id: 'board',
    name: 'Small board',
    fanHeaders: roles.map((role, index) => header(`H${index + 1}`, role)),
    lightHeaders: [],
    usbHeaderCount: 0,
  })
  const changed = board.ports.map((port): Port => {
    if (port.role === 'case' && isOnceIn(6)) return threePins(port)
    if (!isOnceIn(8)) return port
    const { modes: _, ...open } = port
    return open
  })
  return { ...board, ports: changed }
}

const PASSES = ['pwm', 'pwm', 'both', 'pwmToDc', 'unknown'] as const

export function hubOf(id: string, { pick, isOnceIn }: Chance): Part {
  const hub = makePoweredHub({
    id,
    name: `Hub ${id}`,
    outletCount: pick([2, 3]),
    passes: pick(PASSES),
    priceCents: pick([700, 1200, 1900]),
    ...(isOnceIn(5) ? {} : { mostAmps: pick([0.5, 1, 3]) }),
  })
  return isOnceIn(6) ? feedingOnly(hub) : hub
}

/** A hub that only feeds: it has no board lead. */
const feedingOnly = (hub: Part): Part => ({
  ...hub,
  ports: hub.ports.filter(({ id }) => id !== 'signal'),
  inside: hub.inside.filter(({ type }) => type !== 'repeats' && type !== 'reports'),
})

export const splitterOf = (id: string, { pick, isOnceIn }: Chance): Part =>
  makeFanSplitter({
    id,
    name: `Splitter ${id}`,
    outletCount: pick([2, 2, 3]),
    priceCents: pick([300, 500, 900]),
    ...(isOnceIn(4) ? { mostAmps: pick([0.5, 1]) } : {}),
  })

const thingOf = (id: string, by: Chance): Part => (by.isOnceIn(2) ? splitterOf(id, by) : hubOf(id, by))

export function fanOf(id: string, { pick, isOnceIn }: Chance): Part {
  const amps = isOnceIn(8) ? {} : { amps: pick([0.1, 0.2, 0.3, 0.5]) }
  const start = isOnceIn(5) ? { startAmps: pick([0.6, 0.9]) } : {}
  return named(
    makeFan({ id: 'fan', name: `Fan ${id}`, pins: pick([2, 3, 4, 4, 4] as const), sizeMm: 120, ...amps, ...start }),
    id,
  )
}

/** Two to four fans, now and then a pump, one to four headers, and things that are there or may be bought: all by chance. */
export function fewFans(seed: number): Small {
  const by = chance(seed)
  const { pick, isOnceIn } = by
  const board = boardOf(by)
  const supply = makeSupply({
    id: 'supply',
    name: 'Small supply',
    cables: [{ name: 'A', plugs: 'sata-power', plugCount: 2, ...(isOnceIn(6) ? {} : { mostAmps: pick([1, 4]) }) }],
  })
  const kinds = [fanOf('fan-a', by), fanOf('fan-b', by)]
  const fans = Array.from({ length: pick([2, 3, 3, 4]) }, (_, index) => `F${index + 1}: ${pick(kinds).id}`)
  const pump = makePump({
    id: 'pump-small',
    name: 'Pump',
    pins: pick([3, 4] as const),
    ...(isOnceIn(8) ? {} : { amps: 0.3 }),
  })
  const pumps = isOnceIn(2) ? ['P1: pump-small'] : []
  const [first, second] = [thingOf('thing-a', by), thingOf('thing-b', by)]
  const owned = isOnceIn(2) ? [`X1: ${first.id}`] : []
  const offers: readonly SingleOffer[] = (isOnceIn(4) ? [] : owned.length > 0 ? [second] : [first, second]).map(
    (part) => ({
      part,
      priceCents: isOnceIn(6) ? undefined : part.price?.cents,
    }),
  )
  const plain = bench(
    ['M1: board', 'S1: supply', ...fans, ...pumps, ...owned],
    [],
    [board, supply, ...kinds, pump, first, second],
  )
  const schools = {
    ...(isOnceIn(6) ? { fanCount: 'threeFans' as const } : {}),
    ...(isOnceIn(6) ? { speed: pick(['board', 'controller'] as const) } : {}),
  }
  const build: Build = {
    ...plain,
    parts: plain.parts.filter(({ id }) => plain.items.some(({ partId }) => partId === id)),
    choices: {
      ...plain.choices,
      headroomPercent: pick([0, 20, 20, 50]),
      ...(Object.keys(schools).length > 0 ? { schools } : {}),
    },
  }
  return { build, offers }
}
