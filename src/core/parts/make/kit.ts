import type { Figure, Origin } from '../../schema/schema-kit'
import type { Family, Wire } from '../connectors'
import type { Kind } from '../kinds'
import type { Port, Relation } from '../schema'
import { stated } from '../../units/stated'

export const figureOf = (value: number, origin: Origin): Figure => ({ value, origin })

export interface Named {
  readonly id: string
  readonly name: string
  readonly maker?: string
  readonly note?: string
  readonly priceCents?: number
  readonly currency?: string
  /** Where the figures come from; labels for draws and manuals for limits unless said otherwise. */
  readonly origin?: Origin
}

const CURRENCY = 'EUR'

export function base(named: Named, kind: Kind, markPrefix: string) {
  return {
    id: named.id,
    name: named.name,
    kind,
    markPrefix,
    ...(named.maker === undefined ? {} : { maker: named.maker }),
    ...(named.note === undefined ? {} : { note: named.note }),
    ...(named.priceCents === undefined
      ? {}
      : { price: { cents: named.priceCents, currency: named.currency ?? CURRENCY } }),
  }
}

export const FAN_WIRES: readonly Wire[] = ['gnd', '12v', 'tach', 'pwm']
export const FAN_LEG_WIRES: readonly Wire[] = ['gnd', '12v', 'pwm']
export const LIGHT_5V_WIRES: readonly Wire[] = ['5v', 'data', 'gnd']
export const LIGHT_12V_WIRES: readonly Wire[] = ['12v', 'g', 'r', 'b']
export const SATA_WIRES: readonly Wire[] = ['3v3', 'gnd', '5v', '12v']
export const PERIPHERAL_WIRES: readonly Wire[] = ['12v', 'gnd', '5v']
export const PCIE_WIRES: readonly Wire[] = ['12v', 'gnd']
export const USB_WIRES: readonly Wire[] = ['5v', 'usb', 'gnd']

export function lead(id: string, lengthMm: number | undefined, origin: Origin, gaugeAwg?: number) {
  return {
    id,
    ...(lengthMm === undefined ? {} : { lengthMm: figureOf(lengthMm, origin) }),
    ...(gaugeAwg === undefined ? {} : { gaugeAwg: figureOf(gaugeAwg, origin) }),
  }
}

/** A device's supply lead carries pins and the supply's plug sockets: the other way round than with fans and lights. */
const isSupplyPlug = (family: Family) =>
  family === 'sata-power' || family === 'peripheral-4pin' || family === 'floppy-4pin' || family === 'pcie-6pin'

export function taking(
  id: string,
  name: string,
  plug: { readonly family: Family; readonly wires: readonly Wire[] },
  hangs: { readonly need: NonNullable<Port['need']>; readonly leadId: string },
): Port {
  const end = isSupplyPlug(plug.family) ? 'pins' : 'sockets'
  const lead = { leadId: hangs.leadId }
  return { id, name, connector: { family: plug.family, end }, wires: plug.wires, side: 'takes', lead, need: hangs.need }
}

export function giving(id: string, name: string, family: Family, wires: readonly Wire[]): Port {
  return { id, name, connector: { family, end: isSupplyPlug(family) ? 'sockets' : 'pins' }, wires, side: 'gives' }
}

export interface Draw {
  readonly amps?: number
  readonly watts?: number
  readonly startAmps?: number
}

export function drawFigures({ amps, watts, startAmps }: Draw, origin: Origin) {
  return {
    ...(startAmps === undefined ? {} : { startAmps: figureOf(startAmps, origin) }),
    ...(amps === undefined ? {} : { ratedAmps: figureOf(amps, origin) }),
    ...(watts === undefined ? {} : { ratedWatts: figureOf(watts, origin) }),
  }
}

/** What is known of addressable LEDs; a count left out is unknown. `hasTail` is false where nothing can follow them. */
/** How the LEDs of a light sit; what is left out stays unsaid. */
export interface LedSeats {
  readonly shape?: 'ring' | 'line'
  readonly rowMm?: number
  readonly litFaces?: 'open' | 'struts' | 'both'
  readonly isClockwise?: boolean
}

