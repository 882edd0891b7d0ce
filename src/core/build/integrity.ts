import type { PortRef } from '../schema/schema-kit'
import type { Part, Relation } from '../parts/schema'
import { RAIL_VOLTS } from '../physics/amps'
import { aboutOf, entriesOf } from './attached'
import { FACETS, facetsWithin } from './facets'
import { repeated, type Fault } from './fault'
import { placeFaults, spaceFaults } from './place-faults'
import type { Build } from './schema'

/** The ports a relation speaks of, each with its place inside the relation. */
function portsOfRelation(relation: Relation): readonly (readonly [pointer: string, portId: string])[] {
  // A list that nothing is chosen in yet is not there at all, and so is an end without a port.
  const many = (key: string, ids: readonly string[] | undefined) =>
    (ids ?? []).map((id, index) => [`/${key}/${index}`, id] as const)
  const one = (key: string, id: string | undefined) => (id === undefined ? [] : [[`/${key}`, id] as const])
  switch (relation.type) {
    case 'joins':
    case 'limit':
    case 'cascade':
      return many('ports', relation.ports)
    case 'converts': {
      const { from, to }: { readonly from?: { readonly portId?: string }; readonly to?: { readonly portId?: string } } =
        relation
      return [...one('from/portId', from?.portId), ...one('to/portId', to?.portId)]
    }
    case 'powers':
      return [
        ...many('feeds', relation.feeds),
        ...many('outlets', relation.outlets),
        ...one('unfed/inputPortId', relation.unfed?.inputPortId),
      ]
    case 'repeats':
      return [...one('from', relation.from), ...many('to', relation.to)]
    case 'reports':
      return [...one('outlet', relation.outlet), ...one('input', relation.input)]
    case 'drives':
      return many('outlets', relation.outlets)
    case 'follows':
      return [...one('input', relation.input), ...many('outlets', relation.outlets)]
    case 'motor':
      return [...one('port', relation.port), ...one('tachPort', relation.tachPort)]
    case 'draw':
    case 'sensor':
      return one('port', relation.port)
    case 'light':
      return [...one('input', relation.input), ...one('output', relation.output)]
    case 'usb':
      return [...one('up', relation.up), ...many('down', relation.down)]
    default:
      return relation satisfies never
  }
}

/** Faults of a part that may still be half written: ports and leads that are named twice or not there. */
export function* draftFaults(part: Part, at: string): Generator<Fault> {
  yield* repeated(
    part.ports.map((port) => port.id),
    (i) => `${at}/ports/${i}/id`,
    'the port id',
  )
  yield* repeated(
    (part.leads ?? []).map((lead) => lead.id),
    (i) => `${at}/leads/${i}/id`,
    'the lead id',
  )
  const leadIds = new Set((part.leads ?? []).map((lead) => lead.id))
  const portIds = new Set(part.ports.map((port) => port.id))
  for (const [index, port] of part.ports.entries()) {
    if (port.lead !== undefined && !leadIds.has(port.lead.leadId)) {
      yield { pointer: `${at}/ports/${index}/lead/leadId`, message: `the part has no lead “${port.lead.leadId}”` }
    }
  }
  for (const [index, relation] of part.inside.entries()) {
    for (const [inner, portId] of portsOfRelation(relation)) {
      if (!portIds.has(portId)) {
        yield { pointer: `${at}/inside/${index}${inner}`, message: `the part has no port “${portId}”` }
      }
    }
  }
}

/** A feed carries the rail that its outlets get from it; a part that makes one rail out of another converts. */
function* feedFaults(part: Part, at: string): Generator<Fault> {
  const portById = new Map(part.ports.map((port) => [port.id, port]))
  for (const [index, relation] of part.inside.entries()) {
    if (relation.type === 'powers') {
      for (const [feed, portId] of relation.feeds.entries()) {
        const port = portById.get(portId)
        if (port === undefined || port.wires.includes(relation.rail)) continue
        const volts = `${RAIL_VOLTS[relation.rail]} V`
        const message = `the feed “${port.name}” has no ${volts} wire, so it cannot bring ${volts} to the outlets; say “converts” where the part makes ${volts} out of another voltage`
        yield { pointer: `${at}/inside/${index}/feeds/${feed}`, message }
      }
    }
    if (relation.type !== 'converts') continue
    for (const end of ['from', 'to'] as const) {
      const { portId, wire } = relation[end]
      const port = portById.get(portId)
      if (port === undefined || port.wires.includes(wire)) continue
      yield { pointer: `${at}/inside/${index}/${end}/wire`, message: `“${port.name}” has no wire “${wire}”` }
    }
  }
}

/** Faults of one whole part by itself: as in a draft, and those of its feeds and measures. */
export function* partFaults(part: Part, at: string): Generator<Fault> {
  yield* draftFaults(part, at)
  yield* feedFaults(part, at)
  yield* spaceFaults(part, at)
}

