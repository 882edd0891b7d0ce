import { FAMILY_FACTS } from '../../parts/connectors'
import type { Misfit } from '../../parts/mating'
import { unplugsAt, movesOf } from '../engine/mend'
import { defineRule } from '../engine/rule'

/** What other rules say, or nobody. */
const OTHER_RULES: readonly Misfit[] = ['none', 'otherSupply', 'sameEnds', 'bothGive', 'bothTake']

/** Connections whose plug is not made for the port. */
export const connectorMates = defineRule({
  id: 'connector-mates',
  group: 'fit',
  what: 'Every plug is of the family, maker, generation and variant that its port is made for.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['thread', 'port.connector'],
  messages: {
    family: {
      severity: 'stop',
      text: '{lead} and {port} do not mate: {leadFamily} against {portFamily}. Choose a port of its own kind, or the adapter for it.',
    },
    maker: {
      severity: 'stop',
      text: '{lead} is a link of {leadMaker}, {port} of {portMaker}: links of different makers do not mate. Use a box of its own maker.',
    },
    generation: {
      severity: 'stop',
      text: '{lead} is of generation {leadGeneration}, {port} of {portGeneration}: they look alike but do not mate. Use a box of its own generation.',
    },
    variant: {
      severity: 'stop',
      text: '{lead} is the variant {leadVariant}, {port} the variant {portVariant}: these must not be joined. Use a port of its own variant.',
    },
    label: {
      severity: 'stop',
      text: 'Nobody has said what plug {lead} or {port} is: do not plug it. Find out first, then name both.',
    },
  },
  check: (harness, say) =>
    harness.threads.map((thread) => {
      const { misfit } = harness.fit(thread)
      const at = [thread.from, thread.to]
      if (OTHER_RULES.includes(misfit)) return say.holds()
      const lead = harness.name(thread.from)
      const port = harness.name(thread.to)
      const from = harness.port(thread.from).port.connector
      const to = harness.port(thread.to).port.connector
      const named = (text: string | undefined) => text ?? 'nobody named'
      switch (misfit) {
        case 'family': {
          const leadFamily = FAMILY_FACTS[from.family].name
          const portFamily = FAMILY_FACTS[to.family].name
          return say.found('family', at, { lead, port, leadFamily, portFamily })
        }
        case 'maker': {
          const makers = { leadMaker: named(from.maker), portMaker: named(to.maker) }
          return say.found('maker', at, { lead, port, ...makers })
        }
        case 'generation': {
          const generations = { leadGeneration: named(from.generation), portGeneration: named(to.generation) }
          return say.found('generation', at, { lead, port, ...generations })
        }
        case 'variant': {
          const variants = { leadVariant: named(from.variant), portVariant: named(to.variant) }
          return say.found('variant', at, { lead, port, ...variants })
        }
        case 'label':
          return say.found('label', at, { lead, port })
        default:
          return say.holds()
      }
    }),
  mends: (harness, finding) => {
    const [lead] = finding.at
    return lead === undefined ? [] : [...movesOf(harness, lead), ...unplugsAt(harness, lead)]
  },
})
