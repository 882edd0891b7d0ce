import type { Part, Relation } from './schema'

/** A part without one of its ports, and what went with it, in words. */
export interface WithoutPort {
  readonly part: Part
  /** `a limit`, `its place among the outlets of “Supply of its own”`. */
  readonly went: readonly string[]
}

interface Kept {
  readonly relation: Relation | undefined
  readonly isChanged: boolean
}

const drop = (ids: readonly string[], portId: string) => ids.filter((id) => id !== portId)

/** A list of ports that a relation cannot do without takes the relation along once it holds too few. */
function withList<K extends string>(
  relation: Relation & { readonly [P in K]: readonly string[] },
  key: K,
  portId: string,
  least: number,
): Kept {
  if (!relation[key].includes(portId)) return { relation, isChanged: false }
  const ids = drop(relation[key], portId)
  return { relation: ids.length < least ? undefined : ({ ...relation, [key]: ids } as Relation), isChanged: true }
}

/** Applies one step after another, for as long as the relation is there. */
function inTurn(relation: Relation, ...steps: readonly ((relation: never) => Kept)[]): Kept {
  return steps.reduce<Kept>(
    (kept, step) => {
      if (kept.relation === undefined) return kept
      const next = step(kept.relation as never)
      return { relation: next.relation, isChanged: kept.isChanged || next.isChanged }
    },
    { relation, isChanged: false },
  )
}

const gone: Kept = { relation: undefined, isChanged: true }
const goneIf = (relation: Relation, isGone: boolean): Kept => (isGone ? gone : { relation, isChanged: false })

function keptOf(relation: Relation, portId: string): Kept {
  switch (relation.type) {
    case 'joins':
      return withList(relation, 'ports', portId, 2)
    case 'limit':
      return withList(relation, 'ports', portId, 1)
    case 'cascade': {
      // A cascade by a bridge is none without it.
      const least = relation.by === 'switches' ? 0 : 1
      return withList(relation, 'ports', portId, least)
    }
    case 'converts':
      return goneIf(relation, relation.from.portId === portId || relation.to.portId === portId)
    case 'powers':
      return inTurn(
        relation,
        (r: typeof relation) => withList(r, 'outlets', portId, 1),
        // Without its last feed it would be a source by itself, which it is not.
        (r: typeof relation) => withList(r, 'feeds', portId, r.feeds.length > 0 ? 1 : 0),
        (r: typeof relation) => {
          if (r.unfed?.inputPortId !== portId) return { relation: r, isChanged: false }
          const { unfed: _unfed, ...rest } = r
          return { relation: rest, isChanged: true }
        },
      )
    case 'repeats':
      return relation.from === portId ? gone : withList(relation, 'to', portId, 1)
    case 'reports':
      return goneIf(relation, relation.outlet === portId || relation.input === portId)
    case 'drives':
      return withList(relation, 'outlets', portId, 1)
    case 'follows':
      return relation.input === portId ? gone : withList(relation, 'outlets', portId, 1)
    case 'motor': {
      if (relation.port === portId) return gone
      if (relation.tachPort !== portId) return { relation, isChanged: false }
      const { tachPort: _tachPort, ...rest } = relation
      return { relation: rest, isChanged: true }
    }
    case 'light': {
      if (relation.input === portId) return gone
      if (relation.output !== portId) return { relation, isChanged: false }
      const { output: _output, ...rest } = relation
      return { relation: rest, isChanged: true }
    }
    case 'draw':
    case 'sensor':
      return goneIf(relation, relation.port === portId)
    case 'usb': {
      // A hub without its lead would be taken for a board that gives USB by itself.
      if (relation.up === portId) return gone
      if (!relation.down.includes(portId)) return { relation, isChanged: false }
      const down = drop(relation.down, portId)
      return {
        relation: down.length === 0 && relation.up === undefined ? undefined : { ...relation, down },
        isChanged: true,
      }
    }
    default:
      return relation satisfies never
  }
}

/**
 * A part without this port and without what cannot be said any more: relations that are about it, its place in lists of
 * ports, and a lead that nothing else hangs on. `titleOf` says what a relation is called.
 */
export function removePort(part: Part, portId: string, titleOf: (relation: Relation) => string): WithoutPort {
  const port = part.ports.find(({ id }) => id === portId)
  if (port === undefined) return { part, went: [] }
  const ports = part.ports.filter((other) => other !== port)
  const kept = part.inside.map((relation) => ({ before: relation, ...keptOf(relation, portId) }))
  const inside = kept.flatMap(({ relation }) => (relation === undefined ? [] : [relation]))
  const leadId = port.lead?.leadId
  const isLeadFree = leadId !== undefined && !ports.some(({ lead }) => lead?.leadId === leadId)
  const { leads, ...rest } = part
  const left = isLeadFree ? leads?.filter(({ id }) => id !== leadId) : leads
  return {
    part: { ...rest, ...(left === undefined || left.length === 0 ? {} : { leads: left }), ports, inside },
    went: kept.flatMap(({ before, relation, isChanged }) => {
      if (!isChanged) return []
      return [relation === undefined ? `“${titleOf(before)}”` : `its place in “${titleOf(before)}”`]
    }),
  }
}
