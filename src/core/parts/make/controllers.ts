import type { Figure, Origin } from '../../schema/schema-kit'
import type { Part, Port, Relation, RelationOf } from '../schema'
import {
  base,
  FAN_WIRES,
  figureOf,
  giving,
  lead,
  LIGHT_5V_WIRES,
  LINK_WIRES,
  numbered,
  PCIE_WIRES,
  PERIPHERAL_WIRES,
  SATA_WIRES,
  taking,
  USB_WIRES,
  type Link,
  type Named,
} from './kit'

/** A box with a brain of its own: it drives fans, lights or a maker's links, from its own supply, by its own program. */
export interface Controller extends Named {
  readonly feedCount?: number
  readonly feed?: 'sata-power' | 'peripheral-4pin' | 'pcie-6pin'
  /** A box that makes the 5 V of its lights out of 12 V, at this efficiency where it is stated. */
  readonly makes5V?: { readonly efficiencyPercent?: number }
  readonly fanOutletCount?: number
  readonly lightOutletCount?: number
  readonly linkOutletCount?: number
  readonly link?: Link
  /** Inputs from the board, each with the setting that makes the box follow it. */
  readonly speedSync?: string
  readonly lightSync?: string
  readonly usb?: { readonly need: 'required' | 'optional'; readonly drawMilliamps?: number }
  /** Length of each of its leads. */
  readonly leadMm?: number
  readonly needsProgram?: boolean
  /** What it does while its program tells it nothing. */
  readonly alone?: RelationOf<'drives'>['alone']
  readonly program?: Part['program']
  readonly waitsForTach?: boolean
  readonly lightsTogether?: boolean
  /** Models that its program knows, with the LEDs of one unit. */
  readonly models?: readonly (readonly [name: string, ledCount: number])[]
  readonly staggerMs?: number
  /** What its own preset lets the fan turn at most whose report it reads. */
  readonly presetMostRpm?: number
  readonly mostAmps?: number
  readonly mostAmpsEach?: number
  readonly mostLightAmpsEach?: number
  readonly mostLedCount?: number
  readonly mostDevicesEach?: number
  readonly mostDevices?: number
  readonly mostOfVariant?: { readonly variant: string; readonly count: number }
  readonly extraFeedAbove?: number
  readonly cascade?: {
    readonly by: 'switches' | 'bridge' | 'either'
    readonly most?: number
    readonly family?: string
    readonly switchCount?: number
  }
}

function inputsOf(box: Controller): readonly Port[] {
  const feed = box.feed ?? 'sata-power'
  const feedWires = { 'sata-power': SATA_WIRES, 'peripheral-4pin': PERIPHERAL_WIRES, 'pcie-6pin': PCIE_WIRES }[feed]
  const feeds = numbered(box.feedCount ?? 1, 'supply')
  return [
    ...feeds.map((id, index) =>
      taking(
        id,
        feeds.length === 1 ? 'supply lead' : `supply lead ${index + 1}`,
        { family: feed, wires: feedWires },
        { need: 'required', leadId: id },
      ),
    ),
    ...(box.usb === undefined
      ? []
      : [taking('usb', 'USB lead', { family: 'usb2-9pin', wires: USB_WIRES }, { need: box.usb.need, leadId: 'usb' })]),
    ...(box.speedSync === undefined
      ? []
      : [
          taking(
            'speedSync',
            'speed sync lead',
            { family: 'fan-4pin', wires: ['gnd', 'pwm'] },
            { need: 'optional', leadId: 'speedSync' },
          ),
        ]),
    ...(box.lightSync === undefined
      ? []
      : [
          taking(
            'lightSync',
            'light sync lead',
            { family: 'argb-3pin', wires: ['data', 'gnd'] },
            { need: 'optional', leadId: 'lightSync' },
          ),
        ]),
  ]
}

