import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

/** Most that the PWM input of one fan draws from the output. */
const PWM_INPUT_MILLIAMPS = 5

/** Fans that hang on one PWM output without a buffer between. */
export const pwmDrive = defineRule({
  id: 'pwm-drive',
  group: 'speed',
  what: 'The PWM inputs on one unbuffered output draw no more than its stated drive.',
  source: '4-wire PWM fan specification, revision 1.3, 2005 (from memory): up to 5 mA for each fan',
  reads: [],
  asksOnly: ['drives.driveMilliamps'],
  messages: {
    weak: {
      severity: 'note',
      text: '{port} may have to drive {totalMilliamps} on its PWM wire ({fanCount} × 5 mA); it states {mostMilliamps}. A powered hub repeats the command for all of them.',
      worse: { totalMilliamps: 'more', fanCount: 'more', mostMilliamps: 'less' },
    },
  },
  check: (harness, say) =>
    harness.speed().heads.map(({ at: head, placed, commands }) => {
      const stated = placed.facts.all.drives.find(
        (drives) => drives.signal === 'speed' && drives.outlets.includes(placed.port.id),
      )?.driveMilliamps
      const direct = commands.filter(
        ({ hasPwm, through, control }) => hasPwm && through.length === 0 && control === 'pwm',
      )
      const at = [head, ...direct.map((command) => command.at)]
      if (stated === undefined || direct.length === 0) return say.notApplicable()
      const totalMilliamps = direct.length * PWM_INPUT_MILLIAMPS
      if (!exceeds(totalMilliamps, stated.value)) return say.holds()
      const params = { port: harness.name(head), totalMilliamps, fanCount: direct.length, mostMilliamps: stated.value }
      return say.found('weak', at, params)
    }),
  mends: () => [],
})
