import type { Figure } from '../schema/schema-kit'
import { RAIL_VOLTS } from '../physics/amps'
import { FAMILY_FACTS } from '../parts/connectors'
import type { Part, Port, Relation } from '../parts/schema'
import { formatAmps } from '../units/format'
import { countOf } from './text'

function describeRelation(relation: Relation): string | undefined {
  switch (relation.type) {
    case 'motor':
      if (relation.ratedAmps !== undefined) return `${formatAmps(relation.ratedAmps.value)} A`
      return relation.ratedWatts === undefined ? 'draw unknown' : `${relation.ratedWatts.value} W`
    case 'light':
      if (relation.ratedWatts !== undefined)
        return `${RAIL_VOLTS[relation.rail]} V light, ${relation.ratedWatts.value} W`
      return `${RAIL_VOLTS[relation.rail]} V light${relation.addressedLedCount === undefined ? '' : `, ${relation.addressedLedCount.value} LEDs`}`
    default:
      return undefined
  }
}

/** `5 × 4-pin fan, 1 × 5 V addressable light`: what a board or a supply has to offer. */
function outletsByFamily(outlets: readonly Port[]): string[] {
  const families = [...new Set(outlets.map((port) => port.connector.family))]
  return families.map((family) => {
    const count = outlets.filter((port) => port.connector.family === family).length
    return `${count} × ${FAMILY_FACTS[family].name.replace(/ plug.*$/, '')}`
  })
}

/** A panel as it may stand in a form, half written. */
interface DraftPanel {
  readonly name?: string
  readonly layouts?: readonly { readonly placeCount?: number; readonly sizeMm?: Figure }[]
}

/** `Front 3 × 120 mm, Rear 1 × 92 mm`: the first layout of each panel of a case. */
function fanPlaces(panels: readonly DraftPanel[]): string {
  return panels
    .map(({ name = '?', layouts = [] }) => {
      const [first] = layouts
      return first === undefined ? name : `${name} ${first.placeCount ?? '?'} × ${first.sizeMm?.value ?? '?'} mm`
    })
    .join(', ')
}

/** One line that tells a part from its like: size, plug, draw, outlets, places for fans. */
export function partSummary(part: Part): string {
  const size = part.mechanical?.sizeMm?.value
  const taking = part.ports.find((port) => port.side === 'takes')
  const outlets = part.ports.filter((port) => port.side === 'gives' && port.need !== 'onward')
  const words = [
    size === undefined ? undefined : `${size} mm`,
    part.panels === undefined ? undefined : fanPlaces(part.panels),
    taking === undefined ? undefined : FAMILY_FACTS[taking.connector.family].name,
    ...part.inside.map(describeRelation),
    ...(taking === undefined
      ? outletsByFamily(outlets)
      : outlets.length === 0
        ? []
        : [countOf(outlets.length, 'outlet')]),
  ]
  return words.filter((word) => word !== undefined).join(' · ')
}

/** How a plug can be told from its like by eye: `“FAN”, black`; nothing where nobody has said. */
export function lookText({ look }: Pick<Port, 'look'>): string | undefined {
  if (look === undefined) return undefined
  const words = [look.print === undefined ? undefined : `“${look.print}”`, look.colour, look.clip]
  const said = words.filter((word) => word !== undefined)
  return said.length === 0 ? undefined : said.join(', ')
}
