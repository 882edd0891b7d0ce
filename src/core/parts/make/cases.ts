import type { Part } from '../schema'
import { base, dropFields, figureOf, type Drop, type Named } from './kit'

type Panel = NonNullable<Part['panels']>[number]
type Place2 = readonly [xMm: number, yMm: number]

/** What the rails of a panel hold, in one of their layouts. */
export interface CaseLayout {
  readonly holds: 'fans' | 'radiator'
  readonly sizeMm: number
  readonly placeCount: number
}

/** A layout of so many places for fans: `fans-120`. */
export const fanLayout = (sizeMm: number, placeCount: number): CaseLayout => ({ holds: 'fans', sizeMm, placeCount })

/** A layout for a radiator of so many fans: `radiator-120x3`. */
export const radiatorLayout = (sizeMm: number, placeCount: number): CaseLayout => ({
  holds: 'radiator',
  sizeMm,
  placeCount,
})

export interface CasePanel {
  readonly side: Panel['side']
  readonly name: string
  readonly depthMm: number
  /** What its grille and filter take in pascal, at this flow in m3/h through all of it. */
  readonly drop?: Drop
  readonly layouts: readonly CaseLayout[]
}

export interface CaseSpot {
  readonly id: string
  readonly name: string
  readonly at: Place2
  readonly isBehind: boolean
  readonly isInReach: boolean
}

/** The inside of a case in mm, measured from the front and the floor. */
export interface CaseRoom {
  readonly depthMm: number
  readonly heightMm: number
  readonly widthMm: number
  /** Where the rear upper corner of a board stands. */
  readonly board: Place2
  /** Slots and grilles without a fan, in all. */
  readonly openCm2?: number
  /** Holes in the tray, by id. */
  readonly holes: Readonly<Record<string, Place2>>
  readonly spots: readonly CaseSpot[]
}

/** A case: its panels with their layouts, its inside, and the circuit of a hub that comes with it. */
export function makeCase(
  plan: Named & { readonly panels: readonly CasePanel[]; readonly room: CaseRoom; readonly hub?: Part },
): Part {
  const origin = plan.origin ?? 'manual'
  const mm = (value: number) => figureOf(value, origin)
  const point = ([xMm, yMm]: Place2) => ({ xMm: mm(xMm), yMm: mm(yMm) })
  const { depthMm, heightMm, widthMm, board, holes, spots, openCm2 } = plan.room
  const { hub } = plan
  return {
    ...base(plan, 'case', 'K'),
    ...(hub?.leads === undefined ? {} : { leads: hub.leads }),
    ports: hub?.ports ?? [],
    inside: hub?.inside ?? [],
    panels: plan.panels.map(({ side, name, depthMm: freeMm, drop, layouts }) => ({
      id: side,
      name,
      side,
      depthMm: mm(freeMm),
      ...dropFields(drop, origin),
      layouts: layouts.map(({ holds, sizeMm, placeCount }) => ({
        id: holds === 'fans' ? `fans-${sizeMm}` : `radiator-${sizeMm}x${placeCount}`,
        holds,
        sizeMm: mm(sizeMm),
        placeCount,
      })),
    })),
    space: {
      depthMm: mm(depthMm),
      heightMm: mm(heightMm),
      widthMm: mm(widthMm),
      board: point(board),
      ...(openCm2 === undefined ? {} : { openings: [{ openCm2: figureOf(openCm2, origin) }] }),
      holes: Object.entries(holes).map(([id, at]) => ({ id, ...point(at) })),
      spots: spots.map(({ at, ...spot }) => ({ ...spot, ...point(at) })),
    },
  }
}
