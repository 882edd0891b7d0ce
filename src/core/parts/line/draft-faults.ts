import { isLit } from './make-of-draft'
import { THING_WORDS, type Draft, type Slot } from './draft'

/** What cannot be right about a thing as a whole, and the slot that shows it. */
export interface DraftFault {
  readonly slot: Slot
  readonly message: string
}

const OUTLET_THINGS: readonly Draft['thing'][] = ['splitter', 'hub', 'handBox', 'usbHub']

function lightFaults(draft: Draft): readonly (DraftFault | false)[] {
  return [
    draft.control === 'addressable' &&
      draft.volts === 12 && {
        slot: 'volts',
        message:
          'Lights of which each LED is set by itself take 5 V, not 12 V: read the plug again, since 12 V destroys them.',
      },
    draft.control === 'oneColour' &&
      draft.volts === 5 && {
        slot: 'volts',
        message: 'Strips of one colour with four pins take 12 V: read the plug again.',
      },
    draft.thing === 'strip' &&
      draft.control === undefined &&
      draft.volts === undefined &&
      draft.pinCount === undefined && {
        slot: 'thing',
        message:
          'Say whether it takes 5 V (three pins, each LED by itself) or 12 V (four pins, one colour): the two must never be mixed up.',
      },
    draft.litLedCount !== undefined &&
      draft.ledCount === undefined && {
        slot: 'litLedCount',
        message: 'Say how many LEDs the data counts, too: “18 leds 36 lit”.',
      },
  ]
}

/** What a thing cannot do without, and figures that do not go together. */
export function draftFaults(draft: Draft): readonly DraftFault[] {
  const { thing } = draft
  if (thing === undefined) return []
  const found: readonly (DraftFault | false)[] = [
    thing === 'fan' &&
      draft.volts === 5 &&
      !isLit(draft) && {
        slot: 'volts',
        message: 'A motor of 5 V is more than one line can tell: write the part out, and never plug it into 12 V.',
      },
    ...lightFaults(draft),
    draft.amps !== undefined &&
      draft.watts !== undefined && { slot: 'watts', message: 'Amps and watts of one motor: leave one out.' },
    OUTLET_THINGS.includes(thing) &&
      draft.outletCount === undefined && {
        slot: 'outletCount',
        message: `Say how many outlets the ${THING_WORDS[thing]} has: “3 legs”, “8 outlets”.`,
      },
  ]
  return found.filter((entry) => entry !== false)
}

/** A strip of three pins takes 5 V and one of four pins 12 V, where nothing else was said. */
export function withControl(draft: Draft): Draft {
  if (draft.thing !== 'strip' || draft.control !== undefined) return draft
  const isTwelve = draft.volts === 12 || (draft.volts === undefined && draft.pinCount === 4)
  return { ...draft, control: isTwelve ? 'oneColour' : 'addressable' }
}
