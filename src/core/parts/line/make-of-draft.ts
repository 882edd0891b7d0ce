import type { Origin } from '../../schema/schema-kit'
import { formatAmps } from '../../units/format'
import { stated } from '../../units/stated'
import {
  makeCable,
  makeFan,
  makeFanSplitter,
  makeHandBox,
  makeLightSplitter,
  makePoweredHub,
  makePump,
  makeStrip,
  makeStrip12V,
  makeUsbHub,
} from '../make'
import { FAN_WIRES, LIGHT_5V_WIRES } from '../make/kit'
import type { Part } from '../schema'
import { THING_WORDS, type Draft } from './draft'
import type { Thing } from './words'

const ORIGIN: Origin = 'label'

const named = (draft: Draft, id: string, name: string) =>
  stated({ id, name, origin: ORIGIN, priceCents: draft.priceCents, currency: draft.currency })

const amperes = (amps: number | undefined, watts: number | undefined) =>
  amps !== undefined ? `${formatAmps(amps)} A` : watts !== undefined ? `${watts} W` : undefined

function nameOf(draft: Draft): string {
  const thing =
    draft.thing === 'strip'
      ? isTwelveVolts(draft)
        ? 'one-colour light'
        : 'addressable light'
      : THING_WORDS[draft.thing!]
  const isForLights = draft.control !== undefined && (draft.thing === 'splitter' || draft.thing === 'extension')
  const lightDraw = amperes(draft.lightAmps, draft.lightWatts)
  const words = [
    draft.sizeMm === undefined ? undefined : `${draft.sizeMm} mm`,
    draft.pinCount === undefined || draft.thing === 'strip' ? undefined : `${draft.pinCount}-pin`,
    amperes(draft.amps, draft.watts),
    draft.ledCount === undefined ? undefined : `${draft.ledCount} LEDs`,
    lightDraw === undefined ? undefined : draft.thing === 'fan' ? `lights ${lightDraw}` : lightDraw,
    draft.outletCount === undefined ? undefined : `${draft.outletCount} outlets`,
    draft.isPowered === true || draft.feed !== undefined ? 'own supply' : undefined,
    draft.isReverse === true ? 'reverse blades' : undefined,
    draft.isTachOnly === true ? 'tach-only lead' : undefined,
    draft.isOwnPlug === true ? 'its maker’s own plug' : undefined,
    draft.thing === 'extension' && draft.lengthMm !== undefined ? `${draft.lengthMm} mm` : undefined,
  ].filter((word) => word !== undefined)
  const title = `${isForLights ? 'light ' : ''}${thing}`
  return [`${title[0]!.toUpperCase()}${title.slice(1)}`, ...words].join(', ')
}

/** A light of one colour for all LEDs. */
export const isTwelveVolts = ({ volts, control }: Draft) => volts === 12 || control === 'oneColour'

/** Whether a fan's line speaks of lights at all. */
export const isLit = (draft: Draft) =>
  draft.control !== undefined ||
  draft.ledCount !== undefined ||
  draft.lightAmps !== undefined ||
  draft.lightWatts !== undefined

/** How the LEDs of a light sit, as far as it is said. */
const seatsOf = ({ ledShape: shape, rowMm, litFaces, isClockwise }: Draft) =>
  stated({ shape, rowMm, litFaces, isClockwise })

const ledsOf = (draft: Draft) =>
  stated({
    count: draft.ledCount,
    litCount: draft.litLedCount,
    whiteMilliamps: draft.milliampsPerLed,
    amps: draft.lightAmps,
    watts: draft.lightWatts,
    hasTail: draft.hasTail ?? false,
    ...seatsOf(draft),
  })

type Common = ReturnType<typeof named>
type OutletThing = 'splitter' | 'hub' | 'handBox' | 'usbHub'

/** What counts outlets has their number by now: it is a fault where it was not said. */
const outletsOf = (draft: Draft) => ({ outletCount: draft.outletCount ?? 0 })
const hasSupply = ({ isPowered, feed }: Draft) => isPowered === true || feed !== undefined

function makeStripOf(draft: Draft, common: Common): Part {
  const { lengthMm, gaugeAwg, lightAmps: amps, lightWatts: watts } = draft
  if (!isTwelveVolts(draft)) return makeStrip({ ...common, ...stated({ lengthMm, gaugeAwg }), leds: ledsOf(draft) })
  return makeStrip12V({
    ...common,
    ...stated({ amps, watts, lengthMm, gaugeAwg, hasTail: draft.hasTail ?? false }),
    seats: seatsOf(draft),
  })
}

const BOX_MAKERS: Readonly<Record<OutletThing, (draft: Draft, common: Common) => Part>> = {
  splitter: (draft, common) => {
    const { lengthMm, amps: mostAmps } = draft
    return draft.control === undefined
      ? makeFanSplitter({ ...common, ...stated({ lengthMm, mostAmps }), ...outletsOf(draft) })
      : makeLightSplitter({ ...common, ...stated({ lengthMm }), ...outletsOf(draft) })
  },
  hub: (draft, common) => {
    const { lengthMm, feed, amps: mostAmps } = draft
    if (!hasSupply(draft)) {
      return makeFanSplitter({ ...common, ...stated({ lengthMm, mostAmps }), kind: 'hub', ...outletsOf(draft) })
    }
    const passes = draft.rulesVolts === undefined ? 'unknown' : draft.rulesVolts ? 'both' : 'pwm'
    return makePoweredHub({ ...common, ...stated({ mostAmps, feed }), passes, ...outletsOf(draft) })
  },
  handBox: (draft, common) => {
    const { amps: mostAmps, ledCount: mostLeds } = draft
    return makeHandBox({ ...common, ...stated({ mostAmps, mostLeds }), ...outletsOf(draft) })
  },
  usbHub: (draft, common) =>
    makeUsbHub({ ...common, headerCount: outletsOf(draft).outletCount, hasSupply: hasSupply(draft) }),
}

const MAKERS: Readonly<Record<Thing, (draft: Draft, common: Common) => Part>> = {
  ...BOX_MAKERS,
  fan: (draft, common) => {
    const { thing: _thing, count: _count, pinCount: _pins, ...figures } = draft
    const pins = draft.pinCount === 2 || draft.pinCount === 3 ? draft.pinCount : 4
    return makeFan({ ...common, ...stated(figures), pins, ...(isLit(draft) ? { leds: ledsOf(draft) } : {}) })
  },
  strip: makeStripOf,
  pump: (draft, common) => {
    const { amps, watts, startAmps, mostRpm, lengthMm, isTachOnly, isOwnPlug } = draft
    const pins = draft.pinCount === 3 ? 3 : 4
    return makePump({
      ...common,
      ...stated({ amps, watts, startAmps, mostRpm, lengthMm, isTachOnly, isOwnPlug }),
      pins,
    })
  },
  extension: (draft, common) => {
    const { lengthMm, gaugeAwg } = draft
    const [family, wires] =
      draft.control === undefined ? (['fan-4pin', FAN_WIRES] as const) : (['argb-3pin', LIGHT_5V_WIRES] as const)
    return makeCable({ ...common, ...stated({ lengthMm, gaugeAwg }), from: family, to: family, wires })
  },
}

/** The part that a draft of a thing, without faults, describes. */
export function makeOf(draft: Draft & { readonly thing: Thing }, id: string, name = nameOf(draft)): Part {
  return MAKERS[draft.thing](draft, named(draft, id, name))
}
