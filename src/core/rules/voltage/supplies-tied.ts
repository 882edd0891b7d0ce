import type { Harness } from '../../operate/harness'
import { sharedSupplies, type SharedSupply } from '../../structure/power/supplies'
import { RAIL_VOLTS } from '../../physics/amps'
import { groupBy } from '../../units/group'
import { unplugsAt } from '../engine/mend'
import { defineRule, type Mend } from '../engine/rule'

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
      consequence: 'damage',
      text: '{sources} are tied together at {rails}: several supplies push against each other. Leave one of them and unplug the rest.',
    },
  },
  check: (harness, say) => {
    const shared = sharedSupplies(harness, harness.nets)
    const refsOf = ({ sources }: SharedSupply) => sources.map(({ ref }) => ref)
    const fed = shared.filter(({ originIds }) => originIds.length < 2).map(() => say.holds())
    // Judged rail by rail; the same plugs on several rails are one thing to do.
    const tied = groupBy(
      shared.filter(({ originIds }) => originIds.length > 1),
      ({ sources }) => sources.map(({ key }) => key).join(' '),
    )
    const told = [...tied.values()].map((supplies) => {
      const at = refsOf(supplies[0]!)
      const rails = supplies.map(({ rail }) => `${RAIL_VOLTS[rail]} V`)
      return say.found('tied', at, { sources: at.map((ref) => harness.name(ref)), rails })
    })
    return [...fed, ...told]
  },
  mends: (harness: Harness, finding): readonly Mend[] => finding.at.flatMap((ref) => unplugsAt(harness, ref)),
})