type FigureKey =
  | 'mostAmps'
  | 'mostLedCount'
  | 'mostDeviceCount'
  | 'extraFeedAboveCount'
  | 'drawMilliamps'
  | 'staggerMs'
  | 'presetMostRpm'
  | 'mostBoxCount'
  | 'switchCount'

function stated(key: FigureKey, value: number | undefined, origin: Origin): Partial<Record<FigureKey, Figure>> {
  return value === undefined ? {} : { [key]: figureOf(value, origin) }
}

interface Outlets {
  readonly fans: readonly string[]
  readonly lights: readonly string[]
  readonly links: readonly string[]
}

/** From the first supply lead to one outlet. */
const conversion = (
  { efficiencyPercent }: NonNullable<Controller['makes5V']>,
  outlet: string,
  origin: Origin,
): Relation => ({
  type: 'converts',
  from: { portId: 'supply1', wire: '12v' },
  to: { portId: outlet, wire: '5v' },
  ...(efficiencyPercent === undefined ? {} : { efficiencyPercent: figureOf(efficiencyPercent, origin) }),
})

function commandsOf(box: Controller, { fans, lights, links }: Outlets, origin: Origin): readonly Relation[] {
  const motors = [...fans, ...links]
  const lit = [...lights, ...links]
  const brain = {
    ...(box.needsProgram === undefined ? {} : { needsProgram: box.needsProgram }),
    ...(box.alone === undefined ? {} : { alone: box.alone }),
    ...(box.waitsForTach === undefined ? {} : { waitsForTach: box.waitsForTach }),
  }
  const drives = (signal: 'speed' | 'light', outlets: readonly string[]): Relation[] => {
    if (outlets.length === 0) return []
    const together = signal === 'light' && box.lightsTogether === true
    const own =
      signal === 'speed'
        ? { ...stated('staggerMs', box.staggerMs, origin), ...stated('presetMostRpm', box.presetMostRpm, origin) }
        : box.models === undefined
          ? {}
          : { models: box.models.map(([name, ledCount]) => ({ name, ledCount })) }
    return [{ type: 'drives', signal, outlets, together, ...brain, ...own }]
  }
  const follows = (signal: 'speed' | 'light', setting: string | undefined, outlets: readonly string[]): Relation[] =>
    setting === undefined ? [] : [{ type: 'follows', signal, input: `${signal}Sync`, outlets, setting }]
  const feeds = numbered(box.feedCount ?? 1, 'supply')
  const powers = (rail: '12v' | '5v', outlets: readonly string[]): Relation[] =>
    outlets.length === 0 ? [] : [{ type: 'powers', feeds, rail, outlets, unfed: { then: 'dead' } }]
  return [
    ...powers('12v', motors),
    ...(box.makes5V === undefined ? powers('5v', lit) : lit.map((outlet) => conversion(box.makes5V!, outlet, origin))),
    ...drives('speed', motors),
    ...drives('light', lit),
    ...follows('speed', box.speedSync, motors),
    ...follows('light', box.lightSync, lit),
  ]
}

function limitsOf(box: Controller, { fans, lights, links }: Outlets, origin: Origin): readonly Relation[] {
  const motors = [...fans, ...links]
  const limit = (
    ports: readonly string[],
    holds: 'each' | 'together',
    figures: Partial<Record<FigureKey, Figure>>,
    of: { readonly rail?: '12v' | '5v'; readonly service?: 'motor'; readonly variant?: string } = {},
  ): Relation[] =>
    ports.length === 0 || Object.keys(figures).length === 0 ? [] : [{ type: 'limit', ports, holds, ...of, ...figures }]
  const of = (key: FigureKey, value: number | undefined) => stated(key, value, origin)
  const kind = box.mostOfVariant
  return [
    ...limit(motors, 'together', of('mostAmps', box.mostAmps), { rail: '12v' }),
    ...limit(motors, 'each', of('mostAmps', box.mostAmpsEach), { rail: '12v' }),
    ...limit([...lights, ...links], 'each', of('mostAmps', box.mostLightAmpsEach), { rail: '5v' }),
    ...limit([...lights, ...links], 'each', of('mostLedCount', box.mostLedCount)),
    ...limit(motors, 'each', of('mostDeviceCount', box.mostDevicesEach), { service: 'motor' }),
    ...limit(motors, 'together', of('mostDeviceCount', box.mostDevices), { service: 'motor' }),
    ...(kind === undefined
      ? []
      : limit(links, 'together', of('mostDeviceCount', kind.count), { variant: kind.variant })),
    ...limit(links, 'each', of('extraFeedAboveCount', box.extraFeedAbove)),
  ]
}

