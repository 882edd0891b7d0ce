import type { Rail } from '../connectors'
import type { Origin } from '../../schema/schema-kit'
import type { Part, Port, Relation } from '../schema'
import {
  figureOf,
  type Named,
  base,
  FAN_WIRES,
  LIGHT_5V_WIRES,
  LIGHT_12V_WIRES,
  SATA_WIRES,
  PCIE_WIRES,
  PERIPHERAL_WIRES,
  USB_WIRES,
  giving,
  numbered,
} from './kit'

export interface FanHeader {
  readonly name: string
  readonly role: NonNullable<Port['role']>
  readonly mostAmps?: number
  readonly modes?: NonNullable<Port['modes']>
}
export interface LightHeader {
  readonly name: string
  readonly rail: Extract<Rail, '5v' | '12v'>
  readonly mostAmps?: number
}

const idOf = (name: string) => name.replaceAll(/[^A-Za-z0-9]+/g, '')

/** A board: fan headers, light headers and internal USB headers, each with its printed name. */
export function makeBoard(
  board: Named & {
    readonly fanHeaders: readonly FanHeader[]
    readonly lightHeaders: readonly LightHeader[]
    readonly usbHeaderCount: number
  },
): Part {
  const origin = board.origin ?? 'manual'
  const fans = board.fanHeaders.map((header) => ({ ...header, id: idOf(header.name) }))
  const lights = board.lightHeaders.map((header) => ({ ...header, id: idOf(header.name) }))
  const usb = numbered(board.usbHeaderCount, 'USB')
  const limit = (id: string, rail: Rail, amps: number | undefined): Relation[] =>
    amps === undefined ? [] : [{ type: 'limit', ports: [id], holds: 'each', rail, mostAmps: figureOf(amps, origin) }]
  const powers = (rail: Rail, outlets: readonly string[]): Relation[] =>
    outlets.length === 0 ? [] : [{ type: 'powers', feeds: [], rail, outlets }]
  const on = (rail: Rail) => lights.filter((header) => header.rail === rail).map((header) => header.id)
  return {
    ...base(board, 'board', 'M'),
    ports: [
      ...fans.map(({ id, name, role, modes }): Port => ({
        ...giving(id, name, 'fan-4pin', FAN_WIRES),
        role,
        modes: modes ?? ['pwm', 'dc'],
      })),
      ...lights.map(({ id, name, rail }) =>
        rail === '5v'
          ? giving(id, name, 'argb-3pin', LIGHT_5V_WIRES)
          : giving(id, name, 'rgb-12v-4pin', LIGHT_12V_WIRES),
      ),
      ...usb.map((id): Port => ({ ...giving(id, id, 'usb2-9pin', USB_WIRES), lanes: { count: 2, covers: 2 } })),
    ],
    inside: [
      ...powers('12v', [...fans.map((header) => header.id), ...on('12v')]),
      ...powers('5v', on('5v')),
      { type: 'drives', signal: 'speed', outlets: fans.map((header) => header.id), together: false },
      ...(lights.length === 0
        ? []
        : [{ type: 'drives', signal: 'light', outlets: lights.map((header) => header.id), together: false } as const]),
      ...(usb.length === 0 ? [] : [{ type: 'usb', down: usb } as const]),
      ...fans.flatMap(({ id, mostAmps }) => limit(id, '12v', mostAmps)),
      ...lights.flatMap(({ id, rail, mostAmps }) => limit(id, rail, mostAmps)),
    ],
  }
}

/** Where things are on a board, from its corner at the front and the floor, in mm. */
export interface BoardPlan {
  readonly depthMm: number
  readonly heightMm: number
  readonly processor: readonly [xMm: number, yMm: number]
  /** Headers by their printed names. */
  readonly headers: Readonly<Record<string, readonly [xMm: number, yMm: number]>>
}

/** A board with its outline and the places of its headers. */
export function laidOut(board: Part, plan: BoardPlan, origin: Origin = 'manual'): Part {
  const point = ([xMm, yMm]: readonly [number, number]) => ({ xMm: figureOf(xMm, origin), yMm: figureOf(yMm, origin) })
  return {
    ...board,
    outline: {
      depthMm: figureOf(plan.depthMm, origin),
      heightMm: figureOf(plan.heightMm, origin),
      processor: point(plan.processor),
    },
    ports: board.ports.map((port) => {
      const at = plan.headers[port.name]
      return at === undefined ? port : { ...port, spot: point(at) }
    }),
  }
}

const PLUG_WIRES = { 'sata-power': SATA_WIRES, 'peripheral-4pin': PERIPHERAL_WIRES, 'pcie-6pin': PCIE_WIRES }

export interface SupplyCable {
  readonly name: string
  readonly plugs: 'sata-power' | 'peripheral-4pin' | 'pcie-6pin'
  readonly plugCount: number
  readonly mostAmps?: number
}

/** A power supply with its cables for drives and boxes. */
export function makeSupply(
  supply: Named & { readonly cables: readonly SupplyCable[]; readonly mostWatts?: number },
): Part {
  const origin = supply.origin ?? 'manual'
  const cables = supply.cables.map((cable) => ({
    ...cable,
    id: idOf(cable.name),
    plugIds: numbered(cable.plugCount, `${idOf(cable.name)}_`),
  }))
  const plugs = cables.flatMap((cable) => cable.plugIds)
  const with5V = cables.filter((cable) => cable.plugs !== 'pcie-6pin').flatMap((cable) => cable.plugIds)
  const powers = (rail: Rail, outlets: readonly string[]): Relation[] =>
    outlets.length === 0 ? [] : [{ type: 'powers', feeds: [], rail, outlets }]
  return {
    ...base(supply, 'supply', 'S'),
    leads: cables.map((cable) => ({ id: cable.id })),
    ports: cables.flatMap((cable) =>
      cable.plugIds.map((id, index): Port => ({
        ...giving(id, `${cable.name} plug ${index + 1}`, cable.plugs, PLUG_WIRES[cable.plugs]),
        lead: { leadId: cable.id },
      })),
    ),
    inside: [
      ...powers('12v', plugs),
      ...powers('5v', with5V),
      ...cables.flatMap((cable): Relation[] =>
        cable.mostAmps === undefined
          ? []
          : (cable.plugs === 'pcie-6pin' ? (['12v'] as const) : (['12v', '5v'] as const)).map((rail) => ({
              type: 'limit',
              ports: cable.plugIds,
              holds: 'together',
              name: `cable ${cable.name}`,
              rail,
              mostAmps: figureOf(cable.mostAmps!, origin),
            })),
      ),
      ...(supply.mostWatts === undefined
        ? []
        : [
            {
              type: 'limit',
              ports: plugs,
              holds: 'together',
              name: 'whole supply',
              mostWatts: figureOf(supply.mostWatts, origin),
            } as const,
          ]),
    ],
  }
}
