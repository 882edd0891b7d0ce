import type { Figure } from '../schema/schema-kit'
import type { Part, Relation } from './schema'
import { labelFigures, type FigurePath, type LabelFigure } from './short/label'

/** A figure of a part that a person reads off a label or a manual, as it is known so far. */
export interface EditableFigure extends LabelFigure {
  readonly figure: Figure | undefined
}

function limitLabel(part: Part, limit: Extract<Relation, { type: 'limit' }>): string {
  if (limit.holds === 'together') return `${limit.name ?? 'outlets together'}, ${limit.rail ?? 'each rail'}`
  return limit.ports.map((portId) => part.ports.find((port) => port.id === portId)?.name ?? portId).join(', ')
}

/** What stands at a path of a part; undefined where nothing does. */
export const figureAt = (part: Part, path: FigurePath): Figure | undefined =>
  path.reduce<unknown>((value, key) => (value as Readonly<Record<string, unknown>> | undefined)?.[key], part) as
    Figure | undefined

/** The figures of a label, and what the part bears, in the part's order. */
export function editableFigures(part: Part): readonly EditableFigure[] {
  const limits = part.inside.flatMap((relation, index): readonly LabelFigure[] =>
    relation.type !== 'limit'
      ? []
      : [
          {
            path: ['inside', index, 'mostAmps'],
            label: `limit of ${limitLabel(part, relation)}`,
            unit: 'A',
            origin: 'manual',
          },
        ],
  )
  return [...labelFigures(part), ...limits].map((figure) => ({ ...figure, figure: figureAt(part, figure.path) }))
}
