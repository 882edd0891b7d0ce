import type { Figure } from '../../schema/schema-kit'
import { stated } from '../../units/stated'
import type { Part, Relation, RelationOf } from '../schema'
import type { Draft } from './draft'
import type { Thing } from './words'

function relationOf<T extends Relation['type']>(part: Part, type: T): RelationOf<T> | undefined {
  return part.inside.find((relation): relation is RelationOf<T> => relation.type === type)
}

const valueOf = (figure: Figure | undefined) => figure?.value
const outletsOf = (part: Part) => part.ports.filter(({ side, need }) => side === 'gives' && need !== 'onward')
const familyOf = (part: Part, portId: string) => part.ports.find(({ id }) => id === portId)?.connector.family

function thingOf(part: Part): Thing | undefined {
  switch (part.kind) {
    case 'fan':
      return 'fan'
    case 'light':
      return 'strip'
    case 'cooler':
      return 'pump'
    case 'splitter':
      return 'splitter'
    case 'hub':
      return relationOf(part, 'usb') === undefined ? 'hub' : 'usbHub'
    case 'cable':
      return 'extension'
    case 'controller':
      return 'handBox'
    default:
      return undefined
  }
}

function motorDraft(part: Part): Draft {
  const motor = relationOf(part, 'motor')
  if (motor === undefined) return {}
  return stated({
    amps: valueOf(motor.ratedAmps),
    watts: valueOf(motor.ratedWatts),
    startAmps: valueOf(motor.startAmps),
    leastRpm: valueOf(motor.leastRpm),
    mostRpm: valueOf(motor.mostRpm),
    flowM3PerH: valueOf(motor.flowM3PerH),
    noiseDba: valueOf(motor.noiseDba),
    mostPressurePa: valueOf(motor.mostPressurePa),
    bladeCount: valueOf(motor.bladeCount),
    startDutyPercent: valueOf(motor.startDutyPercent),
    leastDutyPercent: valueOf(motor.leastDutyPercent),
    stopsAtZeroDuty: motor.stopsAtZeroDuty,
    isTachOnly: motor.tachPort === undefined ? undefined : true,
    isOwnPlug:
      part.kind === 'cooler' && part.ports.some(({ connector }) => connector.family === 'maker-link')
        ? true
        : undefined,
  })
}

function lightDraft(part: Part): Draft {
  const light = relationOf(part, 'light')
  if (light === undefined) return {}
  const lit = valueOf(light.litLedCount)
  const count = valueOf(light.addressedLedCount)
  return stated({
    control: light.control === 'eachLed' ? 'addressable' : 'oneColour',
    ledCount: count,
    litLedCount: lit === count ? undefined : lit,
    milliampsPerLed: valueOf(light.whiteMilliampsPerLed),
    lightAmps: valueOf(light.ratedAmps),
    lightWatts: valueOf(light.ratedWatts),
    hasTail: light.output !== undefined,
    ledShape: light.shape === 'points' ? undefined : light.shape,
    rowMm: valueOf(light.shapeMm),
    litFaces: light.litFaces,
    isClockwise: light.isClockwise,
  })
}

function boxDraft(part: Part): Draft {
  const limit = relationOf(part, 'limit')
  const feed = relationOf(part, 'powers')?.feeds[0]
  const family = feed === undefined ? undefined : familyOf(part, feed)
  return stated({
    outletCount: outletsOf(part).length,
    amps: valueOf(limit?.mostAmps),
    ledCount: valueOf(limit?.mostLedCount),
    feed: family === 'sata-power' || family === 'peripheral-4pin' ? family : undefined,
    rulesVolts: { both: true, pwm: false }[String(relationOf(part, 'repeats')?.passes)],
  })
}

const isForLights = (part: Part) => part.ports.some(({ wires }) => wires.includes('data'))

/** The draft that would make a part like this one, if a line or a row can tell it at all; the caller makes it and compares. */
export function draftOfPart(part: Part): (Draft & { readonly thing: Thing }) | undefined {
  const thing = thingOf(part)
  if (thing === undefined) return undefined
  const [lead] = part.leads ?? []
  const plug = part.ports.find(({ connector }) => connector.family === 'fan-3pin' || connector.family === 'fan-4pin')
  const isBox = thing === 'splitter' || thing === 'hub' || thing === 'handBox' || thing === 'usbHub'
  const draft = {
    ...motorDraft(part),
    ...lightDraft(part),
    ...(isBox ? boxDraft(part) : {}),
    ...((thing === 'splitter' || thing === 'extension') && isForLights(part) ? { control: 'addressable' } : {}),
    sizeMm: valueOf(part.mechanical?.sizeMm),
    isReverse: part.mechanical?.blades === 'reverse' ? true : undefined,
    pinCount:
      thing === 'fan' || thing === 'pump'
        ? plug?.connector.family === 'fan-3pin'
          ? plug.wires.includes('tach')
            ? 3
            : 2
          : 4
        : undefined,
    lengthMm: valueOf(lead?.lengthMm),
    gaugeAwg: valueOf(lead?.gaugeAwg),
    priceCents: part.price?.cents,
    currency: part.price?.currency,
  }
  return { ...stated(draft), thing } as Draft & { readonly thing: Thing }
}
