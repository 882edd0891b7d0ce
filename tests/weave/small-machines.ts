import {
  makeBoard,
  makeController,
  makeFan,
  makeHandBox,
  makeLightSplitter,
  makeStrip,
  makeStrip12V,
  makeSupply,
} from '../../src/core/parts/make'
import type { Controller } from '../../src/core/parts/make/controllers'
import type { Part } from '../../src/core/parts/schema'
import type { SingleOffer } from '../../src/core/weave/problem/problem'
import { bench } from '../support/bench'
import { named, type Small } from './builds'
import { housed } from './housed-builds'
import { boardOf, chance, fanOf, fewFans, hubOf, splitterOf, type Chance } from './small-builds'

/** A build of some things with what may be bought, and only the parts that it needs. */
function smallOf(
  lines: readonly string[],
  parts: readonly Part[],
  offers: readonly SingleOffer[],
  { pick }: Chance,
): Small {
  const plain = bench(lines, [], parts)
  return {
    build: {
      ...plain,
      parts: plain.parts.filter(({ id }) => plain.items.some(({ partId }) => partId === id)),
      choices: { ...plain.choices, headroomPercent: pick([0, 20, 20, 50]) },
    },
    offers,
  }
}

const offersOf = (parts: readonly Part[], { isOnceIn }: Chance): readonly SingleOffer[] =>
  parts.map((part) => ({ part, priceCents: isOnceIn(8) ? undefined : part.price?.cents }))

/** Many pieces that are there already, and few headers: pieces have to stand on others. */
function pieces(seed: number): Small {
  const by = chance(seed)
  const { pick, isOnceIn } = by
  const board = makeBoard({
    id: 'board',
    name: 'Narrow board',
    fanHeaders: [
      { name: 'H1', role: 'cpu', mostAmps: pick([0.5, 1, 2]) },
      ...(isOnceIn(3) ? [{ name: 'H2', role: 'case' as const, mostAmps: 1 }] : []),
    ],
    lightHeaders: [],
    usbHeaderCount: 0,
  })
  const supply = makeSupply({
    id: 'supply',
    name: 'Supply',
    cables: [{ name: 'A', plugs: 'sata-power', plugCount: 2, mostAmps: 4 }],
  })
  const kinds = [fanOf('fan-a', by), fanOf('fan-b', by)]
  const fans = Array.from({ length: pick([3, 4]) }, (_, index) => `F${index + 1}: ${pick(kinds).id}`)
  const things = [splitterOf('thing-a', by), isOnceIn(2) ? hubOf('thing-b', by) : splitterOf('thing-b', by)]
  const owned = [`X1: ${things[0]!.id}`, ...(isOnceIn(2) ? [`X2: ${pick(things).id}`] : [])]
  const offered = isOnceIn(2) ? [pick(things)] : []
  return smallOf(
    ['M1: board', 'S1: supply', ...fans, ...owned],
    [board, supply, ...kinds, ...things],
    offersOf(offered, by),
    by,
  )
}

function stripOf(id: string, { pick, isOnceIn }: Chance): Part {
  if (isOnceIn(4))
    return named(
      makeStrip12V({
        id,
        name: `Strip ${id}`,
        ...(isOnceIn(6) ? {} : { amps: pick([0.5, 1, 2]) }),
        hasTail: isOnceIn(2),
      }),
      id,
    )
  const count = pick([8, 20, 40, 60])
  return named(
    makeStrip({
      id,
      name: `Strip ${id}`,
      leds: { count, ...(isOnceIn(8) ? {} : { whiteMilliamps: pick([20, 40, 60]) }) },
      lengthMm: pick([300, 500, 1500]),
      gaugeAwg: pick([22, 26, 28]),
    }),
    id,
  )
}

