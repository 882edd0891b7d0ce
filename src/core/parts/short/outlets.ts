import type { Figure } from '../../schema/schema-kit'
import { FAMILY_FACTS, type Family, type Rail } from '../connectors'
import { removePort } from '../remove-port'
import type { Part } from '../schema'
import { copyPort } from './copy-port'
import { limitAmpsOf, withLimitAmps, type LimitOf } from './limits'

/** All outlets of a splitter, a hub or a box that have one plug. */
export interface OutletRow {
  readonly family: Family
  readonly name: string
  readonly portIds: readonly string[]
  readonly eachAmps: Figure | undefined
  readonly togetherAmps: Figure | undefined
  /** Whether amps are what bounds them: USB has bounds of its own. */
  readonly hasAmps: boolean
}

const RAIL_OF: Partial<Readonly<Record<Family, Rail>>> = {
  'fan-4pin': '12v',
  'fan-3pin': '12v',
  'argb-3pin': '5v',
  'rgb-12v-4pin': '12v',
}

const limitOf = (row: Pick<OutletRow, 'family' | 'portIds'>, holds: LimitOf['holds']): LimitOf => ({
  ports: row.portIds,
  holds,
  rails: [RAIL_OF[row.family] ?? '12v'],
  ...(holds === 'together' ? { name: 'outlets together' } : {}),
})

/** The outlets of a part, by their plugs, in its order. */
export function outletRows(part: Part): readonly OutletRow[] {
  const outlets = part.ports.filter(({ side, need }) => side === 'gives' && need !== 'onward')
  const families = [...new Set(outlets.map(({ connector }) => connector.family))]
  return families.map((family) => {
    const portIds = outlets.filter(({ connector }) => connector.family === family).map(({ id }) => id)
    return {
      family,
      name: FAMILY_FACTS[family].name,
      portIds,
      eachAmps: limitAmpsOf(part, limitOf({ family, portIds }, 'each')),
      togetherAmps: limitAmpsOf(part, limitOf({ family, portIds }, 'together')),
      hasAmps: RAIL_OF[family] !== undefined,
    }
  })
}

/** The part with what its outlets of a family bear, each or together, said or unsaid. */
export function withOutletAmps(part: Part, family: Family, holds: LimitOf['holds'], amps: Figure | undefined): Part {
  const row = outletRows(part).find((each) => each.family === family)
  return row === undefined ? part : withLimitAmps(part, limitOf(row, holds), amps)
}

/** The part with so many outlets of a family, one at the least; those added are like the last one, and report nothing. */
export function withOutletCount(part: Part, family: Family, count: number): Part {
  const row = outletRows(part).find((each) => each.family === family)
  const last = row?.portIds.at(-1)
  if (row === undefined || last === undefined || count < 1 || count === row.portIds.length) return part
  const next = count > row.portIds.length ? copyPort(part, last) : removePort(part, last, ({ type }) => type).part
  return withOutletCount(next, family, count)
}
