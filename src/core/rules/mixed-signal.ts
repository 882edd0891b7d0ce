import { movesOf } from './mend'
import { defineRule } from './rule'

/** 3- and 4-wire motors that share one signal. */
export const mixedSignal = defineRule({
  id: 'mixed-signal',
  group: 'speed',
  what: 'Motors with and without a PWM wire do not share one signal, since they follow it differently.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['port.wires'],
  messages: {
    mixed: {
      severity: 'mind',
      text: '{port} rules {threeWire} without and {fourWire} with a PWM wire by one signal: they do not follow it alike. Keep one kind to one signal.',
    },
  },
  check: (harness, say) =>
    harness.speed().heads.map(({ at: head, commands }) => {
      const at = [head, ...commands.map((command) => command.at)]
      if (commands.length < 2) return say.notApplicable([head])
      const withPwm = commands.filter(({ hasPwm }) => hasPwm).map((command) => harness.name(command.at))
      const without = commands.filter(({ hasPwm }) => !hasPwm).map((command) => harness.name(command.at))
      if (withPwm.length === 0 || without.length === 0) return say.holds(at)
      const params = { port: harness.name(head), threeWire: without, fourWire: withPwm }
      return say.found('mixed', at, params)
    }),
  mends: (harness, finding) => {
    const leads = finding.at.slice(1)
    const without = leads.filter((ref) => !harness.port(ref).port.wires.includes('pwm'))
    const withPwm = leads.filter((ref) => harness.port(ref).port.wires.includes('pwm'))
    const odd = without.length <= withPwm.length ? without : withPwm
    return odd.length === 1 ? odd.flatMap((ref) => movesOf(harness, ref)) : []
  },
})
