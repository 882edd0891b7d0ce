import type { Harness } from '../../operate/harness'
import { fittingOf, radiatorAt, type Fitting } from '../../structure/place/fits'
import { isFan, isSitting, type Sitting } from '../../structure/place/places'
import { defineRule, type Outcome, type Say } from '../engine/rule'
import { onThings } from '../engine/subject'

const MESSAGES = {
  wrongSize: {
    severity: 'stop',
    text: '{thing} is for {sizeMm}, but {panel} takes {mountMm} there. Use another one, or another layout of that panel.',
  },
  noRadiator: {
    severity: 'stop',
    text: '{thing} is a radiator, but {panel} holds fans alone in this layout. Use its layout for a radiator, or another panel.',
  },
  tooLong: {
    severity: 'stop',
    text: '{thing} is {fanCount} {fanCount|fan|fans} long, but {panel} has room for {placeCount} from there on. Begin further along, or use another panel.',
  },
  tooThick: {
    severity: 'stop',
    text: '{things} {things|is|are} {thickMm} thick{things|| together}, but {panel} has {depthMm} free. Use {things|a thinner one|thinner ones}, or another panel.',
  },
  taken: {
    severity: 'stop',
    text: '{things} {things|sits|sit} in one place of {panel}. Give each a place of its own.',
  },
  twoLayouts: {
    severity: 'stop',
    text: '{panel} would hold two layouts at once ({things}); its rails take one at a time. Choose one of them.',
  },
  unknown: {
    severity: 'unknown',
    text: 'Whether {thing} fits {panel} is open: its size, a thickness or the depth free there is not known. Measure it.',
  },
} as const

function judge(harness: Harness, everything: readonly Sitting[], one: Sitting, say: Say<typeof MESSAGES>): Outcome {
  const thing = one.item.mark
  const panel = one.mounted.panel.name
  const fitting = fittingOf(everything, one)
  const marks = (things: readonly Sitting[]) => things.map(({ item }) => item.mark)
  const about = (outcome: Outcome, things: readonly Sitting[] = [one]) =>
    onThings(
      harness,
      things.map(({ item }) => item.id),
      outcome,
    )
  switch (fitting.is) {
    case 'fits':
      return about(say.holds())
    case 'open':
      return about(say.found('unknown', [], { thing, panel }))
    case 'wrongSize': {
      const { sizeMm, mountMm } = fitting
      return about(say.found('wrongSize', [], { thing, panel, sizeMm, mountMm }))
    }
    case 'noRadiator':
      return about(say.found('noRadiator', [], { thing, panel }))
    case 'tooLong': {
      const { fanCount, placeCount } = fitting
      return about(say.found('tooLong', [], { thing, panel, fanCount, placeCount }))
    }
    case 'tooThick': {
      const { things, thickMm, depthMm } = fitting
      return about(say.found('tooThick', [], { things: marks(things), thickMm, panel, depthMm }), things)
    }
    case 'taken':
    case 'twoLayouts':
      return about(say.found(fitting.is, [], { things: marks(fitting.things), panel }), fitting.things)
    default:
      return fitting satisfies never
  }
}

const MISFITS: readonly Fitting['is'][] = ['wrongSize', 'noRadiator', 'tooLong', 'tooThick']

/** Whether a fan only shares the fault of the radiator that it sits on, which tells it for all of them. */
function isToldByRadiator(everything: readonly Sitting[], one: Sitting): boolean {
  const radiator = isFan(one.facts) ? radiatorAt(everything, one.mounted) : undefined
  if (radiator === undefined || !MISFITS.includes(fittingOf(everything, radiator).is)) return false
  return MISFITS.includes(fittingOf(everything, one).is)
}

/** What several things say of one another is told once. */
function once(outcomes: readonly Outcome[]): readonly Outcome[] {
  const told = new Set<string>()
  return outcomes.filter((outcome) => {
    if (!('messageId' in outcome)) return true
    const text = JSON.stringify(outcome)
    const isNew = !told.has(text)
    told.add(text)
    return isNew
  })
}

/** A fan that does not go where it is drawn is found out with the screws in hand. */
export const fanFits = defineRule({
  id: 'fan-fits',
  group: 'place',
  what: 'Every fan and radiator fits its place: the size that the layout takes, the depth that is free, one layout of a panel at a time.',
  source: 'the figures of case and fan',
  reads: ['part.mechanical.sizeMm', 'part.mechanical.thicknessMm', 'part.panels.depthMm'],
  asksOnly: ['places.mount'],
  messages: MESSAGES,
  check: (harness, say) => {
    const all = harness.places().filter(isSitting)
    return once(
      harness
        .places()
        .map((placed) =>
          isSitting(placed) && !isToldByRadiator(all, placed) ? judge(harness, all, placed, say) : say.notApplicable(),
        ),
    )
  },
  mends: () => [],
})
