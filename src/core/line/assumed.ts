import { formatAmps } from '../units/format'
import type { Draft } from '../parts/line/draft'
import { draftFaults } from '../parts/line/draft-faults'
import { isLit, isTwelveVolts } from '../parts/line/make-of-draft'
import type { LineFault, Reading } from '../parts/line/state'

const fanPlug = (draft: Draft) => draft.pinCount === undefined && 'a 4-pin plug: say “3-pin” where it is not'
const openDraw = (draft: Draft) =>
  draft.amps === undefined && draft.watts === undefined && 'no draw: it stays unknown until you read the label'
const openLength = (draft: Draft) => draft.lengthMm === undefined && 'no lead length: it stays unknown'

/** Amps named behind the lights of a fan could be the lights': they are taken as the motor's, and it is said. */
function motorsOwn({ draft, places }: Reading): string | false {
  const [amps, light] = [places.get('amps'), places.get('ledCount') ?? places.get('control')]
  if (draft.thing !== 'fan' || amps === undefined || light === undefined || amps.from < light.from) return false
  return draft.lightAmps === undefined && `${formatAmps(draft.amps!)} A is what the motor draws, not the lights`
}

/** What the line left open, thing by thing. */
export function assumedOf(reading: Reading, draft: Draft): readonly string[] {
  const lights = [
    draft.hasTail === undefined && 'no tail for a next light: say “chain” where there is one',
    draft.ledCount === undefined &&
      draft.lightAmps === undefined &&
      draft.lightWatts === undefined &&
      !isTwelveVolts(draft) &&
      'no LED count: it stays unknown',
    draft.ledCount !== undefined &&
      draft.milliampsPerLed === undefined &&
      draft.lightAmps === undefined &&
      draft.lightWatts === undefined &&
      'no current of one LED: what the lights draw stays unknown',
    draft.control === undefined && 'lights of which each LED is set by itself, 5 V',
  ]
  const of: Readonly<Record<NonNullable<Draft['thing']>, readonly (string | false)[]>> = {
    fan: [
      draft.sizeMm === undefined && 'no size: it stays unknown',
      fanPlug(draft),
      openDraw(draft),
      openLength(draft),
      ...(isLit(draft) ? lights : []),
      motorsOwn(reading),
    ],
    strip: [
      ...(isTwelveVolts(draft)
        ? [draft.hasTail === undefined && 'no tail for a next light: say “chain” where there is one']
        : lights),
      isTwelveVolts(draft) &&
        draft.lightAmps === undefined &&
        draft.lightWatts === undefined &&
        'no draw: it stays unknown until you read the label',
      openLength(draft),
    ],
    pump: [
      draft.isTachOnly !== true && draft.isOwnPlug !== true && fanPlug(draft),
      openDraw(draft),
      draft.isOwnPlug === true && 'its plug goes into a box of the same maker alone: put that box on the bench too',
      draft.isTachOnly === true && 'a SATA supply lead: its fan plug holds the tach wire alone',
    ],
    splitter: [draft.control === undefined && 'one leg that reports its speed, the first', openLength(draft)],
    hub: [
      'one outlet that reports, the first',
      draft.isPowered !== true && draft.feed === undefined && 'no supply of its own: say “sata” where it has one',
      (draft.isPowered === true || draft.feed !== undefined) &&
        draft.rulesVolts === undefined &&
        'nobody has said whether it rules 3-pin fans: say “dc” where it does, “pwm-only” where not',
    ],
    extension: [openLength(draft)],
    handBox: ['a SATA supply lead'],
    usbHub: [draft.isPowered !== true && draft.feed === undefined && 'no supply of its own'],
  }
  const about = of[draft.thing!]
  return about.filter((text) => text !== false)
}

/** The faults that only the whole shows, at the words that show them. */
export function faultsOf(draft: Draft, { places }: Reading, end: number): readonly LineFault[] {
  return draftFaults(draft).map(({ slot, message }) => {
    const { from, to } = places.get(slot) ?? { from: end, to: end }
    return { from, to, message }
  })
}
