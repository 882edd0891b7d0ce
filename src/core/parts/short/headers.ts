import type { Rail, Wire } from '../connectors'
import type { Figure } from '../../schema/schema-kit'
import { FAN_WIRES, LIGHT_12V_WIRES, LIGHT_5V_WIRES, USB_WIRES, giving } from '../make/kit'
import { removePort } from '../remove-port'
import type { Part, Port, Relation } from '../schema'
import { freeId, freeName } from './copy-port'
import { limitAmpsOf, withLimitAmps, type LimitOf } from './limits'

/** What a header of a board is for, as its manual says. */
export type HeaderKind = 'cpu' | 'cpuOptional' | 'pump' | 'case' | 'light5V' | 'light12V' | 'usb'

/** One header of a board as a row of its manual. */
export interface HeaderRow {
  readonly portId: string
  readonly name: string
  /** Undefined where its plug is none that a row can say. */
  readonly kind: HeaderKind | undefined
  readonly amps: Figure | undefined
}

interface KindFacts {
  readonly words: string
  /** What boards print beside one, as a rule. */
  readonly print: string
  readonly family: Port['connector']['family']
  readonly wires: readonly Wire[]
  readonly rail: Rail
  readonly drives: 'speed' | 'light' | undefined
}

const FAN = { family: 'fan-4pin', wires: FAN_WIRES, rail: '12v', drives: 'speed' } as const

export const HEADER_FACTS: Readonly<Record<HeaderKind, KindFacts>> = {
  cpu: { ...FAN, words: 'CPU fan', print: 'CPU' },
  cpuOptional: { ...FAN, words: 'second CPU fan', print: 'CPU2' },
  pump: { ...FAN, words: 'pump', print: 'PUMP' },
  case: { ...FAN, words: 'case fan', print: 'SYS1' },
  light5V: {
    words: '5 V light, 3 pins',
    print: 'LED5V',
    family: 'argb-3pin',
    wires: LIGHT_5V_WIRES,
    rail: '5v',
    drives: 'light',
  },
  light12V: {
    words: '12 V light, 4 pins',
    print: 'LED12V',
    family: 'rgb-12v-4pin',
    wires: LIGHT_12V_WIRES,
    rail: '12v',
    drives: 'light',
  },
  usb: { words: 'internal USB', print: 'USB1', family: 'usb2-9pin', wires: USB_WIRES, rail: '5v', drives: undefined },
}

/** What the firmware can let one choose for a fan header, modes with commas between. */
export const MODE_WORDS = [
  ['pwm,dc', 'PWM and DC'],
  ['pwm', 'PWM alone'],
  ['dc', 'DC alone'],
] as const

export const HEADER_KINDS = Object.keys(HEADER_FACTS) as readonly HeaderKind[]

export const isFanHeader = (kind: HeaderKind | undefined): boolean =>
  kind !== undefined && HEADER_FACTS[kind].drives === 'speed'

function kindOf({ connector: { family }, role }: Port): HeaderKind | undefined {
  if (family === 'fan-4pin' || family === 'fan-3pin') return role ?? 'case'
  return HEADER_KINDS.find((kind) => HEADER_FACTS[kind].family === family)
}

const isHeader = ({ side, lead }: Port) => side === 'gives' && lead === undefined

const limitOf = (portId: string, kind: HeaderKind | undefined): LimitOf => ({
  ports: [portId],
  holds: 'each',
  rails: [kind === undefined ? '12v' : HEADER_FACTS[kind].rail],
})

/** The headers of a board, in its order. */
export function headerRows(part: Part): readonly HeaderRow[] {
  return part.ports.filter(isHeader).map((port) => {
    const kind = kindOf(port)
    return { portId: port.id, name: port.name, kind, amps: limitAmpsOf(part, limitOf(port.id, kind)) }
  })
}

