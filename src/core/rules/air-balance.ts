import { airBalance } from '../places/flow'
import { defineRule } from './rule'
import { anyPortOf } from './subject'

/** Air in against air out, by rated free flow at full speed: an indication, and said to be one. */
export const airBalanceRule = defineRule({
  id: 'air-balance',
  group: 'place',
  what: 'About as much air comes into the case as goes out; more in keeps dust out, more out draws it in.',
  source: 'common practice, no source: within 15 % is about even',
  reads: ['motor.flowM3PerH'],
  asksOnly: ['places.mount'],
  messages: {
    over: {
      severity: 'note',
      text: 'By rated flow {inM3PerH} come in and {outM3PerH} go out: the case runs over pressure, which keeps dust out. An indication only.',
    },
    under: {
      severity: 'note',
      text: 'By rated flow {inM3PerH} come in and {outM3PerH} go out: the case runs under pressure and draws air and dust through its gaps. An indication only.',
    },
    unknown: {
      severity: 'unknown',
      text: 'Whether as much air comes in as goes out is open: the flow or the direction of {fans} is not known.',
    },
  },
  check: (harness, say) => {
    const cases = new Map(
      harness
        .places()
        .flatMap(({ mounted }) => (mounted === undefined ? [] : [[mounted.caseItem.id, mounted.caseItem] as const])),
    )
    return [...cases.keys()].map((caseId) => {
      const fans = harness.places().flatMap(({ item, facts, flow, mounted }) => {
        const motor = facts.all.motor.find(({ pump }) => pump !== true)
        if (mounted?.caseItem.id !== caseId || motor === undefined) return []
        return [{ item, direction: flow.direction, flowM3PerH: motor.flowM3PerH?.value }]
      })
      const at = fans.flatMap(({ item }) => anyPortOf(harness, item.id))
      if (fans.length === 0) return say.notApplicable(at)
      const open = fans.filter(({ direction, flowM3PerH }) => direction === 'unknown' || flowM3PerH === undefined)
      if (open.length > 0) return say.found('unknown', at, { fans: open.map(({ item }) => item.mark) })
      const { verdict, inM3PerH, outM3PerH } = airBalance(
        fans.flatMap(({ direction, flowM3PerH }) =>
          direction === 'unknown' ? [] : [{ direction, flowM3PerH, speedShare: 1, restriction: 1 }],
        ),
      )
      if (verdict !== 'over' && verdict !== 'under') return say.holds(at)
      return say.found(verdict, at, { inM3PerH, outM3PerH })
    })
  },
  mends: () => [],
})