export const seatFields = ({ shape, rowMm, litFaces, isClockwise }: LedSeats, origin: Origin) => ({
  ...stated({ shape, litFaces, isClockwise }),
  ...(rowMm === undefined ? {} : { shapeMm: figureOf(rowMm, origin) }),
})

export interface Leds extends LedSeats {
  readonly count?: number
  readonly litCount?: number
  readonly whiteMilliamps?: number
  readonly amps?: number
  readonly watts?: number
  readonly hasTail?: boolean
}

function ledFigures({ count, litCount, whiteMilliamps, amps, watts }: Leds, origin: Origin) {
  const lit = litCount ?? count
  return {
    ...(count === undefined ? {} : { addressedLedCount: figureOf(count, origin) }),
    ...(lit === undefined ? {} : { litLedCount: figureOf(lit, origin) }),
    ...(whiteMilliamps === undefined ? {} : { whiteMilliampsPerLed: figureOf(whiteMilliamps, origin) }),
    ...(amps === undefined ? {} : { ratedAmps: figureOf(amps, origin) }),
    ...(watts === undefined ? {} : { ratedWatts: figureOf(watts, origin) }),
  }
}

/** Where the tail of a light is: beside its plug on one lead, as of fans, or at the far end of a strip, behind its track. */
type TailAt = 'lead' | 'end'

/** The tail of a light, for the next one. */
export function lightTail(family: Family, wires: readonly Wire[], at: TailAt): Port {
  const tail: Port = { ...giving('lightOut', 'light tail', family, wires), need: 'onward' }
  return at === 'lead' ? { ...tail, lead: { leadId: 'lightLead' } } : tail
}

/** Ports and inside of a 5 V addressable light, with a tail for the next one unless it has none. */
export function addressable(
  zone: string,
  leds: Leds,
  need: NonNullable<Port['need']>,
  cable: {
    readonly lengthMm: number | undefined
    readonly origin: Origin
    readonly gaugeAwg?: number | undefined
    readonly tailAt: TailAt
  },
) {
  const hasTail = leds.hasTail ?? true
  const tail = lightTail('argb-3pin', LIGHT_5V_WIRES, cable.tailAt)
  const ports: Port[] = [
    taking('light', 'light lead', { family: 'argb-3pin', wires: LIGHT_5V_WIRES }, { need: need, leadId: 'lightLead' }),
    ...(hasTail ? [tail] : []),
  ]
  const inside: Relation[] = [
    ...(hasTail ? [{ type: 'joins', ports: ['light', 'lightOut'], wires: ['5v', 'gnd'] } as const] : []),
    {
      type: 'light',
      id: 'light',
      zone,
      rail: '5v',
      input: 'light',
      ...(hasTail ? { output: 'lightOut' } : {}),
      control: 'eachLed',
      ...ledFigures(leds, cable.origin),
      ...seatFields(leds, cable.origin),
    },
  ]
  return { ports, inside, leads: [lead('lightLead', cable.lengthMm, cable.origin, cable.gaugeAwg)] }
}

/** What a panel or a radiator holds back: so many Pa at so many m3/h; nothing where it is not said. */
export type Drop = readonly [pressurePa: number, flowM3PerH: number]

export const dropFields = (drop: Drop | undefined, origin: Origin) =>
  drop === undefined ? {} : { dropPa: figureOf(drop[0], origin), dropFlowM3PerH: figureOf(drop[1], origin) }

export const numbered = (count: number, prefix: string) =>
  Array.from({ length: count }, (_, index) => `${prefix}${index + 1}`)

/** A maker's own link: power, speed and light in one plug. */
export interface Link {
  readonly maker: string
  readonly generation: string
  readonly variant?: string
}
export const LINK_WIRES: readonly Wire[] = ['12v', '5v', 'gnd', 'pwm', 'tach', 'data']
