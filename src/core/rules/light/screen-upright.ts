import { screensEdit } from '../../build/choose'
import type { Harness } from '../../operate/harness'
import { screensOf, type PlacedScreen } from '../../light/screens'
import { defineRule, type Mend } from '../engine/rule'

type Turned = PlacedScreen & { readonly rotationDegrees: number }

const isKnown = (placed: PlacedScreen): placed is Turned => placed.rotationDegrees !== undefined

/** A screen turns with its part: its picture has to be turned back in the program. */
export const screenUpright = defineRule({
  id: 'screen-upright',
  group: 'light',
  what: 'Every screen shows its picture upright as its part sits.',
  source: 'geometry of the case; a program that turns by quarters: common practice, no source',
  reads: [],
  asksOnly: ['part.screens', 'places.leadCorner'],
  messages: {
    unset: {
      severity: 'note',
      text: 'As {item} sits, its {screen} shows the picture turned. Set {wantedDegrees} in its program.',
      worse: { wantedDegrees: 'neither' },
    },
    turned: {
      severity: 'warning',
      text: '{item} has its {screen} set to {setDegrees}, but as it sits the picture is upright at {wantedDegrees}. Set that in its program.',
      worse: { setDegrees: 'neither', wantedDegrees: 'neither' },
    },
  },
  check: (harness, say) =>
    screensOf(harness).map((placed) => {
      const { item, screen, said } = placed
      if (!isKnown(placed)) return say.notApplicable()
      const params = { item: item.mark, screen: screen.name.toLowerCase(), wantedDegrees: placed.rotationDegrees }
      const setDegrees = said?.pictureTurns === undefined ? undefined : said.pictureTurns * 90
      if ((setDegrees ?? 0) === placed.rotationDegrees) return say.holds()
      const itemIds = [item.id]
      if (setDegrees === undefined) return { ...say.found('unset', [], params), itemIds }
      return { ...say.found('turned', [], { ...params, setDegrees }), itemIds }
    }),
  mends: (harness, { itemIds = [], params }) =>
    screensOf(harness)
      .filter(({ item, screen }) => itemIds.includes(item.id) && screen.name.toLowerCase() === params['screen'])
      .flatMap((placed) => mendsOf(harness, placed)),
})

function mendsOf(harness: Harness, placed: PlacedScreen): readonly Mend[] {
  if (!isKnown(placed)) return []
  const { item, screen, said, rotationDegrees } = placed
  return [
    {
      messageId: 'turnPicture',
      params: { item: item.mark, screen: screen.name.toLowerCase(), wantedDegrees: rotationDegrees },
      edit: screensEdit(harness.build, item.id, { ...said, screenId: screen.id, pictureTurns: rotationDegrees / 90 }),
    },
  ]
}
