import type { Harness } from '../harness/derive'
import { movesTo } from './mend'
import { defineRule } from './rule'

/** The one outlet of a hub or splitter whose tach goes back, left empty. */
export const reportingOutlet = defineRule({
  id: 'reporting-outlet',
  group: 'tach',
  what: 'The outlet that reports speed has a fan on it while the others do.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['reports'],
  messages: {
    empty: {
      severity: 'mind',
      text: '{outlet} is the one that reports speed, and it is empty while others are used: the board reads nothing. Put a fan there.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) => {
      const { all, part } = harness.factsOfItem(item.id)
      const isUsed = (portId: string) => harness.threadsAt({ itemId: item.id, portId }).length > 0
      return all.reports.map(({ outlet, input }) => {
        const ref = { itemId: item.id, portId: outlet }
        const at = [ref]
        const others = part.ports.filter(
          ({ id, side, wires }) => side === 'gives' && id !== outlet && wires.includes('12v') && isUsed(id),
        )
        if (isUsed(outlet)) return say.holds(at)
        if (others.length === 0 || !isUsed(input)) return say.notApplicable(at)
        return say.found('empty', at, { outlet: harness.name(ref) })
      })
    }),
  mends: (harness: Harness, finding) => {
    const [outlet] = finding.at
    if (outlet === undefined) return []
    const { part } = harness.factsOfItem(outlet.itemId)
    const leads = part.ports.flatMap(({ id, side }) =>
      side === 'gives' ? harness.across({ itemId: outlet.itemId, portId: id }) : [],
    )
    return leads
      .filter(({ port }) => port.wires.includes('tach'))
      .slice(-1)
      .flatMap(({ ref }) => movesTo(harness, ref, outlet))
  },
})