/** Ids that stand twice in a list of parts, or of packs. */
export function* idFaults(lists: {
  readonly parts: readonly { readonly id: string }[]
  readonly packs?: readonly { readonly id: string }[] | undefined
}): Generator<Fault> {
  yield* repeated(
    lists.parts.map((part) => part.id),
    (i) => `/parts/${i}/id`,
    'the part id',
  )
  yield* repeated(
    (lists.packs ?? []).map((pack) => pack.id),
    (i) => `/packs/${i}/id`,
    'the pack id',
  )
}

function* referenceFaults(build: Build): Generator<Fault> {
  const partById = new Map(build.parts.map((part) => [part.id, part]))
  const itemById = new Map(build.items.map((item) => [item.id, item]))
  const missingPort = (ref: PortRef): string | undefined => {
    const item = itemById.get(ref.itemId)
    if (item === undefined) return `there is no item “${ref.itemId}”`
    const part = partById.get(item.partId)
    if (part === undefined || part.ports.some((port) => port.id === ref.portId)) return undefined
    return `${item.mark} (${part.name}) has no port “${ref.portId}”`
  }
  const refsIn: (readonly [string, PortRef])[] = build.threads.flatMap((thread, i) => [
    [`/threads/${i}/from`, thread.from] as const,
    [`/threads/${i}/to`, thread.to] as const,
  ])
  for (const list of facetsWithin('choices')) {
    if (FACETS[list].about !== 'port') continue
    refsIn.push(
      ...entriesOf(build, list).map((entry, i): readonly [string, PortRef] => [
        `/choices/${list}/${i}${'at' in entry ? '/at' : ''}`,
        aboutOf(entry) as PortRef,
      ]),
    )
  }
  for (const [i, accepted] of (build.accepted ?? []).entries()) {
    refsIn.push(...accepted.at.map((ref, j) => [`/accepted/${i}/at/${j}`, ref] as const))
  }
  for (const [pointer, ref] of refsIn) {
    const message = missingPort(ref)
    if (message !== undefined) yield { pointer, message }
  }
  const itemRefs: (readonly [string, string])[] = [
    ...facetsWithin('choices')
      .filter((list) => FACETS[list].about === 'item')
      .flatMap((list) =>
        entriesOf(build, list).map((entry, i) => [`/choices/${list}/${i}/itemId`, aboutOf(entry).itemId] as const),
      ),
    ...(build.accepted ?? []).flatMap((accepted, i) =>
      (accepted.itemIds ?? []).map((itemId, j) => [`/accepted/${i}/itemIds/${j}`, itemId] as const),
    ),
    ...(build.groups ?? []).flatMap((group, i) =>
      group.itemIds.map((itemId, j) => [`/groups/${i}/itemIds/${j}`, itemId] as const),
    ),
  ]
  for (const [pointer, itemId] of itemRefs) {
    if (!itemById.has(itemId)) yield { pointer, message: `there is no item “${itemId}”` }
  }
}

function* itemFaults(build: Build): Generator<Fault> {
  const partIds = new Set(build.parts.map((part) => part.id))
  const packIds = new Set((build.packs ?? []).map((pack) => pack.id))
  const assemblyIds = new Set((build.assemblies ?? []).map((assembly) => assembly.id))
  for (const [i, item] of build.items.entries()) {
    if (!partIds.has(item.partId)) {
      yield { pointer: `/items/${i}/partId`, message: `this file holds no part “${item.partId}”; add it under “parts”` }
    }
    if (item.packId !== undefined && !packIds.has(item.packId)) {
      yield { pointer: `/items/${i}/packId`, message: `there is no pack “${item.packId}”` }
    }
    if (item.assemblyId !== undefined && !assemblyIds.has(item.assemblyId)) {
      yield { pointer: `/items/${i}/assemblyId`, message: `there is no assembly “${item.assemblyId}”` }
    }
  }
}

/** Every fault in a build whose shape is right already, in document order; none when it is sound. */
export function* buildFaults(build: Build): Generator<Fault> {
  yield* idFaults(build)
  for (const [i, part] of build.parts.entries()) yield* partFaults(part, `/parts/${i}`)
  yield* repeated(
    build.items.map((item) => item.id),
    (i) => `/items/${i}/id`,
    'the item id',
  )
  yield* repeated(
    build.items.map((item) => item.mark),
    (i) => `/items/${i}/mark`,
    'the mark',
  )
  yield* itemFaults(build)
  yield* repeated(
    build.threads.map((thread) => thread.id),
    (i) => `/threads/${i}/id`,
    'the thread id',
  )
  yield* repeated(
    (build.groups ?? []).map((group) => group.id),
    (i) => `/groups/${i}/id`,
    'the group id',
  )
  yield* repeated(
    (build.places ?? []).map((place) => place.itemId),
    (i) => `/places/${i}/itemId`,
    'a place for the item',
  )
  yield* placeFaults(build)
  yield* referenceFaults(build)
}
