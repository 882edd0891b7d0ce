import type { Harness } from '../harness/derive'
import { sharedSupplies } from '../harness/supplies'
import { RAIL_VOLTS } from '../physics/amps'
import { unplugsAt } from './mend'
import { defineRule, type Mend } from './rule'

/** Copper that two supplies push onto at once. */
export const suppliesTied = defineRule({
  id: 'supplies-tied',
  group: 'voltage',
  what: 'No piece of copper gets its supply from two sources, but for an extra feed of a row from the same supply.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['thread'],
  messages: {
    tied: {
      severity: 'stop',
      text: '{sources} are tied together ({rails}): two supplies push against each other. Unplug one of them.',
    },
  },
  check: (harness, say) =>
    sharedSupplies(harness, harness.nets).map(({ rails, sources, originIds }) => {
      const at = sources.map(({ ref }) => ref)
      if (originIds.length < 2) return say.holds(at)
      const params = {
        sources: at.map((ref) => harness.name(ref)),
        rails: rails.map((rail) => `${RAIL_VOLTS[rail]} V`),
      }
      return say.found('tied', at, params)
    }),
  mends: (harness: Harness, finding): readonly Mend[] => finding.at.flatMap((ref) => unplugsAt(harness, ref)),
})