function cascadeOf({ cascade }: Controller, origin: Origin): readonly Relation[] {
  if (cascade === undefined) return []
  return [
    {
      type: 'cascade',
      by: cascade.by,
      ports: cascade.by === 'switches' ? [] : ['bridge'],
      ...(cascade.family === undefined ? {} : { family: cascade.family }),
      ...stated('mostBoxCount', cascade.most, origin),
      ...stated('switchCount', cascade.switchCount, origin),
    },
  ]
}

/** A box as `Controller` describes it; outlets are `fan1`, `light1` and `link1` onwards, the bridge is `bridge`. */
export function makeController(box: Controller): Part {
  const origin = box.origin ?? 'manual'
  const outlets: Outlets = {
    fans: numbered(box.fanOutletCount ?? 0, 'fan'),
    lights: numbered(box.lightOutletCount ?? 0, 'light'),
    links: numbered(box.linkOutletCount ?? 0, 'link'),
  }
  const inputs = inputsOf(box)
  const hasBridge = box.cascade !== undefined && box.cascade.by !== 'switches'
  return {
    ...base(box, 'controller', 'B'),
    ...(box.program === undefined ? {} : { program: box.program }),
    leads: inputs.map(({ lead: hung }) => lead(hung!.leadId, box.leadMm, origin)),
    ports: [
      ...inputs,
      ...outlets.fans.map((id, index) => giving(id, `fan outlet ${index + 1}`, 'fan-4pin', FAN_WIRES)),
      ...outlets.lights.map((id, index) => giving(id, `light outlet ${index + 1}`, 'argb-3pin', LIGHT_5V_WIRES)),
      ...outlets.links.map((id, index): Port => {
        const outlet = giving(id, `link outlet ${index + 1}`, 'maker-link', LINK_WIRES)
        return { ...outlet, connector: { ...outlet.connector, ...box.link } }
      }),
      ...(hasBridge ? [{ ...giving('bridge', 'bridge', 'other', ['bus']), connector: BRIDGE_SOCKET } as Port] : []),
    ],
    inside: [
      ...commandsOf(box, outlets, origin),
      ...(box.usb === undefined
        ? []
        : [{ type: 'usb', up: 'usb', down: [], ...stated('drawMilliamps', box.usb.drawMilliamps, origin) } as const]),
      ...limitsOf(box, outlets, origin),
      ...cascadeOf(box, origin),
    ],
  }
}

const BRIDGE_LABEL = 'box bridge'
const BRIDGE_SOCKET = { family: 'other', end: 'pins', label: BRIDGE_LABEL } as const

/** The cable between two boxes that cascade: both of its ends go into a bridge. */
export function makeBridgeCable(cable: Named & { readonly lengthMm: number }): Part {
  const end = (id: string, name: string): Port => ({
    id,
    name,
    connector: { family: 'other', end: 'sockets', label: BRIDGE_LABEL },
    wires: ['bus'],
    side: 'takes',
    lead: { leadId: 'cable' },
    need: 'required',
  })
  return {
    ...base(cable, 'cable', 'X'),
    leads: [lead('cable', cable.lengthMm, cable.origin ?? 'label')],
    ports: [end('a', 'near end'), end('b', 'far end')],
    inside: [{ type: 'joins', ports: ['a', 'b'], wires: ['bus'] }],
  }
}
