import { defineRule } from '../engine/rule'
import { movesOf } from '../engine/mend'

/** A case fan on the second processor header follows the processor's command. */
export const optionalHeader = defineRule({
  id: 'optional-header',
  group: 'speed',
  what: 'A fan on the optional processor header is there for a stated reason.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['port.role'],
  messages: {
    noReason: {
      severity: 'note',
      text: '{lead} on {port} follows the heat of the processor, on many boards with the command of the CPU header: good for a fan that cools the power stages. Write the reason beside the connection, or move it.',
    },
  },
  check: (harness, say) =>
    harness.speed().commands.map(({ at: lead, head, motor }) => {
      const at = [lead]
      if (head === undefined || motor.pump === true || harness.port(head).port.role !== 'cpuOptional') {
        return say.notApplicable()
      }
      const isRadiator = harness.build.groups?.some(
        (group) => group.schools?.radiatorFans !== undefined && group.itemIds.includes(lead.itemId),
      )
      const hasReason = harness.threadsAt(head).some((thread) => (thread.note ?? '') !== '')
      if (isRadiator === true || hasReason) return say.holds()
      return say.found('noReason', at, { lead: harness.name(lead), port: harness.name(head) })
    }),
  mends: (harness, finding) => finding.at.flatMap((lead) => movesOf(harness, lead, 1)),
})
