import type { Figure } from '../schema/schema-kit'
import type { Part, Relation } from './schema'

/** A figure of a part that a person reads off a label or a manual. */
export interface EditableFigure {
  /** Where it stands in the part, as the setFigure edit wants it. */
  readonly path: readonly (string | number)[]
  /** What it is, in words. */
  readonly label: string
  readonly unit: 'A' | 'W' | 'mA' | 'LEDs'
  readonly figure: Figure | undefined
  /** Where the builder will have read it. */
  readonly origin: 'label' | 'manual'
}

function drawFigures(
  relation: Extract<Relation, { type: 'motor' | 'light' | 'draw' }>,
  index: number,
  label: string,
): EditableFigure[] {
  const key = relation.ratedAmps === undefined && relation.ratedWatts !== undefined ? 'ratedWatts' : 'ratedAmps'
  const unit = key === 'ratedWatts' ? 'W' : 'A'
  return [{ path: ['inside', index, key], label, unit, figure: relation[key], origin: 'label' }]
}

function ledFigures(light: Extract<Relation, { type: 'light' }>, index: number): EditableFigure[] {
  return [
    {
      path: ['inside', index, 'litLedCount'],
      label: `${light.zone} LEDs`,
      unit: 'LEDs',
      figure: light.litLedCount,
      origin: 'label',
    },
    {
      path: ['inside', index, 'whiteMilliampsPerLed'],
      label: `${light.zone}, each LED at white`,
      unit: 'mA',
      figure: light.whiteMilliampsPerLed,
      origin: 'label',
    },
  ]
}

function limitLabel(part: Part, limit: Extract<Relation, { type: 'limit' }>): string {
  if (limit.holds === 'together') return `${limit.name ?? 'outlets together'}, ${limit.rail ?? 'each rail'}`
  return limit.ports.map((portId) => part.ports.find((port) => port.id === portId)?.name ?? portId).join(', ')
}

/** The draws and limits of a part that the current check asks for, in the part's order. */
export function editableFigures(part: Part): readonly EditableFigure[] {
  return part.inside.flatMap((relation, index): EditableFigure[] => {
    switch (relation.type) {
      case 'motor':
        return drawFigures(relation, index, relation.pump === true ? 'pump draw' : 'motor draw')
      case 'draw':
        return drawFigures(relation, index, 'draw')
      case 'light':
        return relation.control === 'oneColour' || relation.ratedAmps !== undefined || relation.ratedWatts !== undefined
          ? drawFigures(relation, index, `${relation.zone} draw`)
          : ledFigures(relation, index)
      case 'limit':
        return [
          {
            path: ['inside', index, 'mostAmps'],
            label: `limit of ${limitLabel(part, relation)}`,
            unit: 'A',
            figure: relation.mostAmps,
            origin: 'manual',
          },
        ]
      default:
        return []
    }
  })
}
