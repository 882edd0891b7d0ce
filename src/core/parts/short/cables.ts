import type { Figure } from '../../schema/schema-kit'
import type { Family, Rail, Wire } from '../connectors'
import { PCIE_WIRES, PERIPHERAL_WIRES, SATA_WIRES, giving } from '../make/kit'
import { removePort } from '../remove-port'
import type { Part, Relation } from '../schema'
import { copyPort } from './copy-port'
import { limitAmpsOf, withLimitAmps, type LimitOf } from './limits'

/** Plugs that hang on the cables of a supply. */
export const CABLE_PLUGS = ['sata-power', 'peripheral-4pin', 'pcie-6pin'] as const
export type CablePlug = (typeof CABLE_PLUGS)[number]

/** One cable of a supply with its plugs. */
export interface CableRow {
  readonly leadId: string
  readonly portIds: readonly string[]
  /** Undefined where its plugs are not of one kind. */
  readonly family: Family | undefined
  readonly amps: Figure | undefined
}

const WIRES: Readonly<Record<CablePlug, readonly Wire[]>> = {
  'sata-power': SATA_WIRES,
  'peripheral-4pin': PERIPHERAL_WIRES,
  'pcie-6pin': PCIE_WIRES,
}
const railsOf = (family: Family | undefined): readonly Rail[] => (family === 'pcie-6pin' ? ['12v'] : ['12v', '5v'])

const limitOf = ({ leadId, portIds, family }: Omit<CableRow, 'amps'>): LimitOf => ({
  ports: portIds,
  holds: 'together',
  rails: railsOf(family),
  name: `cable ${leadId}`,
})

/** The cables of a supply, in its order. */
export function cableRows(part: Part): readonly CableRow[] {
  return (part.leads ?? []).flatMap((lead) => {
    const ports = part.ports.filter((port) => port.side === 'gives' && port.lead?.leadId === lead.id)
    if (ports.length === 0) return []
    const [first, ...others] = ports.map(({ connector }) => connector.family)
    const row = {
      leadId: lead.id,
      portIds: ports.map(({ id }) => id),
      family: others.every((family) => family === first) ? first : undefined,
    }
    return [{ ...row, amps: limitAmpsOf(part, limitOf(row)) }]
  })
}

const rowOf = (part: Part, leadId: string) => cableRows(part).find((row) => row.leadId === leadId)

/** The supply with what a cable may carry said, or unsaid. */
export function withCableAmps(part: Part, leadId: string, amps: Figure | undefined): Part {
  const row = rowOf(part, leadId)
  return row === undefined ? part : withLimitAmps(part, limitOf(row), amps)
}

/** The supply without a cable. */
export function withoutCable(part: Part, leadId: string): Part {
  return (rowOf(part, leadId)?.portIds ?? []).reduce(
    (rest, portId) => removePort(rest, portId, ({ type }) => type).part,
    part,
  )
}

/** The supply with so many plugs on a cable, one at the least. */
export function withPlugCount(part: Part, leadId: string, count: number): Part {
  const row = rowOf(part, leadId)
  const last = row?.portIds.at(-1)
  if (row === undefined || last === undefined || count < 1 || count === row.portIds.length) return part
  const next = count > row.portIds.length ? copyPort(part, last) : removePort(part, last, ({ type }) => type).part
  return withPlugCount(next, leadId, count)
}

const LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ']

function freeLetter(part: Part): string {
  const taken = new Set((part.leads ?? []).map(({ id }) => id))
  for (let round = 1; ; round += 1) {
    const id = LETTERS.map((letter) => (round === 1 ? letter : `${letter}${round}`)).find((each) => !taken.has(each))
    if (id !== undefined) return id
  }
}

/** Of a source: the plugs of a new cable join what is there of its rail. */
function withPowers(inside: readonly Relation[], rail: Rail, ids: readonly string[]): readonly Relation[] {
  const at = inside.findIndex((r) => r.type === 'powers' && r.feeds.length === 0 && r.rail === rail)
  if (at < 0) return [{ type: 'powers', feeds: [], rail, outlets: ids }, ...inside]
  return inside.map((relation, index) =>
    index === at && relation.type === 'powers' ? { ...relation, outlets: [...relation.outlets, ...ids] } : relation,
  )
}

/** The supply with one more cable: so many plugs of a kind. What it may carry is not said yet. */
export function withCable(part: Part, plug: CablePlug, plugCount: number): Part {
  const leadId = freeLetter(part)
  const ports = Array.from({ length: plugCount }, (_, index) => ({
    ...giving(`${leadId}_${index + 1}`, `${leadId} plug ${index + 1}`, plug, WIRES[plug]),
    lead: { leadId },
  }))
  const ids = ports.map(({ id }) => id)
  const before = part.ports.filter(({ side }) => side === 'gives').map(({ id }) => id)
  // What the whole supply gives, it gives by the new cable too.
  const limits = part.inside.map((relation) =>
    relation.type === 'limit' &&
    relation.holds === 'together' &&
    (relation.mostAmps === undefined || cableRows(part).length > 1) &&
    before.every((id) => relation.ports.includes(id))
      ? { ...relation, ports: [...relation.ports, ...ids] }
      : relation,
  )
  return {
    ...part,
    leads: [...(part.leads ?? []), { id: leadId }],
    ports: [...part.ports, ...ports],
    inside: railsOf(plug).reduce((inside, rail) => withPowers(inside, rail, ids), limits as readonly Relation[]),
  }
}

const isWhole = (relation: Relation) =>
  relation.type === 'limit' && relation.holds === 'together' && relation.mostWatts !== undefined && !relation.rail

/** What a supply gives in all, in W; undefined where it does not say. */
export function supplyWatts(part: Part): Figure | undefined {
  const whole = part.inside.find(isWhole)
  return whole?.type === 'limit' ? whole.mostWatts : undefined
}

/** The supply with its watts said, or unsaid. */
export function withSupplyWatts(part: Part, mostWatts: Figure | undefined): Part {
  const others = part.inside.filter((relation) => !isWhole(relation))
  const ports = part.ports.filter(({ side }) => side === 'gives').map(({ id }) => id)
  if (mostWatts === undefined || ports.length === 0) return { ...part, inside: others }
  const before = part.inside.find(isWhole) ?? { type: 'limit', ports, holds: 'together', name: 'whole supply' }
  return { ...part, inside: [...others, { ...before, mostWatts } as Relation] }
}
