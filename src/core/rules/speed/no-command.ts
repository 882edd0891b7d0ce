import { flatOutEdit } from '../../build/choose'
import { portKey } from '../../build/refs'
import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import type { Command, Why } from '../../structure/signal/speed'
import { movesOf } from '../engine/mend'
import { defineRule, type Finding, type Mend } from '../engine/rule'

/** Headers have their own rule for the mode they are set to. */
const OF_HEADER_MODE: readonly Why[] = ['pwmMode', 'dcMode']

const HEARD: readonly Command['control'][] = ['pwm', 'dc', 'roughDc']

/** That nobody knows the modes of a header is told of the header. */
const isHeaderOpen = (harness: Harness, { control, head }: Command) =>
  control === 'unknown' && head !== undefined && harness.port(head).port.role !== undefined

const isOurs = (harness: Harness, command: Command) =>
  command.motor.pump !== true &&
  (command.head === undefined || command.why === undefined || !OF_HEADER_MODE.includes(command.why)) &&
  !isHeaderOpen(harness, command)

/** Motors that nobody can slow down, though the plan wants that unless it says otherwise. */
export const noCommand = defineRule({
  id: 'no-command',
  group: 'speed',
  what: 'A command reaches every fan, unless it is meant to run at full speed.',
  source: 'common practice, no source; the PWM wire: 4-wire PWM fan specification, revision 1.3, 2005 (from memory)',
  reads: [],
  asksOnly: ['thread'],
  messages: {
    straight: {
      severity: 'warning',
      text: '{lead} is fed at {port}, which gives no command: it runs at full speed. Move it to a header, or let it run so on purpose.',
    },
    legWithoutPwm: {
      severity: 'warning',
      text: '{lead} gets no PWM at {port}: it runs at full speed while the others follow. Use a leg with all wires, or let it run so on purpose.',
    },
    pwmOnlyHub: {
      severity: 'warning',
      text: '{lead} has no PWM wire, and {port} passes nothing else: it runs at full speed. Move it to a header in DC mode, or let it run so on purpose.',
    },
    hubWithoutSignal: {
      severity: 'warning',
      text: '{port} is loose, so no command reaches {leads}: full speed. Plug it into a header, or leave it loose on purpose.',
    },
    boxUnknown: {
      severity: 'unknown',
      text: 'Whether {port} can slow {lead} down is not known: a risk of full speed. Look it up in the manual of the box.',
    },
    byChoice: { severity: 'note', text: '{leads} {leads|runs|run} at full speed on purpose: {reason}.' },
  },
  check: (harness, say) => {
    // A plug that does not belong there has a finding of its own.
    const mates = ({ at }: Command) => harness.threadsAt(at).every((thread) => harness.fit(thread).misfit === 'none')
    // One without a supply stands still, whatever it is told; what it lacks is told of its feed.
    const ours = harness
      .speed()
      .commands.filter((command) => isOurs(harness, command) && mates(command) && command.isFed)
    const deaf = ours.filter(({ why }) => why === 'hubWithoutSignal')
    const hubs = [...new Map(deaf.map((command) => [portKey(command.endAt), command.endAt])).values()]
    const ofHub = hubs.map((port) => {
      const leads = deaf.filter(({ endAt }) => portKey(endAt) === portKey(port)).map(({ at }) => at)
      const at = [port, ...leads]
      const names = leads.map((ref) => harness.name(ref))
      const reason = harness.choices.parkedReasonAt(port)
      if (reason !== undefined) {
        return say.found('byChoice', at, { leads: names, reason })
      }
      return say.found('hubWithoutSignal', at, { port: harness.name(port), leads: names })
    })
    const others = ours.filter(({ why }) => why !== 'hubWithoutSignal')
    const single = others.map((command) => {
      const at = [command.at]
      if (HEARD.includes(command.control)) return say.holds()
      const lead = harness.name(command.at)
      const reason = harness.choices.flatOutReasonAt(command.at)
      if (reason !== undefined) return say.found('byChoice', at, { leads: [lead], reason })
      const params = { lead, port: harness.name(placeOf(harness, command)) }
      if (command.control === 'unknown') return say.found('boxUnknown', at, params)
      if (command.why === 'legWithoutPwm' || command.why === 'pwmOnlyHub') return say.found(command.why, at, params)
      return say.found('straight', at, params)
    })
    return [...single, ...ofHub]
  },
  mends: (harness, finding) => mendsOf(harness, finding),
})

/** The box that does not say, or else the port that the motor is plugged into. */
function placeOf(harness: Harness, { at, control, endAt, head }: Command): PortRef {
  if (control === 'unknown') return head ?? endAt
  return harness.across(at)[0]!.ref
}

function mendsOf(harness: Harness, finding: Finding): readonly Mend[] {
  const [first] = finding.at
  if (first === undefined || finding.messageId === 'byChoice' || finding.messageId === 'boxUnknown') return []
  if (finding.messageId === 'hubWithoutSignal') return movesOf(harness, first)
  const onPurpose: Mend = {
    messageId: 'runFlatOut',
    params: { lead: harness.name(first) },
    edit: flatOutEdit(first, 'on purpose'),
  }
  return [onPurpose]
}
