import { missesProgram } from '../../structure/signal/usb'
import { movesOf } from '../engine/mend'
import { defineRule } from '../engine/rule'

/** Boxes and screens that need USB at least once. */
export const usbReaches = defineRule({
  id: 'usb-reaches',
  group: 'supply',
  what: 'Every USB lead ends at a port of the board, and a box that needs its program has one.',
  source: 'USB 2.0 specification (from memory), and common practice',
  reads: [],
  asksOnly: ['usb.up', 'drives.needsProgram'],
  messages: {
    deadEnd: {
      severity: 'stop',
      isMissing: true,
      text: '{lead} is plugged in, but its way ends before any USB source: {box} is not seen. Plug the hub on the way in.',
    },
    needed: {
      severity: 'stop',
      isMissing: true,
      text: '{box} needs its program at least once, and {lead} is loose. Plug it into a USB header.',
    },
  },
  check: (harness, say) =>
    harness.usb().devices.map(({ lead, isThreaded, reaches }) => {
      const at = [lead.ref]
      const params = { lead: harness.name(lead.ref), box: lead.item.mark }
      if (reaches) return say.holds()
      if (isThreaded) return say.found('deadEnd', at, params)
      // A lead its box cannot do without is in the bundle of loose leads already.
      return missesProgram(harness, lead) ? say.found('needed', at, params) : say.notApplicable()
    }),
  mends: (harness, finding) => finding.at.flatMap((lead) => movesOf(harness, lead)),
})
