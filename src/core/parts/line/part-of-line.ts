import { formatAmps } from '../../units/format'
import type { Part } from '../schema'
import { THING_WORDS, type Draft, type Slot } from './draft'
import { isLit, isTwelveVolts, makeOf } from './make-of-draft'
import { readLine } from './read'
import type { LineFault, Reading, Span } from './state'

/** A part that a line was taken for, to be confirmed. */
export interface LinePart {
  readonly count: number
  readonly part: Part
}

/** What became of one part of a typed line: understood stretches, faults, and where there are none the part. */
export interface LineResult {
  readonly spans: readonly Span[]
  readonly faults: readonly LineFault[]
  /** What the line left open and how it was taken, one sentence each. */
  readonly assumed: readonly string[]
  readonly made: LinePart | undefined
}

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
function assumedOf(reading: Reading, draft: Draft): readonly string[] {
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
      draft.isTachOnly !== true && fanPlug(draft),
      openDraw(draft),
      draft.isTachOnly === true && 'a SATA supply lead: its fan plug holds the tach wire alone',
    ],
    splitter: [draft.control === undefined && 'one leg that reports its speed, the first', openLength(draft)],
    hub: [
      'one outlet that reports, the first',
      draft.isPowered !== true && draft.feed === undefined && 'no supply of its own: say “sata” where it has one',
      (draft.isPowered === true || draft.feed !== undefined) &&
        draft.rulesVolts !== true &&
        'nobody has said whether it rules 3-pin fans: say “dc” where it does',
    ],
    extension: [openLength(draft)],
    handBox: ['a SATA supply lead'],
    usbHub: [draft.isPowered !== true && draft.feed === undefined && 'no supply of its own'],
  }
  const about = of[draft.thing!]
  return about.filter((text) => text !== false)
}

/** Faults that only the whole shows: what a thing cannot do without, and figures that do not go together. */
function wholeFaults({ draft, places }: Reading, end: number): readonly LineFault[] {
  const at = (slot: Slot) => places.get(slot) ?? { from: end, to: end }
  const faults: LineFault[] = []
  const say = (slot: Slot, message: string) => faults.push({ from: at(slot).from, to: at(slot).to, message })
  if (draft.control === 'addressable' && draft.volts === 12)
    say(
      'volts',
      'Lights of which each LED is set by itself take 5 V, not 12 V: read the plug again, since 12 V destroys them.',
    )
  if (draft.thing === 'fan' && draft.volts === 5 && !isLit(draft))
    say('volts', 'A motor of 5 V is more than one line can tell: write the part out, and never plug it into 12 V.')
  if (draft.control === 'oneColour' && draft.volts === 5)
    say('volts', 'Strips of one colour with four pins take 12 V: read the plug again.')
  if (
    draft.thing === 'strip' &&
    draft.control === undefined &&
    draft.volts === undefined &&
    draft.pinCount === undefined
  ) {
    say(
      'thing',
      'Say whether it takes 5 V (three pins, each LED by itself) or 12 V (four pins, one colour): the two must never be mixed up.',
    )
  }
  if (draft.amps !== undefined && draft.watts !== undefined) say('watts', 'Amps and watts of one motor: leave one out.')
  if (draft.litLedCount !== undefined && draft.ledCount === undefined)
    say('litLedCount', 'Say how many LEDs the data counts, too: “18 leds 36 lit”.')
  const countsOutlets =
    draft.thing === 'splitter' || draft.thing === 'hub' || draft.thing === 'handBox' || draft.thing === 'usbHub'
  if (countsOutlets && draft.outletCount === undefined)
    say('outletCount', `Say how many outlets the ${THING_WORDS[draft.thing!]} has: “3 legs”, “8 outlets”.`)
  return faults
}

/** A strip of three pins takes 5 V and one of four pins 12 V, where nothing else was said. */
function withControl({ draft }: Reading): Draft {
  if (draft.thing !== 'strip' || draft.control !== undefined) return draft
  const isTwelve = draft.volts === 12 || (draft.volts === undefined && draft.pinCount === 4)
  return { ...draft, control: isTwelve ? 'oneColour' : 'addressable' }
}

/** The parts of a typed line, each with what was understood, what was assumed and what cannot be right. `idOf` names them. */
export function partsOfLine(text: string, idOf: (index: number) => string): readonly LineResult[] {
  return readLine(text).map((reading, index): LineResult => {
    const { spans } = reading
    const end = Math.max(0, ...spans.map(({ to }) => to), ...reading.faults.map(({ to }) => to))
    const draft = withControl(reading)
    const { thing } = draft
    const faults = [...reading.faults, ...(thing === undefined ? [] : wholeFaults(reading, end))]
    if (thing === undefined || faults.length > 0) return { spans, faults, assumed: [], made: undefined }
    const made = { count: draft.count ?? 1, part: makeOf({ ...draft, thing }, idOf(index)) }
    return { spans, faults, assumed: assumedOf(reading, draft), made }
  })
}
