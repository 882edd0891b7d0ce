import { airOfCase, casesWithThings } from '../../structure/place/air'
import { defineRule } from '../engine/rule'
import { anyPortOf } from '../engine/subject'

/** Air in against air out, by rated free flow at the planned speed: an indication, and said to be one. */
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
      worse: { inM3PerH: 'more', outM3PerH: 'less' },
    },
    under: {
      severity: 'note',
      text: 'By rated flow {inM3PerH} come in and {outM3PerH} go out: the case runs under pressure and draws air and dust through its gaps. An indication only.',
      worse: { inM3PerH: 'less', outM3PerH: 'more' },
    },
    unknown: {
      severity: 'unknown',
      text: 'Whether as much air comes in as goes out is open: of {fans} the flow or the direction is not known.',
    },
  },
  check: (harness, say) =>
    casesWithThings(harness).map((caseItem) => {
      const { fans, balance } = airOfCase(harness, caseItem)
      const at = fans.flatMap(({ placed }) => anyPortOf(harness, placed.item.id))
      if (fans.length === 0) return say.notApplicable()
      const open = fans.filter(({ share }) => share === undefined)
      if (open.length > 0) return say.found('unknown', at, { fans: open.map(({ placed }) => placed.item.mark) })
      const { verdict, inM3PerH, outM3PerH } = balance
      if (verdict !== 'over' && verdict !== 'under') return say.holds()
      return say.found(verdict, at, { inM3PerH: Math.round(inM3PerH), outM3PerH: Math.round(outM3PerH) })
    }),
  mends: () => [],
})
