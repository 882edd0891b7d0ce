import { supplyPortOf } from '../../structure/wiring/part-facts'
import { railsReaching } from '../../structure/power/volts'
import { RAIL_VOLTS } from '../../physics/amps'
import { exceeds } from '../../units/compare'
import { movesOf, unplugsAt } from '../engine/mend'
import { defineRule } from '../engine/rule'

/** Motors, pumps, screens and box supplies that would get another voltage; lights have a rule of their own. */
export const deviceVoltage = defineRule({
  id: 'device-voltage',
  group: 'voltage',
  what: 'No motor, box or screen gets another voltage than the one it is made for.',
  source: 'ATX12V design guide, nominal rails (from memory)',
  reads: [],
  asksOnly: ['thread'],
  messages: {
    tooHigh: {
      severity: 'stop',
      consequence: 'damage',
      text: '{lead} takes {takesVolts}, but {source} would put {getsVolts} on it: that destroys the device. Unplug it.',
    },
    tooLow: {
      severity: 'stop',
      text: '{lead} takes {takesVolts}, but {source} only gives {getsVolts}: it does not work. Choose a {takesVolts} source.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) => {
      const { consumers, all } = harness.factsOfItem(item.id)
      const takers = [
        ...consumers
          .filter(({ type }) => type !== 'light')
          .map((consumer) => ({ portId: supplyPortOf(consumer), rail: consumer.rail })),
        ...all.powers.flatMap(({ feeds, rail }) => feeds.map((portId) => ({ portId, rail }))),
      ]
      return takers.map(({ portId, rail }) => {
        const ref = { itemId: item.id, portId }
        const reaching = railsReaching(harness, ref, rail)
        const wrong = reaching.find((reach) => reach.rail !== rail)
        if (reaching.length === 0) return say.notApplicable()
        if (wrong === undefined) return say.holds()
        const takesVolts = RAIL_VOLTS[rail]
        const getsVolts = RAIL_VOLTS[wrong.rail]
        return say.found(exceeds(getsVolts, takesVolts) ? 'tooHigh' : 'tooLow', [ref, wrong.source], {
          lead: harness.name(ref),
          source: harness.name(wrong.source),
          takesVolts,
          getsVolts,
        })
      })
    }),
  mends: (harness, finding) => {
    const [lead] = finding.at
    return lead === undefined ? [] : [...movesOf(harness, lead), ...unplugsAt(harness, lead)]
  },
})
