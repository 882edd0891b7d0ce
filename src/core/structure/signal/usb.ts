import type { Chosen } from '../wiring/choices'
import { isPutAside } from '../wiring/loose'
import { portKey, type PortKey } from '../../build/refs'
import type { PortRef } from '../../schema/schema-kit'
import type { RelationOf } from '../../parts/schema'
import { railsReaching, type Powered } from '../power/volts'
import { listBy, type PlacedPort, type Wiring } from '../wiring/wiring'
import { programmed, sameCopper } from '../wiring/part-facts'

/** Most mA of a port, and of each port of a hub that lives on its own upstream port (USB 2.0 specification, from memory). */
const FULL_PORT_MILLIAMPS = 500
const BUS_POWERED_PORT_MILLIAMPS = 100

/** A device with an upstream USB lead, and where that lead goes. */
export interface UsbDevice {
  readonly lead: PlacedPort
  readonly usb: RelationOf<'usb'>
  readonly isThreaded: boolean
  /** Whether the way up ends at a source of USB. */
  readonly reaches: boolean
}

/** What one lead draws through the lanes it has: a lane is one USB port. */
interface UsbDraw {
  readonly device: UsbDevice
  readonly laneCount: number
  /** Undefined where the device does not say, or something behind it on a hub without a supply. */
  readonly milliamps: number | undefined
  /** What is known of it. */
  readonly knownMilliamps: number
}

/** A downstream port with what its devices draw. */
export interface UsbPort {
  readonly placed: PlacedPort
  readonly devices: readonly UsbDevice[]
  readonly draws: readonly UsbDraw[]
  readonly knownMilliamps: number
  readonly unknownCount: number
  readonly mostMilliamps: number
  /** What one of its lanes may give. */
  readonly laneMilliamps: number
}

export interface Usb {
  readonly devices: readonly UsbDevice[]
  readonly ports: readonly UsbPort[]
}

function upLead(wiring: Wiring, itemId: string, usb: RelationOf<'usb'>): PlacedPort | undefined {
  return usb.up === undefined ? undefined : wiring.port({ itemId, portId: usb.up })
}

/** The giving end that a USB lead is plugged into, through plain cables too. */
function upstreamOf(wiring: Wiring, lead: PortRef): PlacedPort | undefined {
  for (const other of wiring.across(lead, 'usb')) {
    if (other.port.side !== 'gives' || !other.port.wires.includes('usb')) continue
    const inlet = sameCopper(other.facts, 'usb', other.port.id).find(
      (portId) => other.facts.portById.get(portId)?.side === 'takes',
    )
    return inlet === undefined ? other : upstreamOf(wiring, { itemId: other.item.id, portId: inlet })
  }
  return undefined
}

function reachesSource(wiring: Wiring, lead: PlacedPort, seen: ReadonlySet<string>): boolean {
  if (seen.has(lead.key)) return false
  const upstream = upstreamOf(wiring, lead.ref)
  const usb = upstream?.facts.all.usb.find(({ down }) => down.includes(upstream.port.id))
  if (upstream === undefined || usb === undefined) return false
  const next = upLead(wiring, upstream.item.id, usb)
  return next === undefined || reachesSource(wiring, next, new Set([...seen, lead.key]))
}

/** A hub lives on its upstream port unless a supply lead of its own brings it 5 V. */
function isBusPowered(wiring: Powered, itemId: string, usb: RelationOf<'usb'>): boolean {
  if (usb.up === undefined) return false
  const feeds = wiring.factsOfItem(itemId).all.powers.flatMap((powers) => (powers.rail === '5v' ? powers.feeds : []))
  return !feeds.some((portId) => portId !== usb.up && railsReaching(wiring, { itemId, portId }, '5v').length > 0)
}

/** Whether a box needs its program, and the lead by which it gets it is loose though it does not have to be plugged in. */
export function missesProgram(harness: Chosen, lead: PlacedPort): boolean {
  const isUsb = lead.facts.all.usb.some(({ up }) => up === lead.port.id)
  if (programmed(lead.facts) === undefined || !isUsb || lead.port.need !== 'optional') return false
  return harness.threadsAt(lead.ref).length === 0 && !isPutAside(harness, lead.item.id)
}

/** The USB tree: every device with its way up, and every port with its load in mA. */
export function deriveUsb(wiring: Powered): Usb {
  const devices = wiring.items.flatMap((item) =>
    wiring.factsOfItem(item.id).all.usb.flatMap((usb): readonly UsbDevice[] => {
      const lead = upLead(wiring, item.id, usb)
      if (lead === undefined) return []
      const isThreaded = wiring.threadsAt(lead.ref).length > 0
      return [{ lead, usb, isThreaded, reaches: isThreaded && reachesSource(wiring, lead, new Set()) }]
    }),
  )
  const byPort = listBy(
    devices.flatMap((device): (readonly [PortKey, UsbDevice])[] => {
      const upstream = upstreamOf(wiring, device.lead.ref)
      return upstream === undefined ? [] : [[upstream.key, device]]
    }),
  )
  /** Draws of a device and of all that lives on its upstream port because it is a hub without a supply. */
  const drawsOf = ({ lead, usb }: UsbDevice, seen: ReadonlySet<string>): readonly (number | undefined)[] => {
    const own = usb.drawMilliamps?.value
    if (usb.down.length === 0 || !isBusPowered(wiring, lead.item.id, usb) || seen.has(lead.key)) return [own]
    const behind = usb.down.flatMap((portId) => byPort.get(portKey({ itemId: lead.item.id, portId })) ?? [])
    return [own, ...behind.flatMap((device) => drawsOf(device, new Set([...seen, lead.key])))]
  }
  const drawOf = (device: UsbDevice): UsbDraw => {
    const draws = drawsOf(device, new Set())
    const knownMilliamps = draws.reduce<number>((total, milliamps) => total + (milliamps ?? 0), 0)
    const milliamps = draws.includes(undefined) ? undefined : knownMilliamps
    return { device, laneCount: device.lead.port.lanes?.count ?? 1, milliamps, knownMilliamps }
  }
  const ports = wiring.items.flatMap((item) =>
    wiring.factsOfItem(item.id).all.usb.flatMap((usb) =>
      usb.down.flatMap((portId): readonly UsbPort[] => {
        const placed = wiring.port({ itemId: item.id, portId })
        const hanging = byPort.get(placed.key) ?? []
        if (hanging.length === 0) return []
        const draws = hanging.map(drawOf)
        const laneCount = placed.port.lanes?.count ?? 1
        const each = isBusPowered(wiring, item.id, usb) ? BUS_POWERED_PORT_MILLIAMPS : FULL_PORT_MILLIAMPS
        const mostMilliamps = usb.portMilliamps?.value ?? each * laneCount
        return [
          {
            placed,
            devices: hanging,
            draws,
            knownMilliamps: draws.reduce((total, { knownMilliamps }) => total + knownMilliamps, 0),
            unknownCount: draws.filter(({ milliamps }) => milliamps === undefined).length,
            mostMilliamps,
            laneMilliamps: mostMilliamps / laneCount,
          },
        ]
      }),
    ),
  )
  return { devices, ports }
}
