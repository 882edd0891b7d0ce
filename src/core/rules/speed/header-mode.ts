import { modeEdit } from '../../build/choose'
import type { Harness } from '../../operate/harness'
import type { Head } from '../../structure/signal/speed'
import { defineRule } from '../engine/rule'

/** Of motors that all hear nothing it does not matter that they would follow differently. */
const isMixed = ({ commands }: Head) =>
  new Set(commands.map(({ hasPwm }) => hasPwm)).size > 1 && commands.some(({ control }) => control !== 'none')

const deafTo = ({ commands }: Head, control: 'none' | 'roughDc') =>
  commands.filter((command) => command.isFed && command.control === control && command.why !== 'legWithoutPwm')

/** The mode a header is set to against what hangs there. */
export const headerMode = defineRule({
  id: 'header-mode',
  group: 'speed',
  what: 'Every header is in the mode that its fans can follow.',
  source: '4-wire PWM fan specification, revision 1.3, 2005 (from memory), and common practice',
  reads: ['port.modes'],
  messages: {
    pwmForThree: {
      severity: 'warning',
      text: '{port} is in PWM mode, but {leads} {leads|has|have} no PWM wire: full speed. Set it to DC where it can, or move {leads|it|them}.',
    },
    dcForFour: {
      severity: 'warning',
      text: '{port} is in DC mode: {leads} {leads|follows|follow} its voltage only roughly and may stall low. Set it to PWM where it can.',
    },
    dcForHub: {
      severity: 'warning',
      text: '{port} is in DC mode, but {leads} behind a box {leads|hears|hear} only PWM: full speed. Set it to PWM.',
    },
    modesUnknown: {
      severity: 'unknown',
      text: 'Nobody has said which modes {port} knows, so whether it can slow {leads} down is open. Look it up in the manual.',
    },
  },
  check: (harness, say) =>
    harness.speed().heads.map((head) => {
      const at = [head.at, ...head.commands.map((command) => command.at)]
      const port = harness.name(head.at)
      const named = (commands: Head['commands']) => commands.map((command) => harness.name(command.at))
      if (isMixed(head)) return say.notApplicable()
      if (head.mode === undefined) {
        const open = head.commands.filter(({ control }) => control === 'unknown')
        if (open.length === 0 || head.placed.port.role === undefined) return say.notApplicable()
        return say.found('modesUnknown', at, { port, leads: named(open) })
      }
      const full = deafTo(head, 'none')
      const rough = deafTo(head, 'roughDc')
      if (full.some(({ why }) => why === 'pwmMode')) {
        return say.found('pwmForThree', at, { port, leads: named(full) })
      }
      if (full.length > 0) return say.found('dcForHub', at, { port, leads: named(full) })
      if (rough.length > 0 && head.mode === 'dc') return say.found('dcForFour', at, { port, leads: named(rough) })
      return say.holds()
    }),
  mends: (harness: Harness, finding) => {
    const [at] = finding.at
    if (at === undefined || finding.messageId === 'modesUnknown') return []
    const wanted = finding.messageId === 'pwmForThree' ? 'dc' : 'pwm'
    if (harness.port(at).port.modes?.includes(wanted) !== true) return []
    const params = { port: harness.name(at), mode: wanted.toUpperCase() }
    return [{ messageId: 'setMode', params, edit: modeEdit(at, wanted) }]
  },
})