/** Two or three light strips of 5 V and 12 V, one to three headers for them, splitters and boxes. */
function lights(seed: number): Small {
  const by = chance(seed)
  const { pick, isOnceIn } = by
  const rails = pick([['5v'], ['5v', '5v'], ['5v', '12v'], ['5v', '5v', '12v']] as const)
  const board = makeBoard({
    id: 'board',
    name: 'Lit board',
    fanHeaders: [{ name: 'CPU', role: 'cpu', mostAmps: 1 }],
    lightHeaders: rails.map((rail, index) => ({
      name: `L${index}`,
      rail,
      ...(isOnceIn(8) ? {} : { mostAmps: pick([1, 3]) }),
    })),
    usbHeaderCount: 0,
  })
  const supply = makeSupply({
    id: 'supply',
    name: 'Supply',
    cables: [{ name: 'A', plugs: 'sata-power', plugCount: 2, mostAmps: pick([2, 6]) }],
  })
  const fan = named(makeFan({ id: 'fan', name: 'Fan', pins: 4, amps: 0.2, sizeMm: 120 }), 'fan')
  const kinds = [stripOf('strip-a', by), stripOf('strip-b', by)]
  const strips = Array.from({ length: pick([2, 3]) }, (_, index) => `L${index + 1}: ${pick(kinds).id}`)
  const splitter = makeLightSplitter({
    id: 'light-splitter',
    name: 'Light splitter',
    outletCount: 2,
    priceCents: pick([300, 600]),
  })
  const box = makeHandBox({
    id: 'hand-box',
    name: 'Hand box',
    outletCount: pick([1, 2]),
    priceCents: pick([900, 1500]),
    ...(isOnceIn(3) ? {} : { mostAmps: pick([1, 3]) }),
    ...(isOnceIn(2) ? { mostLeds: pick([40, 100]) } : {}),
  })
  const owned = isOnceIn(3) ? [`Y1: light-splitter`] : []
  return smallOf(
    ['M1: board', 'S1: supply', 'F1: fan', ...strips, ...owned],
    [board, supply, fan, ...kinds, splitter, box],
    offersOf(isOnceIn(4) ? [] : [pick([splitter, box])], by),
    by,
  )
}

/** Two or three fans, a board of one or two headers, and a box that rules fans, there or on offer. */
function boxes(seed: number): Small {
  const by = chance(seed)
  const { pick, isOnceIn } = by
  const board = boardOf(by)
  const withUsb = makeBoard({ id: 'usb-board', name: 'USB', fanHeaders: [], lightHeaders: [], usbHeaderCount: 1 })
  const needsUsb = isOnceIn(2)
  const hasUsb = isOnceIn(2)
  const supply = makeSupply({
    id: 'supply',
    name: 'Supply',
    cables: [{ name: 'A', plugs: 'sata-power', plugCount: 2, mostAmps: pick([1, 4]) }],
  })
  const kinds = [fanOf('fan-a', by), fanOf('fan-b', by)]
  const fans = Array.from({ length: pick([2, 3]) }, (_, index) => `F${index + 1}: ${pick(kinds).id}`)
  const shape: Controller = {
    id: 'box',
    name: 'Box',
    fanOutletCount: pick([2, 3]),
    priceCents: pick([1500, 2900]),
    ...(isOnceIn(3) ? {} : { mostAmps: pick([0.5, 1, 3]) }),
    ...(isOnceIn(4) ? { mostAmpsEach: pick([0.3, 1]) } : {}),
    ...(isOnceIn(4) ? { mostDevices: 2 } : {}),
    ...(isOnceIn(3) ? { waitsForTach: true } : {}),
    ...(isOnceIn(2) ? { speedSync: 'by the board' } : {}),
    ...(needsUsb ? { usb: { need: pick(['required', 'optional'] as const), drawMilliamps: 100 } } : {}),
  }
  const box = makeController(shape)
  const splitter = splitterOf('thing-a', by)
  const isThere = isOnceIn(2)
  const small = smallOf(
    ['M1: board', ...(hasUsb ? ['U1: usb-board'] : []), 'S1: supply', ...fans, ...(isThere ? ['B1: box'] : [])],
    [board, withUsb, supply, ...kinds, box, splitter],
    offersOf(isThere ? (isOnceIn(2) ? [splitter] : []) : [box], by),
    by,
  )
  const speed = pick([undefined, 'board', 'controller', 'sync'] as const)
  const { choices } = small.build
  return speed === undefined
    ? small
    : { ...small, build: { ...small.build, choices: { ...choices, schools: { speed } } } }
}

export const FAMILIES = [fewFans, pieces, lights, boxes, housed] as const
/** Seeds up to here are of the first family, as many more of the next, and so on. */
export const FAMILY_SIZE = 10_000

/** A small build of its family: few fans, many pieces, lights, boxes, or fans with short leads in a case. */
export const anySmallBuild = (seed: number): Small => FAMILIES[Math.floor(seed / FAMILY_SIZE)]!(seed)
