import type { Build } from '../../src/core/build/schema'
import { makeBoard, makeFan, makeFanSplitter, makePoweredHub, makeSupply } from '../../src/core/parts/make'
import type { FanHeader, LightHeader } from '../../src/core/parts/make/sources'
import type { Part } from '../../src/core/parts/schema'
import type { SingleOffer } from '../../src/core/weave/problem/problem'
import { demoParts } from '../../tools/demo/parts'
import { bench } from '../support/bench'
import { numbers } from '../support/numbers'

const EXPANDERS = ['splitter-2', 'splitter-3', 'splitter-4', 'hub-plain-5', 'hub-powered-8', 'hub-powered-5']
const LIGHT_THINGS = ['light-splitter-2', 'light-splitter-3', 'hand-box', 'fan-extension']

/** Things that may be bought, from the demo shelf: six kinds of expander for fans, and four things for lights and leads. */
export const OFFERS: readonly SingleOffer[] = demoParts
  .filter(({ id }) => EXPANDERS.includes(id) || LIGHT_THINGS.includes(id))
  .map((part) => ({ part, priceCents: part.price?.cents }))

const FANS = ['fan-120-light', 'fan-120', 'fan-140', 'fan-140-light', 'fan-radiator']
const DARK_FANS = ['fan-120', 'fan-140', 'fan-radiator', 'fan-92']

function wired(kinds: readonly string[], fanCount: number, seed: number): readonly string[] {
  const next = numbers(seed)
  const lines = ['M1: board-large', 'S1: supply-850', 'P1: pump']
  for (let placed = 0, kind = seed; placed < fanCount; kind += 1) {
    const count = Math.min(fanCount - placed, 3 + Math.floor(next() * 4))
    const marks = Array.from({ length: count }, (_, index) => `F${placed + index + 1}`)
    lines.push(`${marks.join(' ')}: ${kinds[kind % kinds.length]}`)
    placed += count
  }
  return lines
}

/** An unwired machine with so many fans, of which two kinds in five shine; groups of three to six of one kind. */
export const machineOf = (fanCount: number, seed: number): Build => bench(wired(FANS, fanCount, seed))

/** An unwired machine with as many light bars as fans. */
export function litMachineOf(fanCount: number, seed: number): Build {
  const bars = Array.from({ length: fanCount }, (_, index) => `L${index + 1}`)
  return bench([...wired(DARK_FANS, fanCount, seed), `${bars.join(' ')}: bar-5v-6`])
}

/** A board with fan headers, and nothing for lights or USB unless it is said. */
export const boardOf = (
  id: string,
  fanHeaders: readonly FanHeader[],
  more: { readonly lightHeaders?: readonly LightHeader[]; readonly usbHeaderCount?: number } = {},
): Part => makeBoard({ id, name: `Board ${id}`, fanHeaders, lightHeaders: [], usbHeaderCount: 0, ...more })

/** A board with the CPU header and two case headers of 1.00 A. */
export const narrowBoard = boardOf('narrow', [
  { name: 'CPU', role: 'cpu', mostAmps: 1 },
  { name: 'A', role: 'case', mostAmps: 1 },
  { name: 'B', role: 'case', mostAmps: 1 },
])

/** A build that is small enough to try all its wirings, and two things that may be bought for it. */
export interface Small {
  readonly build: Build
  readonly offers: readonly SingleOffer[]
}

export const named = (part: Part, id: string): Part => ({ ...part, id })

/** Three fans, two headers for them, a pump on the CPU header; limits, draws and prices by chance. */
export function smallBuild(seed: number): Small {
  const next = numbers(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!
  const board = boardOf('board', [
    { name: 'CPU', role: 'cpu', mostAmps: 1 },
    { name: 'A', role: 'case', mostAmps: pick([0.4, 0.7, 1]) },
    { name: 'B', role: 'case', mostAmps: pick([0.4, 0.7, 1]) },
  ])
  const supply = makeSupply({
    id: 'supply',
    name: 'Small supply',
    cables: [{ name: 'A', plugs: 'sata-power', plugCount: 1, mostAmps: 4 }],
  })
  const fans = [1, 2, 3].map((number) =>
    named(
      makeFan({
        id: 'fan',
        name: `Fan ${number}`,
        pins: pick([3, 4] as const),
        amps: pick([0.1, 0.2, 0.3, 0.5]),
        sizeMm: 120,
      }),
      `fan-${number}`,
    ),
  )
  const pump = changedToPump(makeFan({ id: 'pump', name: 'Pump', pins: 4, amps: 0.3, sizeMm: 120 }))
  const things = [
    makeFanSplitter({ id: 'splitter', name: 'Splitter', outletCount: 2, priceCents: pick([300, 500, 900]) }),
    makePoweredHub({ id: 'hub', name: 'Hub', outletCount: 3, mostAmps: pick([0.5, 2]), priceCents: pick([700, 1200]) }),
  ]
  const build = bench(
    ['M1: board', 'S1: supply', 'P1: pump', 'F1: fan-1', 'F2: fan-2', 'F3: fan-3'],
    [],
    [board, supply, pump, ...fans],
  )
  return { build, offers: things.map((part) => ({ part, priceCents: part.price!.cents })) }
}

/** The same motor, as a pump. */
function changedToPump(part: Part): Part {
  return {
    ...part,
    kind: 'cooler',
    markPrefix: 'P',
    inside: part.inside.map((relation) => (relation.type === 'motor' ? { ...relation, pump: true } : relation)),
  }
}