/** The board with what a header bears said, or unsaid. */
export function withHeaderAmps(part: Part, portId: string, amps: Figure | undefined): Part {
  const port = part.ports.find(({ id }) => id === portId)
  return port === undefined ? part : withLimitAmps(part, limitOf(portId, kindOf(port)), amps)
}

type Listed = Extract<Relation, { type: 'powers' | 'drives' | 'usb' }>

/** Puts a port into the first relation that is meant, or into a new one. */
function listed(inside: readonly Relation[], isMeant: (relation: Relation) => boolean, id: string, fresh: Listed) {
  const at = inside.findIndex(isMeant)
  if (at < 0) return [...inside, fresh]
  const add = (relation: Relation): Relation => {
    if (relation.type === 'usb') return { ...relation, down: [...relation.down, id] }
    const { outlets } = relation as Extract<Listed, { outlets: unknown }>
    return { ...relation, outlets: [...outlets, id] } as Relation
  }
  return inside.map((relation, index) => (index === at ? add(relation) : relation))
}

/** What the inside of a board says of a header of this kind. */
function withSource(inside: readonly Relation[], id: string, kind: HeaderKind): readonly Relation[] {
  const { rail, drives } = HEADER_FACTS[kind]
  if (drives === undefined) return listed(inside, ({ type }) => type === 'usb', id, { type: 'usb', down: [id] })
  const powered = listed(
    inside,
    (relation) => relation.type === 'powers' && relation.feeds.length === 0 && relation.rail === rail,
    id,
    { type: 'powers', feeds: [], rail, outlets: [id] },
  )
  return listed(
    powered,
    (relation) => relation.type === 'drives' && relation.signal === drives && !relation.together,
    id,
    { type: 'drives', signal: drives, outlets: [id], together: false },
  )
}

function portOf(id: string, name: string, kind: HeaderKind): Port {
  const { family, wires, drives } = HEADER_FACTS[kind]
  const port = giving(id, name, family, wires)
  if (kind === 'usb') return { ...port, lanes: { count: 2, covers: 2 } }
  return drives === 'speed' ? { ...port, role: kind as NonNullable<Port['role']>, modes: ['pwm', 'dc'] } : port
}

/** A board with one more header of a kind, last of all, named as boards print them. */
export function withHeader(part: Part, kind: HeaderKind): Part {
  const name = freeName(HEADER_FACTS[kind].print, part.ports)
  const id = freeId('header', part.ports)
  return { ...part, ports: [...part.ports, portOf(id, name, kind)], inside: withSource(part.inside, id, kind) }
}

/** A board without a header. */
export const withoutHeader = (part: Part, portId: string): Part => removePort(part, portId, ({ type }) => type).part

/** A board on which a header is for something else; what it bears was said of another, and goes. */
export function withHeaderKind(part: Part, portId: string, kind: HeaderKind): Part {
  const at = part.ports.findIndex(({ id }) => id === portId)
  const port = part.ports[at]
  if (port === undefined) return part
  if (isFanHeader(kindOf(port)) && isFanHeader(kind)) {
    const role = kind as NonNullable<Port['role']>
    return { ...part, ports: part.ports.with(at, { ...port, role }) }
  }
  const { spot } = port
  const fresh = { ...portOf(portId, port.name, kind), ...(spot === undefined ? {} : { spot }) }
  const without = withoutHeader(part, portId)
  return {
    ...without,
    ports: without.ports.toSpliced(at, 0, fresh),
    inside: withSource(without.inside, portId, kind),
  }
}

/** A board with a header one place further up (-1) or down (1) among its headers. */
export function withHeaderMoved(part: Part, portId: string, by: -1 | 1): Part {
  const at = part.ports.findIndex(({ id }) => id === portId)
  const row = part.ports.filter(isHeader)
  const other = row[row.findIndex(({ id }) => id === portId) + by]
  if (at < 0 || other === undefined) return part
  return { ...part, ports: part.ports.with(at, other).with(part.ports.indexOf(other), part.ports[at]!) }
}
