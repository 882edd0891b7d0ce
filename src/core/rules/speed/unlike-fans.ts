import { chosenFor } from '../../build/groups'
import type { Harness } from '../../operate/harness'
import { defineRule } from '../engine/rule'

const partsOf = (harness: Harness, itemIds: readonly string[]) =>
  [...new Set(itemIds.map((itemId) => harness.factsOfItem(itemId).part.name))].toSorted()

/** Different models by one command: different flow and noise. */
export const unlikeFans = defineRule({
  id: 'unlike-fans',
  group: 'speed',
  what: 'Fans on one signal are of one model, as far as the choice asks for it.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['thread'],
  messages: {
    unlike: {
      severity: 'note',
      text: '{port} rules unlike fans by one signal: {models}. Flow and noise differ at the same command; nothing is wrong with that if you know it.',
    },
    unlikeAgainstChoice: {
      severity: 'warning',
      text: '{port} rules unlike fans by one signal: {models}. Your choice is to match all fans. Move one kind to another signal, or choose to mix.',
    },
  },
  check: (harness, say) =>
    harness.speed().heads.map(({ at: head, commands }) => {
      const fans = commands.filter(({ motor }) => motor.pump !== true)
      const at = [head, ...fans.map((command) => command.at)]
      const schools = fans.map((fan) => chosenFor(harness.build, fan.at.itemId, ({ models }) => models)?.wanted)
      if (fans.length < 2 || schools.every((school) => school === 'mix')) return say.notApplicable()
      const models = partsOf(
        harness,
        fans.map((command) => command.at.itemId),
      )
      if (models.length === 1) return say.holds()
      const messageId = schools.includes('match') ? 'unlikeAgainstChoice' : 'unlike'
      return say.found(messageId, at, { port: harness.name(head), models })
    }),
  mends: () => [],
})
