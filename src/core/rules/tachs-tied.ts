import { unplugsAt } from './mend'
import { defineRule } from './rule'

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
      severity: 'mind',
      text: '{leads} give their tach on one wire to {port}: what it reads is nonsense. Let only one of them report.',
    },
  },
  check: (harness, say) =>
    harness.tach().readings.map(({ at: header, motors }) => {
      const at = [header, ...motors.map((motor) => motor.at)]
      if (motors.length === 0) return say.notApplicable(at)
      if (motors.length === 1) return say.holds(at)
      const leads = motors.map((motor) => harness.name(motor.at))
      return say.found('tied', at, { leads, port: harness.name(header) })
    }),
  mends: (harness, finding) => finding.at.slice(2).flatMap((lead) => unplugsAt(harness, lead)),
})
