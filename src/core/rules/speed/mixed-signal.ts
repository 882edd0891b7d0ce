import type { Command } from '../../structure/signal/speed'
import { movesOf } from '../engine/mend'
import { defineRule } from '../engine/rule'

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
      severity: 'warning',
      text: '{port} rules {threeWire} without and {fourWire} with a PWM wire by one signal: they do not follow it alike. Keep one kind to one signal.',
    },
    mixedOnPwm: {
      severity: 'warning',
      text: '{port} is in PWM mode: {fourWire} {fourWire|follows|follow} its PWM wire, while {threeWire} without one {threeWire|runs|run} at full speed. Keep one kind to one signal.',
    },
    mixedOnDc: {
      severity: 'warning',
      text: '{port} is in DC mode: {threeWire} {threeWire|follows|follow} its voltage, while {fourWire} with a PWM wire {fourWire|follows|follow} it only roughly and may stall low. Keep one kind to one signal.',
    },
  },
  check: (harness, say) =>
    harness.speed().heads.map(({ at: head, commands }) => {
      const are = (controls: readonly Command['control'][], some: readonly Command[]) =>
        some.every(({ control }) => controls.includes(control))
      const at = [head, ...commands.map((command) => command.at)]
      if (commands.length < 2 || commands.every(({ control }) => control === 'none')) return say.notApplicable()
      const withPwm = commands.filter(({ hasPwm }) => hasPwm)
      const without = commands.filter(({ hasPwm }) => !hasPwm)
      if (withPwm.length === 0 || without.length === 0) return say.holds()
      const names = (some: readonly Command[]) => some.map((command) => harness.name(command.at))
      const params = { port: harness.name(head), threeWire: names(without), fourWire: names(withPwm) }
      if (are(['pwm'], withPwm) && are(['none'], without)) return say.found('mixedOnPwm', at, params)
      if (are(['roughDc'], withPwm) && are(['dc'], without)) return say.found('mixedOnDc', at, params)
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
