import { unplugsAt } from '../engine/mend'
import { defineRule } from '../engine/rule'

/** Two speed signals on one wire. */
export const tachsTied = defineRule({
  id: 'tachs-tied',
  group: 'tach',
  what: 'No two tach signals are tied together.',
  source: '4-wire PWM fan specification, revision 1.3, 2005 (from memory): an open collector for each fan',
  reads: [],
  asksOnly: ['thread'],
  messages: {
    tied: {
      severity: 'warning',
      text: '{leads} {leads|gives|give} tach on one wire to {port}: what it reads is nonsense. Let only one of them report.',
    },
  },
  check: (harness, say) =>
    harness.tach().readings.map(({ at: header, reporters }) => {
      const at = [header, ...reporters.map((reporter) => reporter.at)]
      if (reporters.length === 0) return say.notApplicable()
      if (reporters.length === 1) return say.holds()
      const leads = reporters.map((reporter) => harness.name(reporter.at))
      return say.found('tied', at, { leads, port: harness.name(header) })
    }),
  mends: (harness, finding) => finding.at.slice(2).flatMap((lead) => unplugsAt(harness, lead)),
})
