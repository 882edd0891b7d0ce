import type { Origin } from '../../schema/schema-kit'
import type { Part, Port, Relation } from '../schema'
import {
  base,
  drawFigures,
  FAN_LEG_WIRES,
  figureOf,
  giving,
  lead,
  LINK_WIRES,
  numbered,
  SATA_WIRES,
  taking,
  USB_WIRES,
  type Draw,
  type Link,
  type Named,
} from './kit'

interface LinkFan extends Named, Draw {
  readonly link: Link
  readonly sizeMm: number
  readonly lengthMm?: number
  readonly gaugeAwg?: number
  readonly ledCount?: number
  readonly litLedCount?: number
  readonly whiteMilliamps?: number
  /** Frames that clip together have live contacts at the free end. */
  readonly clips?: boolean
}

function linkLight(fan: LinkFan, origin: Origin): readonly Relation[] {
  if (fan.ledCount === undefined) return []
  return [
    {
      type: 'light',
      id: 'light',
      zone: 'rim',
      rail: '5v',
      input: 'link',
      output: 'linkOut',
      control: 'eachLed',
      addressedLedCount: figureOf(fan.ledCount, origin),
      litLedCount: figureOf(fan.litLedCount ?? fan.ledCount, origin),
      ...(fan.whiteMilliamps === undefined ? {} : { whiteMilliampsPerLed: figureOf(fan.whiteMilliamps, origin) }),
    },
  ]
}

/** A fan on a maker's link, that passes power, speed and light on to the next by its clip or tail. */
export function makeLinkFan(fan: LinkFan): Part {
  const origin = fan.origin ?? 'label'
  const plug = taking(
    'link',
    'link lead',
    { family: 'maker-link', wires: LINK_WIRES },
    { need: 'required', leadId: 'link' },
  )
  const tail = giving('linkOut', fan.clips === true ? 'clip' : 'link tail', 'maker-link', LINK_WIRES)
  const shared = ['12v', '5v', 'gnd', 'pwm'] as const
  return {
    ...base(fan, 'fan', 'F'),
    leads: [
      {
        ...lead('link', fan.lengthMm, origin),
        ...(fan.gaugeAwg === undefined ? {} : { gaugeAwg: figureOf(fan.gaugeAwg, origin) }),
      },
    ],
    ports: [
      { ...plug, connector: { ...plug.connector, ...fan.link } },
      {
        ...tail,
        connector: { ...tail.connector, ...fan.link },
        need: 'onward',
        ...(fan.clips === true ? { bareContacts: true } : {}),
      },
    ],
    inside: [
      { type: 'joins', ports: ['link', 'linkOut'], wires: shared },
      { type: 'motor', id: 'motor', port: 'link', rail: '12v', ...drawFigures(fan, origin) },
      ...linkLight(fan, origin),
    ],
    mechanical: { sizeMm: figureOf(fan.sizeMm, origin) },
  }
}

/** A lead from the supply into the last tail of a maker's row, for rows that are longer than their outlet feeds alone. */
export function makeRowFeed(
  feed: Named & { readonly link: Link; readonly lengthMm?: number; readonly gaugeAwg?: number },
): Part {
  const origin = feed.origin ?? 'label'
  const wires = ['12v', '5v', 'gnd'] as const
  const end = taking('end', 'row end', { family: 'maker-link', wires }, { need: 'required', leadId: 'end' })
  return {
    ...base(feed, 'cable', 'X'),
    leads: ['end', 'supply'].map((id) => lead(id, feed.lengthMm, origin, feed.gaugeAwg)),
    ports: [
      { ...end, connector: { ...end.connector, ...feed.link } },
      taking(
        'supply',
        'supply lead',
        { family: 'sata-power', wires: SATA_WIRES },
        { need: 'required', leadId: 'supply' },
      ),
    ],
    inside: [{ type: 'joins', ports: ['end', 'supply'], wires }],
  }
}

/**
 * A lead that parts one USB header: plain wires to two plugs with one port each. No hub: what hangs there draws straight
 * from the header.
 */
export function makeUsbSplitter(splitter: Named & { readonly lengthMm?: number }): Part {
  const out = (id: string, name: string): Port => ({
    ...giving(id, name, 'usb2-9pin', USB_WIRES),
    lanes: { count: 1, covers: 1 },
    lead: { leadId: 'lead' },
  })
  return {
    ...base(splitter, 'splitter', 'U'),
    leads: [lead('lead', splitter.lengthMm, splitter.origin ?? 'label')],
    ports: [
      {
        ...taking('in', 'header lead', { family: 'usb2-9pin', wires: USB_WIRES }, { need: 'required', leadId: 'lead' }),
        lanes: { count: 2, covers: 2 },
      },
      out('out1', 'port 1'),
      out('out2', 'port 2'),
    ],
    inside: [{ type: 'joins', ports: ['in', 'out1', 'out2'], wires: USB_WIRES }],
  }
}

/** A hub that makes more USB headers out of one, with or without a supply lead of its own. */
export function makeUsbHub(
  hub: Named & { readonly headerCount: number; readonly drawMilliamps?: number; readonly hasSupply?: boolean },
): Part {
  const origin = hub.origin ?? 'manual'
  const outs = numbered(hub.headerCount, 'out')
  return {
    ...base(hub, 'hub', 'U'),
    leads: [{ id: 'usb' }, { id: 'supply' }],
    ports: [
      taking('usb', 'USB lead', { family: 'usb2-9pin', wires: USB_WIRES }, { need: 'required', leadId: 'usb' }),
      ...(hub.hasSupply === true
        ? [
            taking(
              'supply',
              'supply lead',
              { family: 'sata-power', wires: SATA_WIRES },
              { need: 'required', leadId: 'supply' },
            ),
          ]
        : []),
      ...outs.map((id, index): Port => ({
        ...giving(id, `header ${index + 1}`, 'usb2-9pin', USB_WIRES),
        lanes: { count: 2, covers: 2 },
      })),
    ],
    inside: [
      ...(hub.hasSupply === true
        ? [{ type: 'powers', feeds: ['supply'], rail: '5v', outlets: outs, unfed: { then: 'dead' } } as const]
        : []),
      {
        type: 'usb',
        up: 'usb',
        down: outs,
        ...(hub.drawMilliamps === undefined ? {} : { drawMilliamps: figureOf(hub.drawMilliamps, origin) }),
      },
    ],
  }
}

/** A fan hub whose legs all lack PWM, as found in cases: fixed speed, its own supply. */
export function makeFixedHub(hub: Named & { readonly outletCount: number; readonly mostAmps?: number }): Part {
  const origin = hub.origin ?? 'manual'
  const outlets = numbered(hub.outletCount, 'out')
  return {
    ...base(hub, 'hub', 'H'),
    leads: [{ id: 'supply' }],
    ports: [
      taking(
        'supply',
        'supply lead',
        { family: 'sata-power', wires: SATA_WIRES },
        { need: 'required', leadId: 'supply' },
      ),
      ...outlets.map((id, index) =>
        giving(
          id,
          `outlet ${index + 1}`,
          'fan-4pin',
          FAN_LEG_WIRES.filter((wire) => wire !== 'pwm'),
        ),
      ),
    ],
    inside: [
      { type: 'powers', feeds: ['supply'], rail: '12v', outlets, unfed: { then: 'dead' } },
      ...(hub.mostAmps === undefined
        ? []
        : [
            {
              type: 'limit',
              ports: outlets,
              holds: 'together',
              rail: '12v',
              mostAmps: figureOf(hub.mostAmps, origin),
            } as const,
          ]),
    ],
  }
}
