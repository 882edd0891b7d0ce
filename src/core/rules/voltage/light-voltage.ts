import type { Harness } from '../../operate/harness'
import { railsReaching } from '../../structure/power/volts'
import { RAIL_VOLTS } from '../../physics/amps'
import { exceeds } from '../../units/compare'
import { movesOf, unplugsAt } from '../engine/mend'
import { defineRule } from '../engine/rule'

function lightsOf(harness: Harness) {
  return harness.items.flatMap((item) =>
    harness
      .factsOfItem(item.id)
      .consumers.flatMap((consumer) => (consumer.type === 'light' ? [{ item, light: consumer }] : [])),
  )
}

/** Lights that would get another supply than the one they are made for, whatever the plugs look like. */
export const lightVoltage = defineRule({
  id: 'light-voltage',
  group: 'voltage',
  what: 'No light gets another voltage than the one it is made for, through whatever adapters.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['thread', 'port.wires'],
  messages: {
    tooHigh: {
      severity: 'stop',
      consequence: 'damage',
      text: '{lead} takes {takesVolts}, but {source} would put {getsVolts} on it: that destroys the lights. Unplug it and choose a {takesVolts} source.',
    },
    tooLow: {
      severity: 'stop',
      text: '{lead} takes {takesVolts}, but {source} only gives {getsVolts}: it stays dark. Choose a {takesVolts} source.',
    },
  },
  check: (harness, say) =>
    lightsOf(harness).map(({ item, light }) => {
      const ref = { itemId: item.id, portId: light.input }
      const reaching = railsReaching(harness, ref, light.rail)
      if (reaching.length === 0) return say.notApplicable()
      const takesVolts = RAIL_VOLTS[light.rail]
      const wrong =
        reaching.find(({ rail }) => exceeds(RAIL_VOLTS[rail], takesVolts)) ??
        reaching.find(({ rail }) => rail !== light.rail)
      if (wrong === undefined) return say.holds()
      const getsVolts = RAIL_VOLTS[wrong.rail]
      const params = { lead: harness.name(ref), source: harness.name(wrong.source), takesVolts, getsVolts }
      return say.found(exceeds(getsVolts, takesVolts) ? 'tooHigh' : 'tooLow', [ref, wrong.source], params)
    }),
  mends: (harness, finding) => {
    const [lead] = finding.at
    return lead === undefined ? [] : [...movesOf(harness, lead), ...unplugsAt(harness, lead)]
  },
})
